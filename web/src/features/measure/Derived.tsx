import {
  groupMeasures,
  numberOf,
  stoneMeasures,
  stoneMore,
  stoneTolerance,
  type Quantity,
  type ShapeMore,
  type Stone,
  type StoneMeasures,
} from '@verger/core'
import { memo, useDeferredValue, useEffect, useMemo, useState } from 'react'
import { slowWorker, warmWorkers } from '../../compute/usePlan.js'
import { Figure } from '../../ui/Figure.js'

/** What follows from the measures, each with its working and, where there were several readings, its plus/minus. */
export const Derived = memo(function Derived({ stone }: { stone: Stone }) {
  // a moment later than the drawing, so that typing stays quick
  const settled = useDeferredValue(stone)
  const measures = useMemo(() => measuresOrNone(settled), [settled])
  const { derived } = useMemo(() => stoneTolerance(settled), [settled])
  const together = useMemo(() => togetherRows(settled), [settled])
  const [more, setMore] = useState<ReturnType<typeof stoneMore>>([])
  useEffect(() => {
    let live = true
    // once typing rests: it takes a tenth of a second, and a worker
    const wait = setTimeout(() => {
      void slowWorker()
        .stoneMore(settled)
        .then((found) => {
          if (!live) return
          setMore(found)
          warmWorkers(settled)
        })
        .catch(() => live && setMore([]))
    }, 300)
    return () => {
      live = false
      clearTimeout(wait)
    }
  }, [settled])
  if (!measures) return null
  const rows = [
    ['Edge girth', measures.girthEdge, derived.girthEdge],
    ['Volume', measures.volume, derived.volume],
    ['Girth lengthwise', measures.girthLength, derived.girthLength],
    ['Weight', measures.mass, derived.mass],
    ['Girth crosswise', measures.girthWidth, derived.girthWidth],
    ['Carats', measures.carats, derived.carats],
    ...(Math.abs(numberOf(measures.edge) - numberOf(measures.girthEdge)) > 0.05
      ? ([['Along the edge', measures.edge, derived.edge]] as const)
      : []),
  ] as const
  return (
    <dl className="m-0 grid grid-cols-1 gap-x-8 gap-y-1 border-t border-line px-6 py-3 sm:grid-cols-2">
      {rows.map(([name, q, off]) => (
        <div key={name} className="flex items-baseline justify-between gap-3">
          <dt className="text-soft">{name}</dt>
          <dd className="m-0">
            <Figure name={name} q={q} />
            {off !== undefined && off >= 0.005 && (
              <span className="text-[15px] text-soft"> ± {off < 1 ? off.toFixed(2) : off.toFixed(1)}</span>
            )}
          </dd>
        </div>
      ))}
      {more.map(({ id, quantity }) => (
        <div key={id} className="flex items-baseline justify-between gap-3">
          <dt className="text-soft">{MORE[id]}</dt>
          <dd className="m-0">
            <Figure name={MORE[id]} q={quantity} />
          </dd>
        </div>
      ))}
      {together.map(([name, q]) => (
        <div key={name} className="flex items-baseline justify-between gap-3">
          <dt className="text-soft">{name}</dt>
          <dd className="m-0">
            <Figure name={name} q={q} />
          </dd>
        </div>
      ))}
    </dl>
  )
})

/** What a row or a pair is together. */
function togetherRows(stone: Stone): (readonly [string, Quantity])[] {
  const all = groupMeasures(stone)
  if (!all) return []
  return all.kind === 'row'
    ? [
        ['Whole row, weight', all.mass],
        ['Whole row, side by side', all.along],
      ]
    : [
        ['Both, weight', all.mass],
        ['Unlike in weight by', all.apart],
      ]
}

const MORE: Readonly<Record<ShapeMore, string>> = {
  passes: 'Passes a hole of',
  waist: 'Waist, across',
  waistDeep: 'Waist, how deep',
  taper: 'Taper toward the point',
  footprint: 'Flat it lies on',
  crownAngle: 'Crown angle',
  pavilionAngle: 'Pavilion angle',
}

function measuresOrNone(stone: Stone): StoneMeasures | undefined {
  try {
    return stoneMeasures(stone)
  } catch {
    return undefined
  }
}
