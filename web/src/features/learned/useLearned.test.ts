import type { Lesson } from '@verger/contract'
import { HAND_PACKING } from '@verger/core'
import { lengthKey, lengthOf, ownMinutes, ownPacking, packingKey, workPace } from './useLearned'

const lesson = (day: number, slow: number, packing: number): Lesson => ({
  pieceId: `p${day}`,
  name: 'A piece',
  finishedAt: `2026-10-${String(day).padStart(2, '0')}T12:00:00.000Z`,
  wires: [],
  work: [
    { kind: 'bind', reckoned: 20, took: 20 * slow },
    { kind: 'bend', reckoned: 10, took: 10 },
  ],
  lengths: [{ kind: 'bind', planned: 10, met: 10.2, packed: { kind: 'bind', packing } }],
})
const days = Array.from({ length: 28 }, (_, i) => i + 1)
const steps = [
  { kind: 'bind', minutes: 30 },
  { kind: 'bend', minutes: 12 },
  { kind: 'polish', minutes: 5 },
]

describe('a plan’s time at one’s own pace', () => {
  it('is each kind of work at its own, and not told while none was timed', () => {
    const lessons = days.map((d) => lesson(d, 1.5, 1.05))
    const times = workPace(lessons, {}, 'bind').times
    expect(times).toBeGreaterThan(1.3)
    expect(times).toBeLessThan(1.5)
    expect(ownMinutes(lessons, {}, steps)).toBeCloseTo(30 * times + 12 + 5, 9)
    expect(ownMinutes([], {}, steps)).toBeUndefined()
    expect(ownMinutes(lessons, {}, [{ kind: 'polish', minutes: 5 }])).toBeUndefined()
  })
})

describe('what is forgotten', () => {
  it('is what came before, of that alone: time, lengths and packing each by themselves', () => {
    const lessons = days.map((d) => lesson(d, 1.5, d <= 14 ? 1.2 : 1.04))
    const half = '2026-10-14T18:00:00.000Z'
    expect(workPace(lessons, { bind: half }, 'bind').from).toBe(14)
    expect(workPace(lessons, { bind: half }, 'bend').from).toBe(28)
    expect(lengthOf(lessons, { bind: half }, 'bind').from).toBe(28)
    expect(lengthOf(lessons, { [lengthKey('bind')]: half }, 'bind').from).toBe(14)
    const all = ownPacking(lessons, {}, 'bind')
    const late = ownPacking(lessons, { [packingKey('bind')]: half }, 'bind')
    expect([all.from, late.from]).toEqual([28, 14])
    expect(late.packing).toBeLessThan(all.packing)
    expect(late.packing).toBeGreaterThan(HAND_PACKING)
    expect(ownPacking(lessons, {}, 'weave')).toEqual({ packing: HAND_PACKING, from: 0 })
  })
})
