import { planHold, settingOfPlan, type Plan } from '../plan/index'
import { FAMILIES, family, type Options } from '../settings/index'
import { seeded } from '../testing'
import { examplesOf, planOf, randomPlans } from '../testingPlans'
import { WIRE_SIZES, wireSize } from '../wire/index'
import { releases } from './index'

const ROUNDS = Number(process.env.MORE_ROUNDS ?? 2)
const SEED = Number(process.env.SEED ?? 1)

/** Choices of which more can only hold more, each a step on. */
const MORE: Readonly<Record<string, readonly ((o: Options) => Options)[]>> = {
  'bound-frame': [
    (o) => ({ frontOverlap: Number(o.frontOverlap) + 0.2 }),
    (o) => ({ backOverlap: Number(o.backOverlap) + 0.2 }),
    (o) => ({ size: thicker(o.size) }),
  ],
  'corner-claws': [
    (o) => ({ seat: Number(o.seat) + 0.2 }),
    (o) => ({ claw: Number(o.claw) + 0.2 }),
    (o) => ({ size: thicker(o.size) }),
    (o) => ({ clawSize: thicker(o.clawSize) }),
    (o) => ({ tie: Number(o.tie) + 1 }),
  ],
  'corset-back': [
    (o) => ({ lace: thicker(o.lace) }),
    (o) => ({ size: thicker(o.size) }),
    (o) => ({ turns: Number(o.turns) + 1 }),
  ],
  'channel-row': [
    (o) => ({ size: thicker(o.size), lower: thicker(o.lower) }),
    (o) => ({ lace: thicker(o.lace) }),
  ],
  'criss-cross-cage': [(o) => ({ lace: thicker(o.lace) }), (o) => ({ turns: Number(o.turns) + 1 })],
  'knotted-band': [(o) => ({ over: Number(o.over) + 0.3 }), (o) => ({ wraps: Number(o.wraps) + 1 })],
  'loop-bezel': [
    (o) => ({ over: Number(o.over) + 0.3 }),
    (o) => ({ size: thicker(o.size) }),
    (o) => ({ links: Number(o.links) + 1 }),
  ],
  'spine-focal': [(o) => ({ size: thicker(o.size) }), (o) => ({ coil: Number(o.coil) + 1 })],
  'twin-hoop': [(o) => ({ turns: Number(o.turns) + 1 }), (o) => ({ size: thicker(o.size) })],
}

/** The next gauge up of even numbers. */
function thicker(size: Options[string] | undefined): string {
  const mm = wireSize(String(size)).mm
  const list = WIRE_SIZES.filter((s) => s.label.endsWith('AWG') && s.mm > mm * 1.05).sort(
    (a, b) => a.mm - b.mm,
  )
  return list[0]!.label
}

const pushed = (made: Plan): number => {
  const { hold, least } = planHold(made)
  return hold.caught ? releases(settingOfPlan(made, least), hold).weakest.force : 0
}
describe.each(FAMILIES.map((f) => f.id))('more of anything in %s', (id) => {
  it(`hardly ever holds worse (${ROUNDS} plans)`, () => {
    const random = seeded(SEED + 50)
    let [asked, worse] = [0, 0]
    for (const before of randomPlans(id, examplesOf(id), SEED)) {
      if (asked === ROUNDS) break
      const { stone, options } = before
      const one = pushed(before)
      if (one < 0.2) continue
      const list = MORE[id]!
      const change = list[Math.floor(random() * list.length)]!(options)
      if (
        family(id)
          .fits(stone, { ...options, ...change })
          .some((f) => f.severity === 'error')
      )
        continue
      const after = planOf(id, stone, { ...options, ...change })
      if (!after) continue
      asked++
      const two = pushed(after)
      if (two < one * 0.95) {
        worse++
        process.stderr.write(
          `${id} ${JSON.stringify(change)} from ${one.toFixed(2)} to ${two.toFixed(2)} ${stone.outline} ${JSON.stringify(options)}\n`,
        )
      }
    }
    process.stderr.write(`FIGURES ${id}: ${worse} of ${asked} worse by over 5 %\n`)
    expect(worse).toBeLessThanOrEqual(Math.ceil(0.1 * ROUNDS))
  }, 3_600_000)
})
