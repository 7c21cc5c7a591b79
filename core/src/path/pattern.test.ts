import { dist, dot, mirrorX, norm, sub, type Vec3 } from '../geom/index'
import {
  leastRadius,
  movePath,
  pathAt,
  pathLength,
  reversePath,
  segmentAt,
  segmentLength,
  type Path,
  type Pattern,
  type PatternKnot,
  type Segment,
} from './index'

/** An oval of four arcs in the plane z = 0, anticlockwise: outward is to the right. */
const OVAL: readonly Segment[] = (() => {
  const [small, large] = [4, 12]
  // about (±d, 0) with the small radius and (0, ∓e) with the large one, meeting smoothly
  const half = Math.PI / 6
  const gap = large - small
  const [d, e] = [gap * Math.sin(half), gap * Math.cos(half)]
  const arc = (centre: Vec3, radius: number, from: number, sweep: number): Segment => ({
    kind: 'arc',
    centre,
    x: [Math.cos(from), Math.sin(from), 0],
    y: [-Math.sin(from), Math.cos(from), 0],
    radius,
    sweep,
  })
  const wide = Math.PI - 2 * half
  return [
    arc([d, 0, 0], small, half - Math.PI / 2, wide),
    arc([0, -e, 0], large, Math.PI / 2 - half, 2 * half),
    arc([-d, 0, 0], small, Math.PI / 2 + half, wide),
    arc([0, e, 0], large, 1.5 * Math.PI - half, 2 * half),
  ]
})()
const LINE: readonly Segment[] = [{ kind: 'line', from: [0, 0, 0], to: [40, 0, 0] }]

/** Up to a height and down again, then as far below: one wave. */
const wave = (height: number): readonly PatternKnot[] => [
  { at: [0, 0, 0], slope: [0.1, height, 0] },
  { at: [0.25, height, 0], slope: [0.25, 0, 0] },
  { at: [0.5, 0, 0], slope: [0.1, -height, 0] },
  { at: [0.75, -height, 0], slope: [0.25, 0, 0] },
  { at: [1, 0, 0], slope: [0.1, height, 0] },
]

const bezel = (carrier: readonly Segment[], more: Partial<Pattern> = {}): Pattern => ({
  kind: 'pattern',
  carrier,
  up: [0, 0, 1],
  side: 1,
  count: 24,
  unit: wave(3),
  over: { from: 1, radii: [0.6], angles: Array.from({ length: 24 }, (_, i) => 30 + i) },
  under: { from: 0.8, radii: [0.5], angles: [80] },
  ...more,
})

const pathOf = (...segments: Segment[]): Path => ({ segments })

describe('a pattern along a line', () => {
  it('of half circles on a straight line is as long as they are', () => {
    // a half circle above, one below: by knots an eighth of the circle apart
    const r = 40 / 24 / 4
    const half = (up: 1 | -1, from: number): PatternKnot[] =>
      Array.from({ length: 5 }, (_, k) => {
        const a = (Math.PI * k) / 4
        const rate = (Math.PI / 4) * r
        return {
          at: [from + (1 - Math.cos(a)) / 4, up * r * Math.sin(a), 0],
          slope: [(rate * Math.sin(a)) / (4 * r), up * rate * Math.cos(a), 0],
        }
      })
    const unit = [...half(1, 0), ...half(-1, 0.5).slice(1)]
    const flat = bezel(LINE, { unit, over: undefined, under: undefined })
    // chords' own error of a knot every 45°: 5 in 10,000
    expect(segmentLength(flat) / (24 * 2 * Math.PI * r)).toBeCloseTo(1, 2)
    expect(leastRadius(flat) / r).toBeCloseTo(1, 1)
  })

  it('goes on without a gap or a kink from unit to unit, round an oval with every unit folded otherwise', () => {
    const pattern = bezel(OVAL)
    const length = segmentLength(pattern)
    let before = segmentAt(pattern, 0)
    for (let s = 0.005; s <= length; s += 0.005) {
      const here = segmentAt(pattern, s)
      expect(dist(here.p, before.p)).toBeLessThan(0.00515)
      // no faster than its tightest bend turns it
      expect(norm(sub(here.t, before.t))).toBeLessThan(0.0055 / leastRadius(pattern) + 1e-4)
      before = here
    }
    expect(dist(segmentAt(pattern, length).p, segmentAt(pattern, 0).p)).toBeLessThan(1e-6)
  })

  it('its tips stand where their ribs lead: up, round the fold, and straight on', () => {
    const angles = [0, 20, 45, 90]
    const fold = { from: 1, radii: [0.6], angles }
    const pattern = bezel(LINE, { count: 4, over: fold, under: { ...fold, angles: [60] } })
    const spots: Vec3[] = []
    for (let s = 0; s < segmentLength(pattern); s += 0.01) spots.push(segmentAt(pattern, s).p)
    const tip = (i: number, share: number, deg: number, side: 1 | -1): Vec3 => {
      const a = (deg * Math.PI) / 180
      // by turning the straight end of the rib about the fold's middle, 0.6 mm inward of it
      const left = 3 - 1 - 0.6 * a
      const [out, high] = [
        0.6 * Math.cos(a) - 0.6 - left * Math.sin(a),
        1 + 0.6 * Math.sin(a) + left * Math.cos(a),
      ]
      // the line runs to the right: outward is toward −y
      return [10 * (i + share), -out, side * high]
    }
    const nearest = (p: Vec3) => Math.min(...spots.map((q) => dist(p, q)))
    angles.forEach((deg, i) => {
      expect(nearest(tip(i, 0.25, deg, 1))).toBeLessThan(0.01)
      expect(nearest(tip(i, 0.75, 60, -1))).toBeLessThan(0.01)
    })
  })

  it('is the same line the other way round, and in a mirror', () => {
    const pattern = bezel(OVAL.slice(0, 2), { count: 7 })
    const path = pathOf(pattern)
    const length = pathLength(path)
    const back = reversePath(path)
    const mirrored = movePath(path, mirrorX, mirrorX)
    expect(pathLength(back)).toBeCloseTo(length, 6)
    expect(pathLength(mirrored)).toBeCloseTo(length, 6)
    for (let s = 0; s <= length; s += 0.37) {
      const [here, there, image] = [pathAt(path, s), pathAt(back, length - s), pathAt(mirrored, s)]
      expect(dist(here.p, there.p)).toBeLessThan(1e-5)
      expect(dot(here.t, there.t)).toBeCloseTo(-1, 5)
      expect(dist(mirrorX(here.p), image.p)).toBeLessThan(1e-5)
    }
  })

  it('is small to keep: 96 loops in a few thousand characters', () => {
    const text = JSON.stringify(bezel(OVAL, { count: 96 }))
    expect(text.length).toBeLessThan(5_000)
    expect(segmentLength(JSON.parse(text) as Pattern)).toBeCloseTo(
      segmentLength(bezel(OVAL, { count: 96 })),
      9,
    )
  })
})
