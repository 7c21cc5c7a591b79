import type { RackRow } from '@verger/contract'
import { ALLOYS, gramsPerMetre, MM_PER_INCH, WIRE_SIZES, type AlloyId } from '@verger/core'
import Papa from 'papaparse'
import { asMeant } from '../../app/csvCells.js'
import { readLength, readNumber } from '../../ui/readLength.js'

/** What a column of a maker's own list may be. */
export const FIELDS = ['metal', 'size', 'profile', 'temper', 'length', 'weight', 'name'] as const
export type Field = (typeof FIELDS)[number]
/** Which column each of them is in; none where it has none. */
export type Columns = Readonly<Partial<Record<Field, string>>>

/** Words that columns are called by, as makers and shops write them. */
const CALLED: Readonly<Record<Field, RegExp>> = {
  metal: /metal|alloy|material/,
  size: /gauge|size|diam|awg|\bga\b|thick/,
  profile: /profile|shape|section/,
  temper: /temper|hard/,
  length: /length|metre|meter|feet|foot|\bft\b|\bm\b|\bmm\b|qty|quantity|amount|left/,
  weight: /weight|gram|\bg\b|mass/,
  name: /name|label|where|place|note|hook|spool/,
}

/** Which column is most likely what, by how they are called: each column once. */
export function columnsOf(heads: readonly string[]): Columns {
  const left = [...heads]
  const found: Partial<Record<Field, string>> = {}
  for (const field of FIELDS) {
    const at = left.findIndex((h) => CALLED[field].test(h.toLowerCase()))
    if (at >= 0) found[field] = left.splice(at, 1)[0]!
  }
  return found
}

/** A line that can be laid in, or why it cannot. */
export type Line =
  | { readonly row: number; readonly item: Pick<RackRow, 'form' | 'stock' | 'name' | 'length'> }
  | { readonly row: number; readonly why: string }

/** Longer than this it is on a spool, mm. */
const ON_SPOOL = 2500
/** A size is taken for the nearest that is sold within this share of it. */
const NEAR = 0.035

function metalOf(text: string): AlloyId | undefined {
  const t = text.toLowerCase()
  const exact = ALLOYS.find((a) => a.id === t)
  if (exact) return exact.id
  if (/925|sterling/.test(t)) return 'sterling silver'
  if (/999|fine/.test(t)) return 'fine silver'
  if (/plated/.test(t)) return 'silver-plated copper'
  if (/fill/.test(t)) return 'gold-filled'
  return ALLOYS.find((a) => t.includes(a.id) || a.id.includes(t))?.id
}

/** A gauge, or a thickness in mm or inches. @example sizeOf('0.032"') // '20 AWG' */
export function sizeOf(text: string): string | undefined {
  const t = text.trim().toLowerCase()
  const known = WIRE_SIZES.find((s) => s.label.toLowerCase() === t)
  if (known) return known.label
  const n = readNumber(t.replace(/[^\d.,]/g, ''))
  if (!Number.isFinite(n) || n <= 0) return undefined
  const inches = /in|["”″]/.test(t)
  if (!inches && !/mm/.test(t) && (n >= 8 || /awg|ga/.test(t)))
    return WIRE_SIZES.find((s) => s.label === `${n} AWG`)?.label
  const mm = inches ? n * MM_PER_INCH : n
  const best = WIRE_SIZES.reduce((a, b) => (Math.abs(b.mm - mm) < Math.abs(a.mm - mm) ? b : a))
  return Math.abs(best.mm / mm - 1) <= NEAR ? best.label : undefined
}

function profileOf(text: string): RackRow['stock']['profile'] | undefined {
  const t = text.trim().toLowerCase()
  if (t === '') return 'round'
  if (/half/.test(t) || t === 'hr') return 'half-round'
  if (/^sq/.test(t)) return 'square'
  return /^r(ou)?n?d?/.test(t) ? 'round' : undefined
}

function temperOf(text: string): RackRow['stock']['temper'] | undefined {
  const t = text.trim().toLowerCase()
  if (t === '' || /soft|^ds$/.test(t)) return 'dead soft'
  return /half|1\/2|½|^hh$/.test(t) ? 'half hard' : undefined
}

/** The unit that a column's name says, put behind a plain number. */
function unitOf(head: string): string {
  const h = head.toLowerCase()
  if (/feet|foot|\bft\b/.test(h)) return ' ft'
  if (/metre|meter|\bm\b/.test(h) && !/milli|centi/.test(h)) return ' m'
  if (/\bcm\b|centi/.test(h)) return ' cm'
  if (/\bin\b|inch/.test(h)) return ' in'
  return /\bmm\b|milli/.test(h) ? ' mm' : ''
}

/** The head and the lines of a maker's own list of wire. @throws Error for what is no list */
export function readList(text: string): {
  readonly heads: readonly string[]
  readonly lines: readonly Readonly<Record<string, string>>[]
} {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: 'greedy',
    transform: (cell: string) => asMeant(cell.trim()),
  })
  const heads = (meta.fields ?? []).filter((h) => h.trim() !== '')
  if (heads.length < 2 || data.length === 0)
    throw new Error('This is no list: a line of headings and one line a spool or offcut, as CSV, is.')
  return { heads, lines: data }
}

/** Every line as it would be laid in, or why it cannot be: nothing is taken yet. */
export function dryRun(
  lines: readonly Readonly<Record<string, string>>[],
  columns: Columns,
  units: 'mm' | 'in',
): Line[] {
  return lines.map((line, i): Line => {
    const row = i + 2
    const cell = (field: Field): string => (columns[field] === undefined ? '' : (line[columns[field]] ?? ''))
    const alloy = metalOf(cell('metal'))
    if (!alloy) return { row, why: `"${cell('metal')}" is no metal that is known` }
    const size = sizeOf(cell('size'))
    if (size === undefined) return { row, why: `"${cell('size')}" is no size that is sold` }
    const profile = profileOf(cell('profile'))
    if (!profile) return { row, why: `"${cell('profile')}" is not round, square or half-round` }
    const temper = temperOf(cell('temper'))
    if (!temper) return { row, why: `"${cell('temper')}" is not dead soft or half hard` }
    const stock = { alloy, size, profile, temper }
    const said = cell('length')
    const plain = /^[\d.,]+$/.test(said) ? `${said}${unitOf(columns.length ?? '')}` : said
    const grams = readNumber(cell('weight').replace(/[^\d.,]/g, ''))
    const length =
      said === '' && grams > 0
        ? (grams / gramsPerMetre({ ...stock, price: null, per: 'm' })) * 1000
        : readLength(plain, units).value
    if (length === undefined || length > 1_000_000)
      return { row, why: said === '' ? 'has neither a length nor a weight' : `"${said}" is no length` }
    return {
      row,
      item: {
        form: length > ON_SPOOL ? 'spool' : 'length',
        stock,
        name: cell('name').slice(0, 60),
        length: Math.round(length * 10) / 10,
      },
    }
  })
}
