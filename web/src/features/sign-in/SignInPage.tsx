import type { SignIn } from '@verger/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Line } from '../../ui/Line.js'

const MakeAccount = lazy(() => import('./MakeAccount.js'))

/** Sign in, make an account, or open the demo workshop where it was loaded. */
export function SignInPage() {
  const client = useQueryClient()
  const health = useQuery({ queryKey: ['health'], queryFn: api.health })
  const [making, setMaking] = useState(false)
  const [problem, setProblem] = useState('')
  const enter = async (how: () => Promise<void>) => {
    setProblem('')
    try {
      await how()
      await client.invalidateQueries()
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  return (
    <Frame>
      <div className="grid flex-1 items-center gap-12 py-8 md:grid-cols-2">
        <section>
          <h1 className="text-[44px]">Set stones in wire, and know it holds.</h1>
          <p className="mt-4 max-w-prose text-lg">
            Measure the stone, see the setting worked out in millimetres, whether it holds and what it costs,
            then wrap it step by step. Every number opens to its working.
          </p>
          {health.data?.demo && (
            <button type="button" className="btn btn-main mt-8 text-lg" onClick={() => void enter(api.demo)}>
              Open the demo workshop
            </button>
          )}
        </section>
        <section className="sheet p-8">
          {making ? (
            <Suspense fallback={null}>
              <MakeAccount onSend={(body) => enter(() => api.signUp(body))} />
            </Suspense>
          ) : (
            <Enter onSend={(body) => enter(() => api.signIn(body))} />
          )}
          {problem && (
            <p className="mt-4 font-semibold text-red" role="alert">
              ✕ {problem}
            </p>
          )}
          <button
            type="button"
            className="mt-6 font-semibold text-copper underline"
            onClick={() => setMaking(!making)}
          >
            {making ? 'I have an account' : 'Make an account with a workshop of its own'}
          </button>
        </section>
      </div>
    </Frame>
  )
}

/** The two lines that are always there: checked by the browser, and by the server. */
function Enter({ onSend }: { onSend: (body: SignIn) => Promise<void> }) {
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
