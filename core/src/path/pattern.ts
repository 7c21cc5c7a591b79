import { add, cross, scale, sub, type Vec3 } from '../geom/index.js'
import { hermite } from './hermite.js'
import type { Fold, Pattern, PathPoint, Segment } from './segment.js'

/** How far along the carrier its turning is asked, mm. */
const NEAR = 1e-4

/** A place on a rib, outward and up from the carrier, and how it moves with the way up the rib and outward from it. */
interface OnRib {
  readonly at: readonly [out: number, up: number]
  readonly byUp: readonly [number, number]
  readonly byOut: readonly [number, number]
}

/** A fold's value a share of the way through unit `i`. */
function foldedAt({ even }: Fold, list: readonly number[], i: number, share: number): number {
  if (!even) return list[i % list.length]!
  if (list.length === 1) return list[0]!
  return (1 - share) * list[i]! + share * list[i + 1]!
}

/** A rib a share of the way through unit `i`, folded inward; without a fold it stands straight. */
function onRib(up: number, off: number, fold: Fold | undefined, i: number, share: number): OnRib {
  const beyond = fold ? up - fold.from : -1
  if (!fold || beyond <= 0) return { at: [off, up], byUp: [0, 1], byOut: [1, 0] }
  const { from } = fold
  const r = foldedAt(fold, fold.radii, i, share)
  const whole = (foldedAt(fold, fold.angles, i, share) * Math.PI) / 180
  const a = Math.min(whole, beyond / r)
  const [c, n] = [Math.cos(a), Math.sin(a)]
  const on = Math.max(0, beyond - r * whole)
  const rate = beyond < r * whole ? (r + off) / r : 1
  return {
    at: [-r + (r + off) * c - on * n, from + (r + off) * n + on * c],
    byUp: [-rate * n, rate * c],
    byOut: [c, n],
  }
}

/**
 * A pattern's units where they lie: each knot on its own rib at its own place of the carrier, `at` so many mm along it, `length` in all. Units
 * meet without a kink, because a knot that two of them share is worked out once for both.
 */
export function patternUnits(pattern: Pattern, at: (s: number) => PathPoint, length: number): Segment[] {
  const { up, side, count, unit, over, under } = pattern
  const pitch = length / count
  const outwardOf = ({ t }: PathPoint): Vec3 => scale(cross(t, up), side)
  const knot = (i: number, k: number): { readonly p: Vec3; readonly slope: Vec3 } => {
    const [u, v, w] = unit[k]!.at
    const [du, dv, dw] = unit[k]!.slope
    const s = (i + u) * pitch
    // below the carrier a rib is folded as above it, seen upside down
    const fold = v < 0 ? under : over
    const sign = v < 0 ? -1 : 1
    const rib = onRib(Math.abs(v), w, fold, i, u)
    const here = at(s)
    const out = outwardOf(here)
    const turning = scale(sub(outwardOf(at(s + NEAR)), outwardOf(at(s - NEAR))), 1 / (2 * NEAR))
    const along = add(here.t, scale(turning, rib.at[0]))
    const across = rib.byUp[0] * dv * sign + rib.byOut[0] * dw
    const rising = rib.byUp[1] * dv + sign * rib.byOut[1] * dw
    return {
      p: add(here.p, add(scale(out, rib.at[0]), scale(up, sign * rib.at[1]))),
      slope: add(scale(along, du * pitch), add(scale(out, across), scale(up, rising))),
    }
  }
  const times = unit.map((_, k) => k)
  return Array.from({ length: count }, (_, i) => {
    const knots = unit.map((_, k) => knot(i, k))
    return hermite(
      times,
      knots.map((k) => k.p),
      knots.map((k) => k.slope),
    )
  })
}

/** The same pattern travelled the other way, along its carrier as that was reversed. */
export function reversedPattern(pattern: Pattern, carrier: readonly Segment[]): Pattern {
  // unit i of so many is the last but i
  const back = ({ from, radii, angles, even }: Fold): Fold => {
    const last = even ? pattern.count : pattern.count - 1
    const turned = (list: readonly number[]): number[] =>
      Array.from({ length: last + 1 }, (_, i) => list[(last - i) % list.length]!)
    return { from, radii: turned(radii), angles: turned(angles), ...(even ? { even } : {}) }
  }
  return {
    ...pattern,
    carrier,
    side: -pattern.side as 1 | -1,
    unit: [...pattern.unit]
      .reverse()
      .map(({ at: [u, v, w], slope: [du, dv, dw] }) => ({ at: [1 - u, v, w], slope: [du, -dv, -dw] })),
    ...(pattern.over ? { over: back(pattern.over) } : {}),
    ...(pattern.under ? { under: back(pattern.under) } : {}),
  }
}
