import type { Vec3 } from '../geom/index'
import { movePath, pathLength } from '../path/index'
import { alloy } from '../wire/index'
import { ball, bareDesign, claws, holdFor, hoop, rail, type BareWire } from '../testingDesigns'
import {
  atMost,
  askedOf,
  DEMANDS,
  DEMAND_IDS,
  DIRECTIONS,
  heldCarefully,
  PLAY,
  releases,
  settingOf,
  shortened,
  smaller,
  toleranced,
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
    const small = holdFor(settingOf(bareDesign(caged(5, '0.6 metric')), ball(5), 0.25), 1)
    const large = holdFor(settingOf(bareDesign(caged(10, '1.2 metric', 2)), ball(10), 0.5), 8)
    expect(small.caught && large.caught).toBe(true)
    expect(large.force / small.force).toBeCloseTo(4, 2)
    expect(large.timesWeight / small.timesWeight).toBeCloseTo(0.5, 3)
    large.directions.forEach((d, i) => expect(d.force / small.directions[i]!.force).toBeCloseTo(4, 2))
  })

  it('turned by a quarter about the front, what held up holds to the left and everything else is as before', () => {
    const list = claws(5, 1, 35, 9, 4).slice(0, 3)
    const quarter = ([x, y, z]: Vec3): Vec3 => [-y, x, z]
    const before = holdFor(setting(list, 5), 1)
    const after = holdFor(
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
      holdFor(setting(list, 6), 2),
      holdFor(
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
    const plain = holdFor(setting(list, 6), 2)
    const more = [
      ...list,
      // a bar before it, just touching
      rail('bar', [-9, 0, 6.5], [9, 0, 6.5]),
    ]
    const held = holdFor(setting(more, 6), 2)
    held.directions.forEach((d, i) => expect(d.force).toBeGreaterThan(0.985 * plain.directions[i]!.force))
    const front = (h: Hold) => h.directions.find((d) => d.id === 'front')!.force
    expect(front(held)).toBeGreaterThan(1.02 * front(plain))
  })

  it('stronger metal holds in proportion to what it yields at; a heavier stone is pulled by as much more', () => {
    const straight = (temper: 'dead soft' | 'half hard') =>
      holdFor(
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
      holdFor(
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
    const h = holdFor(setting(claws(5, 1, 40, 9, 4), 5), 1)
    if (h.caught) for (const d of h.directions) expect(h.force).toBeLessThanOrEqual(d.force + 1e-6)
    const cage = holdFor(setting(caged(6, '1.0 metric'), 6), 2)
    expect(cage.caught).toBe(true)
    for (const d of cage.directions) expect(cage.force).toBeLessThanOrEqual(d.force + 1e-6)
    for (const f of cage.sphere) expect(cage.force).toBeLessThanOrEqual(f + 1e-6)
  })

  it('the quick look at what may be borne at most is never below what is found', () => {
    for (const size of ['0.6 metric', '1.0 metric', '1.2 metric']) {
      const s = setting(caged(6, size), 6)
      const whole = holdFor(s, 2)
      expect(atMost(s, whole.force * 0.9).force).toBeGreaterThanOrEqual(whole.force * 0.9 - 1e-6)
    }
    expect(atMost(setting(claws(5, 1, 30, 8), 5), 0.1).force).toBeLessThan(0.1)
  })
})

describe('bends that are short', () => {
  it('are drawn outward by as much as they reach over a face, and nowhere else', () => {
    const list = claws(5, 1, 50, 8, 4)
    const design = bareDesign(list)
    const s = settingOf(design, ball(5))
    const less = shortened(s, 0.5)
    // a shortened claw stands off the ball, so the ball has play toward the front
    const travel = (of: typeof s) => walkIn(of, DIRECTIONS.find((d) => d.id === 'front')!.d).travel
    expect(travel(less)).toBeGreaterThan(travel(s) + 0.1)
    // by the slope of where they touch: half a millimetre outward lets it rise by half a millimetre over the slope
    const rises = (0.5 * Math.cos((50 * Math.PI) / 180)) / Math.sin((50 * Math.PI) / 180)
    expect(Math.abs(travel(less) - travel(s) - rises)).toBeLessThan(0.2)
    const none = shortened(s, 0)
    expect(travel(none)).toBeCloseTo(travel(s), 6)
  })

  it('hold nothing where they reach over by less: the wire then stands off the stone', () => {
    // hoops of 0.3 mm over a ball: half a millimetre outward lets it through
    const hardly = (over: number) => {
      const r = 6 + 0.5 - over
      const half = Math.sqrt(6.5 ** 2 - r ** 2)
      const round = 2 * Math.PI * r
      const bound = [
        [0, 0.4],
        [round / 2 - 0.2, round / 2 + 0.2],
        [round - 0.4, round],
      ] as const
      const design = bareDesign([
        hoop('upper', r, half, 'z', { bound }),
        hoop('lower', r, -half, 'z', { bound }),
      ])
      const s = settingOf(design, ball(6))
      return { s }
    }
    const { s } = hardly(0.05)
    expect(holdFor(s, 2).caught).toBe(true)
    const { both, short, play } = heldCarefully(s, askedOf(DEMANDS, 2, undefined))
    expect([both.caught, short!.caught, play!.caught]).toEqual([false, false, false])
    const deep = hardly(1.4)
    expect(heldCarefully(deep.s, askedOf(DEMANDS, 2, undefined)).both.caught).toBe(true)
  })

  it('hold no more than those that are not', () => {
    for (const size of ['0.8 metric', '1.2 metric']) {
      const design = bareDesign(caged(6, size))
      const s = settingOf(design, ball(6))
      const planned = releases(s, holdFor(s, 2))
      const { both } = heldCarefully(s, askedOf(DEMANDS, 2, undefined))
      expect(both.force).toBeLessThan(1.1 * planned.weakest.force)
      expect(both.energy).toBeLessThan(1.1 * planned.energy)
    }
  })
})

describe('a stone that is smaller all round', () => {
  it('is a ball of less radius, and a cone whose sides are drawn in', () => {
    const small = smaller(ball(6), PLAY)
    for (const p of [
      [7, 0, 0],
      [3, -4, 5],
      [0.2, 5.95, 0.1],
    ] as const) {
      const [a, b] = [
        small.nearest(p, { theta: NaN, phi: NaN }),
        ball(5.9).nearest(p, { theta: NaN, phi: NaN }),
      ]
      expect(a.distance).toBeCloseTo(b.distance, 12)
      a.q.forEach((v, k) => expect(v).toBeCloseTo(b.q[k]!, 12))
    }
    expect(small.low[0]).toBeCloseTo(-5.9, 12)
  })

  it('rattles by so much more each way', () => {
    const list = caged(6, '1.0 metric')
    const travel = (held: ReturnType<typeof ball>, d: Vec3) =>
      walkIn(settingOf(bareDesign(list), held), d).travel
    for (const { d } of DIRECTIONS)
      expect(travel(smaller(ball(6), PLAY), d)).toBeCloseTo(travel(ball(5.9), d), 3)
    const s = settingOf(bareDesign(list), ball(6))
    const less = toleranced(s, 'play')
    expect(walkIn(less, [0, 0, 1]).travel).toBeGreaterThan(walkIn(s, [0, 0, 1]).travel + 0.05)
  })
})

describe('how far a stone turns', () => {
  it('a ball turns freely about every axis and is as caught as before', () => {
    const { turning, caught } = turned(setting(caged(6, '1.0 metric'), 6))
    expect(caught).toBe(true)
    for (const degrees of turning.degrees) expect(degrees).toBeGreaterThan(20)
  })
})

describe('what is asked', () => {
  it('is the work of lifting, and of a swing, by the laws of falling bodies', () => {
    const asked = askedOf(DEMANDS, 10, undefined)
    expect(asked.weight).toBeCloseTo(0.0980665, 9)
    // a gram at a metre a second: half a millijoule
    expect(askedOf({ ...DEMANDS, knock: 1 }, 1, undefined).knocked).toBeCloseTo(0.5, 12)
    // a fall from h ends at v with v² = 2 g h: the same energy
    const v = Math.sqrt(2 * 9.80665 * DEMANDS.fall)
    expect(askedOf({ ...DEMANDS, knock: v }, 10, undefined).knocked).toBeCloseTo(asked.fallen, 9)
    // a fingertip asks what it asks, of a small stone too
    expect(askedOf(DEMANDS, 0.1, undefined).pressed).toBe(asked.pressed)
    expect(askedOf(DEMANDS, 0.1, 'ring').pressed).toBeGreaterThan(asked.pressed)
  })
})

describe('the verdict', () => {
  const asked = askedOf(DEMANDS, 10, undefined)
  const plenty = { caught: true, force: 50, energy: 200, arrow: [0, 0, 1] as Vec3 }
  const ask = (change: Partial<Parameters<typeof verdictOf>[0]>) =>
    verdictOf({ caught: true, force: 50, energy: 200, careful: { both: plenty }, asked, ...change })
  const of = (found: ReturnType<typeof ask>) => found.demands.map((d) => d.verdict)

  it('is sound where all is borne with what a hand misses by, and tells each demand by itself', () => {
    const all = ask({})
    expect(all.verdict).toBe('sound')
    expect(all.demands.map((d) => d.id)).toEqual([...DEMAND_IDS])
    expect(of(all)).toEqual(['sound', 'sound', 'sound', 'sound', 'sound'])
    // a fall decides nothing
    const light = ask({ energy: asked.knocked * 1.1 })
    expect(light.verdict).toBe('sound')
    expect(of(light)).toEqual(['sound', 'sound', 'sound', 'sound', 'fails'])
  })

  it('is doubtful where only as planned it is borne, or where it is worn and no more', () => {
    const weak = ask({ careful: { both: { ...plenty, energy: asked.knocked * 0.9 } } })
    expect(weak.verdict).toBe('doubtful')
    expect(of(weak)).toEqual(['sound', 'sound', 'sound', 'doubtful', 'sound'])
    // each alone counts as well: a verdict is never better for a second fault
    const alone = ask({ careful: { both: plenty, play: { ...plenty, force: asked.worn } } })
    expect(alone.verdict).toBe('doubtful')
    expect(ask({ force: asked.worn * 1.01 }).verdict).toBe('doubtful')
    expect(ask({ careful: { both: { ...plenty, caught: false, force: 0, energy: 0 } } }).verdict).toBe(
      'doubtful',
    )
    expect(ask({ caught: false, undecided: true }).verdict).toBe('doubtful')
  })

  it('fails where it is not caught or cannot be worn', () => {
    expect(ask({ caught: false }).verdict).toBe('fails')
    expect(ask({ force: asked.worn * 0.99 }).verdict).toBe('fails')
  })

  it('turns at exactly what is asked', () => {
    const at = (energy: number) => ask({ energy, careful: { both: { ...plenty, energy } } }).verdict
    expect([at(asked.knocked * (1 - 1e-9)), at(asked.knocked)]).toEqual(['doubtful', 'sound'])
    const force = (f: number) => ask({ force: f, careful: { both: { ...plenty, force: f } } }).verdict
    expect([force(asked.pressed * (1 - 1e-9)), force(asked.pressed)]).toEqual(['doubtful', 'sound'])
  })
})

it('a wire that is bound nowhere bears nothing, however it lies', () => {
  const loose = caged(6, '1.0 metric').map((w) => ({ ...w, bound: [] }))
  expect(pathLength(loose[0]!.path)).toBeGreaterThan(10)
  expect(holdFor(setting(loose, 6), 2).caught).toBe(false)
})
