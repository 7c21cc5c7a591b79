import { useEffect, useState } from 'react'

interface Removed {
  readonly said: string
  /** Nothing to undo where it only says something. */
  readonly undo?: () => Promise<void>
  /** What undoing is called. */
  readonly word?: string
}

const LASTS_MS = 12_000

/** Says what was done, and offers to undo it; shown by the frame of every page. */
export const tellRemoved = (removed: Removed): void => {
  window.dispatchEvent(new CustomEvent('verger-removed', { detail: removed }))
}

export function Undone() {
  const [removed, setRemoved] = useState<Removed>()
  const [problem, setProblem] = useState('')
  useEffect(() => {
    const onRemoved = (e: Event) => {
      setProblem('')
      setRemoved((e as CustomEvent<Removed>).detail)
    }
    window.addEventListener('verger-removed', onRemoved)
    return () => window.removeEventListener('verger-removed', onRemoved)
  }, [])
  useEffect(() => {
    if (!removed) return
    const timer = setTimeout(() => setRemoved(undefined), LASTS_MS)
    return () => clearTimeout(timer)
  }, [removed])
  if (!removed) return null
  return (
    <div
      className="sheet fixed bottom-4 left-1/2 z-40 flex -translate-x-1/2 items-center gap-4 px-5 py-3 shadow-lg"
      role="status"
    >
      {problem ? <span className="text-red">✕ {problem}</span> : removed.said}
      {removed.undo && (
        <button
          type="button"
          className="btn py-1"
          onClick={() =>
            void removed.undo?.().then(
              () => setRemoved(undefined),
              (error: unknown) => setProblem(error instanceof Error ? error.message : 'That did not work.'),
            )
          }
        >
          {removed.word ?? 'Bring it back'}
        </button>
      )}
    </div>
  )
}
