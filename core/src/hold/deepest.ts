import { gapAt, sectionAt, type Design } from '../design/index.js'
import { pathLength, stationsOf } from '../path/index.js'
import type { DomeSeed } from '../stone/index.js'
import type { Held } from './held.js'

/** Deepest that any wire of a design stands in a stone, looked at every half millimetre, mm; 0 where none does. */
export function deepestIn(design: Design, held: Held): number {
  let least = Infinity
  for (const wire of design.wires) {
    const seed: DomeSeed = { theta: NaN, phi: NaN }
    for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.5))
      least = Math.min(least, gapAt(at.p, held.nearest(at.p, seed), sectionAt(wire, s, at.t)).gap)
  }
  return Math.max(0, -least)
}
