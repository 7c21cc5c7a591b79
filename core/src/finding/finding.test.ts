import { parseLength } from '../units/index'
import { clockPlace, fill, inUnits } from './index'

const said = (text: string): number[] =>
  [...text.matchAll(/([\d/ ]+ in)/g)].map(([, length]) => {
    const read = parseLength(length!.trim())
    return read.ok ? read.value : NaN
  })

describe('templates', () => {
  it('are filled, to the decimals that they ask; a name that has no value is refused', () => {
    expect(fill('{a:1} mm, {b}', { a: 2, b: 'two' })).toBe('2.0 mm, two')
    expect(fill('{a/2:2}', { a: 3 })).toBe('1.50')
    expect(() => fill('{c}', { a: 2 })).toThrow(/"c"/)
  })

  it('say an hour of the clock as a place, to the quarter', () => {
    expect(fill('near {hour:clock}', { hour: 4 })).toBe('near 4 o’clock')
    expect([0, 12, 11.9, 0.7, 6.3, 7.55, 11.74].map(clockPlace)).toEqual([
      '12 o’clock',
      '12 o’clock',
      '12 o’clock',
      'quarter to 1',
      'quarter past 6',
      'half past 7',
      'quarter to 12',
    ])
  })

  it('stay in millimetres there, and say inches with the millimetres beside them elsewhere', () => {
    expect(inUnits('{a:1} mm', { a: 10 }, 'mm')).toBe('{a:1} mm')
    expect(inUnits('{a:1} mm wide', { a: 10 }, 'in')).toBe('3/8 in (10.0 mm) wide')
    // a word in a length's place is left alone
    expect(inUnits('{a} mm', { a: 'few' }, 'in')).toBe('{a} mm')
  })

  it('say a half so that two of them are the whole that was said', () => {
    for (let v = 1; v < 90; v += 0.37) {
      const [whole, half] = said(inUnits('{a:1} mm, {a/2:1} mm', { a: v }, 'in')) as [number, number]
      expect(2 * half).toBeCloseTo(whole, 9)
      expect(Math.abs(half - v / 2)).toBeLessThanOrEqual(25.4 / 64)
    }
  })
})
