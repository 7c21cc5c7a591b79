import { seeded } from '../testing'
import { emptyCircle, type Vec2 } from './index'

const square: readonly Vec2[] = [
  [-5, -5],
  [5, -5],
  [5, 5],
  [-5, 5],
]

describe('the largest circle that meets no line', () => {
  it('fills a square, and is an incircle in a triangle', () => {
    expect(emptyCircle(square, []).radius).toBeCloseTo(5, 9)
    // sides 6, 8, 10: twice the area over the perimeter
    const { at, radius } = emptyCircle(
      [
        [0, 0],
        [8, 0],
        [0, 6],
      ],
      [],
    )
    expect(radius).toBeCloseTo(2, 1)
    expect(at[0]).toBeCloseTo(2, 0)
    expect(at[1]).toBeCloseTo(2, 0)
  })

  it('lies in the widest of the windows between lines', () => {
    const across = (y: number): readonly [Vec2, Vec2] => [
      [-5, y],
      [5, y],
    ]
    const { at, radius } = emptyCircle(square, [across(-3), across(2)])
    expect(radius).toBeCloseTo(2.5, 1)
    expect(at[1]).toBeCloseTo(-0.5, 1)
    // both diagonals leave four windows alike: r (1 + √2) = 5
    const diagonals: (readonly [Vec2, Vec2])[] = [
      [square[0]!, square[2]!],
      [square[1]!, square[3]!],
    ]
    expect(emptyCircle(square, diagonals).radius).toBeCloseTo(5 / (1 + Math.SQRT2), 1)
  })

  it('stays in a polygon with a hollow, and none of a thousand places is freer', () => {
    const hollow: readonly Vec2[] = [
      [-6, -4],
      [6, -4],
      [6, 4],
      [0, -2],
      [-6, 4],
    ]
    const { radius } = emptyCircle(hollow, [])
    const random = seeded(11)
    const sides = hollow.map((p, i) => [p, hollow[(i + 1) % hollow.length]!] as const)
    const away = ([x, y]: Vec2): number =>
      Math.min(
        ...sides.map(([[ax, ay], [bx, by]]) => {
          const [dx, dy] = [bx - ax, by - ay]
          const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)))
          return Math.hypot(x - ax - t * dx, y - ay - t * dy)
        }),
      )
    for (let n = 0; n < 1000; n++) {
      const [x, y] = [12 * random() - 6, 8 * random() - 4]
      // under both slopes down to the hollow
      if (y > Math.abs(x) - 2) continue
      expect(away([x, y])).toBeLessThan(radius + 0.05)
    }
  })
})
