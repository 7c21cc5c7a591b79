import type { StoneRow } from '@verger/contract'
import {
  checkStone,
  depthIsWidth,
  fill,
  KINDS,
  lengthText,
  measuresOf,
  medianOf,
  mm,
  outlineFromWidths,
  ROW_ORDERS,
  stoneErrors,
  stoneText,
  widthIsLength,
  type BeadForm,
  type Finding,
  type Group,
  type HoleWay,
  type MeasureId,
  type OutlineKind,
  type Stone,
  type StoneKind,
  type Treatment,
  type Vec2,
} from '@verger/core'
import { readLength } from '../../ui/readLength.js'
import { EXAMPLES, type FieldId } from './fields.js'

/** A row of typed numbers, as they stand in the form. */
export type Row = readonly string[]

/** The form: everything as it was typed, for every kind at once, so that changing the kind loses nothing. */
export interface Typed {
  kind: StoneKind
  outline: OutlineKind
  form: BeadForm
  way: HoleWay | ''
  /** Measures by their id; several readings of one with semicolons between. */
  measures: Record<string, string>
  /** Height and diameter of a turned stone's places. */
  sections: Row[]
  /** Height, left and right of a free outline. */
  widths: Row[]
  /** Points of a free outline where they were dragged or brought in; empty: the widths are used. */
  points: readonly Vec2[]
  faces: string
  mineral: string
  treatments: Treatment[]
  weighed: string
  taped: string
  name: string
  note: string
  /** Set by itself, in a row, or as one of a pair. */
  group: 'one' | 'row' | 'pair'
  row: { count: string; last: string; order: (typeof ROW_ORDERS)[number]; gap: string }
  mate: { length: string; width: string; depth: string; weighed: string }
}

const EMPTY_SECTIONS: Row[] = [
  ['0', ''],
  ['', ''],
  ['', ''],
  ['', ''],
]
const EMPTY_WIDTHS: Row[] = [
  ['0', '0', '0'],
  ...Array.from({ length: 4 }, () => ['', '', '']),
  ['', '0', '0'],
]

/** The form of a stone from the tray, or of a new one, in the units that the workshop types in. */
export function asTyped(row: StoneRow | undefined, units: 'mm' | 'in'): Typed {
  const s = row?.stone
  const length = (v: number) => lengthText(mm(v), units)
  const measures: Record<string, string> = {}
  if (s) {
    const readings = s.readings ?? {}
    for (const id of ['length', 'width', 'depth', ...KINDS[s.kind].measures.map((m) => m.id)] as FieldId[]) {
      const value = s[id]
      const say = unitOf(s.kind, id) === 'mm' ? length : String
      if (value !== undefined) measures[id] = (readings[id] ?? [value]).map(say).join('; ')
    }
  }
  return {
    kind: s?.kind ?? 'cabochon',
    outline: s && KINDS[s.kind].outlines.length > 0 ? s.outline : 'oval',
    form: s?.form ?? 'sphere',
    way: s?.way ?? '',
    measures,
    sections: s?.sections ? s.sections.map((k) => [length(k.at), length(k.across)]) : EMPTY_SECTIONS,
    widths: EMPTY_WIDTHS,
    points: s?.points ?? [],
    faces: s?.faces?.map(length).join(', ') ?? '',
    mineral: s?.mineral ?? 'labradorite',
    treatments: [...(s?.treatments ?? [])],
    weighed: s?.weighed === undefined ? '' : String(s.weighed),
    taped: s?.taped === undefined ? '' : length(s.taped),
    name: row?.name ?? '',
    note: row?.note ?? '',
    ...typedGroup(s?.group, units),
  }
}

const text = (value: number | undefined): string => (value === undefined ? '' : String(value))

/** Unit in which a measure of a kind is kept. */
export const unitOf = (kind: StoneKind, id: FieldId): FieldRow['unit'] =>
  KINDS[kind].measures.find((m) => m.id === id)?.unit ?? 'mm'

/** Gap between the stones of a row to begin with, mm. */
const GAP = 0.3

function typedGroup(group: Group | undefined, units: 'mm' | 'in'): Pick<Typed, 'group' | 'row' | 'mate'> {
  const length = (v: number | undefined) => (v === undefined ? '' : lengthText(mm(v), units))
  const row = group?.kind === 'row' ? group : undefined
  const mate = group?.kind === 'pair' ? group.mate : undefined
  return {
    group: group?.kind ?? 'one',
    row: {
      count: text(row?.count),
      last: length(row?.last),
      order: row?.order ?? 'to one end',
      gap: length(row?.gap ?? GAP),
    },
    mate: {
      length: length(mate?.length),
      width: length(mate?.width),
      depth: length(mate?.depth),
      weighed: text(mate?.weighed),
    },
  }
}

/** What is typed of the others that it is set with, or what is wrong with it. */
function readGroup(
  t: Pick<Typed, 'group' | 'row' | 'mate'>,
  units: 'mm' | 'in',
): { readonly group?: Group; readonly problem?: string } {
  if (t.group === 'row') {
    const count = numberIn(t.row.count)
    if (count === undefined) return { problem: 'How many are there in the row?' }
    const gap = readLength(t.row.gap || '0', units, true)
    const last = t.row.last.trim() === '' ? {} : readLength(t.row.last, units)
    const problem = gap.problem ?? last.problem
    if (problem) return { problem }
    return {
      group: {
        kind: 'row',
        count,
        ...(last.value === undefined ? {} : { last: last.value, order: t.row.order }),
        gap: gap.value ?? 0,
      },
    }
  }
  if (t.group === 'pair') {
    const mate: Record<string, number> = {}
    for (const id of ['length', 'width', 'depth', 'weighed'] as const) {
      if (t.mate[id].trim() === '') continue
      const value =
        id === 'weighed' ? numberIn(t.mate[id].replace(/g$/i, '')) : readLength(t.mate[id], units).value
      if (value === undefined || !(value > 0))
        return {
          problem: id === 'weighed' ? 'Type grams, such as 6.4.' : 'Type a length of the other stone.',
        }
      mate[id] = value
    }
    return { group: { kind: 'pair', ...(Object.keys(mate).length > 0 ? { mate } : {}) } }
  }
  return {}
}

/** The stone's kind, outline and form as chosen: what decides which measures are asked. */
export const chosenShape = (
  t: Pick<Typed, 'kind' | 'outline' | 'form'>,
): Pick<Stone, 'kind' | 'outline' | 'form'> => ({
  kind: t.kind,
  outline:
    KINDS[t.kind].outlines.length === 0
      ? 'round'
      : KINDS[t.kind].outlines.includes(t.outline)
        ? t.outline
        : 'oval',
  ...(t.kind === 'bead' ? { form: t.form } : {}),
})

export interface FieldRow {
  readonly id: FieldId
  /** May stay empty: it is estimated then. */
  readonly optional: boolean
  readonly detail: boolean
  readonly unit: 'mm' | '°' | '%' | ''
}

/** Is a hole typed, in whatever unit. */
export const isDrilled = (hole: string | undefined): boolean => (readLength(hole ?? '', 'mm').value ?? 0) > 0

/** Measures that are asked for, in the order in which one takes them. */
export function fieldsOf(t: Pick<Typed, 'kind' | 'outline' | 'form' | 'measures' | 'faces'>): FieldRow[] {
  const shape = chosenShape(t)
  const main = (['length', 'width', 'depth'] as const)
    .filter((id) => !(id === 'width' && widthIsLength(shape)) && !(id === 'depth' && depthIsWidth(shape)))
    .filter((id) => !(shape.form === 'sphere' && id !== 'length'))
    .map((id): FieldRow => ({ id, optional: false, detail: false, unit: 'mm' }))
  const more = measuresOf(shape)
    .filter((m) => !(m.id === 'sides' && t.faces.trim() !== ''))
    .filter((m) => !(m.id === 'place' && !isDrilled(t.measures.hole)))
    .map((m): FieldRow => ({ id: m.id, optional: true, detail: m.detail === true, unit: m.unit }))
  return [...main, ...more]
}

/** Lengths typed in a row: parted by semicolons, by commas with a space behind, or by spaces where no unit or fraction follows. */
const listOf = (text: string): string[] =>
  (/;/.test(text) ? text.split(';') : /,\s/.test(text) ? text.split(/,\s+/) : text.split(/[\s,]+/))
    .map((part) => part.trim())
    .filter(Boolean)

const numberIn = (text: string): number | undefined => {
  const n = Number(text.trim().replace(',', '.'))
  return text.trim() !== '' && Number.isFinite(n) ? n : undefined
}

export interface ReadStone {
  readonly stone?: Stone
  readonly problems: Readonly<Record<string, string>>
}

/** Something about a stone that is asked, not refused. */
export interface Doubt {
  readonly code: string
  readonly words: string
  readonly mend?: { readonly field: string; readonly value: number }
}

const inWords = (f: Finding): string => fill(stoneText[f.code] ?? f.code, f.values)

/** What looks unlikely about a stone, with what would mend it; slower than reading it: tape and scale are held against its girths. */
export const doubtsOf = (stone: Stone): Doubt[] =>
  checkStone(stone)
    .filter((f) => f.severity !== 'error')
    .map((f) => ({
      code: f.code,
      words: inWords(f),
      ...(typeof f.mend?.value === 'number' ? { mend: { field: f.mend.field, value: f.mend.value } } : {}),
    }))

/** Readings of one measure that differ by more than this, mm or as a share of it, are of two things, or one is a slip: typical, uncited. */
const FAR_APART = { mm: 0.5, share: 0.05 }

/** Do readings of one measure disagree so widely that one of them is likely wrong. @example farApart([9.8, 12.4]) // true */
export const farApart = (readings: readonly number[] = []): boolean => {
  const [least, most] = [Math.min(...readings), Math.max(...readings)]
  return readings.length > 1 && most - least > Math.max(FAR_APART.mm, FAR_APART.share * most)
}

/** One field as typed: its value, the readings it is the median of, or what is wrong. */
export function readField(
  text: string,
  row: Pick<FieldRow, 'id' | 'unit'>,
  units: 'mm' | 'in',
): {
  readonly value?: number
  readonly readings?: readonly number[]
  readonly spread?: number
  readonly problem?: string
} {
  const parts = text.split(';').filter((p) => p.trim() !== '')
  const values: number[] = []
  for (const part of parts) {
    if (row.unit === 'mm') {
      const { value, problem } = readLength(part, units, true)
      if (value === undefined) return { problem: problem ?? 'Type a measure.' }
      values.push(value)
    } else {
      const n = numberIn(part)
      if (n === undefined) return { problem: 'Type a number.' }
      values.push(n)
    }
  }
  if (values.length === 0) return {}
  const { median, spread } = medianOf(values)
  return values.length === 1 ? { value: median } : { value: median, readings: values, spread }
}

/** Reads the form: the stone as far as it is understood, and what is wrong at each field. */
export function readStone(t: Typed, units: 'mm' | 'in'): ReadStone {
  const problems: Record<string, string> = {}
  const values: Partial<Record<FieldId, number>> = {}
  const readings: Record<string, readonly number[]> = {}
  let whole = true
  for (const f of fieldsOf(t)) {
    const text = t.measures[f.id] ?? ''
    const read = readField(text, f, units)
    if (read.problem) problems[f.id] = read.problem
    else if (read.value !== undefined) {
      values[f.id] = read.value
      if (read.readings) readings[f.id] = read.readings
    } else if (!f.optional) whole = false
  }
  const shape = chosenShape(t)
  const points =
    shape.outline === 'free' && KINDS[t.kind].outlines.length > 0 ? freePoints(t, units) : undefined
  if (points && 'problem' in points) problems.points = points.problem
  const rows = (list: readonly Row[], columns: number): number[][] =>
    list
      .map((r) => r.slice(0, columns).map((c) => readLength(c, units, true).value))
      .filter((r): r is number[] => r.every((c) => c !== undefined))
  let sections: { at: number; across: number }[] | undefined
  if (t.kind === 'stalk') {
    sections = rows(t.sections, 2)
      .map(([at, across]) => ({ at: at!, across: across! }))
      .filter((s) => s.across > 0)
      .sort((a, b) => a.at - b.at)
    if (sections.length < 3) {
      whole = false
      problems.sections = 'Type the height and the diameter of three places or more.'
    }
  }
  let faces: number[] | undefined
  if (t.kind === 'crystal' && t.faces.trim() !== '') {
    const list = listOf(t.faces).map((text) => readLength(text, units).value)
    if (list.some((n) => n === undefined))
      problems.faces = 'Type the widths of the faces in order, with commas between.'
    else faces = list as number[]
  }
  const extra = (id: 'weighed' | 'taped'): number | undefined => {
    if (t[id].trim() === '') return undefined
    const n = id === 'taped' ? readLength(t[id], units).value : numberIn(t[id].replace(/g$/i, ''))
    if (n === undefined || !(n > 0))
      problems[id] = id === 'taped' ? 'Type a length.' : 'Type grams, such as 6.4.'
    return n
  }
  const weighed = extra('weighed')
  const taped = extra('taped')
  const { group, problem: unread } = readGroup(t, units)
  if (unread) problems.group = unread
  if (!whole || values.length === undefined) return { problems: whole ? problems : withoutLists(problems, t) }
  const width = widthIsLength(shape) || shape.form === 'sphere' ? values.length : values.width
  const depth = depthIsWidth(shape) || shape.form === 'sphere' ? width : values.depth
  if (width === undefined || depth === undefined) return { problems }
  const measures: Partial<Record<MeasureId, number>> = {}
  for (const m of measuresOf(shape)) if (values[m.id] !== undefined) measures[m.id] = values[m.id]!
  const stone: Stone = {
    ...shape,
    ...measures,
    length: values.length,
    width,
    depth,
    mineral: t.mineral,
    ...((t.kind === 'bead' || t.kind === 'slab') && t.way !== '' ? { way: t.way } : {}),
    ...(points && 'points' in points ? { points: points.points } : {}),
    ...(sections ? { sections } : {}),
    ...(faces ? { faces } : {}),
    ...(t.treatments.length > 0 ? { treatments: t.treatments } : {}),
    ...(Object.keys(readings).length > 0 ? { readings } : {}),
    ...(weighed === undefined ? {} : { weighed }),
    ...(taped === undefined ? {} : { taped }),
    ...(group ? { group } : {}),
  }
  for (const f of stoneErrors(stone)) problems[f.field ?? 'length'] ??= inWords(f)
  return Object.keys(problems).length > 0 ? { problems } : { stone, problems }
}

/** While the first measures are still to come, nothing is said about lists that nobody has begun. */
function withoutLists(problems: Readonly<Record<string, string>>, t: Typed): Record<string, string> {
  const begun = t.sections.some((r) => r[1] !== '')
  return Object.fromEntries(Object.entries(problems).filter(([k]) => k !== 'sections' || begun))
}

function freePoints(
  t: Typed,
  units: 'mm' | 'in',
): { readonly points: readonly Vec2[] } | { readonly problem: string } {
  if (t.points.length >= 5) return { points: t.points }
  const rows = t.widths
    .map((r) => r.map((c) => readLength(c, units, true).value))
    .filter((r): r is number[] => r.every((c) => c !== undefined))
    .map(([at, left, right]) => ({ at: at!, left: left!, right: right! }))
  if (rows.length < 5)
    return { problem: 'Type the widths at five heights or more, drag points, or bring in a line.' }
  return { points: outlineFromWidths(rows) }
}

/** Typed measures to begin a kind with that nobody has typed anything for: none; its example only shows the shape. */
export const exampleOf = (t: Pick<Typed, 'kind' | 'outline' | 'form' | 'mineral'>): Stone => {
  const shape = chosenShape(t)
  const base = EXAMPLES[t.kind]
  if (t.kind === 'bead') {
    const size: Readonly<Record<BeadForm, readonly [number, number, number]>> = {
      sphere: [20, 20, 20],
      egg: [26, 18, 18],
      flattened: [12, 20, 20],
      barrel: [22, 14, 14],
      tube: [24, 10, 10],
      coin: [20, 20, 6],
    }
    const [length, width, depth] = size[t.form]
    return { ...base, ...shape, length, width, depth, mineral: t.mineral }
  }
  const slim = shape.outline === 'drop' || shape.outline === 'marquise'
  const free: readonly Vec2[] = [
    [0, -15],
    [7, -12],
    [10, -4],
    [9, 4],
    [10, 10],
    [4, 15],
    [-4, 13],
    [-10, 10],
    [-11, 1],
    [-7, -9],
  ]
  return {
    ...base,
    ...shape,
    width: slim ? Math.min(base.width, base.length * 0.65) : base.width,
    mineral: t.mineral,
    ...(shape.outline === 'free' ? { points: free } : {}),
  }
}
