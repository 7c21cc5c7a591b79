export { fullStone, WALL_SHARE, DEFAULT_FULLNESS } from './stone.js'
export type { Stone, FullStone, OutlineKind } from './stone.js'
export {
  outline,
  outlinePoint,
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
export { solidOf } from './solid.js'
export type { Solid, Nearest, DomeSeed } from './solid.js'
export { MINERALS, MINERAL_SOURCE, mineral } from './minerals.js'
export type { Mineral, Care } from './minerals.js'
export {
  stoneMeasures,
  stoneInputs,
  stoneFormulas,
  ellipsePerimeter,
  quarterLength,
  domeShare,
} from './measures.js'
export type { StoneMeasures, StoneInputs } from './measures.js'
export { checkStone, STONE_LIMITS } from './checkStone.js'
export { stoneText, careText } from './text.js'
