/** What a spreadsheet takes for a formula: a cell that begins so is run when the file is opened. Numbers below 0 are none. */
const FORMULA = /^'*[=+\-@\t\r]/
const NUMBER = /^[+-]?\d+(\.\d+)?$/

/** A cell's text made harmless for spreadsheets: with a quote before it where it could be run. @example harmless('=1+1') // "'=1+1" */
export const harmless = (text: string): string =>
  FORMULA.test(text) && !NUMBER.test(text) ? `'${text}` : text

/** A cell's text as it was before it was made harmless. @example asMeant("'=1+1") // '=1+1' */
export const asMeant = (text: string): string =>
  text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text
