import { family as boundFrame } from '../settings/bound-frame/index'
import { fullStone, solidOf } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { ball, bareDesign, claws, rail } from '../testingDesigns'
import { alloy, section } from '../wire/index'
import { heldOf, hourOf, looseEnds, pressing, reachForSlope, settingOf, shoulders } from './index'

describe('bends on the shoulder', () => {
  it('on a ball: the slope is the latitude, R (1 − cos) in from its edge', () => {
    for (const degrees of [20, 30, 45, 60]) {
      const found = reachForSlope(ball(8), { at: [8, 0], inward: [-1, 0], front: true, degrees })!
      expect(Math.abs(found - 8 * (1 - Math.cos((degrees * Math.PI) / 180)))).toBeLessThan(0.06)
    }
  })

  it('on a dome: where the ellipse over the shorter half has that slope', () => {
    for (const [depth, degrees] of [
      [7, 30],
      [7, 45],
      [13, 30],
      [13, 45],
    ] as const) {
      const rise = depth - 2
      // tan φ = 11 √(1 − ρ²) / (rise ρ) along the width
      const t = (Math.tan((degrees * Math.PI) / 180) * rise) / 11
      const rho = 1 / Math.sqrt(1 + t * t)
      const dome = heldOf(solidOf(fullStone({ ...OVAL, depth })))
      const found = reachForSlope(dome, { at: [11, 0], inward: [-1, 0], front: true, degrees })!
      expect(Math.abs(found - 11 * (1 - rho))).toBeLessThan(0.06)
    }
  })

  it('short bends on a steep dome lie on it, deep ones less, and none on a flat back', () => {
    const steep = { ...OVAL, depth: 13 }
    const dome = heldOf(solidOf(fullStone(steep)))
    const on = (frontOverlap: number) =>
      shoulders(settingOf(boundFrame.build(steep, { ...FRAME, frontOverlap }), dome))
    const short = on(0.5)
    expect(short.length).toBeGreaterThanOrEqual(2)
    for (const s of short) {
      expect(s.wire).toBe('front')
      expect(s.degrees).toBeLessThan(30)
      expect(s.further).toBeGreaterThan(0)
    }
    // deeper in the face is flatter: none of the deep ones lies as steep as the short ones
    const least = (list: typeof short) => Math.min(...list.map((x) => x.degrees))
    expect(least(on(2.4))).toBeGreaterThan(least(short))
  })
})

describe('pressed in', () => {
  it('a claw bears on the stone with what it yields at: Mp over its length, by the high end of what the metal can be', () => {
    const at = pressing(settingOf(bareDesign(claws(5, 1, 40, 8)), ball(5), 0.25))
    const mp = section('round', 1).plastic * alloy('copper').yield['half hard'][1]
    // stations near the stone stand a little nearer the clamp than where it touches
    expect(at / (mp / 8)).toBeGreaterThan(1)
    expect(at / (mp / 8)).toBeLessThan(1.6)
    // twice as long: half of it
    const long = pressing(settingOf(bareDesign(claws(5, 1, 40, 16)), ball(5), 0.25))
    expect(at / long).toBeGreaterThan(1.8)
    expect(at / long).toBeLessThan(2.6)
  })
  it('nothing on a face bears on nothing', () => {
    expect(pressing(settingOf(bareDesign([rail('side', [6, -9, 0], [6, 9, 0])]), ball(5.5)))).toBe(0)
  })
})

describe('loose ends', () => {
  it('a straight tail bears Mp over its length across; a short one bears a cloth', () => {
    const tail = (long: number) =>
      looseEnds(
        settingOf(
          bareDesign([rail('tail', [0, 0, 0], [20 + long, 0, 0], { bound: [[0, 20]] })]),
          ball(2, [0, 9, 0]),
        ),
      )
    const mp = section('round', 1).plastic * alloy('copper').yield['half hard'][0]
    expect(tail(10)[0]!.force).toBeCloseTo(mp / 10, 6)
    expect(tail(4)).toEqual([])
  })
})

it('hours of the clock face', () => {
  expect(hourOf([0, 1, 0])).toBe(12)
  expect(hourOf([1, 0, 0])).toBe(3)
  expect(hourOf([-1, 0, 5])).toBe(9)
  expect(hourOf([1, 1, 0])).toBe(1.5)
})
