import type { Design } from '../design/index.js'
import { dot, type Vec3 } from '../geom/index.js'
import type { CapacityMemory } from './field.js'
import type { Held } from './held.js'
import { stationsOfDesign, type Span, type Station } from './stations.js'
import { memoryOf, surroundings, type Surroundings } from './contacts.js'
import { type Pose } from './pose.js'
import { FIRST_REACH, walk, type WalkResult } from './walk.js'

/** One of the 26 ways that the stone was pushed. */
export interface WayHold {
  readonly d: Vec3
  readonly outcome: WalkResult['outcome']
  /** Travel until the wires stop it, mm (for `out`: how far it was followed). */
  readonly travel: number
}

/** Where a wire follows the stone at an even gap, one station in THIN is enough: the push goes there by the cosine of a small angle. */
const THIN = 3
/** A contact whose normal leans out of the girdle plane by more than this, as a sine, is on a face. */
const FACE = 0.3
/** Neighbours whose gaps differ by less are even, mm. */
const EVEN = 0.02

/**
 * Stations that a check needs: all, but where a wire lies along the stone at an even gap only some of them, counted from the nearer end of
 * its span, so that mirrored spans are thinned alike. With what is near among them.
 */
function thinned(
  spans: readonly Span[],
  all: readonly Station[],
  first: Surroundings,
  faceToo: boolean,
): Lean {
  const gaps = new Map(first.near.map((t) => [t.station, t.gap]))
  // over a face every place counts: it is what keeps the stone in
  const faces = new Set(first.near.filter((t) => Math.abs(t.m[2]) > FACE).map((t) => t.station))
  const even = (i: number, other: number): boolean => {
    const [a, b] = [all[i]!, all[other]]
    if (!b || b.span !== a.span || Math.abs(b.index - a.index) !== 1) return false
    const [ga, gb] = [gaps.get(i), gaps.get(other)]
    return ga !== undefined && gb !== undefined && Math.abs(ga - gb) < EVEN
  }
  const kept: number[] = []
  all.forEach((st, i) => {
    const fromEnd = Math.min(st.index, spans[st.span]!.points.length - 1 - st.index)
    const taut = spans[st.span]!.taut !== undefined
    if (taut || (!faceToo && faces.has(i)) || fromEnd % THIN === 0 || !even(i, i - 1) || !even(i, i + 1))
      kept.push(i)
  })
  const place = new Map(kept.map((i, k) => [i, k]))
  return {
    stations: kept.map((i) => all[i]!),
    first: {
      near: first.near.flatMap((t) => {
        const station = place.get(t.station)
        return station === undefined ? [] : [{ ...t, station }]
      }),
      memory: memoryOf(first.memory, kept),
    },
  }
}

/** Stations with what is near among them at rest. */
export interface Lean {
  readonly stations: readonly Station[]
  readonly first: Surroundings
}

/** Everything that the parts of a check share: what is held, what holds it, and what lies near at rest. */
export interface Setting {
  readonly held: Held
  readonly spans: readonly Span[]
  readonly stations: readonly Station[]
  readonly first: Surroundings
  /** Every station of the design, before those were left out that a check does not need. */
  readonly all: readonly Station[]
  /** Fewer stations, for walking: where a wire lies along a face at an even gap some of them stop the stone as all do. */
  readonly walked: Lean
  /** Box of all stations. */
  readonly low: Vec3
  readonly high: Vec3
  readonly memory: CapacityMemory
  /** Ways that were walked from rest. */
  readonly walks: Map<Vec3, Walked>
}

/** What is held in a design, made ready. */
export function settingOf(design: Design, held: Held, spacing?: number): Setting {
  const { spans, stations } = stationsOfDesign(design, spacing ?? held.strung?.spacing, held.beside)
  return settingFrom(spans, held.beside ? stations.filter((st) => standsBy(held, st.p)) : stations, held)
}

/** Of several stones in a piece each is held by what stands round it: once it is past that, it has left its place. */
const standsBy = ({ low, high, size }: Held, p: Vec3): boolean =>
  p.every((v, k) => v > low[k]! - AROUND * size && v < high[k]! + AROUND * size)
/** So far round a stone, in halves of its largest measure. */
const AROUND = 0.75

/** What lies near the stone at rest, as seen from it, in words: stones of a size that have the same round them are held alike. */
export const surroundingsOf = ({ held, first, stations, spans }: Setting): string =>
  first.near
    .map(({ station, gap }) => {
      const { p, span } = stations[station]!
      const off = p.map((v, k) => Math.round((v - held.centre[k]!) * 1e4))
      const { kind, length, wire } = spans[span]!
      return [...off, Math.round(gap * 1e4), kind, Math.round(length * 1e3), wire.stock.size.mm].join(' ')
    })
    .join('; ')

/** The same from spans and stations that were changed; what the spans bear may be known already. */
export function settingFrom(
  spans: readonly Span[],
  all: readonly Station[],
  held: Held,
  memory: CapacityMemory = new Map(),
): Setting {
  const near = surroundings(held, all, FIRST_REACH)
  const lean = thinned(spans, all, near, false)
  const low = [0, 1, 2].map((k) => Math.min(...lean.stations.map((s) => s.p[k as 0]))) as unknown as Vec3
  const high = [0, 1, 2].map((k) => Math.max(...lean.stations.map((s) => s.p[k as 0]))) as unknown as Vec3
  return {
    held,
    spans,
    ...lean,
    all,
    walked: thinned(spans, all, near, true),
    low,
    high,
    memory,
    walks: new Map(),
  }
}

/** Is something drawn taut in it. */
export const isLaced = ({ spans }: Pick<Setting, 'spans'>): boolean => spans.some((s) => s.taut)

/** How far the stone must go along d to be clear of all wires: corner to corner of the two boxes. */
export const clearOf = ({ held, low, high }: Pick<Setting, 'held' | 'low' | 'high'>, d: Vec3): number => {
  let wires = -Infinity
  let stone = Infinity
  for (let k = 0; k < 8; k++) {
    const corner = (lo: Vec3, hi: Vec3): Vec3 => [
      k & 1 ? hi[0] : lo[0],
      k & 2 ? hi[1] : lo[1],
      k & 4 ? hi[2] : lo[2],
    ]
    wires = Math.max(wires, dot(corner(low, high), d))
    stone = Math.min(stone, dot(corner(held.low, held.high), d))
  }
  return Math.max(1, wires - stone + 1)
}

/** One way as it was walked, with the pose in which the stone came to rest. */
export interface Walked extends WayHold {
  readonly pose: Pose
  readonly result: WalkResult
  /** How near a wire counts as touching there, mm, where it is not `CONTACT`. */
  readonly within?: number
}

/** Pushes the stone in one direction, from rest or from another pose. */
export function walkIn(setting: Setting, d: Vec3, start?: Pose): Walked {
  const { held, walks } = setting
  const known = start ? undefined : walks.get(d)
  if (known) return known
  const { stations, first } = setting.walked
  const result = walk({
    held,
    stations,
    direction: d,
    clear: clearOf(setting, d),
    ...(start ? { start } : { first }),
  })
  const walked = { d, outcome: result.outcome, travel: result.travel, pose: result.pose, result }
  if (!start) walks.set(d, walked)
  return walked
}
