import type { Lesson } from '@verger/contract'
import { HAND_PACKING, PACES } from '@verger/core'
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

const practised = { forgot: {}, experience: 'practised' } as const

describe('a plan’s time at one’s own pace', () => {
  it('is each kind of work at its own, and not told while none was timed', () => {
    const lessons = days.map((d) => lesson(d, 1.5, 1.05))
    const times = workPace(lessons, {}, 'bind').times
    expect(times).toBeGreaterThan(1.3)
    expect(times).toBeLessThan(1.5)
    expect(ownMinutes(lessons, practised, steps)).toBeCloseTo(30 * times + 12 + 5, 9)
    expect(ownMinutes([], practised, steps)).toBeUndefined()
    expect(ownMinutes(lessons, practised, [{ kind: 'polish', minutes: 5 }])).toBeUndefined()
  })
})

describe('a hand that is new to it', () => {
  it('is counted on to take as long as its experience says where nothing was timed, the less the more was', () => {
    const fresh = { forgot: {}, experience: 'new' } as const
    const few = days.slice(0, 2).map((d) => lesson(d, 1.5, 1.05))
    const many = days.map((d) => lesson(d, 1.5, 1.05))
    // polishing was never timed
    const polish = [...steps.slice(2), { kind: 'bind', minutes: 0 }]
    expect(ownMinutes(few, fresh, polish)).toBeCloseTo(5 * PACES.new, 9)
    const bind = [{ kind: 'bind', minutes: 10 }]
    const [early, late] = [few, many].map((l) => ownMinutes(l, fresh, bind)!)
    expect(early).toBeGreaterThan(late!)
    expect(late).toBeGreaterThan(15)
    expect(early).toBeLessThan(10 * PACES.new)
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
