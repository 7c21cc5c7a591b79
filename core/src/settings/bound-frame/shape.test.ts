import type { Wire } from '../../design/index'
import { dist, unit } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { fullStone, outlineHull, outlineNearest, outlineOf, solidOf } from '../../stone/index'
import { fittings, type Fitting as Case } from '../../testing'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as frame } from './index'

const LIST = fittings({ chosen: frame, examples }, 29, 14, (stone, random) => ({
  ...examples.random(stone, { alloy: 'copper', temper: 'dead soft' }, random),
  profile: 'square',
}))
const thick = (c: Case) => wireSize(String(c.options.size)).mm
const parts = (wire: Wire, kind: string) => wire.parts.filter((p) => p.kind === kind)
const along = (wire: Wire, p: { s0: number; s1: number }, step: number) =>
  stationsOf(wire.path, p.s0, p.s1, step).map((x) => x.at)
const bendsOf = (c: Case, face: 'front' | 'back') => c.options[`${face}Bends`] as readonly number[]
const output = (c: Case, id: string) =>
  numberOf(frame.outputs(c.stone, c.options).find((o) => o.id === id)!.quantity)
/** The line that wires take round the stone: its outline, hollows bridged. */
const lineOf = (c: Case) => outlineHull(outlineOf(fullStone(c.stone)))

describe('bound frames over random stones', () => {
  it('wires lie half their thickness off the stone’s edge along their sides, one beside the other', () => {
    for (const c of LIST) {
      const a = thick(c)
      const line = lineOf(c)
      const heights = c.design.wires.map((wire) => {
        const sides = parts(wire, 'side').filter((p) => /^side-/.test(p.id))
        const list = sides.flatMap((p) => along(wire, p, 0.7))
        for (const { p } of list)
          expect(Math.abs(outlineNearest(line, p[0], p[1]).distance - a / 2)).toBeLessThan(0.05)
        const z = list.map(({ p }) => p[2])
        expect(Math.max(...z) - Math.min(...z)).toBeLessThan(1e-6)
        return z[0]!
      })
      // from the rear to the front, a thickness apart
      heights.slice(1).forEach((z, i) => expect(z - heights[i]!).toBeCloseTo(a, 6))
      expect(output(c, 'stack')).toBeCloseTo(c.design.wires.length * a, 6)
    }
  })

  it('there are as many bends as asked: the front wire’s over the face, the rear wire’s behind, each at its hour', () => {
    for (const c of LIST) {
      const [rear, front] = [c.design.wires[0]!, c.design.wires[c.design.wires.length - 1]!]
      for (const [wire, face] of [
        [front, 'front'],
        [rear, 'back'],
      ] as const) {
        const found = parts(wire, 'bend')
        expect(found).toHaveLength(bendsOf(c, face).length)
        const solid = solidOf(fullStone(c.stone))
        for (const p of found) {
          // reaching in as far as asked, at the place where it reaches farthest
          const line = solid.edge ?? solid.outline
          const reach = Math.max(
            ...along(wire, p, 0.05).map(({ p: q }) => -outlineNearest(line, q[0], q[1]).distance),
          )
          if (!solid.edge) expect(Math.abs(reach - Number(c.options[`${face}Overlap`]))).toBeLessThan(0.06)
        }
      }
      for (const wire of c.design.wires.slice(1, -1)) expect(parts(wire, 'bend')).toHaveLength(0)
    }
  })

  it('nothing of the wire stands in the stone, and every bend comes near to it', () => {
    for (const c of LIST) {
      const solid = solidOf(fullStone(c.stone))
      const a = thick(c)
      for (const wire of c.design.wires) {
        for (const { at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.4))
          expect(solid.nearest(...at.p).distance).toBeGreaterThan(a / 2 - 0.15)
        for (const p of parts(wire, 'bend')) {
          const nearest = Math.min(...along(wire, p, 0.1).map(({ p: q }) => solid.nearest(...q).distance))
          // a square wire's middle is half its side off a face, and more where it lies on an edge
          expect(nearest).toBeLessThan(a * 0.75)
        }
      }
    }
  })

  it('the foot is bound over its length, and every wire passes through all that binds it', () => {
    for (const c of LIST) {
      const foot = c.design.joints.find((j) => j.id === 'foot')!
      expect(foot.length).toBeCloseTo(Number(c.options.foot), 9)
      expect(foot.members.map((m) => m.wire).sort()).toEqual(c.design.wires.map((w) => w.id).sort())
      for (const m of foot.members) {
        const wire = c.design.wires.find((w) => w.id === m.wire)!
        expect(m.s1 - m.s0).toBeCloseTo(Number(c.options.foot), 9)
        // evenly to either side of the middle
        expect((m.s0 + m.s1) / 2).toBeCloseTo(wire.anchor, 9)
      }
      const neck = c.design.joints.find((j) => j.id === 'neck')!
      expect(neck.members).toHaveLength(2 * c.design.wires.length)
      for (const m of neck.members) expect(m.s1 - m.s0).toBeCloseTo(Number(c.options.neck), 9)
    }
  })

  it('at the neck all wires stand upright, side by side about the middle', () => {
    for (const c of LIST) {
      const a = thick(c)
      for (const wire of c.design.wires)
        for (const p of parts(wire, 'neck')) {
          const list = along(wire, p, 0.5)
          for (const { p: q, t } of list) {
            expect(Math.abs(unit(t)[1])).toBeCloseTo(1, 6)
            expect(Math.abs(Math.abs(q[0]) - a / 2)).toBeLessThan(1e-6)
          }
        }
    }
  })

  it('the gap above the stone is what lies between its top and where the wires come together', () => {
    for (const c of LIST) {
      const wire = c.design.wires[0]!
      const low = Math.min(...parts(wire, 'neck').flatMap((p) => along(wire, p, 0.5).map(({ p: q }) => q[1])))
      const top = outlineOf(fullStone(c.stone)).top
      expect(low - top).toBeGreaterThan(0)
      // it is told from the stone to the lowest place between the two stacks
      expect(output(c, 'gapTop')).toBeGreaterThan(low - top - 3 * Number(c.options.neckRadius))
      expect(output(c, 'gapTop')).toBeLessThan(low - top + 0.05)
    }
  })

  it('a stone turned left for right takes the mirrored frame, of the same wire', () => {
    for (const c of LIST.filter((x) => x.stone.outline !== 'free' && x.stone.outline !== 'heart').slice(
      0,
      6,
    )) {
      for (const wire of c.design.wires) {
        const half = pathLength(wire.path) / 2
        expect(wire.anchor).toBeCloseTo(half, 6)
        for (let k = 0; k <= 20; k++) {
          const s = (half * k) / 20
          const [p, q] = [pathAt(wire.path, half - s).p, pathAt(wire.path, half + s).p]
          // bends are set in tenths of an hour, mirrored: both halves are alike
          expect(dist([-p[0], p[1], p[2]], q)).toBeLessThan(1e-5)
        }
      }
    }
  })
})

describe('the order of work of a frame', () => {
  it('bends behind come before the stone, those over the face after it, from the leading hand’s side', () => {
    for (const c of LIST.slice(0, 6))
      for (const hand of ['right', 'left'] as const) {
        const steps = frame.build(c.stone, c.options, hand).operations
        const stoneIn = steps.findIndex((s) => s.stone === 'in')
        const at = (face: string) => steps.flatMap((s, i) => (s.id.startsWith(`bend-${face}`) ? [i] : []))
        expect(at('back')).toHaveLength(bendsOf(c, 'back').length)
        expect(at('front')).toHaveLength(bendsOf(c, 'front').length)
        for (const i of at('back')) expect(i).toBeLessThan(stoneIn)
        for (const i of at('front')) expect(i).toBeGreaterThan(stoneIn)
        const neck = steps.findIndex((s) => s.id === 'bind-neck')
        for (const i of at('front')) expect(i).toBeLessThan(neck)
      }
  })

  it('left-handed it is the same work in the mirror', () => {
    const c = LIST.find((x) => x.stone.outline !== 'free' && bendsOf(x, 'front').length > 1)!
    const [right, left] = (['right', 'left'] as const).map((hand) =>
      frame
        .build(c.stone, c.options, hand)
        .operations.filter((s) => s.id.startsWith('bend-front'))
        .map((s) => Number(s.id.split('-')[2])),
    )
    expect(left!.map((h) => Number((12 - h).toFixed(1)))).toEqual(right)
  })
})

describe('what the choices of a frame change', () => {
  it('each of them what it is said to, by as much as can be counted', () => {
    for (const c of LIST.slice(0, 5)) {
      const length = (change: Options) =>
        frame
          .build(c.stone, { ...c.options, swirls: 'every end', swirlPlace: 'above', ...change })
          .wires.map((w) => pathLength(w.path))
      const now = length({})
      // a longer neck lengthens both halves of each wire by as much; the bail's end behind it grows with the neck
      const neck = length({ neck: Number(c.options.neck) + 1 })
      neck.forEach((l, i) => {
        expect(l - now[i]!).toBeGreaterThan(2 - 1e-6)
        expect(l - now[i]!).toBeLessThan(4 + 1e-6)
      })
      // a longer tail lengthens the wires that end in one, the rear pair goes into the bail
      const tail = length({ tail: Number(c.options.tail) + 5 })
      expect(tail[0]).toBeCloseTo(now[0]!, 6)
      tail.slice(1).forEach((l, i) => expect(l - now[i + 1]!).toBeGreaterThan(-1e-6))
      // a wider bail takes π more a millimetre on both halves of the rear wire, and nothing of the others
      const bail = length({ bail: Number(c.options.bail) + 1 })
      expect(bail[0]! - now[0]!).toBeGreaterThan(Math.PI)
      expect(bail[0]! - now[0]!).toBeLessThan(2.4 * Math.PI)
      bail.slice(1).forEach((l, i) => expect(l).toBeCloseTo(now[i + 1]!, 6))
    }
  })
})
