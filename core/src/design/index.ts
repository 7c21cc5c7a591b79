export { ALONE, THROUGH, isWound, jointOf, jointsMade, laysIn, stonesLaid, wireOf } from './design.js'
export type {
  Accent,
  Design,
  Wire,
  WireTwist,
  Woven,
  WireEnd,
  Part,
  Roll,
  Joint,
  Member,
  Operation,
  OperationKind,
  Place,
  Form,
  SeatedStone,
} from './design.js'
export { END_FOR_END, inPiece, intoStone, liesPlain, seatRows } from './seat.js'
export { seatedStones } from './seated.js'
export type { Seated } from './seated.js'
export { rollAt, sectionAt, spanOf, twistedSpan } from './rollAt.js'
export { gapAt, reach as reachOf, trueGapAt } from './gapAt.js'
export type { SectionPose, Gap } from './gapAt.js'
export { withoutNegativeZero } from './withoutNegativeZero.js'
export { brokenPath, checkDesign } from './checkDesign.js'
export type { BrokenPath } from './checkDesign.js'
export { clashes } from './clashes.js'
export type { Clash } from './clashes.js'
export { weaveOf, wovenStrands } from './wovenStrands.js'
export type { WovenStrand } from './wovenStrands.js'
