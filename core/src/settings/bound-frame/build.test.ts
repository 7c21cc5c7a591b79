import { gapAt, sectionAt, type Design } from '../../design/index'
import { dist } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { ellipsePerimeter, fullStone, outlineNearest, solidOf } from '../../stone/index'
import { FRAME, OVAL } from '../../testing'
import { DEFAULT_SETTINGS, plan, planHold } from '../../plan/index'
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
      expect(pathAt(wire.path, neck.s0).p[0]).toBeCloseTo(0.406, 3)
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
      return boundFrame.review(OVAL, options).map((f) => f.code)
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

describe('a sweep over a face', () => {
  const SWEPT = { ...FRAME, frontHold: 'sweep', backHold: 'sweep' }
  const design = boundFrame.build(OVAL, SWEPT)
  const solid = solidOf(fullStone(OVAL))
  const parts = ['front', 'rear'].flatMap((id) => {
    const wire = design.wires.find((w) => w.id === id)!
    return wire.parts.filter((p) => p.id.startsWith('sweep')).map((part) => ({ wire, part }))
  })

  it('lies on the stone all along, as far inside the edge as chosen, and nowhere in it', () => {
    expect(boundFrame.fits(OVAL, SWEPT)).toEqual([])
    expect(parts).toHaveLength(4)
    for (const { wire, part } of parts) {
      const reach = wire.id === 'front' ? 1.4 : 1.6
      const long = part.s1 - part.s0
      for (let k = 0; k <= 60; k++) {
        const { p, t } = pathAt(wire.path, part.s0 + (long * k) / 60)
        const { gap } = gapAt(p, solid.nearest(...p), sectionAt(wire, part.s0 + (long * k) / 60, t))
        expect(gap).toBeGreaterThan(-0.05)
        if (k < 15 || k > 45) continue
        // between its ways in and out
        expect(gap).toBeLessThan(0.06)
        expect(-outlineNearest(solid.outline, p[0], p[1]).distance).toBeCloseTo(reach, 2)
      }
    }
  })

  it('holds the stone, and has a step for each face instead of one for each bend', () => {
    const result = plan({ stone: OVAL, family: 'bound-frame', options: SWEPT, settings: DEFAULT_SETTINGS })
    if (!result.ok) throw new Error(JSON.stringify(result.findings))
    expect(planHold(result.plan).hold.verdict).toBe('sound')
    expect(result.plan.steps.filter((s) => s.kind === 'bend').map((s) => s.id)).toEqual([
      'sweep-back',
      'sweep-front',
    ])
  })
})

/** Share of the oval's face before which a wire lies, by places a tenth of a millimetre apart that lie within its half thickness, %. */
function hiddenBy(design: Design): number {
  const cell = 0.1
  const hidden = new Set<string>()
  for (const w of design.wires) {
    const r = w.stock.size.mm / 2
    for (const { at } of stationsOf(w.path, 0, pathLength(w.path), 0.05)) {
      if (at.p[2] <= 0) continue
      const [x, y] = at.p
      for (let u = Math.ceil((x - r) / cell); u * cell <= x + r; u++)
        for (let v = Math.ceil((y - r) / cell); v * cell <= y + r; v++)
          if (Math.hypot(u * cell - x, v * cell - y) <= r && (u / 110) ** 2 + (v / 150) ** 2 < 1)
            hidden.add(`${u} ${v}`)
    }
  }
  return (100 * hidden.size * cell * cell) / (Math.PI * 11 * 15)
}

describe('where bends are marked', () => {
  it('on a round stone as far along the frame from the foot bind as the clock says', () => {
    const round = { ...OVAL, outline: 'round' as const, length: 20, width: 20 }
    const foot = 7
    const { operations, wires } = boundFrame.build(round, { ...FRAME, foot, frontBends: [2, 3.5, 8.5, 10] })
    const middle = 10 + wires[0]!.stock.size.mm / 2
    const marked = operations.filter((op) => op.id.startsWith('bend-front'))
    expect(marked).toHaveLength(4)
    for (const { values } of marked) {
      const hours = Math.abs(6 - Number(values.hour))
      expect(Number(values.along)).toBeCloseTo(((hours * Math.PI) / 6) * middle - foot / 2, 2)
    }
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
    const design = designOf({ tailOver: '2' })
    const solid = solidOf(fullStone(OVAL))
    const wire = design.wires.find((w) => w.id === 'front')!
    const tail = wire.parts.find((p) => p.id === 'tail-right')!
    let least = Infinity
    const step = 0.02
    for (let s = tail.s0; s <= tail.s1; s += step) {
      const { p, t } = pathAt(wire.path, s)
      least = Math.min(least, gapAt(p, solid.nearest(...p), sectionAt(wire, s, t)).gap)
    }
    expect(least).toBeGreaterThan(-0.05)
    expect(least).toBeLessThan(0.1)
    const face = boundFrame.outputs(OVAL, { ...FRAME, wires: 4, tailOver: '2' }).find((o) => o.id === 'face')!
    expect(Number(face.quantity.value)).toBeCloseTo(100 - hiddenBy(designOf({ tailOver: '2' })), 0)
    const end = pathAt(wire.path, pathLength(wire.path)).t
    const n = outlineNearest(
      solid.outline,
      ...(pathAt(wire.path, pathLength(wire.path)).p.slice(0, 2) as [number, number]),
    )
    // along the edge, not out from it: no end stands up
    expect(Math.abs(end[0] * n.nx + end[1] * n.ny)).toBeLessThan(0.35)
  })
})
