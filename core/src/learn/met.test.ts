import { stepCount, turnsCounted } from '../guide/index'
import type { Design } from '../design/index'
import { family } from '../settings/index'
import { GIVEN } from '../testingExamples'
import { FRAME, OVAL } from '../testing'
import { HAND_PACKING } from '../weave/index'
import { metAt } from './met'
import { paceOf } from './pace'
import { closeTurns, packedAt, packingLearned } from './packing'

const design = GIVEN.design!() as Design
const boundFrame = family('bound-frame')
const planned: Readonly<Record<string, number>> = { 'bind-foot': 10, 'bend-front-1.4': 1.6, 'roll-bail': 0 }

it('only what was planned and measured is compared, by its kind of work', () => {
  const measured = {
    'bind-foot': 10.5,
    'bend-front-1.4': 1.2,
    'roll-bail': 5.1,
    seat: 3,
    'left of front': 20,
  }
  expect(metAt(design, { measured, turns: {} }, (id) => planned[id])).toEqual([
    { kind: 'bind', planned: 10, met: 10.5 },
    { kind: 'bend', planned: 1.6, met: 1.2 },
  ])
})

it('a hand that always comes out 5 % long is learned the nearer the more was measured', () => {
  const learned = (n: number) =>
    paceOf(
      'bind',
      Array.from({ length: n }, () => ({ kind: 'bind', reckoned: 10, took: 10.5 })),
    ).times
  expect(learned(0)).toBe(1)
  expect(learned(1)).toBeGreaterThan(1)
  expect(learned(8)).toBeGreaterThan(learned(3))
  expect(learned(500)).toBeCloseTo(1.05, 3)
})

describe('packing', () => {
  const foot = design.operations.find((o) => o.id === 'bind-foot')!
  const step = { count: stepCount(design, foot) }
  const joint = design.joints.find((j) => j.id === foot.joint)!

  it('is what was measured over the thicknesses of what was counted', () => {
    const thick = joint.binder.size.mm
    for (const packing of [1, 1.05, 1.2])
      expect(packedAt(design, step, 24, 24 * thick * packing)?.packing).toBeCloseTo(packing, 12)
    const told = { measured: { 'bind-foot': 24 * thick * 1.1 }, turns: { 'bind-foot': 24 } }
    expect(metAt(design, told, (id) => planned[id])[0]!.packed).toEqual({
      kind: 'bind',
      packing: expect.closeTo(1.1, 12),
    })
  })

  it('is not told of few turns, of some that were not counted, or of what is not wound', () => {
    const thick = joint.binder.size.mm
    expect(packedAt(design, step, 3, 3 * thick * 1.05)).toBeUndefined()
    expect(packedAt(design, step, 8, joint.length)).toBeUndefined()
    expect(packedAt(design, step, 24, 20 * thick)).toBeUndefined()
    expect(packedAt(design, { count: undefined }, 24, 8)).toBeUndefined()
  })

  it('as planned is that of a hand, but for a whole number of turns; of a weave too, counted in repeats', () => {
    for (const foot of ['bound', 'over and under', 'figure of eight'] as const) {
      const woven = boundFrame.build(OVAL, {
        ...FRAME,
        ...(foot === 'bound' ? {} : { binding: 'round', footBind: foot }),
      })
      const op = woven.operations.find((o) => ['bind-foot', 'weave-foot'].includes(o.id))!
      const at = { count: stepCount(woven, op) }
      const { length, kind } = woven.joints.find((j) => j.id === at.count!.joints[0])!
      const close = closeTurns(woven, at)!
      expect(close.kind).toBe(kind)
      const turns = turnsCounted(woven, at.count!, at.count!.target)[at.count!.joints[0]!]!
      expect(Math.abs(length - HAND_PACKING * close.wide * at.count!.target)).toBeLessThanOrEqual(
        0.51 * HAND_PACKING * close.wide,
      )
      expect(close.wide * at.count!.target).toBeCloseTo(
        turns * woven.joints.find((j) => j.id === at.count!.joints[0])!.binder.size.mm,
        9,
      )
    }
  })

  it('is learned the nearer the more was measured, from what the kind of work came to alone', () => {
    const learned = (n: number) =>
      packingLearned(
        'bind',
        Array.from({ length: n }, () => ({ kind: 'bind', packing: 1.1 })),
      )
    expect(learned(0)).toEqual({ packing: HAND_PACKING, from: 0 })
    expect(learned(2).packing).toBeGreaterThan(HAND_PACKING)
    expect(learned(600).packing).toBeCloseTo(1.1, 3)
    expect(packingLearned('weave', [{ kind: 'bind', packing: 1.2 }])).toEqual({
      packing: HAND_PACKING,
      from: 0,
    })
  })
})
