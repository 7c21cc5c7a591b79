import type { Me } from '@verger/contract'
import { useState } from 'react'
import { api } from '../../app/api.js'
import { leave } from '../../app/session.js'
import { Line } from '../../ui/Line.js'
import { Problem } from '../../ui/Problem.js'

/** One's own account, or the whole workshop, removed for good. */
export function Removal({ me }: { me: Me }) {
  const [what, setWhat] = useState<'account' | 'workshop'>()
  const [problem, setProblem] = useState('')
  const send = async (form: HTMLFormElement) => {
    setProblem('')
    const data = new FormData(form)
    const password = String(data.get('password'))
    try {
      if (what === 'account') await api.removeAccount({ password })
      else await api.removeWorkshop({ password, name: String(data.get('name')) })
      await leave()
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  const link = 'border-0 bg-transparent p-0 text-red underline'
  return (
    <section className="mt-8" aria-label="Remove for good">
      <h2 className="text-2xl">Remove for good</h2>
      {what === undefined ? (
        <p className="flex flex-wrap gap-x-6 gap-y-2">
          <button type="button" className={link} onClick={() => setWhat('account')}>
            My account
          </button>
          {me.maker.role === 'owner' && (
            <button type="button" className={link} onClick={() => setWhat('workshop')}>
              The workshop and everything in it
            </button>
          )}
        </p>
      ) : (
        <form
          onSubmit={(e) => {
            e.preventDefault()
            void send(e.currentTarget)
          }}
        >
          <p className="text-soft">
            {what === 'account'
              ? 'Your name, e-mail and password go; what you made stays with the workshop.'
              : 'All makers, stones, pieces, pictures and records go, and nobody can bring them back. Save the archive first.'}
          </p>
          {what === 'workshop' && (
            <Line
              id="remove-name"
              name="name"
              label={`Type its name: ${me.workshop.name}`}
              error={undefined}
              required
            />
          )}
          <Line
            id="remove-password"
            name="password"
            label="Your password"
            type="password"
            autoComplete="current-password"
            error={undefined}
            required
          />
          {problem && <Problem className="mt-3 font-semibold">{problem}</Problem>}
          <p className="mt-4 flex gap-3">
            <button type="submit" className="btn">
              {what === 'account' ? 'Remove my account' : 'Remove the workshop'}
            </button>
            <button type="button" className="btn" onClick={() => setWhat(undefined)}>
              Keep it
            </button>
          </p>
        </form>
      )}
    </section>
  )
}
