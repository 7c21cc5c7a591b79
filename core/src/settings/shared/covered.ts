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
  readonly inside: (x: number, y: number) => boolean
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
  for (const wire of spec.wires) {
    const r = wire.size / 2
    const reach = r + cell / 2
    wire.points.slice(1).forEach((b, k) => {
      const a = wire.points[k]!
      if (a[2] <= spec.above || b[2] <= spec.above) return
      const [low, high] = [Math.min(a[0], b[0]) - reach, Math.max(a[0], b[0]) + reach]
      const [near, far] = [Math.min(a[1], b[1]) - reach, Math.max(a[1], b[1]) + reach]
      if (high < x0 || low > x1 || far < y0 || near > y1) return
      const [ux, uy] = [b[0] - a[0], b[1] - a[1]]
      const square = Math.max(ux * ux + uy * uy, 1e-12)
      const [i1, j1] = [index(high, x0, nx), index(far, y0, ny)]
      for (let j = index(near, y0, ny); j <= j1; j++)
        for (let i = index(low, x0, nx); i <= i1; i++) {
          const [dx, dy] = [x0 + (i + 0.5) * cell - a[0], y0 + (j + 0.5) * cell - a[1]]
          const t = Math.max(0, Math.min(1, (dx * ux + dy * uy) / square))
          const away = Math.hypot(dx - t * ux, dy - t * uy)
          const share = (reach - away) / cell
          if (share > under[j * nx + i]!) under[j * nx + i] = Math.min(1, share)
        }
    })
  }
  let [face, covered] = [0, 0]
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++)
      if (spec.inside(x0 + (i + 0.5) * cell, y0 + (j + 0.5) * cell)) {
        face++
        covered += under[j * nx + i]!
      }
  return face === 0 ? 0 : covered / face
}
