/**
 * Pull demanded, as multiples of the stone's weight, each at least the one before. A workshop may set its own. Typical, uncited, on the careful
 * side: worn, the swing of a run with a margin (2 to 10); shaken, eight times a second by 8 cm (10 to 40); knocked, met at 1 m/s and stopped
 * within half a millimetre (50 to 200); dropped, from 30 cm, stopped within a millimetre (100 to 500).
 */
export interface Demands {
  readonly worn: number
  readonly shaken: number
  readonly knocked: number
  readonly dropped: number
}
export type DemandId = keyof Demands
export const DEMANDS: Demands = { worn: 5, shaken: 20, knocked: 100, dropped: 300 }
export const DEMAND_IDS = ['worn', 'shaken', 'knocked', 'dropped'] as const satisfies readonly DemandId[]
