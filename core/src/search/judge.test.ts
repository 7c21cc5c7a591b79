import { FAMILIES, family } from '../settings/index'
import { enoughFor, shareOf } from '../hold/index'
import { seeded } from '../testing'
import { askOf, draft, isMade, judge, LIMITS } from './judge'
import { DEFAULT_SETTINGS, plan, planHold, planThorough } from '../plan/index'
import { shareBorne, wholeHold } from '../plan/index'
import { examplesOf, isSlow, usualWish } from '../testingPlans'

/** How many options of a family are compared. */
const eachOf = (id: string): number => (isSlow(id) ? 1 : 2)

describe.each(FAMILIES.map((f) => f.id))('what the search takes to be sound, of %s', (id) => {
  it('is what the plan says, as planned and with what a hand misses by, and the reason is the plan’s own', () => {
    const random = seeded(29)
    const chosen = family(id)
    let compared = 0
    for (let k = 0; k < 60 && compared < eachOf(id); k++) {
      const stone = examplesOf(id).stone(random)
      const options = examplesOf(id).random(stone, usualWish(id), random)
      const ask = askOf(chosen, stone, LIMITS, false)
      const built = draft(ask, options)
      const made = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!made.ok || !isMade(built)) continue
      compared++
      const { barrier, share } = judge(ask, built)
      const { hold, least } = planHold(made.plan)
      if (!hold.caught) {
        expect(barrier?.kind).toBe('out')
        continue
      }
      const thorough = planThorough(made.plan, hold, least)
      const enough = enoughFor(made.plan.asked)
      const [planned, careful] = [shareOf(thorough, enough), shareOf(thorough.careful.both, enough)]
      expect(barrier === undefined).toBe(planned >= 1 && careful >= 1)
      if (barrier?.kind === 'pull') expect(planned).toBeLessThan(1)
      if (barrier?.kind === 'careful') {
        expect(barrier.share).toBeCloseTo(careful, 9)
        expect(barrier.share).toBeLessThan(1)
      }
      expect(share).toBeGreaterThan(0)
      expect(wholeHold(made.plan)).toEqual({
        verdict: thorough.verdict,
        times: thorough.timesWeight,
        share: shareBorne(made.plan, thorough),
      })
    }
    expect(compared).toBe(eachOf(id))
  }, 120_000)
})
