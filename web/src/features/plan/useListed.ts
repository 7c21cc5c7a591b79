import { useState } from 'react'

const KEY = 'verger-choices'

/** Do the choices stand as a list too: remembered on this device. */
export function useListed(): [boolean, (listed: boolean) => void] {
  const [listed, setListed] = useState(() => localStorage.getItem(KEY) === 'list')
  return [
    listed,
    (next) => {
      localStorage.setItem(KEY, next ? 'list' : 'drawing')
      setListed(next)
    },
  ]
}
