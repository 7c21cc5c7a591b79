import { DEFAULT_SETTINGS, plan, planHold, planSure } from '../plan/index'
import { FAMILIES, type FamilyExamples } from '../settings/index'
import { stoneErrors } from '../stone/index'
import { seeded } from '../testing'

const ROUNDS = Number(process.env.FIRST_ROUNDS ?? 4)
const SEED = Number(process.env.SEED ?? 1)
const WISH = { alloy: 'copper', temper: 'half hard' } as const
const RANK = { fails: 0, doubtful: 1, sound: 2 } as const
/** How many of a hundred plans the first check may think better of than the thorough one does. */
const SOUNDER = 2

const examplesOf = (id: string): FamilyExamples =>
  jest.requireActual<{ examples: FamilyExamples }>(`../settings/${id}/examples`).examples

describe.each(FAMILIES.map((f) => f.id))('the first verdict, of %s', (id) => {
  it(`is never sounder than the thorough one in more than ${SOUNDER} of 100 random plans (${ROUNDS} plans)`, () => {
    const random = seeded(SEED)
    const { stone: anyStone, random: anyOptions } = examplesOf(id)
    const told = { plans: 0, sounder: 0, sound: 0, firstSound: 0 }
    for (let k = 0; told.plans < ROUNDS && k < 60 * ROUNDS; k++) {
      const stone = anyStone(random)
      if (stoneErrors(stone).length > 0) continue
      const options = anyOptions(stone, WISH, random)
      const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!result.ok) continue
      const { hold } = planHold(result.plan)
      // what is let out in the first check is out
      if (!hold.caught) continue
      told.plans++
      const { verdict } = planSure(result.plan, hold)
      if (RANK[hold.verdict] > RANK[verdict]) told.sounder++
      if (hold.verdict === 'sound') told.firstSound++
      if (verdict === 'sound') told.sound++
    }
    process.stderr.write(`FIGURES ${id}: ${JSON.stringify(told)}\n`)
    expect(told.plans).toBe(ROUNDS)
    expect(told.sounder).toBeLessThanOrEqual(Math.ceil((SOUNDER * ROUNDS) / 100))
  }, 1_200_000)
})
