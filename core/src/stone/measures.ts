import { leaf, numberOf, worker, type Formulas, type Quantity } from '../working/index.js'
import { outlineOf } from './body.js'
import { rowInputs, type RowInputs } from './rowInputs.js'
import { mineral, MINERAL_SOURCE } from './minerals.js'
import { footprint, waistsOf } from './shape.js'
import {
  depthIsWidth,
  fullStone,
  KINDS,
  measuresOf,
  medianOf,
  widthIsLength,
  type MeasureId,
  type OutlineKind,
  type Stone,
} from './stone.js'
import { estimateCode, named, stoneFormulas } from './stoneFormulas.js'

const listed = (rows: readonly (readonly number[])[]): string => rows.map((r) => r.join(',')).join(' ')

/** The typed and estimated measures as leaves or small trees: those that the kind of stone has, and what shapes it. */
export type StoneInputs = {
  readonly outline: Quantity
  readonly length: Quantity
  readonly width: Quantity
  readonly depth: Quantity
} & {
  readonly [M in MeasureId]?: Quantity
} & { readonly [W in 'kind' | 'form' | 'way' | 'points' | 'sections' | 'faces' | keyof RowInputs]?: Quantity }

/** A stone's derived figures, each with its working. */
export interface StoneMeasures {
  readonly inputs: StoneInputs
  /** Round the outline as it runs. */
  readonly edge: Quantity
  /** A taut string round the edge. */
  readonly girthEdge: Quantity
  readonly girthLength: Quantity
  readonly girthWidth: Quantity
  readonly volume: Quantity
  readonly mass: Quantity
  readonly carats: Quantity
}

const work = worker<Formulas>(stoneFormulas)

/** A round stone's width is its length, a turned stone's depth its width: one measure, one leaf. */
export function stoneInputs(stone: Stone): StoneInputs {
  const length = leaf('typed', 'stone.length', stone.length, 'mm')
  const width = widthIsLength(stone) ? length : leaf('typed', 'stone.width', stone.width, 'mm')
  const depth = depthIsWidth(stone) ? width : leaf('typed', 'stone.depth', stone.depth, 'mm')
  const word = (key: string, value: string) => leaf('chosen', `stone.${key}`, value, 'word')
  const known: Record<string, Quantity> = { length, width, depth }
  for (const m of measuresOf(stone)) {
    const typed = stone[m.id]
    known[m.id] =
      typed !== undefined
        ? leaf('typed', `stone.${m.id}`, typed, m.unit)
        : named(m.estimate.text).length === 0
          ? leaf('estimate', `stone.${m.id}`, m.estimate.of({}), m.unit)
          : work(
              estimateCode(stone.kind, m),
              Object.fromEntries(named(m.estimate.text).map((n) => [n, known[n]!])),
            )
  }
  return {
    ...known,
    ...(stone.kind === 'cabochon' ? {} : { kind: word('kind', stone.kind) }),
    outline: word('outline', stone.outline),
    ...(stone.form ? { form: word('form', stone.form) } : {}),
    ...(stone.way ? { way: word('way', stone.way) } : {}),
    ...(stone.points ? { points: word('points', listed(stone.points)) } : {}),
    ...(stone.sections
      ? { sections: word('sections', listed(stone.sections.map((s) => [s.at, s.across]))) }
      : {}),
    ...(stone.faces ? { faces: word('faces', listed([stone.faces])) } : {}),
    ...rowInputs(stone, length),
  } as unknown as StoneInputs
}

/** Outlines that are alike above and below, left and right of their star centre, or (a drop) have a girth of their own. */
const PLAIN: ReadonlySet<OutlineKind> = new Set<OutlineKind>([
  'round',
  'oval',
  'drop',
  'cushion',
  'square',
  'cut-corner',
  'marquise',
  'hexagon',
])
const CLOSED: ReadonlySet<OutlineKind> = new Set<OutlineKind>(['round', 'oval', 'drop'])

/** Is every measure of this stone a closed form: a cabochon with an upright wall and a regular outline. */
const isPlain = (stone: Stone): boolean =>
  stone.kind === 'cabochon' && PLAIN.has(stone.outline) && !stone.draft && !stone.chamfer

/**
 * Edge, girths (a taut string round the section), volume, mass and carats, with their working.
 * @example numberOf(stoneMeasures(oval).volume) // 2764.6
 */
export function stoneMeasures(stone: Stone): StoneMeasures {
  const inputs = stoneInputs(stone)
  const shape = isPlain(stone) ? plainMeasures(stone, inputs) : shapedMeasures(stone, inputs)
  const density = leaf(
    'table',
    `density of ${stone.mineral}`,
    mineral(stone.mineral).density[1],
    'g/cm³',
    MINERAL_SOURCE,
  )
  const mass = work('stone.mass', { density, volume: shape.volume })
  return { inputs, ...shape, mass, carats: work('stone.carats', { mass }) }
}

type Shaped = Omit<StoneMeasures, 'inputs' | 'mass' | 'carats'>

function plainMeasures(stone: Stone, inputs: StoneInputs): Shaped {
  const { length, width, depth, corner } = inputs
  const wall = inputs.wall!
  const fullness = inputs.fullness!
  const kind: OutlineKind = stone.outline
  const closed = CLOSED.has(kind)
  const flat: Readonly<Record<string, Quantity>> =
    kind === 'round'
      ? { length }
      : kind === 'drop'
        ? { length, width, tip: work('stone.tip', { width }) }
        : closed
          ? { length, width }
          : { outline: inputs.outline, length, width, ...(corner ? { corner } : {}) }
  const edge = work(closed ? `stone.edge.${kind}` : 'stone.edge.arcs', flat)
  const rise = work('stone.rise', { depth, wall })
  const area = work(closed ? `stone.area.${kind}` : 'stone.area.arcs', flat)
  const share = work('stone.share', { fullness })
  return {
    edge,
    girthEdge: edge,
    girthLength:
      kind === 'drop'
        ? work('stone.girth.length.drop', { length, width, wall, rise, fullness })
        : work('stone.girth.length', { length, wall, rise, fullness }),
    girthWidth: work('stone.girth.width', { width, wall, rise, fullness }),
    volume: work('stone.volume', { area, wall, share, rise }),
  }
}

/** Everything that a figure of the whole shape hangs on. */
function shapeInputs(stone: Stone, inputs: StoneInputs): Record<string, Quantity> {
  const all: Record<string, Quantity> = { ...inputs }
  if (KINDS[stone.kind].outlines.length === 0) delete all.outline
  if (widthIsLength(stone)) delete all.width
  if (depthIsWidth(stone)) delete all.depth
  if (stone.kind === 'cabochon') all.kind = leaf('chosen', 'stone.kind', 'cabochon', 'word')
  return all
}

function shapedMeasures(stone: Stone, inputs: StoneInputs): Shaped {
  const all = shapeInputs(stone, inputs)
  const edge = work('stone.shape.edge', all)
  const outlined = KINDS[stone.kind].outlines.length > 0
  return {
    edge,
    girthEdge: outlined && outlineOf(fullStone(stone)).convex ? edge : work('stone.shape.edgeGirth', all),
    girthLength: work('stone.shape.girthLength', all),
    girthWidth: work('stone.shape.girthWidth', all),
    volume: work('stone.shape.volume', all),
  }
}

export type ShapeMore =
  'passes' | 'waist' | 'waistDeep' | 'taper' | 'footprint' | 'crownAngle' | 'pavilionAngle'

/**
 * Further figures of a stone's shape, those that its kind has: the hole it passes, its waist, taper, flat and facet angles. Slower
 * than its measures (a tenth of a second): asked for apart.
 * @example stoneMore(crystal).map((m) => m.id) // ['passes', 'taper']
 */
export function stoneMore(stone: Stone): { readonly id: ShapeMore; readonly quantity: Quantity }[] {
  const full = fullStone(stone)
  const all = shapeInputs(stone, stoneInputs(stone))
  const waisted = waistsOf(full).length > 0
  const ids: readonly (readonly [ShapeMore, boolean])[] = [
    ['passes', true],
    ['waist', waisted],
    ['waistDeep', waisted],
    ['taper', stone.kind === 'crystal'],
    ['footprint', footprint(full).length > 0 && stone.kind !== 'faceted'],
    ['crownAngle', stone.kind === 'faceted'],
    ['pavilionAngle', stone.kind === 'faceted'],
  ]
  return ids.filter(([, has]) => has).map(([id]) => ({ id, quantity: work(`stone.shape.${id}`, all) }))
}

/** Measures that carry a tolerance on to others. */
const DERIVED = ['edge', 'girthEdge', 'girthLength', 'girthWidth', 'volume', 'mass', 'carats'] as const
export type DerivedMeasure = (typeof DERIVED)[number]

/** Plus/minus of each reading's measure, and of what is derived from them: each carried on by itself, the squares added. */
export interface StoneTolerance {
  readonly measured: Readonly<Record<string, number>>
  readonly derived: Readonly<Partial<Record<DerivedMeasure, number>>>
}

/**
 * Tolerances from several readings of a measure: half their spread, carried to what is derived.
 * @example stoneTolerance({ ...oval, readings: { length: [29.9, 30, 30.1] } }).measured.length // 0.1
 */
export function stoneTolerance(stone: Stone): StoneTolerance {
  const measured: Record<string, number> = {}
  const squares: Partial<Record<DerivedMeasure, number>> = {}
  for (const [field, readings] of Object.entries(stone.readings ?? {})) {
    if (readings.length < 2) continue
    const { spread } = medianOf(readings)
    if (!(spread > 0)) continue
    measured[field] = spread
    const value = stone[field as 'length']
    if (typeof value !== 'number') continue
    const [more, less] = [1, -1].map((k) => stoneMeasures({ ...stone, [field]: value + k * spread })) as [
      StoneMeasures,
      StoneMeasures,
    ]
    for (const d of DERIVED)
      squares[d] = (squares[d] ?? 0) + ((numberOf(more[d]) - numberOf(less[d])) / 2) ** 2
  }
  return {
    measured,
    derived: Object.fromEntries(Object.entries(squares).map(([k, v]) => [k, Math.sqrt(v)])),
  }
}
