import { FRAME, OVAL } from '../testing'
import { wireSize } from '../wire/index'
import {
  DEFAULT_SETTINGS,
  gaugeNeighbours,
  gaugeWindows,
  plan,
  planHold,
  planThorough,
  type PlanRequest,
} from './index'
import { startingOptions } from '../search/index'

const REQUEST: PlanRequest = {
  stone: OVAL,
  family: 'bound-frame',
  options: FRAME,
  settings: DEFAULT_SETTINGS,
}
const made = () => {
  const result = plan(REQUEST)
  if (!result.ok) throw new Error('the frame of the tests cannot be built')
  return result.plan
}

describe('gauges of a plan', () => {
  it('a window for the frame and one for the binding, the frame bounded by its own holding too', () => {
    const [frame, binding] = gaugeWindows(made(), 8)
    expect([frame!.option, binding!.option]).toEqual(['size', 'bindingSize'])
    // eight times what is asked: half as thick is just enough, by the cube
    const bound = frame!.window.least.find((b) => b.reason === 'holding')
    expect(bound!.size).toBeCloseTo(wireSize(String(FRAME.size)).mm / 2, 9)
    expect(binding!.window.least.map((b) => b.reason)).toEqual(['pull'])
    const sizes = frame!.window.least.map((b) => b.size)
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a))
    expect(gaugeWindows(made())[0]!.window.least.some((b) => b.reason === 'holding')).toBe(false)
  })

  it('the neighbours are what a plan with them comes to, one thinner and one thicker', () => {
    const near = gaugeNeighbours(REQUEST, 'size')
    const now = wireSize(String(FRAME.size)).mm
    expect(near.map((n) => Math.sign(wireSize(n.size).mm - now))).toEqual([-1, 1])
    for (const n of near) {
      const result = plan({ ...REQUEST, options: { ...FRAME, size: n.size } })
      expect(result.ok).toBe(n.made !== undefined)
      if (!result.ok) continue
      expect(n.made!.times).toBe(planThorough(result.plan, planHold(result.plan).hold).timesWeight)
      expect(n.made!.metal).toBe(result.plan.cut.metal.value)
    }
    // the thicker one's bends need more room than this frame leaves: it is said which
    expect(near[1]!.problem?.severity).toBe('error')
    expect(near[0]!.made!.metal).toBeLessThan(Number(made().cut.metal.value))
    expect(() => gaugeNeighbours(REQUEST, 'bail')).toThrow(RangeError)
  })

  it('wire that is kept is offered first, and wire that would not hold is not', () => {
    const wish = { alloy: 'copper', temper: 'half hard' }
    const free = startingOptions(OVAL, 'bound-frame', wish)!
    const kept = startingOptions(OVAL, 'bound-frame', { ...wish, kept: ['19 AWG', '26 AWG'] })!
    expect(kept.size).toBe('19 AWG')
    expect(kept.size).not.toBe(free.size)
    expect(startingOptions(OVAL, 'bound-frame', { ...wish, kept: ['30 AWG'] })).toEqual(free)
  })
})
