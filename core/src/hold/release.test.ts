import { family } from '../settings/index'
import { fullStone, stoneMeasures, type Stone } from '../stone/index'
import { bareDesign, ball, claws, holdFor, hoop } from '../testingDesigns'
import { numberOf } from '../working/index'
import {
  borneBy,
  clearOf,
  DIRECTIONS,
  heldStone,
  pushOut,
  releases,
  settingOf,
  walkIn,
  type Release,
} from './index'
import { examplesOf } from '../testingPlans'

const ROUND: Stone = {
  kind: 'faceted',
  outline: 'round',
  length: 16.7,
  width: 16.7,
  depth: 10,
  mineral: 'citrine',
}

/** A push is compared as far as wires have given by this, mm: beyond, small displacements say little. */
const SMALL = 2
const mostOver = ({ way }: Release): number =>
  Math.max(...way.filter((p) => p.travel < SMALL).map((p) => p.force))

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
    const hold = holdFor(setting, mass)
    for (const release of releases(setting, hold).all) {
      const last = release.way[release.way.length - 1]!
      expect(last.travel).toBeGreaterThan(0.3)
      // each step goes on along the way, by a twentieth of itself at least on the whole
      expect(last.travel / release.way.length).toBeGreaterThan(0.08 / 20)
      expect(release.force).toBeGreaterThanOrEqual(0.98 * hold.force)
    }
  })

  it('comes out as hard whichever of like ways it is pushed: four claws are alike about the middle', () => {
    const { setting } = stout()
    const force = (id: string) => {
      const { d } = DIRECTIONS.find((x) => x.id === id)!
      return mostOver(pushOut(setting, walkIn(setting, d), 30))
    }
    const sides = ['up', 'down', 'left', 'right'].map(force)
    expect(Math.max(...sides) / Math.min(...sides)).toBeLessThan(1.05)
  })
})

/** A round stone of 18.4 mm in thin wire, seats reaching far under it. */
function thin(claw: number) {
  const chosen = family('corner-claws')
  const stone: Stone = { ...ROUND, length: 18.4, width: 18.4, depth: 11.2 }
  const [base] = examplesOf('corner-claws').sound.map((e) => e.options)
  const options = { ...base!, size: '24 AWG', clawSize: '20 AWG', tieSize: '30 AWG', seat: 3.7, claw }
  return settingOf(chosen.build(stone, options), heldStone(fullStone(stone)))
}

describe('what counts of a push', () => {
  const pushes = [1.5, 1.6, 1.7, 1.8, 1.9, 2, 2.1, 2.2].map((claw) => {
    const s = thin(claw)
    return ['up', 'left', 'back'].map((id) =>
      pushOut(s, walkIn(s, DIRECTIONS.find((x) => x.id === id)!.d), clearOf(s, [0, 1, 0])),
    )
  })

  it('is the most that was borne and the area under it, until the stone was let go', () => {
    for (const { force, energy, letsGo, way } of pushes.flat()) {
      const borne = way.filter((p) => p.travel < letsGo)
      expect(force).toBe(Math.max(...way.map((p) => p.force)))
      // no more than the peak all the way, and no mere spike
      const far = Math.max(...borne.map((p) => p.travel))
      expect(energy).toBeLessThanOrEqual(force * far + 1e-9)
      expect(energy).toBeGreaterThan(0.1 * force * far)
    }
  })

  it('goes evenly with how far the claws reach: a tenth of a millimetre changes what the first two millimetres take by less than a quarter', () => {
    const over = ({ way }: Release): number => {
      const near = way.filter((p) => p.travel < SMALL)
      return near.reduce((sum, p) => sum + p.force, 0) / near.length
    }
    for (const k of [0, 1, 2])
      for (let i = 1; i < pushes.length; i++) {
        const [a, b] = [over(pushes[i - 1]![k]!), over(pushes[i]![k]!)]
        expect(Math.max(a, b) / Math.min(a, b)).toBeLessThan(1.25)
      }
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
    const less = pushOut(s, walkIn(s, [0, 0, 1]), 30, { force: force / 2, energy: 0 })
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
      const hold = holdFor(s, grams)
      const { weakest, energy } = releases(s, hold)
      expect(weakest.force).toBeGreaterThan(0)
      for (const share of [0.3, 0.9, 0.97, 1.03, 1.5]) {
        const force = { force: share * weakest.force, energy: 0 }
        const blow = { force: 0, energy: share * energy }
        expect({ share, ...weakest, borne: borneBy(s, hold, force).force >= force.force }).toEqual({
          share,
          ...weakest,
          borne: share < 1,
        })
        expect({ share, energy, borne: borneBy(s, hold, blow).energy >= blow.energy }).toEqual({
          share,
          energy,
          borne: share < 1,
        })
      }
    }
  })

  it('takes the energy of a spring that is let go, and of a bar that is bent: by closed form', () => {
    // a straight finger pushed square at its tip: elastic k x, until it bears Mp / l and gives on at that
    const s = settingOf(bareDesign(claws(5, 0.8, 35, 10)), ball(5))
    const { way, force, energy, letsGo } = pushOut(s, walkIn(s, [0, 0, 1]), 30)
    const inside = way.filter((p) => p.travel < letsGo)
    const area = inside.reduce(
      (sum, p, i) =>
        i === 0 ? 0 : sum + ((p.force + inside[i - 1]!.force) / 2) * (p.travel - inside[i - 1]!.travel),
      0,
    )
    expect(energy / area).toBeCloseTo(1, 1)
    // steeper where it is thicker: both force and energy grow with the cube of the wire once it yields
    const thick = settingOf(bareDesign(claws(5, 1.0, 35, 10)), ball(5))
    const more = pushOut(thick, walkIn(thick, [0, 0, 1]), 30)
    expect(more.force / force).toBeGreaterThan(1.5)
    expect(more.energy / energy).toBeGreaterThan(1.3)
  })
})
