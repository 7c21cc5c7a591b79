import { dist } from '../../geom/index'
import { pathLength, pathAt } from '../../path/index'
import { beadHalf, type Leg } from './beadAccent'

/** An upright leg of one square wire a mm across, its middle 4 mm right of the bead's. */
const LEG: Leg = { at: [4, 0], up: [0, 1], out: [1, 0], across: 1, deep: 3, corner: 0 }

describe('a bead on fine wire', () => {
  it('takes the length of straight runs and quarter circles, by hand', () => {
    const { through, turns } = beadHalf(LEG, { radius: 2, y: 0, z: 1.75, fine: 0.5, turns: 1 })
    // from the bead's middle to the leg's outer side 0.25 mm off it, less a quarter circle's cut corner: to 4.75, r = 0.25
    const corner = 0.25
    const front = 4.75 - corner
    const quarter = (Math.PI / 2) * corner
    // down the outer side 3.5 deep between the middles of wire before and behind, and to the middle of the back
    const side = 3.5 - 2 * corner
    const back = 0.75 - corner
    expect(pathLength({ segments: [...through, ...turns] })).toBeCloseTo(
      front + quarter + side + quarter + back,
      9,
    )
  })

  it('each further turn takes the way once round, its lead behind', () => {
    const length = (turns: number) => {
      const half = beadHalf(LEG, { radius: 2, y: 0, z: 1.75, fine: 0.5, turns })
      return pathLength({ segments: [...half.through, ...half.turns] })
    }
    // front, back and two sides, four corners of radius 0.25 a little turned by the lead; the back is slanted by one thickness
    const once = 1.5 + Math.hypot(1.5, 0.5) + 2 * 3.5 - 4 * (2 - Math.PI / 2) * 0.25
    expect(length(3) - length(2)).toBeCloseTo(once, 1)
    expect(length(4) - length(3)).toBeCloseTo(length(3) - length(2), 9)
  })

  it('lies on the bundle, never in it, and runs on without a gap or a kink', () => {
    const half = beadHalf(LEG, { radius: 2, y: 0, z: 2.4, fine: 0.5, turns: 3 })
    const path = { segments: [...half.through, ...half.turns] }
    const length = pathLength(path)
    let least = Infinity
    for (let s = 0; s < length - 0.01; s += 0.01) {
      const [p, q] = [pathAt(path, s), pathAt(path, s + 0.01)]
      expect(dist(p.p, q.p)).toBeLessThan(0.0101)
      // distance of the wire's middle from the block 1 x 3 about x = 4
      const [dx, dz] = [Math.max(0, Math.abs(p.p[0] - 4) - 0.5), Math.max(0, Math.abs(p.p[2]) - 1.5)]
      least = Math.min(least, Math.hypot(dx, dz))
    }
    expect(least).toBeCloseTo(0.25, 2)
  })
})
