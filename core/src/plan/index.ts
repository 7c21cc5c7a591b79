export { gaugeNeighbours, gaugeWindows } from './gaugeWindows.js'
export type { GaugeNeighbour, OptionWindow } from './gaugeWindows.js'
export { BETTER, byWorth, mendMoves, mends, pairsOf, tryMend } from './mend.js'
export type { Mend } from './mend.js'
export { benchMoves, byGain, holdAfter, tryBench } from './benchMend.js'
export type { BenchMend } from './benchMend.js'
export { chooseOne, difficultyOf, familyFor, hangOf, isChosen } from './choose.js'
export type { Chosen, Demanding, Excluded, Hang } from './choose.js'
export { glance } from './glance.js'
export { plan, planHold, recorded, withMeasured } from './plan.js'
export { startingOptions } from './startingOptions.js'
export type { Plan, PlanRequest, PlanResult, PlanHold } from './plan.js'
export {
  firstShare,
  planSure,
  planSurePart,
  settingOfPlan,
  shareBorne,
  sureFrom,
  SURE_PARTS,
  wholeHold,
} from './planSure.js'
export type { SurePart, SureParts } from './planSure.js'
export { FORMULAS } from './formulas.js'
export { withCautions } from './cautions.js'
export { planText } from './text.js'
export { holdLine, sayPull, sayWay, towardWay } from './holdLine.js'
export { holdQuantities } from './holdWorking.js'
export type { HoldQuantities } from './holdWorking.js'
export type { HoldLine } from './holdLine.js'
export { DEFAULT_SETTINGS } from './settings.js'
export type { WorkshopSettings } from './settings.js'
export { fitInFrame, FRAME_GIVES } from './reverseFit.js'
export type { ReverseFit } from './reverseFit.js'
export { neighboursOf } from './neighbours.js'
export { whyOption } from './whyOptions.js'
export type { Decided } from './whyOptions.js'
export { LIMITS } from './judge.js'
export type { Barrier, Limits } from './judge.js'
