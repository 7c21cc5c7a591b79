import { dist } from '../../geom/index'
import { pathAt, pathLength } from '../../path/index'
import { fullStone, mirroredStone, outlineNearest, outlineOf, type Stone } from '../../stone/index'
import { FRAME, OVAL } from '../../testing'
import { family as boundFrame } from './index'

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
