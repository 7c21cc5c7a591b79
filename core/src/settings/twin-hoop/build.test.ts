import { bisect, dist } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { planHold, plan, DEFAULT_SETTINGS } from '../../plan/index'
import { numberOf } from '../../working/index'
import { wireSize } from '../../wire/index'
import type { Options } from '../index'
import { basisOf } from './build'
import { examples } from './examples'
import { family as twinHoop } from './index'

const [pendant, ring, egg] = examples.sound as [
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
]
const awg = (n: number): number => wireSize(`${n} AWG`).mm
const lengths = ({ stone, options }: (typeof examples.sound)[0], change: Options = {}) =>
  Object.fromEntries(
    twinHoop.build(stone, { ...options, ...change }).wires.map((w) => [w.id, pathLength(w.path)]),
  )
const partLength = (e: (typeof examples.sound)[0], wire: string, part: string, change: Options = {}) => {
  const w = twinHoop.build(e.stone, { ...e.options, ...change }).wires.find((x) => x.id === wire)!
  const p = w.parts.find((x) => x.id === part)!
  return p.s1 - p.s0
}

describe('two hoops', () => {
  it('by hand: the hoops of a ball lie where a ring of their size touches it, and their spacing follows', () => {
    // ball 14, hoops 11.2 inside of 20 AWG: wire's middle 6 mm from the axis (5.6 + 0.406), and R + d/2 = 7.406 from the ball's
    // middle: √(7.406² − 6.006²) = 4.333; twice that and the play of 0.1 = 8.766
    const { outputs } = twinHoop
    const d = awg(20)
    const r = 5.6 + d / 2
    const expected = 2 * Math.sqrt((7 + d / 2) ** 2 - r ** 2) + 0.1
    const spacing = outputs(pendant.stone, pendant.options).find((o) => o.id === 'spacing')!
    expect(numberOf(spacing.quantity)).toBeCloseTo(expected, 6)
    expect(expected).toBeCloseTo(8.766, 2)
  })

  it('by hand: wire of a hoop is two half circles, a turn in passing and three turns less a quarter at each end', () => {
    const d = awg(20)
    const ds = awg(18)
    const turn = Math.PI * (d + ds)
    // circles of 6.006 on average; 1 + 2 × 2.75 turns of 5.77 mm, and a little for the lead: √(turn² + lead²)
    const lead = 1.15 * d * 1.13
    const wound = 6.5 * Math.sqrt(turn ** 2 + (0.9 * lead) ** 2)
    const byHand = 2 * Math.PI * (5.6 + d / 2) + wound
    expect(lengths(pendant).near! / byHand).toBeCloseTo(1, 2)
    expect(lengths(pendant).far).toBeCloseTo(lengths(pendant).near!, 6)
  })

  it('by hand: a ring’s shank is nearly its finger’s circle, and arcs about the ball', () => {
    // finger 17.3 + 1.024, sides about the ball at 7 + 0.41 + 0.87 with the sizes used: closed forms of circles that touch
    const { o, geometry } = basisOf(ring.stone, ring.options)
    const ds = awg(18)
    const R = 7 + geometry.post.offset
    const F = (o.ring + ds) / 2
    const f = 1.2 * ds
    const c = 7 + o.ring / 2 - o.bulge
    // the curve's middle by cosines in the triangle of the three middles
    const cosine = (a: number, b: number, opposite: number) =>
      Math.acos((a * a + b * b - opposite * opposite) / (2 * a * b))
    const atBall = cosine(R + f, c, F + f)
    const atFinger = cosine(F + f, c, R + f)
    // three angles of a triangle
    const half = F * (Math.PI - atFinger) + f * (Math.PI - atBall - atFinger)
    const shape = partLength(ring, 'shank', 'finger-right') + partLength(ring, 'shank', 'turn-right')
    expect(shape).toBeCloseTo(half, 6)
    // the sides run from there along a circle of R
    const rise = partLength(ring, 'shank', 'rise-right')
    const near = partLength(ring, 'shank', 'near-right')
    const psi = Math.PI / 2 - atBall
    const low = geometry.near.psi - near / 2 / R
    expect(rise + near).toBeCloseTo(R * (psi - low), 6)
  })

  it('by hand: a pendant’s loop is the arc of its circle between its two legs', () => {
    const ds = awg(18)
    const radius = 2.5 + ds / 2
    const leg = 2 * ds
    const lean = Math.asin((ds / 2 + leg) / (radius + leg))
    expect(partLength(pendant, 'hanger', 'loop-left')).toBeCloseTo(radius * (Math.PI - lean), 9)
    expect(partLength(pendant, 'hanger', 'leg-left')).toBeCloseTo(leg * (Math.PI / 2 - lean), 9)
  })

  // the halves of a hoop stand a wire's thickness apart: the one farther out stops the ball a little before
  it('the play is about what the ball moves along the hoops’ axis, by the walk', () => {
    for (const play of [0, 0.2, 0.4]) {
      const result = plan({
        stone: pendant.stone,
        family: 'twin-hoop',
        options: { ...pendant.options, play },
        settings: DEFAULT_SETTINGS,
      })
      if (!result.ok) throw new Error('not built')
      const { hold } = planHold(result.plan)
      const [up, down] = ['up', 'down'].map((id) => hold.directions.find((d) => d.id === id)!.travel)
      expect(up! + down!).toBeGreaterThanOrEqual(0.75 * play)
      expect(up! + down!).toBeLessThan(play + 0.06)
    }
  })

  it('the hoops lie on an egg lying across a finger as a plane cuts the egg grown by half a wire', () => {
    const across = { ...egg, options: { ...ring.options } }
    const design = twinHoop.build(across.stone, across.options)
    const { geometry } = basisOf(across.stone, across.options)
    const [a, b] = [7, 9.5]
    const far = design.wires.find((w) => w.id === 'far')!
    const part = far.parts.find((p) => p.kind === 'front')!
    for (let k = 1; k < 20; k++) {
      const [x, y, z] = pathAt(far.path, part.s0 + ((part.s1 - part.s0) * k) / 20).p
      // nearest point of the ellipsoid by its parallel: the normal of level grows the point by its distance
      const r = Math.hypot(x, z)
      const t = bisect(
        (u) => ((a * r) / (u + a * a)) ** 2 + ((b * Math.abs(y)) / (u + b * b)) ** 2 - 1,
        1e-9,
        1000,
        1e-12,
      ).root
      const q: [number, number] = [(a * a * r) / (t + a * a), (b * b * Math.abs(y)) / (t + b * b)]
      expect(Math.hypot(r - q[0], Math.abs(y) - q[1])).toBeCloseTo(geometry.offset, 1)
    }
  })

  it('the turned-back end lies outside the coil that it locks', () => {
    const design = twinHoop.build(pendant.stone, pendant.options)
    const hanger = design.wires.find((w) => w.id === 'hanger')!
    const tip = pathAt(hanger.path, pathLength(hanger.path)).p
    const far = design.wires.find((w) => w.id === 'far')!
    let least = Infinity
    for (let s = 0; s < pathLength(far.path); s += 0.05)
      least = Math.min(least, dist(pathAt(far.path, s).p, tip))
    const touch = (awg(20) + awg(18)) / 2
    expect(least).toBeGreaterThan(touch - 0.05)
    expect(least).toBeLessThan(touch + 0.8)
  })

  it('refuses what is not round, and says by how much coils lack room', () => {
    const say = (stone: object, options?: Options) =>
      twinHoop.fits({ ...pendant.stone, ...stone }, options).map((f) => f.code)
    expect(say({ form: 'barrel' })).toEqual(['twin-hoop.not-round'])
    expect(say({ form: 'egg', depth: 10 })).toEqual(['twin-hoop.not-round'])
    expect(say({ kind: 'cabochon', form: undefined, depth: 6 })).toEqual(['twin-hoop.not-round'])
    expect(say({})).toEqual([])
    expect(say({}, { ...pendant.options, turns: 4, size: '16 AWG', shankSize: '14 AWG' })).toContain(
      'twin-hoop.coils-meet',
    )
    expect(say({}, { ...ring.options, seat: 9 })).toContain('twin-hoop.coil-in-shank')
  })
})

describe('two hoops worked from one wire', () => {
  const one = examples.sound.find((e) => e.options.work === 'one wire')!
  const d = awg(18)

  it('is one wire, as thick in its hoops as in its bail, and wound on in the order of work', () => {
    const design = twinHoop.build(one.stone, one.options)
    expect(design.wires.map((w) => w.id)).toEqual(['one'])
    expect(design.wires[0]!.stock.size.mm).toBe(d)
    const steps = design.operations.map((o) => o.id)
    const order = ['coil-one-far', 'seat-one', 'climb', 'coil-one-near', 'coil-one-end', 'hook-one']
    expect(order.map((id) => steps.indexOf(id))).toEqual(
      order.map((id) => steps.indexOf(id)).sort((a, b) => a - b),
    )
  })

  it('by hand: its hoops are circles and its turns are as long as round a wire of its own thickness', () => {
    const r = 5.6 + d / 2
    // the near hoop's halves lie half a wire nearer and farther than the middle: on average the circle
    const near = partLength(one, 'one', 'near-front-right') + partLength(one, 'one', 'near-back-right')
    expect(near / (2 * Math.PI * r)).toBeCloseTo(1, 2)
    const turn = 2 * Math.PI * d
    const pass = partLength(one, 'one', 'near-pass-right')
    expect(pass).toBeGreaterThan(turn)
    expect(pass / Math.hypot(turn, 1.3 * d)).toBeCloseTo(1, 1)
    // the end: three turns less a quarter, packed
    const coil = partLength(one, 'one', 'coil-right')
    expect(coil / (2.75 * Math.hypot(turn, 1.3 * d))).toBeCloseTo(1, 1)
  })

  it('stands nowhere in itself', () => {
    for (const e of [one, { ...one, stone: egg.stone }]) {
      const [wire] = twinHoop.build(e.stone, e.options).wires
      const points = stationsOf(wire!.path, 0, pathLength(wire!.path), 0.2)
      let least = Infinity
      points.forEach((p, i) => {
        for (const q of points.slice(i + 1))
          if (q.s - p.s > 3 * d) least = Math.min(least, dist(p.at.p, q.at.p) - d)
      })
      expect(least).toBeGreaterThan(-0.08)
      expect(least).toBeLessThan(0.1)
    }
  })

  it('says what to do where it cannot be wound round itself, or has no room to climb', () => {
    const said = (change: Options) => twinHoop.fits(one.stone, { ...one.options, ...change })
    expect(said({}).map((f) => f.code)).toEqual([])
    const hard = said({ temper: 'half hard' }).find((f) => f.code === 'twin-hoop.coil-too-tight')!
    expect(hard.mend).toEqual({ field: 'temper', value: 'dead soft' })
    expect(said({ hoop: 13.9, seat: 13.9 }).map((f) => f.code)).toContain('twin-hoop.no-climb')
  })
})

it('outputs of two hoops are the true extents of their wires and the stone', () => {
  for (const e of examples.sound) {
    const design = twinHoop.build(e.stone, e.options)
    const out = Object.fromEntries(
      twinHoop.outputs(e.stone, e.options).map((o) => [o.id, Number(o.quantity.value)]),
    )
    for (const [k, id] of [
      [0, 'width'],
      [1, 'height'],
      [2, 'thick'],
    ] as const) {
      const half = (k === 1 ? e.stone.length : e.stone.width) / 2
      let [low, high] = [-half, half]
      for (const w of design.wires)
        for (const { at } of stationsOf(w.path, 0, pathLength(w.path), 0.05)) {
          low = Math.min(low, at.p[k] - w.stock.size.mm / 2)
          high = Math.max(high, at.p[k] + w.stock.size.mm / 2)
        }
      expect(out[id]).toBeCloseTo(high - low, 1)
    }
  }
})
