import type { Vec3 } from '../../geom/index.js'

/** Squares of the raster across the smaller side of a face. */
const CELLS = 110

/**
 * Share (0 to 1) of a face that wires lie before, seen along z: by a raster of 110 squares across the smaller side, of which each counts
 * with as much of it as a wire whose middle is above `above` lies before (by how far its middle is from the wire's edge, so that a band is
 * as wide as it is). Where wires cross the greater share is counted. Within a hundredth of the exact share for wires wider than two squares.
 */
export function coveredShare(spec: {
  /** Each as places along its middle, straight from one to the next, and its thickness. */
  readonly wires: readonly { readonly points: readonly Vec3[]; readonly size: number }[]
  /** Where the face lies at a height: from and to along x, one pair after the other. */
  readonly across: (y: number) => readonly number[]
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number }
  readonly above: number
  /** The smaller side of the smallest face, where there are several in the box. */
  readonly small?: number
}): number {
  const { x0, x1, y0, y1 } = spec.box
  const cell = (spec.small ?? Math.min(x1 - x0, y1 - y0)) / CELLS
  const [nx, ny] = [Math.ceil((x1 - x0) / cell), Math.ceil((y1 - y0) / cell)]
  const under = new Float32Array(nx * ny)
  const index = (v: number, from: number, n: number) =>
    Math.max(0, Math.min(n - 1, Math.floor((v - from) / cell)))
  for (const { points, size } of spec.wires) {
    const reach = size / 2 + cell / 2
    for (let k = 1; k < points.length; k++) {
      const [ax, ay, az] = points[k - 1]!
      const [bx, by, bz] = points[k]!
      if (az <= spec.above || bz <= spec.above) continue
      const [low, high] = [Math.min(ax, bx) - reach, Math.max(ax, bx) + reach]
      const [near, far] = [Math.min(ay, by) - reach, Math.max(ay, by) + reach]
      if (high < x0 || low > x1 || far < y0 || near > y1) continue
      const [ux, uy] = [bx - ax, by - ay]
      const square = Math.max(ux * ux + uy * uy, 1e-12)
      const [i0, i1] = [index(low, x0, nx), index(high, x0, nx)]
      const j1 = index(far, y0, ny)
      for (let j = index(near, y0, ny); j <= j1; j++)
        for (let i = i0; i <= i1; i++) {
          const dx = x0 + (i + 0.5) * cell - ax
          const dy = y0 + (j + 0.5) * cell - ay
          const t = Math.max(0, Math.min(1, (dx * ux + dy * uy) / square))
          const [x, y] = [dx - t * ux, dy - t * uy]
          const share = (reach - Math.sqrt(x * x + y * y)) / cell
          if (share > under[j * nx + i]!) under[j * nx + i] = Math.min(1, share)
        }
    }
  }
  let [face, covered] = [0, 0]
  for (let j = 0; j < ny; j++) {
    const ends = spec.across(y0 + (j + 0.5) * cell)
    let next = 0
    for (let k = 0; k + 1 < ends.length; k += 2) {
      // squares whose middles lie between the two, each counted once where faces overlap
      const first = Math.max(next, Math.ceil((ends[k]! - x0) / cell - 0.5))
      const last = Math.min(nx - 1, Math.floor((ends[k + 1]! - x0) / cell - 0.5))
      for (let i = first; i <= last; i++) covered += under[j * nx + i]!
      if (last >= first) {
        face += last - first + 1
        next = last + 1
      }
    }
  }
  return face === 0 ? 0 : covered / face
}
