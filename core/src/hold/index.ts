export { askedOf, DEMAND_IDS, DEMANDS, enoughFor, isBlow, shareOf } from './demands.js'
export type { Asked, DemandId, Demands, Enough } from './demands.js'
export { atMost, CONTACT, holdOf } from './check.js'
export type { Contact, DirectionHold, Hold } from './check.js'
export { heldAt } from './heldAt.js'
export { clearOf, isLaced, settingFrom, settingOf, surroundingsOf, walkIn } from './setting.js'
export type { Setting, Walked, WayHold } from './setting.js'
export { DIRECTIONS, nearestWay, SPHERE, WAYS } from './directions.js'
export type { DirectionId } from './directions.js'
export { centreOfMass, heldMesh, heldOf, smaller } from './held.js'
export { strungOn } from './strungOn.js'
export { crossingWires } from './crossingWires.js'
export { chiefOf, heldAmong, underFingertip } from './heldAmong.js'
export { heldSeated, heldStone } from './heldStone.js'
export type { Held } from './held.js'
export { SPACING, stationsOfDesign } from './stations.js'
export type { Span, Station } from './stations.js'
export { touches } from './contacts.js'
export { fromStone, movePose, REST } from './pose.js'
export type { Touch } from './contacts.js'
export type { Pose } from './pose.js'
export { walk } from './walk.js'
export type { WalkResult } from './walk.js'
export { capacity, fieldOf } from './field.js'
export type { Field } from './field.js'
export { resist, weakestFrom } from './force.js'
export type { Resistance } from './force.js'
export { deepestIn } from './deepest.js'
export { pushOut } from './release.js'
export type { PushPoint, Release } from './release.js'
export { bearsCarefully, firstCheck, firstCheckIn, firstForces, firstLaced } from './firstCheck.js'
export {
  borneBy,
  borneWith,
  heldCarefully,
  missesOn,
  PLAY,
  releases,
  SHORT,
  shortened,
  thoroughOf,
  toleranced,
  turned,
  verdictOf,
} from './thorough.js'
export type {
  Borne,
  Careful,
  DemandVerdict,
  Releases,
  Thorough,
  Tolerance,
  Turning,
  Verdict,
} from './thorough.js'
export { turnAbout } from './walk.js'
export type { TurnResult } from './walk.js'
export { CLOTH, hourOf, looseEnds, pressing, reachForSlope, SHOULDER, shoulders } from './shoulder.js'
export type { Shoulder } from './shoulder.js'
