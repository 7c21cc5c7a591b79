import type { Wire } from '../design/index.js'
import { pathAt, pathLength, type Segment } from '../path/index.js'
import type { Stock } from '../wire/index.js'

/** What is no wire of a design and stands in a stone's way as one: all of it one part of this kind. */
export function plainWire(id: string, stock: Stock, segments: readonly Segment[], kind: string): Wire {
  const path = { segments }
  const length = pathLength(path)
  const [first, last] = [pathAt(path, 0), pathAt(path, length)]
  return {
    id,
    stock,
    path,
    roll: [{ s0: 0, s1: length, face: [0, 0, 1] }],
    ends: [
      { place: first.p, direction: [-first.t[0], -first.t[1], -first.t[2]], finish: 'tucked' },
      { place: last.p, direction: last.t, finish: 'tucked' },
    ],
    parts: [{ id: kind, kind, s0: 0, s1: length }],
    anchor: 0,
  }
}
