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

export const OVAL: Stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'labradorite',
}

export const FRAME: Options = {
  wires: 3,
  size: '20 AWG',
  profile: 'square',
  alloy: 'copper',
  temper: 'half hard',
  binding: 'half-round',
  bindingSize: '24 AWG',
  foot: 9,
  neck: 6,
  leave: 24,
  neckRadius: 2.1,
  frontBends: [1.4, 4, 8, 10.6],
  frontOverlap: 1.4,
  backBends: [1.4, 4, 8, 10.6],
  backOverlap: 1.6,
  bail: 5,
  tail: 22,
  margin: 10,
}
