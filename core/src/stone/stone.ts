import type { Vec2 } from '../geom/index.js'

export const OUTLINE_KINDS = [
  'round',
  'oval',
  'drop',
  'cushion',
  'square',
  'cut-corner',
  'marquise',
  'triangle',
  'hexagon',
  'heart',
  'free',
] as const
export type OutlineKind = (typeof OUTLINE_KINDS)[number]

export const STONE_KINDS = [
  'cabochon',
  'puffy',
  'faceted',
  'bead',
  'slab',
  'crystal',
  'stalk',
  'shell',
] as const
export type StoneKind = (typeof STONE_KINDS)[number]

export const BEAD_FORMS = ['sphere', 'egg', 'flattened', 'barrel', 'tube', 'coin'] as const
export type BeadForm = (typeof BEAD_FORMS)[number]

/** Which way a drill hole runs: from foot to top, from side to side, or from front to back. */
export const HOLE_WAYS = ['length', 'width', 'depth'] as const
export type HoleWay = (typeof HOLE_WAYS)[number]

/** What was done to a stone, or what is behind it. */
export const TREATMENTS = [
  'dyed',
  'stabilised',
  'coated',
  'doublet',
  'triplet',
  'foil-backed',
  'resin-backed',
] as const
export type Treatment = (typeof TREATMENTS)[number]

/** A measure that a kind of stone may have besides length, width and depth. */
export type MeasureId =
  | 'wall'
  | 'fullness'
  | 'draft'
  | 'chamfer'
  | 'back'
  | 'backFullness'
  | 'table'
  | 'girdle'
  | 'crown'
  | 'culet'
  | 'edge'
  | 'hole'
  | 'place'
  | 'ends'
  | 'sides'
  | 'baseWidth'
  | 'baseDepth'
  | 'shoulder'
  | 'shoulderWidth'
  | 'shoulderDepth'
  | 'chip'
  | 'opening'
  | 'lip'
  | 'thickness'
  | 'corner'
  | 'cleft'

/** One diameter of a turned stone, at a height above its foot; mm. */
export interface Diameter {
  readonly at: number
  readonly across: number
}

/** How many stones a row may have. */
export const GROUP_LIMITS = { least: 2, most: 60 } as const
export const ROW_ORDERS = ['to one end', 'largest in the middle'] as const

/**
 * Stones that are set together. A row lies side by side across the widths: its largest is the stone that is measured, the others are
 * like it, down to `last` mm of length. A pair are two mirror images; what was measured of the other stands in `mate`.
 */
export type Group =
  | {
      readonly kind: 'row'
      readonly count: number
      readonly last?: number
      readonly order?: (typeof ROW_ORDERS)[number]
      /** Between two neighbours, mm. */
      readonly gap: number
    }
  | {
      readonly kind: 'pair'
      readonly mate?: Readonly<Partial<Record<'length' | 'width' | 'depth' | 'weighed', number>>>
    }

/**
 * A stone as measured: length along y (toward the bail), width along x, depth along z (toward the viewer), mm. Which of the
 * other measures a kind has is in `KINDS`; those that are missing are estimated and said to be.
 */
export interface Stone extends Readonly<Partial<Record<MeasureId, number>>> {
  readonly kind: StoneKind
  /** Seen from the front. Of beads, crystals and turned stones it is round, and says nothing. */
  readonly outline: OutlineKind
  readonly form?: BeadForm
  readonly way?: HoleWay
  readonly length: number
  readonly width: number
  readonly depth: number
  readonly mineral: string
  readonly treatments?: readonly Treatment[]
  /** Points of a free outline as measured, mm, y up; they are scaled to length and width. */
  readonly points?: readonly Vec2[]
  /** Diameters of a turned stone, from its foot upward. */
  readonly sections?: readonly Diameter[]
  /** Widths of a crystal's faces in order round its middle; 3 to 8, equal where not given. */
  readonly faces?: readonly number[]
  /** Several readings of a measure: it is their median, their spread is its tolerance. */
  readonly readings?: Readonly<Record<string, readonly number[]>>
  /** What the scale said, g. */
  readonly weighed?: number
  /** What a tape laid round the edge said, mm. */
  readonly taped?: number
  /** The others that it is set with. */
  readonly group?: Group
}

/** A stone with nothing left to estimate: measures that its kind does not have are 0. */
export type FullStone = Stone & { readonly [M in MeasureId]: number }

/** How a measure is estimated until it is taken: as written, and as computed from those above it. */
export interface Estimate {
  readonly text: string
  readonly of: (x: Readonly<Record<string, number>>) => number
}

/** A measure of one kind of stone. */
export interface MeasureSpec {
  readonly id: MeasureId
  readonly unit: 'mm' | '°' | '%' | ''
  readonly estimate: Estimate
  readonly least: number
  readonly most: number
  /** Behind "details" in the form. */
  readonly detail?: boolean
  /** Only for these outlines, forms or ways. */
  readonly only?: readonly string[]
}

/** What a kind of stone is measured by, in the order in which one takes it. */
export interface KindSpec {
  /** Outlines that are asked for; none where the kind itself says how it looks from the front. */
  readonly outlines: readonly OutlineKind[]
  /** Width and depth are one diameter: depth is not asked. */
  readonly turned: boolean
  readonly measures: readonly MeasureSpec[]
}

/** Share of the depth taken as wall until it is measured; an estimate. */
export const WALL_SHARE = 0.25
/** Dome exponent until it is measured: the elliptic dome. */
export const DEFAULT_FULLNESS = 2
/** Radius of a drop's tip as a share of its width; an estimate. */
export const TIP_SHARE = 0.06
/** Shares that stand for an outline's own small measures until they are taken; estimates. */
export const OUTLINE_SHARES = {
  corner: 0.06,
  cushionCorner: 0.22,
  cushionBulge: 0.06,
  cut: 0.18,
  triangleBulge: 0.05,
  cleft: 0.14,
  tip: 0.06,
} as const

const fixed = (value: number): Estimate => ({ text: String(value), of: () => value })
const share = (k: number, of: string): Estimate => ({ text: `${k} × {${of}}`, of: (x) => k * x[of]! })

const WALL: MeasureSpec = {
  id: 'wall',
  unit: 'mm',
  estimate: share(WALL_SHARE, 'depth'),
  least: 0,
  most: 100,
}
const FULLNESS: MeasureSpec = {
  id: 'fullness',
  unit: '',
  estimate: fixed(DEFAULT_FULLNESS),
  least: 1.2,
  most: 6,
  detail: true,
}
const corner = (k: number, only: readonly string[]): MeasureSpec => ({
  id: 'corner',
  unit: 'mm',
  estimate: {
    text: `${k} × the smaller of {length} and {width}`,
    of: (x) => k * Math.min(x.length!, x.width!),
  },
  least: 0.05,
  most: 100,
  detail: true,
  only,
})
const CORNERS: readonly MeasureSpec[] = [
  corner(OUTLINE_SHARES.corner, ['square', 'triangle']),
  corner(OUTLINE_SHARES.cushionCorner, ['cushion']),
  corner(OUTLINE_SHARES.cut, ['cut-corner']),
  {
    id: 'cleft',
    unit: 'mm',
    estimate: share(OUTLINE_SHARES.cleft, 'width'),
    least: 0.1,
    most: 100,
    only: ['heart'],
  },
]
const HOLE: MeasureSpec = { id: 'hole', unit: 'mm', estimate: fixed(0), least: 0, most: 60 }

/** Every kind of stone, and what it is measured by. */
export const KINDS: Readonly<Record<StoneKind, KindSpec>> = {
  cabochon: {
    outlines: OUTLINE_KINDS,
    turned: false,
    measures: [
      ...CORNERS,
      WALL,
      FULLNESS,
      { id: 'draft', unit: '°', estimate: fixed(0), least: 0, most: 30, detail: true },
      { id: 'chamfer', unit: 'mm', estimate: fixed(0), least: 0, most: 5, detail: true },
    ],
  },
  puffy: {
    outlines: OUTLINE_KINDS,
    turned: false,
    measures: [
      ...CORNERS,
      { id: 'wall', unit: 'mm', estimate: share(0.1, 'depth'), least: 0, most: 100 },
      {
        id: 'back',
        unit: 'mm',
        estimate: { text: '0.4 × ({depth} − {wall})', of: (x) => 0.4 * (x.depth! - x.wall!) },
        least: 0.1,
        most: 100,
      },
      FULLNESS,
      { ...FULLNESS, id: 'backFullness' },
    ],
  },
  faceted: {
    outlines: OUTLINE_KINDS.filter((o) => o !== 'free'),
    turned: false,
    measures: [
      ...CORNERS,
      { id: 'girdle', unit: 'mm', estimate: share(0.03, 'width'), least: 0.02, most: 20 },
      {
        id: 'crown',
        unit: 'mm',
        estimate: { text: '0.28 × ({depth} − {girdle})', of: (x) => 0.28 * (x.depth! - x.girdle!) },
        least: 0.05,
        most: 100,
      },
      { id: 'table', unit: '%', estimate: fixed(58), least: 20, most: 95 },
      { id: 'culet', unit: 'mm', estimate: share(0.02, 'width'), least: 0.02, most: 100, detail: true },
    ],
  },
  bead: {
    outlines: [],
    turned: false,
    measures: [
      {
        id: 'ends',
        unit: 'mm',
        estimate: share(0.7, 'width'),
        least: 0.2,
        most: 200,
        only: ['barrel'],
      },
      {
        id: 'edge',
        unit: 'mm',
        estimate: share(0.45, 'depth'),
        least: 0.05,
        most: 100,
        detail: true,
        only: ['coin'],
      },
      { ...HOLE, estimate: fixed(1) },
    ],
  },
  slab: {
    outlines: OUTLINE_KINDS,
    turned: false,
    measures: [
      ...CORNERS,
      { id: 'edge', unit: 'mm', estimate: share(0.3, 'depth'), least: 0.05, most: 100 },
      HOLE,
      { id: 'place', unit: 'mm', estimate: share(0.14, 'length'), least: 0.5, most: 200 },
    ],
  },
  crystal: {
    outlines: [],
    turned: false,
    measures: [
      { id: 'sides', unit: '', estimate: fixed(6), least: 3, most: 8 },
      { id: 'baseWidth', unit: 'mm', estimate: share(1, 'width'), least: 0.5, most: 200 },
      { id: 'baseDepth', unit: 'mm', estimate: share(1, 'depth'), least: 0.5, most: 200 },
      { id: 'shoulder', unit: 'mm', estimate: share(0.78, 'length'), least: 0.5, most: 200 },
      { id: 'shoulderWidth', unit: 'mm', estimate: share(0.85, 'width'), least: 0.5, most: 200 },
      { id: 'shoulderDepth', unit: 'mm', estimate: share(0.85, 'depth'), least: 0.5, most: 200 },
      { id: 'chip', unit: 'mm', estimate: fixed(0), least: 0, most: 100, detail: true },
    ],
  },
  stalk: { outlines: [], turned: true, measures: [] },
  shell: {
    outlines: [],
    turned: true,
    measures: [
      { id: 'opening', unit: 'mm', estimate: share(0.55, 'width'), least: 0.5, most: 200 },
      { id: 'lip', unit: 'mm', estimate: share(0.04, 'width'), least: 0, most: 60 },
      { id: 'thickness', unit: 'mm', estimate: share(0.08, 'width'), least: 0.2, most: 60 },
    ],
  },
}

/** Measures that this stone has: by its kind, and by its outline, form or hole where they decide. */
export const measuresOf = (stone: Pick<Stone, 'kind' | 'outline' | 'form'>): MeasureSpec[] =>
  KINDS[stone.kind].measures.filter(
    (m) =>
      !m.only || m.only.includes(stone.outline) || (stone.form !== undefined && m.only.includes(stone.form)),
  )

/** Is the stone's width also its depth, and not asked twice. */
export const depthIsWidth = (stone: Pick<Stone, 'kind' | 'form'>): boolean =>
  KINDS[stone.kind].turned ||
  (stone.kind === 'bead' && ['barrel', 'tube', 'flattened', 'sphere'].includes(stone.form ?? ''))

/** Is the stone's length also its width, and not asked twice. */
export const widthIsLength = (stone: Pick<Stone, 'kind' | 'outline' | 'form'>): boolean =>
  stone.form === 'sphere' || (KINDS[stone.kind].outlines.length > 0 && stone.outline === 'round')

/** Fills in what was not measured, with estimates; a round stone's width is its length. */
export function fullStone(stone: Stone): FullStone {
  const width = widthIsLength(stone) ? stone.length : stone.width
  const depth = depthIsWidth(stone) ? width : stone.depth
  const known: Record<string, number> = { length: stone.length, width, depth }
  for (const m of measuresOf(stone)) known[m.id] = stone[m.id] ?? m.estimate.of(known)
  const out: Record<string, unknown> = { ...stone, width, depth }
  for (const id of ALL_MEASURES) out[id] = known[id] ?? 0
  return out as unknown as FullStone
}

export const ALL_MEASURES: readonly MeasureId[] = [
  ...new Set(Object.values(KINDS).flatMap((k) => k.measures.map((m) => m.id))),
]

/** Middle of readings, and half their spread; one reading has none. @example medianOf([9.8, 10, 10.1]) // { median: 10, spread: 0.15 } */
export function medianOf(readings: readonly number[]): { readonly median: number; readonly spread: number } {
  if (readings.length === 0) throw new RangeError('no readings')
  const sorted = [...readings].sort((a, b) => a - b)
  const mid = sorted.length >> 1
  // of two in the middle their mean, without the dust of binary fractions
  const median =
    sorted.length % 2 === 1 ? sorted[mid]! : Number(((sorted[mid - 1]! + sorted[mid]!) / 2).toFixed(9))
  return { median, spread: (sorted[sorted.length - 1]! - sorted[0]!) / 2 }
}
