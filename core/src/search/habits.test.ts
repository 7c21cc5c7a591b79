import type { Habit } from '../settings/index'
import { seeded } from '../testing'
import { ALLOYS, wireSize } from '../wire/index'
import { aimedAt, BESIDE, strangeness } from './habits'

const HABIT: Habit = {
  sizes: { size: [wireSize('22 AWG').mm, wireSize('20 AWG').mm] },
  counts: { wires: [3, 4] },
  temper: 'dead soft',
}
const stone = (length: number) =>
  ({ kind: 'cabochon', outline: 'oval', length, width: 0.7 * length, depth: 6, mineral: 'agate' }) as const

describe('how far options are from what is usual', () => {
  it.each([
    ['22 AWG', 0],
    ['21 AWG', 0],
    ['20 AWG', 0],
    ['19 AWG', 1],
    ['16 AWG', 4],
    ['23 AWG', 1],
    ['26 AWG', 4],
  ])('%s is %s gauges off', (size, off) => {
    expect(strangeness(HABIT, { size, wires: 3 })).toBeCloseTo(off, 9)
  })

  it('the farthest counts; a size beside is no farther than is allowed, two are', () => {
    expect(strangeness(HABIT, { size: '19 AWG', wires: 7 })).toBe(3)
    expect(strangeness(HABIT, { size: '18 AWG', wires: 2 })).toBeCloseTo(2, 9)
    expect(strangeness(HABIT, { size: '19 AWG', wires: 4 })).toBeLessThan(BESIDE)
    expect(strangeness(HABIT, { size: '18 AWG', wires: 4 })).toBeGreaterThan(BESIDE)
  })
})

describe('the thickness that is aimed at', () => {
  const copper = { alloy: 'copper', temper: 'dead soft' }

  it('grows with the stone, and stays within what is usual', () => {
    const random = seeded(9)
    const [least, most] = HABIT.sizes.size!
    for (let k = 0; k < 50; k++) {
      const length = 6 + 60 * random()
      const [small, large] = [length, length + 10 * random()].map((l) =>
        aimedAt(HABIT, 'size', stone(l), copper),
      )
      expect(large).toBeGreaterThanOrEqual(small!)
      expect(small).toBeGreaterThanOrEqual(least)
      expect(large).toBeLessThanOrEqual(most)
    }
  })

  it('without a usual range, eight times the stone takes 8^0.3 the thickness', () => {
    const of = (length: number) => aimedAt(HABIT, 'other', stone(length), copper)
    expect(of(80) / of(10)).toBeCloseTo(8 ** 0.3, 9)
  })

  it('bears the same in every metal: strength goes with the cube of the thickness', () => {
    for (const { id, yield: strengths } of ALLOYS) {
      const thick = aimedAt(HABIT, 'other', stone(24), { alloy: id, temper: 'half hard' })
      const plain = aimedAt(HABIT, 'other', stone(24), { alloy: 'copper', temper: 'half hard' })
      const own = strengths['half hard'][0]
      const copperOwn = ALLOYS.find((a) => a.id === 'copper')!.yield['half hard'][0]
      expect(own * thick ** 3).toBeCloseTo(copperOwn * plain ** 3, 6)
    }
  })
})
