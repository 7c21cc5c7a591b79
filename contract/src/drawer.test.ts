import {
  DEFAULT_SETTINGS,
  gramsPerMetre,
  plan,
  wireShapeOf,
  withKeptPrices,
  priceKey,
  startingOptions,
  wireSize,
} from '@verger/core'
import { drawerItemSchema, type DrawerItem } from './index'

const wire = (change: object): Extract<DrawerItem, { kind: 'wire' }> => {
  const item = drawerItemSchema.parse({
    kind: 'wire',
    alloy: 'copper',
    size: '20 AWG',
    profile: 'square',
    temper: 'half hard',
    price: 3200,
    per: 'kg',
    ...change,
  })
  if (item.kind !== 'wire') throw new Error('no wire')
  return item
}

describe('wires in the drawer', () => {
  it('weigh what their section does; a twist holds more wire than it is long', () => {
    expect(gramsPerMetre(wire({}))).toBeCloseTo(0.8118 ** 2 * 8.96, 2)
    expect(gramsPerMetre(wire({ profile: 'flat', size: '1.0 metric', width: 4 }))).toBeCloseTo(4 * 8.96, 1)
    const pair = wire({ profile: 'twisted pair', size: '1.0 metric', pitch: 5 })
    expect(gramsPerMetre(pair)).toBeCloseTo(2 * (Math.PI / 4) * 8.96 * Math.hypot(1, Math.PI / 5), 6)
    // rows from before widths were asked
    expect(wireShapeOf(wire({ profile: 'flat', size: '1.0 metric' }))).toEqual({
      profile: 'flat',
      width: 3,
      height: 1,
    })
  })

  it('their own prices stand beside those of the metal, a metre’s turned into a kilogram’s', () => {
    const key = priceKey({ alloy: 'copper', size: wireSize('20 AWG'), profile: 'square' })
    expect(key.length).toBeLessThanOrEqual(40)
    const rows = [
      wire({ price: null, size: '22 AWG' }),
      wire({ price: 20, per: 'm' }),
      wire({ profile: 'flat', width: 2 }),
    ]
    const prices = withKeptPrices({ copper: 3000 }, rows)
    expect(Object.keys(prices)).toEqual(['copper', key])
    expect(prices[key]! / 100).toBeCloseTo((0.2 * 1000) / gramsPerMetre(rows[1]!), 1)
  })

  it('a plan counts them: twice the price of that wire, twice its cost, the binding’s as before', () => {
    const stone = {
      kind: 'cabochon',
      outline: 'oval',
      length: 30,
      width: 22,
      depth: 7,
      wall: 2,
      mineral: 'labradorite',
    } as const
    const WISH = { alloy: 'copper', temper: 'half hard' }
    const options = startingOptions(stone, 'bound-frame', WISH, undefined, true)!
    const at = (prices: Readonly<Record<string, number>>) => {
      const made = plan({
        stone,
        options,
        family: 'bound-frame',
        settings: { ...DEFAULT_SETTINGS, prices },
      })
      if (!made.ok) throw new Error('not built')
      return made.plan.cut
    }
    const { stock } = at({}).wires[0]!
    const [one, two] = [4000, 8000].map((price) => at({ copper: 3000, [priceKey(stock)]: price }))
    expect(Number(two!.wires[0]!.cost.value) / Number(one!.wires[0]!.cost.value)).toBeCloseTo(2, 9)
    expect(two!.spools[0]!.cost.value).toBe(one!.spools[0]!.cost.value)
  })
})
