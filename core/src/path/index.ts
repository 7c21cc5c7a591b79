export { segmentLength, segmentAt, moveSegment, reverseSegment, leastRadius, unitsOf } from './segment.js'
export type { Fold, Pattern, PatternKnot, Segment, PathPoint } from './segment.js'
export { hermite } from './hermite.js'
export {
  measurePath,
  pathLength,
  pathAt,
  segmentIndex,
  reversePath,
  movePath,
  samplePath,
  stationsOf,
  WALK,
  walked,
  Walk,
} from './path.js'
export type { Path, MeasuredPath } from './path.js'
export { collapseLoad, sharedLoads } from './collapse.js'
export type { Bar, BarEnd, BarLoad } from './collapse.js'
export { tautLine, tautPath } from './taut.js'
export { stringInPlane, tautCorners } from './tautFaces.js'
export type { Drawn, Skin } from './taut.js'
export { barStiffness } from './stiffness.js'
export type { ElasticBar } from './stiffness.js'
