import type { RackRow, Settings } from '@verger/contract'
import { gramsPerMetre, lengthOnSpool } from '@verger/core'
import { sayWire } from '../../app/workshop.js'
import { readNumber } from '../../ui/readLength.js'
import { stockOf } from './things.js'

const MM_PER_FOOT = 304.8

/** The wire on a spool from what is typed of its weights: its length where it can be told, what is wrong, and the working in the workshop's own unit. */
export function weighing(
  stock: RackRow['stock'],
  typed: { readonly mass: string; readonly empty: string },
  settings: Settings,
): {
  readonly mass: number
  readonly empty: number
  readonly length?: number
  readonly said: string
  readonly wrong: boolean
} {
  const [mass, empty] = [readNumber(typed.mass), readNumber(typed.empty)]
  const metre = gramsPerMetre({ ...stock, price: null, per: 'm' })
  const per =
    settings.units === 'mm'
      ? `${metre.toFixed(2)} g a metre`
      : `${((metre * MM_PER_FOOT) / 1000).toFixed(2)} g a foot`
  if (!(empty >= 0 && mass >= empty)) {
    const wrong = typed.mass.trim() !== '' && typed.empty.trim() !== ''
    return {
      mass,
      empty,
      wrong,
      said: wrong ? 'With its wire it weighs more than without: look at both.' : `It weighs ${per}.`,
    }
  }
  const shape = { profile: stock.profile, size: stockOf(stock).size.mm }
  const length = lengthOnSpool({ mass, empty, shape, alloy: stock.alloy })
  return {
    mass,
    empty,
    wrong: false,
    length,
    said: `(${mass} g − ${empty} g) ÷ ${per} = ${sayWire(length, settings)}`,
  }
}
