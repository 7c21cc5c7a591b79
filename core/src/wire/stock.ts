import type { AlloyId, Temper } from './alloy.js'
import { alloy } from './alloy.js'
import type { Profile } from './profile.js'
import { section } from './profile.js'
import type { WireSize } from './gauge.js'

/** What a wire is cut from. */
export interface Stock {
  readonly alloy: AlloyId
  readonly temper: Temper
  readonly profile: Profile
  readonly size: WireSize
}

/** Mass per millimetre in g: section area × density. @example massPerMm(round1) // 0.00704 */
export const massPerMm = (stock: Stock): number =>
  (section(stock.profile, stock.size.mm).area * alloy(stock.alloy).density) / 1000

/** Least radius to a wire's middle to which it is bent before it cracks, mm: what its alloy takes inside, and half its thickness. @example leastBend(round1) // 1.1 */
export const leastBend = ({ alloy: metal, temper, size }: Stock): number =>
  (alloy(metal).bend[temper] + 0.5) * size.mm

/** The same stock has the same key: for grouping a cut list by kind. */
export const stockKey = (s: Stock): string => `${s.alloy}|${s.temper}|${s.profile}|${s.size.label}`

/** A size as it is said: a gauge always with its millimetres. @example sizeSaid(wireSize('20 AWG')) // '20 AWG (0.81 mm)' */
export const sizeSaid = ({ label, mm, awg }: WireSize): string =>
  awg === undefined ? `${mm.toFixed(2)} mm` : `${label} (${mm.toFixed(2)} mm)`

/** In the trade's words. @example stockName(square20) // 'copper 20 AWG (0.81 mm) square, half hard' */
export const stockName = (s: Stock): string => `${s.alloy} ${sizeSaid(s.size)} ${s.profile}, ${s.temper}`
