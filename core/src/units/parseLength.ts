import { mm, MM_PER_INCH, type Mm } from './brands.js'

/** Why a typed length was not understood; the words live with the screen. */
export type LengthProblem = 'empty' | 'not-a-length' | 'negative' | 'zero' | 'two-units'
type LengthUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft'
export type ParsedLength =
  | { readonly ok: true; readonly value: Mm; readonly unit: LengthUnit }
  | { readonly ok: false; readonly problem: LengthProblem }

const UNITS: Readonly<Record<string, LengthUnit>> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  cm: 'cm',
  centimetre: 'cm',
  centimetres: 'cm',
  m: 'm',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  ft: 'ft',
  foot: 'ft',
  feet: 'ft',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '”': 'in',
  '″': 'in',
  "''": 'in',
}
/** Decimals of a millimetre that a typed length is kept with: a thousandth of what any instrument reads. */
const DECIMALS = 9
const FACTOR = { mm: 1, cm: 10, m: 1000, in: MM_PER_INCH, ft: 12 * MM_PER_INCH } as const
const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/**
 * A length as people type it: "30", "30 mm", "3 cm", "1 3/16 in", "1-3/16\"", "1.18\"", "22,5", "½ in", "12 m", "40 ft".
 * Without a unit it is read in `assume`. A decimal comma is accepted, thousands separators are not.
 * Never throws: what is not understood comes back as a problem code.
 * @example parseLength('1 3/16 in') // { ok: true, value: 30.1625, unit: 'in' }
 */
export function parseLength(text: string, assume: 'mm' | 'in' = 'mm'): ParsedLength {
  let rest = text.trim().toLowerCase()
  if (rest === '') return { ok: false, problem: 'empty' }
  for (const [sign, plain] of Object.entries(VULGAR)) rest = rest.replaceAll(sign, ` ${plain}`)
  rest = rest.replace(/(\d),(\d)/g, '$1.$2').trim()
  const match =
    /^([+-]?)\s*(?:(\d+)[\s-]+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d*\.?\d+|\d+\.))\s*([a-z]+|["”″]|'')?\.?$/.exec(
      rest,
    )
  if (!match) {
    const units = rest.match(/mm|cm|\bm\b|ft|in(?:ch(?:es)?)?|["”″]/g)
    return { ok: false, problem: units && units.length > 1 ? 'two-units' : 'not-a-length' }
  }
  const [, sign, whole, top, bottom, soloTop, soloBottom, decimal, suffix] = match
  const unit = suffix === undefined ? assume : UNITS[suffix]
  if (!unit) return { ok: false, problem: 'not-a-length' }
  const number =
    whole !== undefined
      ? Number(whole) + Number(top) / Number(bottom)
      : soloTop !== undefined
        ? Number(soloTop) / Number(soloBottom)
        : Number(decimal)
  if (!Number.isFinite(number)) return { ok: false, problem: 'not-a-length' }
  if (sign === '-') return { ok: false, problem: 'negative' }
  if (number === 0) return { ok: false, problem: 'zero' }
  // without the dust of binary fractions: 3/16 in are 4.7625 mm, not 4.762499999999999
  return { ok: true, value: mm(Number((number * FACTOR[unit]).toFixed(DECIMALS))), unit }
}
