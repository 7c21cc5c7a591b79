import { alloy, type AlloyId, type Temper } from './alloy.js'
import { wireSize } from './gauge.js'
import { sectionAbout, wireInTwist, type WireShape } from './sectionAbout.js'

/** A wire as it lies in the drawer. `size` is a stock label; of flat wire it is the thickness. Lengths mm, price in cents. */
export interface KeptWire {
  readonly alloy: AlloyId
  readonly size: string
  readonly profile: WireShape['profile']
  readonly width?: number | null | undefined
  readonly pitch?: number | null | undefined
  readonly temper: Temper
  readonly price: number | null
  readonly per: 'm' | 'kg'
}

/**
 * The section of a wire that is kept. A width or pitch that its profile needs and that is missing is taken as common: three sizes wide, a
 * twist in five.
 * @example wireShapeOf({ ...kept, profile: 'flat', size: '1.0 metric' }) // { profile: 'flat', width: 3, height: 1 }
 */
export function wireShapeOf({ profile, size, width, pitch }: KeptWire): WireShape {
  const { mm } = wireSize(size)
  switch (profile) {
    case 'flat':
      return { profile, width: width ?? 3 * mm, height: mm }
    case 'twisted pair':
    case 'twisted square':
      return { profile, size: mm, pitch: pitch ?? 5 * mm }
    case 'round':
    case 'square':
    case 'half-round':
      return { profile, size: mm }
    default: {
      const never: never = profile
      throw new RangeError(`unknown profile ${String(never)}`)
    }
  }
}

/** Mass of a metre of a wire that is kept, g: a twisted one holds more wire than it is long. */
export function gramsPerMetre(wire: KeptWire): number {
  const shape = wireShapeOf(wire)
  const twisted = shape.profile === 'twisted pair' || shape.profile === 'twisted square'
  return sectionAbout(shape).area * alloy(wire.alloy).density * (twisted ? wireInTwist(shape, 1) : 1)
}
