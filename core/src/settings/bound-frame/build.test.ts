import { gapAt, sectionAt } from '../../design/index'
import { convexHull, dist, perimeter } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import {
  ellipsePerimeter,
  fullStone,
  mirroredStone,
  outlineNearest,
  outlineOf,
  solidOf,
  type Stone,
} from '../../stone/index'
import { FRAME, OVAL } from '../../testing'
import type { Options } from '../family'
import { family as boundFrame } from './index'

const lengthOf = (change: object) => {
  const design = boundFrame.build(OVAL, { ...FRAME, ...change })
  return Object.fromEntries(design.wires.map((w) => [w.id, pathLength(w.path)]))
}

describe('bound frame', () => {
  it('at each summit the wire lies on the stone within 0.02 mm, the chosen reach inside the outline', () => {
    for (const stone of [
      OVAL,
      { ...OVAL, outline: 'drop' as const, length: 34, width: 22 },
      { ...OVAL, wall: 0 },
    ]) {
      const options = { ...FRAME, foot: 7 }
      const design = boundFrame.build(stone, options)
      const solid = solidOf(fullStone(stone))
      for (const [id, reach] of [
        ['front', 1.4],
        ['rear', 1.6],
      ] as const) {
        const wire = design.wires.find((w) => w.id === id)!
        const bends = wire.parts.filter((p) => p.kind === 'bend')
        expect(bends).toHaveLength(4)
        for (const part of bends) {
          let reached = -Infinity
          for (let s = part.s0; s <= part.s1; s += 0.01) {
            const [x, y] = pathAt(wire.path, s).p
            reached = Math.max(reached, -outlineNearest(solid.outline, x, y).distance)
          }
          expect(reached).toBeCloseTo(reach, 2)
          // where it reaches that far in, it touches
          let touch = Infinity
          for (let s = part.s0; s <= part.s1; s += 0.01) {
            const at = pathAt(wire.path, s)
            if (-outlineNearest(solid.outline, at.p[0], at.p[1]).distance < reach - 0.01) continue
            const { gap } = gapAt(at.p, solid.nearest(...at.p), sectionAt(wire, s, at.t))
            touch = Math.min(touch, Math.abs(gap))
          }
          expect(touch).toBeLessThan(0.02)
        }
      }
    }
  })

  it('without reach the sides have the Steiner length of the ellipse', () => {
    const design = boundFrame.build(OVAL, { ...FRAME, frontOverlap: 0, backOverlap: 0, foot: 2 })
    const wire = design.wires.find((w) => w.id === 'front')!
    const side = wire.parts.find((p) => p.id === 'side-0-right')!
    // independent: chords of the parallel curve of the true ellipse between the same two directions
    const a = pathAt(wire.path, side.s0).p
    const b = pathAt(wire.path, side.s1).p
    const at = (t: number): [number, number] => {
      const n = Math.hypot(15 * Math.cos(t), 11 * Math.sin(t))
      return [
        11 * Math.cos(t) + (0.406 * 15 * Math.cos(t)) / n,
        15 * Math.sin(t) + (0.406 * 11 * Math.sin(t)) / n,
      ]
    }
    let sum = 0
    let whole = 0
    const N = 60000
    const polar = (p: readonly number[]) => Math.atan2(p[1]!, p[0]!)
    for (let i = 0; i < N; i++) {
      const p = at(-Math.PI / 2 + (2 * Math.PI * i) / N)
      const q = at(-Math.PI / 2 + (2 * Math.PI * (i + 1)) / N)
      const step = Math.hypot(q[0] - p[0], q[1] - p[1])
      whole += step
      if (p[0] > 0 && polar(p) >= polar(a) && polar(p) < polar(b)) sum += step
    }
    expect(whole).toBeCloseTo(84.716, 2)
    expect(whole).toBeCloseTo(ellipsePerimeter(15, 11) + 2 * Math.PI * 0.406, 4)
    expect(side.s1 - side.s0).toBeCloseTo(sum, 1)
    expect(Math.abs((side.s1 - side.s0) / sum - 1)).toBeLessThan(0.001)
  })

  it('more reach and one bend more lengthen the wire that has them, and no other', () => {
    const base = lengthOf({})
    const deeper = lengthOf({ frontOverlap: 1.8 })
    const fewer = lengthOf({ frontBends: [1.4, 4, 8] })
    const none = lengthOf({ frontOverlap: 0 })
    expect(deeper.front).toBeGreaterThan(base.front!)
    expect(base.front).toBeGreaterThan(fewer.front!)
    expect(fewer.front).toBeGreaterThan(none.front!)
    expect(deeper.rear).toBe(base.rear)
    expect(deeper.middle).toBe(base.middle)
    expect(none.front).toBeCloseTo(base.middle!, 6)
  })

  it('left and right are mirrored, and the two stacks touch at the neck', () => {
    const design = boundFrame.build(OVAL, FRAME)
    for (const wire of design.wires) {
      const length = pathLength(wire.path)
      for (const k of [0, 0.1, 0.23, 0.4]) {
        const [p, q] = [pathAt(wire.path, k * length).p, pathAt(wire.path, (1 - k) * length).p]
        expect(dist(p, [-q[0], q[1], q[2]])).toBeLessThan(1e-6)
      }
      const neck = wire.parts.find((p) => p.id === 'neck-right')!
      expect(pathAt(wire.path, neck.s0).p[0]).toBeCloseTo(0.406, 6)
    }
  })

  it('front to back reaches to a bead and a ball, where they stand out', () => {
    const changes: Options[] = [
      { bead: 6, leave: 40, frontBends: [3.2, 8.8], backBends: [3.2, 8.8] },
      { ball: 7 },
    ]
    for (const change of changes) {
      const options: Options = { ...FRAME, foot: 5, tail: 0, ...change }
      const thick = (o: object) =>
        Number(boundFrame.outputs(OVAL, o as never).find((x) => x.id === 'thick')!.quantity.value)
      const [accent] = boundFrame.build(OVAL, options).accents
      const plain = thick({ ...options, bead: 0, ball: 0 })
      // the dome's front lies 6 mm before the middle of its wall
      expect(thick(options) - plain).toBeCloseTo(Math.max(0, accent!.centre[2] + accent!.radius - 6), 6)
      expect(thick(options)).toBeGreaterThan(plain)
    }
  })

  it('outputs are the true extents of the drawing', () => {
    for (const stone of [OVAL, { ...OVAL, outline: 'round' as const, length: 24, width: 24 }]) {
      const options = { ...FRAME, foot: 8, tail: 0 }
      const design = boundFrame.build(stone, options)
      const out = Object.fromEntries(
        boundFrame.outputs(stone, options).map((o) => [o.id, Number(o.quantity.value)]),
      )
      const low = [Infinity, Infinity, Infinity]
      const high = [-Infinity, -Infinity, -Infinity]
      const half = 0.812 / 2
      for (const wire of design.wires)
        for (const { at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.02))
          at.p.forEach((v, k) => {
            low[k] = Math.min(low[k]!, v - half)
            high[k] = Math.max(high[k]!, v + half)
          })
      const binder = design.joints[0]!.binder.size.mm / 2
      expect(out.width).toBeCloseTo(high[0]! - low[0]!, 2)
      // the binding stands outside the wires under the foot, on the bail's back
      expect(out.height).toBeCloseTo(high[1]! - (low[1]! - binder) + binder, 1)
      const solid = solidOf(fullStone(stone))
      const front = Math.max(solid.apex, high[2]!, (3 * 0.812) / 2 + binder)
      expect(out.thick).toBeCloseTo(front - (low[2]! - binder), 2)
      expect(out.gapTop).toBeCloseTo(
        Math.min(
          ...design.wires.map((w) => pathAt(w.path, w.parts.find((p) => p.id === 'neck-right')!.s0).p[1]),
        ) - solid.outline.top,
        6,
      )
    }
  })

  it('the face that shows agrees with a fine raster of the front', () => {
    const options = { ...FRAME, frontOverlap: 2.4 }
    const design = boundFrame.build(OVAL, options)
    const front = design.wires.find((w) => w.id === 'front')!
    const solid = solidOf(fullStone(OVAL))
    const points = stationsOf(front.path, 0, pathLength(front.path), 0.1)
      .map((x) => x.at.p)
      .filter((p) => outlineNearest(solid.outline, p[0], p[1]).distance < 0.4)
    const cell = 0.17
    let face = 0
    let covered = 0
    for (let x = -11.5; x <= 11.5; x += cell)
      for (let y = -15.5; y <= 15.5; y += cell) {
        if (outlineNearest(solid.outline, x, y).distance > 0) continue
        face++
        if (points.some((p) => Math.hypot(p[0] - x, p[1] - y) < 0.406)) covered++
      }
    const shows = boundFrame.outputs(OVAL, options).find((o) => o.id === 'face')!
    expect(Math.abs(Number(shows.quantity.value) - 100 * (1 - covered / face))).toBeLessThan(0.4)
  })

  it('says what does not fit, and where', () => {
    const codes = (change: object) =>
      boundFrame.fits(OVAL, { ...FRAME, ...change }).map((f) => `${f.severity} ${f.code}`)
    expect(codes({})).toEqual([])
    expect(codes({ frontBends: [1.4, 2, 8] })).toContain('error bound-frame.bends-collide')
    expect(codes({ frontBends: [5.6] })).toContain('error bound-frame.bend-in-foot')
    expect(codes({ frontBends: [0.3] })).toContain('error bound-frame.bend-in-neck')
    expect(codes({ bail: 1 })).toContain('error bound-frame.bail-too-small')
    expect(codes({ bail: 12, neck: 4 })).toContain('error bound-frame.bail-onto-stone')
    expect(codes({ leave: 9, neckRadius: 6 })).toContain('error bound-frame.no-room-for-shoulder')
    expect(codes({ foot: 80 })).toContain('error bound-frame.foot-too-long')
    const review = (change: object) => {
      const options = { ...FRAME, ...change }
      return boundFrame.review(OVAL, options, boundFrame.build(OVAL, options)).map((f) => f.code)
    }
    expect(review({ size: '24 AWG', temper: 'dead soft' })).toContain('bound-frame.too-light')
    expect(review({ wires: 6 })).toContain('bound-frame.stack-high')
    expect(review({ frontBends: [2, 10] })).toContain('bound-frame.few-bends')
  })
})

describe('the foot', () => {
  const wireOf = (change: object) => {
    const design = boundFrame.build(OVAL, { ...FRAME, ...change })
    return design.wires.find((w) => w.id === 'middle')!
  }
  const outline = solidOf(fullStone(OVAL)).outline
  // 24 AWG half-round, flat in: half of 0.511 high
  const BINDER = 0.255

  it('bound straight stays straight, its gap under the stone, and comes in to the edge without a kink', () => {
    for (const footGap of [0, 0.8]) {
      const wire = wireOf({ footForm: 'straight', footGap, foot: 9, frontOverlap: 0, backOverlap: 0 })
      const foot = wire.parts.filter((p) => p.kind === 'foot')
      const [from, to] = [foot[0]!.s0, foot[1]!.s1]
      expect(to - from).toBeCloseTo(9, 9)
      for (let s = from; s <= to; s += 0.1)
        expect(pathAt(wire.path, s).p[1]).toBeCloseTo(-15 - 0.812 / 2 - BINDER - footGap, 2)
      for (const s of [from, to]) {
        const [a, b] = [pathAt(wire.path, s - 1e-4).t, pathAt(wire.path, s + 1e-4).t]
        expect(a[0] * b[0] + a[1] * b[1]).toBeGreaterThan(0.9999)
      }
      for (let s = from - 12; s <= to + 12; s += 0.1) {
        const [x, y] = pathAt(wire.path, s).p
        expect(outlineNearest(outline, x, y).distance).toBeGreaterThan(0.405)
      }
    }
  })

  it('a V has its gap in the middle, straight legs that touch the edge with the binding between, and the bound length along it', () => {
    const footGap = 0.7
    const wire = wireOf({ footForm: 'V', footGap, foot: 12 })
    const foot = wire.parts.filter((p) => p.kind === 'foot')
    const [from, to] = [foot[0]!.s0, foot[1]!.s1]
    expect(to - from).toBeCloseTo(12, 9)
    const middle = pathAt(wire.path, (from + to) / 2).p
    expect(-15 - middle[1] - 0.406 - BINDER).toBeCloseTo(footGap, 2)
    // independent: the least distance of the leg from the true ellipse, by chords of it
    let least = Infinity
    for (let s = from; s <= to; s += 0.02) {
      const [x, y] = pathAt(wire.path, s).p
      for (let t = 0; t < 2 * Math.PI; t += 0.001)
        least = Math.min(least, Math.hypot(x - 11 * Math.cos(t), y - 15 * Math.sin(t)))
    }
    expect(least - 0.406 - BINDER).toBeCloseTo(0, 1)
    // both legs rise alike, and straight
    const at = (s: number) => pathAt(wire.path, s).t
    expect(at(to - 0.1)[1]).toBeCloseTo(at(to - 1.5)[1], 9)
    expect(at(from + 0.1)[1]).toBeCloseTo(-at(to - 0.1)[1], 9)
  })

  it('is bent only where it is a V, after its binding, and a foot too short for its gap is refused with what mends it', () => {
    const steps = (change: object) =>
      boundFrame
        .build(OVAL, { ...FRAME, frontOverlap: 0, backOverlap: 0, ...change })
        .operations.map((x) => x.id)
    expect(steps({})).not.toContain('bend-foot')
    expect(steps({ footForm: 'straight' })).not.toContain('bend-foot')
    const v = steps({ footForm: 'V', footGap: 0.7, foot: 12 })
    expect(v.indexOf('bend-foot')).toBe(v.indexOf('untape') + 1)
    const codes = boundFrame.fits(OVAL, { ...FRAME, footForm: 'V', footGap: 4, foot: 5 }).map((f) => f.code)
    expect(codes.length).toBeGreaterThan(0)
  })
})

describe('ends above the neck', () => {
  const designOf = (change: object) => boundFrame.build(OVAL, { ...FRAME, wires: 4, ...change })
  const finishes = (change: object) => designOf(change).wires.map((w) => w.ends[0].finish)

  it('as many are curled as are asked for, from the front on; the rest are cut off', () => {
    expect(finishes({ swirls: 'every end' })).toEqual(['tucked', 'curled', 'curled', 'curled'])
    expect(finishes({ swirls: '4' })).toEqual(['tucked', 'cut flush', 'curled', 'curled'])
    expect(finishes({ swirls: '2' })).toEqual(['tucked', 'cut flush', 'cut flush', 'curled'])
    expect(finishes({ swirls: '0' })).toEqual(['tucked', 'cut flush', 'cut flush', 'cut flush'])
    // an end that is led over the edge is no swirl: those begin behind it
    expect(finishes({ swirls: '2', tailOver: '1.5' })).toEqual(['tucked', 'cut flush', 'curled', 'tucked'])
  })

  it('a swirl on the shoulder touches the frame where it leaves the edge, and nothing of the other wires', () => {
    const design = designOf({ swirls: '2', swirlPlace: 'on the shoulders' })
    const wire = design.wires.find((w) => w.id === 'front')!
    const [tail, frame] = ['tail-right', 'shoulder-right'].map((id) => wire.parts.find((p) => p.id === id)!)
    const at = ({ s0, s1 }: { s0: number; s1: number }) =>
      Array.from({ length: 400 }, (_, k) => pathAt(wire.path, s0 + ((s1 - s0) * k) / 400).p)
    const side = wire.parts.filter((p) => p.kind === 'side' && p.id.endsWith('right')).flatMap(at)
    let near = Infinity
    const along = [...at(frame!), ...side]
    for (const p of at(tail!).slice(60)) for (const q of along) near = Math.min(near, dist(p, q))
    expect(near).toBeCloseTo(0.812, 1)
  })

  it('a tail over the edge lies on the stone, ends along the frame, and hides what it lies before', () => {
    const bare = boundFrame.outputs(OVAL, FRAME).find((o) => o.id === 'face')!
    const design = designOf({ tailOver: '2' })
    const solid = solidOf(fullStone(OVAL))
    const wire = design.wires.find((w) => w.id === 'front')!
    const tail = wire.parts.find((p) => p.id === 'tail-right')!
    let least = Infinity
    let hidden = 0
    const step = 0.02
    for (let s = tail.s0; s <= tail.s1; s += step) {
      const { p, t } = pathAt(wire.path, s)
      least = Math.min(least, gapAt(p, solid.nearest(...p), sectionAt(wire, s, t)).gap)
      // inside the ellipse of the girdle
      if ((p[0] / 11) ** 2 + (p[1] / 15) ** 2 < 1) hidden += 0.812 * step * Math.hypot(t[0], t[1])
    }
    expect(least).toBeGreaterThan(-0.05)
    expect(least).toBeLessThan(0.1)
    const face = boundFrame.outputs(OVAL, { ...FRAME, wires: 4, tailOver: '2' }).find((o) => o.id === 'face')!
    const four = boundFrame.outputs(OVAL, { ...FRAME, wires: 4 }).find((o) => o.id === 'face')!
    expect(Number(four.quantity.value) - Number(face.quantity.value)).toBeCloseTo(
      (200 * hidden) / (Math.PI * 11 * 15),
      1,
    )
    expect(Number(bare.quantity.value)).toBeGreaterThan(Number(face.quantity.value))
    const end = pathAt(wire.path, pathLength(wire.path)).t
    const n = outlineNearest(
      solid.outline,
      ...(pathAt(wire.path, pathLength(wire.path)).p.slice(0, 2) as [number, number]),
    )
    // along the edge, not out from it: no end stands up
    expect(Math.abs(end[0] * n.nx + end[1] * n.ny)).toBeLessThan(0.35)
  })
})

describe('outlines that differ left and right, or are hollow', () => {
  /** A kidney: hollow on its left. */
  const KIDNEY: Stone = {
    kind: 'cabochon',
    outline: 'free',
    length: 32,
    width: 22,
    depth: 7,
    wall: 2,
    mineral: 'agate',
    points: [
      [10, 0],
      [9.5, 5],
      [7, 10],
      [3, 13.5],
      [-2, 14],
      [-6, 12],
      [-7.5, 8],
      [-6.5, 4],
      [-5.5, 0],
      [-6.5, -4],
      [-8, -8],
      [-7, -12],
      [-3, -15],
      [2, -15],
      [6, -11],
      [9, -5],
    ],
  }
  const options = { ...FRAME, foot: 5, frontBends: [1.6, 4, 7.8, 10.4], backBends: [1.6, 4, 7.8, 10.4] }

  it('a stone turned over left for right has the mirrored frame', () => {
    const one = boundFrame.build(KIDNEY, options)
    const two = boundFrame.build(mirroredStone(KIDNEY), {
      ...options,
      frontBends: [1.6, 4.2, 8, 10.4],
      backBends: [1.6, 4.2, 8, 10.4],
    })
    one.wires.forEach((wire, i) => {
      const other = two.wires[i]!
      const length = pathLength(wire.path)
      expect(pathLength(other.path)).toBeCloseTo(length, 6)
      expect(other.anchor).toBeCloseTo(length - wire.anchor, 6)
      for (let s = 0; s <= length; s += 0.7) {
        const [p, q] = [pathAt(wire.path, s).p, pathAt(other.path, length - s).p]
        expect(dist(p, [-q[0], q[1], q[2]])).toBeLessThan(1e-5)
      }
    })
  })

  it('a free outline that is an ellipse takes as much wire as the ellipse', () => {
    const points = Array.from({ length: 48 }, (_, k): [number, number] => [
      11 * Math.sin((2 * Math.PI * k) / 48),
      -15 * Math.cos((2 * Math.PI * k) / 48),
    ])
    const free: Stone = { ...OVAL, outline: 'free', points }
    const length = (stone: Stone) => boundFrame.build(stone, FRAME).wires.map((w) => pathLength(w.path))
    length(free).forEach((mm, i) => expect(mm / length(OVAL)[i]!).toBeCloseTo(1, 3))
  })

  it('passes a hollow straight, touching both its banks, and both sides stand up at one height', () => {
    const design = boundFrame.build(KIDNEY, { ...options, frontOverlap: 0, backOverlap: 0 })
    const middle = design.wires.find((w) => w.id === 'middle')!
    const edge = outlineOf(fullStone(KIDNEY))
    const side = middle.parts.filter((p) => p.kind === 'side' && p.id.endsWith('left'))
    const places = side.flatMap(({ s0, s1 }) =>
      Array.from({ length: 200 }, (_, k) => pathAt(middle.path, s0 + ((s1 - s0) * k) / 200)),
    )
    const off = places.map(({ p }) => outlineNearest(edge, p[0], p[1]).distance - 0.406)
    expect(Math.max(...off)).toBeGreaterThan(0.8)
    expect(Math.min(...off)).toBeGreaterThan(-0.002)
    const [left, right] = ['neck-left', 'neck-right'].map((id) => middle.parts.find((p) => p.id === id)!)
    expect(pathAt(middle.path, left!.s1).p[1]).toBeCloseTo(pathAt(middle.path, right!.s0).p[1], 6)
  })

  it('says where a bend would reach over nothing, and takes a heart', () => {
    const codes = (stone: Stone, change: object) =>
      boundFrame.fits(stone, { ...options, ...change }).map((f) => f.code)
    expect(codes(KIDNEY, {})).toEqual([])
    expect(codes(KIDNEY, { frontBends: [1.6, 4, 9.2, 10.4] })).toContain('bound-frame.bend-over-hollow')
    const heart: Stone = { ...OVAL, outline: 'heart', length: 26, width: 26 }
    expect(boundFrame.fits(heart)).toEqual([])
    const made = boundFrame.build(heart, { ...FRAME, foot: 4, frontBends: [2, 10], backBends: [2, 10] })
    expect(made.wires).toHaveLength(3)
  })
})

describe('outer wires twisted', () => {
  const TWISTED = { ...FRAME, wires: 4, twist: 'open', tail: 0 }

  it('the front and the rear, in opposite senses, as wide as across their corners; those between stay square', () => {
    const design = boundFrame.build(OVAL, TWISTED)
    const senses = design.wires.map((w) => w.twist?.sense)
    expect(senses).toEqual([-1, undefined, undefined, 1])
    expect(design.wires[0]!.twist!.pitch).toBeCloseTo(8 * 0.812, 6)
    // by hand: 0.812 × √2 = 1.148; heights from the middle of a stack of 2 × 1.148 + 2 × 0.812 = 3.921
    const z = design.wires.map((w) => pathAt(w.path, w.anchor).p[2])
    expect(z).toEqual([-1.386, -0.406, 0.406, 1.386].map((v) => expect.closeTo(v, 2) as number))
    const stack = boundFrame.outputs(OVAL, TWISTED).find((o) => o.id === 'stack')!
    expect(Number(stack.quantity.value)).toBeCloseTo(3.92, 2)
  })

  it('a turn of binding is the taut string round its bundle', () => {
    const hull = (id: string) => Number(boundFrame.joints(OVAL, TWISTED)[id]!.hull!.value)
    // independent: the hull of points on both twisted wires' circles, two wires wide at the neck
    const string = (xs: readonly number[]) => {
      const points = xs.flatMap((x) =>
        [-1.3864, 1.3864].flatMap((y) =>
          Array.from({ length: 720 }, (_, k): [number, number] => [
            x + 0.5742 * Math.cos((k * Math.PI) / 360),
            y + 0.5742 * Math.sin((k * Math.PI) / 360),
          ]),
        ),
      )
      return perimeter(convexHull(points))
    }
    expect(hull('foot')).toBeCloseTo(string([0]), 2)
    expect(hull('neck')).toBeCloseTo(string([-0.5742, 0.5742]), 2)
    expect(boundFrame.joints(OVAL, { ...TWISTED, twist: 'no' }).foot!.hull).toBeUndefined()
  })

  it('a twist of round wire is no twist, and a twisted frame carries as much as the square wire it is made of', () => {
    expect(boundFrame.build(OVAL, { ...TWISTED, profile: 'round' }).wires.every((w) => !w.twist)).toBe(true)
    const steps = (change: object) =>
      boundFrame.build(OVAL, { ...TWISTED, ...change }).operations.map((o) => o.id)
    expect(steps({})).toContain('twist')
    expect(steps({ twist: 'no' })).not.toContain('twist')
    const carried = (twist: string) => {
      const options = { ...TWISTED, size: '26 AWG', temper: 'dead soft', twist }
      const found = boundFrame.review(OVAL, options, boundFrame.build(OVAL, options))
      return Number(found.find((f) => f.code === 'bound-frame.too-light')!.values.carried)
    }
    // it goes round farther out, by a fifth of a thickness
    expect(carried('open') / carried('no')).toBeGreaterThan(0.95)
    expect(carried('open') / carried('no')).toBeLessThan(1)
  })
})

describe('a bead above the stone', () => {
  const WITH = {
    ...FRAME,
    bead: 4,
    tail: 0,
    leave: 40,
    foot: 5,
    frontBends: [3.2, 8.8],
    backBends: [3.2, 8.8],
  }
  const design = boundFrame.build(OVAL, WITH)
  const bead = design.accents[0]!
  const solid = solidOf(fullStone(OVAL))

  it('stands in nothing: neither stone nor any wire, and touches one of them', () => {
    expect(boundFrame.fits(OVAL, WITH).map((f) => f.code)).toEqual([])
    let least = solid.nearest(...bead.centre).distance
    for (const wire of design.wires.filter((w) => w.id !== 'bead'))
      for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.1)) {
        const [u, v] = sectionAt(wire, s, at.t).axes
        const to = at.p.map((x, k) => bead.centre[k]! - x) as [number, number, number]
        // nearest point of the square section to the bead's middle
        const clamp = (n: readonly number[]) =>
          Math.max(-0.406, Math.min(0.406, to[0] * n[0]! + to[1] * n[1]! + to[2] * n[2]!))
        const [a, b] = [clamp(u), clamp(v)]
        least = Math.min(least, Math.hypot(...to.map((x, k) => x - a * u[k]! - b * v[k]!)))
      }
    expect(least).toBeGreaterThan(2)
    expect(least).toBeLessThan(2.4)
  })

  it('its wire goes through its middle, and is the sum of its parts on both sides alike', () => {
    const wire = design.wires.find((w) => w.id === 'bead')!
    const { p, t } = pathAt(wire.path, wire.anchor)
    expect(dist(p, bead.centre)).toBeLessThan(1e-9)
    expect(Math.abs(t[0])).toBeCloseTo(1, 9)
    const half = boundFrame.halves(OVAL, WITH).bead!
    expect(half.left.map((x) => x.quantity.value)).toEqual(half.right.map((x) => x.quantity.value))
  })

  it('hides of the face what its disc lies before, and says what is too small or has no place', () => {
    const face = (options: object) =>
      Number(boundFrame.outputs(OVAL, options as never).find((o) => o.id === 'face')!.quantity.value)
    let before = 0
    const n = 400
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const [u, v] = [((i + 0.5) / n) * 4 - 2, bead.centre[1] + ((j + 0.5) / n) * 4 - 2]
        const inBead = Math.hypot(u, v - bead.centre[1]) < 2
        if (inBead && (u / 11) ** 2 + (v / 15) ** 2 < 1) before++
      }
    const share = (before * (4 / n) ** 2 * 100) / (Math.PI * 11 * 15)
    expect(face({ ...WITH, bead: 0 }) - face(WITH)).toBeCloseTo(share, 1)
    const review = (bead: number) => {
      const options = { ...WITH, bead }
      return boundFrame.review(OVAL, options, boundFrame.build(OVAL, options)).map((f) => f.code)
    }
    expect(review(1)).toContain('bound-frame.bead-slips')
    expect(review(10)).toContain('bound-frame.bead-crowds')
    expect(
      boundFrame.fits(OVAL, { ...WITH, leave: 20, neckRadius: 2, bindingSize: '18 AWG' }).map((f) => f.code),
    ).toContain('bound-frame.bead-no-room')
  })
})

describe('a ball on the shoulder', () => {
  const WITH = { ...FRAME, ball: 4, tail: 20, swirls: '2' }
  const design = boundFrame.build(OVAL, WITH)
  const ball = design.accents.find((a) => a.id === 'ball')!
  const front = design.wires.find((w) => w.id === 'front')!

  it('lies in turns of the front wire’s right end, clear of the stone and of the rest of the frame', () => {
    expect(boundFrame.fits(OVAL, WITH).map((f) => f.code)).toEqual([])
    const solid = solidOf(fullStone(OVAL))
    const coil = front.parts.filter((p) => p.kind === 'coil' || p.id === 'tied-right')
    for (const { s0, s1 } of coil)
      for (let s = s0; s <= s1; s += 0.2) {
        const { p, t } = pathAt(front.path, s)
        expect(dist(p, ball.centre)).toBeCloseTo(2 + 0.406, 2)
        expect(gapAt(p, solid.nearest(...p), sectionAt(front, s, t)).gap).toBeGreaterThan(0)
      }
    // nothing else comes into the sphere that the coil takes
    const [start] = [coil[0]!.s0]
    let least = Infinity
    for (const w of design.wires)
      for (const { s, at } of stationsOf(w.path, 0, pathLength(w.path), 0.1))
        if (w !== front || s < start - 6) least = Math.min(least, dist(at.p, ball.centre))
    expect(least).toBeGreaterThan(2 + 0.812 + 0.3)
  })

  it('its coil comes to the frame where it is tied, and its left end is a swirl as asked', () => {
    const tied = front.parts.find((p) => p.id === 'tied-right')!
    const middle = pathAt(front.path, (tied.s0 + tied.s1) / 2).p
    const shoulder = front.parts.filter((p) => /side|shoulder/.test(p.kind) && p.id.endsWith('right'))
    let least = Infinity
    for (const { s0, s1 } of shoulder)
      for (let s = s0; s < s1; s += 0.05) least = Math.min(least, dist(pathAt(front.path, s).p, middle))
    expect(least).toBeGreaterThan(0.8)
    expect(least).toBeLessThan(0.812 + 0.7)
    expect(design.free.map((f) => `${f.wire} ${f.part}`)).toEqual(['front tail-left'])
    const steps = design.operations.map((o) => o.id)
    for (const id of ['coil-ball', 'tie-ball', 'close-ball', 'curl-front']) expect(steps).toContain(id)
  })

  it('hides of the face what its coil lies before, and says what it cannot be combined with', () => {
    const face = (options: object) =>
      Number(boundFrame.outputs(OVAL, options as never).find((o) => o.id === 'face')!.quantity.value)
    let before = 0
    const n = 500
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const [u, v] = [((i + 0.5) / n) * 6 - 3, ((j + 0.5) / n) * 6 - 3]
        const [x, y] = [u + ball.centre[0], v + ball.centre[1]]
        if (Math.hypot(u, v) < 2.812 && (x / 11) ** 2 + (y / 15) ** 2 < 1) before++
      }
    const share = (before * (6 / n) ** 2 * 100) / (Math.PI * 11 * 15)
    expect(face({ ...WITH, ball: 0 }) - face(WITH)).toBeCloseTo(share, 1)
    const codes = (change: object) => boundFrame.fits(OVAL, { ...WITH, ...change }).map((f) => f.code)
    expect(codes({ tailOver: '2' })).toContain('bound-frame.ball-and-tail')
    expect(codes({ ball: 1 })).toContain('bound-frame.ball-no-room')
  })
})

describe('a woven foot', () => {
  const WOVEN = { ...FRAME, binding: 'round', bindingSize: '26 AWG', footBind: 'over and under' }
  const d = 0.405

  it('its wires stand apart by the weaving wire at the foot, and lie in their stack along the side', () => {
    const design = boundFrame.build(OVAL, WOVEN)
    const at = (s: (w: (typeof design.wires)[0]) => number) =>
      design.wires.map((w) => pathAt(w.path, s(w)).p[2])
    const foot = at((w) => w.anchor)
    expect(foot[1]! - foot[0]!).toBeCloseTo(0.812 + d, 2)
    expect(foot[2]! - foot[1]!).toBeCloseTo(0.812 + d, 2)
    const shoulder = at((w) => w.parts.find((p) => p.id === 'shoulder-right')!.s0)
    expect(shoulder[1]! - shoulder[0]!).toBeCloseTo(0.812, 6)
    // the outer wires are a little longer for it, the middle one is not
    const bound = boundFrame.build(OVAL, { ...WOVEN, footBind: 'bound' })
    const longer = design.wires.map((w, i) => pathLength(w.path) - pathLength(bound.wires[i]!.path))
    expect(longer[0]).toBeGreaterThan(0.02)
    expect(longer[1]).toBeCloseTo(0, 6)
    expect(longer[2]).toBeCloseTo(longer[0]!, 6)
  })

  it('by hand: rows over three wires, their number and wire', () => {
    const design = boundFrame.build(OVAL, WOVEN)
    const joint = design.joints.find((j) => j.id === 'foot')!
    // two rows a repeat, each its wire's thickness and three hundredths
    const repeats = Math.round(9 / (2 * d * 1.03))
    expect(joint.turns).toBe(2 * repeats)
    expect(joint.counted).toBe('pattern')
    const row = Number(boundFrame.joints(OVAL, WOVEN).foot!.turn!.value)
    // across: from one gap past three wires to the other, over and under each in turn, round the outer one: longer than straight across
    const across = 3 * 0.812 + 2 * d
    expect(row).toBeGreaterThan(across)
    expect(row).toBeLessThan(across + 3 * 2 * (0.812 + d))
    expect(boundFrame.joints(OVAL, { ...WOVEN, footBind: 'bound' }).foot!.turn).toBeUndefined()
  })

  it('wants round wire and plain frame wires, and has a step of its own', () => {
    const said = (change: object) => boundFrame.fits(OVAL, { ...WOVEN, ...change })
    expect(said({ foot: 6 }).map((f) => f.code)).toEqual([])
    const half = said({ foot: 6, binding: 'half-round' })
    expect(half.map((f) => [f.code, f.mend?.value])).toEqual([['bound-frame.weave-round', 'round']])
    expect(said({ twist: 'open' }).map((f) => f.code)).toContain('bound-frame.weave-twisted')
    const steps = boundFrame.build(OVAL, WOVEN).operations.map((o) => o.id)
    expect(steps).toContain('weave-foot')
    expect(steps).not.toContain('bind-foot')
  })
})
