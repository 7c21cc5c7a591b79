import type { SignIn } from '@verger/contract'
import { useState } from 'react'
import { Line } from '../../ui/Line.js'

/** The two lines that are always there: checked by the browser, and by the server. */
export function Enter({ email = '', onSend }: { email?: string; onSend: (body: SignIn) => Promise<void> }) {
  const [busy, setBusy] = useState(false)
  const send = async (form: HTMLFormElement) => {
    const data = new FormData(form)
    setBusy(true)
    await onSend({ email: String(data.get('email')), password: String(data.get('password')) })
    setBusy(false)
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void send(e.currentTarget)
      }}
    >
      <h2 className="text-2xl">Sign in</h2>
      <Line
        id="email"
        name="email"
        label="E-mail"
        type="email"
        required
        defaultValue={email}
        autoComplete="username"
        error={undefined}
      />
      <Line
        id="password"
        name="password"
        label="Password"
        type="password"
        required
        autoComplete="current-password"
        error={undefined}
      />
      <button type="submit" className="btn btn-main mt-6" disabled={busy}>
        Sign in
      </button>
    </form>
  )
}
