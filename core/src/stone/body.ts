import { integrate, type Vec2, type Vec3 } from '../geom/index.js'
import { dome, holeOf, line, roundedSlab, sectionOf, WHOLE } from './bodyParts.js'
import { beadBody, crystalBody, shellBody, stalkBody } from './grownBody.js'
import { outline } from './makeOutline.js'
import type { Outline } from './outline.js'
import type { FullStone } from './stone.js'

/**
 * A slice of a body: the section scaled by `u` and `v` about its star centre, at height `h` along the body's axis. It may be cut aslant: `slant`
 * higher for each millimetre across, and as much wider there as the faces that it cuts are: `widen` of u and v a millimetre up.
 */
export interface Slice {
  readonly h: number
  readonly u: number
  readonly v: number
  readonly slant?: number
  readonly widen?: readonly [u: number, v: number]
}

/** A stretch of a body's profile, t from 0 to 1; between stretches the surface has an edge. */
export interface Stretch {
  readonly straight: boolean
  readonly at: (t: number) => Slice
}

/** The plane figure that is carried along the axis, about its star centre, counter-clockwise. */
export interface Section2 {
  readonly points: (tolerance: number) => Vec2[]
  readonly area: number
  readonly centre: Vec2
  /** Farthest it reaches in each direction. */
  readonly box: {
    readonly left: number
    readonly right: number
    readonly bottom: number
    readonly top: number
  }
}

/** A straight drill hole, round, through the whole stone. */
export interface Hole {
  readonly through: Vec3
  readonly along: Vec3
  readonly diameter: number
}

/**
 * A stone's shape before it is cut into triangles: one section carried along an axis while it grows and shrinks, and the holes
 * through it. Axis z: the section is the outline seen from the front. Axis y: the stone is turned, or grown, from its foot to its top.
 */
export interface Body {
  readonly axis: 'y' | 'z'
  readonly section: Section2
  readonly outline: Outline | undefined
  readonly stretches: readonly Stretch[]
  readonly holes: readonly Hole[]
}

/** A slice's point in the piece's frame. */
export function placed(axis: 'y' | 'z', slice: Slice, [a, b]: Vec2): Vec3 {
  const { slant = 0, widen: [wider, deeper] = [0, 0] } = slice
  const x = (slice.u * a) / (1 - wider * slant * a)
  const y = (slice.v + deeper * slant * x) * b
  const h = slice.h + slant * x
  return axis === 'z' ? [x, y, h] : [x, h, -y]
}

/** The stone's outline, seen from the front. @throws RangeError for kinds that have none of their own, or measures that enclose nothing */
export const outlineOf = (
  s: Pick<FullStone, 'outline' | 'length' | 'width' | 'corner' | 'cleft' | 'points'>,
): Outline =>
  outline(s.outline, s.length, s.width, {
    ...(s.corner > 0 ? { corner: s.corner } : {}),
    ...(s.cleft > 0 ? { cleft: s.cleft } : {}),
    ...(s.points ? { points: s.points } : {}),
  })

/**
 * The shape of a measured stone.
 * @throws RangeError when its measures enclose nothing; `checkStone` says so in words before
 */
export function bodyOf(s: FullStone): Body {
  switch (s.kind) {
    case 'cabochon': {
      const o = outlineOf(s)
      const [back, rim] = [-s.wall / 2, s.wall / 2]
      if (!(s.depth > s.wall && s.chamfer <= s.wall)) throw new RangeError('the wall leaves no dome')
      const inset = (d: number) => ({ u: 1 - (2 * d) / s.width, v: 1 - (2 * d) / s.length })
      const lean = (h: number) => inset((h - back) * Math.tan((s.draft * Math.PI) / 180))
      const foot: Slice = { h: back, ...inset(s.chamfer) }
      const low: Slice = { h: back + s.chamfer, ...WHOLE }
      const high: Slice = { h: rim, ...lean(rim) }
      return {
        axis: 'z',
        section: sectionOf(o),
        outline: o,
        stretches: [
          ...(s.chamfer > 0 ? [line(foot, low)] : []),
          ...(s.wall > s.chamfer ? [line(low, high)] : []),
          dome(high, s.depth - s.wall, s.fullness, 'point'),
        ],
        holes: [],
      }
    }
    case 'puffy': {
      const o = outlineOf(s)
      const [low, high]: [Slice, Slice] = [
        { h: -s.wall / 2, ...WHOLE },
        { h: s.wall / 2, ...WHOLE },
      ]
      const rise = s.depth - s.wall - s.back
      if (!(rise > 0 && s.back > 0)) throw new RangeError('girdle and back leave no dome')
      return {
        axis: 'z',
        section: sectionOf(o),
        outline: o,
        stretches: [
          dome(low, -s.back, s.backFullness, 'rim'),
          ...(s.wall > 0 ? [line(low, high)] : []),
          dome(high, rise, s.fullness, 'point'),
        ],
        holes: [],
      }
    }
    case 'faceted': {
      const o = outlineOf(s)
      const pavilion = s.depth - s.girdle - s.crown
      if (!(pavilion > 0 && s.crown > 0)) throw new RangeError('girdle and crown leave no pavilion')
      const t = s.table / 100
      // the crown's inset is the same on all sides where the outline has sides; a keel is left where it is longer than wide
      const sided = SIDED.has(s.outline)
      const inset = ((1 - t) * Math.min(s.width, s.length)) / 2
      const table: Slice = sided
        ? { h: s.girdle / 2 + s.crown, u: 1 - (2 * inset) / s.width, v: 1 - (2 * inset) / s.length }
        : { h: s.girdle / 2 + s.crown, u: t, v: t }
      const small = Math.min(s.width, s.length)
      const end = (side: number) => Math.max(s.culet, sided ? side - small + s.culet : s.culet) / side
      const culet: Slice = { h: -s.girdle / 2 - pavilion, u: end(s.width), v: end(s.length) }
      const [low, high]: [Slice, Slice] = [
        { h: -s.girdle / 2, ...WHOLE },
        { h: s.girdle / 2, ...WHOLE },
      ]
      return {
        axis: 'z',
        section: sectionOf(o),
        outline: o,
        stretches: [line(culet, low), line(low, high), line(high, table)],
        holes: [],
      }
    }
    case 'slab': {
      const o = outlineOf(s)
      return {
        axis: 'z',
        section: sectionOf(o),
        outline: o,
        stretches: roundedSlab(s.depth, s.edge, [s.width / 2, s.length / 2]),
        holes: holeOf(s, o.top),
      }
    }
    case 'bead':
      return beadBody(s)
    case 'crystal':
      return crystalBody(s)
    case 'stalk':
      return stalkBody(s, s.sections ?? [])
    case 'shell':
      return shellBody(s)
    default: {
      const never: never = s.kind
      throw new RangeError(`unknown kind of stone ${String(never)}`)
    }
  }
}

/** Outlines with straight sides: a faceted stone's crown and pavilion slope alike on all of them. */
const SIDED: ReadonlySet<string> = new Set(['square', 'cut-corner', 'cushion'])

/** Volume and centre of a body without its holes, by its slices; mm³ and mm in the piece's frame. Not for slanted slices. */
export function bodyVolume(body: Body): { readonly volume: number; readonly centre: Vec3 } {
  const sums = [0, 0, 0, 0]
  for (const { at, straight } of body.stretches) {
    const d = 1e-6
    const slope = (t: number) =>
      (at(Math.min(1, t + d)).h - at(Math.max(0, t - d)).h) / (Math.min(1, t + d) - Math.max(0, t - d))
    const piece = (f: (s: Slice) => number) => integrate((t) => f(at(t)) * slope(t), 0, 1, straight ? 1 : 12)
    sums[0]! += piece((s) => s.u * s.v)
    sums[1]! += piece((s) => s.u * s.u * s.v)
    sums[2]! += piece((s) => s.u * s.v * s.v)
    sums[3]! += piece((s) => s.h * s.u * s.v)
  }
  const { area, centre } = body.section
  const [a, b, h] = [
    (centre[0] * sums[1]!) / sums[0]!,
    (centre[1] * sums[2]!) / sums[0]!,
    sums[3]! / sums[0]!,
  ]
  return { volume: area * sums[0]!, centre: body.axis === 'z' ? [a, b, h] : [a, h, -b] }
}

/** Extent of a body in the piece's frame, mm. */
export interface BodyBox {
  readonly x0: number
  readonly x1: number
  readonly y0: number
  readonly y1: number
  readonly z0: number
  readonly z1: number
}

/** Where a body begins and ends in x, y and z. Exact at the ends of its stretches; within 0.1 % where a stretch bulges between them. */
export function bodyBox(body: Body): BodyBox {
  let [u, v, h0, h1] = [0, 0, Infinity, -Infinity]
  const { left, right, bottom, top } = body.section.box
  for (const s of body.stretches)
    for (let i = 0; i <= 32; i++) {
      const k = s.at(i / 32)
      u = Math.max(u, k.u)
      v = Math.max(v, k.v)
      for (const a of k.slant ? [left, right] : [0]) {
        const [x, y] = [placed('z', k, [a, 0]), placed('z', k, [a, 1])]
        u = Math.max(u, x[0] / (a || 1))
        v = Math.max(v, y[1])
        h0 = Math.min(h0, x[2])
        h1 = Math.max(h1, x[2])
      }
    }
  const [x0, x1] = [left * u, right * u]
  return body.axis === 'z'
    ? { x0, x1, y0: bottom * v, y1: top * v, z0: h0, z1: h1 }
    : { x0, x1, y0: h0, y1: h1, z0: -top * v, z1: -bottom * v }
}
