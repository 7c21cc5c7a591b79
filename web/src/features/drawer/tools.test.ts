import type { DrawerRow } from '@verger/contract'
import { awg } from '@verger/core'
import { hasWire, perMetre, roundTools, throughBead } from './tools'

const row = (item: DrawerRow['item']): DrawerRow => ({ id: 'x', version: 1, item })
const wire = {
  kind: 'wire',
  alloy: 'copper',
  size: '20 AWG',
  profile: 'square',
  temper: 'half hard',
  price: 3200,
  per: 'kg',
} as const

describe('the drawer', () => {
  it('rods, steps and jaws, each size by itself, jaws as flat ones; a cone is nobody’s nearest', () => {
    const rows = [
      row({ kind: 'tool', type: 'rod', name: 'Rods', sizes: [3, 4] }),
      row({ kind: 'tool', type: 'stepped pliers', name: 'Pliers', sizes: [5] }),
      row({ kind: 'tool', type: 'jaws', name: 'Flat', sizes: [6] }),
      row({ kind: 'tool', type: 'cone', name: 'Mandrel', sizes: [12, 24] }),
      row(wire),
    ]
    expect(roundTools(rows).map((t) => [t.across, t.flat ?? false])).toEqual([
      [3, false],
      [4, false],
      [5, false],
      [6, true],
    ])
  })

  it('knows wire by its size and, where asked, its metal', () => {
    const rows = [row(wire)]
    expect(hasWire(rows, '20 AWG')).toBe(true)
    expect(hasWire(rows, '20 AWG', 'copper')).toBe(true)
    expect(hasWire(rows, '20 AWG', 'brass')).toBe(false)
    expect(hasWire(rows, '21 AWG')).toBe(false)
  })

  it('a price a kilogram and a price a metre are one price', () => {
    // 4 g a metre at 32.00 a kilogram: 12.8 hundredths a metre
    expect(perMetre(wire, 4)).toBeCloseTo(12.8, 9)
    expect(perMetre({ ...wire, price: 15, per: 'm' }, 4)).toBe(15)
    expect(perMetre({ ...wire, price: null }, 4)).toBeNull()
  })

  it('wires through a bead: as many as fit and no more', () => {
    for (const hole of [0.4, 0.8, 1.2, 1.8, 2.5])
      for (const { gauge, wires } of throughBead(hole)) {
        // so many lie in a circle no smaller than their area, and one wire is no thicker than the hole
        expect(wires * awg(gauge) ** 2).toBeLessThanOrEqual(hole ** 2)
        expect(awg(gauge)).toBeLessThan(hole)
      }
    expect(throughBead(0.2)).toEqual([])
    expect(throughBead(1.8).find((t) => t.gauge === 20)?.wires).toBe(3) // 2.155 × 0.812 = 1.75
  })
})
