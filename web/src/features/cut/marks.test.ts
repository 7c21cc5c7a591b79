import {
  DEFAULT_SETTINGS,
  FAMILIES,
  family,
  numberOf,
  plan,
  startingOptions,
  type CutSpool,
} from '@verger/core'
import { ruleOf } from '../../ui/rule'
import { laidOff, likeBinds } from './marks'

const STONE = {
  kind: 'cabochon',
  outline: 'round',
  length: 20,
  width: 20,
  depth: 6,
  wall: 2,
  mineral: 'agate',
} as const

describe('what is wound from a spool', () => {
  it('is told once for all like links, which are only numbered, and by its own name elsewhere', () => {
    const options = startingOptions(STONE, 'loop-bezel', { alloy: 'copper' }, undefined, true)!
    const made = plan({ stone: STONE, family: 'loop-bezel', options, settings: DEFAULT_SETTINGS })
    if (!made.ok) throw new Error('no plan')
    const [spool] = made.plan.cut.spools as readonly [CutSpool]
    const each = Number(options.loops) / 2 - 1
    expect(likeBinds(spool, family('loop-bezel').text.joints).map((b) => b.name)).toEqual([
      `link behind, 1 to ${each}`,
      `link in front, 1 to ${each}`,
      'neck',
      'bail',
    ])
    // without names of their own every bind stands by itself
    expect(likeBinds(spool, {})).toHaveLength(spool.binds.length)
  })
})

const FITTING = FAMILIES.filter((f) => f.fits(STONE).every((x) => x.severity !== 'error')).map((f) => f.id)

describe.each(FITTING)('marks on the wires of a %s', (id) => {
  const options = startingOptions(STONE, id, { alloy: 'copper' }, undefined, true)!
  const made = plan({ stone: STONE, family: id, options, settings: DEFAULT_SETTINGS })

  it.each([
    ['half millimetres', ruleOf('mm'), 0.5],
    ['sixteenths', ruleOf('in', 16), 25.4 / 16],
    ['thirty-seconds', ruleOf('in', 32), 25.4 / 32],
  ] as const)('lie on a rule of %s, and their two places add up as they are told', (_, rule, step) => {
    if (!made.ok) throw new Error('no plan')
    for (const wire of made.plan.cut.wires) {
      const middle = wire.marks.find((m) => m.at === 'middle')
      for (const mark of wire.marks) {
        const { fromEnd, fromMiddle } = laidOff(mark, wire, rule)
        expect(Math.abs(fromEnd / step - Math.round(fromEnd / step))).toBeLessThan(1e-9)
        // off by both roundings at most
        expect(Math.abs(fromEnd - numberOf(mark.fromEnd))).toBeLessThanOrEqual(step + 1e-9)
        if (fromMiddle === undefined) continue
        expect(Math.abs(fromMiddle - numberOf(mark.fromMiddle!))).toBeLessThanOrEqual(step / 2 + 1e-9)
        expect(Math.abs(fromEnd - laidOff(middle!, wire, rule).fromEnd)).toBeCloseTo(fromMiddle, 9)
      }
    }
  })
})
