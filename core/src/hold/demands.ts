import { NEWTON_PER_GRAM } from '../units/index.js'

/**
 * What settings are asked to bear. A workshop may set its own. Typical, uncited, on the careful side: worn, the swing of a run with a margin
 * (2 to 10 weights); shaken, eight times a second by 8 cm (10 to 40 weights); knocked, a swing that meets an edge (0.5 to 2 m/s); fallen, from a
 * table or out of a hand onto stone (0.7 to 1.5 m); a fingertip's push, whatever the stone weighs (1 to 5 N).
 */
export interface Demands {
  /** Multiples of the stone's weight. */
  readonly worn: number
  readonly shaken: number
  /** Push of a fingertip on a stone that hangs, and on one that is worn on the hand, N. */
  readonly fingertip: number
  readonly fingertipRing: number
  /** Speed at which a piece meets an edge, m/s. */
  readonly knock: number
  /** Height of a fall, m: told, and decides nothing. */
  readonly fall: number
}

export const DEMANDS: Demands = {
  worn: 5,
  shaken: 20,
  fingertip: 2,
  fingertipRing: 4,
  knock: 0.8,
  fall: 1.2,
}

/** What is asked, each by itself, from the least to the most that happens to a piece. */
export const DEMAND_IDS = ['worn', 'shaken', 'pressed', 'knocked', 'fallen'] as const
export type DemandId = (typeof DEMAND_IDS)[number]

/** What one stone in one piece is asked to bear: three forces in N, and two blows in N mm; and its weight, N. */
export type Asked = Readonly<Record<DemandId | 'weight', number>>

/** Demands that are blows: the wires take them while they give, so energy is asked and not force. */
export const isBlow = (id: DemandId): boolean => id === 'knocked' || id === 'fallen'

/** Gravity, m/s². */
const GRAVITY = 1000 * NEWTON_PER_GRAM

/**
 * Demands on a stone of this mass (g). Energy of a blow is m v² / 2: a gram at 1 m/s has 0.5 N mm; of a fall m g h. Where a fingertip lies on several
 * stones of a row at once, it presses each with its share.
 * @example askedOf(DEMANDS, 10, undefined).knocked // 3.2 N mm
 */
export function askedOf(demands: Demands, mass: number, worn: 'ring' | undefined, under = 1): Asked {
  const weight = mass * NEWTON_PER_GRAM
  return {
    weight,
    worn: demands.worn * weight,
    shaken: demands.shaken * weight,
    pressed: (worn === 'ring' ? demands.fingertipRing : demands.fingertip) / under,
    knocked: (mass * demands.knock ** 2) / 2,
    fallen: mass * GRAVITY * demands.fall,
  }
}

/** What must be borne at least for a setting to be sound: a force in N and an energy in N mm. */
export interface Enough {
  readonly force: number
  readonly energy: number
}

export const enoughFor = ({ worn, shaken, pressed, knocked }: Asked): Enough => ({
  force: Math.max(worn, shaken, pressed),
  energy: knocked,
})

/** Share of what is asked that is borne: the lesser of force and energy; 1 and more is enough. */
export const shareOf = (borne: Enough, enough: Enough): number =>
  Math.min(borne.force / enough.force, borne.energy / enough.energy)
