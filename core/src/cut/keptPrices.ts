import { gramsPerMetre, wireSize, type KeptWire, type Profile } from '../wire/index.js'
import { priceKey, type MetalPrices } from './priceKey.js'

const PLAIN: readonly string[] = ['round', 'square', 'half-round'] satisfies Profile[]

/**
 * Prices of the very wires that are kept beside those of their metals, in cents per kg, as plans count with them: the last laid in counts
 * where there are two of one kind.
 * @example Object.keys(withKeptPrices({ copper: 3000 }, [kept])) // ['copper', 'copper|20 AWG|square']
 */
export function withKeptPrices(prices: MetalPrices, kept: readonly KeptWire[]): Record<string, number> {
  const out: Record<string, number> = { ...prices }
  for (const wire of kept) {
    if (wire.price === null || !PLAIN.includes(wire.profile)) continue
    const key = priceKey({
      alloy: wire.alloy,
      size: wireSize(wire.size),
      profile: wire.profile as Profile,
    })
    out[key] = Math.round(wire.per === 'kg' ? wire.price : (1000 * wire.price) / gramsPerMetre(wire))
  }
  return out
}
