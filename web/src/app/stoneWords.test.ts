import { BEAD_FORMS, OUTLINE_KINDS, STONE_KINDS, stoneErrors } from '@verger/core'
import { seeded } from '../../../core/src/testing'
import { randomStoneOf } from '../../../core/src/testingStones'
import { FORM_WORDS, KIND_WORDS, OUTLINE_WORDS, shapeName, sizeName } from './stoneWords'

describe('stones in words', () => {
  it('every kind, outline and form has words of its own', () => {
    for (const [list, words] of [
      [STONE_KINDS, KIND_WORDS],
      [OUTLINE_KINDS, OUTLINE_WORDS],
      [BEAD_FORMS, FORM_WORDS],
    ] as const) {
      const said = list.map((id) => (words as Readonly<Record<string, string>>)[id])
      expect(said.every((w) => w !== undefined && w.length > 3)).toBe(true)
      expect(new Set(said).size).toBe(list.length)
    }
  })

  it('names say outline and kind, and never a form that is not there', () => {
    expect(shapeName({ kind: 'cabochon', outline: 'oval' })).toBe('oval cabochon')
    expect(shapeName({ kind: 'faceted', outline: 'square' })).toBe('square faceted stone')
    expect(shapeName({ kind: 'bead', outline: 'round', form: 'sphere' })).toBe('sphere')
    expect(shapeName({ kind: 'bead', outline: 'round', form: 'tube' })).toBe('tube bead')
    expect(shapeName({ kind: 'bead', outline: 'round' })).toBe('bead')
    expect(shapeName({ kind: 'crystal', outline: 'round' })).toBe('crystal')
  })

  it('measures stand in a row, each once and as long as they are', () => {
    const random = seeded(9)
    for (const kind of STONE_KINDS)
      for (let k = 0; k < 6; k++) {
        const stone = randomStoneOf(kind, random)
        if (stoneErrors(stone).length > 0) continue
        const said = sizeName(stone).replace('⌀ ', '').replace(' mm', '').split(' × ').map(Number)
        const measures = [stone.length, stone.width, stone.depth]
        for (const v of said) expect(measures.some((m) => Math.abs(m - v) < 0.006)).toBe(true)
        // a measure that is not said is equal to one that is
        for (const m of measures) expect(said.some((v) => Math.abs(m - v) < 0.006)).toBe(true)
        expect(said.length).toBeLessThanOrEqual(3)
      }
  })
})
