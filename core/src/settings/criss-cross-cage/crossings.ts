import { along, cross, dist, dot, scale, sub, unit, type Vec3 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { outlineAfter, outlinePoint, outlineRun } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { Pen, type Strand, type Tie } from '../kit/index.js'
import { ownCorners } from '../kit/parts/lacing.js'
import { roundedLine } from '../shared/roundedLine.js'
import { alongRound, F, type Frame, type K } from './frame.js'
import { FOOT, levelRun, placeOf } from './windows.js'

/** Wound by hand a turn stands off the wire by a hair, mm. */
const LOOSE = 0.02
/** Turns lie so many thicknesses apart. */
export const BESIDE = 1.12
/** What comes to the turns and goes on from them lies farther from them by this share of a turn. */
const CLEAR = 0.35
/** Past the corner of a turn the wire counts as drawn from so far on, in distances from the middle of the frame's wire. */
const PAST = 1.05

/** Turns of the lacing round one place of a round. */
export interface Stop {
  readonly id: string
  readonly half: 1 | -1
  readonly level: number
  /** It comes here from this face, or goes on over it. */
  readonly comes: boolean
  readonly face: 1 | -1
  readonly side: 1 | -1
  /** Its turns are wound up the side (1) or down it (−1). */
  readonly up: 1 | -1
  /** mm up that side from the foot. */
  readonly run: number
  readonly turns: Quantity
}

const word = { side: { 1: 'right', [-1]: 'left' }, face: { 1: 'front', [-1]: 'back' } } as const
export const stopId = (side: 1 | -1, level: number, face: 1 | -1): string =>
  `${word.side[side]}-${level}-${word.face[face]}`

/** From the middle of a round's wire to the middle of the lacing round it, mm. */
const aroundOf = (k: K): number => (k.thick('size') + k.thick('lace')) / 2 + LOOSE

/** Does a crossing from a level on one side to a level on the other lead up the frame there (1), or down it (−1). */
function leads(frame: Frame, levels: number, side: 1 | -1, level: number, other: number): 1 | -1 {
  const [x, y] = placeOf(frame, side, level, levels)
  const [u, v] = placeOf(frame, side === 1 ? -1 : 1, other, levels)
  const psi = outlineAfter(
    side === 1 ? frame.right : frame.left,
    FOOT,
    levelRun(frame, side, level, levels),
    frame.off,
  )
  return (x - u) * side * Math.sin(psi) + (v - y) * Math.cos(psi) < 0 ? -1 : 1
}

/**
 * Both ends of the lacing lead from side to side in turn: at each level from the face on which they come past the edge to the other one. Turns begin
 * on the side from which the wire comes and end on that to which it goes on, so that no crossing lies on turns.
 */
function stopsOf(k: K, frame: Frame, half: 1 | -1): Stop[] {
  const { levels } = k.o
  const lead = BESIDE * k.thick('lace')
  return Array.from({ length: levels }, (_, level): Stop[] => {
    const side: 1 | -1 = level % 2 === 0 ? half : half === 1 ? -1 : 1
    const comes: 1 | -1 = level % 2 === 1 ? 1 : -1
    const goes: 1 | -1 = comes === 1 ? -1 : 1
    const first = level === 0 ? k.q.ends : k.q.turns
    const then = level === levels - 1 ? k.q.ends : k.q.turns
    const came = leads(frame, levels, side, level, Math.max(0, level - 1)) === 1 ? -1 : 1
    const next = level === levels - 1 ? came : leads(frame, levels, side, level, level + 1)
    const middle = levelRun(frame, side, level, levels)
    // the second turns begin beside the end of the first
    const apart = (lead * (came * numberOf(first) + next * numberOf(then))) / 4
    const at = { half, level, side }
    return [
      {
        ...at,
        id: stopId(side, level, comes),
        comes: true,
        face: comes,
        turns: first,
        up: came,
        run: middle - apart,
      },
      {
        ...at,
        id: stopId(side, level, goes),
        comes: false,
        face: goes,
        turns: then,
        up: next,
        run: middle + apart,
      },
    ]
  }).flat()
}

/** A place of a round, so far along it from the middle of a stop's turns: the wire's middle, and the way out from the stone. */
function wireAt(
  frame: Frame,
  { face, side, run }: Stop,
  s: number,
): { readonly at: Vec3; readonly out: Vec3 } {
  const outline = side === 1 ? frame.right : frame.left
  const psi = outlineAfter(outline, FOOT, Math.max(0, run + s), frame.off)
  const [x, y] = outlinePoint(outline, psi, frame.off)
  const z = face * numberOf(frame.high[face === 1 ? 'front' : 'back'])
  return { at: [side * x, y, z], out: [side * Math.cos(psi), Math.sin(psi), 0] }
}

/** Where a taut wire from a place inward of a round leaves its crown: the angle there from straight outward to the face, radians. */
function crownAngle([u, w]: readonly [number, number], c: number): number {
  const toward = Math.atan2(w, u)
  const open = Math.acos(Math.min(1, c / Math.hypot(u, w)))
  // the tangent over the crown looks more to the face than that past the other side
  return [toward + open, toward - open].reduce((a, b) => (Math.sin(b) > Math.sin(a) ? b : a))
}

/** Shift along the frame, in turns, of the place where the wire comes to a stop's turns or goes on from them. */
const shiftOf = ({ turns, comes, up }: Stop, n: number): number => {
  const order = comes ? n : 4 * numberOf(turns) - n
  // what comes over the crown, and what goes, lies clear of the turns between
  const clear = n > 0 ? 0 : comes ? -CLEAR : CLEAR
  return (order / 4 - numberOf(turns) / 2 + clear) * up
}

/** Where a crossing leaves the crown of the frame at a stop: toward what it leads to, straight over it where that is not known. */
function crownAt(
  k: K,
  frame: Frame,
  stop: Stop,
  beyond?: Vec3,
): { readonly place: Vec3; readonly angle: number } {
  const c = aroundOf(k)
  const { at, out } = wireAt(frame, stop, shiftOf(stop, 0) * BESIDE * k.thick('lace'))
  const face: Vec3 = [0, 0, stop.face]
  const way = beyond && sub(beyond, at)
  const angle = way ? crownAngle([dot(way, out), dot(way, face)], c) : Math.PI / 2
  return { place: along(along(at, out, c * Math.cos(angle)), face, c * Math.sin(angle)), angle }
}

/** Corners of the turns at a stop, of a square about the frame's wire: over its crown to its outer side, under it, up its inner side, and so on. */
function cornersAt(k: K, frame: Frame, stop: Stop, beyond?: Vec3): Vec3[] {
  const c = aroundOf(k)
  const square = [
    [c, c],
    [c, -c],
    [-c, -c],
    [-c, c],
  ] as const
  const { angle } = crownAt(k, frame, stop, beyond)
  const list = Array.from({ length: 4 * numberOf(stop.turns) + 1 }, (_, n) => n)
  return (stop.comes ? list : list.reverse()).map((n): Vec3 => {
    const { at, out } = wireAt(frame, stop, shiftOf(stop, n) * BESIDE * k.thick('lace'))
    const [u, w] = square[n % 4]!
    // where the tangent over the crown meets the line past the outer side
    return along(along(at, out, u), [0, 0, stop.face], n === 0 ? c * Math.tan(angle / 2) : w)
  })
}

/** Lines that meet in a corner of one cross there: so far past its ends a stretch still counts, as a share of it. */
const CORNER = 1e-6
/** Where two lines cross as they are seen from the front: the place on the first, the other's way there, and the way square to both. */
function crossingOf(
  one: readonly Vec3[],
  other: readonly Vec3[],
): { readonly at: Vec3; readonly way: Vec3; readonly square: Vec3 } | undefined {
  for (let i = 1; i < one.length; i++)
    for (let j = 1; j < other.length; j++) {
      const [a, b, c] = [one[i - 1]!, sub(one[i]!, one[i - 1]!), other[j - 1]!]
      const d = sub(other[j]!, c)
      const across = b[0] * d[1] - b[1] * d[0]
      if (Math.abs(across) < 1e-12) continue
      const [x, y] = [c[0] - a[0], c[1] - a[1]]
      const [t, u] = [(x * d[1] - y * d[0]) / across, (x * b[1] - y * b[0]) / across]
      if (Math.min(t, u, 1 - t, 1 - u) > -CORNER) {
        return { at: along(a, b, t), way: unit(d), square: unit(cross(b, d)) }
      }
    }
  return undefined
}

/** A crossing: what lies between the turns that it comes from and goes to. */
type Between = readonly Vec3[]

/** Both halves of the lacing: their stops, the corners of the turns at each, and what lies between two of them on a face. */
interface Drawn {
  readonly stops: readonly Stop[]
  readonly turns: (readonly Vec3[])[]
  /** By the stop that a crossing leaves: its corners, and the whole of it from crown to crown. */
  readonly between: ReadonlyMap<number, Between>
  readonly lines: ReadonlyMap<number, readonly Vec3[]>
}

/** Corners of a crossing, or of a part of it, as it lies on the stone; so near its turns it lies on nothing. */
/** Corners without those that lie nearer to the line between their neighbours than this, mm. */
function thinned(line: readonly Vec3[]): Vec3[] {
  const [a, b] = [line[0]!, line[line.length - 1]!]
  const way = unit(sub(b, a))
  let [far, at] = [THIN, 0]
  line.forEach((p, i) => {
    const off = dist(p, along(a, way, dot(sub(p, a), way)))
    if (off > far) [far, at] = [off, i]
  })
  return at === 0 ? [a, b] : [...thinned(line.slice(0, at + 1)).slice(0, -1), ...thinned(line.slice(at))]
}
const THIN = 0.01

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
    readonly met: NonNullable<ReturnType<typeof crossingOf>>
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
  const between = new Map<number, Between>()
  const leads = stops.flatMap((s, i) => (s.comes || i === stops.length - 1 ? [] : [i]))
  /** What the wire leads to from a stop on its face, or comes from there. */
  const beyondOf = (i: number): Vec3 | undefined => {
    if (i === 0) return first
    const [before, behind] = [between.get(i - 1), between.get(i)]
    return stops[i]!.comes
      ? (before?.[before.length - 1] ?? (before && crowns[i - 1]))
      : (behind?.[0] ?? (behind && crowns[i + 1]))
  }
  const crownsNow = () => stops.map((s, i) => crownAt(k, frame, s, beyondOf(i)).place)
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
      const met = under && crossingOf(under.lines.get(i)!, [from, ...own, to])
      between.set(i, met ? ledOver(k, { from, to, face, met }) : own)
    }
  }
  return {
    stops,
    turns: stops.map((s, i) => cornersAt(k, frame, s, beyondOf(i))),
    between,
    lines: new Map(leads.map((i) => [i, [crowns[i]!, ...between.get(i)!, crowns[i + 1]!]])),
  }
}
const ROUNDS = 2
/** Turns that moved by less than this leave their crossing as it is, mm. */
const MOVED = 0.02
/** Where two crossings meet their middles lie so many thicknesses apart. */
const OVER = 1.1

/** So far from one place toward another, no farther than a share of the way. */
const toward = (a: Vec3, b: Vec3, by: number, most: number): Vec3 =>
  along(a, sub(b, a), Math.min(most, by / dist(a, b)))

/** What lies between two turns, in three: what goes with the turns it leaves, what is drawn taut, and what goes with those it comes to. */
interface Parted {
  readonly leaving: readonly Vec3[]
  readonly taut: readonly Vec3[]
  readonly coming: readonly Vec3[]
}

/** Parts a strap past the corners of its turns, and a crossing half-way to what it lies on there; what it lies on beside the turns goes with them. */
function parted(leaves: Vec3, next: Vec3, crossing: Between | undefined, c: number): Parted {
  if (!crossing) {
    const [a, b] = [toward(leaves, next, PAST * c, 0.45), toward(next, leaves, PAST * c, 0.45)]
    return { leaving: [a], taut: [a, b], coming: [b] }
  }
  const beside = (p: Vec3, end: Vec3) => dist(p, end) < BESIDE_TURNS * c
  const lead = crossing.filter((p) => beside(p, leaves))
  const trail = crossing.filter((p) => !beside(p, leaves) && beside(p, next))
  const rest = crossing.filter((p) => !beside(p, leaves) && !beside(p, next))
  const [a, b] = [lead[lead.length - 1] ?? leaves, trail[0] ?? next]
  const [first, last] = [rest[0], rest[rest.length - 1]]
  const from = first ? toward(a, first, Infinity, 1 / 2) : toward(a, b, Infinity, 1 / 3)
  const to = last ? toward(b, last, Infinity, 1 / 2) : toward(b, a, Infinity, 1 / 3)
  return { leaving: [...lead, from], taut: [from, ...rest, to], coming: [to, ...trail] }
}
/** Nearer to a corner than this what the wire lies on goes with its turns, in distances from the middle of the frame's wire. */
const BESIDE_TURNS = 2.2

/** The lacing as its work: its wire, the turns at each place, and where they are. */
export interface Laced {
  readonly strand: Strand
  readonly ties: readonly Tie[]
  readonly stops: readonly Stop[]
  /** Turns lie on others, or past the end of a round. */
  readonly crowded: boolean
}

/** Have all turns room on their rounds beside each other. */
function haveRoom(k: K, frame: Frame, stops: readonly Stop[]): boolean {
  const lead = BESIDE * k.thick('lace')
  const sides = [1, -1] as const
  return sides.every((side) => {
    const most = outlineRun(side === 1 ? frame.right : frame.left, FOOT, frame.leave, frame.off)
    return sides.every((face) => {
      const own = stops
        .filter((s) => s.side === side && s.face === face)
        .map(
          ({ run, turns }) =>
            [run - (lead * numberOf(turns)) / 2, run + (lead * numberOf(turns)) / 2] as const,
        )
        .sort((a, b) => a[0] - b[0])
      return own.every(([low, high], i) => low > 0 && high < (own[i + 1]?.[0] ?? most))
    })
  })
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
      pen.draw(`turns-${i}`, 'turns', round, k.found('turns', which, long, { ...on, turns: stop.turns }))
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

/** The lacing: one fine wire, its middle wound round the foot, both ends led up over the faces and past the edge in turn, turns at each place of the frame. */
export function lacedOver(k: K, frame: Frame): Laced {
  // its middle lies straight across behind, at the lowest level
  const [a, b] = ([1, -1] as const).map((half) => crownAt(k, frame, stopsOf(k, frame, half)[0]!).place) as [
    Vec3,
    Vec3,
  ]
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
  const stops = [...right.stops, ...left.stops]
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
      field: numberOf(stop.turns) === k.o.ends ? 'ends' : 'turns',
    }
  }
  return {
    strand: { id: 'lace', size: 'lace', left: pens.left.pieces, right: pens.right.pieces, finish: 'tucked' },
    ties: [...right.stops.map(tie), ...left.stops.map(tie)],
    stops,
    crowded: !haveRoom(k, frame, stops),
  }
}
