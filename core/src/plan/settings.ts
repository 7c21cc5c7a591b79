import { DEFAULT_SCHOOL, type MetalPrices, type Rounding, type School } from '../cut/index.js'
/** What the workshop has set: it decides how lengths and money are said, how wires are cut and which hand leads. */
export interface WorkshopSettings {
  readonly units: 'mm' | 'in'
  readonly rounding: Rounding
  readonly hand: 'right' | 'left'
  readonly money: 'GBP' | 'USD' | 'EUR'
  readonly school: School
  /** Cents per hour. */
  readonly rate: number
  /** Cents per kg by alloy. */
  readonly prices: MetalPrices
}

export const DEFAULT_SETTINGS: WorkshopSettings = {
  units: 'mm',
  rounding: '5 mm',
  hand: 'right',
  money: 'GBP',
  school: DEFAULT_SCHOOL,
  rate: 1800,
  prices: {},
}
