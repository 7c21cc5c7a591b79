import { useEffect, useRef, useState } from 'react'
import { useLocation } from 'react-router'
import { useRegisterSW } from 'virtual:pwa-register/react'

const LOOK_MS = 10 * 60_000

/**
 * Registers the worker that keeps Verger's scripts for when there is no network. A new version is taken only between steps: on the way from
 * one page to the next, or when it is asked for. Counts that wait are in the browser's store through it.
 */
export function NewVersion() {
  const [problem, setProblem] = useState(false)
  const {
    needRefresh: [fresh],
    updateServiceWorker,
  } = useRegisterSW({
    onRegisteredSW: (_, registration) => {
      if (registration) setInterval(() => void registration.update().catch(() => undefined), LOOK_MS)
    },
    // plain http on a local network has no such worker: everything else works
    onRegisterError: () => setProblem(true),
  })
  const { pathname } = useLocation()
  const before = useRef(pathname)
  useEffect(() => {
    if (fresh && before.current !== pathname) void updateServiceWorker(true)
    before.current = pathname
  }, [fresh, pathname, updateServiceWorker])
  if (!fresh || problem) return null
  return (
    <p
      className="m-0 border-b border-line bg-sheet px-4 py-1.5 text-[16px] print:hidden"
      role="status"
      data-testid="new-version"
    >
      A newer Verger is here; it is taken when you leave this page, or{' '}
      <button
        type="button"
        className="border-0 bg-transparent p-0 font-semibold text-copper underline"
        onClick={() => void updateServiceWorker(true)}
      >
        take it now
      </button>
      .
    </p>
  )
}
