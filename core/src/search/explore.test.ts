import { FAMILIES, family, optionsSchema, type Options } from '../settings/index'
import type { Stone } from '../stone/index'
import { seeded } from '../testing'
import { explore } from './explore'
import { askOf, draft, gramsOf, isMade, judge, LIMITS, soundAtOnce } from './judge'
import { examplesOf, isSlow, usualWish } from '../testingPlans'

const points = (n: number, dimensions: number, random: () => number) =>
  Array.from({ length: n }, () => Array.from({ length: dimensions }, random))

describe.each(FAMILIES.map((f) => f.id))('the space of %s', (id) => {
  const chosen = family(id)
  const wish = usualWish(id)

  it('has only what may be chosen, the same each time, and much of it can be built', () => {
    const random = seeded(41)
    let built = 0
    let asked = 0
    const [stones, each] = isSlow(id) ? [2, 10] : [4, 20]
    for (let k = 0; k < stones; k++) {
      const stone = examplesOf(id).stone(random)
      const space = chosen.space(stone, wish)
      const ask = askOf(chosen, stone, LIMITS, false)
      const schema = optionsSchema(chosen.params(stone))
      for (const at of points(each, space.dimensions, random)) {
        const options = space.at(at)
        if (!options) continue
        asked++
        expect({ options, said: schema.safeParse(options).error?.issues ?? [] }).toEqual({
          options,
          said: [],
        })
        expect(space.at(at)).toEqual(options)
        expect(space.settled(options)).toEqual(options)
        if (isMade(draft(ask, options))) built++
      }
    }
    expect(asked).toBeGreaterThan((stones * each) / 2)
    expect(built).toBeGreaterThan(asked / 20)
  })

  it('its ends are built of the least and the most: each number changes what it is said to', () => {
    const stone = examplesOf(id).sound[0]!.stone
    const space = chosen.space(stone, wish)
    const changed = new Set<string>()
    const middle = new Array<number>(space.dimensions).fill(0.45)
    const base = space.at(middle)!
    for (let k = 0; k < space.dimensions; k++)
      for (const u of [0, 0.2, 0.8, 0.999]) {
        const other = space.at(middle.map((v, i) => (i === k ? u : v)))
        if (!other) continue
        for (const [option, value] of Object.entries(other))
          if (JSON.stringify(value) !== JSON.stringify(base[option])) changed.add(option)
      }
    for (const option of space.varies) expect([...changed]).toContain(option)
  })

  it('what follows from the size of a wire changes with it, and what is decided stays', () => {
    const stone = examplesOf(id).sound[0]!.stone
    const space = chosen.space(stone, wish)
    const sizes = chosen.params(stone).find((p) => p.id === 'size')!
    const labels = sizes.kind === 'choice' ? sizes.values.filter((v) => /^(18|22|24|28|30) AWG$/.test(v)) : []
    expect(labels.length).toBeGreaterThan(1)
    const base = space.at(new Array<number>(space.dimensions).fill(0.45))!
    const followed = labels.map((size) => {
      const settled = space.settled({ ...base, size })
      for (const option of space.varies)
        expect(settled[option]).toEqual(option === 'size' ? size : base[option])
      return JSON.stringify({ ...settled, size: '' })
    })
    expect(new Set(followed).size).toBeGreaterThan(1)
  })

  it('a quick no is a no: what is not sound at once is not sound, and what is, is', () => {
    const random = seeded(17)
    const { stone, options: good } = examplesOf(id).sound[0]!
    const ask = askOf(chosen, stone, LIMITS, false)
    const list: Options[] = [good]
    const most = isSlow(id) ? 2 : 6
    for (let k = 0; k < 60 && list.length < most; k++) {
      const options = examplesOf(id).random(stone, wish, random)
      if (isMade(draft(ask, options))) list.push(options)
    }
    let sound = 0
    for (const options of list) {
      const made = draft(ask, options)
      if (!isMade(made)) continue
      const [quick, slow] = [soundAtOnce(ask, made), judge(ask, made)]
      expect({ options, sound: quick.barrier === undefined }).toEqual({
        options,
        sound: slow.barrier === undefined,
      })
      if (!slow.barrier) sound++
    }
    expect(sound).toBeGreaterThan(0)
  }, 120_000)
})

describe('exploring', () => {
  const id = 'corner-claws'
  const wish = usualWish(id)
  const chosen = family(id)
  const { stone, options } = examplesOf(id).sound[0]!
  const ask = askOf(chosen, stone, LIMITS, false)
  const space = chosen.space(stone, wish)
  const grams = (o: Options): number => {
    const made = draft(ask, o)
    return isMade(made) ? gramsOf(ask, made) : NaN
  }

  it('ends with something sound that is no heavier than what it began with', () => {
    const from = { first: [options], others: [] }
    const found = explore(ask, space, from, () => true)!
    expect(found.sound).toBe(true)
    expect(grams(found.options)).toBeLessThanOrEqual(grams(options))
    const made = draft(ask, found.options)
    expect(isMade(made) && judge(ask, made).barrier).toBeUndefined()
  }, 120_000)

  it('keeps to what is allowed, the same each time; where nothing is, there is no answer', () => {
    const only = (o: Options) => o.size === '20 AWG'
    const found = explore(ask, space, { first: [], others: [] }, only)!
    expect(found.options.size).toBe('20 AWG')
    expect(explore(ask, space, { first: [], others: [] }, only)).toEqual(found)
    expect(explore(ask, space, { first: [options], others: [] }, () => false)).toBeUndefined()
  }, 120_000)

  it('calls nothing sound that is not, judged whole: not even where a push asked first ends elsewhere', () => {
    const other: Stone = { ...stone, outline: 'cut-corner', length: 15.6, width: 14.1, depth: 8.3 }
    const sizes = { size: '24 AWG', clawSize: '24 AWG', tieSize: '30 AWG', tie: 1.5, neck: 5 }
    const only = { ...options, ...sizes, mount: 'pendant', play: 0.05, seat: 0.5, claw: 1 }
    const mine = askOf(chosen, other, LIMITS, false)
    const made = draft(mine, only)
    if (!isMade(made)) throw new Error('not built')
    const found = explore(
      mine,
      chosen.space(other, wish),
      { first: [only], others: [] },
      (o) => JSON.stringify(o) === JSON.stringify(only),
    )!
    expect(found.options).toEqual(only)
    expect(found.sound).toBe(judge(mine, made).barrier === undefined)
  }, 120_000)

  it('ends where everything hides more of the face than it may, with no answer', () => {
    const strict = { ...ask, limits: { ...LIMITS, hidden: 0.01 } }
    expect(explore(strict, space, { first: [options], others: [] }, () => true)).toBeUndefined()
  }, 120_000)
})
