import { outlineArcs, type Outline } from '../../stone/index.js'
import type { Segment } from '../../path/index.js'

/** Arcs of the parallel curve as path segments in the plane z. */
export function arcSegments(o: Outline, from: number, to: number, offset: number, z: number): Segment[] {
  return outlineArcs(o, from, to, offset).map((k) => ({
    kind: 'arc',
    centre: [k.cx, k.cy, z],
    x: [Math.cos(k.from), Math.sin(k.from), 0],
    y: [-Math.sin(k.from), Math.cos(k.from), 0],
    radius: k.r,
    sweep: k.to - k.from,
  }))
}
