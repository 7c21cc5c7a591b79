import { DEMANDS, askedOf, heldAt, heldStone } from './index'
import { ALONE } from '../design/index'
import { norm, sub, unit, type Vec3 } from '../geom/index'
import { holdEach, leastHeld } from '../plan/index'
import { fullStone, type Stone } from '../stone/index'
import { OVAL, seeded } from '../testing'
import { ball, bareDesign, hoop } from '../testingDesigns'

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

describe('two stones in one design', () => {
  const stone: Stone = {
    kind: 'bead',
    form: 'sphere',
    outline: 'round',
    length: 10,
    width: 10,
    depth: 10,
    mineral: 'agate',
  }
  const at = (x: number): Vec3 => [x, 0, 0]
  /** A ball of 5 mm between two hoops of 4 at either side of it, at x. */
  const hoops = (id: string, x: number, r: number) => {
    const z = Math.sqrt(5.5 ** 2 - r ** 2)
    return [1, -1].map((side) => {
      const made = hoop(`${id}${side}`, r, side * z, 'z')
      const segments = made.path.segments.map((s) =>
        s.kind === 'arc' ? { ...s, centre: [s.centre[0] + x, s.centre[1], s.centre[2]] as Vec3 } : s,
      )
      return { ...made, path: { segments } }
    })
  }
  const stones = [
    { id: 'left', of: 0, turn: [0, 0, 0] as Vec3, shift: at(-10) },
    { id: 'right', of: 0, turn: [0, 0, 0] as Vec3, shift: at(10) },
  ]
  const made = (right: boolean) => ({
    design: { ...bareDesign([...hoops('l', -10, 4), ...(right ? hoops('r', 10, 4) : [])]), stones },
    stone,
    demands: DEMANDS,
    asked: askedOf(DEMANDS, 1.4, undefined),
  })

  it('are each checked, and bear alike where they are set alike', () => {
    const [left, right] = holdEach(made(true))
    expect([left!.id, right!.id]).toEqual(['left', 'right'])
    expect(left!.hold.caught && right!.hold.caught).toBe(true)
    expect(right!.hold.force / left!.hold.force).toBeCloseTo(1, 3)
  })

  it('the one that nothing holds is told by its name', () => {
    const each = holdEach(made(false))
    const least = leastHeld(each)
    expect(least.id).toBe('right')
    expect(least.hold.caught).toBe(false)
    expect(each.find((x) => x.id === 'left')!.hold.caught).toBe(true)
  })
})
