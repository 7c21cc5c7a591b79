import { FAMILIES, STONE_KINDS } from '@verger/core'
import { seeded } from '../../../../core/src/testing'
import { randomStoneOf } from '../../../../core/src/testingStones'
import { readParam, shownParam, type NumberParam } from './readParam'

const gap = { id: 'gap', group: 'g', kind: 'number', unit: 'mm', min: 0.5, max: 40, step: 0.5 } as const

describe('a number typed at Plan', () => {
  it.each([
    ['1,5', 'mm', 1.5],
    ['1.5', 'mm', 1.5],
    ['1/16 in', 'mm', 1.5875],
    ['1/16', 'in', 1.5875],
    ['3 mm', 'in', 3],
    ['0,5 cm', 'mm', 5],
  ] as const)('%s in a workshop of %s is %d mm', (text, units, value) => {
    expect(readParam(gap, text, units)).toEqual({ value: expect.closeTo(value, 9) })
  })

  it('is never clamped in silence: out of range it says its limits, and what was typed', () => {
    for (const [text, units] of [
      ['0.1', 'mm'],
      ['41', 'mm'],
      ['2', 'in'],
    ] as const) {
      const read = readParam(gap, text, units)
      expect('problem' in read && read.problem).toMatch(/^This can be from .+ to .+; .+ is not taken\.$/)
    }
    expect(readParam(gap, 'wide', 'mm')).toHaveProperty('problem')
    expect(readParam(gap, '', 'mm')).toHaveProperty('problem')
    const wires = { ...gap, kind: 'integer', unit: 'wires', min: 3, max: 6, step: 1 } as const
    expect(readParam(wires, '3,5', 'mm')).toEqual({ problem: 'Type a whole number.' })
    expect(readParam(wires, '4 wires', 'mm')).toEqual({ value: 4 })
  })

  it('as it is shown it reads as the same number, of every choice of every setting: in inches to what a rule shows', () => {
    const random = seeded(5)
    const stones = Array.from({ length: 60 }, (_, i) =>
      randomStoneOf(STONE_KINDS[i % STONE_KINDS.length]!, random),
    )
    let asked = 0
    for (const f of FAMILIES)
      for (const stone of stones.filter((s) => f.fits(s).every((x) => x.severity !== 'error')))
        for (const p of f
          .params(stone)
          .filter((x): x is NumberParam => x.kind === 'number' || x.kind === 'integer'))
          for (let k = 0; k < 6; k++) {
            const steps = Math.floor(random() * ((p.max - p.min) / p.step))
            const value = Number((p.min + steps * p.step).toFixed(3))
            for (const units of ['mm', 'in'] as const) {
              const shown = shownParam(p, value, units)
              const read = readParam(p, shown, units)
              // at its very limits the rounding of inches may lie outside
              if (units === 'in' && 'problem' in read) continue
              const off = 'value' in read ? Math.abs(read.value - value) : Infinity
              const inches = Math.abs(value) / 25.4
              const half = 12.7 / (inches < 1 / 16 ? 64 : inches < 1 / 4 ? 32 : 16)
              expect({
                id: p.id,
                shown,
                near: off <= (units === 'mm' || p.unit !== 'mm' ? 0 : half + 1e-9),
              }).toEqual({
                id: p.id,
                shown,
                near: true,
              })
              asked++
            }
          }
    expect(asked).toBeGreaterThan(500)
  })
})
