import { remember } from './remember.js'
import type { Vec2 } from './vec.js'

/**
 * Diameter of the smallest circle known round n equal circles of diameter 1, n from 1 to 12: 1, 2, 1 + 2/√3, 1 + √2, 1 + √(2 + 2/√5), 3, 3,
 * 1 + 1/sin(π/7); all to four places.
 */
const EQUAL = [1, 2, 2.1547, 2.4142, 2.7013, 3, 3, 3.3048, 3.6131, 3.813, 3.9238, 4.0296] as const

/** Starts of a search, and how close two tries must come to end it, as a share. */
const STARTS = 7
/** From so many circles on, fewer starts: each takes longer, and a hand needs room anyway. */
const MANY = 9
const FEWER = 4
const CLOSE = 4e-4

/** A small deterministic generator (mulberry32): starts that are spread, and the same every time. */
function spread(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Rounds of pushing after which a try must have got nearer by a good part, or is given up. */
const LOOK = 25
const NEARER = 0.7

/** Circles pushed apart and inward until they fit into a circle of radius R, or get no nearer to it. */
function relax(radii: readonly number[], R: number, start: readonly Vec2[]): Vec2[] | undefined {
  const n = radii.length
  const [x, y] = [new Float64Array(n), new Float64Array(n)]
  start.forEach((p, i) => {
    x[i] = p[0]
    y[i] = p[1]
  })
  const small = 2e-5 * R
  let before = Infinity
  for (let round = 0; round < 400; round++) {
    let worst = 0
    for (let i = 0; i < n; i++) {
      const ri = radii[i]!
      for (let j = 0; j < i; j++) {
        const [dx, dy] = [x[i]! - x[j]!, y[i]! - y[j]!]
        const reach = ri + radii[j]!
        const square = dx * dx + dy * dy
        if (square >= reach * reach) continue
        const apart = Math.sqrt(square)
        const lap = reach - apart
        if (lap > worst) worst = lap
        const [ux, uy] = apart > 1e-12 ? [dx / apart, dy / apart] : [1, 0]
        x[i]! += (ux * lap) / 2
        y[i]! += (uy * lap) / 2
        x[j]! -= (ux * lap) / 2
        y[j]! -= (uy * lap) / 2
      }
      const d = Math.sqrt(x[i]! * x[i]! + y[i]! * y[i]!)
      const out = d + ri - R
      if (out > 0) {
        if (out > worst) worst = out
        x[i]! -= (x[i]! / (d || 1)) * out
        y[i]! -= (y[i]! / (d || 1)) * out
      }
    }
    if (worst <= small) return radii.map((_, i): Vec2 => [x[i]!, y[i]!])
    if (round % LOOK === LOOK - 1) {
      if (worst > NEARER * before) return undefined
      before = worst
    }
  }
  return undefined
}

const packings = remember<string, ReturnType<typeof findPacking>>(64)

/**
 * Diameter of a circle that circles of these diameters pass through side by side, and where they lie in it. For up to 12 equal ones the
 * known smallest; for unequal ones the best that is found by pushing them together from seven starts, so a little too large rather than
 * too small. Up to 16 circles.
 * @throws RangeError without circles, for more than 16, or for a diameter not above 0
 * @example packCircles([0.8, 0.8, 0.8]).diameter // 1.724
 */
export function packCircles(diameters: readonly number[]): {
  readonly diameter: number
  readonly at: readonly Vec2[]
} {
  if (diameters.length === 0 || diameters.length > 16)
    throw new RangeError(`1 to 16 circles can be packed, not ${diameters.length}`)
  if (diameters.some((d) => !(d > 0 && Number.isFinite(d))))
    throw new RangeError('every circle has a diameter above 0')
  const radii = [...diameters].map((d) => d / 2).sort((a, b) => b - a)
  return packings(radii.join(' '), () => findPacking(radii))
}

/** `packCircles` for radii, the largest first. */
function findPacking(radii: readonly number[]): { readonly diameter: number; readonly at: readonly Vec2[] } {
  const n = radii.length
  if (n === 1) return { diameter: 2 * radii[0]!, at: [[0, 0]] }
  if (n === 2)
    return {
      diameter: 2 * (radii[0]! + radii[1]!),
      at: [
        [-radii[1]!, 0],
        [radii[0]!, 0],
      ],
    }
  const equal = radii[0]! - radii[n - 1]! < 1e-9 * radii[0]!
  const known = equal ? EQUAL[n - 1] : undefined
  if (known !== undefined && n <= RINGED)
    return { diameter: known * 2 * radii[0]!, at: ringed(n, known * radii[0]!, radii[0]!) }
  const floor = Math.max(radii[0]! + radii[1]!, Math.sqrt(radii.reduce((s, r) => s + r * r, 0)))
  let best: { R: number; at: Vec2[] } | undefined
  for (let k = 0; k < (n < MANY ? STARTS : FEWER); k++) {
    const random = spread(k + 1)
    let hi = best?.R ?? 1.01 * radii.reduce((s, r) => s + r, 0)
    let lo = floor
    let start: Vec2[] = radii.map((_, i): Vec2 => {
      const a = (2 * Math.PI * (i + random())) / n
      return [hi * random() * Math.cos(a), hi * random() * Math.sin(a)]
    })
    // the first try of a start must beat what is known, or the start is given up
    let first = best !== undefined
    while (hi - lo > CLOSE * hi) {
      const R = first ? hi * (1 - 2 * CLOSE) : (lo + hi) / 2
      const found = relax(radii, R, start)
      if (found) {
        best = { R, at: found }
        hi = R
        start = found
      } else if (first) break
      else lo = R
      first = false
    }
  }
  return { diameter: 2 * Math.min(best!.R, known === undefined ? Infinity : known * radii[0]!), at: best!.at }
}

/** So many equal circles lie best in a ring, from 7 on with one in the middle. */
const RINGED = 8
function ringed(n: number, R: number, r: number): Vec2[] {
  const round = n >= 7 ? n - 1 : n
  const out = Array.from({ length: round }, (_, i): Vec2 => {
    const a = (2 * Math.PI * i) / round
    return [(R - r) * Math.cos(a), (R - r) * Math.sin(a)]
  })
  return n >= 7 ? [...out, [0, 0]] : out
}
