import { FRAME, OVAL } from '../testing'
import { seeded } from '../testing'
import type { Options } from '../settings/index'
import { numberOf } from '../working/index'
import { DEFAULT_SETTINGS, firstShare, plan, planHold, planThorough, type PlanRequest } from '../plan/index'
import { mends } from './index'

const request = (options: Options): PlanRequest => ({
  stone: OVAL,
  family: 'bound-frame',
  options,
  settings: DEFAULT_SETTINGS,
})
const made = (options: Options) => {
  const result = plan(request(options))
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  return result.plan
}
const verdict = (options: Options) => {
  const p = made(options)
  const { hold } = planHold(p)
  return hold.caught ? planThorough(p, hold).verdict : hold.verdict
}

describe('mends', () => {
  it('the frame of the tests is sound, so that what is damaged can be mended', () => {
    expect(verdict(FRAME)).toBe('sound')
  })

  const damages: readonly (readonly [string, Options])[] = [
    ['bends removed on one side', { frontBends: [1.4, 4] }],
    ['no bends behind', { backBends: [] }],
    ['reach nearly gone', { frontOverlap: 0.1, backOverlap: 0.1 }],
    ['five sizes thinner', { size: '26 AWG' }],
    ['thin and dead soft', { size: '24 AWG', temper: 'dead soft' }],
  ]
  // in a sample those that are worked out soonest, of either kind: something missing behind, and on one side
  it.each(process.env.MEND_ROUNDS ? damages : damages.slice(0, 2))(
    '%s: mended, and the mend is what a plan from scratch comes to',
    (_, damage) => {
      const options = { ...FRAME, ...damage }
      const before = made(options)
      const { hold } = planHold(before)
      expect(verdict(options)).not.toBe('sound')
      const list = mends(request(options), before, { share: firstShare(before, hold) })
      expect(list[0]!.verdict).toBe('sound')
      // applied and planned anew
      const after = { ...options, ...list[0]!.change }
      expect(verdict(after)).toBe('sound')
      expect(numberOf(made(after).cut.mass) - numberOf(before.cut.mass)).toBeCloseTo(list[0]!.wire, 9)
      // sound ones first, the one that takes least wire before the others
      const sound = list.filter((m) => m.verdict === 'sound')
      expect(sound.map((m) => m.wire)).toEqual([...sound.map((m) => m.wire)].sort((a, b) => a - b))
      expect(list.slice(0, sound.length)).toEqual(sound)
    },
  )

  it('every move has words and stays within its options', () => {
    const random = seeded(3)
    for (let k = 0; k < 2; k++) {
      const options = { ...FRAME, frontOverlap: Number((2 * random()).toFixed(1)) }
      const p = made(options)
      for (const m of mends(request(options), p, { share: 0 }).slice(0, 3))
        for (const [id, value] of Object.entries(m.change)) {
          expect(options).toHaveProperty(id)
          expect(value).not.toEqual((options as Options)[id])
        }
    }
  })
})
