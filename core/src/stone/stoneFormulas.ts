import { beta, integrate, type Vec2 } from '../geom/index.js'
import { GRAM_PER_CARAT } from '../units/index.js'
import type { Formula, Formulas } from '../working/index.js'
import { rowFrom } from './rowInputs.js'
import { outline } from './makeOutline.js'
import { outlineArea, outlinePerimeter } from './outline.js'
import {
  facetAngles,
  figuresOf,
  footprint,
  shapeOf,
  smallestHole,
  taperOf,
  waistsOf,
  type ShapeFigures,
} from './shape.js'
import {
  fullStone,
  KINDS,
  TIP_SHARE,
  type FullStone,
  type MeasureSpec,
  type OutlineKind,
  type Stone,
  type StoneKind,
} from './stone.js'

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

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>

/** Code of the formula by which a measure of a kind is estimated. */
export const estimateCode = (kind: StoneKind, m: MeasureSpec): string =>
  `stone.estimate.${kind}.${m.id}${m.only ? `.${m.only[0]}` : ''}`
export const named = (text: string): string[] => [...text.matchAll(/\{(\w+)\}/g)].map((x) => x[1]!)

/** Every estimate that hangs on other measures, as a formula. */
const estimateFormulas: Readonly<Record<string, Formula>> = Object.fromEntries(
  Object.entries(KINDS).flatMap(([kind, spec]) =>
    spec.measures
      .filter((m) => named(m.estimate.text).length > 0)
      .map((m) => [
        estimateCode(kind as StoneKind, m),
        {
          unit: m.unit,
          text: `${m.estimate.text}, an estimate until measured`,
          of: (x: Numbers) => m.estimate.of(x),
        },
      ]),
  ),
)

const unlisted = (text: string): number[][] => text.split(' ').map((r) => r.split(',').map(Number))

/** A stone again from the inputs of a formula, as `stoneInputs` names them. Its mineral does not matter to its shape. */
export function stoneFrom(x: Numbers, w: Words): FullStone {
  const { kind = 'cabochon', outline: o = 'round', form, way } = w
  const { rowCount, rowLast, rowGap, ...measures } = x
  return fullStone({
    ...measures,
    kind: kind as StoneKind,
    outline: o as OutlineKind,
    ...(form ? { form: form as NonNullable<Stone['form']> } : {}),
    ...(way ? { way: way as NonNullable<Stone['way']> } : {}),
    length: x.length!,
    width: x.width ?? x.length!,
    depth: x.depth ?? x.width ?? x.length!,
    mineral: '',
    ...(w.points ? { points: unlisted(w.points) as unknown as Vec2[] } : {}),
    ...(w.sections
      ? { sections: unlisted(w.sections).map(([at, across]) => ({ at: at!, across: across! })) }
      : {}),
    ...(w.faces ? { faces: unlisted(w.faces)[0]! } : {}),
    ...rowFrom({ rowCount, rowLast, rowGap } as Numbers, w),
  })
}

const plane = (x: Numbers, w: Words) =>
  outline(w.outline as OutlineKind, x.length!, x.width ?? x.length!, x.corner ? { corner: x.corner } : {})
const ofShape =
  (figure: keyof ShapeFigures) =>
  (x: Numbers, w: Words): number =>
    figuresOf(stoneFrom(x, w))[figure]

/** Triangles are this far from the stone when it is only asked what it passes through, mm. */
const PASSING = 0.03

const polygonArea = (points: readonly Vec2[]): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!
    return sum + (p[0] * q[1] - q[0] * p[1]) / 2
  }, 0)

/** Formulas of the stone's derived measures. */
export const stoneFormulas = {
  ...estimateFormulas,
  'stone.edge.arcs': {
    unit: 'mm',
    text: 'the arcs of a {outline} {length} × {width}, added up',
    of: (x, w) => outlinePerimeter(plane(x, w)),
  },
  'stone.area.arcs': {
    unit: 'mm²',
    text: 'area inside the arcs of a {outline} {length} × {width}',
    of: (x, w) => outlineArea(plane(x, w)),
  },
  'stone.shape.edge': {
    unit: 'mm',
    text: 'along the edge as it runs, hollows and all, seen from the front',
    of: ofShape('edge'),
  },
  'stone.shape.edgeGirth': {
    unit: 'mm',
    text: 'a taut string round the edge: the hull of the section seen from the front',
    of: ofShape('edgeGirth'),
  },
  'stone.shape.girthLength': {
    unit: 'mm',
    text: 'a taut string over length and depth: the hull of the section down the middle',
    of: ofShape('girthLength'),
  },
  'stone.shape.girthWidth': {
    unit: 'mm',
    text: 'a taut string over width and depth: the hull of the section across',
    of: ofShape('girthWidth'),
  },
  'stone.shape.passes': {
    unit: 'mm',
    text: 'diameter of the smallest circle round its shadow, over all directions of travel; turned on the way it may pass a smaller one',
    of: (x, w) => smallestHole(shapeOf({ ...stoneFrom(x, w), hole: 0 }, PASSING).mesh),
  },
  'stone.shape.waist': {
    unit: 'mm',
    text: 'the narrowest place between two wider ones, along its length',
    of: (x, w) => waistsOf(stoneFrom(x, w)).reduce((least, k) => Math.min(least, k.across), Infinity),
  },
  'stone.shape.waistDeep': {
    unit: 'mm',
    text: 'how far the narrowest place lies under what is beside it, on each side',
    of: (x, w) => Math.max(...waistsOf(stoneFrom(x, w)).map((k) => k.deep)),
  },
  'stone.shape.taper': {
    unit: '%',
    text: '100 × half of the width lost from base to shoulder, over its height',
    of: (x, w) => 100 * taperOf(stoneFrom(x, w)).up,
  },
  'stone.shape.footprint': {
    unit: 'mm²',
    text: 'area of the flat that it lies on',
    of: (x, w) => polygonArea(footprint(stoneFrom(x, w))),
  },
  'stone.shape.crownAngle': {
    unit: '°',
    text: 'slope of the crown across the width, from girdle to table',
    of: (x, w) => facetAngles(stoneFrom(x, w)).crown,
  },
  'stone.shape.pavilionAngle': {
    unit: '°',
    text: 'slope of the pavilion across the width, from girdle to culet',
    of: (x, w) => facetAngles(stoneFrom(x, w)).pavilion,
  },
  'stone.shape.volume': {
    unit: 'mm³',
    text: 'the stone’s slices added up, less the drill hole',
    of: ofShape('volume'),
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
} satisfies Formulas
