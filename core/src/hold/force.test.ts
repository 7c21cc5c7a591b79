import highsLoader from 'highs'
import { seeded } from '../testing'
import { resist, SPHERE, type Field } from './index'

const ROUNDS = Number(process.env.LP_ROUNDS ?? 60)
const SEED = Number(process.env.SEED ?? 1)

describe('forces as a linear program', () => {
  /** A random set of contacts on a ball or a box, in a few spans. */
  function randomField(random: () => number): Field {
    const spans = 1 + Math.floor(random() * 8)
    const count = spans + 3 + Math.floor(random() * 40)
    const wrench = new Float64Array(6 * count)
    const cap = new Float64Array(count)
    const row = new Int32Array(count)
    const flat = random() < 0.3
    for (let i = 0; i < count; i++) {
      const n: number[] = Array.from({ length: 3 }, () => random() * 2 - 1)
      if (flat) n[2] = 0
      const size = Math.hypot(...n) || 1
      const arm = Array.from({ length: 3 }, () => random() * 2 - 1)
      const [x, y, z] = n.map((v) => v / size) as [number, number, number]
      // on a ball the arm lies along the normal, and there is no moment
      const [a, b, c] = (random() < 0.3 ? [x, y, z] : arm) as [number, number, number]
      wrench.set([x, y, z, b * z - c * y, c * x - a * z, a * y - b * x], 6 * i)
      cap[i] = 0.1 + 30 * random()
      row[i] = i < spans ? i : Math.floor(random() * spans)
    }
    return {
      wrench,
      cap,
      free: new Float64Array(count),
      row,
      station: Int32Array.from({ length: count }, (_, i) => i),
      used: Array.from({ length: spans }, (_, i) => i),
      spans: [],
      stations: [],
      shared: [],
    }
  }

  it('a direction asked after others of the same contacts, begun where they ended, is what it is asked alone', () => {
    const random = seeded(SEED + 7)
    for (let k = 0; k < 12; k++) {
      const field = randomField(random)
      for (const d of SPHERE.ways) {
        const after = resist(field, d).force
        const alone = resist({ ...field }, d).force
        expect(Math.abs(after - alone)).toBeLessThan(1e-6 * Math.max(1, alone))
      }
    }
  })

  it(`the dual over the stone’s motions is the program of the contact forces, solved by another solver: ${ROUNDS} random sets`, async () => {
    const highs = await highsLoader()
    const random = seeded(SEED)
    let held = 0
    for (let k = 0; k < ROUNDS; k++) {
      const field = randomField(random)
      const d = SPHERE.ways[Math.floor(random() * 162)]!
      const { cap, wrench, row, used } = field
      // primal: most F with Σ f w + s = F d, f >= 0, Σ f/c <= 1 in each span; what remains costs 100 a newton
      const count = cap.length
      const lines = [
        'Maximize',
        ` obj: F${[0, 1, 2, 3, 4, 5].map((r) => ` - 100 p${r} - 100 m${r}`).join('')}`,
        'Subject To',
      ]
      for (let r = 0; r < 6; r++) {
        const terms = Array.from({ length: count }, (_, i) => {
          const v = wrench[6 * i + r]!
          return `${v < 0 ? '-' : '+'} ${Math.abs(v).toFixed(12)} f${i}`
        })
        const along = r < 3 ? d[r as 0 | 1 | 2] : 0
        lines.push(
          ` r${r}: ${terms.join(' ')} + p${r} - m${r} ${along > 0 ? '-' : '+'} ${Math.abs(along).toFixed(12)} F = 0`,
        )
      }
      used.forEach((s) => {
        const terms = Array.from({ length: count }, (_, i) =>
          row[i] === s ? `+ ${(1 / cap[i]!).toFixed(12)} f${i}` : '',
        ).filter(Boolean)
        lines.push(` s${s}: ${terms.join(' ')} <= 1`)
      })
      lines.push('End')
      const other = highs.solve(lines.join('\n'))
      expect(other.Status).toBe('Optimal')
      const mine = resist(field, d)
      expect(Math.abs(mine.force - other.ObjectiveValue)).toBeLessThan(
        1e-6 * Math.max(1, other.ObjectiveValue),
      )
      // its motion goes 1 along, and the force is what the spans take for it: the gap between the two programs is nothing
      const { v, w } = mine.motion
      if (mine.force > 0) expect(v[0] * d[0] + v[1] * d[1] + v[2] * d[2]).toBeGreaterThan(1 - 1e-6)
      let taken = 0
      for (const s of used) {
        let most = 0
        for (let i = 0; i < count; i++)
          if (row[i] === s) {
            const o = 6 * i
            const rate =
              wrench[o]! * v[0] +
              wrench[o + 1]! * v[1] +
              wrench[o + 2]! * v[2] +
              wrench[o + 3]! * w[0] +
              wrench[o + 4]! * w[1] +
              wrench[o + 5]! * w[2]
            most = Math.max(most, cap[i]! * rate)
          }
        taken += most
      }
      expect(Math.abs(taken - mine.force)).toBeLessThan(1e-6 * Math.max(1, mine.force))
      if (mine.force > 0) held++
    }
    expect(held).toBeGreaterThan(ROUNDS / 10)
  })
})
