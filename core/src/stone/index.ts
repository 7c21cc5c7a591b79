export {
  BEAD_FORMS,
  DEFAULT_FULLNESS,
  depthIsWidth,
  fullStone,
  GROUP_LIMITS,
  HOLE_WAYS,
  KINDS,
  measuresOf,
  medianOf,
  OUTLINE_KINDS,
  OUTLINE_SHARES,
  ROW_ORDERS,
  STONE_KINDS,
  TREATMENTS,
  WALL_SHARE,
  widthIsLength,
} from './stone.js'
export type {
  BeadForm,
  FullStone,
  Group,
  HoleWay,
  KindSpec,
  MeasureId,
  MeasureSpec,
  OutlineKind,
  Diameter,
  Stone,
  StoneKind,
  Treatment,
} from './stone.js'
export { outline } from './makeOutline.js'
export type { OutlineSpec } from './makeOutline.js'
export {
  outlineMoments,
  outlinePoint,
  outlinePoints,
  outlineRun,
  outlineAfter,
  outlineArcs,
  outlinePerimeter,
  outlineArea,
  outlineRay,
  outlineNearest,
  normalAtHour,
} from './outline.js'
export type { Outline, OutlineArc } from './outline.js'
export { outlineHull } from './outlineHull.js'
export { bodyBox, bodyOf, bodyVolume, outlineOf } from './body.js'
export { faceCorners } from './grownBody.js'
export type { Body, BodyBox, Hole, Slice, Stretch } from './body.js'
export { bodyMesh } from './bodyMesh.js'
export {
  facetAngles,
  figuresOf,
  footprint,
  girthPlane,
  girthRound,
  girthString,
  holeVolume,
  hollowOf,
  MESH_TOLERANCE,
  shapeOf,
  silhouette,
  smallestHole,
  taperOf,
  waistsOf,
} from './shape.js'
export type { Shape, ShapeFigures, Waist } from './shape.js'
export { groupFormulas, groupMeasures, groupStones, mirroredStone, rowShares, scaledStone } from './group.js'
export type { GroupMeasures } from './group.js'
export { crossExtent } from './crossExtent.js'
export type { CrossExtent } from './crossExtent.js'
export { isDomed, isEgg, solidOf, solidSupport } from './solid.js'
export type { Solid, Nearest, DomeSeed } from './solid.js'
export { careOf, MINERALS, MINERAL_SOURCE, mineral, TREATMENT_CARE } from './minerals.js'
export type { Care, MaterialKind, Mineral, Toughness } from './minerals.js'
export { stoneInputs, stoneMeasures, stoneMore, stoneTolerance } from './measures.js'
export { domeShare, ellipsePerimeter, quarterLength, stoneFormulas, stoneFrom } from './stoneFormulas.js'
export type { DerivedMeasure, ShapeMore, StoneInputs, StoneMeasures, StoneTolerance } from './measures.js'
export {
  checkStone,
  fullnessFor,
  outlineFromWidths,
  STONE_LIMITS,
  stoneErrors,
  tapeReading,
} from './checkStone.js'
export { outlineSaid, stoneText, careText } from './text.js'
