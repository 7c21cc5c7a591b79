import { awg, WIRE_SIZES } from '../wire/index'
import { formatInch, lengthText, mm, newton, parseLength, positive, roundUpCut, type Mm } from './index'

describe('lengths as people type them', () => {
  it.each([
    ['30', 30],
    ['30 mm', 30],
    ['3 cm', 30],
    ['12 m', 12_000],
    ['2,5 metres', 2500],
    ['40 ft', 12_192],
    ['1 3/16 in', 30.1625],
    ['1-3/16"', 30.1625],
    ['1.18"', 29.972],
    ['1.18 inches', 29.972],
    ['22,5', 22.5],
    ['½ in', 12.7],
    ['1½”', 38.1],
    ['  7/8in ', 22.225],
    ['.5 in', 12.7],
  ])('%s is %f mm', (text, value) => {
    const read = parseLength(text)
    expect(read.ok && read.value).toBeCloseTo(value, 9)
  })

  it.each([
    ['', 'empty'],
    ['thirty', 'not-a-length'],
    ['-3', 'negative'],
    ['0', 'zero'],
    ['3 mm 2 in', 'two-units'],
    ['1/0 in', 'not-a-length'],
    ['3 kg', 'not-a-length'],
  ])('%p is refused as %s', (text, problem) => {
    expect(parseLength(text)).toEqual({ ok: false, problem })
  })

  it('reads a bare number in the maker’s own unit', () => {
    expect(parseLength('1', 'in')).toEqual({ ok: true, value: 25.4, unit: 'in' })
  })

  it('says what a rule shows in lowest terms, finer for short lengths, and thousandths of what it does not show', () => {
    expect(formatInch(mm(25.4))).toBe('1 in')
    expect(formatInch(mm(12.7))).toBe('1/2 in')
    expect(formatInch(mm(30))).toBe('1 3/16 in')
    expect(formatInch(mm(10))).toBe('3/8 in')
    expect(formatInch(mm(4))).toBe('5/32 in')
    expect(formatInch(mm(1))).toBe('3/64 in')
    expect(formatInch(mm(0.1))).toBe('0.004 in')
    expect(formatInch(mm(0.2), 16)).toBe('under 1/16 in')
    expect(formatInch(mm(-12.7))).toBe('−1/2 in')
    for (let v = 0.2; v < 60; v += 0.13) {
      const read = parseLength(formatInch(mm(v)))
      const half = 25.4 / 2 / (v < 25.4 / 16 ? 64 : v < 25.4 / 4 ? 32 : 16)
      expect(Math.abs((read.ok ? read.value : NaN) - v)).toBeLessThanOrEqual(half + 1e-9)
    }
  })

  it('rounds cut lengths up, never down', () => {
    for (let v = 100; v < 130; v += 0.37) {
      const up = roundUpCut(mm(v), 5)
      expect(up).toBeGreaterThanOrEqual(v - 1e-6)
      expect(up - v).toBeLessThan(5)
      const inches = roundUpCut(mm(v), 6.35) / 6.35
      expect(inches).toBeCloseTo(Math.round(inches), 9)
    }
    expect(roundUpCut(mm(275), 5)).toBe(275)
  })
})

describe('a length in a field', () => {
  it('reads back as the very same number, whatever it is, in both units', () => {
    let state = 7
    const random = () => (state = (state * 1_103_515_245 + 12_345) & 0x7fffffff) / 0x7fffffff
    for (let k = 0; k < 4000; k++) {
      const value = Number(
        [
          Number((100 * random()).toFixed(k % 4)),
          (Math.ceil(300 * random()) / 64) * 25.4,
          Number((4 * random()).toFixed(k % 5)) * 25.4,
          10 ** (6 * random() - 4),
        ][k % 4]!.toFixed(9),
      )
      for (const units of ['mm', 'in'] as const) {
        const text = lengthText(mm(value), units)
        const read = parseLength(text, units)
        expect({ text, value: read.ok ? read.value : read.problem }).toEqual({
          text,
          value: value === 0 ? 'zero' : value,
        })
      }
    }
  })

  it('in inches is a fraction, a decimal as a caliper shows it, or millimetres that say so', () => {
    expect(lengthText(mm(30.1625), 'in')).toBe('1 3/16 in')
    expect(lengthText(mm(12.7), 'in')).toBe('1/2 in')
    expect(lengthText(mm(25.4), 'in')).toBe('1 in')
    expect(lengthText(mm(29.972), 'in')).toBe('1.18 in')
    expect(lengthText(mm(30), 'in')).toBe('30 mm')
    expect(lengthText(mm(30), 'mm')).toBe('30')
  })
})

describe('branded scalars', () => {
  it('refuses what is not finite or not positive', () => {
    expect(() => mm(NaN)).toThrow(RangeError)
    expect(() => positive(0, 'width')).toThrow('width must be above 0, got 0')
  })

  it('does not take a force for a length', () => {
    const takes = (v: Mm): number => v
    // @ts-expect-error a newton is no millimetre
    expect(takes(newton(3))).toBe(3)
    // @ts-expect-error nor is a bare number
    expect(takes(3)).toBe(3)
  })
})

describe('gauge table', () => {
  it.each([
    [12, 2.053],
    [16, 1.291],
    [18, 1.024],
    [20, 0.812],
    [21, 0.723],
    [22, 0.644],
    [24, 0.511],
    [26, 0.405],
    [28, 0.321],
    [30, 0.255],
  ])('AWG %i is %f mm', (n, d) => {
    expect(awg(n)).toBeCloseTo(d, 3)
  })

  it('halves the section every three gauges, nearly', () => {
    for (let n = 10; n <= 30; n++) expect((awg(n + 3) / awg(n)) ** 2).toBeCloseTo(0.5, 2)
  })

  it('knows every gauge from 10 to 34, exactly', () => {
    for (let n = 10; n <= 34; n++)
      expect(WIRE_SIZES.find((s) => s.label === `${n} AWG`)!.mm).toBe(0.127 * 92 ** ((36 - n) / 39))
  })

  it('stocks thickest first', () => {
    const sizes = WIRE_SIZES.map((s) => s.mm)
    expect([...sizes].sort((a, b) => b - a)).toEqual(sizes)
  })
})
