/** Systems of ring sizes. */
export const RING_SYSTEMS = ['US', 'UK', 'ISO', 'Japan'] as const
export type RingSystem = (typeof RING_SYSTEMS)[number]

/**
 * Which table each system is taken from. Published tables differ from each other by up to a tenth of a millimetre or half a size: a
 * mandrel is trusted before any of them.
 */
export const RING_TABLES: Readonly<Record<RingSystem, string>> = {
  US: 'inside diameter 11.63 mm + 0.8128 mm (0.032 in) a size, as commonly published; tables differ by about 0.1 mm',
  UK: 'inside circumference 40 mm at C and 1.25 mm a letter, as commonly published for BS 6820; older letters differ by up to half a size',
  ISO: 'the size is the inside circumference in mm (ISO 8653)',
  Japan: 'inside diameter 13 mm at size 1 and 1/3 mm a size, as commonly published',
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'

/** What a typed size means, or why it means nothing. */
export type RingSize =
  | { readonly ok: true; readonly size: number }
  | { readonly ok: false; readonly problem: 'not-a-size' | 'out-of-range' }

/** Smallest and largest inside diameter that is taken for a ring, and one that is commonly met, for a finger that nobody measured yet; mm. Typical, uncited. */
export const RING_RANGE = { least: 10, most: 27, common: 17.3 } as const

/**
 * Reads a size as typed: numbers with halves and quarters ("7", "7 1/2", "7.25", "7½"), British letters with halves ("N", "N½", "N 1/2",
 * "Z+2"); the number that the system counts by, where A is 0 for British letters.
 * @example parseRingSize('UK', 'N½') // { ok: true, size: 13.5 }
 */
export function parseRingSize(system: RingSystem, text: string): RingSize {
  const clean = text
    .trim()
    .toUpperCase()
    .replace('½', ' 1/2')
    .replace('¼', ' 1/4')
    .replace('¾', ' 3/4')
    .replace(',', '.')
  let size: number
  if (system === 'UK') {
    const found = /^([A-Z])(?:\s*\+\s*(\d+))?(?:\s*(?:1\/2|\.5))?$/.exec(clean)
    if (!found) return { ok: false, problem: 'not-a-size' }
    size = LETTERS.indexOf(found[1]!) + Number(found[2] ?? 0) + (/(1\/2|\.5)$/.test(clean) ? 0.5 : 0)
  } else {
    const found = /^(\d+(?:\.\d+)?)(?:\s+([13])\/([24]))?$/.exec(clean)
    if (!found) return { ok: false, problem: 'not-a-size' }
    size = Number(found[1]) + (found[2] ? Number(found[2]) / Number(found[3]) : 0)
  }
  const inside = ringDiameter(system, size)
  return inside >= RING_RANGE.least && inside <= RING_RANGE.most
    ? { ok: true, size }
    : { ok: false, problem: 'out-of-range' }
}

/** Inside diameter of a size, mm, by the table named in `RING_TABLES`. @example ringDiameter('US', 7) // 17.32 */
export function ringDiameter(system: RingSystem, size: number): number {
  switch (system) {
    case 'US':
      return 11.63 + 0.8128 * size
    case 'UK':
      return (40 + 1.25 * (size - 2)) / Math.PI
    case 'ISO':
      return size / Math.PI
    case 'Japan':
      return 13 + (size - 1) / 3
    default: {
      const never: never = system
      throw new RangeError(`unknown ring system ${String(never)}`)
    }
  }
}

/** The size of an inside diameter, not rounded. @example ringSize('Japan', 17) // 13 */
export function ringSize(system: RingSystem, inside: number): number {
  switch (system) {
    case 'US':
      return (inside - 11.63) / 0.8128
    case 'UK':
      return (inside * Math.PI - 40) / 1.25 + 2
    case 'ISO':
      return inside * Math.PI
    case 'Japan':
      return 1 + 3 * (inside - 13)
    default: {
      const never: never = system
      throw new RangeError(`unknown ring system ${String(never)}`)
    }
  }
}

/** A size as it is said in its system: US in quarters, British in half letters, ISO in half millimetres, Japanese in whole ones. */
export function ringSizeName(system: RingSystem, inside: number): string {
  const size = ringSize(system, inside)
  const step = system === 'US' ? 0.25 : system === 'Japan' ? 1 : 0.5
  const near = Math.round(size / step) * step
  if (system !== 'UK') {
    const whole = Math.floor(near)
    const rest = { 0.25: '¼', 0.5: '½', 0.75: '¾' }[near - whole] ?? ''
    return near < 0 ? 'under 0' : system === 'ISO' ? near.toFixed(1).replace('.0', '') : `${whole}${rest}`
  }
  const whole = Math.floor(near)
  if (whole < 0) return 'under A'
  const half = near - whole === 0.5 ? '½' : ''
  return whole < LETTERS.length ? `${LETTERS[whole]!}${half}` : `Z+${whole - LETTERS.length + 1}${half}`
}

/** Widths up to this need nothing added; from there on a shank of 10 mm wants as much as a half US size. Typical, uncited. */
const NARROW = 4
const WIDE_MOST = 0.5
/** A shank thicker than this is felt at the sides of the finger. Typical, uncited. */
const THIN = 1.8

/**
 * What a wide or thick shank wants on top of the size, mm of inside diameter: nothing up to 4 mm of width, growing to 0.4 mm at 10 mm; a
 * tenth of what is over 1.8 mm of thickness. Typical, uncited: try it with a strip of paper as wide as the shank.
 * @example ringAllowance({ width: 7, thickness: 1.5 }) // 0.203
 */
export function ringAllowance({
  width,
  thickness,
}: {
  readonly width: number
  readonly thickness: number
}): number {
  const wide = Math.max(0, Math.min(2, (width - NARROW) / 6)) * WIDE_MOST * 0.8128
  return wide + 0.1 * Math.max(0, thickness - THIN)
}
