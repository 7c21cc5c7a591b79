import { FAMILIES } from '../settings/index'
import { gatherList } from './gatherList'
import { plan, type Plan } from './plan'
import { DEFAULT_SETTINGS } from './settings'
import { examplesOf } from '../testingPlans'

const words = { stone: 'the stone', units: 'mm' as const, length: (mm: number) => `${mm.toFixed(1)} mm` }
const planned = (family: string, at = 0): Plan => {
  const { stone, options } = examplesOf(family).sound[at]!
  const result = plan({ stone, family, options, settings: DEFAULT_SETTINGS })
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  return result.plan
}

describe('what to lay ready', () => {
  it.each(FAMILIES.map((f) => f.id))('%s: every size of wire once, and no tool that no step uses', (id) => {
    const made = planned(id)
    const list = gatherList(made, words)
    expect(new Set(list.map((g) => `${g.as} ${g.what}`)).size).toBe(list.length)
    const wires = list.filter((g) => g.as === 'wires').length
    const sizes = [...made.cut.wires, ...made.cut.spools].map(({ stock }) => JSON.stringify(stock))
    expect(wires).toBe(new Set(sizes).size)
    const kinds = made.design.operations.map((o) => o.kind)
    const has = (what: string) => list.some((g) => g.what === what)
    expect(has('Round-nose pliers')).toBe(
      ['bend', 'roll', 'hook', 'curl'].some((k) => kinds.some((x) => x === k)),
    )
    expect(has('Masking tape')).toBe(made.design.operations.some((o) => o.hold?.on === 'tape'))
    // wherever wire is cut eyes are protected
    expect(has('Flush cutter') && has('Eye protection')).toBe(true)
  })

  it('names each rod by its size, and in an inch workshop as a fraction', () => {
    const made = planned('twin-hoop', 1)
    const winds = made.design.operations.filter((o) => o.kind === 'wind')
    const rods = gatherList(made, words).filter((g) => g.what.startsWith('Rod of'))
    for (const { values } of winds)
      expect(rods.map((r) => r.what)).toContain(`Rod of ${Number(values.rod).toFixed(1)} mm`)
    const inches = gatherList(made, { ...words, units: 'in' })
    expect(inches.find((g) => g.what.startsWith('Mandrel'))!.what).toMatch(/^Mandrel of \d+\/\d+ in/)
  })

  it('lists no file where all wire is filled or plated', () => {
    const { stone, options } = examplesOf('twin-hoop').sound[0]!
    const filed = (alloy: string) => {
      const result = plan({
        stone,
        family: 'twin-hoop',
        options: { ...options, alloy, temper: 'dead soft' },
        settings: DEFAULT_SETTINGS,
      })
      if (!result.ok) throw new Error(JSON.stringify(result.findings))
      return gatherList(result.plan, words).some((g) => g.what === 'Fine file')
    }
    expect(filed('copper')).toBe(true)
    expect(filed('gold-filled')).toBe(false)
  })
})
