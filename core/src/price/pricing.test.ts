import { evaluate, leaf, numberOf } from '../working/index'
import { leftForTime, paced, priceFormulas, pricing, pricingFormulas, type PieceCosts } from './index'

const metal = leaf('record', 'metal', 2, 'money')
const labour = leaf('record', 'labour', 30, 'money')
const COSTS: PieceCosts = {
  stone: 1000,
  findings: [
    { name: 'clasp', cost: 150 },
    { name: 'beads', cost: 50 },
  ],
  packaging: 100,
  fees: 10,
  method: 'time and materials',
  margin: 25,
  multiple: 4,
}

describe('pricing', () => {
  it('by time and materials: the fees come out of the price, not out of the work', () => {
    const p = pricing({ metal, labour, costs: COSTS })
    // 2 + 10 + 1.5 + 0.5 + 1 = 15 of materials; (15 + 30) × 1.25 = 56.25 is what must be left after 10 %
    expect(numberOf(p.materials)).toBeCloseTo(15, 9)
    expect(numberOf(p.costs)).toBeCloseTo(45, 9)
    expect(numberOf(p.price)).toBeCloseTo(62.5, 9)
    expect(numberOf(p.price) - numberOf(p.fee!)).toBeCloseTo(56.25, 9)
    expect(p.missing).toEqual([])
  })

  it('by a multiple of the materials', () => {
    const p = pricing({ metal, labour, costs: { ...COSTS, method: 'multiple of materials', fees: 0 } })
    expect(numberOf(p.price)).toBeCloseTo(60, 9)
    expect(p.price).toBe(p.byMultiple)
  })

  it('names what is missing instead of taking it for nothing', () => {
    const p = pricing({
      metal,
      labour,
      costs: {
        ...COSTS,
        stone: null,
        packaging: null,
        fees: null,
        findings: [{ name: 'clasp', cost: null }],
      },
    })
    expect(p.missing).toEqual(['stone', 'clasp', 'packaging', 'selling fees'])
    expect(numberOf(p.materials)).toBe(2)
    expect(Object.keys(p.materials.inputs)).toEqual(['wire'])
    expect(p.fee).toBeUndefined()
  })

  it('keeps things of one name apart', () => {
    const p = pricing({
      metal,
      labour,
      costs: {
        ...COSTS,
        findings: [
          { name: 'bead', cost: 100 },
          { name: 'bead', cost: 200 },
        ],
      },
    })
    expect(numberOf(p.materials)).toBeCloseTo(16, 9)
  })

  it('what a sale leaves for the time', () => {
    const p = pricing({ metal, labour, costs: COSTS })
    const left = leftForTime(6250, p)
    expect(numberOf(left)).toBeCloseTo(62.5 - 6.25 - 15, 9)
    expect(evaluate(left, pricingFormulas)).toBeCloseTo(numberOf(left), 12)
  })

  it('refuses fees that eat the whole price', () => {
    expect(() => pricing({ metal, labour, costs: { ...COSTS, fees: 100 } })).toThrow(RangeError)
  })
})

describe('whose hands', () => {
  const minutes = leaf('estimate', 'all', 40, 'min')

  it('a new one takes twice as long as a practised one, a quick one seven tenths, and the working says so', () => {
    expect(numberOf(paced(minutes, 'new'))).toBe(80)
    expect(numberOf(paced(minutes, 'quick'))).toBeCloseTo(28, 9)
    expect(paced(minutes, 'practised')).toBe(minutes)
    expect(evaluate(paced(minutes, 'new'), priceFormulas)).toBe(80)
  })
})
