import { stoneWriteSchema, type StoneRow, type StoneWrite } from '@verger/contract'
import { KINDS, type Group } from '@verger/core'
import Papa from 'papaparse'
import { asMeant, harmless } from '../../app/csvCells.js'

const NUMBERS = [
  ...new Set([
    'length',
    'width',
    'depth',
    ...Object.values(KINDS).flatMap((k) => k.measures.map((m) => m.id)),
    'weighed',
    'taped',
  ]),
]
const WORDS = ['kind', 'outline', 'form', 'way', 'mineral'] as const
const LISTS = ['treatments', 'points', 'sections', 'faces', 'readings', 'group'] as const
const COLUMNS = ['name', 'note', ...WORDS, ...NUMBERS, ...LISTS]

const pairs = (rows: readonly (readonly number[])[]): string => rows.map((r) => r.join(',')).join(' ')
const unpaired = (text: string): number[][] =>
  text
    .trim()
    .split(/\s+/)
    .map((r) => r.split(',').map(Number))

/** A row or a pair in one cell: `row count:9 gap:0.3`. */
function groupCell(group: Group): string {
  const parts = Object.entries(group.kind === 'pair' ? { ...group.mate } : group)
    .filter(([id]) => id !== 'kind')
    .map(([id, value]) => `${id}:${String(value).replaceAll(' ', '-')}`)
  return [group.kind, ...parts].join(' ')
}
function groupOf(cell: string): Record<string, unknown> {
  const [kind, ...parts] = cell.trim().split(/\s+/)
  const values = Object.fromEntries(
    parts.map((p) => {
      const [id = '', value = ''] = p.split(':')
      return [id, id === 'order' ? value.replaceAll('-', ' ') : Number(value)]
    }),
  )
  if (kind !== 'pair') return { kind, ...values }
  return { kind, ...(parts.length > 0 ? { mate: values } : {}) }
}

/** Stones as CSV, one a line, lengths in mm; lists within one cell. */
export function stonesCsv(rows: readonly Pick<StoneRow, 'name' | 'note' | 'stone'>[]): string {
  return Papa.unparse({
    fields: COLUMNS,
    data: rows.map(({ name, note, stone }) => {
      const cells: Record<string, string | number> = { name, note }
      for (const id of [...WORDS, ...NUMBERS]) {
        const value = stone[id as 'length']
        if (value !== undefined) cells[id] = value
      }
      if (stone.treatments) cells.treatments = stone.treatments.join(' ')
      if (stone.points) cells.points = pairs(stone.points)
      if (stone.sections) cells.sections = pairs(stone.sections.map((s) => [s.at, s.across]))
      if (stone.faces) cells.faces = stone.faces.join(' ')
      if (stone.readings)
        cells.readings = Object.entries(stone.readings)
          .map(([id, list]) => `${id}:${list.join(',')}`)
          .join(' ')
      if (stone.group) cells.group = groupCell(stone.group)
      return COLUMNS.map((c) => {
        const cell = cells[c] ?? ''
        return typeof cell === 'string' ? harmless(cell) : cell
      })
    }),
  })
}

/** Stones as JSON, as they are kept. */
export const stonesJson = (rows: readonly Pick<StoneRow, 'name' | 'note' | 'stone'>[]): string =>
  JSON.stringify(
    {
      format: 'verger-stones',
      version: 1,
      stones: rows.map(({ name, note, stone }) => ({ name, note, stone })),
    },
    null,
    1,
  )

/** What a file of stones would bring in, before anything is: the good ones, and each bad row with the reason. */
export interface DryRun {
  readonly good: readonly StoneWrite[]
  readonly bad: readonly { readonly row: string; readonly why: string }[]
}

/** Reads a CSV or JSON of stones without taking any of it. @throws Error where it is neither */
export function readStones(text: string): DryRun {
  const good: StoneWrite[] = []
  const bad: { row: string; why: string }[] = []
  const take = (row: string, raw: unknown) => {
    const read = stoneWriteSchema.safeParse(raw)
    if (read.success) good.push(read.data)
    else
      bad.push({
        row,
        why: read.error.issues
          .slice(0, 4)
          .map((i) => `${i.path.filter((p) => p !== 'stone').join('.') || 'stone'}: ${i.message}`)
          .join('; '),
      })
  }
  if (/^\s*[[{]/.test(text)) {
    let json: unknown
    try {
      json = JSON.parse(text)
    } catch {
      throw new Error('This is not JSON. Save the stones again, or as CSV.')
    }
    const list = Array.isArray(json) ? json : (json as { stones?: unknown }).stones
    if (!Array.isArray(list)) throw new Error('There is no list of stones in this file.')
    list.forEach((s: unknown, i) => take(`stone ${i + 1}`, s))
  } else {
    const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
      header: true,
      skipEmptyLines: true,
      transform: asMeant,
    })
    if (!meta.fields?.includes('kind') || !meta.fields.includes('length'))
      throw new Error(
        'The first line must name the columns, kind and length among them. Save the tray as CSV to see how.',
      )
    const unknown = meta.fields.filter((f) => !COLUMNS.includes(f))
    if (unknown.length > 0)
      throw new Error(
        `There is no column “${unknown[0]}” in a tray. Rename it or take it out: ${COLUMNS.slice(0, 12).join(', ')} …`,
      )
    data.forEach((cells, i) =>
      take(`line ${i + 2}`, { name: cells.name ?? '', note: cells.note ?? '', stone: stoneOf(cells) }),
    )
  }
  if (good.length + bad.length === 0) throw new Error('There are no stones in this file.')
  if (good.length + bad.length > 2000) throw new Error('More than 2,000 stones at once: split the file.')
  return { good, bad }
}

function stoneOf(cells: Readonly<Record<string, string>>): Record<string, unknown> {
  const stone: Record<string, unknown> = {}
  for (const w of WORDS) if (cells[w]) stone[w] = cells[w].trim()
  // a cell that is no number stays as it was typed, so that the reason names it
  for (const n of NUMBERS) {
    const text = cells[n]?.trim()
    if (text)
      stone[n] = Number.isFinite(Number(text.replace(',', '.'))) ? Number(text.replace(',', '.')) : text
  }
  if (cells.treatments?.trim()) stone.treatments = cells.treatments.trim().split(/\s+/)
  if (cells.points?.trim()) stone.points = unpaired(cells.points)
  if (cells.sections?.trim())
    stone.sections = unpaired(cells.sections).map(([at, across]) => ({ at, across }))
  if (cells.faces?.trim()) stone.faces = cells.faces.trim().split(/\s+/).map(Number)
  if (cells.group?.trim()) stone.group = groupOf(cells.group)
  if (cells.readings?.trim())
    stone.readings = Object.fromEntries(
      cells.readings
        .trim()
        .split(/\s+/)
        .map((r) => r.split(':'))
        .map(([id, list]) => [id, (list ?? '').split(',').map(Number)]),
    )
  return stone
}
