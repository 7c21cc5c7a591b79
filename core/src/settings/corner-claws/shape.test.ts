import { sectionAt, gapAt, type Design, type Wire } from '../../design/index'
import { dist, dot, norm, sub, type Vec3 } from '../../geom/index'
import { heldStone } from '../../hold/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { fullStone } from '../../stone/index'
import { fittings, type Fitting as Case } from '../../testing'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as claws } from './index'

const LIST = fittings({ chosen: claws, examples }, 7, 14, (stone, random) => {
  const worn = random() < 0.5 ? 'ring' : 'pendant'
  return examples.random(stone, { alloy: 'copper', temper: 'half hard', worn }, random)
})
const wireOf = (design: Design, id: string): Wire => design.wires.find((w) => w.id === id)!
const tierOf = (wire: Wire) => wire.id.split('-')[0] as 'seat' | 'claw'
const alongOf = (wire: Wire): 'Along' | 'Across' =>
  wire.id.endsWith('top') || wire.id.endsWith('bottom') ? 'Along' : 'Across'
const part = (wire: Wire, id: string) => wire.parts.find((p) => p.id === id)
const points = (wire: Wire, id: string, step: number) => {
  const p = part(wire, id)
  return p ? stationsOf(wire.path, p.s0, p.s1, step) : []
}
const outputs = new Map<Case, Readonly<Record<string, number>>>()
const output = (c: Case, id: string): number | undefined => {
  const known =
    outputs.get(c) ??
    Object.fromEntries(claws.outputs(c.stone, c.options).map((o) => [o.id, numberOf(o.quantity)]))
  outputs.set(c, known)
  return known[id]
}
/** A number told for one axis; a square stone has it once. */
const told = (c: Case, id: string, way: 'Along' | 'Across') =>
  output(c, `${id}${way}`) ?? output(c, `${id}Along`)!

describe('corner claws over random stones', () => {
  it('seat wires touch the pavilion along their middle, claws stand their play off the crown', () => {
    for (const { stone, options, design } of LIST) {
      const held = heldStone(fullStone(stone))
      for (const wire of design.wires) {
        const s = wire.anchor
        const { p, t } = pathAt(wire.path, s)
        const { gap } = gapAt(p, held.nearest(p, { theta: NaN, phi: NaN }), sectionAt(wire, s, t))
        // what stands off by its play along the axis stands off by less across the slope
        const most = tierOf(wire) === 'seat' ? 0.01 : Number(options.play) + 0.01
        expect(gap).toBeGreaterThan(-0.01)
        expect(gap).toBeLessThan(most)
      }
    }
  })

  it('the opening of the seat is what lies between the inner sides of opposite wires, and the stone does not fall through', () => {
    for (const c of LIST) {
      const a = wireSize(String(c.options.size)).mm
      for (const [one, two, axis, way] of [
        ['seat-top', 'seat-bottom', 1, 'Along'],
        ['seat-right', 'seat-left', 0, 'Across'],
      ] as const) {
        const middle = (id: string) => {
          const w = wireOf(c.design, id)
          return pathAt(w.path, w.anchor).p[axis]
        }
        const between = middle(one) - middle(two) - a
        expect(told(c, 'opening', way)).toBeCloseTo(between, 9)
        expect(between).toBeLessThan(way === 'Along' ? c.stone.length : c.stone.width)
      }
    }
  })

  it('pliers are set to where the lines of middle and tails meet, measured off the wire itself', () => {
    for (const c of LIST)
      for (const wire of c.design.wires) {
        // two places on the tail give its line in the plan; it meets the middle's line where the bend is marked
        const tail = points(wire, 'tie-right', 0.5)
        const [p, q] = [tail[0]!.at.p, tail[tail.length - 1]!.at.p]
        const m = pathAt(wire.path, wire.anchor)
        const along: Vec3 = [m.t[0], m.t[1], 0]
        const out: Vec3 = [-along[1], along[0], 0]
        const run = dot(sub(q, p), along)
        const off = dot(sub(q, p), out)
        expect(Math.abs(Math.abs(run) - Math.abs(off))).toBeLessThan(1e-9)
        const back = dot(sub(p, m.p), out) / off
        const meets = dot(sub(p, m.p), along) - back * run
        expect(told(c, `${tierOf(wire)}Width`, alongOf(wire))).toBeCloseTo(2 * Math.abs(meets), 6)
      }
  })

  it('ways up and down are no steeper than told, and meet the angle where one is told', () => {
    for (const c of LIST)
      for (const wire of c.design.wires.filter((w) => w.id.endsWith('top'))) {
        const way = points(wire, 'ramp-right', 0.02)
        const steep = Math.max(0, ...way.map(({ at }) => Math.asin(Math.abs(at.t[2]) / norm(at.t))))
        const degrees = (steep * 180) / Math.PI
        expect(Math.abs(degrees - output(c, `${tierOf(wire)}Slope`)!)).toBeLessThan(2)
        expect(degrees).toBeLessThan(60.001)
      }
  })

  it('all tails of a corner are tied over the same stretch, side by side and claw on seat', () => {
    for (const { options, design } of LIST) {
      const a = wireSize(String(options.size)).mm
      for (const joint of design.joints.filter((j) => /-(left|right)$/.test(j.id))) {
        const ends = joint.members.map(({ wire, s0, s1 }) => {
          const w = wireOf(design, wire)
          const [p, q] = [pathAt(w.path, s0).p, pathAt(w.path, s1).p]
          // the end nearer to the stone first
          return Math.hypot(p[0], p[1]) < Math.hypot(q[0], q[1]) ? { w, p, q } : { w, p: q, q: p }
        })
        for (const { p, q } of ends) expect(dist(p, q)).toBeCloseTo(Number(options.tie), 6)
        const seats = ends.filter((e) => tierOf(e.w) === 'seat')
        expect(seats).toHaveLength(2)
        expect(dist(seats[0]!.p, seats[1]!.p)).toBeCloseTo(a, 6)
        expect(dist(seats[0]!.q, seats[1]!.q)).toBeCloseTo(a, 6)
        for (const { w, p } of ends.filter((e) => tierOf(e.w) === 'claw')) {
          // its flat side lies in the plane of the seat wires' upper sides
          expect(p[2]).toBeCloseTo(seats[0]!.p[2] + a / 2, 6)
          const side = w.id.split('-')[1]
          const below = seats.find((e) => e.w.id === `seat-${side}`)!
          expect(Math.hypot(p[0] - below.p[0], p[1] - below.p[1])).toBeLessThan(a)
        }
      }
    }
  })

  it('a ring’s opening is as wide as asked, and the stone lies as far above it as asked', () => {
    const rings = LIST.filter((c) => c.options.mount === 'ring')
    expect(rings.length).toBeGreaterThan(1)
    for (const { stone, options, design } of rings) {
      const a = wireSize(String(options.size)).mm
      const round = ['seat-top', 'seat-bottom'].flatMap((id) =>
        ['finger-left', 'finger-right', 'lap-left', 'lap-right'].flatMap((p) =>
          points(wireOf(design, id), p, 0.3).map(({ at }) => at.p),
        ),
      )
      // a circle through three of its points, in the plane across the finger
      const [p, q, r] = [
        round[0]!,
        round[Math.floor(round.length / 5)]!,
        round[Math.floor(round.length / 3)]!,
      ]
      const { x, z, radius } = circleThrough([p[0], p[2]], [q[0], q[2]], [r[0], r[2]])
      expect(2 * radius - a).toBeCloseTo(Number(options.ring), 1)
      for (const u of round) expect(Math.hypot(u[0] - x, u[2] - z)).toBeCloseTo(radius, 1)
      const held = heldStone(fullStone(stone))
      const under = held.nearest([x, 0, z], { theta: NaN, phi: NaN }).distance
      expect(under - Number(options.ring) / 2).toBeGreaterThan(Number(options.clear) - 0.05)
      expect(under - Number(options.ring) / 2).toBeLessThan(Number(options.clear) + 0.05)
    }
  })

  it('a wire bent is as long as it is cut: the sum of its straight runs and arcs, walked in hundredths', () => {
    for (const { design } of LIST.slice(0, 4))
      for (const wire of design.wires) {
        const walk = stationsOf(wire.path, 0, pathLength(wire.path), 0.01).map((x) => x.at.p)
        const length = walk.slice(1).reduce((sum, p, i) => sum + dist(p, walk[i]!), 0)
        expect(length / pathLength(wire.path)).toBeCloseTo(1, 4)
      }
  })
})

describe('the order of work of corner claws', () => {
  it('closes the corner at the leading hand last, over the stone, and the bottom for either hand', () => {
    for (const { stone, options } of LIST.slice(0, 4))
      for (const [hand, last] of [
        ['right', 'bottom-right'],
        ['left', 'bottom-left'],
      ] as const) {
        const steps = claws.build(stone, options, hand).operations
        const ties = steps.filter((s) => s.kind === 'lash')
        expect(ties.map((s) => s.joint)).toHaveLength(4)
        expect(new Set(ties.map((s) => s.joint)).size).toBe(4)
        expect(ties[3]!.joint).toBe(last)
        const stoneIn = steps.findIndex((s) => s.stone === 'in')
        expect(steps.indexOf(ties[2]!)).toBeLessThan(stoneIn)
        expect(steps.indexOf(ties[3]!)).toBe(stoneIn + 1)
        // the other hand works in the mirror
        const other = claws.build(stone, options, hand === 'right' ? 'left' : 'right').operations
        const mirrored = (id: string) =>
          id.includes('left') ? id.replace('left', 'right') : id.replace('right', 'left')
        expect(other.filter((s) => s.kind === 'lash').map((s) => s.joint)).toEqual(
          ties.map((s) => mirrored(s.joint!)),
        )
      }
  })

  it('bends every wire before it is tied, and each by the numbers of its own side', () => {
    for (const c of LIST) {
      const steps = c.design.operations
      for (const wire of c.design.wires) {
        const bend = steps.findIndex((s) => s.id === `bend-${wire.id}`)
        const tied = steps.findIndex((s) => s.kind === 'lash' && s.wires.includes(wire.id))
        expect(bend).toBeGreaterThan(-1)
        expect(bend).toBeLessThan(tied)
        expect(steps[bend]!.values.width).toBeCloseTo(told(c, `${tierOf(wire)}Width`, alongOf(wire)), 9)
      }
    }
  })

  it('fewer claws leave their sides free, and nothing else changes', () => {
    const { stone, options } = LIST[0]!
    const all = claws.build(stone, { ...options, claws: 'four sides' })
    for (const [few, sides] of [
      ['three sides', ['top', 'right', 'left']],
      ['two sides', ['top', 'bottom']],
      ['one side', ['top']],
    ] as const) {
      const design = claws.build(stone, { ...options, claws: few })
      expect(design.wires.filter((w) => tierOf(w) === 'claw').map((w) => w.id)).toEqual(
        sides.map((s) => `claw-${s}`),
      )
      for (const w of design.wires) expect(w.path).toEqual(wireOf(all, w.id).path)
    }
  })
})

describe('what the choices of corner claws change', () => {
  it('longer ties and wider rings take as much more wire as they are longer; claws that reach over the face hide some of it', () => {
    for (const c of LIST.slice(0, 5)) {
      const length = (change: Options, tier = '') =>
        claws
          .build(c.stone, { ...c.options, ...change })
          .wires.filter((w) => w.id.startsWith(tier))
          .reduce((sum, w) => sum + pathLength(w.path), 0)
      const now = length({})
      // a claw ends behind its ties: both grow with them and nothing else does
      const tie = Number(c.options.tie) + 1
      expect(length({ tie }, 'claw') - length({}, 'claw')).toBeCloseTo(
        2 * c.design.wires.filter((w) => tierOf(w) === 'claw').length,
        6,
      )
      if (c.options.mount === 'ring') {
        const wider = length({ ring: Number(c.options.ring) + 2 }) - now
        // two wires go round the finger: 2 × π × 2 mm, the way down to it a little more or less
        expect(Math.abs(wider / (4 * Math.PI) - 1)).toBeLessThan(0.45)
      }
      const face = (claw: number) =>
        numberOf(claws.outputs(c.stone, { ...c.options, claw }).find((o) => o.id === 'face')!.quantity)
      // a claw that lies wholly over the face may hide less farther in, where it is shorter
      expect(face(Number(c.options.claw))).toBeLessThan(face(0) - 1)
    }
  })

  it('a taut string round a corner’s bundle is what the turns of its tie are counted by', () => {
    // two square wires below, two half-round on top: π/2 round each outer quarter pair, straight between and down the sides
    const { stone, options } = LIST.find((c) => c.options.claws === 'four sides')!
    const hull = numberOf(claws.joints(stone, options)['top-left']!.hull!)
    const [a, w] = [wireSize(String(options.size)).mm, wireSize(String(options.clawSize)).mm]
    // by its width in every direction (Cauchy): the mean width of a convex shape times π is its perimeter
    const reach = (t: number) => {
      const [c, s] = [Math.cos(t), Math.sin(t)]
      const corners = [
        [-a, 0],
        [a, 0],
        [-a, -a],
        [a, -a],
      ].map(([x, y]) => x! * c + y! * s)
      const domes = [-w / 2, w / 2].map((m) => m * c + (s > 0 ? w / 2 : Math.abs((w / 2) * c)))
      return Math.max(...corners, ...domes)
    }
    const n = 3600
    let sum = 0
    for (let i = 0; i < n; i++) sum += reach((2 * Math.PI * i) / n)
    expect(hull / ((sum / n) * 2 * Math.PI)).toBeCloseTo(1, 3)
  })
})

function circleThrough(
  [ax, az]: readonly [number, number],
  [bx, bz]: readonly [number, number],
  [cx, cz]: readonly [number, number],
): { readonly x: number; readonly z: number; readonly radius: number } {
  const d = 2 * (ax * (bz - cz) + bx * (cz - az) + cx * (az - bz))
  const [a2, b2, c2] = [ax * ax + az * az, bx * bx + bz * bz, cx * cx + cz * cz]
  const x = (a2 * (bz - cz) + b2 * (cz - az) + c2 * (az - bz)) / d
  const z = (a2 * (cx - bx) + b2 * (ax - cx) + c2 * (bx - ax)) / d
  return { x, z, radius: Math.hypot(ax - x, az - z) }
}
