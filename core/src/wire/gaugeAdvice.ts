import { alloy, type AlloyId, type Temper } from './alloy.js'
import { WIRE_SIZES, type WireSize } from './gauge.js'
import { bendingForce } from './handling.js'
import { sectionAbout } from './sectionAbout.js'

/** What a wire does in a piece. */
export const WIRE_ROLES = ['frame', 'binding', 'weaving', 'strap', 'shank', 'bail'] as const
export type WireRole = (typeof WIRE_ROLES)[number]

/** What is asked of a wire in its role. Lengths mm, forces N. */
export interface GaugeQuestion {
  readonly role: WireRole
  readonly alloy: AlloyId
  readonly temper: Temper
  readonly profile: 'round' | 'square' | 'half-round'
  /** Smallest inside radius that it must be bent to. */
  readonly radius: number
  /** Force that it must bear without staying bent, in the middle of its span; 0 where it only decorates. */
  readonly force: number
  /** Free length between two ties, over which it bears that. */
  readonly span: number
  /** Thickness of what it is wrapped round, where it is wrapped. */
  readonly around?: number
}

/** A bound of the window, and why it is there. */
export interface GaugeBound {
  readonly size: number
  readonly reason: 'holding' | 'strength' | 'stiffness' | 'pull' | 'bend' | 'hand' | 'share'
}

/** One stock size against the window. */
export interface GaugeVerdict {
  readonly size: WireSize
  readonly fits: boolean
  /** Its strength over what is asked: 1 is just enough. Infinity where nothing is asked. */
  readonly strength: number
  /** How far it gives in the middle of its span under the force, mm. */
  readonly gives: number
  readonly felt: string
}

export interface GaugeWindow {
  /** The bound that decides is the largest of these. */
  readonly least: readonly GaugeBound[]
  /** The bound that decides is the smallest of these. */
  readonly most: readonly GaugeBound[]
  readonly sizes: readonly GaugeVerdict[]
}

/** A wire that gives more than this over its span no longer holds a shape, as a share of the span. Typical, uncited. */
const GIVES = 0.04
/** Pull of a hand on a wrapping wire, N; twice that it must bear without stretching. Typical, uncited. */
const HAND_PULL = 6
/** What is wrapped is commonly half as thick as what it is wrapped round, and never thicker. Typical, uncited. */
const WRAPPED_SHARE = 0.62
/** Push at a thumb's lever beyond which nobody bends it by hand into a close curve, N. Typical, uncited. */
const THUMB = 5

const WRAPS: readonly WireRole[] = ['binding', 'weaving', 'strap']

/** Smallest size for which `good` holds, between 0.05 and 6 mm; what it asks only grows with the size. */
function leastSize(good: (size: number) => boolean): number {
  let [lo, hi] = [0.05, 6]
  if (good(lo)) return lo
  for (let i = 0; i < 50; i++) {
    const mid = (lo + hi) / 2
    if (good(mid)) hi = mid
    else lo = mid
  }
  return hi
}

/**
 * The window of sizes for a role: no thinner than its strength (a span tied at both ends bears 8 Mp/L in its middle), its stiffness
 * (F L³/(192 EI) at most 4 % of the span) and, where it is pulled tight, its pull ask; no thicker than its bend limit, a thumb, and, where it
 * is wrapped, a share of what it is wrapped round allow. The low end of the yield is used for strength, the high end for bending.
 * Estimates for choosing, not the holding check, which works with the piece's own shape.
 * @throws RangeError for a radius or span not above 0, or a force below 0
 * @example gaugeWindow({ role: 'frame', alloy: 'copper', temper: 'half hard', profile: 'square', radius: 1, force: 8, span: 12 })
 */
export function gaugeWindow(q: GaugeQuestion): GaugeWindow {
  if (!(q.radius > 0 && q.span > 0 && q.force >= 0))
    throw new RangeError('a wire’s role needs a radius and a span above 0, and no force below 0')
  const metal = alloy(q.alloy)
  const [low] = metal.yield[q.temper]
  const at = (size: number) => sectionAbout({ profile: q.profile, size })
  const strengthOf = (size: number): number =>
    q.force === 0 ? Infinity : (8 * at(size).plastic * low) / q.span / q.force
  const givesOf = (size: number): number => (q.force * q.span ** 3) / (192 * metal.modulus * at(size).inertia)
  const wrapped = WRAPS.includes(q.role)
  const least: GaugeBound[] = []
  if (q.force > 0) {
    least.push({ size: leastSize((s) => strengthOf(s) >= 1), reason: 'strength' })
    if (!wrapped) least.push({ size: leastSize((s) => givesOf(s) <= GIVES * q.span), reason: 'stiffness' })
  }
  if (wrapped) least.push({ size: leastSize((s) => at(s).area * low >= 2 * HAND_PULL), reason: 'pull' })
  const most: GaugeBound[] = []
  const limit = metal.bend[q.temper]
  // the limit is an inside radius over the thickness in the direction of the bend; half-round lies flat in
  const depth = at(1).thickness
  if (limit > 0) most.push({ size: q.radius / limit / depth, reason: 'bend' })
  most.push({
    size: leastSize((s) => bendingForce({ profile: q.profile, size: s }, q.alloy, q.temper).hand[1] >= THUMB),
    reason: 'hand',
  })
  if (wrapped && q.around !== undefined) most.push({ size: WRAPPED_SHARE * q.around, reason: 'share' })
  const from = Math.max(0, ...least.map((b) => b.size))
  const to = Math.min(...most.map((b) => b.size))
  return {
    least: least.sort((a, b) => b.size - a.size),
    most: most.sort((a, b) => a.size - b.size),
    sizes: WIRE_SIZES.map((size) => ({
      size,
      fits: size.mm >= from && size.mm <= to,
      strength: strengthOf(size.mm),
      gives: givesOf(size.mm),
      felt: bendingForce({ profile: q.profile, size: size.mm }, q.alloy, q.temper).felt,
    })),
  }
}
