import { numberOf, packBundle, type Calculated, type CalculatorValues } from '@verger/core'
import { Fragment } from 'react'

const METAL = 'var(--copper)'
const STONE = '#7fa3a8'
const LINE = 'var(--soft)'

/** A drawing of what is calculated, in true proportion from the very figures. */
export function SizeDrawing({
  id,
  values,
  found,
}: {
  id: string
  values: CalculatorValues
  found: Calculated | undefined
}) {
  const at = (field: string): number => Number(values[field] ?? 0)
  const of = (result: string): number => {
    const r = found?.results.find((x) => x.id === result)
    return r ? numberOf(r.quantity) : 0
  }
  const picture = pictureOf(id, values, at, of)
  if (!picture) return <span />
  const { box, body } = picture
  const pad = 0.06 * Math.max(box[2], box[3])
  return (
    <svg
      viewBox={`${box[0] - pad} ${box[1] - pad} ${box[2] + 2 * pad} ${box[3] + 2 * pad}`}
      className="h-44 w-full"
      aria-hidden
      data-drawing={id}
    >
      {body}
    </svg>
  )
}

interface Picture {
  readonly box: readonly [x: number, y: number, width: number, height: number]
  readonly body: React.ReactNode
}

const round = (r: number): Picture['box'] => [-r, -r, 2 * r, 2 * r]

/** A ring of wire, its inside diameter and thickness true. */
function Ring({ inside, wire, x = 0 }: { inside: number; wire: number; x?: number }) {
  return <circle cx={x} cy={0} r={(inside + wire) / 2} fill="none" stroke={METAL} strokeWidth={wire} />
}

/** What is measured: a line with small ends. */
function Span({ from, to, y, size }: { from: number; to: number; y: number; size: number }) {
  return (
    <path
      d={`M${from} ${y - size}v${2 * size}M${from} ${y}H${to}M${to} ${y - size}v${2 * size}`}
      fill="none"
      stroke={LINE}
      strokeWidth={size * 0.35}
    />
  )
}

const arc = (r: number, from: number, to: number): string => {
  const p = (a: number) => `${r * Math.sin(a)} ${-r * Math.cos(a)}`
  return `M${p(from)}A${r} ${r} 0 ${to - from > Math.PI ? 1 : 0} 1 ${p(to)}`
}

function pictureOf(
  id: string,
  values: CalculatorValues,
  at: (f: string) => number,
  of: (r: string) => number,
): Picture | undefined {
  switch (id) {
    case 'bail': {
      const [inside, thick] = [of('inside') || 5, of('thickness') || 1]
      const r = inside / 2 + thick
      const b = at('binding')
      return {
        box: round(r),
        body: (
          <>
            <Ring inside={inside} wire={b} />
            <Ring inside={inside + 2 * b + 2 * at('wires')} wire={b} />
            <circle
              r={(inside + 2 * b + at('wires')) / 2}
              fill="none"
              stroke={METAL}
              strokeWidth={at('wires')}
              opacity={0.55}
            />
            <circle
              r={at('passes') / 2}
              fill="none"
              stroke={LINE}
              strokeWidth={r * 0.02}
              strokeDasharray={`${r * 0.08} ${r * 0.06}`}
            />
          </>
        ),
      }
    }
    case 'ring': {
      const inside = of('inside') || 17
      const t = at('thickness')
      const r = inside / 2 + t
      return {
        box: [-r, -r, 2 * r + at('width') + r * 0.4, 2 * r],
        body: (
          <>
            <Ring inside={inside} wire={t} />
            <Span from={-inside / 2} to={inside / 2} y={0} size={r * 0.06} />
            <rect
              x={r * 1.4}
              y={-r}
              width={at('width')}
              height={2 * r}
              rx={Math.min(at('width'), t) / 2}
              fill={METAL}
            />
          </>
        ),
      }
    }
    case 'jump': {
      const r = at('inside') / 2 + at('thickness')
      return {
        box: round(r),
        body: (
          <>
            <Ring inside={at('inside')} wire={at('thickness')} />
            <path d={`M0 ${-r}V${-at('inside') / 2}`} stroke="var(--sheet)" strokeWidth={r * 0.04} />
            <Span from={-at('inside') / 2} to={at('inside') / 2} y={0} size={r * 0.06} />
          </>
        ),
      }
    }
    case 'coil': {
      // as many turns as can be told apart; a long one is broken off
      const turns = Math.min(at('turns'), 24)
      const [R, d, lead] = [(at('rod') + at('wire')) / 2, at('wire'), at('wire') * at('spread')]
      const height = turns * lead + d
      return {
        box: [-R - d, -lead, 2 * R + 2 * d, height + 2 * lead],
        body: (
          <>
            <rect
              x={-at('rod') / 2}
              y={-lead}
              width={at('rod')}
              height={height + 2 * lead}
              fill="var(--line)"
            />
            {Array.from({ length: turns }, (_, i) => (
              <path
                key={i}
                d={`M${-R} ${i * lead + d / 2}L${R} ${(i + 0.5) * lead + d / 2}`}
                stroke={METAL}
                strokeWidth={d}
                strokeLinecap="round"
              />
            ))}
          </>
        ),
      }
    }
    case 'hole': {
      const within = (id: string, low: number, high: number) =>
        Math.max(low, Math.min(high, Math.round(at(id))))
      const wires = [
        ...Array.from({ length: within('count', 1, 10) }, () => ({
          profile: values.profile === 'square' ? ('square' as const) : ('round' as const),
          size: at('wire'),
        })),
        ...Array.from({ length: within('second', 0, 4) }, () => ({
          profile: 'round' as const,
          size: at('secondWire'),
        })),
      ]
      const { at: places } = packBundle(wires)
      const r = Math.max(at('hole'), of('needed')) / 2
      return {
        box: round(r * 1.1),
        body: (
          <>
            <circle r={r * 1.1} fill={STONE} opacity={0.5} />
            <circle r={at('hole') / 2} fill="var(--sheet)" stroke={LINE} strokeWidth={r * 0.015} />
            {places.map(([x, y], i) => {
              const { profile, size } = wires[i]!
              return (
                <rect
                  key={i}
                  x={x - size / 2}
                  y={y - size / 2}
                  width={size}
                  height={size}
                  rx={profile === 'round' ? size / 2 : size * 0.06}
                  fill={METAL}
                  stroke="var(--sheet)"
                  strokeWidth={r * 0.01}
                />
              )
            })}
          </>
        ),
      }
    }
    case 'hoops': {
      const R = at('sphere') / 2
      const gap = of('spacing')
      const [h, d] = [(at('hoop') + at('wire')) / 2, at('wire')]
      return {
        box: [-R - d, -R - d, 2 * R + 2 * d, 2 * R + 2 * d],
        body: (
          <>
            <circle r={R} fill={STONE} />
            {[-1, 1].map((s) => (
              <Fragment key={s}>
                <path
                  d={`M${(s * gap) / 2} ${-h}V${h}`}
                  stroke={METAL}
                  strokeWidth={d}
                  strokeLinecap="round"
                  opacity={0.8}
                />
                {[-1, 1].map((e) => (
                  <circle key={e} cx={(s * gap) / 2} cy={e * h} r={d / 2} fill={METAL} />
                ))}
              </Fragment>
            ))}
            {gap > 0 && <Span from={-gap / 2} to={gap / 2} y={0} size={R * 0.06} />}
          </>
        ),
      }
    }
    case 'collar': {
      const n = Math.max(3, Math.round(at('corners')))
      const inner = (at('waist') + at('play') + at('wire')) / 2
      const R = inner / Math.cos(Math.PI / n)
      const r = Math.max(R + at('wire'), at('cap') / 2)
      const corner = (i: number) => {
        const a = (2 * Math.PI * (i + 0.5)) / n
        return `${R * Math.sin(a)} ${R * Math.cos(a)}`
      }
      return {
        box: round(r),
        body: (
          <>
            <circle r={at('cap') / 2} fill={STONE} opacity={0.35} />
            <circle r={at('waist') / 2} fill={STONE} />
            <path
              d={`M${Array.from({ length: n }, (_, i) => corner(i)).join('L')}Z`}
              fill="none"
              stroke={METAL}
              strokeWidth={at('wire')}
              strokeLinejoin="round"
            />
          </>
        ),
      }
    }
    case 'cuff': {
      const strip = of('strip') || 150
      const r = (strip + at('gap')) / (2 * Math.PI)
      const half = at('gap') / r / 2
      const t = at('thickness')
      return {
        box: round(r + t),
        body: (
          <path
            d={arc(r, Math.PI + half - 2 * Math.PI, Math.PI - half)}
            fill="none"
            stroke={METAL}
            strokeWidth={t}
            strokeLinecap="round"
          />
        ),
      }
    }
    case 'bracelet': {
      const r = (of('length') || 190) / (2 * Math.PI)
      const n = Math.max(8, Math.round((2 * Math.PI * r) / Math.max(at('thickness'), 2)))
      return {
        box: round(r + at('thickness') / 2),
        body: Array.from({ length: Math.min(n, 120) }, (_, i) => {
          const a = (2 * Math.PI * i) / Math.min(n, 120)
          return (
            <circle
              key={i}
              cx={r * Math.cos(a)}
              cy={r * Math.sin(a)}
              r={Math.min(at('thickness') / 2, (Math.PI * r) / n)}
              fill={METAL}
            />
          )
        }),
      }
    }
    case 'chain': {
      const r = at('neck') / (2 * Math.PI)
      const low = r + at('ease') / 4 + at('drop')
      return {
        box: [-r * 1.1, -r * 1.1, 2.2 * r, 1.1 * r + low + at('end')],
        body: (
          <>
            <circle r={r} fill="var(--line)" />
            <path
              d={`M${-r} 0A${r} ${r} 0 0 1 ${r} 0C${r} ${low * 0.6} ${r * 0.3} ${low * 0.95} 0 ${low}C${-r * 0.3} ${low * 0.95} ${-r} ${low * 0.6} ${-r} 0Z`}
              fill="none"
              stroke={METAL}
              strokeWidth={Math.max(1.2, at('end') / 3)}
            />
            <circle cx={0} cy={low} r={at('end') / 2} fill={METAL} />
          </>
        ),
      }
    }
    case 'spring': {
      const wide = at('inside')
      const mandrel = of('mandrel') || wide
      const t = at('thickness')
      const r = wide / 2 + t
      return {
        box: round(r),
        body: (
          <>
            <circle r={mandrel / 2} fill="var(--line)" />
            <path
              d={arc((wide + t) / 2, -Math.PI * 0.86, Math.PI * 0.86)}
              fill="none"
              stroke={METAL}
              strokeWidth={t}
              strokeLinecap="round"
            />
            <Span from={-wide / 2} to={wide / 2} y={0} size={r * 0.06} />
          </>
        ),
      }
    }
    case 'spool': {
      const share = Math.max(0, Math.min(1, (at('mass') - at('empty')) / Math.max(1, at('mass'))))
      return {
        box: [0, 0, 44, 40],
        body: (
          <>
            <rect x={2} y={0} width={6} height={40} rx={2} fill={LINE} opacity={0.5} />
            <rect x={36} y={0} width={6} height={40} rx={2} fill={LINE} opacity={0.5} />
            <rect x={8} y={14} width={28} height={12} fill={LINE} opacity={0.4} />
            <rect x={8} y={20 - 6 - 12 * share} width={28} height={12 + 24 * share} rx={1.5} fill={METAL} />
          </>
        ),
      }
    }
    case 'alike': {
      const [a, b] = [at('wire'), of('exact') || at('wire')]
      const gap = 0.5 * Math.max(a, b)
      const tall = Math.max(a, b)
      return {
        box: [-a - gap, -tall, a + b + 2 * gap, 2 * tall],
        body: (
          <>
            <WireEnd profile={String(values.profile)} size={a} x={-gap / 2 - a / 2} />
            <WireEnd profile={String(values.otherProfile)} size={b} x={gap / 2 + b / 2} />
          </>
        ),
      }
    }
    case 'worked': {
      const [t, inside] = [at('wire'), at('inside')]
      const r = inside + t / 2
      const leg = 1.5 * r + 3 * t
      return {
        box: [-r - t, -r - t, 2 * (r + t), r + t + leg],
        body: (
          <>
            <circle r={inside} fill={LINE} opacity={0.25} />
            <path
              d={`M${-r} ${leg}V0A${r} ${r} 0 0 1 ${r} 0V${leg}`}
              fill="none"
              stroke={METAL}
              strokeWidth={t}
            />
          </>
        ),
      }
    }
    default:
      return undefined
  }
}

/** A wire cut across. */
function WireEnd({ profile, size, x }: { profile: string; size: number; x: number }) {
  if (profile === 'half-round')
    return (
      <path
        d={`M${x - size / 2} ${size / 4}A${size / 2} ${size / 2} 0 0 1 ${x + size / 2} ${size / 4}Z`}
        fill={METAL}
      />
    )
  return (
    <rect
      x={x - size / 2}
      y={-size / 2}
      width={size}
      height={size}
      rx={profile === 'round' ? size / 2 : 0}
      fill={METAL}
    />
  )
}
