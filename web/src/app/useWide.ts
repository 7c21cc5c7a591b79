import { useSyncExternalStore } from 'react'

const WIDE = '(min-width: 1024px)'

/** Is there room for two columns. */
export const useWide = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      const list = window.matchMedia(WIDE)
      list.addEventListener('change', changed)
      return () => list.removeEventListener('change', changed)
    },
    () => window.matchMedia(WIDE).matches,
  )
