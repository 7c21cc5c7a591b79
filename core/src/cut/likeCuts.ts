import { stockKey } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import type { CutWire } from './cutList.js'
import type { Mark } from './marks.js'

/** Marks are laid off to half a millimetre. */
const MARKED = 0.5

/** Where a mark is made, whatever is bound there. */
const markKey = ({ at, fromEnd }: Mark): string =>
  `${at === 'middle' ? at : ''} ${Math.round(numberOf(fromEnd) / MARKED)}`

/** Are two wires cut from one stock, to one length, as read off a rule. */
const cutAlike = (a: CutWire, b: CutWire): boolean =>
  stockKey(a.stock) === stockKey(b.stock) && numberOf(a.shown) === numberOf(b.shown)

/** Are their marks at the same places from one end, to half a millimetre: they are laid side by side and marked at once. */
const markedAlike = (a: CutWire, b: CutWire): boolean =>
  a.marks.length === b.marks.length && a.marks.every((m, i) => markKey(m) === markKey(b.marks[i]!))

const grouped = (wires: readonly CutWire[], alike: (a: CutWire, b: CutWire) => boolean): CutWire[][] =>
  wires.reduce<CutWire[][]>((groups, wire) => {
    const group = groups.find(([first]) => alike(first!, wire))
    if (group) group.push(wire)
    else groups.push([wire])
    return groups
  }, [])

/**
 * Wires that are cut and marked as one: of one stock, one length and with their marks at the same places; in the order of the list.
 * @example likeCuts(framed.cut.wires).flat().length === framed.cut.wires.length // true
 */
export const likeCuts = (wires: readonly CutWire[]): CutWire[][] =>
  grouped(wires, (a, b) => cutAlike(a, b) && markedAlike(a, b))

/**
 * How many of each length, whatever their marks: "7 × 30 mm, 1 × 105 mm".
 * @example cutCounts(framed.cut.wires).reduce((sum, c) => sum + c.count, 0) === framed.cut.wires.length // true
 */
export const cutCounts = (wires: readonly CutWire[]): { readonly wire: CutWire; readonly count: number }[] =>
  grouped(wires, cutAlike).map((group) => ({ wire: group[0]!, count: group.length }))
