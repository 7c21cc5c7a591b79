import { family, type FamilyExamples } from '../settings/index'
import { fullStone, stoneMeasures, type Stone } from '../stone/index'
import { bareDesign, ball, claws, hoop } from '../testingDesigns'
import { NEWTON_PER_GRAM } from '../units/index'
import { numberOf } from '../working/index'
import { bearsPush, DIRECTIONS, heldStone, holdOf, pushOut, releases, settingOf, walkIn } from './index'

const examplesOf = (id: string): FamilyExamples =>
  jest.requireActual<{ examples: FamilyExamples }>(`../settings/${id}/examples`).examples

const ROUND: Stone = {
  kind: 'faceted',
  outline: 'round',
  length: 16.7,
  width: 16.7,
  depth: 10,
  mineral: 'citrine',
}

/** A round faceted stone deep in stout claws. */
function stout() {
  const chosen = family('corner-claws')
  const [base] = examplesOf('corner-claws').sound.map((e) => e.options)
  const design = chosen.build(ROUND, { ...base, size: '16 AWG', clawSize: '14 AWG', seat: 3.4, claw: 1.9 })
  return {
    setting: settingOf(design, heldStone(fullStone(ROUND))),
    mass: numberOf(stoneMeasures(ROUND).mass),
  }
}

describe('a round stone that is pushed', () => {
  it('gets on and does not spin or rock in place: it is followed far enough to be let go, and bears what its wires do', () => {
    const { setting, mass } = stout()
    const hold = holdOf(setting, mass)
    for (const release of releases(setting, hold).all) {
      const last = release.way[release.way.length - 1]!
      expect(last.travel).toBeGreaterThan(0.3)
      // each step goes on along the way, by a twentieth of itself at least on the whole
      expect(last.travel / release.way.length).toBeGreaterThan(0.08 / 20)
      expect(release.force).toBeGreaterThanOrEqual(hold.force)
    }
  })

  it('comes out as hard whichever of like ways it is pushed: four claws are alike about the middle', () => {
    const { setting } = stout()
    const force = (id: string) => {
      const { d } = DIRECTIONS.find((x) => x.id === id)!
      return pushOut(setting, walkIn(setting, d), 30).force
    }
    const sides = ['up', 'down', 'left', 'right'].map(force)
    expect(Math.max(...sides) / Math.min(...sides)).toBeLessThan(1.05)
  })
})

describe('what a push comes to', () => {
  it('is let go where the force has fallen for good, behind its peak and before the push is over', () => {
    const s = settingOf(bareDesign(claws(5, 1, 30, 12)), ball(5))
    const { travel, letsGo, way, force } = pushOut(s, walkIn(s, [0, 0, 1]), 30)
    expect(letsGo).toBeGreaterThan(travel)
    expect(letsGo).toBeLessThanOrEqual(way[way.length - 1]!.travel)
    for (const point of way) if (point.travel >= letsGo) expect(point.force).toBeLessThan(0.6 * force)
    // what is followed only until it has borne enough tells no more than that
    const less = pushOut(s, walkIn(s, [0, 0, 1]), 30, { force: force / 2, travel: 0 })
    expect(less.force).toBeGreaterThanOrEqual(force / 2)
    expect(less.way.length).toBeLessThan(way.length)
  })

  it('a quick yes or no is that of the whole push, for narrow and wide hoops and claws and any force that is asked', () => {
    const between = (inside: number) => {
      const [R, d] = [6, 1]
      const r = inside / 2 + d / 2
      const half = Math.sqrt((R + d / 2) ** 2 - r ** 2)
      return settingOf(bareDesign([hoop('upper', r, half), hoop('lower', r, -half)]), ball(R))
    }
    const list = [8.5, 9.5, 10.8].map((inside) => ({ setting: between(inside), mass: 2 }))
    for (const { setting: s, mass: grams } of [...list, stout()]) {
      const hold = holdOf(s, grams)
      const { force } = releases(s, hold).weakest
      expect(force).toBeGreaterThan(0)
      for (const share of [0.3, 0.9, 0.97, 1.03, 1.5]) {
        const asked = share * force
        expect({ force, share, borne: bearsPush(s, hold, asked) >= asked }).toEqual({
          force,
          share,
          borne: share < 1,
        })
      }
    }
    const { setting, mass } = stout()
    const hold = holdOf(setting, mass)
    const asked = 100 * mass * NEWTON_PER_GRAM
    expect(bearsPush(setting, hold, asked)).toBe(asked)
  })
})
