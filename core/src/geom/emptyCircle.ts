import type { Vec2 } from './vec.js'

/** Rows of places that are asked first; then it is asked nearer and nearer by. */
const ROWS = 24
const NEARER = 6

type Line = readonly [Vec2, Vec2]

function distanceFrom([x, y]: Vec2, [[ax, ay], [bx, by]]: Line): number {
  const [dx, dy] = [bx - ax, by - ay]
  const whole = dx * dx + dy * dy
  const t = whole > 0 ? Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / whole)) : 0
  return Math.hypot(x - ax - t * dx, y - ay - t * dy)
}

/**
 * The largest circle inside a closed polygon that crosses none of some lines in it: places in rows, and from the best of them on nearer by. Its
 * radius is within a fiftieth of a row's height of the best; where several circles are as large to that, one of them.
 * @example emptyCircle([[-2, -1], [2, -1], [2, 1], [-2, 1]], []).radius // 1
 */
export function emptyCircle(
  polygon: readonly Vec2[],
  lines: readonly Line[],
): { readonly at: Vec2; readonly radius: number } {
  const sides = polygon.map((p, i): Line => [p, polygon[(i + 1) % polygon.length]!])
  const all = [...lines, ...sides]
  const isInside = ([x, y]: Vec2): boolean =>
    sides.filter(([a, b]) => a[1] > y !== b[1] > y && x < a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]))
      .length %
      2 ===
    1
  let best: { at: Vec2; radius: number } = { at: polygon[0]!, radius: 0 }
  const ask = (at: Vec2) => {
    if (!isInside(at)) return
    let radius = Infinity
    for (const line of all) {
      radius = Math.min(radius, distanceFrom(at, line))
      if (radius <= best.radius) return
    }
    best = { at, radius }
  }
  const [xs, ys] = [polygon.map((p) => p[0]), polygon.map((p) => p[1])]
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  for (let i = 1; i < ROWS; i++)
    for (let j = 1; j < ROWS; j++) ask([left + ((right - left) * i) / ROWS, low + ((high - low) * j) / ROWS])
  let step = Math.max(right - left, high - low) / ROWS
  for (let n = 0; n < NEARER; n++, step /= 2) {
    const [x, y] = best.at
    for (const i of [-1, 0, 1]) for (const j of [-1, 0, 1]) ask([x + i * step, y + j * step])
  }
  return best
}
