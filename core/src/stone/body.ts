import { integrate, type Vec2, type Vec3 } from '../geom/index.js'
import { outline, outlineMoments, outlinePoints, type Outline } from './outline.js'
import type { FullStone, HoleWay, Diameter } from './stone.js'

/**
 * A slice of a body: the section scaled by `u` and `v` about its star centre, at height `h` along the body's axis. Across the
 * section it may lie aslant: h + slant × the unscaled first coordinate.
 */
export interface Slice {
  readonly h: number
  readonly u: number
  readonly v: number
  readonly slant?: number
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
  const h = slice.h + (slice.slant ?? 0) * a
  return axis === 'z' ? [slice.u * a, slice.v * b, h] : [slice.u * a, h, -slice.v * b]
}

const line = (from: Slice, to: Slice): Stretch => ({
  straight: true,
  at: (t) => ({
    h: from.h + (to.h - from.h) * t,
    u: from.u + (to.u - from.u) * t,
    v: from.v + (to.v - from.v) * t,
    ...(from.slant || to.slant
      ? { slant: (from.slant ?? 0) + ((to.slant ?? 0) - (from.slant ?? 0)) * t }
      : {}),
  }),
})

/** A dome from a rim slice up (or down, for a negative rise) to a point: ρ^p + ζ^p = 1. From the rim to the point, or back. */
const dome = (rim: Slice, rise: number, p: number, toward: 'point' | 'rim'): Stretch => ({
  straight: false,
  at: (t) => {
    const phi = ((toward === 'point' ? t : 1 - t) * Math.PI) / 2
    const [c, s] = [Math.max(0, Math.cos(phi)), Math.max(0, Math.sin(phi))]
    const g = (c ** p + s ** p) ** (-1 / p)
    const end = phi > Math.PI / 2 - 1e-12
    return { h: rim.h + rise * g * s, u: end ? 0 : rim.u * g * c, v: end ? 0 : rim.v * g * c }
  },
})

/** A rounded edge of radius e between a flat and the widest slice: below (from the flat outward) or above. */
const rounded = (h: number, e: number, half: Vec2, where: 'below' | 'above'): Stretch => ({
  straight: false,
  at: (t) => {
    const phi = ((where === 'below' ? 1 - t : t) * Math.PI) / 2
    const inward = e * (1 - Math.cos(phi))
    const sign = where === 'below' ? -1 : 1
    return { h: h + sign * e * Math.sin(phi), u: 1 - inward / half[0], v: 1 - inward / half[1] }
  },
})

const WHOLE = { u: 1, v: 1 } as const

const sectionOf = (o: Outline): Section2 => {
  const m = outlineMoments(o)
  return {
    points: (tolerance) => outlinePoints(o, tolerance),
    area: m.area,
    centre: m.centre,
    box: { left: o.left, right: o.right, bottom: o.bottom, top: o.top },
  }
}

/** A section that is the ellipse of a turned or flattened stone, x by z. */
const ellipse = (width: number, depth: number): Section2 => sectionOf(outline('oval', depth, width))

/** The stone's outline, seen from the front. @throws RangeError for kinds that have none of their own, or measures that enclose nothing */
export const outlineOf = (
  s: Pick<FullStone, 'outline' | 'length' | 'width' | 'corner' | 'cleft' | 'points'>,
): Outline =>
  outline(s.outline, s.length, s.width, {
    ...(s.corner > 0 ? { corner: s.corner } : {}),
    ...(s.cleft > 0 ? { cleft: s.cleft } : {}),
    ...(s.points ? { points: s.points } : {}),
  })

/** Where a drill hole of this way runs through a stone, `place` mm below its top where that matters. */
function holeOf(s: FullStone, top: number): Hole[] {
  if (!(s.hole > 0)) return []
  const way: HoleWay = s.way ?? (s.kind === 'slab' ? 'depth' : 'length')
  const along: Vec3 = way === 'length' ? [0, 1, 0] : way === 'width' ? [1, 0, 0] : [0, 0, 1]
  const through: Vec3 = s.kind === 'slab' && way !== 'length' ? [0, top - s.place, 0] : [0, 0, 0]
  return [{ through, along, diameter: s.hole }]
}

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

function roundedSlab(depth: number, edge: number, half: Vec2): Stretch[] {
  const e = Math.min(edge, depth / 2)
  if (!(e > 0 && e < half[0] && e < half[1])) throw new RangeError('the rounded edges take the whole stone')
  const flat = depth / 2 - e
  return [
    rounded(-flat, e, half, 'below'),
    ...(flat > 1e-9 ? [line({ h: -flat, ...WHOLE }, { h: flat, ...WHOLE })] : []),
    rounded(flat, e, half, 'above'),
  ]
}

function beadBody(s: FullStone): Body {
  const half = s.length / 2
  const form = s.form ?? 'sphere'
  if (form === 'coin') {
    const o = outline('oval', s.length, s.width)
    return {
      axis: 'z',
      section: sectionOf(o),
      outline: o,
      stretches: roundedSlab(s.depth, s.edge, [s.width / 2, s.length / 2]),
      holes: holeOf(s, half),
    }
  }
  const middle: Slice = { h: 0, ...WHOLE }
  const stretches = ((): Stretch[] => {
    switch (form) {
      case 'sphere':
      case 'egg':
        return [dome(middle, -half, 2, 'rim'), dome(middle, half, 2, 'point')]
      case 'flattened':
        return [dome(middle, -half, FLATTENED, 'rim'), dome(middle, half, FLATTENED, 'point')]
      case 'tube':
        return [line({ h: -half, ...WHOLE }, { h: half, ...WHOLE })]
      case 'barrel':
        return [bulge(half, s.ends / s.width)]
      default: {
        const never: never = form
        throw new RangeError(`unknown form of bead ${String(never)}`)
      }
    }
  })()
  return {
    axis: 'y',
    section: ellipse(s.width, s.depth),
    outline: undefined,
    stretches,
    holes: holeOf(s, half),
  }
}

/** Profile exponent of a flattened bead: fuller than an ellipse. */
const FLATTENED = 2.5

/** A barrel: its profile is the parabola through the ends and the middle. */
const bulge = (half: number, ends: number): Stretch => ({
  straight: false,
  at: (t) => {
    const x = 2 * t - 1
    const k = 1 - (1 - ends) * x * x
    return { h: half * x, u: k, v: k }
  },
})

/** Corners of the polygon with these sides that lies in a circle, about its centre, stretched to width and depth. @throws RangeError when one side is longer than the others together */
export function faceCorners(faces: readonly number[], width: number, depth: number): Vec2[] {
  const longest = Math.max(...faces)
  const sum = faces.reduce((a, b) => a + b, 0)
  if (!(faces.length >= 3 && longest < (sum - longest) * (1 - 1e-9)))
    throw new RangeError('one face is wider than all the others together')
  // angles at the centre add up to a turn; with the centre outside the polygon the longest counts the other way
  const turn = (r: number, outside: boolean) =>
    faces.reduce((a, f) => {
      const half = Math.asin(Math.min(1, f / (2 * r)))
      return a + 2 * (outside && f === longest ? Math.PI - half : half)
    }, 0)
  const outside = turn(longest / 2, false) < 2 * Math.PI
  let [lo, hi] = [longest / 2, sum * 100]
  for (let i = 0; i < 200; i++) {
    const mid = (lo + hi) / 2
    const more = turn(mid, outside) > 2 * Math.PI
    // centre inside: a larger circle turns less; outside: it turns more
    if (more !== outside) lo = mid
    else hi = mid
  }
  const r = (lo + hi) / 2
  let angle = -Math.PI / 2
  const raw = faces.map((f): Vec2 => {
    const here: Vec2 = [r * Math.cos(angle), r * Math.sin(angle)]
    const half = Math.asin(Math.min(1, f / (2 * r)))
    angle += 2 * (outside && f === longest ? Math.PI - half : half)
    return here
  })
  const range = (k: 0 | 1) => [Math.min(...raw.map((p) => p[k])), Math.max(...raw.map((p) => p[k]))] as const
  const [x, y] = [range(0), range(1)]
  return raw.map((p): Vec2 => [
    ((p[0] - (x[0] + x[1]) / 2) * width) / (x[1] - x[0]),
    ((p[1] - (y[0] + y[1]) / 2) * depth) / (y[1] - y[0]),
  ])
}

function crystalBody(s: FullStone): Body {
  const faces = s.faces ?? Array.from({ length: Math.round(s.sides) }, () => 1)
  const corners = faceCorners(faces, s.width, s.depth)
  const foot = -s.length / 2
  const shoulder = foot + s.shoulder
  if (!(s.shoulder > 0 && s.shoulder <= s.length && s.chip < s.shoulder / 2))
    throw new RangeError('the shoulder lies within the length, above the chip')
  const base: Slice = {
    h: foot + s.chip / 2,
    u: s.baseWidth / s.width,
    v: s.baseDepth / s.depth,
    ...(s.chip > 0 ? { slant: s.chip / s.width } : {}),
  }
  const middle: Slice = { h: (foot + shoulder) / 2, ...WHOLE }
  const top: Slice = { h: shoulder, u: s.shoulderWidth / s.width, v: s.shoulderDepth / s.depth }
  const [xs, ys] = [corners.map((p) => p[0]), corners.map((p) => p[1])]
  let [area, cx, cy] = [0, 0, 0]
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length]!
    const k = p[0] * q[1] - q[0] * p[1]
    area += k / 2
    cx += ((p[0] + q[0]) * k) / 6
    cy += ((p[1] + q[1]) * k) / 6
  })
  return {
    axis: 'y',
    section: {
      points: () => [...corners],
      area,
      centre: [cx / area, cy / area],
      box: { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) },
    },
    outline: undefined,
    stretches: [
      line(base, middle),
      line(middle, top),
      ...(s.shoulder < s.length - 1e-9 ? [line(top, { h: s.length / 2, u: 0, v: 0 })] : []),
    ],
    holes: [],
  }
}

/** A turned stone: straight between its measured diameters, a round cap above the last. */
function stalkBody(s: FullStone, sections: readonly Diameter[]): Body {
  if (sections.length < 3) throw new RangeError('a turned stone needs three diameters or more')
  const foot = -s.length / 2
  const slices = sections.map(({ at, across }): Slice => ({
    h: foot + at,
    u: across / s.width,
    v: across / s.width,
  }))
  slices.forEach((k, i) => {
    if (!(k.u > 0 && (i === 0 || k.h > slices[i - 1]!.h)))
      throw new RangeError('diameters are above 0, and each lies above the one before')
  })
  const last = slices[slices.length - 1]!
  const cap = s.length / 2 - last.h
  return {
    axis: 'y',
    section: ellipse(s.width, s.width),
    outline: undefined,
    stretches: [
      ...slices.slice(1).map((k, i) => line(slices[i]!, k)),
      ...(cap > 1e-9 ? [dome(last, cap, 2, 'point')] : []),
    ],
    holes: [],
  }
}

/** Height of a shell's widest place, and of its neck, as shares of its length. */
const SHELL = { widest: 0.42, neck: 0.86 } as const

/** A hollow turned stone, mouth up: outside from the foot to the lip, and back down inside. */
function shellBody(s: FullStone): Body {
  const foot = -s.length / 2
  const R = s.width / 2
  const mouth = s.opening / 2
  const neck = mouth + s.thickness
  const lip = neck + s.lip
  if (!(lip <= R && s.thickness < R / 2 && s.thickness < s.length / 4 && mouth > 0))
    throw new RangeError('the mouth with its lip is wider than the shell')
  const at = (h: number, r: number): Slice => ({ h, u: r / R, v: r / R })
  const wide = foot + SHELL.widest * s.length
  const throat = foot + SHELL.neck * s.length
  const top = s.length / 2
  const inner = (k: number) => k - s.thickness
  const outside = arch(at(wide, R), at(throat, neck))
  const inside = arch(at(wide, inner(R)), at(throat, mouth))
  return {
    axis: 'y',
    section: ellipse(s.width, s.width),
    outline: undefined,
    stretches: [
      dome(at(wide, R), foot - wide, 2, 'rim'),
      outside,
      line(at(throat, neck), at(top, lip)),
      line(at(top, lip), at(top, mouth)),
      line(at(top, mouth), at(throat, mouth)),
      { straight: false, at: (t) => inside.at(1 - t) },
      dome(at(wide, inner(R)), foot - wide + s.thickness, 2, 'point'),
    ],
    holes: [],
  }
}

/** From the widest slice to a narrower one above, leaving it upright: half a wave of the cosine. */
const arch = (low: Slice, high: Slice): Stretch => ({
  straight: false,
  at: (t) => {
    const k = (1 + Math.cos(Math.PI * t)) / 2
    return {
      h: low.h + (high.h - low.h) * t,
      u: high.u + (low.u - high.u) * k,
      v: high.v + (low.v - high.v) * k,
    }
  },
})

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
      const slant = Math.abs(k.slant ?? 0) * Math.max(-left, right)
      u = Math.max(u, k.u)
      v = Math.max(v, k.v)
      h0 = Math.min(h0, k.h - slant)
      h1 = Math.max(h1, k.h + slant)
    }
  const [x0, x1] = [left * u, right * u]
  return body.axis === 'z'
    ? { x0, x1, y0: bottom * v, y1: top * v, z0: h0, z1: h1 }
    : { x0, x1, y0: h0, y1: h1, z0: -top * v, z1: -bottom * v }
}
