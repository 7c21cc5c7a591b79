import type { ReadingUnit, StoneRow } from '@verger/contract'
import { fullStone } from '@verger/core'
import { StoneShape } from '../../../drawing/StoneShape.js'
import { stoneLines } from '../../../drawing/stoneLines.js'
import { jawsOf, type FieldId } from '../fields.js'

const MM_PER: Readonly<Partial<Record<ReadingUnit, number>>> = { mm: 1, in: 25.4 }
const PLACES: Readonly<Record<ReadingUnit, number>> = { mm: 2, in: 4, g: 2, ct: 2 }

/** What a display shows, with the places that it has. */
const shown = (value: number, unit: ReadingUnit): string => value.toFixed(PLACES[unit])

/** A caliper with the stone between its jaws, opened as far as its display says. */
export function CaliperDrawing({
  shows,
  unit,
  held,
  measure,
}: {
  shows: number
  unit: ReadingUnit
  held: StoneRow | undefined
  measure: string | undefined
}) {
  const gap = Math.max(0, shows * (MM_PER[unit] ?? 1))
  const stone = held && fullStone(held.stone)
  const jaws = stone && measure !== undefined ? jawsOf(stone, measure as FieldId) : undefined
  // the stone is turned so that what is measured lies along the beam
  const along = jaws && (Math.atan2(-(jaws.b[1] - jaws.a[1]), jaws.b[0] - jaws.a[0]) * 180) / Math.PI
  const reach = Math.max(64, gap + 34)
  return (
    <svg
      viewBox={`-14 -24 ${reach + 20} 50`}
      className="h-24 w-full"
      role="img"
      aria-label={`The caliper shows ${shown(shows, unit)} ${unit}`}
    >
      <rect
        x={-8}
        y={-16}
        width={reach}
        height={6}
        rx={0.8}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={0.4}
      />
      {Array.from({ length: Math.floor(reach / 5) }, (_, i) => (
        <path key={i} d={`M${5 * i} -16v${i % 2 ? 1.4 : 2.4}`} stroke="var(--soft)" strokeWidth={0.3} />
      ))}
      {stone && jaws && along !== undefined && (
        <g transform={`translate(0 6) rotate(${-along}) translate(${-jaws.a[0]} ${jaws.a[1]})`}>
          <StoneShape stone={stone} view={jaws.view} />
        </g>
      )}
      <path d="M-8 -16H0V22C-4 18 -6 10 -8 -10Z" fill="var(--hair)" stroke="var(--ink)" strokeWidth={0.4} />
      <g transform={`translate(${gap} 0)`}>
        <path d="M0 -18H26V-8H8C6 10 4 18 0 22Z" fill="var(--hair)" stroke="var(--ink)" strokeWidth={0.4} />
        <rect
          x={2}
          y={-17}
          width={23}
          height={8}
          rx={0.8}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={0.4}
        />
        <text
          x={18.5}
          y={-11}
          fontSize={5.6}
          fontWeight={600}
          textAnchor="end"
          fill="var(--ink)"
          data-testid="caliper-shows"
        >
          {shown(shows, unit)}
        </text>
        <text x={24} y={-11} fontSize={3.2} textAnchor="end" fill="var(--soft)">
          {unit}
        </text>
      </g>
    </svg>
  )
}

/** A pocket scale with the stone on its pan. */
export function ScaleDrawing({
  shows,
  unit,
  held,
}: {
  shows: number
  unit: ReadingUnit
  held: StoneRow | undefined
}) {
  const stone = held && fullStone(held.stone)
  const box = stone ? stoneLines(stone, 'front').box : { x0: 0, x1: 0, y0: 0, y1: 0 }
  const small = Math.min(1, 22 / Math.max(1, box.y1 - box.y0), 40 / Math.max(1, box.x1 - box.x0))
  return (
    <svg
      viewBox="-14 -24 56 42"
      className="h-24 w-full"
      role="img"
      aria-label={`The scale shows ${shown(shows, unit)} ${unit}`}
    >
      {stone && (
        <g transform={`translate(14 0) scale(${small}) translate(${-(box.x0 + box.x1) / 2} ${-box.y1})`}>
          <StoneShape stone={stone} view="front" />
        </g>
      )}
      <path d="M-8 0H36L32 4H-4Z" fill="var(--hair)" stroke="var(--ink)" strokeWidth={0.4} />
      <rect
        x={-12}
        y={4}
        width={52}
        height={12}
        rx={1.4}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={0.4}
      />
      <rect
        x={3}
        y={5.6}
        width={29}
        height={8.8}
        rx={0.8}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={0.4}
      />
      <text
        x={25}
        y={12.2}
        fontSize={5.6}
        fontWeight={600}
        textAnchor="end"
        fill="var(--ink)"
        data-testid="scale-shows"
      >
        {shown(shows, unit)}
      </text>
      <text x={31} y={12.2} fontSize={3.2} textAnchor="end" fill="var(--soft)">
        {unit}
      </text>
    </svg>
  )
}
