import { beta, integrate } from '../geom/index.js'
import { GRAM_PER_CARAT } from '../units/index.js'
import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'
import { mineral, MINERAL_SOURCE } from './minerals.js'
import { outline, outlineArea, outlinePerimeter } from './outline.js'
import { DEFAULT_FULLNESS, TIP_SHARE, WALL_SHARE, type OutlineKind, type Stone } from './stone.js'

/**
 * Perimeter of an ellipse with semi-axes a, b by the arithmetic-geometric mean; exact to rounding.
 * @example ellipsePerimeter(15, 11) // 82.165
 */
export function ellipsePerimeter(a: number, b: number): number {
  let x = Math.max(a, b)
  let y = Math.min(a, b)
  let sum = 1 - (x * x - y * y) / (2 * x * x)
  let power = 1
  const first = x
  while (Math.abs(x - y) > 1e-15 * x) {
    const next = (x + y) / 2
    const c = (x - y) / 2
    y = Math.sqrt(x * y)
    x = next
    sum -= (power * c * c) / (first * first)
    power *= 2
  }
  return (2 * Math.PI * first * first * sum) / x
}

/** Length of a quarter of the curve (x/a)^p + (y/b)^p = 1, by quadrature in the angle; p from 1. */
export function quarterLength(a: number, b: number, p: number): number {
  return integrate(
    (phi) => {
      const c = Math.cos(phi)
      const s = Math.sin(phi)
      const sum = c ** p + s ** p
      const g = sum ** (-1 / p)
      const dg = (-g / sum) * (s ** (p - 1) * c - c ** (p - 1) * s)
      return Math.hypot(a * (dg * c - g * s), b * (dg * s + g * c))
    },
    0,
    Math.PI / 2,
    48,
  )
}

/** Share of the prism that a dome of exponent p fills: ∫ 2ρ (1 - ρ^p)^(1/p) dρ = (2/p) B(2/p, 1 + 1/p). @example domeShare(2) // 2/3 */
export const domeShare = (p: number): number => (2 / p) * beta(2 / p, 1 + 1 / p)

/** Formulas of the stone's derived measures. */
export const stoneFormulas = {
  'stone.wall': {
    unit: 'mm',
    text: `${WALL_SHARE} × {depth}, an estimate until measured`,
    of: ({ depth }) => WALL_SHARE * depth!,
  },
  'stone.tip': {
    unit: 'mm',
    text: `${TIP_SHARE} × {width}, an estimate`,
    of: ({ width }) => TIP_SHARE * width!,
  },
  'stone.edge.round': { unit: 'mm', text: 'π × {length}', of: ({ length }) => Math.PI * length! },
  'stone.edge.oval': {
    unit: 'mm',
    text: 'perimeter of the ellipse {length} × {width} (arithmetic-geometric mean)',
    of: ({ length, width }) => ellipsePerimeter(length! / 2, width! / 2),
  },
  'stone.edge.drop': {
    unit: 'mm',
    text: 'half circle of {width}, two flank arcs and the tip arc of radius {tip}, over {length}',
    of: ({ length, width }) => outlinePerimeter(outline('drop', length!, width!)),
  },
  'stone.area.round': {
    unit: 'mm²',
    text: 'π/4 × {length}²',
    of: ({ length }) => (Math.PI / 4) * length! ** 2,
  },
  'stone.area.oval': {
    unit: 'mm²',
    text: 'π/4 × {length} × {width}',
    of: ({ length, width }) => (Math.PI / 4) * length! * width!,
  },
  'stone.area.drop': {
    unit: 'mm²',
    text: 'area inside the arcs of a drop {length} × {width}, tip radius {tip}',
    of: ({ length, width }) => outlineArea(outline('drop', length!, width!)),
  },
  'stone.rise': { unit: 'mm', text: '{depth} − {wall}', of: ({ depth, wall }) => depth! - wall! },
  'stone.girth.length': {
    unit: 'mm',
    text: '{length} across the back + 2 × {wall} + the dome’s profile over a rise of {rise}, fullness {fullness}',
    of: ({ length, wall, rise, fullness }) =>
      length! + 2 * wall! + 2 * quarterLength(length! / 2, rise!, fullness!),
  },
  'stone.girth.length.drop': {
    unit: 'mm',
    text: '{length} across the back + 2 × {wall} + the dome’s profile, {width} / 2 below and the rest above its crown, rise {rise}, fullness {fullness}',
    of: ({ length, width, wall, rise, fullness }) =>
      length! +
      2 * wall! +
      quarterLength(width! / 2, rise!, fullness!) +
      quarterLength(length! - width! / 2, rise!, fullness!),
  },
  'stone.girth.width': {
    unit: 'mm',
    text: '{width} across the back + 2 × {wall} + the dome’s profile over a rise of {rise}, fullness {fullness}',
    of: ({ width, wall, rise, fullness }) =>
      width! + 2 * wall! + 2 * quarterLength(width! / 2, rise!, fullness!),
  },
  'stone.share': {
    unit: '',
    text: '(2/p) B(2/p, 1 + 1/p) with p = {fullness}: the part of its block that the dome fills',
    of: ({ fullness }) => domeShare(fullness!),
  },
  'stone.volume': {
    unit: 'mm³',
    text: '{area} × ({wall} + {share} × {rise})',
    of: ({ area, wall, share, rise }) => area! * (wall! + share! * rise!),
  },
  'stone.mass': {
    unit: 'g',
    text: '{density} × {volume} / 1000',
    of: ({ density, volume }) => (density! * volume!) / 1000,
  },
  'stone.carats': { unit: 'ct', text: '{mass} / 0.2', of: ({ mass }) => mass! / GRAM_PER_CARAT },
} as const satisfies Formulas

/** The typed and estimated measures as leaves or small trees. */
export interface StoneInputs {
  readonly outline: Quantity
  readonly length: Quantity
  readonly width: Quantity
  readonly depth: Quantity
  readonly wall: Quantity
  readonly fullness: Quantity
}

/** A stone's derived figures, each with its working. */
export interface StoneMeasures {
  readonly inputs: StoneInputs
  readonly edge: Quantity
  readonly girthLength: Quantity
  readonly girthWidth: Quantity
  readonly volume: Quantity
  readonly mass: Quantity
  readonly carats: Quantity
}

const work = worker(stoneFormulas)

/** A round stone's width is its length: one measure, one leaf. */
export function stoneInputs(stone: Stone): StoneInputs {
  const depth = leaf('typed', 'stone.depth', stone.depth, 'mm')
  const length = leaf('typed', 'stone.length', stone.length, 'mm')
  return {
    outline: leaf('chosen', 'stone.outline', stone.outline, 'word'),
    length,
    width: stone.outline === 'round' ? length : leaf('typed', 'stone.width', stone.width, 'mm'),
    depth,
    wall:
      stone.wall === undefined
        ? work('stone.wall', { depth })
        : leaf('typed', 'stone.wall', stone.wall, 'mm'),
    fullness:
      stone.fullness === undefined
        ? leaf('estimate', 'stone.fullness', DEFAULT_FULLNESS, '')
        : leaf('typed', 'stone.fullness', stone.fullness, ''),
  }
}

/**
 * Edge, lengthwise and crosswise girth (a taut string round the section), volume, mass and carats, with their working.
 * The sections of these stones are convex, so their perimeter is the girth.
 * @example numberOf(stoneMeasures(oval30x22x7wall2).volume) // 2764.6
 */
export function stoneMeasures(stone: Stone): StoneMeasures {
  const inputs = stoneInputs(stone)
  const { length, width, depth, wall, fullness } = inputs
  const kind: OutlineKind = stone.outline
  const plane: Readonly<Record<string, Quantity>> =
    kind === 'round'
      ? { length }
      : kind === 'oval'
        ? { length, width }
        : { length, width, tip: work('stone.tip', { width }) }
  const edge = work(`stone.edge.${kind}`, plane)
  const rise = work('stone.rise', { depth, wall })
  const area = work(`stone.area.${kind}`, plane)
  const share = work('stone.share', { fullness })
  const volume = work('stone.volume', { area, wall, share, rise })
  const density = leaf(
    'table',
    `density of ${stone.mineral}`,
    mineral(stone.mineral).density[1],
    'g/cm³',
    MINERAL_SOURCE,
  )
  const mass = work('stone.mass', { density, volume })
  return {
    inputs,
    edge,
    girthLength:
      kind === 'drop'
        ? work('stone.girth.length.drop', { length, width, wall, rise, fullness })
        : work('stone.girth.length', { length, wall, rise, fullness }),
    girthWidth: work('stone.girth.width', { width, wall, rise, fullness }),
    volume,
    mass,
    carats: work('stone.carats', { mass }),
  }
}
