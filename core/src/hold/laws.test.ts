import type { Vec3 } from '../geom/index'
import { movePath, pathLength } from '../path/index'
import { alloy } from '../wire/index'
import { ball, bareDesign, claws, hoop, rail, type BareWire } from '../testingDesigns'
import {
  atMost,
  DEMANDS,
  DIRECTIONS,
  heldShort,
  holdOf,
  LEAST_TRAVEL,
  releases,
  settingOf,
  shortened,
  turned,
  verdictOf,
  walkIn,
  type Hold,
} from './index'

const setting = (wires: readonly BareWire[], R: number, centre?: Vec3) =>
  settingOf(bareDesign(wires), ball(R, centre))

/** A ball between two hoops narrower than it; `times` as large in what binds them. */
const caged = (R: number, size: string, times = 1): BareWire[] => {
  const r = 0.8 * R
  const d = Number(size.split(' ')[0])
  const half = Math.sqrt((R + d / 2) ** 2 - r ** 2)
  const round = 2 * Math.PI * r
  const bound = [
    [0, 0.4 * times],
    [round / 2 - 0.2 * times, round / 2 + 0.2 * times],
    [round - 0.4 * times, round],
  ] as const
  return [hoop('upper', r, half, 'z', { size, bound }), hoop('lower', r, -half, 'z', { size, bound })]
}

describe('laws that any hold keeps', () => {
  it('twice as large in everything: four times the force, half as many times its weight', () => {
    // moment goes with the cube, the arm with the length; weight with the cube
    const small = holdOf(settingOf(bareDesign(caged(5, '0.6 metric')), ball(5), 0.25), 1)
    const large = holdOf(settingOf(bareDesign(caged(10, '1.2 metric', 2)), ball(10), 0.5), 8)
    expect(small.caught && large.caught).toBe(true)
    expect(large.force / small.force).toBeCloseTo(4, 2)
    expect(large.timesWeight / small.timesWeight).toBeCloseTo(0.5, 3)
    large.directions.forEach((d, i) => expect(d.force / small.directions[i]!.force).toBeCloseTo(4, 2))
  })

  it('turned by a quarter about the front, what held up holds to the left and everything else is as before', () => {
    const list = claws(5, 1, 35, 9, 4).slice(0, 3)
    const quarter = ([x, y, z]: Vec3): Vec3 => [-y, x, z]
    const before = holdOf(setting(list, 5), 1)
    const after = holdOf(
      setting(
        list.map((w) => ({ ...w, path: movePath(w.path, quarter, quarter) })),
        5,
      ),
      1,
    )
    const force = (h: Hold, id: string) => h.directions.find((d) => d.id === id)!.force
    for (const [was, is] of [
      ['up', 'left'],
      ['left', 'down'],
      ['down', 'right'],
      ['right', 'up'],
      ['front', 'front'],
      ['back', 'back'],
    ] as const)
      expect(Math.abs(force(after, is) - force(before, was))).toBeLessThan(
        0.03 * Math.max(1, force(before, was)),
      )
    expect(after.caught).toBe(before.caught)
  })

  it('where the piece lies makes no difference', () => {
    const by: Vec3 = [13, -7, 4]
    const there = (p: Vec3): Vec3 => [p[0] + by[0], p[1] + by[1], p[2] + by[2]]
    const list = caged(6, '1.0 metric')
    const [here, moved] = [
      holdOf(setting(list, 6), 2),
      holdOf(
        setting(
          list.map((w) => ({ ...w, path: movePath(w.path, there, (v) => v) })),
          6,
          by,
        ),
        2,
      ),
    ]
    expect(moved.force / here.force).toBeCloseTo(1, 3)
    moved.directions.forEach((d, i) => expect(d.force / here.directions[i]!.force).toBeCloseTo(1, 3))
  })

  it('a wire more never weakens it in any way', () => {
    const list = caged(6, '1.0 metric')
    const plain = holdOf(setting(list, 6), 2)
    const more = [
      ...list,
      // a bar before it, just touching
      rail('bar', [-9, 0, 6.5], [9, 0, 6.5]),
    ]
    const held = holdOf(setting(more, 6), 2)
    held.directions.forEach((d, i) => expect(d.force).toBeGreaterThan(0.985 * plain.directions[i]!.force))
    const front = (h: Hold) => h.directions.find((d) => d.id === 'front')!.force
    expect(front(held)).toBeGreaterThan(1.02 * front(plain))
  })

  it('stronger metal holds in proportion to what it yields at; a heavier stone is pulled by as much more', () => {
    const straight = (temper: 'dead soft' | 'half hard') =>
      holdOf(
        setting(
          claws(5, 1, 35, 9, 4).map((w) => ({ ...w, temper })),
          5,
        ),
        2,
      )
    const yields = alloy('copper').yield
    const [soft, hard] = [straight('dead soft'), straight('half hard')]
    hard.directions.forEach((d, i) => {
      const { force } = soft.directions[i]!
      if (force === 0) expect(d.force).toBe(0)
      else expect(d.force / force).toBeCloseTo(yields['half hard'][0] / yields['dead soft'][0], 6)
    })
    // wire that was bent is harder for it: soft wire gains more than hard wire
    const bent = (temper: 'dead soft' | 'half hard', mass: number) =>
      holdOf(
        setting(
          caged(6, '1.0 metric').map((w) => ({ ...w, temper })),
          6,
        ),
        mass,
      )
    const ratio = bent('half hard', 2).force / bent('dead soft', 2).force
    expect(ratio).toBeGreaterThan(1.5)
    expect(ratio).toBeLessThan(yields['half hard'][0] / yields['dead soft'][0])
    expect(bent('half hard', 4).timesWeight).toBeCloseTo(bent('half hard', 2).timesWeight / 2, 6)
    expect(bent('half hard', 4).force).toBeCloseTo(bent('half hard', 2).force, 6)
  })

  it('the weakest of all ways is no stronger than any that is named or looked at', () => {
    const h = holdOf(setting(claws(5, 1, 40, 9, 4), 5), 1)
    if (h.caught) for (const d of h.directions) expect(h.force).toBeLessThanOrEqual(d.force + 1e-6)
    const cage = holdOf(setting(caged(6, '1.0 metric'), 6), 2)
    expect(cage.caught).toBe(true)
    for (const d of cage.directions) expect(cage.force).toBeLessThanOrEqual(d.force + 1e-6)
    for (const f of cage.sphere) expect(cage.force).toBeLessThanOrEqual(f + 1e-6)
  })

  it('the quick look at what may be borne at most is never below what is found', () => {
    for (const size of ['0.6 metric', '1.0 metric', '1.2 metric']) {
      const s = setting(caged(6, size), 6)
      const whole = holdOf(s, 2)
      const { times } = atMost(s, 2, whole.timesWeight * 0.9)
      expect(times).toBeGreaterThanOrEqual(whole.timesWeight * 0.9 - 1e-6)
    }
    expect(atMost(setting(claws(5, 1, 30, 8), 5), 1, 10).times).toBeLessThan(10)
  })
})

describe('bends that are short', () => {
  it('are drawn outward by as much as they reach over a face, and nowhere else', () => {
    const list = claws(5, 1, 50, 8, 4)
    const design = bareDesign(list)
    const s = settingOf(design, ball(5))
    const less = shortened(design, s, 0.5)
    // a shortened claw stands off the ball, so the ball has play toward the front
    const travel = (of: typeof s) => walkIn(of, DIRECTIONS.find((d) => d.id === 'front')!.d).travel
    expect(travel(less)).toBeGreaterThan(travel(s) + 0.1)
    // by the slope of where they touch: half a millimetre outward lets it rise by half a millimetre over the slope
    const rises = (0.5 * Math.cos((50 * Math.PI) / 180)) / Math.sin((50 * Math.PI) / 180)
    expect(Math.abs(travel(less) - travel(s) - rises)).toBeLessThan(0.2)
    const none = shortened(design, s, 0)
    expect(travel(none)).toBeCloseTo(travel(s), 6)
  })

  it('hold no more than those that are not', () => {
    for (const size of ['0.8 metric', '1.2 metric']) {
      const design = bareDesign(caged(6, size))
      const s = settingOf(design, ball(6))
      const hold = holdOf(s, 2)
      const short = heldShort(design, s, 2)
      expect(short.force).toBeLessThan(1.1 * releases(s, hold).weakest.force)
    }
  })
})

describe('how far a stone turns', () => {
  it('a ball turns freely about every axis and is as caught as before', () => {
    const { turning, caught } = turned(setting(caged(6, '1.0 metric'), 6))
    expect(caught).toBe(true)
    for (const degrees of turning.degrees) expect(degrees).toBeGreaterThan(20)
  })
})

describe('the verdict', () => {
  const g = 0.00980665
  const mass = 10
  const weight = mass * g
  const ask = (change: Partial<Parameters<typeof verdictOf>[0]>) =>
    verdictOf({
      caught: true,
      force: 400 * weight,
      letsGo: 1,
      short: { caught: true, force: 400 * weight, arrow: [0, 0, 1] },
      mass,
      ...change,
    })

  it('is sound where a knock is borne with every bend short, and tells each demand by itself', () => {
    const all = ask({})
    expect(all.verdict).toBe('sound')
    expect(all.demands.map((d) => d.verdict)).toEqual(['sound', 'sound', 'sound', 'sound'])
    // a drop decides nothing
    const knocked = ask({
      force: 150 * weight,
      short: { caught: true, force: 120 * weight, arrow: [0, 0, 1] },
    })
    expect(knocked.verdict).toBe('sound')
    expect(knocked.demands.map((d) => d.verdict)).toEqual(['sound', 'sound', 'sound', 'fails'])
  })

  it('is doubtful where only bends as planned bear it, or where it is worn and not knocked', () => {
    const short = ask({ short: { caught: true, force: 60 * weight, arrow: [0, 0, 1] } })
    expect(short.verdict).toBe('doubtful')
    expect(short.demands.find((d) => d.id === 'knocked')!.verdict).toBe('doubtful')
    expect(short.demands.find((d) => d.id === 'shaken')!.verdict).toBe('sound')
    expect(ask({ force: 50 * weight }).verdict).toBe('doubtful')
    expect(ask({ short: { caught: false, force: 0, arrow: [0, 0, 1] } }).verdict).toBe('doubtful')
  })

  it('fails where it is not caught, cannot be worn, or only a snap holds it', () => {
    expect(ask({ caught: false }).verdict).toBe('fails')
    expect(ask({ force: 4 * weight }).verdict).toBe('fails')
    expect(ask({ letsGo: LEAST_TRAVEL * 0.9 }).verdict).toBe('fails')
    expect(ask({ letsGo: LEAST_TRAVEL }).verdict).toBe('sound')
  })

  it('turns at exactly what is asked, and at what the workshop asks instead', () => {
    const at = (times: number, demands = DEMANDS) =>
      ask({
        force: times * weight * (1 + 1e-9),
        short: { caught: true, force: times * weight * (1 + 1e-9), arrow: [0, 0, 1] },
        demands,
      }).verdict
    expect([at(4.99), at(5), at(99.9), at(100)]).toEqual(['fails', 'doubtful', 'doubtful', 'sound'])
    const gentle = { worn: 2, shaken: 5, knocked: 20, dropped: 40 }
    expect([at(1.9, gentle), at(2, gentle), at(20, gentle)]).toEqual(['fails', 'doubtful', 'sound'])
  })
})

it('a wire that is bound nowhere bears nothing, however it lies', () => {
  const loose = caged(6, '1.0 metric').map((w) => ({ ...w, bound: [] }))
  expect(pathLength(loose[0]!.path)).toBeGreaterThan(10)
  expect(holdOf(setting(loose, 6), 2).caught).toBe(false)
})
