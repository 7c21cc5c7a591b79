import { numberOf, type CutWire, type Mark } from '@verger/core'
import { marksToMake } from '../cut/marks.js'

/** A place on a strip, mm from the wire's left end, and its number among the wire's marks. */
export interface StripMark {
  readonly at: number
  readonly number: number
  readonly mark: Mark
}

/** A stretch of a wire that fits across the paper, mm from the wire's left end. */
export interface Strip {
  readonly from: number
  readonly to: number
  readonly marks: readonly StripMark[]
}

/** The marks of a wire from its left end, numbered. */
export const numberedMarks = (wire: CutWire): StripMark[] =>
  [...marksToMake(wire)]
    .sort((a, b) => numberOf(a.fromEnd) - numberOf(b.fromEnd))
    .map((mark, i) => ({ at: numberOf(mark.fromEnd), number: i + 1, mark }))

/**
 * A wire laid out in rows of a paper's width at true size: the whole length that is cut, each mark on the row that it lies on. Where a row ends
 * the next begins.
 */
export function stripsOf(wire: CutWire, across: number): Strip[] {
  const length = numberOf(wire.shown)
  const rows = Math.max(1, Math.ceil(length / across - 1e-9))
  const marks = numberedMarks(wire)
  return Array.from({ length: rows }, (_, i): Strip => {
    const [from, to] = [i * across, Math.min(length, (i + 1) * across)]
    const isHere = ({ at }: StripMark) => at >= from && (at < to || i === rows - 1)
    return { from, to, marks: marks.filter(isHere) }
  })
}
