import { alloy, type AlloyId, type Temper } from './alloy.js'
import { WIRE_SIZES, type WireSize } from './gauge.js'
import { sectionAbout, type BendAxis, type WireShape } from './sectionAbout.js'

/** Distance from the bend at which it is pushed, mm: a thumb on a free end; the length of pliers' handles against their jaws. */
const LEVER = { hand: 25, pliers: 60 } as const
/** What a push of so many newtons feels like, from 0 up; typical, uncited. */
const FELT = [
  [0.4, 'a fingertip does it'],
  [1.6, 'easy with the fingers'],
  [5, 'firm, thumbs get tired'],
  [14, 'hard by hand, take pliers'],
  [Infinity, 'too stiff to bend by hand'],
] as const
export type Felt = (typeof FELT)[number][1]

/**
 * Push that bends a wire to stay bent, low and high end of its yield, N: plastic moment over the lever (25 mm by hand, 60 mm with
 * pliers). The felt word is for the high end.
 * @example bendingForce({ profile: 'round', size: 0.8 }, 'copper', 'half hard').hand // [0.58, 0.89]
 */
export function bendingForce(
  shape: WireShape,
  metal: AlloyId,
  temper: Temper,
  axis: BendAxis = 'flat',
): {
  readonly hand: readonly [number, number]
  readonly pliers: readonly [number, number]
  readonly felt: Felt
} {
  const { plastic } = sectionAbout(shape, axis)
  const [low, high] = alloy(metal).yield[temper]
  const by = (lever: number): readonly [number, number] => [(plastic * low) / lever, (plastic * high) / lever]
  const hand = by(LEVER.hand)
  return { hand, pliers: by(LEVER.pliers), felt: FELT.find(([most]) => hand[1] < most)![1] }
}

export type Likeness = 'stiffness' | 'strength' | 'weight'

/** A wire of one of the plain profiles, as something is compared with. */
export interface PlainWire {
  readonly profile: 'round' | 'square' | 'half-round'
  readonly size: number
  readonly alloy: AlloyId
  readonly temper: Temper
}

/** Stiffness EI in N mm², strength sy Z at the low yield in N mm, weight in g a metre. */
export function worthOf({ profile, size, alloy: id, temper }: PlainWire, like: Likeness): number {
  const s = sectionAbout({ profile, size })
  const metal = alloy(id)
  if (like === 'stiffness') return metal.modulus * s.inertia
  return like === 'strength' ? metal.yield[temper][0] * s.plastic : s.area * metal.density
}

const POWER: Readonly<Record<Likeness, number>> = { stiffness: 4, strength: 3, weight: 2 }

/** Another wire that is as stiff, as strong or as heavy: its exact size, the nearest that is sold, and how far that is off. */
export interface Equivalent {
  readonly exact: number
  readonly sold: WireSize
  /** What the sold size is worth against the wire it stands for: 1.1 is a tenth more. */
  readonly ratio: number
}

/**
 * Size at which a wire of another profile, metal or temper is worth the same: stiffness goes with the size's fourth power, strength
 * with its cube, weight with its square.
 * @example equivalent(round08copper, { ...round08copper, profile: 'square' }, 'stiffness').exact // 0.701
 */
export function equivalent(wire: PlainWire, other: Omit<PlainWire, 'size'>, like: Likeness): Equivalent {
  const wanted = worthOf(wire, like)
  const exact = (wanted / worthOf({ ...other, size: 1 }, like)) ** (1 / POWER[like])
  const sold = WIRE_SIZES.reduce((best, s) =>
    Math.abs(Math.log(s.mm / exact)) < Math.abs(Math.log(best.mm / exact)) ? s : best,
  )
  return { exact, sold, ratio: worthOf({ ...other, size: sold.mm }, like) / wanted }
}

/**
 * Length of wire on a spool from its weight, mm: (mass − empty spool) / mass a millimetre.
 * @throws RangeError when the spool alone weighs more, or a mass is below 0
 * @example lengthOnSpool({ mass: 250, empty: 40, shape: { profile: 'round', size: 0.8 }, alloy: 'copper' }) // 46627
 */
export function lengthOnSpool({
  mass,
  empty,
  shape,
  alloy: id,
}: {
  readonly mass: number
  readonly empty: number
  readonly shape: WireShape
  readonly alloy: AlloyId
}): number {
  if (!(empty >= 0 && mass >= empty))
    throw new RangeError(`a spool of ${mass} g cannot hold wire when it weighs ${empty} g empty`)
  return (mass - empty) / ((sectionAbout(shape).area * alloy(id).density) / 1000)
}
