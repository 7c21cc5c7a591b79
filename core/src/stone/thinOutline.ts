import type { Vec2 } from '../geom/index.js'

/**
 * Points that a free outline is drawn through at most. A stone that was traced has hundreds, of which the hand's tremble makes most; each
 * becomes two arcs that wires follow and holding is asked at, and none of them changes what a hand can bend.
 */
export const MOST_POINTS = 24
/**
 * Corners that a free outline may turn inward at before it is thinned further. Wires pass over small hollows; a line with very many of them is
 * a trembling hand's, or a chipped edge that no frame follows, and each makes holding many times as long to work out.
 */
export const MOST_HOLLOWS = 3
/** Fewest points that thinning leaves. */
const FEWEST = 10

export interface Thinned {
  readonly points: readonly Vec2[]
  /** How far the points that were left out lie off the line through those that stay, at most, in the points' own unit. */
  readonly off: number
}

/**
 * A closed line with `most` points and few hollows: the point whose triangle with its neighbours is smallest goes first (Visvalingam and
 * Whyatt's line generalisation). Lines that are short and smooth enough stay as they are. O(n²) in the points.
 * @throws RangeError unless `most` is 3 or more
 * @example thinOutline([[0, 0], [1, 0.01], [2, 0], [2, 2], [0, 2]], 4).points.length // 4
 */
export function thinOutline(points: readonly Vec2[], most: number = MOST_POINTS): Thinned {
  if (!(most >= 3)) throw new RangeError(`most must be 3 or more, got ${most}`)
  const left = [...points]
  const tooMany = () => left.length > most || (left.length > FEWEST && hollows(left) > MOST_HOLLOWS)
  if (!tooMany()) return { points, off: 0 }
  while (tooMany()) {
    let least = 0
    let smallest = Infinity
    for (let i = 0; i < left.length; i++) {
      const size = triangle(
        left[(i + left.length - 1) % left.length]!,
        left[i]!,
        left[(i + 1) % left.length]!,
      )
      if (size < smallest) [least, smallest] = [i, size]
    }
    left.splice(least, 1)
  }
  const off = Math.max(
    ...points.map((p) => Math.min(...left.map((a, i) => apart(p, a, left[(i + 1) % left.length]!)))),
  )
  return { points: left, off }
}

/** Corners at which a closed line turns the other way than it does on the whole. */
function hollows(points: readonly Vec2[]): number {
  const turns = points.map((b, i) => {
    const a = points[(i + points.length - 1) % points.length]!
    const c = points[(i + 1) % points.length]!
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
  })
  const area = points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!
    return sum + p[0] * q[1] - q[0] * p[1]
  }, 0)
  return turns.filter((t) => t * area < 0).length
}

const triangle = (a: Vec2, b: Vec2, c: Vec2): number =>
  Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / 2

/** Distance of a point from the stretch between two others. */
function apart(p: Vec2, a: Vec2, b: Vec2): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const long = dx * dx + dy * dy
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long))
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy)
}
