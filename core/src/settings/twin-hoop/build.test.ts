import { bisect, dist } from '../../geom/index'
import { heldStone } from '../../hold/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { fullStone } from '../../stone/index'
import { planHold, plan, DEFAULT_SETTINGS } from '../../plan/index'
import { numberOf } from '../../working/index'
import { wireSize } from '../../wire/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as twinHoop } from './index'

const [pendant, ring, egg] = examples.sound as [
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
]
const awg = (n: number): number => wireSize(`${n} AWG`).mm
/** How far from a ball of 14 mm the hoops' wire has its middle so that their planes stand a play farther apart than where both touch: by Pythagoras. */
function offsetOf(options: Options, d: number): number {
  const radii = [options.seat, options.hoop].map((inside) => (Number(inside) + d) / 2)
  const apart = (offset: number) => radii.reduce((sum, r) => sum + Math.sqrt((7 + offset) ** 2 - r * r), 0)
  return bisect((x) => apart(x) - apart(d / 2) - Number(options.play), d / 2, 2, 1e-12).root
}
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
    const [d, ds] = [awg(20), awg(18)]
    const [inside, bulge] = [Number(ring.options.ring), Number(ring.options.bulge)]
    const offset = offsetOf(ring.options, d)
    const R = 7 + offset + (d + ds) / 2
    const F = (inside + ds) / 2
    const f = 1.2 * ds
    const c = 7 + inside / 2 - bulge
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
    const middle = Math.acos((Number(ring.options.seat) + d) / 2 / (7 + offset))
    const low = middle - near / 2 / R
    expect(rise + near).toBeCloseTo(R * (psi - low), 6)
  })

  it('by hand: a pendant’s loop is the arc of its circle between its two legs', () => {
    const ds = awg(18)
    const radius = 2.5 + ds / 2
    const leg = 2 * ds
    const lean = Math.asin((ds / 2 + leg) / (radius + leg))
    expect(partLength(pendant, 'hanger', 'half-left')).toBeCloseTo(radius * (Math.PI - lean), 9)
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
    const offset = offsetOf(across.options, awg(20))
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
      expect(Math.hypot(r - q[0], Math.abs(y) - q[1])).toBeCloseTo(offset, 1)
    }
  })

  it('the ends are curled in over the far hoop, by the stone and not on it, and stand nowhere beside the piece', () => {
    for (const e of [pendant, ring, egg]) {
      const design = twinHoop.build(e.stone, e.options)
      const carrier = design.wires.find((w) => w.id === 'hanger' || w.id === 'shank')!
      const ds = awg(18)
      const held = heldStone(fullStone(e.stone))
      const far = design.wires.find((w) => w.id === 'far')!
      for (const s of [0, pathLength(carrier.path)]) {
        const tip = pathAt(carrier.path, s).p
        const off = held.nearest(tip, { theta: NaN, phi: NaN }).distance - ds / 2
        expect(off).toBeGreaterThan(0.05)
        expect(off).toBeLessThan(0.4)
        // past the hoop: farther along its axis, and nearer to it
        const axis = e === ring ? 2 : 1
        const half = far.parts.find((p) => p.kind === 'front')!
        const hoop = stationsOf(far.path, half.s0, half.s1, 0.1).map((x) => x.at.p)
        const level = Math.max(...hoop.map((p) => Math.abs(p[axis])))
        expect(Math.abs(tip[axis])).toBeGreaterThan(level + ds / 2)
        expect(Math.abs(tip[0])).toBeLessThan(Math.max(...hoop.map((p) => Math.abs(p[0]))))
      }
    }
  })

  it('a hoop comes off the rod wider by its turn in passing: round it is as long as its halves and that turn', () => {
    for (const e of [pendant, ring]) {
      const [d, ds] = [awg(20), awg(18)]
      const design = twinHoop.build(e.stone, e.options)
      for (const id of ['near', 'far']) {
        const { values, forms } = design.operations.find((o) => o.id === `wind-${id}`)!
        const inside = Number(values.inside)
        // a turn round the carrier takes as much as a circle wider by its length over π
        const drawn = Number(values.open) - inside
        expect(drawn).toBeGreaterThan((d + ds) * 0.98)
        expect(drawn).toBeLessThan((d + ds) * 1.1)
        expect(Number(values.rod)).toBeLessThan(Number(values.open))
        const shown = forms.flatMap((f) => (typeof f.to === 'object' && 'like' in f.to ? f.to.like : []))
        const sweep = shown.reduce((sum, s) => sum + (s.kind === 'arc' ? s.sweep : 0), 0)
        expect(sweep).toBeCloseTo(2 * Math.PI, 9)
      }
    }
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
