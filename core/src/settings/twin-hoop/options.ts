import { alloy, wireSize, type AlloyId, type Profile, type Stock, type Temper } from '../../wire/index.js'
import type { Options } from '../family.js'

/** The choices of two hoops. Lengths in mm, `leave` in degrees before the top. */
export interface TwinHoopOptions {
  readonly mount: 'ring' | 'pendant'
  /** Inside diameter of the ring. */
  readonly ring: number
  /** Wires of the shank. */
  readonly shank: number
  /** How far the stone stands into the finger's opening. */
  readonly bulge: number
  /** Inside diameters of the near hoop, at the shank or the bail, and of the far one. */
  readonly seat: number
  readonly hoop: number
  readonly play: number
  readonly turns: number
  readonly size: string
  readonly shankSize: string
  readonly alloy: AlloyId
  readonly temper: Temper
  readonly bail: number
  readonly neck: number
  readonly leave: number
  readonly binding: 'half-round' | 'round'
  readonly bindingSize: string
  /** Hoops and carriers each a wire, or all of it worked from one. */
  readonly work: 'several wires' | 'one wire'
  readonly margin: number
}

/** What plans that were saved before this choice existed have for it. */
export const BEFORE = { work: 'several wires' } as const

/** Options of this family out of the general record; the schema has checked them. */
export function readOptions(options: Options): TwinHoopOptions {
  const o = { ...BEFORE, ...options } as unknown as TwinHoopOptions
  // one wire is as thick in its hoops as in its shank, which is a single one
  return o.work === 'one wire' ? { ...o, size: o.shankSize, shank: 1 } : o
}

const round = (o: TwinHoopOptions, size: string): Stock => ({
  alloy: o.alloy,
  temper: o.temper,
  profile: 'round',
  size: wireSize(size),
})
export const hoopStock = (o: TwinHoopOptions): Stock => round(o, o.size)
export const shankStock = (o: TwinHoopOptions): Stock => round(o, o.shankSize)

/** Binding is always taken dead soft: it is wound tight by hand. */
export const bindingStock = (o: TwinHoopOptions): Stock => ({
  alloy: o.alloy,
  temper: 'dead soft',
  profile: o.binding as Profile,
  size: wireSize(o.bindingSize),
})

/** Wires that carry the hoops: a pendant hangs in one. */
export const carriers = (o: Pick<TwinHoopOptions, 'mount' | 'shank'>): number =>
  o.mount === 'ring' ? o.shank : 1

/** Radius by which a carrier's end is turned back over a coil: over it, and no tighter than its wire bends. */
export const hookRadius = (o: TwinHoopOptions): number =>
  Math.max((wireSize(o.size).mm + wireSize(o.shankSize).mm) / 2, 1.05 * leastBend(o, o.shankSize))

/** Radius by which a shank turns into its far hoop where all is one wire. */
export const turnRadius = (o: TwinHoopOptions): number =>
  Math.max(1.5 * wireSize(o.shankSize).mm, 1.6 * leastBend(o, o.shankSize))

/** Least centreline radius of a bend in round wire of this size: its limit of inside radius over thickness, and half the thickness. */
export const leastBend = (o: Pick<TwinHoopOptions, 'alloy' | 'temper'>, size: string): number =>
  (alloy(o.alloy).bend[o.temper] + 0.5) * wireSize(size).mm
