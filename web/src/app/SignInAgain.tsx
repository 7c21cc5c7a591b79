import type { Me } from '@verger/contract'
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { outboxOf } from '../bench/useBench.js'
import { Enter } from '../features/sign-in/Enter.js'
import { api } from './api.js'
import { sessionEnded, useWatched } from './reach.js'
import { keeperOf } from './session.js'
import { Problem } from '../ui/Problem.js'

/** The session ended under an open page: signing in happens here, over it, and what was typed is still there afterwards. */
export default function SignInAgain({ me }: { me: Me }) {
  const ended = useWatched(sessionEnded)
  const client = useQueryClient()
  const [problem, setProblem] = useState('')
  const enter = async (how: () => Promise<void>) => {
    setProblem('')
    try {
      await how()
      const now = await api.me()
      // somebody else at this page sees nothing of what stands here
      if (keeperOf(now) !== keeperOf(me)) return window.location.assign('/')
      sessionEnded.set(false)
      await client.invalidateQueries()
      void outboxOf(keeperOf(me)).flush()
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  return (
    <Dialog open={ended} onClose={() => undefined} className="relative z-50">
      <DialogBackdrop className="fixed inset-0 bg-ink/30" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-3 sm:p-10">
        <DialogPanel className="sheet w-full max-w-lg p-6">
          <DialogTitle className="text-2xl">Your session has ended</DialogTitle>
          <p className="mt-1 text-soft">
            Sign in and go on here: the page and what you typed stay as they are.
          </p>
          {me.workshop.demo ? (
            <button type="button" className="btn btn-main mt-5" onClick={() => void enter(api.demo)}>
              Open the demo workshop again
            </button>
          ) : (
            <Enter email={me.maker.email} onSend={(body) => enter(() => api.signIn(body))} />
          )}
          {problem && <Problem className="mt-4 font-semibold">{problem}</Problem>}
          <p className="mt-4">
            <a className="text-copper underline" href="/">
              I am somebody else
            </a>
          </p>
        </DialogPanel>
      </div>
    </Dialog>
  )
}
