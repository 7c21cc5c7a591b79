import type { Vec3 } from '../geom/index'
import { section } from '../wire/index'
import { barStiffness, collapseLoad } from './index'

const straight = (length: number, n: number): Vec3[] =>
  Array.from({ length: n + 1 }, (_, i) => [(length * i) / n, 0, 0])
const wire = { profile: 'round' as const, size: 0.8, modulus: 117_000 }
const EI = 117_000 * section('round', 0.8).inertia
const GJ = (117_000 / 2.6) * section('round', 0.8).twist

describe('stiffness of a bar', () => {
  const points = straight(30, 300)
  it.each([
    ['clamped', 'clamp', 'clamp', (a: number, b: number) => (3 * EI * 30 ** 3) / (a ** 3 * b ** 3)],
    ['pinned', 'pin', 'pin', (a: number, b: number) => (3 * EI * 30) / (a ** 2 * b ** 2)],
    [
      'clamped and pinned',
      'clamp',
      'pin',
      (a: number, b: number) => (12 * EI * 30 ** 3) / (a ** 3 * b ** 2 * (3 * 30 + b)),
    ],
    ['a finger', 'clamp', 'free', (a: number) => (3 * EI) / a ** 3],
  ] as const)('straight, %s: the closed form', (_, start, end, closed) => {
    for (const index of [60, 150, 210]) {
      const a = index / 10
      expect(
        barStiffness({ points, start, end, ...wire }, index, [0, 0.6, 0.8]) / closed(a, 30 - a),
      ).toBeCloseTo(1, 3)
    }
  })

  it('is the same whichever way round the bar is named', () => {
    const bent: Vec3[] = Array.from({ length: 61 }, (_, i) => [
      0.4 * i,
      3 * Math.sin(i / 14),
      2 * Math.cos(i / 9),
    ])
    for (const [start, end] of [
      ['clamp', 'clamp'],
      ['clamp', 'pin'],
      ['pin', 'pin'],
      ['clamp', 'free'],
    ] as const) {
      const there = barStiffness({ points: bent, start, end, ...wire }, 22, [0.3, 0.2, 1])
      const back = barStiffness(
        { points: [...bent].reverse(), start: end, end: start, ...wire },
        38,
        [0.3, 0.2, 1],
      )
      expect(back / there).toBeCloseTo(1, 6)
    }
  })

  it('a quarter circle held at one end, pushed out of its plane at the other: bending and torsion together', () => {
    const R = 10
    const n = 400
    const arc: Vec3[] = Array.from({ length: n + 1 }, (_, i) => {
      const a = (Math.PI / 2) * (i / n)
      return [R * Math.sin(a), R * (1 - Math.cos(a)), 0]
    })
    // Castigliano: F R³ [π/(4 EI) + (3π/4 − 2)/GJ]
    const give = R ** 3 * (Math.PI / (4 * EI) + ((3 * Math.PI) / 4 - 2) / GJ)
    const k = barStiffness({ points: arc, start: 'clamp', end: 'free', ...wire }, n, [0, 0, 1])
    expect(k * give).toBeCloseTo(1, 3)
  })

  it('goes with the fourth power of the thickness, and with the modulus', () => {
    const bar = { points, start: 'clamp' as const, end: 'clamp' as const, ...wire }
    const k = barStiffness(bar, 100, [0, 0, 1])
    expect(barStiffness({ ...bar, size: 1.6 }, 100, [0, 0, 1]) / k).toBeCloseTo(16, 3)
    expect(barStiffness({ ...bar, modulus: 234_000 }, 100, [0, 0, 1]) / k).toBeCloseTo(2, 6)
  })

  it('held nowhere it does not push back; at an anchor it does not give', () => {
    expect(barStiffness({ points, start: 'free', end: 'free', ...wire }, 9, [0, 0, 1])).toBe(0)
    expect(barStiffness({ points, start: 'pin', end: 'free', ...wire }, 9, [0, 0, 1])).toBe(0)
    expect(barStiffness({ points, start: 'clamp', end: 'clamp', ...wire }, 0, [0, 0, 1])).toBe(Infinity)
    expect(() => barStiffness({ points, start: 'clamp', end: 'clamp', ...wire }, 999, [0, 0, 1])).toThrow(
      RangeError,
    )
  })
})

describe('collapse of a bar with a free end', () => {
  it('a finger: Mp over its length to the load', () => {
    const plain = { profile: 'square' as const, size: 0.8, yieldStress: 100 }
    const mp = section('square', 0.8).plastic * 100
    for (const index of [50, 200, 300])
      expect(
        (collapseLoad(
          { points: straight(30, 300), start: 'clamp', end: 'free', ...plain },
          index,
          [0, 0, 1],
        ) *
          (index / 10)) /
          mp,
      ).toBeCloseTo(1, 6)
    expect(
      (collapseLoad({ points: straight(30, 300), start: 'free', end: 'clamp', ...plain }, 200, [0, 1, 0]) *
        10) /
        mp,
    ).toBeCloseTo(1, 6)
    expect(
      collapseLoad({ points: straight(30, 300), start: 'pin', end: 'free', ...plain }, 9, [0, 0, 1]),
    ).toBe(0)
  })

  it('hardened all along it bears as much more; hardened only in the middle a clamped bar bears part of that', () => {
    const bar = {
      points: straight(30, 300),
      start: 'clamp' as const,
      end: 'clamp' as const,
      profile: 'square' as const,
      size: 0.8,
      yieldStress: 100,
    }
    const soft = collapseLoad(bar, 150, [0, 0, 1])
    const all = collapseLoad({ ...bar, harder: bar.points.map(() => 1.5) }, 150, [0, 0, 1])
    const middle = collapseLoad(
      { ...bar, harder: bar.points.map(([x]) => (x > 10 && x < 20 ? 1.5 : 1)) },
      150,
      [0, 0, 1],
    )
    expect(all / soft).toBeCloseTo(1.5, 6)
    // its two ends as before and the middle half again as strong: (1 + 1.5)/2 of it
    expect(middle / soft).toBeCloseTo(1.25, 2)
  })
})
