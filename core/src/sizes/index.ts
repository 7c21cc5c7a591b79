export { CALCULATORS, calculator, startValues } from './calculators.js'
export { BAIL_EASE } from './calculator.js'
export type { Calculated, Calculator, CalculatorField, CalculatorValues } from './calculator.js'
export { sizeFormulas } from './formulas.js'
export {
  parseRingSize,
  RING_RANGE,
  ringAllowance,
  ringDiameter,
  ringSize,
  ringSizeName,
  RING_SYSTEMS,
  RING_TABLES,
} from './rings.js'
export type { RingSize, RingSystem } from './rings.js'
export { calculatorText, sizesText } from './text.js'
export type { CalculatorText } from './text.js'
export { nearestTools } from './tools.js'
export type { RoundTool, ToolFit } from './tools.js'
