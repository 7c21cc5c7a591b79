import type { Vec2 } from '../geom/index.js'

/**
 * Points that a free outline is drawn through at most. A stone that was traced has hundreds, of which the hand's tremble makes most; each
 * becomes two arcs that wires follow and holding is asked at, and none of them changes what a hand can bend.
 */
export const MOST_POINTS = 24

export interface Thinned {
  readonly points: readonly Vec2[]
  /** How far the points that were left out lie off the line through those that stay, at most, in the points' own unit. */
  readonly off: number
}

/**
 * A closed line with `most` points at most: the one whose triangle with its neighbours is smallest goes first (Visvalingam and Whyatt's
 * line generalisation). Lines that are short enough stay as they are. O(n²) in the points.
 * @throws RangeError unless `most` is 3 or more
 * @example thinOutline([[0, 0], [1, 0.01], [2, 0], [2, 2], [0, 2]], 4).points.length // 4
 */
export function thinOutline(points: readonly Vec2[], most: number = MOST_POINTS): Thinned {
  if (!(most >= 3)) throw new RangeError(`most must be 3 or more, got ${most}`)
  if (points.length <= most) return { points, off: 0 }
  const left = [...points]
  while (left.length > most) {
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

const triangle = (a: Vec2, b: Vec2, c: Vec2): number =>
  Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])) / 2

/** Distance of a point from the stretch between two others. */
function apart(p: Vec2, a: Vec2, b: Vec2): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const long = dx * dx + dy * dy
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / long))
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy)
}
