import { seatedStones, checkDesign, type Design, type Operation } from '../design/index'
import type { Vec3 } from '../geom/index'
import { replay } from '../guide/index'
import { askedOf, DEMANDS } from '../hold/index'
import type { Stone } from '../stone/index'
import { bareDesign, hoop } from '../testingDesigns'
import { holdEach, leastHeld, planThorough, planThoroughLeast, stonesToCheck } from './index'

const SEAT: Operation = {
  id: 'seat',
  kind: 'seat',
  needs: [],
  wires: [],
  forms: [],
  stone: 'in',
  minutes: 1,
  values: {},
}

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
  const hoops = (id: string, x: number, r: number, size = '0.8 metric') => {
    const z = Math.sqrt(5.5 ** 2 - r ** 2)
    return [1, -1].map((side) => {
      const made = hoop(`${id}${side}`, r, side * z, 'z', { size })
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
  const designOf = (size?: string, right = true): Design => ({
    ...bareDesign([...hoops('l', -10, 4), ...(right ? hoops('r', 10, 4, size) : [])]),
    stones,
  })
  const made = (right: boolean, size?: string) => ({
    design: designOf(size, right),
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

  it('are checked thoroughly too: like ones once, and the one that is held least is told', () => {
    const firstOf = (piece: ReturnType<typeof made>) => {
      const each = holdEach(piece)
      return { each, hold: leastHeld(each).hold }
    }
    expect(stonesToCheck(firstOf(made(true)))).toHaveLength(1)
    // the right one by thinner wires
    const piece = made(true, '0.6 metric')
    const weak = firstOf(piece)
    expect(stonesToCheck(weak).map((x) => x.id)).toEqual(['left', 'right'])
    const { hold, thorough } = planThoroughLeast(piece, weak)
    expect(hold).toBe(weak.each[1]!.hold)
    const [left, right] = weak.each.map((x) => planThorough(piece, x.hold, x.id))
    expect(right!.timesWeight).toBeLessThan(0.8 * left!.timesWeight)
    expect(thorough!.timesWeight).toBe(right!.timesWeight)
  })

  it('are laid in one after the other, and seen as they lie', () => {
    const design: Design = {
      ...designOf(),
      operations: ['left', 'right'].map((id) => ({ ...SEAT, id: `seat-${id}`, stones: [id] })),
    }
    expect(checkDesign(design).filter((x) => x.includes('stone'))).toEqual([])
    expect(replay(design, ['seat-left'])).toMatchObject({ stone: 'in', stones: ['left'] })
    expect(replay(design).stones).toEqual(['left', 'right'])
    expect(
      checkDesign({ ...design, operations: [{ ...design.operations[0]!, stones: ['no-such'] }] }),
    ).toContain('operation seat-left names no stone no-such')
    const [left, right] = seatedStones({ design, stone })
    expect([left!.seat.shift, right!.seat.shift]).toEqual([
      [-10, 0, 0],
      [10, 0, 0],
    ])
    // a design of two stones is small as a file
    expect(JSON.stringify(design).length).toBeLessThan(20_000)
  })
})
