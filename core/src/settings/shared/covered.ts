import { pathLength, stationsOf, type Path } from '../../path/index.js'

/** Squares of the raster across the smaller side of a face. */
const CELLS = 110

/**
 * Share (0 to 1) of a face that wires lie before, seen along z: squares of a raster (110 across the smaller side) whose middle is inside
 * the face and under a wire whose middle is above `above`. Wires that cross are counted once.
 */
export function coveredShare(spec: {
  readonly wires: readonly { readonly path: Path; readonly size: number }[]
  readonly inside: (x: number, y: number) => boolean
  readonly box: { readonly x0: number; readonly x1: number; readonly y0: number; readonly y1: number }
  readonly above: number
}): number {
  const { x0, x1, y0, y1 } = spec.box
  const cell = Math.min(x1 - x0, y1 - y0) / CELLS
  const [nx, ny] = [Math.ceil((x1 - x0) / cell), Math.ceil((y1 - y0) / cell)]
  const under = new Uint8Array(nx * ny)
  for (const wire of spec.wires) {
    const r = wire.size / 2
    for (const { at } of stationsOf(wire.path, 0, pathLength(wire.path), Math.max(cell, 0.4 * r))) {
      const [x, y, z] = at.p
      if (z <= spec.above || x + r < x0 || x - r > x1 || y + r < y0 || y - r > y1) continue
      const i0 = Math.max(0, Math.floor((x - r - x0) / cell))
      const i1 = Math.min(nx - 1, Math.floor((x + r - x0) / cell))
      const j0 = Math.max(0, Math.floor((y - r - y0) / cell))
      const j1 = Math.min(ny - 1, Math.floor((y + r - y0) / cell))
      for (let j = j0; j <= j1; j++)
        for (let i = i0; i <= i1; i++) {
          const [dx, dy] = [x0 + (i + 0.5) * cell - x, y0 + (j + 0.5) * cell - y]
          if (dx * dx + dy * dy <= r * r) under[j * nx + i] = 1
        }
    }
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
