import { DEFAULT_SETTINGS, plan } from '../plan/index'
import { family, type Options } from '../settings/index'
import type { Stone } from '../stone/index'
import { fitRecipe, followsByItself, wishLike } from './ownRecipe'
import { startingOptions } from './startingOptions'

const oval = (length: number, width: number, depth = 6.5): Stone => ({
  kind: 'cabochon',
  outline: 'oval',
  length,
  width,
  depth,
  wall: 1.8,
  mineral: 'agate',
})
const STONE = oval(30, 22)
const proposed = startingOptions(
  STONE,
  'bound-frame',
  { alloy: 'copper', temper: 'half hard' },
  undefined,
  true,
)!
/** As a maker changed it: a wider bail, and all else as proposed. */
const OWN: Options = { ...proposed, bail: Number(proposed.bail) + 1 }
const recipe = (options: Options, stone = STONE) => ({
  family: 'bound-frame',
  options,
  follows: followsByItself(stone, { family: 'bound-frame', options }),
})
const builds = (stone: Stone, options: Options) =>
  plan({ stone, family: 'bound-frame', options, settings: DEFAULT_SETTINGS }).ok

describe('what follows the stone by itself', () => {
  const { follows } = recipe(OWN)
  it('is what is still as proposed, and every place on the outline', () => {
    expect(follows).toEqual(expect.arrayContaining(['frontBends', 'backBends', 'foot']))
    expect(follows).not.toContain('bail')
  })
  it('is nothing that was chosen from a list', () => {
    const lists = family('bound-frame')
      .params(STONE)
      .filter((p) => p.kind === 'choice')
      .map((p) => p.id)
    expect(lists.filter((id) => follows.includes(id))).toEqual([])
  })
})

describe('a recipe of one’s own', () => {
  it('gives the very same for its own stone', () => {
    expect(fitRecipe(recipe(OWN), STONE, DEFAULT_SETTINGS)).toEqual({ options: OWN, gave: [] })
  })

  it.each([oval(32, 24, 7), oval(36, 26, 7), oval(40, 30, 8)])(
    'keeps what the maker set, and works out the rest for another stone: %o',
    (stone) => {
      const { options, gave } = fitRecipe(recipe(OWN), stone, DEFAULT_SETTINGS)!
      expect(gave).toEqual([])
      expect(options).toMatchObject({ bail: OWN.bail, size: OWN.size, alloy: OWN.alloy })
      expect(builds(stone, options)).toBe(true)
      const fresh = startingOptions(stone, 'bound-frame', wishLike(OWN), undefined, true)!
      expect(options.frontBends).toEqual(fresh.frontBends)
    },
  )

  it('lets a figure follow that leaves no room, and says which', () => {
    const wide = { ...OWN, foot: 40 }
    const small = oval(18, 13, 5)
    expect(
      builds(small, { ...startingOptions(small, 'bound-frame', wishLike(OWN), undefined, true)!, foot: 40 }),
    ).toBe(false)
    const found = fitRecipe(
      { ...recipe(OWN), options: wide, follows: ['frontBends', 'backBends'] },
      small,
      DEFAULT_SETTINGS,
    )!
    expect(found.gave).toContain('foot')
    expect(builds(small, found.options)).toBe(true)
  })

  it('is not made for a stone that its setting cannot take', () => {
    const ball: Stone = {
      kind: 'bead',
      form: 'sphere',
      outline: 'round',
      length: 10,
      width: 10,
      depth: 10,
      mineral: 'agate',
    }
    expect(fitRecipe(recipe(OWN), ball, DEFAULT_SETTINGS)).toBeUndefined()
  })
})
