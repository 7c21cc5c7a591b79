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
