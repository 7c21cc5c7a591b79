import { packCircles } from './index'

describe('circles through a hole', () => {
  // closed forms, written out
  const closed = [
    1,
    2,
    1 + 2 / Math.sqrt(3),
    1 + Math.SQRT2,
    1 + Math.sqrt(2 * (1 + 1 / Math.sqrt(5))),
    3,
    3,
    1 + 1 / Math.sin(Math.PI / 7),
  ]
  it.each(closed.map((v, i) => [i + 1, v] as const))(
    '%d equal ones need %d times their diameter',
    (n, times) => {
      expect(packCircles(Array.from({ length: n }, () => 0.7)).diameter / 0.7).toBeCloseTo(times, 3)
    },
  )

  it('what is found really fits: no two lie in each other, none outside', () => {
    const sets = [
      [1, 0.8, 0.8, 0.5],
      [2, 1],
      [1.2, 1.2, 0.4, 0.4, 0.4, 0.4],
      [0.8, 0.8, 0.8, 0.8, 0.8, 0.8, 0.8, 0.3],
      Array.from({ length: 14 }, (_, i) => 0.4 + 0.05 * i),
    ]
    for (const set of sets) {
      const { diameter, at } = packCircles(set)
      const radii = [...set].sort((a, b) => b - a).map((d) => d / 2)
      at.forEach((p, i) => {
        expect(Math.hypot(...p) + radii[i]!).toBeLessThan((diameter / 2) * (1 + 1e-4))
        at.slice(0, i).forEach((q, j) =>
          expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeGreaterThan(
            radii[i]! + radii[j]! - 1e-4 * diameter,
          ),
        )
      })
    }
  })

  it('unequal ones: two lie across; a small one in the gap between three costs nothing', () => {
    expect(packCircles([2, 1]).diameter).toBeCloseTo(3, 3)
    const three = packCircles([1, 1, 1]).diameter
    // the circle that touches three equal ones from between: 2/√3 − 1 of their size
    expect(packCircles([1, 1, 1, 2 / Math.sqrt(3) - 1.001]).diameter).toBeCloseTo(three, 2)
    // larger than any one, no larger than all in a row
    const some = [0.9, 0.6, 0.6, 0.5, 0.3]
    const d = packCircles(some).diameter
    expect(d).toBeGreaterThan(1.5 - 1e-6)
    expect(d).toBeLessThan(some.reduce((a, b) => a + b, 0))
  })

  it('grows with its circles, whatever order they come in', () => {
    const a = packCircles([0.8, 0.5, 0.6, 0.8])
    expect(packCircles([0.6, 0.8, 0.8, 0.5]).diameter).toBeCloseTo(a.diameter, 9)
    expect(packCircles([1.6, 1, 1.2, 1.6]).diameter / a.diameter).toBeCloseTo(2, 3)
    expect(packCircles([0.8, 0.5, 0.6, 0.8, 0.5]).diameter).toBeGreaterThanOrEqual(a.diameter - 1e-6)
    expect(() => packCircles([])).toThrow(RangeError)
    expect(() => packCircles([1, -1])).toThrow(RangeError)
  })
})
