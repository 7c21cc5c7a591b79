export { bundleHull, turnLength, turnsFor, HAND_PACKING } from './turnLength.js'
export type { Bundle, Turn } from './turnLength.js'
