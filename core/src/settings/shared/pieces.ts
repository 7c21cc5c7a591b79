import type { Part, Roll, Wire, WireEnd } from '../../design/index.js'
import { scale } from '../../geom/index.js'
import { measurePath, pathAt, reverseSegment, segmentLength, type Segment } from '../../path/index.js'
import type { Stock } from '../../wire/index.js'
import type { Quantity } from '../../working/index.js'

/** A named stretch of a wire: its shape, and its length as a figure with its working. */
export interface Piece {
  /** Unique among the pieces of its half. */
  readonly id: string
  readonly kind: string
  readonly segments: readonly Segment[]
  readonly length: Quantity
}

/** The two halves of a wire, each in order from its anchor outward and travelled that way. */
export interface WireHalves {
  readonly left: readonly Piece[]
  readonly right: readonly Piece[]
}

/** A wire made of its halves: the left one is travelled backward, and a part's id is its piece's with the side behind it. */
export function wireFrom(spec: {
  readonly id: string
  readonly stock: Stock
  readonly halves: WireHalves
  readonly finish: WireEnd['finish']
  readonly roll?: readonly Roll[]
}): Wire {
  const { left, right } = spec.halves
  const before = left
    .flatMap((p) => p.segments)
    .reverse()
    .map(reverseSegment)
  const path = { segments: [...before, ...right.flatMap((p) => p.segments)] }
  const { length, starts } = measurePath(path)
  const anchor = starts[before.length]!
  const parts: Part[] = []
  for (const [pieces, side, sign] of [
    [left, 'left', -1],
    [right, 'right', 1],
  ] as const) {
    let run = 0
    for (const p of pieces) {
      const own = p.segments.reduce((sum, seg) => sum + segmentLength(seg), 0)
      const [a, b] = [anchor + sign * run, anchor + sign * (run + own)]
      parts.push({ id: `${p.id}-${side}`, kind: p.kind, s0: Math.min(a, b), s1: Math.max(a, b) })
      run += own
    }
  }
  parts.sort((a, b) => a.s0 - b.s0)
  const [first, last] = [pathAt(path, 0), pathAt(path, length)]
  return {
    id: spec.id,
    stock: spec.stock,
    path,
    roll: spec.roll ?? [{ s0: 0, s1: length, face: [0, 0, 1] }],
    ends: [
      { place: first.p, direction: scale(first.t, -1), finish: spec.finish },
      { place: last.p, direction: last.t, finish: spec.finish },
    ],
    parts,
    anchor,
  }
}

/** Where a part lies along its wire. @throws RangeError when there is none */
export function stretchOf(wire: Wire, id: string): { readonly s0: number; readonly s1: number } {
  const part = wire.parts.find((p) => p.id === id)
  if (!part) throw new RangeError(`wire ${wire.id} has no part "${id}"`)
  return { s0: part.s0, s1: part.s1 }
}
