import { alloy, wireSize, type AlloyId, type Stock, type Temper } from '../../wire/index.js'
import type { Options } from '../family.js'

/** Sides over which a claw reaches. */
export const CLAWED = ['four sides', 'three sides', 'two sides', 'one side'] as const
export type Clawed = (typeof CLAWED)[number]

/** The choices of corner claws. Lengths in mm. */
export interface ClawOptions {
  readonly mount: 'pendant' | 'ring'
  readonly ring: number
  /** Between the stone's lowest point and the finger's opening. */
  readonly clear: number
  /** How far the seat's and the claws' inner edges lie inside the stone's edge. */
  readonly seat: number
  readonly claw: number
  readonly claws: Clawed
  readonly play: number
  readonly size: string
  readonly clawSize: string
  readonly tieSize: string
  /** Bound length at each corner. */
  readonly tie: number
  readonly alloy: AlloyId
  readonly temper: Temper
  readonly bail: number
  readonly neck: number
  readonly margin: number
}

/** Options of this family out of the general record; the schema has checked them. */
export const readOptions = (options: Options): ClawOptions => options as unknown as ClawOptions

export const seatStock = (o: ClawOptions): Stock => ({
  alloy: o.alloy,
  temper: o.temper,
  profile: 'square',
  size: wireSize(o.size),
})
export const clawStock = (o: ClawOptions): Stock => ({
  alloy: o.alloy,
  temper: o.temper,
  profile: 'half-round',
  size: wireSize(o.clawSize),
})
/** Ties are always of dead-soft round wire: they are drawn tight by hand. */
export const tieStock = (o: ClawOptions): Stock => ({
  alloy: o.alloy,
  temper: 'dead soft',
  profile: 'round',
  size: wireSize(o.tieSize),
})

/** Radius, to the wire's middle, to which a side of this wire is bent: two fifths over its limit, and never under one thickness. */
export const bendRadius = (o: Pick<ClawOptions, 'alloy' | 'temper'>, thickness: number): number =>
  Math.max(thickness, 1.4 * (alloy(o.alloy).bend[o.temper] + 0.5) * thickness)

export const SIDES = ['top', 'right', 'bottom', 'left'] as const
export type Side = (typeof SIDES)[number]

/** The sides that have a claw. */
export const clawSides = (claws: Clawed): readonly Side[] =>
  ({
    'four sides': SIDES,
    'three sides': ['top', 'right', 'left'] as const,
    'two sides': ['top', 'bottom'] as const,
    'one side': ['top'] as const,
  })[claws]
