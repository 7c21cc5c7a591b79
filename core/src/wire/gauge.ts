import { mm, type Mm } from '../units/index.js'

/**
 * Diameter of American Wire Gauge n: d = 0.127 mm × 92^((36 − n)/39) (ASTM B258 definition). Whole or half numbers 0 to 40.
 * @throws RangeError outside 0 to 40
 * @example awg(20) // 0.812
 */
export function awg(n: number): Mm {
  if (!(n >= 0 && n <= 40)) throw new RangeError(`AWG must be 0 to 40, got ${n}`)
  return mm(0.127 * 92 ** ((36 - n) / 39))
}

/**
 * Imperial standard wire gauge, thousandths of an inch, from No. 0 to No. 40: set as a table, no formula (the British legal standard of
 * 1884). Another gauge than the American: a bare number is ambiguous.
 */
const SWG_MILS = [
  324, 300, 276, 252, 232, 212, 192, 176, 160, 144, 128, 116, 104, 92, 80, 72, 64, 56, 48, 40, 36, 32, 28, 24,
  22, 20, 18, 16.4, 14.8, 13.6, 12.4, 11.6, 10.8, 10, 9.2, 8.4, 7.6, 6.8, 6, 5.2, 4.8,
] as const

/** Diameter of British standard wire gauge n, whole numbers 0 to 40. @throws RangeError for another number @example swg(20) // 0.914 */
export function swg(n: number): Mm {
  const mils = SWG_MILS[n]
  if (mils === undefined) throw new RangeError(`SWG must be a whole number from 0 to 40, got ${n}`)
  return mm((mils * 25.4) / 1000)
}

/** The gauge numbers nearest to a thickness, in both gauges, with how thick they are. @example nearestGauges(0.9).swg.n // 20 */
export function nearestGauges(thickness: number): {
  readonly awg: { readonly n: number; readonly mm: number }
  readonly swg: { readonly n: number; readonly mm: number }
} {
  const nearest = (of: (n: number) => number) => {
    let best = 0
    for (let n = 1; n <= 40; n++) if (Math.abs(of(n) - thickness) < Math.abs(of(best) - thickness)) best = n
    return { n: best, mm: of(best) }
  }
  return { awg: nearest(awg), swg: nearest(swg) }
}

/** A stock size: a gauge number or a metric size, always with its millimetres. */
export interface WireSize {
  readonly label: string
  readonly mm: number
  readonly awg?: number
}

const METRIC = [0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.0, 1.2, 1.5, 2.0] as const
/** Gauges that most sellers keep: what is proposed is of these. */
const COMMON = [12, 14, 16, 18, 19, 20, 21, 22, 24, 26, 28, 30] as const
const [THICKEST, THINNEST] = [10, 34] as const

/** Sizes that are sold as wire: every AWG from 10 to 34 and the metric ones, thickest first. */
export const WIRE_SIZES: readonly WireSize[] = [
  ...Array.from({ length: THINNEST - THICKEST + 1 }, (_, i): WireSize => {
    const n = THICKEST + i
    return { label: `${n} AWG`, mm: awg(n), awg: n }
  }),
  ...METRIC.map((d) => ({ label: `${d.toFixed(1)} metric`, mm: d })),
].sort((a, b) => b.mm - a.mm)

/** Sizes by gauge that most sellers keep, thickest first: what is proposed without being asked for. */
export const COMMON_SIZES: readonly WireSize[] = WIRE_SIZES.filter((s) => COMMON.some((n) => n === s.awg))

/** By what sellers count wire: American gauge numbers, or millimetres. */
export const SERIES = ['AWG', 'metric'] as const
export type Series = (typeof SERIES)[number]

/** Sizes that sellers of a series keep, thickest first. @example sizesOf('metric')[0].label // '2.0 metric' */
export const sizesOf = (series: Series): readonly WireSize[] =>
  series === 'AWG' ? COMMON_SIZES : WIRE_SIZES.filter((s) => s.awg === undefined)

/** A stock size by its label. @throws RangeError when no such size is stocked. */
export function wireSize(label: string): WireSize {
  const found = WIRE_SIZES.find((s) => s.label === label)
  if (!found) throw new RangeError(`no wire size "${label}"`)
  return found
}
