import { lazy, Suspense, useEffect, useState } from 'react'

// fetched when first asked for: the first load stays light
const CommandsDialog = lazy(() => import('./CommandsDialog.js'))

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && /INPUT|TEXTAREA|SELECT/.test(target.tagName)

/** Keys that work everywhere: "/" finds, "?" tells the keys. */
export function Commands() {
  const [open, setOpen] = useState<'find' | 'keys'>()
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey) return
      if (e.key !== '/' && e.key !== '?') return
      e.preventDefault()
      setOpen(e.key === '/' ? 'find' : 'keys')
    }
    const onAsk = (e: Event) => setOpen((e as CustomEvent<'find' | 'keys'>).detail)
    window.addEventListener('keydown', onKey)
    window.addEventListener('verger-open', onAsk)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('verger-open', onAsk)
    }
  }, [])
  const [asked, setAsked] = useState(false)
  if (open !== undefined && !asked) setAsked(true)
  if (!asked) return null
  return (
    <Suspense fallback={null}>
      <CommandsDialog open={open} onClose={() => setOpen(undefined)} />
    </Suspense>
  )
}

/** Opens one of the two from a button. */
export const openCommands = (what: 'find' | 'keys'): void => {
  window.dispatchEvent(new CustomEvent('verger-open', { detail: what }))
}
