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

/** A stock size: a gauge number or a metric size, always with its millimetres. */
export interface WireSize {
  readonly label: string
  readonly mm: number
  readonly awg?: number
}

const METRIC = [0.3, 0.4, 0.5, 0.6, 0.8, 0.9, 1.0, 1.2] as const
const GAUGES = [12, 14, 16, 18, 19, 20, 21, 22, 24, 26, 28, 30] as const

/** Sizes that are sold as wire: AWG 12 to 30 and the metric ones, thickest first. */
export const WIRE_SIZES: readonly WireSize[] = [
  ...GAUGES.map((n) => ({ label: `${n} AWG`, mm: Number(awg(n).toFixed(3)), awg: n })),
  ...METRIC.map((d) => ({ label: `${d.toFixed(1)} metric`, mm: d })),
].sort((a, b) => b.mm - a.mm)

/** A stock size by its label. @throws RangeError when no such size is stocked. */
export function wireSize(label: string): WireSize {
  const found = WIRE_SIZES.find((s) => s.label === label)
  if (!found) throw new RangeError(`no wire size "${label}"`)
  return found
}
