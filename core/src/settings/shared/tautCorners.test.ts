import { dist, dot, type Vec3 } from '../../geom/index'
import { crossed, parted, thinned } from './tautCorners'

describe('a line without needless corners', () => {
  it('keeps no place that lies on it, and no kept line is farther off than 0.01 mm', () => {
    const arc = Array.from({ length: 200 }, (_, i): Vec3 => {
      const a = (Math.PI * i) / 199
      return [10 * Math.cos(a), 10 * Math.sin(a), 0]
    })
    const kept = thinned(arc)
    // a chord of 10 mm radius stands off by 0.01 mm at 0.89 mm: some 35 of them to the half circle
    expect(kept.length).toBeGreaterThan(30)
    expect(kept.length).toBeLessThan(75)
    for (const p of arc) {
      const off = Math.min(
        ...kept.slice(1).map((b, i) => {
          const a = kept[i]!
          const way: Vec3 = [b[0] - a[0], b[1] - a[1], 0]
          const from: Vec3 = [p[0] - a[0], p[1] - a[1], 0]
          const t = Math.max(0, Math.min(1, dot(from, way) / dot(way, way)))
          return Math.hypot(from[0] - t * way[0], from[1] - t * way[1])
        }),
      )
      expect(off).toBeLessThan(0.0101)
    }
    expect(thinned([arc[0]!, arc[199]!])).toEqual([arc[0], arc[199]])
  })
})

describe('two lines that cross as they are seen from the front', () => {
  const one: Vec3[] = [
    [-5, -2, 1],
    [0, 0, 2],
    [5, 2, 1],
  ]
  const mirrored = one.map(([x, y, z]): Vec3 => [-x, y, z])

  it('meet in a corner of both too', () => {
    const met = crossed(one, mirrored)!
    expect(met.at).toEqual([0, 0, 2].map((v) => expect.closeTo(v, 9)))
    // square to both ways there
    expect(Math.abs(met.square[2])).toBeGreaterThan(0.5)
    expect(dot(met.square, met.way)).toBeCloseTo(0, 9)
  })

  it('and nowhere where they run side by side', () => {
    const beside = one.map(([x, y, z]): Vec3 => [x, y + 1, z])
    expect(crossed(one, beside)).toBeUndefined()
  })
})

describe('what lies between two turns', () => {
  const [leaves, next]: [Vec3, Vec3] = [
    [0, 0, 0],
    [30, 0, 0],
  ]

  it('of a strap is drawn past the corners of both', () => {
    const { leaving, taut, coming } = parted(leaves, next, undefined, 1)
    expect(leaving).toHaveLength(1)
    expect(dist(leaves, leaving[0]!)).toBeCloseTo(1.05, 9)
    expect(dist(next, coming[0]!)).toBeCloseTo(1.05, 9)
    expect(taut).toEqual([leaving[0], coming[0]])
    // however short it is, something is drawn between them
    const short = parted(leaves, [1, 0, 0], undefined, 1)
    expect(dist(short.taut[0]!, short.taut[1]!)).toBeCloseTo(0.1, 9)
  })

  it('of a crossing begins half-way to what it lies on, beside the turns goes with these', () => {
    const on: Vec3[] = [
      [1, 0, 1],
      [10, 0, 3],
      [20, 0, 3],
    ]
    const { leaving, taut, coming } = parted(leaves, next, on, 1)
    expect(leaving).toEqual([on[0], [5.5, 0, 2]])
    expect(taut).toEqual([[5.5, 0, 2], on[1], on[2], [25, 0, 1.5]])
    expect(coming).toEqual([[25, 0, 1.5]])
    // of one that lies on nothing the middle third
    expect(parted(leaves, next, [], 1).taut.map((p) => p[0])).toEqual([
      expect.closeTo(10, 9),
      expect.closeTo(20, 9),
    ])
  })
})
