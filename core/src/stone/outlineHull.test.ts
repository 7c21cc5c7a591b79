import { convexHull, perimeter } from '../geom/index'
import { seeded } from '../testing'
import { randomStoneOf } from '../testingStones'
import {
  fullStone,
  outline,
  outlineArea,
  outlineHull,
  outlineNearest,
  outlineOf,
  outlinePerimeter,
  outlinePoint,
  outlinePoints,
  OUTLINE_SHARES,
} from './index'

/** Free and heart outlines that are hollow somewhere. */
function hollows(count: number, seed: number) {
  const random = seeded(seed)
  const out = []
  while (out.length < count) {
    const stone = randomStoneOf(random() < 0.5 ? 'cabochon' : 'puffy', random)
    const o = outlineOf(fullStone(stone))
    if (!o.convex) out.push(o)
  }
  return out
}

describe('a taut string round an outline', () => {
  it('is the outline itself where that is convex', () => {
    const oval = outline('oval', 30, 22)
    expect(outlineHull(oval)).toBe(oval)
  })

  it('is as long, and holds as much, as the hull of many points of it', () => {
    for (const o of hollows(60, 5)) {
      const hull = outlineHull(o)
      const points = convexHull(outlinePoints(o, 1e-5))
      expect(hull.convex).toBe(true)
      expect(outlinePerimeter(hull)).toBeCloseTo(perimeter(points), 2)
      const shoelace = points.reduce((sum, [x, y], i) => {
        const [u, v] = points[(i + 1) % points.length]!
        return sum + (x * v - u * y) / 2
      }, 0)
      expect(outlineArea(hull)).toBeCloseTo(shoelace, 1)
      for (const side of ['top', 'bottom', 'left', 'right'] as const)
        expect(hull[side]).toBeCloseTo(o[side], 3)
    }
  })

  it('has the outline inside it, runs on without a gap, and turns one way', () => {
    for (const o of hollows(60, 6)) {
      const hull = outlineHull(o)
      for (const [x, y] of outlinePoints(o, 0.01))
        expect(outlineNearest(hull, x, y).distance).toBeLessThan(1e-6)
      hull.arcs.forEach((k, i) => {
        const next = hull.arcs[(i + 1) % hull.arcs.length]!
        expect(k.to).toBeGreaterThan(k.from)
        const end = [k.cx + k.r * Math.cos(k.to), k.cy + k.r * Math.sin(k.to)]
        const start = [next.cx + next.r * Math.cos(next.from), next.cy + next.r * Math.sin(next.from)]
        expect(Math.hypot(end[0]! - start[0]!, end[1]! - start[1]!)).toBeLessThan(1e-6)
      })
      expect(outlinePoint(hull, -Math.PI / 2)[1]).toBeCloseTo(o.bottom, 3)
    }
  })

  it('of a drawn stone whose bridges lie close together goes by its points', () => {
    const stone = fullStone({
      kind: 'cabochon',
      outline: 'free',
      length: 21.7,
      width: 15.9,
      depth: 5.2,
      wall: 0,
      mineral: 'agate',
      points: [
        [10.35, 0],
        [8.71, 3.61],
        [6.04, 6.04],
        [3.41, 8.24],
        [0, 10.51],
        [-4.54, 10.95],
        [-8.19, 8.19],
        [-9.14, 3.79],
        [-8.46, 0],
        [-7.89, -3.27],
        [-6.9, -6.9],
        [-4.11, -9.91],
        [0, -10.68],
        [3.89, -9.4],
        [7.15, -7.15],
        [9.66, -4],
      ],
    })
    // seen from its other side it could not be made from tangents
    for (const mirrored of [
      stone,
      { ...stone, points: stone.points!.map(([x, y]) => [-x, y] as const).reverse() },
    ]) {
      const o = outlineOf(mirrored)
      const hull = outlineHull(o)
      expect(hull.convex).toBe(true)
      expect(outlinePerimeter(hull)).toBeCloseTo(perimeter(convexHull(outlinePoints(o, 1e-5))), 1)
      for (const [x, y] of outlinePoints(o, 0.01))
        expect(outlineNearest(hull, x, y).distance).toBeLessThan(0.003)
    }
  })

  it('crosses the cleft of a heart from lobe to lobe', () => {
    const hull = outlineHull(outline('heart', 20, 20))
    expect(outlinePoint(hull, Math.PI / 2)[1]).toBeCloseTo(10, 3)
    // closed form: lobes of one radius, width/2 + e - √(e width), so the bridge is as long as their middles are apart
    const e = 20 * OUTLINE_SHARES.cleft
    const lobe = 10 + e - Math.sqrt(e * 20)
    const bridge = hull.arcs.find((k) => k.r > 1000)!
    expect(bridge.r * (bridge.to - bridge.from)).toBeCloseTo(2 * (10 - lobe), 3)
  })
})
