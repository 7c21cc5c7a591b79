import { seeded } from '../testing'
import { plannedJoins, workingLength } from './index'

describe('long fine wire', () => {
  it('finer wire is worked in shorter pieces, within bounds', () => {
    expect(workingLength(0.3)).toBeCloseTo(660, 9)
    expect(workingLength(0.05)).toBe(400)
    expect(workingLength(3)).toBe(2500)
    expect(() => workingLength(0)).toThrow(RangeError)
  })

  it('joins: nothing lost, no piece too long where a shorter one would do, as few as can be, and even', () => {
    const random = seeded(6)
    for (let k = 0; k < 400; k++) {
      const units = 1 + Math.floor(200 * random())
      const [each, tails, limit] = [2 + 60 * random(), 100 * random(), 200 + 800 * random()]
      const { units: parts, after } = plannedJoins({ units, each, tails, limit })
      expect(parts.reduce((a, b) => a + b, 0)).toBe(units)
      expect(Math.max(...parts) - Math.min(...parts)).toBeLessThanOrEqual(1)
      for (const n of parts) expect(n === 1 || n * each + tails <= limit + 1e-6).toBe(true)
      // one piece fewer could not carry them
      const fewer = parts.length - 1
      if (fewer > 0) expect(Math.ceil(units / fewer) * each + tails).toBeGreaterThan(limit)
      expect(after).toHaveLength(fewer)
      if (fewer > 0) expect(after[after.length - 1]).toBe(units - parts[fewer]!)
    }
    expect(() => plannedJoins({ units: 1.5, each: 3, tails: 0, limit: 100 })).toThrow(RangeError)
  })
})
