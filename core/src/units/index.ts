export {
  mm,
  gram,
  newton,
  mpa,
  radian,
  cents,
  positive,
  notNegative,
  NEWTON_PER_GRAM,
  MM_PER_INCH,
  GRAM_PER_CARAT,
} from './brands.js'
export type { Mm, Gram, Newton, Mpa, Radian, Cents } from './brands.js'
export { parseLength } from './parseLength.js'
export type { ParsedLength, LengthProblem } from './parseLength.js'
export { formatMm, formatInch, echoLength, lengthText, roundUpCut } from './formatLength.js'
