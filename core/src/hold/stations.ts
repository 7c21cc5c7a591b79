import type { Design, Joint, Wire } from '../design/index.js'
import { sectionAt, THROUGH, type SectionPose } from '../design/index.js'
import { add, along, cross, dot, scale, sub, unit, type Vec3 } from '../geom/index.js'
import {
  measurePath,
  pathAt,
  pathLength,
  segmentIndex,
  segmentLength,
  stationsOf,
  type BarEnd,
  type Path,
  type Segment,
} from '../path/index.js'
import { alloy, flowStress, section } from '../wire/index.js'
import type { DomeSeed } from '../stone/index.js'
import { crossingWires } from './crossingWires.js'
import type { Beside } from './held.js'
import { plainWire } from './plainWire.js'
import { floatingJoints } from './floating.js'

/** A stretch of one wire between two joints, beyond the last of them, or inside one: what a contact's force is carried by. Derived, never declared. */
export interface Span {
  readonly id: string
  readonly wire: Wire
  readonly kind: 'span' | 'bound' | 'free'
  readonly start: BarEnd
  readonly end: BarEnd
  /** Points of the centreline at most 1 mm apart: the bar that bends. */
  readonly points: readonly Vec3[]
  /** How much harder than the straight wire it is at each point, by what it was bent there: 1 and more. */
  readonly harder: readonly number[]
  readonly length: number
  /** Pulled taut: it carries as a cable does. */
  readonly taut?: Taut
  /** A knot of taut wires alone: what lies under it is borne by them, and not by the knot as if it were fixed. */
  readonly knot?: true
  /** Of a part that floats: the span that alone ties it to the rest, by its place in the list, and which end of that it hangs on. */
  readonly carried?: { readonly by: number; readonly at: 'start' | 'end' }
}

/** A taut span: its own tension ends where the weaker of its two joints slips, N. */
export interface Taut {
  readonly slip: number
  /** Of several in a row on one wire: a tension that all have alike pulls at none of the joints between them, and ends where the first or the last slips, N. */
  readonly row?: { readonly first: number; readonly slip: number }
}

/** A place on a wire that may touch the stone, and the stretch of wire round it, half way to its neighbours. */
export interface Station {
  readonly span: number
  readonly index: number
  readonly p: Vec3
  readonly section: SectionPose
  readonly seed: DomeSeed
  readonly wire: Wire
  /** Where it stands on its wire, and how far before and behind it the stretch goes, mm. */
  readonly s: number
  readonly from: number
  readonly to: number
  /** Either half of the stretch in its own middle as a parabola, u in mm: p + u way + u² bend; and how far the wire's skin may stand off that, mm. */
  readonly way: Vec3
  readonly bends: readonly [Vec3, Vec3]
  readonly loose: number
  /** How far its directions turn over the stretch, radians. */
  readonly turn: number
  /** Its two ends, from p, and the wire's section there. */
  readonly ends: readonly [StretchEnd, StretchEnd]
}

export interface StretchEnd {
  readonly off: Vec3
  readonly section: SectionPose
}

/** The wire's middle and section `u` mm along from a station: exact at the ends of its stretch, between them as its parabola goes and its section turns. */
export function besideStation(st: Station, u: number): { readonly p: Vec3; readonly section: SectionPose } {
  if (u === 0) return st
  const { off, section } = st.ends[u < 0 ? 0 : 1]
  const whole = u < 0 ? st.from : st.to
  if (u === whole) return { p: add(st.p, off), section }
  const p = along(along(st.p, st.way, u), st.bends[u < 0 ? 0 : 1], u * u)
  // round wire looks alike from all sides
  if (section.profile === 'round') return { p, section: st.section }
  const turned = (k: 0 | 1): Vec3 =>
    unit(along(scale(st.section.axes[k], 1 - u / whole), section.axes[k], u / whole))
  return { p, section: { ...section, axes: [turned(0), turned(1)] } }
}

/** Stations are at most this far apart, mm. */
export const SPACING = 1
/** Along an edge of loops they stand so much closer: its loops turn right round within a few millimetres. */
const ON_LOOPS = 0.6

/** Share of its hardening that a bend keeps when it is opened again: pushed back, a metal yields sooner. Typical, uncited: 0.3 to 0.7. */
const KEPT = 0.5
/** Most strain that is counted: beyond it a plier bend's skin is torn rather than harder. */
const MOST_STRAIN = 0.8

interface Stretch {
  readonly s0: number
  readonly s1: number
  readonly joint: Joint
  readonly runs?: true | undefined
  readonly ties?: true | undefined
}

/** A wire's section with the weave that is on it, or what lies between it and the stone: that touches the stone before it. */
const coated = ({ kind, binder, between }: Joint): typeof sectionAt =>
  kind === 'weave' || kind === 'knot' || between
    ? (wire, s, t) => {
        const own = sectionAt(wire, s, t)
        return { ...own, size: own.size + 2 * binder.size.mm }
      }
    : sectionAt

/** A station's stretch between its neighbours: half way to either, or up to the span's end. */
function stretchOf(
  wire: Wire,
  s: number,
  before: number | undefined,
  behind: number | undefined,
  sectionOf: typeof sectionAt,
): Pick<Station, 'from' | 'to' | 'way' | 'bends' | 'loose' | 'turn' | 'ends'> {
  const [from, to] = [
    before === undefined ? 0 : (before - s) / 2,
    behind === undefined ? 0 : (behind - s) / 2,
  ]
  const here = pathAt(wire.path, s)
  const [a, b] = [pathAt(wire.path, s + from), pathAt(wire.path, s + to)]
  // the parabolas that go its way and meet the ends
  const off = (end: Vec3, u: number): Vec3 =>
    u === 0 ? [0, 0, 0] : scale(along(sub(end, here.p), here.t, -u), 1 / (u * u))
  const bends = [off(a.p, from), off(b.p, to)] as const
  // how fast the curvature changes shows in how unlike they are: a cubic c u³, whose parabola to u misses it by 4/27 of c u³ at most
  const cubic = from < 0 && to > 0 ? Math.hypot(...sub(bends[1], bends[0])) / (to - from) : 0
  const own = sectionOf(wire, s, here.t)
  const sides = [sectionOf(wire, s + from, a.t), sectionOf(wire, s + to, b.t)] as const
  return {
    from,
    to,
    way: here.t,
    bends,
    loose: (4 / 27) * cubic * Math.max(-from, to) ** 3 + Math.max(...sides.map((x) => turnedBy(own, x))),
    turn:
      2 * (Math.hypot(...bends[0]) * -from + Math.hypot(...bends[1]) * to) +
      (own.profile === 'round' ? 0 : Math.hypot(...sub(sides[0].axes[0], sides[1].axes[0]))),
    ends: [
      { off: sub(a.p, here.p), section: sides[0] },
      { off: sub(b.p, here.p), section: sides[1] },
    ],
  }
}

/** How much farther a section that turns from one pose to another may reach than in even measure between the two, mm: a chord's rise over each side. */
function turnedBy(a: SectionPose, b: SectionPose): number {
  if (a.profile === 'round') return 0
  const off = ([0, 1] as const).map((k) => sub(a.axes[k], b.axes[k]))
  return (a.size / 16) * off.reduce((sum, x) => sum + dot(x, x), 0)
}

/** Curvature of a polyline at each point, 1/mm, by the circle through it and its neighbours; at the ends as beside them. */
function curvatures(points: readonly Vec3[]): number[] {
  const at = (j: number): number => {
    const [a, b, c] = [points[j - 1]!, points[j]!, points[j + 1]!]
    const [ab, bc, ac] = [sub(b, a), sub(c, b), sub(c, a)]
    const sides = Math.hypot(...ab) * Math.hypot(...bc) * Math.hypot(...ac)
    return sides > 1e-12 ? (2 * Math.hypot(...cross(ab, bc))) / sides : 0
  }
  const last = points.length - 1
  return points.map((_, j) => (last < 2 ? 0 : at(Math.min(last - 1, Math.max(1, j)))))
}

/**
 * How much harder a wire that came straight is at each of these points: bent to a radius R its skin was strained by t/(2R), and it flows by
 * Swift's law from there; half of the gain is counted, for a bend that is pushed open again.
 */
function hardened(wire: Wire, points: readonly Vec3[]): number[] {
  const metal = alloy(wire.stock.alloy)
  const soft = lowYield(wire)
  return curvatures(points).map((k) => {
    const strain = Math.min(MOST_STRAIN, (wire.stock.size.mm * k) / 2)
    return 1 + KEPT * (flowStress(soft, metal.swift, strain) / soft - 1)
  })
}

/**
 * Where wires run through the hole of a stone, as joints: the stone itself keeps a wire there from bending, so that what stands before its
 * mouths bears from there on.
 */
function holesOf({ wires, stones }: Design): Joint[] {
  if (!stones.some((s) => s.strung !== undefined)) return []
  return wires.flatMap((wire) =>
    wire.parts
      .filter((p) => p.kind === THROUGH)
      .map(({ id, s0, s1 }): Joint => ({
        id: `${wire.id}-${id}`,
        kind: 'coil',
        members: [{ wire: wire.id, s0, s1 }],
        binder: wire.stock,
        columns: 1,
        rows: 1,
        length: s1 - s0,
        turns: 0,
        hold: 'clamp',
        slip: 0,
      })),
  )
}

/**
 * Spans and stations of a design, and of the edges of stones that lie beside the one that is held. On each wire the stretches bound in joints part it; between two of them lies a span held as
 * its joints hold, beyond the first and the last a free end. A wire without joints holds nothing, and a joint that floats is no hold: the span
 * that leads to it ends free there.
 */
export function stationsOfDesign(
  design: Design,
  spacing = SPACING,
  beside: readonly Beside[] = [],
): { readonly spans: Span[]; readonly stations: Station[] } {
  const spans: Span[] = []
  const stations: Station[] = []
  const clad = design.joints.filter((j) => j.clads)
  const joints = [...design.joints.filter((j) => !j.clads), ...holesOf(design)]
  const floating = floatingJoints({ wires: design.wires, joints })
  const hanging: { readonly span: number; readonly joint: string }[] = []
  const starts = new Map<string, number>()
  const knots = new Set(design.joints.filter((j) => isKnot(design, j)).map((j) => j.id))
  /** Puts stations at these places of a wire. */
  const stand = (
    wire: Wire,
    list: ReturnType<typeof stationsOf>,
    span: number,
    sectionOf: typeof sectionAt,
  ) =>
    list.forEach((x, index) =>
      stations.push({
        span,
        index,
        p: x.at.p,
        wire,
        s: x.s,
        ...stretchOf(wire, x.s, list[index - 1]?.s, list[index + 1]?.s, sectionOf),
        section: sectionOf(wire, x.s, x.at.t),
        seed: { theta: NaN, phi: NaN },
      }),
    )
  for (const wire of design.wires) {
    const bound: Stretch[] = joints
      .flatMap((joint) =>
        joint.members
          .filter((m) => m.wire === wire.id)
          .map((m) => ({ s0: m.s0, s1: m.s1, joint, runs: m.runs, ties: m.ties })),
      )
      .sort((a, b) => a.s0 - b.s0)
    const taut = wire.parts.filter((p) => p.kind === 'taut')
    const pulled: Pulled[] = []
    const fix = (b: Stretch | undefined): BarEnd =>
      b ? (b.runs || b.joint.hold === 'clamp' ? 'clamp' : 'pin') : 'free'
    /** Is it the stretch by which a floating joint is tied to the rest. */
    const carries = (id: string | undefined, s0: number): boolean => {
      const link = id === undefined ? undefined : floating.get(id)
      return link?.wire === wire.id && Math.abs(link.s0 - s0) < 1e-9
    }
    const put = (kind: Span['kind'], s0: number, s1: number, before?: Stretch, behind?: Stretch) => {
      if (s1 - s0 < 1e-6) return
      const span = spans.length
      if (kind === 'span') starts.set(`${wire.id} ${s0}`, span)
      const isTaut = kind === 'span' && taut.some((p) => p.s0 <= s0 + 1e-6 && p.s1 >= s1 - 1e-6)
      if (isTaut) pulled.push({ span, before: before!, behind: behind! })
      // what a floating joint fixes hangs on the stretch that carries it; that stretch itself, on what its other end is fixed to
      const joint = [before, behind].find((b) => b && floating.has(b.joint.id) && !carries(b.joint.id, s0))
      if (joint) hanging.push({ span, joint: joint.joint.id })
      const middle = (s0 + s1) / 2
      const apart = isOnLoops(wire.path, middle) ? ON_LOOPS * spacing : spacing
      // knots lie as one coat on what they are tied round
      const knotted = kind === 'bound' && before!.joint.kind === 'knot'
      const list = knotted
        ? [{ s: middle, at: pathAt(wire.path, middle) }]
        : (isTaut ? tautStations : stationsOf)(wire.path, s0, s1, apart)
      const points = list.map((x) => x.at.p)
      const over = clad.find((j) =>
        j.members.some((m) => m.wire === wire.id && m.s0 <= middle && middle <= m.s1),
      )
      const sectionOf = kind === 'bound' ? coated(before!.joint) : over ? coated(over) : sectionAt
      spans.push({
        id: `${wire.id}:${before?.joint.id ?? 'end'}-${behind?.joint.id ?? 'end'}:${spans.filter((x) => x.wire === wire).length}`,
        wire,
        kind,
        start: carries(before?.joint.id, s0) ? 'free' : fix(before),
        end: carries(behind?.joint.id, s0) ? 'free' : fix(behind),
        points,
        harder: hardened(wire, points),
        length: s1 - s0,
        ...(kind === 'bound' && knots.has(before!.joint.id) ? { knot: true as const } : {}),
        ...(isTaut ? { taut: { slip: Math.min(before!.joint.slip, behind!.joint.slip) } } : {}),
      })
      stand(wire, list, span, sectionOf)
    }
    const [first, last] = [bound[0], bound[bound.length - 1]]
    if (!first || !last) continue
    put('free', 0, first.s0, undefined, first)
    bound.forEach((b, i) => {
      // what is tied round others is their coat
      if (!b.ties) put('bound', b.s0, b.s1, b, b)
      const next = bound[i + 1]
      if (next && next.s0 > b.s1) put('span', b.s1, next.s0, b, next)
    })
    tellRows(spans, pulled)
    put('free', last.s1, pathLength(wire.path), last, undefined)
  }
  for (const { span, joint } of hanging) {
    const link = floating.get(joint)!
    const by = starts.get(`${link.wire} ${link.s0}`)!
    spans[span] = { ...spans[span]!, carried: { by, at: spans[by]!.start === 'free' ? 'start' : 'end' } }
  }
  /** What is no wire of the design, and in the stone's way. */
  const putBy = (wire: Wire, as: Pick<Span, 'kind' | 'start' | 'end' | 'taut'>) => {
    const length = pathLength(wire.path)
    const list = stationsOf(wire.path, 0, length, CLOSER * spacing)
    const points = list.map((x) => x.at.p)
    stand(wire, list, spans.length, sectionAt)
    const harder = points.map(() => 1)
    spans.push({ id: `${wire.id}:${spans.length}`, wire, points, harder, length, ...as })
  }
  // turns before and behind what leads across hold it more firmly than it can be pulled
  for (const { wire } of crossingWires(design))
    putBy(wire, { kind: 'span', start: 'pin', end: 'pin', taut: { slip: Infinity } })
  for (const stone of beside) putBy(edgeWire(stone), { kind: 'bound', start: 'clamp', end: 'clamp' })
  return { spans, stations }
}
/** On what leads across from wire to wire, and along another stone's edge, stations stand so much closer. */
const CLOSER = 0.5

/** Another stone's edge as if it were a thin hard wire: it is as firm as what holds that stone. */
function edgeWire({ id, thick, line }: Beside): Wire {
  const segments = line.map((from, i): Segment => ({ kind: 'line', from, to: line[(i + 1) % line.length]! }))
  const size = { label: `${thick} mm`, mm: thick }
  return plainWire(
    id,
    { alloy: 'sterling silver', temper: 'half hard', profile: 'round', size },
    segments,
    'edge',
  )
}
/** Does a pattern go through this place of a path. */
const isOnLoops = (path: Path, s: number): boolean =>
  path.segments[segmentIndex(measurePath(path), s)]!.kind === 'pattern'

/** Do only taut wires meet in a joint: whatever leads on from it, on any of its wires, is drawn taut. */
function isKnot({ wires }: Pick<Design, 'wires'>, { members }: Joint): boolean {
  const drawn = members.flatMap(({ wire, s0, s1 }) => {
    const own = wires.find((w) => w.id === wire)!
    const taut = (s: number) => own.parts.some((p) => p.kind === 'taut' && p.s0 < s - 1e-6 && p.s1 > s + 1e-6)
    const on = [s0 - BESIDE, s1 + BESIDE].filter((s) => s > 0 && s < pathLength(own.path))
    return on.map(taut)
  })
  return members.length > 1 && drawn.length > 0 && drawn.every(Boolean)
}
/** So far beside a joint its wires are looked at, mm. */
const BESIDE = 0.01

/** A bend of a taut wire, where it goes over an edge, turns by more than this, radians. */
const BEND = 0.02

/** Stations of a taut wire: it touches where it bends, so one stands in the middle of each bend, and others evenly between. */
function tautStations(path: Path, s0: number, s1: number, spacing: number): ReturnType<typeof stationsOf> {
  const { starts } = measurePath(path)
  const corners = path.segments.flatMap((seg, i) => {
    const s = starts[i]! + segmentLength(seg) / 2
    return seg.kind === 'arc' && seg.sweep > BEND && s > s0 + BEND && s < s1 - BEND ? [s] : []
  })
  const stops = [s0, ...corners, s1]
  return stops
    .slice(1)
    .flatMap((s, i) => stationsOf(path, stops[i]!, s, STRAIGHT * spacing).slice(i === 0 ? 0 : 1))
}

/** Between its bends it is straight: there stations stand so many times as far apart. */
const STRAIGHT = 2

/** A taut span with the joints at its ends. */
interface Pulled {
  readonly span: number
  readonly before: Stretch
  readonly behind: Stretch
}

/** Tells taut spans of a wire that follow each other joint by joint. */
function tellRows(spans: Span[], pulled: readonly Pulled[]): void {
  for (let i = 0; i < pulled.length;) {
    let end = i + 1
    while (end < pulled.length && pulled[end]!.before === pulled[end - 1]!.behind) end++
    const row = pulled.slice(i, end)
    const slip = Math.min(row[0]!.before.joint.slip, row[row.length - 1]!.behind.joint.slip)
    if (row.length > 1)
      for (const { span } of row) {
        const own = spans[span]!
        spans[span] = { ...own, taut: { ...own.taut!, row: { first: row[0]!.span, slip } } }
      }
    i = end
  }
}

/** Low end of the yield range of a wire, MPa: what holding is judged by. */
export const lowYield = (wire: Wire): number => alloy(wire.stock.alloy).yield[wire.stock.temper][0]

/** Force at which a wire shears off beside an anchor: A sy / √3. Caps every contact. */
export const shearLoad = (wire: Wire): number =>
  (section(wire.stock.profile, wire.stock.size.mm).area * lowYield(wire)) / Math.sqrt(3)

/** Tension at which a wire stretches for good: A sy. */
export const pullLoad = (wire: Wire): number =>
  section(wire.stock.profile, wire.stock.size.mm).area * lowYield(wire)
