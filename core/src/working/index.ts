export { leaf, isLeaf, evaluate, worker, numberOf, leafKeys } from './quantity.js'
export type { Quantity, Unit, Leaf, Formula, Formulas } from './quantity.js'
