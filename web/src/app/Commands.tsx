import { createContext, lazy, Suspense, useContext, useEffect, useState, type ReactNode } from 'react'

// fetched when first asked for: the first load stays light
const CommandsDialog = lazy(() => import('./CommandsDialog.js'))

/** What opens over any page. */
export type Command = 'find' | 'keys' | 'menu'

const CommandsContext = createContext<((what: Command) => void) | undefined>(undefined)

/** Opens the menu, Find or the keys; undefined where nobody is signed in. */
export const useCommands = () => useContext(CommandsContext)

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && /INPUT|TEXTAREA|SELECT/.test(target.tagName)

/** Lets every page open the menu, and keys work everywhere: "/" finds, "?" tells the keys. */
export function Commands({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState<Command>()
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey) return
      if (e.key !== '/' && e.key !== '?') return
      e.preventDefault()
      setOpen(e.key === '/' ? 'find' : 'keys')
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <CommandsContext value={setOpen}>
      {children}
      {open && (
        <Suspense fallback={null}>
          <CommandsDialog open={open} onOpen={setOpen} onClose={() => setOpen(undefined)} />
        </Suspense>
      )}
    </CommandsContext>
  )
}
