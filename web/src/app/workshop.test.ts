import { echoBoth, readLength } from '../ui/readLength'
import { markLength, sayIn, sayLength, sayMoney } from './workshop'

describe('how the workshop says its figures', () => {
  it('lengths in millimetres, or in inches as a rule shows them; what is finer than a rule in thousandths', () => {
    expect(sayLength(30, { units: 'mm' })).toBe('30.0 mm')
    expect(sayLength(25.4 * 1.1875, { units: 'in' })).toBe('1 3/16 in')
    expect(sayLength(30, { units: 'in' })).toBe('1 3/16 in')
    expect(sayLength(165, { units: 'in' }, 0)).toBe('6 1/2 in')
    expect(sayLength(1, { units: 'in' })).toBe('3/64 in')
    expect(sayLength(0.1, { units: 'in' })).toBe('0.004 in')
    expect(sayLength(0.81, { units: 'in' }, 2)).toBe('0.032 in')
    expect(sayLength(25.4 / 32, { units: 'in' }, 2)).toBe('1/32 in')
  })

  it('sentences of the check in the same unit', () => {
    const said = 'Rattles 0.1 mm. Weakest way out: backward, about 580 g of pull.'
    expect(sayIn(said, { units: 'mm' })).toBe(said)
    expect(sayIn(said, { units: 'in' })).toBe(said.replace('0.1 mm', '0.004 in'))
    expect(sayIn('A rod of 12.7 mm.', { units: 'in' })).toBe('A rod of 1/2 in.')
  })

  it('beside a dimension line without the unit, or with the mark of inches', () => {
    expect(markLength(30, { units: 'mm' })).toBe('30.0')
    expect(markLength(12.7, { units: 'in' })).toBe('1/2″')
    expect(markLength(30, { units: 'in' })).toBe('1 3/16″')
  })

  it('money the British and the American way', () => {
    expect(sayMoney(1234.5, 'GBP')).toBe('£1,234.50')
    expect(sayMoney(1234.5, 'USD')).toBe('$1,234.50')
    expect(sayMoney(1234.5, 'EUR')).toBe('€1,234.50')
  })

  it('a typed length is read in the workshop’s unit unless it names its own, and says what is wrong', () => {
    expect(readLength('30', 'mm')).toEqual({ value: 30 })
    expect(readLength('1/2', 'in').value).toBeCloseTo(12.7, 9)
    expect(readLength('3 cm', 'in').value).toBeCloseTo(30, 9)
    expect(readLength('0', 'mm').problem).toMatch(/more than 0/)
    expect(readLength('0', 'mm', true)).toEqual({ value: 0 })
    expect(readLength('thirty', 'mm').problem).toMatch(/Type a length such as/)
  })

  it('a length is echoed in both units: equal only where it is', () => {
    expect(echoBoth(25.4)).toBe('25.4 mm = 1 in')
    expect(echoBoth(30)).toBe('30.0 mm ≈ 1 3/16 in (1.18)')
  })
})
