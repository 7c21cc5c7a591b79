import { bundlePerimeter, packBundle, packCircles, throughOrder, type BundleWire } from './index'

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

describe('bundles', () => {
  const squares = (n: number, size = 1): BundleWire[] =>
    Array.from({ length: n }, () => ({ profile: 'square', size }))
  const rounds = (...sizes: number[]): BundleWire[] => sizes.map((size) => ({ profile: 'round', size }))

  it('squares in rows: closed forms', () => {
    // one by its diagonal, two and three in a row or staggered, four as a block
    expect(packBundle(squares(1)).diameter).toBeCloseTo(Math.SQRT2, 6)
    expect(packBundle(squares(2)).diameter).toBeCloseTo(Math.hypot(1, 2), 6)
    expect(packBundle(squares(4)).diameter).toBeCloseTo(2 * Math.SQRT2, 6)
    // nine as a block, or in rows that follow the circle
    expect(packBundle(squares(9)).diameter).toBeLessThan(3 * Math.SQRT2 + 1e-9)
    // three: one above two, by the circle through two lower corners and two upper: y from 1 + (1 − y)² … written out
    const y = (0.25 + 4 - 1) / 4
    expect(packBundle(squares(3)).diameter).toBeCloseTo(2 * Math.hypot(1, y), 6)
    // six touching in two rows of three, or fewer
    expect(packBundle(squares(6)).diameter).toBeLessThanOrEqual(Math.hypot(2, 3) + 1e-9)
    expect(packBundle(squares(12, 0.3)).diameter).toBeCloseTo(0.3 * packBundle(squares(12)).diameter, 6)
  })

  it('squares as they lie: all corners within, none over another; more need more', () => {
    let before = 0
    for (let n = 1; n <= 12; n++) {
      const { diameter, at } = packBundle(squares(n))
      expect(diameter).toBeGreaterThan(before - 1e-9)
      expect(diameter).toBeGreaterThanOrEqual(2 * Math.sqrt(n / Math.PI))
      before = diameter
      for (const [i, [x, y]] of at.entries()) {
        for (const [sx, sy] of [
          [1, 1],
          [1, -1],
          [-1, 1],
          [-1, -1],
        ])
          expect(Math.hypot(x + sx! / 2, y + sy! / 2)).toBeLessThan(diameter / 2 + 1e-6)
        for (const [u, v] of at.slice(0, i))
          expect(Math.max(Math.abs(x - u), Math.abs(y - v))).toBeGreaterThan(1 - 1e-9)
      }
    }
  })

  it('a taut string round them: circles and squares by closed forms', () => {
    expect(bundlePerimeter(rounds(1), [[0, 0]])).toBeCloseTo(Math.PI, 4)
    expect(bundlePerimeter(squares(1), [[3, 2]])).toBeCloseTo(4, 4)
    const { hull } = packBundle(rounds(0.8, 0.8, 0.8))
    expect(hull).toBeCloseTo(3 * 0.8 + Math.PI * 0.8, 3)
    expect(packBundle(squares(4)).hull).toBeCloseTo(8, 3)
    // two unlike circles that touch: two tangents and an arc of each
    const [a, b] = [0.5, 0.25]
    const lean = Math.asin((a - b) / (a + b))
    const round =
      2 * Math.sqrt((a + b) ** 2 - (a - b) ** 2) + (Math.PI + 2 * lean) * a + (Math.PI - 2 * lean) * b
    expect(packBundle(rounds(0.5, 1)).hull).toBeCloseTo(round, 4)
  })

  it('mixed: a place for each in the order given, and put through thickest first', () => {
    const wires: BundleWire[] = [...rounds(0.4, 0.8), { profile: 'square', size: 0.6 }]
    const { at, diameter } = packBundle(wires)
    const across = wires.map((w) => (w.profile === 'round' ? w.size : w.size * Math.SQRT2))
    at.forEach((p, i) => {
      expect(Math.hypot(...p) + across[i]! / 2).toBeLessThan(diameter / 2 + 1e-3)
      at.slice(0, i).forEach((q, j) =>
        expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeGreaterThan((across[i]! + across[j]!) / 2 - 1e-3),
      )
    })
    const order = throughOrder(wires, 1.7)
    expect(order.map((o) => o.wire)).toEqual([2, 1, 0])
    expect(order[0]!.left).toBeCloseTo(1.7 - 0.6 * Math.SQRT2, 6)
    // two side by side are 1.65 across; the third does not pass any more
    expect(order[1]!.left).toBeCloseTo(1.7 - 0.6 * Math.SQRT2 - 0.8, 3)
    expect(() => packBundle([])).toThrow(RangeError)
    expect(() => packBundle(squares(17))).toThrow(RangeError)
    expect(() => bundlePerimeter([], [])).toThrow(RangeError)
  })
})
