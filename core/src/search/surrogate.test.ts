import { seeded } from '../testing'
import { chanceAboveZero, surrogate, type Sample } from './surrogate'

const samplesOf = (n: number, random: () => number, f: (x: readonly number[]) => number): Sample[] =>
  Array.from({ length: n }, () => {
    const x = [4 * random() - 2, 4 * random() - 2, 4 * random() - 2]
    return { x, y: f(x) }
  })

describe('guessing between what was found', () => {
  it('follows a plane and a bump on it far better than the mean does, and comes back to what it was told', () => {
    const random = seeded(3)
    const f = ([a, b, c]: readonly number[]) =>
      0.7 * a! - 0.4 * b! + 0.2 * c! + Math.exp(-(a! * a! + b! * b!))
    const told = samplesOf(60, random, f)
    const guess = surrogate(told)
    for (const { x, y } of told) expect(Math.abs(guess(x).mean - y)).toBeLessThan(0.15)
    const asked = samplesOf(200, random, f)
    const mean = told.reduce((sum, s) => sum + s.y, 0) / told.length
    const off = (g: (s: Sample) => number) =>
      Math.sqrt(asked.reduce((sum, s) => sum + (g(s) - s.y) ** 2, 0) / asked.length)
    expect(off((s) => guess(s.x).mean)).toBeLessThan(0.3 * off(() => mean))
  })

  it('knows how far off it may be: near what it was told hardly, far from it as much as all differ', () => {
    const random = seeded(5)
    const told = samplesOf(25, random, ([a, b]) => Math.sin(2 * a!) + b!)
    const guess = surrogate(told)
    const near = guess(told[3]!.x).spread
    const far = guess([40, -40, 40]).spread
    expect(near).toBeLessThan(0.25 * far)
    // of many asked, the truth lies within two spreads of nearly all
    const asked = samplesOf(300, random, ([a, b]) => Math.sin(2 * a!) + b!)
    const within = asked.filter(({ x, y }) => {
      const { mean, spread } = guess(x)
      return Math.abs(mean - y) < 2 * spread + 0.1
    })
    expect(within.length).toBeGreaterThan(0.85 * asked.length)
  })

  it('finds out which features count: what one of four does is learnt although the others differ', () => {
    const random = seeded(12)
    const f = (x: readonly number[]) => Math.sin(2.5 * x[0]!)
    const told = Array.from({ length: 30 }, () => {
      const x = Array.from({ length: 4 }, () => 4 * random() - 2)
      return { x, y: f(x) }
    })
    const guess = surrogate(told)
    const { counts } = guess.likeness
    expect(counts[0]).toBeGreaterThan(Math.max(...counts.slice(1)))
    const alike = surrogate(told, { ...guess.likeness, counts: [1, 1, 1, 1] })
    const asked = Array.from({ length: 200 }, () => Array.from({ length: 4 }, () => 3 * random() - 1.5))
    const off = (g: typeof guess) =>
      Math.sqrt(asked.reduce((sum, x) => sum + (g(x).mean - f(x)) ** 2, 0) / asked.length)
    expect(off(guess)).toBeLessThan(0.5 * off(alike))
  })

  it('is the same for the same samples in any order, and turns with them', () => {
    const random = seeded(8)
    const told = samplesOf(20, random, ([a, b, c]) => a! * b! - c!)
    const there = [0.3, -0.7, 1.1]
    const one = surrogate(told)(there)
    const other = surrogate([...told].reverse())(there)
    expect(other.mean).toBeCloseTo(one.mean, 6)
    expect(other.spread).toBeCloseTo(one.spread, 6)
    // moved along with its samples and lifted, it says the same, lifted
    const moved = surrogate(told.map(({ x, y }) => ({ x: x.map((v) => v + 7), y: y + 3 })))(
      there.map((v) => v + 7),
    )
    expect(moved.mean).toBeCloseTo(one.mean + 3, 6)
    expect(moved.spread).toBeCloseTo(one.spread, 6)
  })

  it('one sample is guessed everywhere near it; none is an error that says so', () => {
    expect(surrogate([{ x: [1, 2], y: 5 }])([1, 2]).mean).toBeCloseTo(5, 2)
    expect(() => surrogate([])).toThrow(/nothing was found/)
  })
})

describe('chance of being above zero', () => {
  it('is that of a normal distribution: against the integral of its density, in steps of a thousandth', () => {
    for (const [mean, spread] of [
      [0, 1],
      [0.5, 1],
      [-1.2, 0.4],
      [3, 1.5],
      [-4, 1],
    ] as const) {
      let sum = 0
      const step = 0.001
      for (let x = step / 2; x < mean + 9 * spread; x += step)
        sum += (step * Math.exp(-(((x - mean) / spread) ** 2) / 2)) / (spread * Math.sqrt(2 * Math.PI))
      expect(Math.abs(chanceAboveZero({ mean, spread }) - sum)).toBeLessThan(2e-6)
    }
  })
})
