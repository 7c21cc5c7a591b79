import { outlineNearest, outlinePoint } from '../../stone/index.js'
import type { BeadOn, Leg } from '../shared/beadAccent.js'
import { stackHeight, type Frame, type FrameSide } from './frame.js'

/** Turns of the bead's wire round each shoulder, as seen from the front. */
export const BEAD_TURNS = 3
/** The bead stays this far off stone and wires, mm. */
const OFF = 0.03
/** Steps by which places for it are tried, mm. */
const STEP = 0.05

/** What the place of a bead hangs on. */
export interface BeadBasis {
  readonly right: FrameSide
  readonly left: FrameSide
  /** Where the neck begins. */
  readonly join: number
  readonly wires: number
  readonly profile: 'square' | 'round'
  /** Diameters of bead and wire, mm. */
  readonly bead: number
  readonly fine: number
}

/** A bead's place between the shoulders: both legs as seen in right-hand coordinates, and the bead itself. */
export interface PlacedBead {
  readonly on: BeadOn
  readonly right: Leg
  readonly left: Leg
  /** Clear width between the shoulders there, mm. */
  readonly gap: number
  /** How far the bead stands before the front of the frame, mm. */
  readonly before: number
}

/** The straight leg of one side where its middle is at height y; undefined where it is not straight there for all turns. */
function legAt(
  { line, stations }: FrameSide,
  { wires, profile, fine }: BeadBasis,
  y: number,
): Leg | undefined {
  const a = line.thickness
  const nu = Math.PI / 2 - stations.leave
  const [x0, y0] = outlinePoint(line.outline, stations.leave, a / 2)
  const run = (y - y0) / Math.sin(nu)
  if (run < fine / 2 || run + (BEAD_TURNS - 0.5) * fine > stations.straight) return undefined
  const leg: Leg = {
    at: [x0 - run * Math.cos(nu), y],
    up: [-Math.cos(nu), Math.sin(nu)],
    out: [Math.sin(nu), Math.cos(nu)],
    across: a,
    deep: stackHeight(wires, line),
    corner: profile === 'round' ? a / 2 : 0,
  }
  // the turns come past the leg's inner side: between it and the stone, and short of the middle
  const inside = a / 2 + fine
  const at = (up: number) =>
    [
      leg.at[0] - inside * leg.out[0] + up * leg.up[0],
      leg.at[1] - inside * leg.out[1] + up * leg.up[1],
    ] as const
  const ends = [-fine / 2, (BEAD_TURNS - 0.5) * fine].map(at)
  if (ends.some(([x]) => x < OFF)) return undefined
  return ends.some(([x, v]) => outlineNearest(line.outline, x, v).distance < OFF) ? undefined : leg
}

/** How near the bead's middle may be to the stone and to both front wires, less what it needs: 0 or more is clear. */
function clear(basis: BeadBasis, legs: readonly [FrameSide, Leg][], y: number, z: number): number {
  const radius = basis.bead / 2 + OFF
  const gaps = legs.map(([side, leg]) => {
    const stone = side.solid.nearest(0, y, z).distance - radius
    // from the middle of the front wire, taken as round as its corners stand out
    const across = (0 - leg.at[0]) * leg.out[0] + (y - leg.at[1]) * leg.out[1]
    const high = z - (leg.deep - leg.across) / 2
    const reach = basis.profile === 'round' ? leg.across / 2 : (leg.across / 2) * Math.SQRT2
    return Math.min(stone, Math.hypot(across, high) - reach - radius)
  })
  return Math.min(...gaps)
}

/**
 * Where a bead sits in the gap above the stone: as near to the gap's middle as both shoulders are straight for its turns, and as far back as
 * stone and shoulders let it, its hole no deeper than the front of the frame. Undefined where there is no such place.
 */
function placeBead(basis: BeadBasis): PlacedBead | undefined {
  const { right, left, join, fine } = basis
  const top = Math.max(right.solid.outline.top, left.solid.outline.top)
  const middle = (top + join) / 2
  const lowest = Math.min(
    ...[right, left].map((s) => outlinePoint(s.line.outline, s.stations.leave, s.line.thickness / 2)[1]),
  )
  for (let off = 0; off < join - lowest; off += STEP)
    for (const y of off === 0 ? [middle] : [middle - off, middle + off]) {
      const legs = [legAt(right, basis, y), left === right ? undefined : legAt(left, basis, y)] as const
      if (!legs[0] || (left !== right && !legs[1])) continue
      const both: [FrameSide, Leg][] = [[right, legs[0]]]
      if (legs[1]) both.push([left, legs[1]])
      const front = (legs[0].deep + fine) / 2
      let z = front
      while (clear(basis, both, y, z) < 0 && z < front + 2 * basis.bead) z += STEP
      return {
        on: { radius: basis.bead / 2, y, z, fine, turns: BEAD_TURNS },
        right: legs[0],
        left: legs[1] ?? legs[0],
        gap: legs[0].at[0] + (legs[1] ?? legs[0]).at[0] - legs[0].across,
        before: z - front,
      }
    }
  return undefined
}

/** The bead of a frame, threaded on wire so fine. */
export const beadOf = (frame: Frame, bead: number, fine: number): PlacedBead | undefined =>
  bead > 0
    ? placeBead({
        right: frame,
        left: frame.left,
        join: frame.join,
        wires: frame.wires,
        profile: frame.profile,
        bead,
        fine,
      })
    : undefined
