import { seeded } from '../../../core/src/testing'
import { echoBoth, readLength } from './readLength'

describe('a typed length', () => {
  it('is in millimetres, whatever it was typed in', () => {
    for (const [text, units, mm] of [
      ['30', 'mm', 30],
      ['30,5', 'mm', 30.5],
      ['3 cm', 'in', 30],
      ['1 3/16 in', 'mm', 30.1625],
      ['1 1/4', 'in', 31.75],
      ['30 mm', 'in', 30],
    ] as const)
      expect(readLength(text, units).value).toBeCloseTo(mm, 9)
  })

  it('says what to do where it is none, and keeps no value then', () => {
    for (const [text, words] of [
      ['', /Type a measure/],
      ['wide', /such as 30/],
      ['-3', /below 0/],
      ['0', /more than 0/],
      ['3 mm 2 in', /one unit only|such as/],
    ] as const) {
      const { value, problem } = readLength(text, 'mm')
      expect(value).toBeUndefined()
      expect(problem).toMatch(words)
    }
    expect(readLength('0', 'mm', true)).toEqual({ value: 0 })
  })

  it('is told back in both units, and read again it is the same within a sixteenth or a hundredth', () => {
    const random = seeded(3)
    for (let k = 0; k < 200; k++) {
      const mm = Number((1 + 80 * random()).toFixed(1))
      const told = echoBoth(mm)
      const [metric = '', inches = ''] = told.split(/[=≈]/)
      expect(readLength(metric, 'mm').value).toBeCloseTo(mm, 6)
      const decimal = /\(([\d.]+)\)/.exec(inches)
      if (told.includes('=')) {
        expect(decimal).toBeNull()
        expect(Math.abs(readLength(inches, 'in').value! - mm)).toBeLessThan(0.0501)
      } else {
        // the nearest sixteenth is at most half a sixteenth off; the decimal is near the measure
        expect(Math.abs(readLength(inches.replace(/\(.*/, ''), 'in').value! - mm)).toBeLessThan(
          25.4 / 32 + 0.01,
        )
        expect(Math.abs(Number(decimal![1]) * 25.4 - mm)).toBeLessThan(0.13)
      }
    }
  })
})
