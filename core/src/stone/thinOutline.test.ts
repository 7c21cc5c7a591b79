import type { Vec2 } from '../geom/index'
import { seeded } from '../testing'
import { checkStone, outline, outlinePerimeter, stoneErrors } from './index'
import { MOST_HOLLOWS, MOST_POINTS, thinOutline } from './thinOutline'

const ellipse = (n: number, tremble: number, seed = 3): Vec2[] => {
  const random = seeded(seed)
  return Array.from({ length: n }, (_, i): Vec2 => {
    const a = (2 * Math.PI * i) / n
    const k = 1 + tremble * (random() - 0.5)
    return [Number((11 * Math.cos(a) * k).toFixed(2)), Number((15 * Math.sin(a) * k).toFixed(2))]
  })
}

describe('thinning an outline', () => {
  it('leaves short lines as they are, and keeps points in their order, all of them given ones', () => {
    const few = ellipse(MOST_POINTS, 0.02)
    expect(thinOutline(few)).toEqual({ points: few, off: 0 })
    const many = ellipse(200, 0.02)
    const { points } = thinOutline(many)
    expect(points).toHaveLength(MOST_POINTS)
    const places = points.map((p) => many.indexOf(p))
    expect(places).toEqual([...places].sort((a, b) => a - b))
  })

  it('thins a line of very many hollows until few are left, and never below ten points', () => {
    for (let seed = 1; seed < 20; seed++) {
      const { points } = thinOutline(ellipse(60, 0.5, seed))
      const inward = points.filter((b, i) => {
        const a = points[(i + points.length - 1) % points.length]!
        const c = points[(i + 1) % points.length]!
        return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) < 0
      })
      expect(points.length).toBeGreaterThanOrEqual(10)
      expect(points.length === 10 || inward.length <= MOST_HOLLOWS).toBe(true)
    }
  })

  it('takes points on a straight stretch first, at no cost', () => {
    const square: Vec2[] = []
    for (const [x, y, dx, dy] of [
      [0, 0, 1, 0],
      [10, 0, 0, 1],
      [10, 10, -1, 0],
      [0, 10, 0, -1],
    ] as const)
      for (let k = 0; k < 10; k++) square.push([x + k * dx, y + k * dy])
    const { points, off } = thinOutline(square, 4)
    expect([...points].sort()).toEqual([
      [0, 0],
      [0, 10],
      [10, 0],
      [10, 10],
    ])
    expect(off).toBeCloseTo(0, 12)
  })

  it('says how far what was left out lies off: no point of the line is farther', () => {
    for (let seed = 1; seed < 20; seed++) {
      const many = ellipse(120, 0.04, seed)
      const { points, off } = thinOutline(many)
      // another way: the stretches walked in small steps
      const walked = points.flatMap((a, i) => {
        const b = points[(i + 1) % points.length]!
        return Array.from({ length: 400 }, (_, k): Vec2 => [
          a[0] + ((b[0] - a[0]) * k) / 400,
          a[1] + ((b[1] - a[1]) * k) / 400,
        ])
      })
      const worst = Math.max(
        ...many.map((p) => Math.min(...walked.map((q) => Math.hypot(p[0] - q[0], p[1] - q[1])))),
      )
      expect(off).toBeCloseTo(worst, 2)
      expect(off).toBeLessThan(1)
    }
  })

  it('an outline of 200 points is as long as the ellipse that it was traced from, and says that it was thinned', () => {
    const points = ellipse(200, 0)
    const traced = outline('free', 30, 22, { points })
    const whole = outlinePerimeter(outline('oval', 30, 22))
    expect(Math.abs(outlinePerimeter(traced) / whole - 1)).toBeLessThan(0.003)
    const stone = {
      kind: 'cabochon',
      outline: 'free',
      length: 30,
      width: 22,
      depth: 7,
      mineral: 'jasper',
      points,
    } as const
    expect(stoneErrors(stone)).toEqual([])
    const told = checkStone(stone).find((f) => f.code === 'stone.points-thinned')
    expect(told).toMatchObject({
      severity: 'note',
      field: 'points',
      values: { count: 200, kept: MOST_POINTS },
    })
    expect(told!.values.off).toBeLessThan(0.3)
    expect(
      checkStone({ ...stone, points: ellipse(20, 0) }).some((f) => f.code === 'stone.points-thinned'),
    ).toBe(false)
  })
})
