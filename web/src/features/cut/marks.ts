import type { CutSpool, CutWire, Mark } from '@verger/core'

/** What a maker says was taken from a spool is kept under this name: each joint is wound from one spool only. */
export const takenFrom = ({ binds }: CutSpool): string => `spool-${binds[0]!.joint}`

/** The marks that are made: the middle and the ends of the foot and neck binds; the bail strip is wrapped to its end. */
export const marksToMake = (wire: CutWire): readonly Mark[] => wire.marks.filter((m) => m.at !== 'bail')

/** Marks are laid off to half a millimetre. */
export const toHalf = (v: number): string => (Math.round(v * 2) / 2).toString()
