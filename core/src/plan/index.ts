export { withCautions } from './cautions.js'
export { findingsWithRoom } from './clashFindings.js'
export { seatedStone, settingOfPlan } from './seated.js'
export { hangOf } from './hang.js'
export type { Hang } from './hang.js'
export { knownFormulas } from './formulas.js'
export { gaugeNeighbours, gaugeWindows } from './gaugeWindows.js'
export type { GaugeNeighbour, OptionWindow } from './gaugeWindows.js'
export { GATHERED, gatherList, wireToGather } from './gatherList.js'
export type { Gathered, GatheredAs } from './gatherList.js'
export { glance } from './glance.js'
export { holdLine, sayPull, sayWay, towardWay } from './holdLine.js'
export type { HoldLine } from './holdLine.js'
export { holdQuantities } from './holdWorking.js'
export type { HoldQuantities } from './holdWorking.js'
export { leastHeld, leastThorough, stonesToCheck } from './leastHeld.js'
export type { FirstHeld } from './leastHeld.js'
export { plan, holdEach, planHold, recorded, withMeasured } from './plan.js'
export type { Plan, PlanHold, PlanRequest, PlanResult } from './plan.js'
export {
  firstShare,
  planThorough,
  planThoroughLeast,
  planThoroughPart,
  shareBorne,
  THOROUGH_PARTS,
  thoroughFrom,
  wholeHold,
} from './planThorough.js'
export type { ThoroughPart, ThoroughParts } from './planThorough.js'
export { DEFAULT_SETTINGS, MOST_HIDDEN } from './settings.js'
export type { WorkshopSettings } from './settings.js'
export { fittedTool, type FittedTool } from './fitTool.js'
export { isAsked, notedIn, ofTheWhole, type Noted } from './notes.js'
export { planText } from './text.js'
export { looseCount, wireEnds } from './wireEnds.js'
export type { HeldDown, PieceEnd } from './wireEnds.js'
export { cannotBeBuilt, wholeDesign } from './wholeDesign.js'
