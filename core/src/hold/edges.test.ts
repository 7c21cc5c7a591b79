import { DEFAULT_SETTINGS, plan, planHold, planThorough, type Plan } from '../plan/index'
import type { Options } from '../settings/index'
import type { Stone } from '../stone/index'
import type { Hold, Thorough } from './index'
import { examplesOf } from '../testingPlans'

interface Told {
  readonly made: Plan
  readonly hold: Hold
  readonly thorough: Thorough | undefined
  readonly verdict: Thorough['verdict']
}

function told(id: string, stone: Stone, options: Options): Told {
  const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  const { hold } = planHold(result.plan)
  const thorough = hold.caught ? planThorough(result.plan, hold) : undefined
  return { made: result.plan, hold, thorough, verdict: thorough?.verdict ?? hold.verdict }
}

const RANK = { fails: 0, doubtful: 1, sound: 2 } as const

describe('a reach of next to nothing', () => {
  const [claws] = examplesOf('corner-claws').sound
  const cushion: Stone = { ...claws!.stone, length: 12, width: 12, depth: 7 }
  const [frame] = examplesOf('bound-frame').sound

  it('of claws round a cushion of 12 mm holds nothing with play or with bends short, and more reach never holds worse', () => {
    const list = [0.1, 0.3, 0.5, 0.8, 1.2].map((claw) =>
      told('corner-claws', cushion, { ...claws!.options, claw }),
    )
    const [least] = list
    expect(least!.verdict).not.toBe('sound')
    expect(least!.hold.verdict).not.toBe('sound')
    expect(least!.thorough!.careful.short!.caught).toBe(false)
    expect(least!.thorough!.careful.play!.caught).toBe(false)
    const ranks = list.map((t) => RANK[t.verdict])
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b))
    expect(list.at(-1)!.verdict).toBe('sound')
  }, 120_000)

  it('of a frame holds nothing either, by the same measure', () => {
    const list = [0.1, 0.4, 0.7, 1.1].map((reach) =>
      told('bound-frame', frame!.stone, {
        ...frame!.options,
        frontOverlap: reach,
        backOverlap: reach,
      }),
    )
    const ranks = list.map((t) => RANK[t.verdict])
    expect(ranks).toEqual([...ranks].sort((a, b) => a - b))
    expect(list[0]!.verdict).not.toBe('sound')
    expect(list.at(-1)!.verdict).toBe('sound')
  }, 120_000)
})

it('bends on one side only are not sound: a smaller stone slips out', () => {
  const [frame] = examplesOf('bound-frame').sound
  const oval: Stone = {
    kind: 'cabochon',
    outline: 'oval',
    length: 18,
    width: 13,
    depth: 5,
    mineral: 'jasper',
  }
  const one = told('bound-frame', oval, {
    ...frame!.options,
    wires: 3,
    size: '21 AWG',
    frontBends: [9],
    backBends: [9],
    frontOverlap: 1,
    backOverlap: 1,
  })
  expect(one.verdict).not.toBe('sound')
  expect(one.thorough?.careful.both.caught ?? false).toBe(false)
})
