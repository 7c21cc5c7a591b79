import { wireEnds, type Plan } from '@verger/core'
import { useMemo } from 'react'

/** How many cut ends a piece will have, and whether each is kept down: which they are is told at the proof. */
export function EndsCount({ plan }: { plan: Plan }) {
  const ends = useMemo(() => wireEnds(plan.design, plan.stone), [plan])
  const loose = ends.filter((e) => e.by === undefined).length
  return (
    <span data-testid="ends">
      {ends.length},{' '}
      {loose === 0 ? 'all kept down' : <strong className="text-amber">▲ {loose} kept down by nothing</strong>}
    </span>
  )
}
