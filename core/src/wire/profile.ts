/** Cross-sections of wire in the thin road. `half-round`: size is its width, height half of it. */
export type Profile = 'round' | 'square' | 'half-round'

/** Section values at a size in mm: area mm², second moment mm⁴, plastic modulus and torsion capacity factor mm³. */
export interface Section {
  readonly area: number
  /** Bending about the axis in the flat side's direction (half-round: flat in). */
  readonly inertia: number
  readonly plastic: number
  /** Tp = torsion × shear yield (sy/√3). */
  readonly torsion: number
  /** Torsion constant J for elastic twist, mm⁴. */
  readonly twist: number
  /** Thickness in the direction it is laid (half-round: its height). */
  readonly height: number
  readonly width: number
}

/**
 * Section values. Round: πd²/4, πd⁴/64, d³/6, πd³/12. Square edge-on: a², a⁴/12, a³/4, a³/3 (sand heap), J = 0.1406 a⁴.
 * Half-round of radius r about its flat: πr²/2, 0.1098 r⁴, 0.354 r³; its torsion is taken as that of the
 * round of equal area (an estimate, on the low side of the sand heap).
 * @throws RangeError unless size > 0
 * @example section('round', 0.8).plastic // 0.0853
 */
export function section(profile: Profile, size: number): Section {
  if (!(size > 0)) throw new RangeError(`wire size must be above 0, got ${size}`)
  switch (profile) {
    case 'round':
      return {
        area: (Math.PI * size ** 2) / 4,
        inertia: (Math.PI * size ** 4) / 64,
        plastic: size ** 3 / 6,
        torsion: (Math.PI * size ** 3) / 12,
        twist: (Math.PI * size ** 4) / 32,
        height: size,
        width: size,
      }
    case 'square':
      return {
        area: size ** 2,
        inertia: size ** 4 / 12,
        plastic: size ** 3 / 4,
        torsion: size ** 3 / 3,
        twist: 0.1406 * size ** 4,
        height: size,
        width: size,
      }
    case 'half-round': {
      const r = size / 2
      const equal = r * Math.SQRT2
      return {
        area: (Math.PI * r ** 2) / 2,
        inertia: 0.1098 * r ** 4,
        plastic: 0.354 * r ** 3,
        torsion: (Math.PI * equal ** 3) / 12,
        twist: (Math.PI * equal ** 4) / 32,
        height: r,
        width: size,
      }
    }
    default: {
      const never: never = profile
      throw new RangeError(`unknown profile ${String(never)}`)
    }
  }
}

/**
 * Support of the section in a direction with components (u, v) in its own axes: how far it reaches from its centreline.
 * Round d/2; square a/2 (|u| + |v|). The centreline of half-round is the middle of its flat side, u points to its back: r toward the
 * back, r |v| toward the flat.
 * @example support('half-round', 1, -1, 0) // 0: nothing stands out of the flat side
 */
export function support(profile: Profile, size: number, u: number, v: number): number {
  switch (profile) {
    case 'square':
      return (size / 2) * (Math.abs(u) + Math.abs(v))
    case 'half-round':
      return (size / 2) * (u > 0 ? Math.hypot(u, v) : Math.abs(v))
    case 'round':
      return (size / 2) * Math.hypot(u, v)
    default: {
      const never: never = profile
      throw new RangeError(`unknown profile ${String(never)}`)
    }
  }
}
