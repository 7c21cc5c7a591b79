import { gapAt, sectionAt, trueGapAt } from '../../design/index'
import type { Vec3 } from '../../geom/index'
import { heldStone } from '../../hold/index'
import { pathAt, pathLength } from '../../path/index'
import { fullStone } from '../../stone/index'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as claws } from './index'

const [cushion, round, rectangle] = examples.sound as [
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
]
const a = wireSize('20 AWG').mm
const w = wireSize('18 AWG').mm
const out = (e: (typeof examples.sound)[0], id: string, change: Options = {}) =>
  numberOf(claws.outputs(e.stone, { ...e.options, ...change }).find((o) => o.id === id)!.quantity)
const partsOf = (e: (typeof examples.sound)[0], wire: string) => {
  const found = claws.build(e.stone, e.options).wires.find((x) => x.id === wire)!
  return {
    length: pathLength(found.path),
    of: (id: string) => {
      const p = found.parts.find((x) => x.id === id)!
      return p.s1 - p.s0
    },
  }
}

describe('corner claws', () => {
  it('by hand: the gap between the tiers is taken at their contacts', () => {
    // cushion 12 x 12 x 7.4, girdle 3 % of 12 = 0.36, crown 0.28 x (7.4 - 0.36) = 1.971, pavilion 7.4 - 0.36 - 1.971 = 5.069;
    // sided: the table is inset by (1 - 0.58) x 12 / 2 = 2.52 on all sides, the culet is 0.02 x 12 = 0.24 wide
    const girdle = 0.36
    const crown = 0.28 * (7.4 - girdle)
    const pavilion = 7.4 - girdle - crown
    const byHand = girdle + 1.4 * (pavilion / (6 - 0.12)) + 1.2 * (crown / 2.52) + 0.05
    expect(out(cushion, 'gapAlong')).toBeCloseTo(byHand, 9)
    // and it is what lies between the wires: from the seat's upper inner edge to the claw's flat side
    const design = claws.build(cushion.stone, cushion.options)
    const z = (id: string) => {
      const wire = design.wires.find((x) => x.id === id)!
      return pathAt(wire.path, wire.anchor).p[2]
    }
    expect(z('claw-top') - (z('seat-top') + a / 2)).toBeCloseTo(byHand, 9)
  })

  it('by hand: the bends of a square seat stand one wire’s half diagonal inside its corner', () => {
    // the wire's middle is 6 - 1.4 + a/2 from the stone's; its tail runs a/2 beside the diagonal: 2 (4.6 + a/2 - a/√2)
    expect(out(cushion, 'seatWidthAlong')).toBeCloseTo(2 * (4.6 + a / 2 - a / Math.SQRT2), 9)
    // claws: 6 - 1.2 + w/2 out, beside the same diagonal
    expect(out(cushion, 'clawWidthAlong')).toBeCloseTo(2 * (4.8 + w / 2 - w / Math.SQRT2), 9)
  })

  it('by hand: a seat wire of a rectangle from middle to end', () => {
    // 15 x 12: the long sides' wire lies 4.6 + a/2 from the middle, its bends 2 (6.1 + a/2 - a/√2) apart
    const radius = Math.max(a, 1.4 * 1.1 * a)
    const vertex = 6.1 + a / 2 - a / Math.SQRT2
    const straight = vertex - radius * Math.tan(Math.PI / 8)
    const parts = partsOf(rectangle, 'seat-right')
    expect(parts.of('middle-right')).toBeCloseTo(straight, 9)
    expect(parts.of('bend-right')).toBeCloseTo((Math.PI / 4) * radius, 9)
    expect(parts.of('tie-right')).toBeCloseTo(2, 9)
    expect(parts.of('end-right')).toBeCloseTo(0.8, 9)
    // the way up: two bends of 60° and what is straight between them
    const climb = -a / 2 - pathAtMiddle(rectangle, 'seat-right')
    const between = (climb - radius) / Math.sin(Math.PI / 3)
    expect(parts.of('ramp-right')).toBeCloseTo(2 * radius * (Math.PI / 3) + between, 9)
    expect(parts.length).toBeCloseTo(
      2 *
        (['middle', 'bend', 'level', 'ramp', 'tie', 'end'] as const).reduce(
          (sum, id) => sum + (parts.of(`${id}-right`) || 0),
          0,
        ) +
        2 * waitOf(rectangle, 'seat-right'),
      6,
    )
  })

  it('by hand: a ring’s two wires go half round the finger and lie past each other by 8 mm', () => {
    const design = claws.build(round.stone, round.options)
    for (const id of ['seat-top', 'seat-bottom']) {
      const wire = design.wires.find((x) => x.id === id)!
      const finger = ['finger-left', 'lap-left', 'finger-right', 'lap-right'].reduce((sum, part) => {
        const p = wire.parts.find((x) => x.id === part)!
        return sum + p.s1 - p.s0
      }, 0)
      // half a circle of the finger's radius to the wire's middle, and 4 mm more at each end; drawn together it grows by a little
      const plain = Math.PI * ((17.3 + a) / 2) + 8
      expect(finger).toBeGreaterThan(plain - 1e-6)
      expect(finger).toBeLessThan(plain * 1.12)
    }
  })

  it('seat and claws touch the stone along their sides, and nowhere stand in it', () => {
    for (const e of examples.sound) {
      const design = claws.build(e.stone, { ...e.options, play: 0 })
      const held = heldStone(fullStone(e.stone))
      for (const wire of design.wires) {
        const { p, t } = pathAt(wire.path, wire.anchor)
        const gap = gapAt(p, held.nearest(p, { theta: NaN, phi: NaN }), sectionAt(wire, wire.anchor, t)).gap
        expect(Math.abs(gap)).toBeLessThan(0.005)
      }
    }
  })

  it('a claw that reaches past the edge of a wide table lies on the table, and does not hover above it', () => {
    const stone = { ...cushion.stone, table: 80 }
    for (const claw of [0.6, 1.6, 2.4]) {
      const design = claws.build(stone, { ...cushion.options, claw, play: 0.05 })
      const held = heldStone(fullStone(stone))
      for (const wire of design.wires.filter((w) => w.id.startsWith('claw'))) {
        const { p, t } = pathAt(wire.path, wire.anchor)
        const nearest = (at: Vec3) => held.nearest(at, { theta: NaN, phi: NaN })
        const { gap } = trueGapAt(p, sectionAt(wire, wire.anchor, t), nearest, 0)
        expect(gap).toBeGreaterThan(-0.01)
        expect(gap).toBeLessThan(0.06)
      }
    }
  })

  it('refuses what has no slope behind its edge, or no corners', () => {
    const say = (stone: object, options?: Options) =>
      claws.fits({ ...cushion.stone, ...stone }, options).map((f) => f.code)
    expect(say({ kind: 'cabochon', outline: 'oval', length: 14, depth: 5 })).toEqual([
      'corner-claws.not-faceted',
    ])
    expect(say({ outline: 'drop', length: 16 })).toEqual(['corner-claws.outline'])
    expect(say({}, { ...cushion.options, seat: 5 })).toContain('corner-claws.past-middle')
    expect(say({}, { ...cushion.options, size: '16 AWG', seat: 2, bail: 2 })).toContain(
      'corner-claws.bail-too-small',
    )
  })
})

function pathAtMiddle(e: (typeof examples.sound)[0], id: string): number {
  const wire = claws.build(e.stone, e.options).wires.find((x) => x.id === id)!
  return pathAt(wire.path, wire.anchor).p[2]
}
function waitOf(e: (typeof examples.sound)[0], id: string): number {
  const wire = claws.build(e.stone, e.options).wires.find((x) => x.id === id)!
  const p = wire.parts.find((x) => x.id === 'wait-right')
  return p ? p.s1 - p.s0 : 0
}
