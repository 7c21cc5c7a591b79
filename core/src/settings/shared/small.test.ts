import { dist } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { seams, seeded } from '../../testing'
import { wireSize, type Stock } from '../../wire/index'
import { bind, binderHeight, slipOf } from './bind'
import { coveredShare } from './covered'
import { between, oneOf } from './unitInterval'
import { curledTail } from './tail'

const stock = (label: string, profile: Stock['profile'] = 'round'): Stock => ({
  alloy: 'copper',
  temper: 'dead soft',
  profile,
  size: wireSize(label),
})

describe('a curled tail', () => {
  const random = seeded(4)
  const list = Array.from({ length: 40 }, () => ({
    from: [1, 20, 0.5] as const,
    budget: 6 + 40 * random(),
    fan: random(),
    thickness: 0.4 + 0.7 * random(),
  }))

  it('uses its budget exactly, runs without a kink and stays in its plane', () => {
    for (const spec of list) {
      const segments = curledTail(spec)
      expect(pathLength({ segments })).toBeCloseTo(spec.budget, 9)
      expect(seams(segments).apart).toBeLessThan(1e-9)
      expect(seams(segments).kink).toBeLessThan(1e-6)
      const path = { segments }
      expect(dist(pathAt(path, 0).p, spec.from)).toBeLessThan(1e-9)
      expect(dist(pathAt(path, 0).t, [0, 1, 0])).toBeLessThan(1e-9)
      for (const { at } of stationsOf(path, 0, spec.budget, 0.5)) expect(at.p[2]).toBeCloseTo(0.5, 9)
    }
  })

  it('grows tighter toward its tip and is nowhere tighter than it may be bent', () => {
    for (const spec of list) {
      const arcs = curledTail(spec).flatMap((s) => (s.kind === 'arc' ? [s] : []))
      const swirl = arcs.slice(1)
      swirl.slice(1).forEach((s, i) => expect(s.radius).toBeLessThan(swirl[i]!.radius))
      for (const s of arcs) expect(s.radius).toBeGreaterThan(1.5 * spec.thickness - 1e-9)
    }
  })

  it('more budget gives more turns; a short one stays straight', () => {
    const turns = (budget: number) =>
      curledTail({ from: [0, 0, 0], budget, fan: 0.5, thickness: 0.8 }).filter((s) => s.kind === 'arc').length
    expect(turns(2)).toBe(0)
    expect(turns(60)).toBe(5)
    for (const budget of [8, 12, 20, 40]) expect(turns(budget + 5)).toBeGreaterThanOrEqual(turns(budget))
  })
})

describe('a bind', () => {
  it('has as many turns as its length holds, and clamps from three on', () => {
    const binder = stock('26 AWG')
    const of = (length: number) => bind({ id: 'x', members: [], binder, columns: 2, rows: 1, length })
    for (const turns of [1, 2, 3, 7]) {
      const joint = of((turns + 0.02) * binder.size.mm)
      expect(joint.turns).toBe(turns)
      expect(joint.hold).toBe(turns >= 3 ? 'clamp' : 'pin')
    }
    // slip goes with the turns and the section
    expect(of(6 * binder.size.mm).slip / of(3 * binder.size.mm).slip).toBeCloseTo(2, 9)
    const thick = stock('22 AWG')
    expect(slipOf(thick, 3) / slipOf(binder, 3)).toBeCloseTo((thick.size.mm / binder.size.mm) ** 2, 6)
  })

  it('half-round wire lies with its flat side in: half as high as it is wide', () => {
    const width = wireSize('24 AWG').mm
    expect(binderHeight(stock('24 AWG', 'half-round'))).toBeCloseTo(width / 2, 6)
    expect(binderHeight(stock('24 AWG'))).toBeCloseTo(width, 6)
  })
})

describe('the share of a face that is covered', () => {
  const box = { x0: -10, x1: 10, y0: -10, y1: 10 }
  const disc = (y: number) => (Math.abs(y) < 10 ? [-Math.sqrt(100 - y * y), Math.sqrt(100 - y * y)] : [])
  const bar = (y: number, z = 1) => ({
    points: [
      [-15, y, z],
      [15, y, z],
    ] as const,
    size: 2,
  })

  it('a band across a disc: by its closed form', () => {
    // the middle band of half width h of a disc of R: 2 (h √(R² − h²) + R² asin(h / R)) of π R²
    const exact = (2 * (Math.sqrt(99) + 100 * Math.asin(0.1))) / (100 * Math.PI)
    expect(coveredShare({ wires: [bar(0)], across: disc, box, above: 0 })).toBeCloseTo(exact, 3)
  })

  it('what crosses is counted once, what lies behind not at all', () => {
    const one = coveredShare({ wires: [bar(0)], across: disc, box, above: 0 })
    expect(coveredShare({ wires: [bar(0), bar(0, 3)], across: disc, box, above: 0 })).toBe(one)
    const slanted = {
      ...bar(0),
      points: [
        [-12, -12, 1],
        [12, 12, 1],
      ] as const,
    }
    expect(Math.abs(coveredShare({ wires: [slanted], across: disc, box, above: 0 }) - one)).toBeLessThan(
      0.001,
    )
    expect(coveredShare({ wires: [bar(0, -1)], across: disc, box, above: 0 })).toBe(0)
    const both = coveredShare({ wires: [bar(0), bar(5)], across: disc, box, above: 0 })
    const other = coveredShare({ wires: [bar(5)], across: disc, box, above: 0 })
    expect(both).toBeCloseTo(one + other, 9)
  })
})

describe('places of a cube', () => {
  it('each of a list has an equal stretch, and its ends belong to the first and the last', () => {
    const list = ['a', 'b', 'c', 'd']
    const counts = new Map<string, number>()
    for (let i = 0; i < 1000; i++) {
      const found = oneOf(list, i / 1000)
      counts.set(found, (counts.get(found) ?? 0) + 1)
    }
    for (const x of list) expect(counts.get(x)).toBe(250)
    expect([oneOf(list, 0), oneOf(list, 1)]).toEqual(['a', 'd'])
  })

  it('lengths go from the least to the most by equal shares', () => {
    const limits = { least: 0.5, most: 8 }
    expect(between(limits, 0)).toBeCloseTo(0.5, 12)
    expect(between(limits, 1)).toBeCloseTo(8, 12)
    expect(between(limits, 0.5)).toBeCloseTo(2, 12)
  })
})
