import { inPiece, seatedStones } from '../design/index.js'
import { along, scale, type Vec3 } from '../geom/index.js'
import { pathLength, stationsOf } from '../path/index.js'
import { fullStone, shapeOf, stoneMeasures } from '../stone/index.js'
import { massPerMm } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import type { Plan } from './plan.js'

/** How a hung piece hangs: turned until its middle of mass lies under its bail. */
export interface Hang {
  /** As seen from the front, degrees: above 0 it swings to the right. */
  readonly lean: number
  /** As seen from the side, degrees: above 0 the face turns up. */
  readonly tip: number
  /** How far the bail would have to go to the right and forward for it to hang straight, mm. */
  readonly right: number
  readonly forward: number
}

const degrees = (off: number, below: number): number => (Math.atan2(off, below) * 180) / Math.PI

/**
 * How a piece hangs by its bail, by the mass of its stones and wires; what is wound and beads are left out. Undefined for what is not hung.
 * @example hangOf(framed).lean // 0
 */
export function hangOf({ design, stone }: Pick<Plan, 'design' | 'stone'>): Hang | undefined {
  if (!design.hang) return undefined
  const masses = [
    ...seatedStones({ design, stone }).map((s) => ({
      at: inPiece(s.seat)(shapeOf(fullStone(s.stone)).mass.centre),
      mass: numberOf(stoneMeasures(s.stone).mass),
    })),
    ...design.wires.flatMap((wire) => {
      const length = pathLength(wire.path)
      const places = stationsOf(wire.path, 0, length, 1)
      const mass = (massPerMm(wire.stock) * length) / places.length
      return places.map((x) => ({ at: x.at.p, mass }))
    }),
  ]
  const total = masses.reduce((sum, m) => sum + m.mass, 0)
  const sum = masses.reduce<Vec3>((v, m) => along(v, m.at, m.mass), [0, 0, 0])
  const middle = scale(sum, 1 / total)
  const [right, forward] = [middle[0] - design.hang[0], middle[2] - design.hang[2]]
  const below = design.hang[1] - middle[1]
  return { lean: degrees(right, below), tip: degrees(-forward, below), right, forward }
}
