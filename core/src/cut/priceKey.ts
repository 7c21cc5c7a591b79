import type { Stock } from '../wire/index.js'

/**
 * Prices of wire in cents per kg, by alloy id, or by `priceKey` where that very wire has a price of its own; missing ones are estimated.
 */
export type MetalPrices = Readonly<Record<string, number>>

/** Key of one wire's own price, whatever its temper. @example priceKey(square20) // 'copper|20 AWG|square' */
export const priceKey = (stock: Pick<Stock, 'alloy' | 'profile' | 'size'>): string =>
  `${stock.alloy}|${stock.size.label}|${stock.profile}`
