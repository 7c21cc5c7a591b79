import { DEFAULT_SETTINGS, family, plan, startingOptions, type CutSpool } from '@verger/core'
import { likeBinds, toHalf } from './marks'

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

describe('a mark', () => {
  it('is laid off to half a millimetre', () => {
    for (let v = 0; v < 40; v += 0.13)
      expect(Math.abs(Number(toHalf(v)) - v)).toBeLessThanOrEqual(0.25 + 1e-9)
  })
})
