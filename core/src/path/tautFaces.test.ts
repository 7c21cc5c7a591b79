import { dist, type Vec3 } from '../geom/index'
import { fullStone, shapeOf, type Stone } from '../stone/index'
import { heldStone } from '../hold/index'
import { tautLine } from './taut'
import { tautCorners } from './tautFaces'

const lengthOf = (points: readonly Vec3[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + dist(p, points[i]!), 0)

/** A crystal of four faces, as a box about the y axis. */
const box = (width: number, depth: number): Stone => ({
  kind: 'crystal',
  outline: 'round',
  length: 30,
  width,
  depth,
  sides: 4,
  baseWidth: width,
  baseDepth: depth,
  shoulder: 28,
  shoulderWidth: width,
  shoulderDepth: depth,
  mineral: 'agate',
})
const FRONT: Vec3 = [0, 0, 1]

describe('a string over flat faces', () => {
  it('over a box: straight when its faces are laid flat', () => {
    const off = 0.2
    for (const [w, d, rise] of [
      [10, 8, 3],
      [14, 6, 8],
      [6, 12, 1],
    ] as const) {
      const [x, z] = [w / 2 + off, d / 2 + off]
      // both ends stand at its sides, a little behind its middle
      const [from, to]: [Vec3, Vec3] = [
        [-x, -rise / 2, -1],
        [x, rise / 2, -1],
      ]
      const { index } = shapeOf(fullStone(box(w, d)))
      const corners = tautCorners(index, { from, to, side: FRONT, off })!
      expect(corners).toHaveLength(2)
      const flat = 2 * (z + 1) + 2 * x
      expect(lengthOf([from, ...corners, to]) / Math.hypot(flat, rise)).toBeCloseTo(1, 6)
    }
  })

  it('over a tapered crystal as the string found step by step from the body’s skin', () => {
    const stone: Stone = {
      kind: 'crystal',
      outline: 'round',
      length: 34,
      width: 11,
      depth: 10,
      mineral: 'quartz',
    }
    const full = fullStone(stone)
    const off = 0.15
    const seed = { theta: NaN, phi: NaN }
    const skin = (p: Vec3) => heldStone(full).nearest(p, { ...seed })
    for (const y of [-8, -2, 4]) {
      const drawn = { from: [-6.2, y, -0.5] as Vec3, to: [6.2, y + 3.5, -0.5] as Vec3, side: FRONT, off }
      const corners = tautCorners(shapeOf(full).index, drawn)!
      // its corners are mitred, the other rounds them: by at most this much each
      const [sharp, round] = [lengthOf([drawn.from, ...corners, drawn.to]), lengthOf(tautLine(skin, drawn))]
      expect(sharp - round).toBeGreaterThan(-0.005)
      expect(sharp - round).toBeLessThan(0.12 * off * corners.length)
    }
  })
})
