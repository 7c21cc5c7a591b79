import { DEMANDS, type Demands } from '../hold/index.js'
import type { Experience } from '../price/index.js'
import type { Series } from '../wire/index.js'
import {
  DEFAULT_SCHOOL,
  type CuttingWishes,
  type MetalPrices,
  type Rounding,
  type School,
} from '../cut/index.js'

/** What the workshop has set: it decides how lengths and money are said, how wires are cut and which hand leads. */
export interface WorkshopSettings {
  readonly units: 'mm' | 'in'
  readonly rounding: Rounding
  /** By what its wire is bought: sizes of that series are proposed. */
  readonly series: Series
  readonly hand: 'right' | 'left'
  readonly money: 'GBP' | 'USD' | 'EUR'
  readonly school: School
  /** Whose hands: times of a practised maker are scaled by it. */
  readonly experience: Experience
  /** Cents per hour. */
  readonly rate: number
  /** Cents per kg by alloy. */
  readonly prices: MetalPrices
  /** What a setting is asked to bear, as multiples of the stone's weight. */
  readonly demands: Demands
  /** Share of the stone's face that wire may lie before, %. */
  readonly hidden: number
  /** Weight that one earring may have, g. */
  readonly ear: number
  /** How wire is cut from the rack. */
  readonly rack: CuttingWishes
  /** One piece in so many may run short: of a wire that is cut whole, of one that can be joined. */
  readonly runShort: { readonly whole: number; readonly joined: number }
  /** When what was learned of a technique or a kind of work was forgotten: older pieces teach it nothing. */
  readonly forgot: Readonly<Record<string, string>>
  /** Minutes that one sits at the bench, and after which one is told to rest. */
  readonly sitting: number
  readonly rest: number
}

/** Commonly a third is felt to be much; hoops lie wholly before the stone. Our choice. */
export const MOST_HIDDEN = 40

/** What a pierced ear bears for a day without being pulled: typical, uncited (4 to 12 g). */
const MOST_ON_EAR = 7

/** Shorter ends of wire are good for hardly anything, mm. Our choice. */
const KEPT = 60

export const DEFAULT_SETTINGS: WorkshopSettings = {
  units: 'mm',
  rounding: '5 mm',
  series: 'AWG',
  hand: 'right',
  money: 'GBP',
  school: DEFAULT_SCHOOL,
  experience: 'practised',
  rate: 1800,
  prices: {},
  demands: DEMANDS,
  hidden: MOST_HIDDEN,
  ear: MOST_ON_EAR,
  rack: { keep: KEPT, useShorts: true, keepLongest: false },
  runShort: { whole: 200, joined: 20 },
  forgot: {},
  sitting: 90,
  rest: 40,
}
