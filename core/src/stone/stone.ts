export type OutlineKind = 'round' | 'oval' | 'drop'

/**
 * A flat-backed cabochon as measured. Lengths in mm. `wall` and `fullness` may be missing: they are then estimated and said to be.
 * `fullness` is the exponent of the dome's profile: 2 is an elliptic dome, lower is flatter toward a cone, higher is fuller.
 */
export interface Stone {
  readonly kind: 'cabochon'
  readonly outline: OutlineKind
  readonly length: number
  readonly width: number
  readonly depth: number
  readonly wall?: number
  readonly fullness?: number
  readonly mineral: string
}

/** A stone with nothing left to estimate. */
export interface FullStone extends Stone {
  readonly wall: number
  readonly fullness: number
}

/** Share of the depth taken as wall until it is measured; an estimate. */
export const WALL_SHARE = 0.25
/** Dome exponent until it is measured: the elliptic dome. */
export const DEFAULT_FULLNESS = 2
/** Radius of a drop's tip as a share of its width; an estimate. */
export const TIP_SHARE = 0.06

/** Fills in what was not measured. A round stone's width is its length. */
export function fullStone(stone: Stone): FullStone {
  return {
    ...stone,
    width: stone.outline === 'round' ? stone.length : stone.width,
    wall: stone.wall ?? stone.depth * WALL_SHARE,
    fullness: stone.fullness ?? DEFAULT_FULLNESS,
  }
}
