import { fullStone } from '../../stone/index'
import { COMMON_SIZES, section, WIRE_SIZES, wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import {
  count,
  gauge,
  leavesOf,
  length,
  METAL,
  nearestSize,
  oneOf,
  paramsOf,
  proposed,
  readChoices,
  startOf,
  stockOf,
  thicker,
} from './choices'
import { benchMovesOf, candidatesOf, movesOf, searched, spaceOf } from './searching'

const stone = fullStone({
  kind: 'faceted',
  outline: 'oval',
  length: 20,
  width: 10,
  depth: 6,
  mineral: 'topaz',
})
const wish = { alloy: 'copper', temper: 'half hard' }

const choices = {
  // a fifth of the smaller side to begin with, tried at a tenth and a third of it
  reach: length('hold', [0, 4], {
    start: ({ small }) => small / 5,
    search: { share: [0.05, 0.4], tries: [0.1, 0.333] },
    mend: { move: 'farther', by: [0.5, 3] },
    met: 'bend',
  }),
  turns: count('hold', 'turns', (s) => [2, s.length > 15 ? 9 : 5], {
    start: 4,
    mend: { move: 'more', by: [2] },
  }),
  press: length('hold', [0, 1], { step: 0.05, start: 0.3, mend: { move: 'press', to: 0, risk: 'edge' } }),
  back: oneOf('hold', ['open', 'closed'], { mend: { move: 'close', to: 'closed' }, before: 'open' }),
  size: gauge('wire', 'square', [0.6, 1.1], {
    start: '20 AWG',
    takes: 200,
    search: { among: () => ['18 AWG', '20 AWG'] },
  }),
  fine: gauge('wire', 'round', [0.2, 0.5], {
    temper: 'dead soft',
    start: ({ mm }) => nearestSize(mm('size') * 0.4, [0.2, 0.5], {}),
  }),
  ...METAL,
}

describe('choices declared once', () => {
  it('as params: ranges by the stone, sizes by their thickness, words as they are', () => {
    const params = Object.fromEntries(paramsOf(choices, stone).map((p) => [p.id, p]))
    expect(params.turns).toMatchObject({ kind: 'integer', min: 2, max: 9, step: 1, unit: 'turns' })
    expect(paramsOf(choices, { ...stone, length: 12 }).find((p) => p.id === 'turns')).toMatchObject({
      max: 5,
    })
    expect(params.reach).toMatchObject({ kind: 'number', min: 0, max: 4, step: 0.1, unit: 'mm' })
    expect(params.back).toMatchObject({ values: ['open', 'closed'], before: 'open' })
    const { size } = params
    if (size?.kind !== 'choice') throw new Error('a size is chosen from a list')
    const widths = size.values.map((label) => wireSize(label).mm)
    expect(Math.min(...widths)).toBeGreaterThanOrEqual(0.6)
    expect(Math.max(...widths)).toBeLessThanOrEqual(1.1)
  })

  it('first values follow from the stone, the wish and each other, and keep what is decided on its step', () => {
    const begun = startOf(choices, stone, wish, {})
    // a fifth of 10 mm; two fifths of 0.81 mm is 0.32: 28 AWG
    expect(begun).toMatchObject({
      reach: 2,
      turns: 4,
      back: 'open',
      size: '20 AWG',
      fine: '28 AWG',
      margin: 6,
    })
    const other = startOf(choices, stone, wish, { size: '18 AWG', reach: 1.234, turns: 99 })
    // two fifths of 1.02 mm is 0.41: 26 AWG
    expect(other).toMatchObject({ size: '18 AWG', fine: '26 AWG', reach: 1.2, turns: 9 })
  })

  it('options saved before a choice came are read with what it stands for', () => {
    expect(readChoices({ back: choices.back, press: choices.press }, { press: 0.2 })).toEqual({
      back: 'open',
      press: 0.2,
    })
  })

  it('a wire is its stock, and a figure of its thickness', () => {
    const options = startOf(choices, stone, wish, {})
    expect(stockOf(choices, options, 'size')).toMatchObject({ temper: 'half hard', profile: 'square' })
    // what is drawn tight by hand has a temper of its own
    expect(stockOf(choices, options, 'fine')).toMatchObject({ temper: 'dead soft', profile: 'round' })
    expect(() => stockOf(choices, options, 'reach')).toThrow(RangeError)
    const leaves = leavesOf(choices, readChoices(choices, options))
    expect(numberOf(leaves.size)).toBeCloseTo(wireSize('20 AWG').mm, 9)
    expect(leaves.back).toMatchObject({ value: 'open', unit: 'word' })
  })

  it('sizes: those that sellers keep, and the maker’s own beside them', () => {
    const rare = WIRE_SIZES.find((x) => x.mm > 0.6 && x.mm < 1.1 && !COMMON_SIZES.includes(x))!
    expect(proposed([0.6, 1.1], {})).not.toContain(rare.label)
    expect(proposed([0.6, 1.1], { kept: [rare.label] })).toContain(rare.label)
    // who buys by the millimetre is offered nothing by gauge
    const metric = proposed([0.6, 1.1], { series: 'metric' })
    expect(metric.map((label) => wireSize(label).mm)).toEqual([1, 0.9, 0.8, 0.7, 0.6])
    expect(nearestSize(0.83, [0.6, 1.1], { series: 'metric' })).toBe('0.8 metric')
    // a range between two sizes: the nearest of all
    expect(nearestSize(0.84, [0.82, 0.86], { series: 'metric' })).toBe('0.8 metric')
    const next = thicker(choices.size, '20 AWG')
    expect(next[0]!.mm).toBeGreaterThan(wireSize('20 AWG').mm)
    expect(Math.max(...next.map((s) => s.mm))).toBeLessThanOrEqual(1.1)
  })
})

describe('what a search makes of them', () => {
  it('lists come before the lengths that may hang on them', () => {
    expect(searched(choices)).toEqual(['size', 'reach'])
  })

  it('first tries: each listed wire, the lightest first, with the shares of the smaller side in turn', () => {
    const groups = candidatesOf(choices, stone, wish)
    expect(groups.map((g) => g.options()[0]!.size)).toEqual(['20 AWG', '18 AWG'])
    // 200 mm of it
    expect(groups[0]!.wire).toBeCloseTo(200 * section('square', wireSize('20 AWG').mm).area, 9)
    expect(groups[0]!.options().map((o) => o.reach)).toEqual([1, 3.3])
    // what follows from the wire follows
    expect(groups[1]!.options()[0]!.fine).toBe('26 AWG')
  })

  it('its space reaches from one end of each share to the other, as much longer at each step as it is long', () => {
    const space = spaceOf(choices, stone, wish)
    expect(space.dimensions).toBe(2)
    const reach = (u: number) => space.at([0, u])!.reach
    expect([reach(0), reach(0.5), reach(1)]).toEqual([
      0.5,
      Number((10 * Math.sqrt(0.05 * 0.4)).toFixed(1)),
      4,
    ])
    expect([space.at([0, 0])!.size, space.at([0.99, 0])!.size]).toEqual(['18 AWG', '20 AWG'])
    const settled = space.settled({ ...space.at([0, 0])!, size: '20 AWG', reach: 1.26 })
    expect(settled).toMatchObject({ size: '20 AWG', reach: 1.3, fine: '28 AWG' })
  })

  it('mends: steps within the range, a word that is not so yet, the next thicker sizes', () => {
    const options = startOf(choices, stone, wish, { reach: 2 })
    const moves = movesOf(choices, stone, options)
    const of = (id: string) => moves.filter((m) => m.id === id).map((m) => Object.values(m.change)[0])
    // 2 + 3 is more than 4
    expect(of('farther')).toEqual([2.5])
    expect(of('more')).toEqual([6])
    expect(of('close')).toEqual(['closed'])
    expect(of('thicker-size')).toEqual(['19 AWG', '18 AWG'])
    // the fine wire is not searched, and half hard is already there
    expect(moves.some((m) => m.id === 'thicker-fine' || m.id === 'harder')).toBe(false)
    expect(movesOf(choices, stone, { ...options, back: 'closed' }).some((m) => m.id === 'close')).toBe(false)
    // with the stone in only what says so
    expect(benchMovesOf(choices, options)).toEqual([
      { id: 'press', change: { press: 0 }, values: { by: 0.3 }, risk: 'edge', wire: 0 },
    ])
    expect(benchMovesOf(choices, { ...options, press: 0 })).toEqual([])
  })
})
