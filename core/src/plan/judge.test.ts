import { FAMILIES, family, type FamilyExamples } from '../settings/index'
import { NEWTON_PER_GRAM } from '../units/index'
import { seeded } from '../testing'
import { askOf, draft, isMade, judge, LIMITS } from './judge'
import { DEFAULT_SETTINGS, plan, planHold, planSure } from './index'
import { wholeHold } from './planSure'

const WISH = { alloy: 'copper', temper: 'half hard', worn: 'pendant' } as const
const examplesOf = (id: string): FamilyExamples =>
  jest.requireActual<{ examples: FamilyExamples }>(`../settings/${id}/examples`).examples
/** How many options of a family are compared. */
const EACH = 2

describe.each(FAMILIES.map((f) => f.id))('what the search takes to be sound, of %s', (id) => {
  it('is what the plan says of a knock, as planned and with bends short, and the reason is the plan’s own', () => {
    const random = seeded(29)
    const chosen = family(id)
    let compared = 0
    for (let k = 0; k < 60 && compared < EACH; k++) {
      const stone = examplesOf(id).stone(random)
      const options = examplesOf(id).random(stone, WISH, random)
      const ask = askOf(chosen, stone, LIMITS, false)
      const built = draft(ask, options)
      const made = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!made.ok || !isMade(built)) continue
      compared++
      const { barrier, times } = judge(ask, built)
      const { hold } = planHold(made.plan)
      if (!hold.caught) {
        expect(barrier?.kind).toBe('out')
        continue
      }
      const sure = planSure(made.plan, hold)
      const asked = LIMITS.demands.knocked
      const weight = ask.mass * NEWTON_PER_GRAM
      const [borne, short] = [sure.force / weight, sure.short.force / weight]
      expect(barrier === undefined).toBe(
        borne >= asked && sure.release.letsGo >= 0.15 && sure.short.caught && short >= asked,
      )
      if (barrier?.kind === 'pull') expect(borne).toBeLessThan(asked)
      // pushed in the first way that fails, which is not always the weakest
      if (barrier?.kind === 'short' && barrier.times > 0) {
        expect(barrier.times).toBeGreaterThanOrEqual(short * (1 - 1e-9))
        expect(barrier.times).toBeLessThan(asked)
      }
      expect(times).toBeGreaterThan(0)
      // a verdict without the bends that are short, where they decide nothing, is the verdict
      expect(wholeHold(made.plan)).toEqual({ verdict: sure.verdict, times: sure.timesWeight })
    }
    expect(compared).toBe(EACH)
  }, 120_000)
})
