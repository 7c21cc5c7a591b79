import type { Alloy, Temper } from './alloy.js'

/** What is done to one place of a wire. */
export type Working =
  /** Bent to a radius (of the centreline), or bent straight again from it. mm */
  | { readonly kind: 'bend' | 'straighten'; readonly radius: number }
  /** Hammered thinner by this share of its thickness. */
  | { readonly kind: 'hammer'; readonly by: number }
  /** Twisted about its own axis: length of one full turn, mm. */
  | { readonly kind: 'twist'; readonly pitch: number }
  /** Softened by heat. */
  | { readonly kind: 'anneal' }

export type WorkState = 'still workable' | 'getting hard' | 'about to crack'

/** One place of a wire after an operation. */
export interface Worked {
  /** Plastic strain gathered so far. */
  readonly strain: number
  /** Yield stress there now, low and high, MPa. */
  readonly yield: readonly [number, number]
  /** Share of its life spent: 1 is where it is expected to crack. */
  readonly spent: number
  readonly state: WorkState
}

/** From here on it is felt to be hard: share of the strain that the metal bears in one pull. Typical, uncited. */
const HARD_FROM = 0.45
/** From here on the next bend may crack it. Typical, uncited, and on the careful side. */
const CRACKS_FROM = 0.7
/** Exponent of low-cycle fatigue (Coffin and Manson's form): strain amplitude against reversals; typical, uncited. */
const FATIGUE = 0.6

/** Swift's e0: the strain at which a metal would have its present yield stress, e0 = (sy/K)^(1/n). */
export const swiftOffset = (sy: number, K: number, n: number): number => (sy / K) ** (1 / n)

/** Flow stress after a plastic strain, Swift's form: K (e0 + strain)^n. @example flowStress(100, { K: 530, n: 0.4 }, 0) // 100 */
export const flowStress = (
  sy: number,
  { K, n }: { readonly K: number; readonly n: number },
  strain: number,
): number => K * (swiftOffset(sy, K, n) + strain) ** n

/** Largest strain of one operation in the wire's skin: t/(2R) bent, ln of the thinning hammered, shear/√3 twisted. */
export function strainOf(op: Working, thickness: number): number {
  switch (op.kind) {
    case 'bend':
    case 'straighten':
      return thickness / (2 * op.radius)
    case 'hammer':
      return -Math.log(1 - op.by)
    case 'twist':
      return (Math.PI * thickness) / op.pitch / Math.sqrt(3)
    case 'anneal':
      return 0
    default: {
      const never: never = op
      throw new RangeError(`unknown operation ${JSON.stringify(never)}`)
    }
  }
}

/**
 * What becomes of one place of a wire that is worked again and again. Hardening by Swift's form from the temper's yield; life by low-cycle
 * fatigue: an operation of strain e spends (e / ductility)^(1/0.6) of it, so that few sharp bends or many gentle ones break it alike.
 * An estimate: metals of one name differ, nicks and kinks crack sooner.
 * @throws RangeError for a thickness, radius or pitch not above 0, or a hammering of 100 % and more
 * @example workedThrough(alloy('copper'), 'dead soft', 0.8, [{ kind: 'bend', radius: 2 }])[0].state // 'still workable'
 */
export function workedThrough(
  metal: Alloy,
  temper: Temper,
  thickness: number,
  operations: readonly Working[],
): Worked[] {
  if (!(thickness > 0)) throw new RangeError(`the thickness must be above 0, got ${thickness}`)
  let strain = 0
  let spent = 0
  let soft: Temper = temper
  return operations.map((op) => {
    if ((op.kind === 'bend' || op.kind === 'straighten') && !(op.radius > 0))
      throw new RangeError(`a bend's radius must be above 0, got ${op.radius}`)
    if (op.kind === 'hammer' && !(op.by >= 0 && op.by < 1))
      throw new RangeError(`hammering takes 0 to under 1 of the thickness, got ${op.by}`)
    if (op.kind === 'twist' && !(op.pitch > 0))
      throw new RangeError(`a pitch must be above 0, got ${op.pitch}`)
    if (op.kind === 'anneal') {
      strain = 0
      spent = 0
      soft = 'dead soft'
    } else {
      const e = strainOf(op, thickness)
      strain += e
      spent += (e / metal.ductility[soft]) ** (1 / FATIGUE)
    }
    const [low, high] = metal.yield[soft]
    const state: WorkState =
      spent >= CRACKS_FROM
        ? 'about to crack'
        : spent >= HARD_FROM || strain >= HARD_FROM * metal.ductility[soft]
          ? 'getting hard'
          : 'still workable'
    return {
      strain,
      yield: [flowStress(low, metal.swift, strain), flowStress(high, metal.swift, strain)],
      spent,
      state,
    }
  })
}
