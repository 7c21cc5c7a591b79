import { seeded } from '../testing'
import { cutTogether } from './cutTogether'

const overOf = (lengths: readonly number[], parts: readonly (readonly number[])[]): number =>
  parts.reduce(
    (sum, part) => sum + Math.max(...part.map((i) => lengths[i]!)) * part.length,
    -lengths.reduce((a, b) => a + b, 0),
  )

/** Every way of giving each of n wires one of so many groups. */
const ways = (n: number, groups: number): number[][][] =>
  Array.from({ length: groups ** n }, (_, code) => {
    const parts = Array.from({ length: groups }, (): number[] => [])
    for (let i = 0; i < n; i++) parts[Math.floor(code / groups ** i) % groups]!.push(i)
    return parts.filter((p) => p.length > 0)
  })

describe('wires cut to a few lengths', () => {
  it('leaves as little over as the best of all ways to group them', () => {
    const random = seeded(4)
    for (let k = 0; k < 40; k++) {
      const lengths = Array.from({ length: 2 + Math.floor(5 * random()) }, () =>
        Math.round(300 + 200 * random()),
      )
      for (const most of [1, 2, 3]) {
        const parts = cutTogether(lengths, most)
        expect(parts.flat().sort()).toEqual(lengths.map((_, i) => i))
        expect(parts.length).toBeLessThanOrEqual(most)
        const least = Math.min(...ways(lengths.length, most).map((way) => overOf(lengths, way)))
        expect(overOf(lengths, parts)).toBeCloseTo(least, 9)
      }
    }
  })

  it('by hand: six wires of a knotted band', () => {
    // 455 + 400 + 395 to 455, 345 + 325 + 320 to 345: 160 mm over, where one length leaves 490
    const lengths = [395, 325, 345, 455, 320, 400]
    expect(cutTogether(lengths, 2)).toEqual([
      [3, 5, 0],
      [2, 1, 4],
    ])
    expect(overOf(lengths, cutTogether(lengths, 2))).toBe(160)
    expect(overOf(lengths, cutTogether(lengths, 1))).toBe(490)
  })

  it('like wires are one group; none are none; and to no length nothing is cut', () => {
    expect(cutTogether([300, 300, 300], 2)).toEqual([[0, 1, 2]])
    expect(cutTogether([], 2)).toEqual([])
    expect(() => cutTogether([300], 0)).toThrow('one length at least')
  })
})
