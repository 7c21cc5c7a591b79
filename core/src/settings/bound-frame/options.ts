import { twistedSpan } from '../../design/index.js'
import type { Stock } from '../../wire/index.js'
import { alloy, wireSize, type AlloyId, type Profile, type Temper } from '../../wire/index.js'
import type { Options } from '../family.js'
import type { FootForm } from './foot.js'
import { wovenFoot, type FootBind, type WovenFoot } from './wovenFoot.js'

/** How closely the outer wires are twisted. */
export const TWISTS = ['no', 'open', 'tight'] as const
export type Twisting = (typeof TWISTS)[number]
/** Length of one turn of the twist, in thicknesses of the wire. */
const PITCH = { open: 8, tight: 5 } as const

/** The choices of a bound frame. Lengths in mm, `leave` in degrees before the top, places as clock hours. */
export interface BoundFrameOptions {
  readonly wires: number
  readonly size: string
  readonly profile: 'square' | 'round'
  readonly alloy: AlloyId
  readonly temper: Temper
  /** The front and the rear wire, twisted in opposite senses; square wire only. */
  readonly twist: Twisting
  readonly binding: 'half-round' | 'round'
  readonly bindingSize: string
  readonly foot: number
  readonly footBind: FootBind
  readonly footForm: FootForm
  /** Between binding and stone in the middle of the foot. */
  readonly footGap: number
  readonly neck: number
  readonly leave: number
  readonly neckRadius: number
  readonly frontBends: readonly number[]
  readonly frontOverlap: number
  readonly backBends: readonly number[]
  readonly backOverlap: number
  readonly bail: number
  readonly tail: number
  /** How many ends are curled, from the front wire's on, and where the first pair lies. */
  readonly swirls: '0' | '2' | '4' | 'every end'
  readonly swirlPlace: 'above' | 'on the shoulders'
  /** Hour on the right at which the front wire's tails are led over the edge and tied; mirrored on the left. */
  readonly tailOver: 'no' | '1' | '1.5' | '2' | '2.5' | '3'
  /** Diameter of a bead in the gap above the stone, mm; 0 for none. */
  readonly bead: number
  /** Diameter of a ball held in a coil of the front wire's right end, mm; 0 for none. */
  readonly ball: number
  readonly margin: number
}

/** What plans that were saved before these choices existed have for them. */
export const BEFORE = {
  twist: 'no',
  footBind: 'bound',
  footForm: 'arc',
  footGap: 0,
  swirls: 'every end',
  swirlPlace: 'above',
  tailOver: 'no',
  bead: 0,
  ball: 0,
} as const

/** Options of this family out of the general record; the schema has checked them. */
export const readOptions = (options: Options): BoundFrameOptions =>
  ({ ...BEFORE, ...options }) as unknown as BoundFrameOptions

export const frameStock = (o: BoundFrameOptions): Stock => ({
  alloy: o.alloy,
  temper: o.temper,
  profile: o.profile,
  size: wireSize(o.size),
})

/** Binding is always taken dead soft: it is wound tight by hand. */
export const bindingStock = (o: BoundFrameOptions): Stock => ({
  alloy: o.alloy,
  temper: 'dead soft',
  profile: o.binding as Profile,
  size: wireSize(o.bindingSize),
})

/** Length of one turn of the outer wires' twist, mm; none where they are plain. */
export const twistPitch = (o: Pick<BoundFrameOptions, 'twist' | 'profile' | 'size'>): number | undefined =>
  o.twist === 'no' || o.profile !== 'square' ? undefined : PITCH[o.twist] * wireSize(o.size).mm

/** Width of the outer wires as they lie: across the corners where they are twisted. */
export const acrossOuter = (o: Pick<BoundFrameOptions, 'twist' | 'profile' | 'size'>): number =>
  twistPitch(o) === undefined ? wireSize(o.size).mm : twistedSpan(wireSize(o.size).mm)

/** How the outer wires touch: a twisted one with its corners, as a round one would. */
export const touching = (o: Pick<BoundFrameOptions, 'twist' | 'profile' | 'size'>): 'square' | 'round' =>
  twistPitch(o) === undefined ? o.profile : 'round'

/** The weave at the foot; undefined where it is bound. */
export const wovenOf = (
  o: Pick<BoundFrameOptions, 'footBind' | 'wires' | 'size' | 'bindingSize'>,
): WovenFoot | undefined =>
  o.footBind === 'bound'
    ? undefined
    : wovenFoot({
        weave: o.footBind,
        wires: o.wires,
        base: wireSize(o.size).mm,
        weaver: wireSize(o.bindingSize).mm,
      })

/** Least centreline radius of a bend in this wire: its limit of inside radius over thickness, and half the thickness. */
export const leastBend = (o: Pick<BoundFrameOptions, 'alloy' | 'temper' | 'size'>): number =>
  (alloy(o.alloy).bend[o.temper] + 0.5) * wireSize(o.size).mm

/** Radius that retaining bends are planned for: two fifths over the limit, and never under one thickness. */
export const bendRadius = (o: Pick<BoundFrameOptions, 'alloy' | 'temper' | 'size'>): number =>
  Math.max(wireSize(o.size).mm, 1.4 * leastBend(o))
