import type { Vec3 } from '../geom/index.js'
import { alloy, section } from '../wire/index.js'
import type { Setting } from './setting.js'
import { capacity } from './field.js'
import type { Held } from './held.js'
import { lowYield } from './stations.js'

/** A contact's normal under this out of the girdle plane is wedged outward rather than holding, degrees. */
export const SHOULDER = 30

/** A bend that lies on the shoulder of the stone. */
export interface Shoulder {
  readonly wire: string
  readonly p: Vec3
  /** Of its steepest contact out of the girdle plane. */
  readonly degrees: number
  /** How much farther in it would have to reach to lie at 30 degrees; undefined where the face has no such place. mm */
  readonly further: number | undefined
}

/** A bend that stands off by less than this lies on the stone, mm. */
const NEAR = 0.1
/** Steps inward, and how far it is looked, mm. */
const STEP = 0.05
const FAR = 6
/** What reaches less far over a face is beside the stone, mm. */
const REACHES = 0.1

/** Slope of the face at a place in plan: sine of the normal's angle out of the girdle plane; found by coming down onto it. */
function slopeAt(held: Held, x: number, y: number, front: boolean): number {
  const seed = { theta: NaN, phi: NaN }
  let z = front ? held.high[2] + 1 : held.low[2] - 1
  for (let i = 0; i < 40; i++) {
    const near = held.nearest([x, y, z], seed)
    if (near.distance < 1e-4) return Math.abs(near.m[2])
    z += front ? -near.distance : near.distance
    if (z < held.low[2] - 2 || z > held.high[2] + 2) break
  }
  return 0
}

/**
 * How far in from the outline, along a way in plan, the face's normal stands so many degrees out of the girdle plane; undefined where it does
 * nowhere within 6 mm.
 * @example reachForSlope(heldStone(fullStone(oval)), { at: [11, 0], inward: [-1, 0], front: true, degrees: 45 })
 */
export function reachForSlope(
  held: Held,
  {
    at,
    inward,
    front,
    degrees,
  }: {
    readonly at: readonly [number, number]
    readonly inward: readonly [number, number]
    readonly front: boolean
    readonly degrees: number
  },
): number | undefined {
  const wanted = Math.sin((degrees * Math.PI) / 180)
  for (let d = 0; d <= FAR; d += STEP)
    if (slopeAt(held, at[0] + inward[0] * d, at[1] + inward[1] * d, front) >= wanted) return d
  return undefined
}

/** Bends on the shoulder, one for each wire and bend. None where the outline is not known. */
export function shoulders({ held, spans, stations, first }: Setting): Shoulder[] {
  if (!held.outside) return []
  const out: Shoulder[] = []
  let bend: { wire: string; p: Vec3; slope: number; front: boolean } | undefined
  const end = () => {
    if (bend && bend.slope < Math.sin((SHOULDER * Math.PI) / 180)) {
      const { way } = held.outside!(bend.p[0], bend.p[1])
      const inward = [-way[0], -way[1]] as const
      out.push({
        wire: bend.wire,
        p: bend.p,
        degrees: (Math.asin(bend.slope) * 180) / Math.PI,
        further: reachForSlope(held, {
          at: [bend.p[0], bend.p[1]],
          inward,
          front: bend.front,
          degrees: SHOULDER,
        }),
      })
    }
    bend = undefined
  }
  const touched = new Map(first.near.filter((t) => t.gap < NEAR).map((t) => [t.station, t]))
  stations.forEach((st, i) => {
    const wire = spans[st.span]!.wire.id
    const over = st.section.size / 2 - held.outside!(st.p[0], st.p[1]).distance
    // a bend is what reaches over without a break: where it spans a steep flank it does not touch
    if (over < REACHES || (bend && bend.wire !== wire)) end()
    const t = touched.get(i)
    if (over < REACHES || !t) return
    const slope = Math.abs(t.m[2])
    if (!bend || slope > bend.slope) bend = { wire, p: st.p, slope, front: t.m[2] > 0 }
  })
  end()
  return out
}

/** A contact whose normal leans out of the girdle plane by more than this, as a sine, lies on a face. */
const FACE = 0.3

/**
 * The most with which a bend can bear on the stone's face while it is pressed in, N: what the wire yields at there, by the high end of what the
 * metal can be. 0 where no wire lies on a face.
 */
export function pressing({ spans, stations, first, memory }: Setting): number {
  let most = 0
  for (const t of first.near) {
    const station = stations[t.station]!
    const span = spans[station.span]!
    if (t.gap >= NEAR || Math.abs(t.m[2]) < FACE || span.kind === 'bound') continue
    const { stock } = span.wire
    const [low, high] = alloy(stock.alloy).yield[stock.temper]
    most = Math.max(most, (capacity(spans, station, t.m, memory) * high) / low)
  }
  return most
}

/** Pull of a cloth on a wire's end that it should bear, N. Typical, uncited: 5 to 10. */
export const CLOTH = 5

/** Free ends that a cloth would pull open: what their last point bears across, N; the weakest first. */
export function looseEnds({ spans }: Setting): { readonly wire: string; readonly force: number }[] {
  return spans
    .flatMap((span) => {
      if (span.kind !== 'free') return []
      const { points, wire } = span
      const [tip, root] =
        span.end === 'free' ? [points[points.length - 1]!, 0] : [points[0]!, points.length - 1]
      // across, at the arm of the worst section: its own farthest from the tip
      const arm = Math.max(...points.map((p) => Math.hypot(p[0] - tip[0], p[1] - tip[1], p[2] - tip[2])))
      const mp = section(wire.stock.profile, wire.stock.size.mm).plastic * lowYield(wire)
      const force = arm > 0 ? (mp * span.harder[root]!) / arm : Infinity
      return force < CLOTH ? [{ wire: wire.id, force }] : []
    })
    .sort((a, b) => a.force - b.force)
}

/** Hour of a clock face over the piece, 12 toward the bail, to the nearest half. @example hourOf([1, 0, 0]) // 3 */
export function hourOf(p: Vec3): number {
  const hour = Math.round(((Math.PI / 2 - Math.atan2(p[1], p[0])) * 12) / Math.PI) / 2
  return ((hour + 11.5) % 12) + 0.5
}
