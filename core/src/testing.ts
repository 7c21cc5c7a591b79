import { cross, dist, dot, norm, unit } from './geom/index.js'
import { segmentAt, segmentLength, type Segment } from './path/index.js'
import { examples } from './settings/bound-frame/examples.js'
import type { Options } from './settings/index.js'
import type { Stone } from './stone/index.js'

/** For tests only: numbers in [0, 1) from a seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const [frame] = examples.sound

/** For tests only: a flat-backed oval and a frame that holds it, the family's own first example. */
export const OVAL: Stone = frame!.stone
export const FRAME: Options = frame!.options

/** For tests only: how far segments' ends lie apart where they meet (mm), and how sharply their ways differ there (radians), at most. */
export function seams(segments: readonly Segment[]): { readonly apart: number; readonly kink: number } {
  let [apart, kink] = [0, 0]
  segments.slice(1).forEach((next, i) => {
    const before = segments[i]!
    const [a, b] = [segmentAt(before, segmentLength(before)), segmentAt(next, 0)]
    apart = Math.max(apart, dist(a.p, b.p))
    kink = Math.max(kink, norm(cross(unit(a.t), unit(b.t))))
    if (dot(a.t, b.t) < 0) kink = Math.PI
  })
  return { apart, kink }
}
