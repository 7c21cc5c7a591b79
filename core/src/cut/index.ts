export { cutList, cutFormulas, priceKey } from './cutList.js'
export type { CutList, CutWire, CutBinding, Halves, Mark, MetalPrices, SchoolLength } from './cutList.js'
export { DEFAULT_SCHOOL, ROUNDINGS } from './school.js'
export type { Rounding, School, SchoolKind } from './school.js'
