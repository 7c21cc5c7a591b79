import { FAMILIES, lengthText, mm, STONE_KINDS } from '@verger/core'
import { seeded } from '../../../../core/src/testing'
import { randomStoneOf } from '../../../../core/src/testingStones'
import { readParam, type NumberParam } from './readParam'

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

  it('opened and left unchanged it is the same number, of every choice of every setting, in both units', () => {
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
              const shown = p.unit === 'mm' ? lengthText(mm(value), units) : String(value)
              expect({ id: p.id, shown, read: readParam(p, shown, units) }).toEqual({
                id: p.id,
                shown,
                read: { value },
              })
              asked++
            }
          }
    expect(asked).toBeGreaterThan(500)
  })
})
