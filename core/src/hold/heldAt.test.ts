import { heldAt, heldStone } from './index'
import { ALONE } from '../design/index'
import { norm, sub, unit, type Vec3 } from '../geom/index'
import { fullStone } from '../stone/index'
import { OVAL, seeded } from '../testing'
import { ball } from '../testingDesigns'

const seed = () => ({ theta: NaN, phi: NaN })

describe('a stone that lies elsewhere in the piece', () => {
  it('alone it is as it is', () => {
    const held = ball(5)
    expect(heldAt(held, ALONE[0]!)).toBe(held)
  })

  it('a ball shifted and turned is the ball there', () => {
    const shift: Vec3 = [3, -7, 2]
    const held = heldAt(ball(5), { id: 'a', of: 0, turn: [20, 50, -70], shift })
    const random = seeded(3)
    for (let i = 0; i < 50; i++) {
      const p: Vec3 = [20 * random() - 10, 20 * random() - 10, 20 * random() - 10]
      const { distance, m } = held.nearest(p, seed())
      const off = sub(p, shift)
      expect(distance).toBeCloseTo(norm(off) - 5, 6)
      unit(off).forEach((v, k) => expect(m[k]).toBeCloseTo(v, 6))
    }
    expect(held.centre).toEqual(shift)
  })

  it('an oval turned by a right angle in its plane is as wide as it was long', () => {
    const own = heldStone(fullStone(OVAL))
    const held = heldAt(own, { id: 'a', of: 0, turn: [0, 0, 90], shift: [0, 0, 0] })
    expect(held.high[0]).toBeCloseTo(own.high[1], 9)
    expect(held.high[1]).toBeCloseTo(own.high[0], 9)
    const out = held.outside!(own.high[1] + 2, 0)
    expect(out.distance).toBeCloseTo(2, 6)
    expect(out.way[0]).toBeCloseTo(1, 6)
  })
})
