import highsLoader from 'highs'
import { seeded } from '../testing'
import {
  beta,
  bisect,
  convexHull,
  integrate,
  isConvexMesh,
  perimeter,
  solveByColumns,
  solveInGroups,
  type GroupedBasis,
  type Mesh,
  type Vec2,
} from './index'

describe('hull and perimeter', () => {
  it('agrees with Cauchy: the perimeter is the integral of the support function', () => {
    const random = seeded(7)
    for (let round = 0; round < 20; round++) {
      const points = Array.from({ length: 3 + Math.floor(random() * 12) }, (): Vec2 => [
        random() * 9,
        random() * 5,
      ])
      const n = 20000
      let sum = 0
      for (let i = 0; i < n; i++) {
        const a = (2 * Math.PI * (i + 0.5)) / n
        sum += Math.max(...points.map(([x, y]) => x * Math.cos(a) + y * Math.sin(a)))
      }
      expect(perimeter(convexHull(points))).toBeCloseTo((sum * 2 * Math.PI) / n, 4)
    }
  })

  it('defines the small cases', () => {
    expect(convexHull([[1, 2]])).toEqual([[1, 2]])
    expect(
      perimeter(
        convexHull([
          [0, 0],
          [3, 4],
        ]),
      ),
    ).toBe(10)
    expect(() => convexHull([])).toThrow(RangeError)
  })
})

describe('solvers', () => {
  it('finds a bracketed root and refuses an unbracketed one', () => {
    expect(bisect((x) => x * x - 2, 0, 2).root).toBeCloseTo(Math.SQRT2, 8)
    expect(() => bisect((x) => x * x + 1, -1, 1)).toThrow('no sign change')
  })

  it('integrates polynomials of degree 19 exactly', () => {
    expect(integrate((x) => x ** 19, 0, 1, 1)).toBeCloseTo(1 / 20, 12)
  })

  it('knows the beta function', () => {
    expect(beta(1, 1.5)).toBeCloseTo(2 / 3, 12)
    expect(beta(2.5, 3.25)).toBeCloseTo(
      integrate((t) => t ** 1.5 * (1 - t) ** 2.25, 0, 1, 400),
      7,
    )
  })
})

/** min cost·x, A x = rhs, x >= 0, by its columns. */
interface LinearProgram {
  readonly columns: readonly (readonly number[])[]
  readonly cost: readonly number[]
  readonly rhs: readonly number[]
}

describe('linear programs', () => {
  /** The program in the text form that the independent solver reads. */
  function asText({ columns, cost, rhs }: LinearProgram): string {
    const sum = (values: readonly number[]) =>
      values.map((v, j) => (v === 0 ? '' : `${v < 0 ? '-' : '+'} ${Math.abs(v).toFixed(12)} x${j}`)).join(' ')
    const rows = rhs.map((b, i) => ` r${i}: ${sum(columns.map((c) => c[i]!))} = ${b.toFixed(12)}`)
    return `Minimize\n obj: ${sum(cost)}\nSubject To\n${rows.join('\n')}\nEnd\n`
  }

  it('finds the same optimum when columns are looked for instead of listed', async () => {
    const highs = await highsLoader()
    const random = seeded(5)
    for (let round = 0; round < 40; round++) {
      const m = 2 + Math.floor(random() * 6)
      const n = 3 + Math.floor(random() * 60)
      const BOUND = 3
      const columns = Array.from({ length: n }, () => Array.from({ length: m }, () => random() * 2 - 1))
      const cost = columns.map(() => random())
      const rhs = Array.from({ length: m }, () => (random() < 0.3 ? 0 : random() * 2 - 1))
      const found = solveByColumns({
        rhs: Float64Array.from(rhs),
        bound: BOUND,
        price: (y) => {
          const over = columns.map((c, j) => c.reduce((sum, v, i) => sum + v * y[i]!, 0) - cost[j]!)
          const j = over.indexOf(Math.max(...over))
          return over[j]! > 1e-9 ? { entries: Float64Array.from(columns[j]!), cost: cost[j]! } : undefined
        },
      })
      const units = Array.from({ length: 2 * m }, (_, k) =>
        Array.from({ length: m }, (__, i) => (i === k >> 1 ? (k % 2 === 0 ? 1 : -1) : 0)),
      )
      const listed = { columns: [...columns, ...units], cost: [...cost, ...units.map(() => BOUND)], rhs }
      expect(found!.value).toBeCloseTo(highs.solve(asText(listed)).ObjectiveValue, 5)
      for (const [j, c] of columns.entries())
        expect(c.reduce((sum, v, i) => sum + v * found!.y[i]!, 0)).toBeLessThan(cost[j]! + 1e-6)
      for (const v of found!.y) expect(Math.abs(v)).toBeLessThan(BOUND + 1e-6)
    }
  })

  it('finds the same optimum where columns stand in groups, begun anew and from where another program ended', async () => {
    const highs = await highsLoader()
    const random = seeded(6)
    const BOUND = 3
    for (let round = 0; round < 60; round++) {
      const m = 1 + Math.floor(random() * 6)
      const groups = 1 + Math.floor(random() * 12)
      const n = 3 + Math.floor(random() * 60)
      const columns = Array.from({ length: n }, () => Array.from({ length: m }, () => random() * 2 - 1))
      // some alike, some that cost nothing: ties and degenerate steps
      if (n > 8) columns[7] = columns[3]!
      const group = columns.map(() => Math.floor(random() * groups))
      const cost = columns.map(() => (random() < 0.2 ? 0 : random() * 2 - 0.7))
      let from: GroupedBasis | undefined
      for (let again = 0; again < 2; again++) {
        // the second program begins where the first ended, with one passing column turned
        const passing = Array.from({ length: m }, () => random() * 2 - 1)
        // no more than the bounds allow
        const gains = passing.reduce((sum, v) => sum + Math.abs(v), 0)
        const rhs = Array.from({ length: m }, () => 0)
        const found = solveInGroups({
          rhs: Float64Array.from(rhs),
          groups,
          bound: BOUND,
          from,
          price: (y) => {
            const over = columns.map(
              (c, j) => c.reduce((sum, v, i) => sum + v * y[i]!, 0) - cost[j]! - y[m + group[j]!]!,
            )
            const spare = Array.from({ length: groups }, (_, r) => -y[m + r]!)
            const last = passing.reduce((sum, v, i) => sum + v * y[i]!, 0) + gains
            const best = Math.max(...over, ...spare, last)
            if (best < 1e-9) return undefined
            if (last === best)
              return { entries: Float64Array.from(passing), cost: -gains, group: -1, passing: true }
            const r = spare.indexOf(best)
            if (r >= 0) return { entries: new Float64Array(m), cost: 0, group: r }
            const j = over.indexOf(best)
            return { entries: Float64Array.from(columns[j]!), cost: cost[j]!, group: group[j]! }
          },
        })
        from = found!.basis
        const inGroup = (g: number) => Array.from({ length: groups }, (_, r) => (r === g ? 1 : 0))
        const none = Array.from({ length: m }, () => 0)
        const units = Array.from({ length: 2 * m }, (_, k) =>
          Array.from({ length: m }, (__, i) => (i === k >> 1 ? (k % 2 === 0 ? 1 : -1) : 0)),
        )
        const listed = {
          columns: [
            ...columns.map((c, j) => [...c, ...inGroup(group[j]!)]),
            [...passing, ...inGroup(-1)],
            ...units.map((c) => [...c, ...inGroup(-1)]),
            ...Array.from({ length: groups }, (_, r) => [...none, ...inGroup(r)]),
          ],
          cost: [...cost, -gains, ...units.map(() => BOUND), ...Array.from({ length: groups }, () => 0)],
          rhs: [...rhs, ...Array.from({ length: groups }, () => 1)],
        }
        expect(found!.value).toBeCloseTo(highs.solve(asText(listed)).ObjectiveValue, 5)
      }
    }
  })
})

describe('a surface that bulges everywhere', () => {
  /** An octahedron whose top stands at this height. */
  const octahedron = (top: number): Mesh => ({
    positions: Float64Array.from([1, 0, 0, 0, 1, 0, -1, 0, 0, 0, -1, 0, 0, 0, top, 0, 0, -1]),
    triangles: Uint32Array.from([0, 1, 4, 1, 2, 4, 2, 3, 4, 3, 0, 4, 1, 0, 5, 2, 1, 5, 3, 2, 5, 0, 3, 5]),
  })

  it('is told from one with a dent', () => {
    expect(isConvexMesh(octahedron(1))).toBe(true)
    expect(isConvexMesh(octahedron(1e-3))).toBe(true)
    expect(isConvexMesh(octahedron(-0.2))).toBe(false)
  })
})
