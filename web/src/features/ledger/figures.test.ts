import type { LedgerRow, Settings } from '@verger/contract'
import { DEFAULT_SETTINGS } from '@verger/core'
import Papa from 'papaparse'
import { figuresOf, ledgerCsv } from './figures'

const settings: Settings = { ...DEFAULT_SETTINGS, rate: 2400, prices: {} }
const costs = {
  stone: 500,
  source: '',
  findings: [{ name: 'Chain', cost: 350 }],
  packaging: 0,
  fees: 0,
  method: 'time and materials' as const,
  margin: 0,
  multiple: 3,
  sold: null as number | null,
}
const piece = (change: Partial<typeof costs>): LedgerRow => ({
  pieceId: 'piece',
  name: 'Red',
  mineral: 'agate',
  family: 'bound-frame',
  alloy: 'copper',
  photo: null,
  finishedAt: '2026-11-20T10:00:00.000Z',
  minutes: 90,
  reckoned: 120,
  metal: 0.8,
  costs: { ...costs, ...change },
  planned: 600,
  used: 610,
  stages: null,
})

describe('figures of a finished piece', () => {
  it('without margin and fees the price is what was spent and worked: an hour and a half at 24 an hour is 36', () => {
    const f = figuresOf(piece({}), settings)
    expect(f.minutes).toBe(90)
    expect(f.labour).toBeCloseTo(36, 9)
    // stone 5.00 and chain 3.50, and a little wire
    expect(f.materials).toBeGreaterThan(8.5)
    expect(f.materials).toBeLessThan(10)
    expect(f.price).toBeCloseTo(f.materials + f.labour, 9)
    expect(f.missing).toEqual([])
  })

  it('sold at its price it leaves what was worked for; fees come out of the price', () => {
    const f = figuresOf(piece({ fees: 20 }), settings)
    expect(f.price * 0.8).toBeCloseTo(f.materials + f.labour, 9)
    const sold = figuresOf(piece({ fees: 20, sold: Math.round(f.price * 100) }), settings)
    expect(sold.left).toBeCloseTo(f.labour, 1)
  })

  it('by the multiple of materials the hours do not count', () => {
    const f = figuresOf(piece({ method: 'multiple of materials' as never }), settings)
    expect(f.price).toBeCloseTo(3 * f.materials, 9)
  })

  it('what was not entered stays empty in the CSV, and is named', () => {
    const f = figuresOf(piece({ packaging: null as never }), settings)
    const [row] = Papa.parse<Record<string, string>>(ledgerCsv([{ ...f, name: 'A "quoted", name' }]), {
      header: true,
    }).data
    expect(row).toMatchObject({ piece: 'A "quoted", name', sold: '', missing: 'packaging', minutes: '90' })
    expect(Number(row!.price)).toBeCloseTo(f.price, 2)
  })
})
