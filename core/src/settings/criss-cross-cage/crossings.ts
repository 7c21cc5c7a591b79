import { along, dist, scale, sub, unit, type Vec3 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { numberOf } from '../../working/index.js'
import { Pen, type Strand, type Tie } from '../kit/index.js'
import { ownCorners } from '../kit/parts/lacing.js'
import { aroundWire, crownOf, turnCorners } from '../kit/parts/turnsOnFrame.js'
import { roundedLine } from '../shared/roundedLine.js'
import { crossed, parted, thinned, type Crossed } from '../shared/tautCorners.js'
import { alongRound, F, type Frame, type K } from './frame.js'
import { haveRoom, stopsOf, turnsAt, word, type Stop } from './stops.js'

/** From the middle of the frame's wire to the middle of the lacing round it, mm. */
const aroundOf = (k: K): number => aroundWire(k.thick('size'), k.thick('lace'))

/** Both halves of the lacing: their stops, the corners of the turns at each, and what lies between two of them on a face. */
interface Drawn {
  readonly stops: readonly Stop[]
  readonly turns: (readonly Vec3[])[]
  /** By the stop that a crossing leaves: its corners, and the whole of it from crown to crown. */
  readonly between: ReadonlyMap<number, readonly Vec3[]>
  readonly lines: ReadonlyMap<number, readonly Vec3[]>
}

/** Corners of a crossing, or of a part of it, as it lies on the stone; so near its turns it lies on nothing. */
const across = (
  k: K,
  [from, to]: readonly [Vec3, Vec3],
  face: 1 | -1,
  turns: readonly Vec3[] = [from, to],
): Vec3[] =>
  thinned([
    from,
    ...ownCorners(k.stone, { from, to, side: [0, 0, face], off: k.thick('lace') / 2 + HAIR }),
    to,
  ])
    .slice(1, -1)
    .filter((p) => turns.every((end) => dist(p, end) > OFF * aroundOf(k)))

/** Corners of a crossing that lies on another one: straight on from a thickness before to a thickness past it, and down to the stone on both sides. */
function ledOver(
  k: K,
  {
    from,
    to,
    face,
    met,
  }: Readonly<Record<'from' | 'to', Vec3>> & {
    readonly face: 1 | -1
    readonly met: Crossed
  },
): Vec3[] {
  const lace = k.thick('lace')
  const high = along(met.at, met.square, Math.sign(met.square[2]) * face * OVER * lace)
  const [before, past] = [along(high, met.way, -lace), along(high, met.way, lace)]
  return [...across(k, [from, before], face, [from]), before, past, ...across(k, [past, to], face, [to])]
}
/** A taut wire stands off the stone by a hair, mm: its corners are rounded inward. */
const HAIR = 0.006
/** In distances from the middle of the frame's wire. */
const OFF = 0.7

/** One end of the lacing: `first` is what its middle lies on before the first turns, `under` the other end where this one lies over it. */
function drawn(k: K, frame: Frame, half: 1 | -1, first: Vec3, under?: Drawn): Drawn {
  const stops = stopsOf(k, frame, half)
  const places = stops.map((s) => turnsAt(k, frame, s))
  const between = new Map<number, readonly Vec3[]>()
  const leads = stops.flatMap((s, i) => (s.comes || i === stops.length - 1 ? [] : [i]))
  /** What the wire leads to from a stop on its face, or comes from there. */
  const beyondOf = (i: number): Vec3 | undefined => {
    if (i === 0) return first
    const [before, behind] = [between.get(i - 1), between.get(i)]
    return stops[i]!.comes
      ? (before?.[before.length - 1] ?? (before && crowns[i - 1]))
      : (behind?.[0] ?? (behind && crowns[i + 1]))
  }
  const crownsNow = () => stops.map((_, i) => crownOf(places[i]!, beyondOf(i)).place)
  let crowns: readonly Vec3[] = []
  // a crossing whose turns lie otherwise than it was drawn from is drawn once more
  for (let round = 0; round < ROUNDS; round++) {
    const was = crowns
    crowns = crownsNow()
    for (const i of leads) {
      const [from, to] = [crowns[i]!, crowns[i + 1]!]
      if (round > 0 && Math.max(dist(from, was[i]!), dist(to, was[i + 1]!)) < MOVED) continue
      const { face } = stops[i]!
      const own = across(k, [from, to], face)
      // the second lies over the first
      const met = under && crossed(under.lines.get(i)!, [from, ...own, to])
      between.set(i, met ? ledOver(k, { from, to, face, met }) : own)
    }
  }
  return {
    stops,
    turns: places.map((p, i) => turnCorners(p, beyondOf(i))),
    between,
    lines: new Map(leads.map((i) => [i, [crowns[i]!, ...between.get(i)!, crowns[i + 1]!]])),
  }
}
const ROUNDS = 2
/** Turns that moved by less than this leave their crossing as it is, mm. */
const MOVED = 0.02
/** Where two crossings meet their middles lie so many thicknesses apart. */
const OVER = 1.1

/** The lacing as its work: its wire, the turns at each place, and where they are. */
export interface Laced {
  readonly strand: Strand
  readonly ties: readonly Tie[]
  readonly stops: readonly Stop[]
}

/** One end of the lacing, on from where its middle comes to the first turns. */
function drawEnd(
  k: K,
  pen: Pen,
  half: 1 | -1,
  { stops, turns, between }: Drawn,
  first: readonly Vec3[],
): void {
  const c = aroundOf(k)
  const on = lacedOn(k)
  let coming = first
  stops.forEach((stop, i) => {
    const which = `${word.side[half]} end, ${stop.level + 1}, ${word.face[stop.face]}`
    const corners = turns[i]!
    const next = turns[i + 1]?.[0]
    const put = (list: readonly Vec3[]) => {
      const round = roundedLine(list, c)
      const long = pathLength({ segments: round })
      pen.draw(`turns-${i}`, 'turns', round, k.found('turns', which, long, { ...on, wound: stop.turns }))
    }
    if (!next) {
      // it ends on the outer side, before it would go over the crown once more
      const left = corners[corners.length - 2]!
      put([...coming, ...corners.slice(0, -1), along(left, [0, 0, stop.face], ENDS * c)])
      return
    }
    const crossing = between.get(i)
    const parts = parted(corners[corners.length - 1]!, next, crossing, c)
    put([...coming, ...corners, ...parts.leaving])
    const taut = roundedLine(parts.taut, k.thick('lace') / 2)
    const name = crossing ? 'crossing' : 'strap'
    const long = pathLength({ segments: taut })
    pen.draw(`${name}-${stop.level}`, 'taut', taut, k.found(name, which, long, on))
    coming = parts.coming
  })
}
const lacedOn = (k: K) => k.on('size', 'lace', 'levels', 'turns', 'ends', 'alloy', 'temper')
/** The last turn ends so far past its corner, in distances from the middle of the frame's wire. */
const ENDS = 1.2

/**
 * The lacing: one fine wire, its middle straight across behind at the lowest level, both ends led up over the faces and past the edge in turn, turns at each place of
 * the frame.
 * @throws RangeError where turns have no room beside each other; it is told before
 */
export function lacedOver(k: K, frame: Frame): Laced {
  const stops = ([1, -1] as const).flatMap((half) => stopsOf(k, frame, half))
  if (!haveRoom(k, frame, stops)) {
    const { levels } = k.o
    k.say('crowded', 'error', 'levels', { levels }, { field: 'levels', value: Math.max(3, levels - 2) })
    throw new RangeError('turns have no room beside each other')
  }
  // its middle lies straight across behind, at the lowest level
  const [a, b] = ([1, -1] as const).map(
    (half) => crownOf(turnsAt(k, frame, stopsOf(k, frame, half)[0]!)).place,
  ) as [Vec3, Vec3]
  const middle = across(k, [a, b], -1)
  const right = drawn(k, frame, 1, middle[0] ?? b)
  const left = drawn(k, frame, -1, middle[middle.length - 1] ?? a, right)
  const { leaving, taut: line, coming } = parted(right.turns[0]![0]!, left.turns[0]![0]!, middle, aroundOf(k))
  const from = line[0]!
  const way = unit(sub(line[1]!, from))
  const pens = { right: new Pen(from, scale(way, -1)), left: new Pen(from, way) }
  const taut = roundedLine(line, k.thick('lace') / 2)
  const long = pathLength({ segments: taut })
  pens.left.draw('crossing-start', 'taut', taut, k.found('crossing', 'the middle, behind', long, lacedOn(k)))
  drawEnd(k, pens.right, 1, right, [...leaving].reverse())
  drawEnd(k, pens.left, -1, left, coming)
  const tie = (stop: Stop, i: number): Tie => {
    const length = F.wound({ lace: k.q.lace, turns: stop.turns })
    const half = stop.half === 1 ? 'right' : 'left'
    const round = stop.face === 1 ? (1 as const) : (-1 as const)
    const at = alongRound(frame, round, stop.side, stop.run)
    return {
      id: stop.id,
      kind: 'coil',
      counted: 'sides',
      of: [
        ['lace', `turns-${i}-${half}`],
        {
          strand: 'frame',
          part: `edge-${round === 1 ? 'right' : 'left'}`,
          at: [at - numberOf(length) / 2, at + numberOf(length) / 2],
        },
      ],
      runs: ['frame'],
      wound: 'lace',
      length,
      turns: stop.turns,
      columns: 1,
      rows: 1,
      field: stop.turns === k.q.ends ? 'ends' : 'turns',
    }
  }
  return {
    strand: { id: 'lace', size: 'lace', left: pens.left.pieces, right: pens.right.pieces, finish: 'tucked' },
    ties: [...right.stops.map(tie), ...left.stops.map(tie)],
    stops,
  }
}
