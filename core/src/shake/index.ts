export type { RigidEngine, RigidScene, RigidShape, RigidWorld } from './engine.js'
export { stoneShapes, wireShapes } from './shapes.js'
export { EVERY, pushRigid, SHAKE, shakeRigid } from './shake.js'
export type { PushedResult, Shaken, ShakeFrame, ShakeResult, ShakeSpec } from './shake.js'
