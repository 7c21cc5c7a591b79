/**
 * A taut way round two columns of wires of thickness `d`, from a lowest row to a highest one, once, turning as a common screw goes down, seen from
 * above: its runs one after the other, x and z by mm along.
 */
function hullRuns(
  d: number,
  [low, high]: readonly [number, number],
): readonly { readonly long: number; readonly at: (s: number) => readonly [number, number] }[] {
  const x = d / 2
  // wound by hand a turn stands off by a hair
  const r = OFF * d
  const corner = (cx: number, cz: number, from: number) => ({
    long: (Math.PI / 2) * r,
    at: (s: number) => [cx + r * Math.cos(from - s / r), cz + r * Math.sin(from - s / r)] as const,
  })
  return [
    corner(x, high, Math.PI / 2),
    { long: high - low, at: (s) => [x + r, high - s] },
    corner(x, low, 0),
    { long: d, at: (s) => [x - s, low - r] },
    corner(-x, low, -Math.PI / 2),
    { long: high - low, at: (s) => [-x - r, low + s] },
    corner(-x, high, Math.PI),
    { long: d, at: (s) => [-x + s, high + r] },
  ]
}
const OFF = 1.1

/** Runs round from one on, so many of them, as points with how far each lies along: two steps for a corner, more for a long side. */
export function roundColumns(
  d: number,
  inside: readonly [number, number],
  first: number,
  count: number,
): { readonly s: number; readonly x: number; readonly z: number }[] {
  const runs = hullRuns(d, inside)
  let s = 0
  return Array.from({ length: count }, (_, n) => runs[(first + n) % runs.length]!).flatMap(({ long, at }) => {
    if (long < 1e-9) return []
    const from = s
    s += long
    const steps = Math.max(2, Math.ceil(long / (2 * d)))
    return Array.from({ length: steps }, (_, k) => {
      const t = (long * (k + 1)) / steps
      const [x, z] = at(t)
      return { s: from + t, x, z }
    })
  })
}
/** Runs in once round. */
export const RUNS = 8
