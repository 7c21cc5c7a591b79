import type { Settings, SignUp } from '@verger/contract'
import { DEFAULT_SETTINGS } from '@verger/core'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useState } from 'react'
import { api, ApiError } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { QuickAnswer } from '../home/QuickAnswer.js'
import { Enter } from './Enter.js'
import { Problem } from '../../ui/Problem.js'

const MakeAccount = lazy(() => import('./MakeAccount.js'))

/** Makes an account and goes in. The server does not tell whether an e-mail had one already: the sign-in that follows does not fit then. */
async function signUp(body: SignUp): Promise<void> {
  await api.signUp(body)
  await api.signIn({ email: body.email, password: body.password }).catch((error: unknown) => {
    if (!(error instanceof ApiError && error.problem.status === 401)) throw error
    throw new Error(
      'This e-mail and password do not fit together. If you have an account with it already, sign in with its own password.',
    )
  })
}

/** Nobody's workshop yet: its prices, habits and copper, as every workshop begins. */
const SETTINGS: Settings = { ...DEFAULT_SETTINGS, prices: {} }
const wish = () => Promise.resolve({ alloy: 'copper' })
const priced = () => Promise.resolve(SETTINGS)

/** A quick answer for whoever comes by; sign in, make an account, or open the demo workshop where it was loaded. */
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
      <QuickAnswer
        settings={SETTINGS}
        wish={wish}
        priced={priced}
        action={(made) =>
          made && <span className="text-soft">Go in to keep it, change it and see it wrapped.</span>
        }
      />
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
              <MakeAccount onSend={(body) => enter(() => signUp(body))} />
            </Suspense>
          ) : (
            <Enter onSend={(body) => enter(() => api.signIn(body))} />
          )}
          {problem && <Problem className="mt-4 font-semibold">{problem}</Problem>}
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
