import { pointsOfCsv } from './outlineFiles'

const circle = (n: number) =>
  Array.from({ length: n }, (_, i): [number, number] => {
    const a = (2 * Math.PI * i) / n
    return [10 * Math.cos(a), 7 * Math.sin(a)]
  })
const csv = (points: readonly (readonly number[])[]) => points.map((p) => p.join(',')).join('\n')

describe('an outline from a table of points', () => {
  it('is what stands in it, with a heading or without', () => {
    const points = circle(12)
    expect(pointsOfCsv(csv(points))).toEqual(points)
    expect(pointsOfCsv(`x,y\n${csv(points)}\n\n`)).toEqual(points)
  })

  it('a line that comes back to its first point says it once', () => {
    const points = circle(9)
    expect(pointsOfCsv(csv([...points, points[0]!]))).toEqual(points)
  })

  it('a long one is thinned to points that still lie on it, in its order and all round', () => {
    const found = pointsOfCsv(csv(circle(1000)))
    expect(found).toHaveLength(120)
    let before = -1e-9
    for (const [x, y] of found) {
      expect((x / 10) ** 2 + (y / 7) ** 2).toBeCloseTo(1, 9)
      const angle = (Math.atan2(y / 7, x / 10) + 2 * Math.PI) % (2 * Math.PI)
      expect(angle).toBeGreaterThan(before - 1e-9)
      expect(angle - Math.max(0, before)).toBeLessThan(0.06)
      before = angle
    }
  })

  it('names the line that is wrong, as one counts them in the file', () => {
    const points = circle(8).map((p) => p.join(','))
    points[4] = '3,wide'
    expect(() => pointsOfCsv(points.join('\n'))).toThrow(/Line 5 is not two numbers/)
    expect(() => pointsOfCsv(['x,y', ...points].join('\n'))).toThrow(/Line 6 is not two numbers/)
    expect(() => pointsOfCsv('1,2\n3,4\n5,6')).toThrow(/five points or more/)
    expect(() => pointsOfCsv('')).toThrow(/five points or more/)
  })
})
