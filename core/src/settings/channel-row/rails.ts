import type { Vec3 } from '../../geom/index.js'
import { hermite, pathLength, reverseSegment, type Segment } from '../../path/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import { crankOf, Pen, type Stretch } from '../kit/index.js'
import { F, type K, type Lines, type Row } from './row.js'

export const LEVELS = ['upper', 'lower'] as const
export type Level = (typeof LEVELS)[number]
/** Rails on the far side lie at y above 0, on the near side below. */
export const FLANKS = ['far', 'near'] as const
export type Flank = (typeof FLANKS)[number]
/** Ends of the row: left at x below 0. */
export const ENDS = ['left', 'right'] as const
export type End = (typeof ENDS)[number]
export const railId = (level: Level, flank: Flank): string => `${level}-${flank}`

/** A rail goes straight on so far past its last tie, mm. */
const PAST_TIE = leaf('table', 'straight past the last tie', 0.3, 'mm', 'our choice')
/** What stands out of the bind at the end, mm. */
const OUT = leaf('table', 'out of the bind', 0.3, 'mm', 'our choice')

/** One rail: its pens, and where its stretches lie. */
export interface Rail {
  readonly left: Pen
  readonly right: Pen
  /** From one place along the row to another: both on the same side of where it is marked. */
  stretch(from: number, to: number): Stretch
}

/** All four rails, by their names. */
export type Rails = Readonly<Record<string, Rail>>

/** A knot of a rail: its place along the row, how far out and up it lies there, and how that changes. */
interface Knot {
  readonly x: number
  readonly at: readonly [out: number, up: number]
  readonly slope: readonly [number, number]
}

/** Out and up along the row: level over every stone, and an even curve from one to the next. */
const knotsOf = (row: Row, lines: (share: number) => Lines, sign: 1 | -1): Knot[] =>
  row.stones.map(({ x, share }) => {
    const { out, up } = lines(share)
    return { x, at: [numberOf(out), sign * numberOf(up)], slope: [0, 0] }
  })

/** Where a rail runs at any place along the row. */
function knotAt(knots: readonly Knot[], x: number): Knot {
  const [first, last] = [knots[0]!, knots[knots.length - 1]!]
  if (x <= first.x) return { ...first, x, slope: [0, 0] }
  if (x >= last.x) return { ...last, x, slope: [0, 0] }
  const i = knots.findIndex((k) => k.x >= x)
  const [a, b] = [knots[i - 1]!, knots[i]!]
  const h = b.x - a.x
  const t = (x - a.x) / h
  const [share, change] = [3 * t * t - 2 * t ** 3, (6 * t - 6 * t * t) / h]
  const both = ([0, 1] as const).map((d) => ({ from: a.at[d], by: b.at[d] - a.at[d] }))
  return {
    x,
    at: both.map(({ from, by }) => from + share * by) as unknown as Knot['at'],
    slope: both.map(({ by }) => change * by) as unknown as Knot['slope'],
  }
}

const segmentBetween = (a: Knot, b: Knot, y: 1 | -1): Segment => {
  const place = ({ x, at: [out, up] }: Knot): Vec3 => [x, y * out, up]
  const level =
    Math.hypot(...a.slope, ...b.slope) < 1e-12 && Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) < 1e-12
  if (level) return { kind: 'line', from: place(a), to: place(b) }
  const way = ({ slope: [out, up] }: Knot): Vec3 => [1, y * out, up]
  return hermite([a.x, b.x], [place(a), place(b)], [way(a), way(b)])
}

/** A shift of a rail at the end of the row, and how far it goes on meanwhile. */
interface Crank {
  readonly radius: Quantity
  readonly by: Quantity
  readonly toward: Vec3
  readonly run: number
}

const crank = (radius: Quantity, by: Quantity, toward: Vec3): Crank => ({
  radius,
  by,
  toward,
  run: crankOf(numberOf(by), numberOf(radius)).run,
})

/** What brings the rails of one side together at the end: four side by side in the plane of the upper ones, the lower two in the middle. */
function cranksAt(
  k: K,
  row: Row,
  y: 1 | -1,
  share: number,
): Readonly<Record<'aside' | 'inward' | 'up', Crank>> {
  const { q } = k
  const [upper, lower] = [row.upper(share), row.lower(share)]
  const to = (gauge: Quantity, beside: Quantity) => F.inward({ gauge, beside })
  const soft = k.radius('lower')
  return {
    aside: crank(k.radius('size'), to(upper.out, F.beside({ lower: q.lower, upper: q.size })), [0, -y, 0]),
    inward: crank(soft, to(lower.out, F.inside({ lower: q.lower })), [0, -y, 0]),
    up: crank(soft, F.up({ rise: upper.up, fall: lower.up }), [0, 0, 1]),
  }
}

/** The four rails up to the end of the bundle on both sides, and how far out that begins. */
export function railsOf(k: K, row: Row): Rails {
  const { q } = k
  const ties = row.ties.map((t) => [t.x - numberOf(t.tied) / 2, t.x + numberOf(t.tied) / 2] as const)
  // where the seat of the middle stone begins
  const anchor = ties[Math.floor(row.stones.length / 2)]![1]
  const [first, last] = [ties[0]![0] - numberOf(PAST_TIE), ties[ties.length - 1]![1] + numberOf(PAST_TIE)]
  const stops = [first, ...ties.flat(), ...row.stones.map((s) => s.x), last].sort((a, b) => a - b)
  const lies = k.on('over', 'under', 'play', 'gap', 'eights', 'size', 'lower', 'lace')
  const bent = k.on('over', 'under', 'play', 'size', 'lower', 'lace', 'alloy', 'temper')
  const railOf = (level: Level, flank: Flank): Rail => {
    const y = flank === 'far' ? 1 : -1
    const knots = knotsOf(row, row[level], level === 'upper' ? 1 : -1)
    const outward = (end: End) => {
      const xs =
        end === 'right'
          ? stops.filter((x) => x > anchor + 1e-9)
          : stops.filter((x) => x < anchor - 1e-9).reverse()
      return [anchor, ...xs].map((x) => knotAt(knots, x))
    }
    const lengths = new Map<number, number>([[anchor, 0]])
    const pen = (end: End): Pen => {
      const way = end === 'right' ? 1 : -1
      const along = outward(end)
      const segments = along.slice(1).map((b, i) => {
        const a = along[i]!
        return end === 'right' ? segmentBetween(a, b, y) : reverseSegment(segmentBetween(b, a, y))
      })
      let gone = 0
      segments.forEach((s, i) => {
        gone += pathLength({ segments: [s] })
        lengths.set(along[i + 1]!.x, gone)
      })
      const [start] = along as [Knot]
      const own = new Pen([start.x, y * start.at[0], start.at[1]], [way, 0, 0])
      own.draw('rail', 'rail', segments, k.found('rail', `${railId(level, flank)}, ${end}`, gone, lies))
      const share = (end === 'right' ? row.stones[row.stones.length - 1]! : row.stones[0]!).share
      const { aside, inward, up } = cranksAt(k, row, y, share)
      const which = `${railId(level, flank)}, ${end}`
      const waits = (long: number, ...of: readonly Crank[]) =>
        k.found('wait', which, Math.max(0, long), {
          ...bent,
          ...Object.fromEntries(of.map((c, i) => [`by ${i + 1}`, c.by])),
        })
      // upper ones aside while the lower ones come in under them, and these up between
      if (level === 'upper')
        own
          .crank('crank', 'crank', aside.radius, aside.by, aside.toward)
          .line(
            'wait',
            'tail',
            waits(Math.max(aside.run, inward.run) + up.run - aside.run, aside, inward, up),
          )
      else
        own
          .crank('inward', 'crank', inward.radius, inward.by, inward.toward)
          .line('wait', 'tail', waits(aside.run - inward.run, aside, inward))
          .crank('up', 'crank', up.radius, up.by, up.toward)
      return own.line('bound', 'bound', q.end)
    }
    const pens = { left: pen('left'), right: pen('right') }
    return {
      ...pens,
      stretch: (from, to) => {
        const end = from >= anchor - 1e-9 ? 'right' : 'left'
        const s = (x: number): number => {
          const known = [...lengths].find(([at]) => Math.abs(at - x) < 1e-9)
          if (!known) throw new RangeError(`no place ${x} on the rail`)
          return known[1]
        }
        const at = end === 'right' ? ([s(from), s(to)] as const) : ([s(to), s(from)] as const)
        return { strand: railId(level, flank), part: `rail-${end}`, at }
      },
    }
  }
  return Object.fromEntries(
    LEVELS.flatMap((level) => FLANKS.map((flank) => [railId(level, flank), railOf(level, flank)] as const)),
  )
}

/** Both ends of every rail past the bind: the lower ones in a loop or left long, all others cut. */
export function finishEnds(k: K, rails: Rails): { readonly loops: readonly End[]; readonly hang?: Vec3 } {
  const { o, q } = k
  const loops: readonly End[] = o.ends === 'two loops' ? ENDS : o.ends === 'one loop' ? ['right'] : []
  const radius = F.radius({ inside: q.bail, thick: q.lower })
  const sweep = F.roll({ thick: q.lower, lace: q.lace, radius })
  let hang: Vec3 | undefined
  for (const level of LEVELS)
    for (const flank of FLANKS)
      for (const end of ENDS) {
        const pen = rails[railId(level, flank)]![end]
        if (o.ends === 'left long') pen.line('end', 'end', q.tails)
        else if (level === 'upper' || !loops.includes(end)) pen.line('end', 'end', OUT)
        else {
          const [x, , z] = pen.at
          // rolled to the back, its end behind the bind
          pen.bend('loop', 'loop', radius, sweep, [0, 0, -1])
          if (end === 'right') hang = [x + o.bail / 2, 0, z - numberOf(radius)]
        }
      }
  return { loops, ...(hang && o.ends === 'one loop' ? { hang } : {}) }
}
