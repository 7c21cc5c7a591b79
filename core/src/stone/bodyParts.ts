import type { Vec2, Vec3 } from '../geom/index.js'
import type { Hole, Section2, Slice, Stretch } from './body.js'
import { outline } from './makeOutline.js'
import { outlineMoments, outlinePoints, type Outline } from './outline.js'
import type { FullStone, HoleWay } from './stone.js'

export const line = (from: Slice, to: Slice): Stretch => ({
  straight: true,
  at: (t) => ({
    h: from.h + (to.h - from.h) * t,
    u: from.u + (to.u - from.u) * t,
    v: from.v + (to.v - from.v) * t,
    ...(from.slant || to.slant
      ? {
          slant: (from.slant ?? 0) + ((to.slant ?? 0) - (from.slant ?? 0)) * t,
          widen: from.widen ?? to.widen ?? [0, 0],
        }
      : {}),
  }),
})

/** A dome from a rim slice up (or down, for a negative rise) to a point: ρ^p + ζ^p = 1. From the rim to the point, or back. */
export const dome = (rim: Slice, rise: number, p: number, toward: 'point' | 'rim'): Stretch => ({
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
export const rounded = (h: number, e: number, half: Vec2, where: 'below' | 'above'): Stretch => ({
  straight: false,
  at: (t) => {
    const phi = ((where === 'below' ? 1 - t : t) * Math.PI) / 2
    const inward = e * (1 - Math.cos(phi))
    const sign = where === 'below' ? -1 : 1
    return { h: h + sign * e * Math.sin(phi), u: 1 - inward / half[0], v: 1 - inward / half[1] }
  },
})

export const WHOLE = { u: 1, v: 1 } as const

export const sectionOf = (o: Outline): Section2 => {
  const m = outlineMoments(o)
  return {
    points: (tolerance) => outlinePoints(o, tolerance),
    area: m.area,
    centre: m.centre,
    box: { left: o.left, right: o.right, bottom: o.bottom, top: o.top },
  }
}

/** A section that is the ellipse of a turned or flattened stone, x by z. */
export const ellipse = (width: number, depth: number): Section2 => sectionOf(outline('oval', depth, width))

export function roundedSlab(depth: number, edge: number, half: Vec2): Stretch[] {
  const e = Math.min(edge, depth / 2)
  if (!(e > 0 && e < half[0] && e < half[1])) throw new RangeError('the rounded edges take the whole stone')
  const flat = depth / 2 - e
  return [
    rounded(-flat, e, half, 'below'),
    ...(flat > 1e-9 ? [line({ h: -flat, ...WHOLE }, { h: flat, ...WHOLE })] : []),
    rounded(flat, e, half, 'above'),
  ]
}

/** Where a drill hole of this way runs through a stone, `place` mm below its top where that matters. */
export function holeOf(s: FullStone, top: number): Hole[] {
  if (!(s.hole > 0)) return []
  const way: HoleWay = s.way ?? (s.kind === 'slab' ? 'depth' : 'length')
  const along: Vec3 = way === 'length' ? [0, 1, 0] : way === 'width' ? [1, 0, 0] : [0, 0, 1]
  const through: Vec3 = s.kind === 'slab' && way !== 'length' ? [0, top - s.place, 0] : [0, 0, 0]
  return [{ through, along, diameter: s.hole }]
}
