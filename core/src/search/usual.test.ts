import { DEFAULT_SETTINGS, looseCount, plan, wholeHold, type Plan } from '../plan/index'
import { family, type Options } from '../settings/index'
import type { Stone } from '../stone/index'
import { numberOf } from '../working/index'
import { BESIDE, strangeness } from './habits'
import { startingOptions } from './index'

/** How many stones of each row are asked: all three in the long counts. */
const EACH = Number(process.env.USUAL_STONES ?? 1)

const cabochon = (outline: Stone['outline'], length: number, width: number, depth: number): Stone => ({
  kind: 'cabochon',
  outline,
  length,
  width,
  depth,
  wall: Number((0.3 * depth).toFixed(1)),
  mineral: 'agate',
})
const puffy = (length: number, width: number, depth: number): Stone => ({
  kind: 'puffy',
  outline: 'oval',
  length,
  width,
  depth,
  wall: 1.5,
  mineral: 'agate',
})
const faceted = (outline: Stone['outline'], length: number, width: number, depth: number): Stone => ({
  kind: 'faceted',
  outline,
  length,
  width,
  depth,
  mineral: 'citrine',
})
const ball = (d: number): Stone => ({
  kind: 'bead',
  form: 'sphere',
  outline: 'round',
  length: d,
  width: d,
  depth: d,
  mineral: 'agate',
})
const point = (length: number, width: number): Stone => ({
  kind: 'crystal',
  outline: 'round',
  length,
  width,
  depth: 0.9 * width,
  mineral: 'rock crystal',
})

/** What benches do, row by row: three stones each, minutes that it takes, and what leaves an essential part out. */
const ROWS: readonly {
  readonly row: string
  readonly family: string
  readonly worn?: 'pendant' | 'ring'
  readonly stones: readonly Stone[]
  readonly minutes: readonly [least: number, most: number]
  readonly without: Options
}[] = [
  {
    row: 'bundles round stones of 10 to 18 mm',
    family: 'bound-frame',
    stones: [cabochon('oval', 14, 10, 4), cabochon('oval', 18, 13, 5), cabochon('oval', 12, 10, 4)],
    minutes: [20, 75],
    without: { frontBends: [] },
  },
  {
    row: 'bundles round stones of 18 to 30 mm',
    family: 'bound-frame',
    stones: [cabochon('oval', 25, 18, 6), cabochon('round', 22, 22, 6), cabochon('drop', 30, 20, 6.5)],
    minutes: [20, 75],
    without: { frontBends: [] },
  },
  {
    row: 'bundles round stones of 30 to 45 mm',
    family: 'bound-frame',
    stones: [cabochon('oval', 40, 30, 8), cabochon('drop', 42, 28, 8), puffy(36, 26, 10)],
    minutes: [20, 75],
    without: { backBends: [] },
  },
  {
    row: 'bundles round stones over 45 mm',
    family: 'bound-frame',
    stones: [puffy(50, 35, 12), cabochon('oval', 48, 34, 9), cabochon('oval', 55, 38, 10)],
    minutes: [20, 75],
    without: { frontBends: [] },
  },
  {
    row: 'claws of 6 to 12 mm',
    family: 'corner-claws',
    worn: 'pendant',
    stones: [faceted('cushion', 8, 8, 5), faceted('cushion', 6, 6, 4), faceted('oval', 12, 10, 6.5)],
    minutes: [30, 90],
    without: { claws: 'one side' },
  },
  {
    row: 'claws of 6 to 12 mm on rings',
    family: 'corner-claws',
    worn: 'ring',
    stones: [faceted('cushion', 8, 8, 5), faceted('round', 10, 10, 6.2), faceted('cushion', 12, 12, 7.5)],
    minutes: [30, 90],
    without: { claws: 'one side' },
  },
  {
    row: 'hoops about balls of 6 to 9 mm',
    family: 'twin-hoop',
    worn: 'pendant',
    // below 8 mm the turns of 20 AWG have no room beside each other: thinner wire is proposed, and said to be unusual
    stones: [ball(8.5), ball(8), ball(9)],
    minutes: [15, 60],
    without: { turns: 1 },
  },
  {
    row: 'hoops about balls of 9 to 12 mm',
    family: 'twin-hoop',
    worn: 'pendant',
    stones: [ball(10), ball(11), ball(12)],
    minutes: [15, 60],
    without: { turns: 1 },
  },
  {
    row: 'hoops about balls of 12 to 20 mm',
    family: 'twin-hoop',
    worn: 'pendant',
    stones: [ball(14), ball(16), ball(18)],
    minutes: [15, 60],
    without: { turns: 1 },
  },
  {
    row: 'rings about balls of 12 to 20 mm',
    family: 'twin-hoop',
    worn: 'ring',
    stones: [ball(14), ball(16), ball(18)],
    minutes: [15, 60],
    without: { turns: 1 },
  },
  {
    row: 'rings of loops round cabochons',
    family: 'loop-bezel',
    stones: [cabochon('oval', 30, 22, 6.5), cabochon('oval', 16, 12, 4.5), cabochon('round', 20, 20, 6)],
    minutes: [30, 120],
    without: { over: 0.8 },
  },
  {
    row: 'back wires laced with fine wire',
    family: 'corset-back',
    stones: [point(34, 11), point(28, 9), point(40, 13)],
    minutes: [15, 60],
    without: { foot: 'none', ends: 3 },
  },
]

const planned = (stone: Stone, id: string, options: Options): Plan => {
  const made = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error(JSON.stringify(made.findings))
  return made.plan
}
const named = ({ kind, outline, length, width }: Stone) => `${kind} ${outline} ${length} × ${width}`

describe.each(ROWS)('$row', ({ family: id, worn, stones, minutes, without }) => {
  it.each(stones.slice(0, EACH).map((s) => [named(s), s] as const))(
    '%s: the proposal is what makers take, without a doubt, sound, and as long in making',
    (_, stone) => {
      const options = startingOptions(stone, id, { alloy: 'copper', ...(worn ? { worn } : {}) })!
      const made = planned(stone, id, options)
      expect(strangeness(family(id).habit(stone, 'copper'), options)).toBeLessThanOrEqual(BESIDE)
      expect(made.findings.filter((f) => f.severity === 'doubt').map((f) => f.code)).toEqual([])
      expect(wholeHold(made).verdict).toBe('sound')
      expect(looseCount(made.design, stone)).toBe(0)
      const took = 60 * numberOf(made.cost.hours)
      expect(took).toBeGreaterThan(minutes[0])
      expect(took).toBeLessThan(minutes[1])
      const lacking = plan({
        stone,
        family: id,
        options: { ...options, ...without },
        settings: DEFAULT_SETTINGS,
      })
      if (lacking.ok) expect(wholeHold(lacking.plan).verdict).not.toBe('sound')
    },
    120_000,
  )
})

describe('aims', () => {
  const stone = cabochon('oval', 25, 18, 6)
  const metalFor = (options: Options) => numberOf(planned(stone, 'bound-frame', options).cut.mass)
  const take = (aim: 'usual' | 'easiest' | 'strongest' | 'shows most' | 'least metal') =>
    startingOptions(stone, 'bound-frame', { alloy: 'copper', aim }, undefined, true)!

  it('least metal takes no more than any other, and less than what is usual', () => {
    const least = take('least metal')
    for (const aim of ['usual', 'easiest', 'strongest', 'shows most'] as const)
      expect(metalFor(least)).toBeLessThanOrEqual(metalFor(take(aim)) + 1e-9)
    const habit = family('bound-frame').habit(stone, 'copper')
    const usual = take('usual')
    expect(metalFor(least)).toBeLessThan(0.95 * metalFor(usual))
    expect(strangeness(habit, usual)).toBe(0)
  }, 120_000)

  it('the strongest has the thickest wire of them, the easiest no more wires than another', () => {
    const [strongest, easiest, usual] = [take('strongest'), take('easiest'), take('usual')]
    const thick = (o: Options) => family('bound-frame').bearing(o).size.mm
    expect(thick(strongest)).toBeGreaterThanOrEqual(thick(usual))
    expect(Number(easiest.wires)).toBeLessThanOrEqual(Number(usual.wires))
    expect(thick(easiest)).toBeLessThanOrEqual(thick(usual))
  }, 120_000)

  it('what shows most hides no more of the face than the others', () => {
    const shown = (options: Options) => numberOf(family('bound-frame').face(stone, options))
    for (const aim of ['usual', 'easiest', 'strongest'] as const)
      expect(shown(take('shows most'))).toBeGreaterThanOrEqual(shown(take(aim)) - 1e-9)
  }, 120_000)

  it('what suits the part is taken where no temper is wished; a wished one is', () => {
    expect(take('usual').temper).toBe('dead soft')
    const hard = startingOptions(stone, 'bound-frame', { alloy: 'copper', temper: 'half hard' })!
    expect(hard.temper).toBe('half hard')
    expect(startingOptions(cabochon('oval', 40, 30, 8), 'bound-frame', { alloy: 'copper' })!.temper).toBe(
      'half hard',
    )
  }, 120_000)
})
