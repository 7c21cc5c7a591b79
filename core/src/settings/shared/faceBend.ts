import { gapAt } from '../../design/index.js'
import { cross, squareTo, type Vec3 } from '../../geom/index.js'
import { hermite, segmentAt, segmentLength, type Segment } from '../../path/index.js'
import { outlineAfter, outlinePoint, outlineRun, type DomeSeed, type Solid } from '../../stone/index.js'
import type { Profile } from '../../wire/index.js'

const keyOf = ({ profile, thickness, from, summit, to, overlap, lie, z, share, first }: FaceBend): string =>
  [profile, thickness, from, summit, to, overlap, lie, z, share, first].join()

const depths = new WeakMap<Solid, Map<string, number>>()
const forms = new WeakMap<Solid, Map<string, BendForm>>()
const segments = new WeakMap<Solid, Map<string, Segment>>()
const MOST_REMEMBERED = 200

/** A value worked out once per solid and key: left and right bends are alike, and fits, build and working all ask for them. */
function remembered<T>(store: WeakMap<Solid, Map<string, T>>, solid: Solid, key: string, make: () => T): T {
  let of = store.get(solid)
  if (!of) store.set(solid, (of = new Map()))
  let value = of.get(key)
  if (value === undefined) {
    value = make()
    if (of.size >= MOST_REMEMBERED) of.clear()
    of.set(key, value)
  }
  return value
}

/** Where a retaining bend is to be: the wire leaves the girdle, goes over the stone's face and comes back. */
export interface BendWish {
  readonly solid: Solid
  readonly face: 'front' | 'back'
  readonly profile: Profile
  readonly thickness: number
  /** Centreline radius down to which the bend may tighten: decides how wide it must be. */
  readonly radius: number
  /** Height of the wire's middle where it lies beside the stone. */
  readonly z: number
  /** How far inside the outline the wire's middle reaches at the summit. */
  readonly overlap: number
  /** Normal direction of the outline at the summit. */
  readonly summit: number
}

/** The form that a bend takes: how high it lies, how one move leads the other, how wide it is. */
export interface BendForm {
  /** Height of the wire's middle at its summit, lying on the stone. */
  readonly lie: number
  /** Which of climbing and reaching in comes first, and the share of the half width that each takes. */
  readonly first: 'climb' | 'reach'
  readonly share: number
  /** Half the bend's width along the edge. */
  readonly half: number
}

export interface FaceBend extends BendWish, BendForm {
  /** Normal directions of the outline where the bend begins and ends. */
  readonly from: number
  readonly to: number
}

/** Tried in turn: both moves at once, or one ever more ahead of the other. */
const SHARES = [1, 0.9, 0.8, 0.7, 0.6, 0.5] as const
const KNOTS = 10

const ease = (t: number): number => (1 - Math.cos(Math.PI * Math.max(0, Math.min(1, t)))) / 2
const easeSlope = (t: number): number => (t <= 0 || t >= 1 ? 0 : (Math.PI / 2) * Math.sin(Math.PI * t))

function clearance(wish: BendWish) {
  const seed: DomeSeed = { theta: NaN, phi: NaN }
  return (psi: number, u: number, z: number): number => {
    const [x, y] = outlinePoint(wish.solid.outline, psi, -u)
    const axes: [Vec3, Vec3] = [
      [Math.cos(psi), Math.sin(psi), 0],
      [0, 0, 1],
    ]
    return gapAt([x, y, z], wish.solid.nearest(x, y, z, seed), {
      profile: wish.profile,
      size: wish.thickness,
      axes,
    }).gap
  }
}

/** Height at which a wire whose middle is `overlap` inside the edge just lies on the face (secant within a bracket, 1e-7 mm). */
function lieHeight(wish: BendWish, gap: ReturnType<typeof clearance>): number {
  const sign = wish.face === 'front' ? 1 : -1
  const f = (h: number) => gap(wish.summit, wish.overlap, sign * h)
  let lo = wish.face === 'front' ? wish.solid.rim : -wish.solid.foot
  let hi = wish.face === 'front' ? wish.solid.apex + wish.thickness : -wish.solid.back + wish.thickness
  let flo = f(lo)
  let fhi = f(hi)
  for (let i = 0; i < 60 && hi - lo > 1e-8; i++) {
    let mid = i % 3 === 2 ? (lo + hi) / 2 : lo - (flo * (hi - lo)) / (fhi - flo)
    if (!(mid > lo && mid < hi)) mid = (lo + hi) / 2
    const v = f(mid)
    if (Math.abs(v) < 1e-7) return sign * mid
    if (v > 0) {
      hi = mid
      fhi = v
    } else {
      lo = mid
      flo = v
    }
  }
  return sign * ((lo + hi) / 2)
}

/** Shares of reach and climb done at t from 0 (girdle line) to 1 (summit). */
export const movesDone = (
  form: Pick<BendForm, 'first' | 'share'>,
  t: number,
): { reach: number; climb: number } => {
  const early = ease(t / form.share)
  const late = ease((t - (1 - form.share)) / form.share)
  return form.first === 'climb' ? { reach: late, climb: early } : { reach: early, climb: late }
}

/**
 * The form of a bend: the summit's height from the stone, the two moves as close together as they may be without
 * touching the stone or the neighbour on the way, and a half width that about keeps
 * the radius: π √(move × radius / 2) / share for the greater move, at least 2.5 thicknesses.
 */
export function bendForm(wish: BendWish): BendForm {
  const key = [wish.face, wish.profile, wish.thickness, wish.radius, wish.z, wish.overlap, wish.summit].join()
  return remembered(forms, wish.solid, key, () => workOutForm(wish))
}

function workOutForm(wish: BendWish): BendForm {
  const { thickness: a, overlap, z, face } = wish
  const sign = face === 'front' ? 1 : -1
  const gap = clearance(wish)
  const lie = lieHeight(wish, gap)
  const rises = sign * (lie - z) >= 0
  const first = rises ? ('climb' as const) : ('reach' as const)
  const inward = overlap + a / 2
  const clear = (share: number): boolean => {
    for (let k = 1; k < 10; k++) {
      const { reach, climb } = movesDone({ first, share }, k / 10)
      const u = -a / 2 + inward * reach
      const h = z + (lie - z) * climb
      if (gap(wish.summit, u, h) < -0.004) return false
      // the neighbour stays at the girdle: it must be passed before the wire comes down to its level
      if (!rises && inward * reach < a && Math.abs(h - z) > 0.03) return false
    }
    return true
  }
  const share = SHARES.find(clear) ?? SHARES[SHARES.length - 1]!
  const width = (move: number) => (Math.PI * Math.sqrt((Math.abs(move) * wish.radius) / 2)) / share
  return { lie, first, share, half: Math.max(2.5 * a, width(inward), width(lie - z)) }
}

/**
 * Centreline of a retaining bend as a spline: reach and climb each go by a cosine from the girdle line to the summit and
 * back, so that it leaves and meets the girdle line without a kink and lies on the stone at its summit.
 */
export function bendSegment(bend: FaceBend): Segment {
  return remembered(segments, bend.solid, keyOf(bend), () => makeSegment(bend))
}

function makeSegment(bend: FaceBend): Segment {
  const { solid, thickness: a, from, summit, to, overlap, lie, z, share, first } = bend
  const o = solid.outline
  const offset = a / 2
  const before = outlineRun(o, from, summit, offset)
  const after = outlineRun(o, summit, to, offset)
  const inward = overlap + a / 2
  const at: number[] = []
  const points: Vec3[] = []
  const slope: Vec3[] = []
  const place = (s: number, t: number, rate: number, psi: number) => {
    const { reach, climb } = movesDone(bend, t)
    const u = -a / 2 + inward * reach
    const [x, y] = outlinePoint(o, psi, -u)
    const early = easeSlope(t / share) / share
    const late = easeSlope((t - (1 - share)) / share) / share
    const du = inward * (first === 'climb' ? late : early) * rate
    const dz = (lie - z) * (first === 'climb' ? early : late) * rate
    // along the parallel curve the wire's own pace shrinks as it goes inside the edge
    const [x0, y0] = outlinePoint(o, psi, offset)
    const bendRadius = Math.hypot(x0 - x, y0 - y)
    const pace = 1 - bendRadius * curvature(o, psi, offset)
    at.push(s)
    points.push([x, y, z + (lie - z) * climb])
    slope.push([-Math.sin(psi) * pace - Math.cos(psi) * du, Math.cos(psi) * pace - Math.sin(psi) * du, dz])
  }
  for (let k = 0; k <= KNOTS; k++) {
    const t = k / KNOTS
    place(
      before * t,
      t,
      1 / before,
      k === 0 ? from : k === KNOTS ? summit : outlineAfter(o, from, before * t, offset),
    )
  }
  for (let k = 1; k <= KNOTS; k++) {
    const t = 1 - k / KNOTS
    place(
      before + (after * k) / KNOTS,
      t,
      -1 / after,
      k === KNOTS ? to : outlineAfter(o, summit, (after * k) / KNOTS, offset),
    )
  }
  return hermite(at, points, slope)
}

/** Curvature of the parallel curve at a normal direction. */
function curvature(o: Solid['outline'], psi: number, offset: number): number {
  const arc = o.arcs.find((k) => psi >= k.from - 1e-12 && psi <= k.to + 1e-12) ?? o.arcs[0]!
  return 1 / (arc.r + offset)
}

/**
 * Least gap between a bend's skin and the stone along its whole curve, mm; below 0 it stands that deep in the stone. The form
 * is chosen at the summit, where the stone is met; beside it a full dome or a drop's flank may bulge toward the wire.
 */
export const bendGap = (bend: FaceBend): number =>
  remembered(depths, bend.solid, keyOf(bend), () => {
    const segment = bendSegment(bend)
    const length = segmentLength(segment)
    const seed: DomeSeed = { theta: NaN, phi: NaN }
    const n = 60
    let least = Infinity
    for (let i = 0; i <= n; i++) {
      const { p, t } = segmentAt(segment, (i / n) * length)
      const face = squareTo([0, 0, 1], t)
      const { gap } = gapAt(p, bend.solid.nearest(...p, seed), {
        profile: bend.profile,
        size: bend.thickness,
        axes: [face, cross(t, face)],
      })
      least = Math.min(least, gap)
    }
    return least
  })
