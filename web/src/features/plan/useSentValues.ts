import { family, type Stone } from '@verger/core'
import { useEffect } from 'react'
import { useSearchParams } from 'react-router'

/** Lengths sent here from elsewhere in the address, such as ?bail=6: taken as a change that can be undone, then left out of it. */
export function useSentValues(
  familyId: string,
  stone: Stone,
  change: (id: string, value: number) => void,
): void {
  const [sent, setSent] = useSearchParams()
  useEffect(() => {
    if (sent.size === 0) return
    for (const p of family(familyId).params(stone)) {
      const text = sent.get(p.id)
      if (text === null || text.trim() === '' || p.kind !== 'number') continue
      const value = Number(text)
      if (value >= p.min && value <= p.max) change(p.id, value)
    }
    setSent(new URLSearchParams(), { replace: true })
  }, [sent, setSent, familyId, stone, change])
}
