/** A section of wire with all that shapes it, mm. Flat wire is wider than high; a pitch is the length of one full twist. */
export type WireShape =
  | { readonly profile: 'round' | 'square' | 'half-round'; readonly size: number }
  | { readonly profile: 'flat'; readonly width: number; readonly height: number }
  | { readonly profile: 'twisted pair' | 'twisted square'; readonly size: number; readonly pitch: number }

/**
 * How the wire lies as it is bent: `flat` the easy way, over its broad or flat side; `edge` the hard way, sideways; `corner` over a
 * corner (square only).
 */
export type BendAxis = 'flat' | 'edge' | 'corner'

/** What a section is worth in bending about one axis. Lengths mm. */
export interface BendSection {
  readonly area: number
  /** Second moment, mm⁴. */
  readonly inertia: number
  /** Plastic modulus, mm³. */
  readonly plastic: number
  /** Extent in the direction of bending: what its outer skin is strained over. */
  readonly thickness: number
}

const HALF_ROUND_PLASTIC = 0.35398 // of r³: the line that halves the area lies 0.4040 r above the flat

/**
 * Area, second moment and plastic modulus about the chosen axis. Round πd²/4, πd⁴/64, d³/6; square a², a⁴/12, a³/4, over a corner
 * a³√2/6; half-round of radius r over its flat 0.1098 r⁴, 0.354 r³, sideways πr⁴/8, 2r³/3; flat w × h its rectangle either way. A
 * twisted pair is two rounds that slide on each other (the low side: with friction or solder it is stiffer). A square twisted about
 * its own axis turns every way within a pitch: second moment as before, plastic modulus that of its weakest way.
 * @throws RangeError for a size, width, height or pitch that is not above 0
 * @example sectionAbout({ profile: 'square', size: 1 }, 'corner').plastic // 0.2357
 */
export function sectionAbout(shape: WireShape, axis: BendAxis = 'flat'): BendSection {
  for (const [name, value] of Object.entries(shape))
    if (typeof value === 'number' && !(value > 0 && Number.isFinite(value)))
      throw new RangeError(`the wire's ${name} must be above 0, got ${value}`)
  switch (shape.profile) {
    case 'round': {
      const d = shape.size
      return {
        area: (Math.PI * d ** 2) / 4,
        inertia: (Math.PI * d ** 4) / 64,
        plastic: d ** 3 / 6,
        thickness: d,
      }
    }
    case 'square': {
      const a = shape.size
      const corner = axis === 'corner'
      return {
        area: a ** 2,
        inertia: a ** 4 / 12,
        plastic: corner ? (a ** 3 * Math.SQRT2) / 6 : a ** 3 / 4,
        thickness: corner ? a * Math.SQRT2 : a,
      }
    }
    case 'half-round': {
      const r = shape.size / 2
      const area = (Math.PI * r ** 2) / 2
      return axis === 'edge'
        ? { area, inertia: (Math.PI * r ** 4) / 8, plastic: (2 * r ** 3) / 3, thickness: 2 * r }
        : {
            area,
            inertia: (Math.PI / 8 - 8 / (9 * Math.PI)) * r ** 4,
            plastic: HALF_ROUND_PLASTIC * r ** 3,
            thickness: r,
          }
    }
    case 'flat': {
      const [w, h] = axis === 'edge' ? [shape.height, shape.width] : [shape.width, shape.height]
      return { area: w * h, inertia: (w * h ** 3) / 12, plastic: (w * h ** 2) / 4, thickness: h }
    }
    case 'twisted pair': {
      const one = sectionAbout({ profile: 'round', size: shape.size })
      return {
        area: 2 * one.area,
        inertia: 2 * one.inertia,
        plastic: 2 * one.plastic,
        thickness: shape.size,
      }
    }
    case 'twisted square':
      return sectionAbout({ profile: 'square', size: shape.size }, 'corner')
    default: {
      const never: never = shape
      throw new RangeError(`unknown profile ${JSON.stringify(never)}`)
    }
  }
}

/** Radius at which a square's outer parts run when it is twisted about its own axis, as a share of its side: an estimate until a sample is measured. */
const TWISTED_SQUARE_RADIUS = 1 / Math.sqrt(6)

/**
 * Straight wire that goes into a twisted length: L0 = L √(1 + (2πr/pitch)²), r = d/2 for a pair (exact for a helix), a/√6 for one
 * square about its own axis (an estimate: its middle stays straight). Each strand of a pair needs that much.
 * @throws RangeError for a pitch or size not above 0, a length below 0, or an untwisted profile
 * @example wireInTwist({ profile: 'twisted pair', size: 0.6, pitch: 3 }, 100) // 118.1 each
 */
export function wireInTwist(shape: WireShape, length: number): number {
  if (shape.profile !== 'twisted pair' && shape.profile !== 'twisted square')
    throw new RangeError(`a ${shape.profile} wire is not twisted`)
  sectionAbout(shape)
  if (!(length >= 0)) throw new RangeError(`the length must not be below 0, got ${length}`)
  const r = shape.profile === 'twisted pair' ? shape.size / 2 : shape.size * TWISTED_SQUARE_RADIUS
  return length * Math.hypot(1, (2 * Math.PI * r) / shape.pitch)
}
