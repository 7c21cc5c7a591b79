import { packCircles } from './packing.js'
import type { Vec2 } from './vec.js'

/** One wire of a bundle by its section: a circle, or a square that lies straight; its thickness in mm. */
export interface BundleWire {
  readonly profile: 'round' | 'square'
  readonly size: number
}

/** Where each wire of a bundle lies, in the order given, and what the bundle passes through. */
export interface PackedBundle {
  readonly diameter: number
  readonly at: readonly Vec2[]
  /** Taut string round the bundle as it lies, mm. */
  readonly hull: number
}

/** Directions in which a bundle is looked at for its hull. */
const LOOKS = 720

/** Most wires that are packed. */
export const BUNDLE_MOST = 16

/**
 * Length of a taut string round wires that lie at these places: the support function summed round (Cauchy), to under 0.0002 of it.
 * @throws RangeError without wires
 * @example bundlePerimeter([{ profile: 'round', size: 1 }], [[0, 0]]) // 3.1416
 */
export function bundlePerimeter(wires: readonly BundleWire[], at: readonly Vec2[]): number {
  if (wires.length === 0 || wires.length !== at.length)
    throw new RangeError(
      `a bundle has wires, each with its place: ${wires.length} wires, ${at.length} places`,
    )
  let sum = 0
  for (let k = 0; k < LOOKS; k++) {
    const a = (2 * Math.PI * k) / LOOKS
    const [c, s] = [Math.cos(a), Math.sin(a)]
    let most = -Infinity
    wires.forEach(({ profile, size }, i) => {
      const half = profile === 'round' ? size / 2 : (size / 2) * (Math.abs(c) + Math.abs(s))
      most = Math.max(most, at[i]![0] * c + at[i]![1] * s + half)
    })
    sum += most
  }
  return (sum * 2 * Math.PI) / LOOKS
}

/** Equal squares in straight rows: the circle round the best of all arrangements of rows, each row centred. */
function squareRows(n: number, a: number): { readonly diameter: number; readonly at: Vec2[] } {
  let best: { diameter: number; at: Vec2[] } | undefined
  const tryRows = (rows: readonly number[]) => {
    const at = rows.flatMap((count, r) =>
      Array.from({ length: count }, (_, i): Vec2 => [
        (i - (count - 1) / 2) * a,
        (r - (rows.length - 1) / 2) * a,
      ]),
    )
    // rows need not be as many above the middle as below: the circle's own height is looked for
    const corners = rows.flatMap((count, r): Vec2[] => {
      const y = (r - (rows.length - 1) / 2) * a
      return [
        [(count * a) / 2, y - a / 2],
        [(count * a) / 2, y + a / 2],
      ]
    })
    const radius = (y: number) => Math.max(...corners.map(([cx, cy]) => Math.hypot(cx, cy - y)))
    let [lo, hi] = [-(rows.length * a) / 2, (rows.length * a) / 2]
    for (let i = 0; i < 60; i++) {
      const [p, q] = [lo + (hi - lo) / 3, hi - (hi - lo) / 3]
      if (radius(p) < radius(q)) hi = q
      else lo = p
    }
    const y = (lo + hi) / 2
    const diameter = 2 * radius(y)
    if (!best || diameter < best.diameter - 1e-12)
      best = { diameter, at: at.map(([px, py]): Vec2 => [px, py - y]) }
  }
  // rows grow to the widest and shrink again: other orders of the same rows are no narrower
  const grow = (rows: readonly number[], left: number) => {
    if (left === 0) return tryRows(rows)
    for (let count = 1; count <= left; count++) {
      const before = rows[rows.length - 1]
      const falling = rows.some((v, i) => i > 0 && v < rows[i - 1]!)
      if (before !== undefined && falling && count > before) continue
      grow([...rows, count], left - count)
    }
  }
  grow([], n)
  return best!
}

/**
 * Diameter of the hole or tube that wires pass side by side, and how they lie: round ones as `packCircles`; equal square ones in the best
 * straight rows; square ones among others are counted by the circle round them, so a little too large rather than too small.
 * @throws RangeError for none, more than 16, or a size not above 0
 * @example packBundle([{ profile: 'square', size: 1 }, { profile: 'square', size: 1 }]).diameter // 2.236
 */
export function packBundle(wires: readonly BundleWire[]): PackedBundle {
  if (wires.length === 0 || wires.length > BUNDLE_MOST)
    throw new RangeError(`1 to ${BUNDLE_MOST} wires can be packed, not ${wires.length}`)
  if (wires.some((w) => !(w.size > 0 && Number.isFinite(w.size))))
    throw new RangeError('every wire has a thickness above 0')
  const [first] = wires
  if (first!.profile === 'square' && wires.every((w) => w.profile === 'square' && w.size === first!.size)) {
    const { diameter, at } = squareRows(wires.length, first!.size)
    return { diameter, at, hull: bundlePerimeter(wires, at) }
  }
  const round = wires.map((w) => (w.profile === 'round' ? w.size : w.size * Math.SQRT2))
  const packed = packCircles(round)
  // circles are packed the largest first: put back into the order given
  const order = round.map((_, i) => i).sort((a, b) => round[b]! - round[a]! || a - b)
  const at: Vec2[] = []
  order.forEach((i, k) => (at[i] = packed.at[k]!))
  return { diameter: packed.diameter, at, hull: bundlePerimeter(wires, at) }
}

/** Places of wires by what they need across, the thickest first: so they are put through a hole. */
export function thickestFirst(wires: readonly BundleWire[]): number[] {
  const across = (w: BundleWire) => (w.profile === 'round' ? w.size : w.size * Math.SQRT2)
  return wires.map((_, i) => i).sort((a, b) => across(wires[b]!) - across(wires[a]!) || a - b)
}

/**
 * The order in which wires are put through a hole of this diameter, thickest first, and what room is left round them after each; mm.
 * Negative: it does not go through any more. The thin ones come last because they find their way between.
 * @throws RangeError as `packBundle`
 * @example throughOrder([{ profile: 'round', size: 0.4 }, { profile: 'round', size: 0.8 }], 1.5)[0] // { wire: 1, left: 0.7 }
 */
export function throughOrder(
  wires: readonly BundleWire[],
  hole: number,
): { readonly wire: number; readonly left: number }[] {
  const order = thickestFirst(wires)
  return order.map((wire, k) => ({
    wire,
    left: hole - packBundle(order.slice(0, k + 1).map((i) => wires[i]!)).diameter,
  }))
}
