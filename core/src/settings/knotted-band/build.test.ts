import { clashes, type Design } from '../../design/index'
import { replay, wireStates } from '../../guide/index'
import { heldStone, holdOf, releases, settingOf } from '../../hold/index'
import { pathLength, stationsOf } from '../../path/index'
import { DEFAULT_SETTINGS, plan, settingOfPlan, type Plan } from '../../plan/index'
import { fullStone, outlineArcs, outlineOf, outlinePerimeter, type Stone } from '../../stone/index'
import { seeded } from '../../testing'
import { parseWeave, strandsOf } from '../../weave/index'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as band } from './index'

const { stone: OVAL, options } = examples.sound[0]!
/** Round, so that every loop of a face is like the next. */
const ROUND: Stone = { ...OVAL, outline: 'round', length: 24, width: 24 }
const chosen: Options = { ...options, loops: 29 }
const D = wireSize('28 AWG').mm
const planned = (stone: Stone, o: Options): Plan => {
  const made = plan({ stone, family: 'knotted-band', options: o, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error(JSON.stringify(made.findings))
  return made.plan
}
const out = (id: string, stone = ROUND, o: Options = chosen): number =>
  numberOf(band.outputs(stone, o).find((x) => x.id === id)!.quantity)
const lengthsOf = ({ wires }: Design): number[] =>
  wires.map(({ parts }) => parts.filter((p) => p.kind === 'knots').reduce((sum, p) => sum + p.s1 - p.s0, 0))

describe('a knotted band', () => {
  const design = band.build(ROUND, chosen)

  it('by hand: its repeats share the way round the stone, with one of them left open at the top', () => {
    // a strand and half a wire lie between the edge and the middle of the band
    const around = 2 * Math.PI * (12 + 1.65 * D)
    expect(out('around')).toBeCloseTo(around, 6)
    // one knot at the sides and one in the middle
    expect(out('knot')).toBeCloseTo(around / 30 / 2, 6)
    expect(design.joints.filter((j) => j.kind === 'knot' && j.id !== 'bail')).toHaveLength(29)
    // a knot at either side and one in the middle, 30 s each
    for (const { turns, id } of design.joints) if (id.startsWith('repeat')) expect(turns).toBe(3)
  })

  it('by hand: each wire takes what its roles take, by the strands of the weave lab', () => {
    const high = out('knot')
    const strand = (text: string) => {
      const read = parseWeave(text)
      if (!read.ok) throw new Error(text)
      // packed as far apart as they are here
      return strandsOf(read.weave, { base: D, weaver: D, packing: high / (4 * D) })[0]!.length
    }
    const [side, middle] = [strand('ab: knot(1)'), strand('ab: knot(1-2)')]
    const lengths = lengthsOf(design)
    // the second from either edge is held at the sides and works in the middle, those beside the middle the other way about
    for (const [wire, each] of [
      [1, high + middle],
      [2, side + high],
      [3, side + high],
      [4, high + middle],
    ] as const)
      expect(Math.abs(lengths[wire]! / (29 * each) - 1)).toBeLessThan(0.03)
    // the outermost works at the sides and stands out as a loop meanwhile: more than straight up and down
    const loop = lengths[5]! / 29 - side
    const reach = Number(chosen.over) + ROUND.wall! / 2 - 4.88 * D
    expect(loop).toBeGreaterThan(2 * reach)
    expect(loop).toBeLessThan(2 * reach + 2 * high)
  })

  it('closes within half a repeat on 100 random outlines, as many up one side as up the other or one more', () => {
    const random = seeded(31)
    for (let i = 0; i < 100; i++) {
      const stone = examples.stone(random)
      const o = examples.random(stone, { alloy: 'copper', temper: 'dead soft', worn: 'pendant' }, random)
      const [outline, d] = [outlineOf(fullStone(stone)), wireSize(String(o.size)).mm]
      const around = outlinePerimeter(outline) + 3.3 * Math.PI * d
      // one repeat is left open, or the point of a drop with a little beside it
      const tip = outlineArcs(outline, -Math.PI / 2, 1.5 * Math.PI, 1.65 * d).find(
        (arc) => arc.from < 1.57 && arc.to > 1.58,
      )
      const point = tip && tip.r - 1.65 * d < 2.5 ? tip.r * (tip.to - tip.from) + 2.4 : 0
      const long = around - Math.max(Number(o.pitch), point)
      expect(Math.abs(Number(o.loops) * Number(o.pitch) - long)).toBeLessThanOrEqual(
        Number(o.pitch) / 2 + 1e-9,
      )
    }
    const sides = ['right', 'left'].map(
      (s) => design.joints.filter((j) => j.id.startsWith(`repeat-${s}`)).length,
    )
    expect(Math.abs(sides[0]! - sides[1]!)).toBeLessThanOrEqual(1)
  })

  it.each([
    ['six wires, knotted bail', {}],
    ['a twisted bail, forward', { strip: 'twisted', roll: 'forward' }],
    ['two knots in the middle', { knots: 2, pitch: 3.97, loops: 19, over: 3 }],
    ['eight wires', { wires: 'eight', size: '30 AWG', wraps: 1, pitch: 2.11, loops: 36 }],
  ])(
    '%s: no wire stands in another or in the stone, and every loop of the front lies on the face',
    (_, more) => {
      const o = { ...chosen, ...more } as Options
      expect(band.fits(ROUND, o).filter((f) => f.severity === 'error')).toEqual([])
      const made = band.build(ROUND, o)
      expect(clashes(made)).toEqual([])
      const held = heldStone(fullStone(ROUND))
      const size = wireSize(String(o.size)).mm
      const last = made.wires[made.wires.length - 1]!
      const loops = made.joints
        .filter((j) => j.id.startsWith('repeat-right'))
        .map((j) => j.members.filter((m) => m.wire === last.id)[0]!)
        .sort((a, b) => a.s0 - b.s0)
      expect(loops.length).toBeGreaterThan(8)
      loops.slice(1).forEach((next, i) => {
        const gaps = stationsOf(last.path, loops[i]!.s1, next.s0, 0.05).map(
          ({ at: { p } }) => held.nearest(p, { theta: NaN, phi: NaN }).distance - size / 2,
        )
        expect(Math.min(...gaps)).toBeGreaterThan(-0.05)
        expect(Math.min(...gaps)).toBeLessThan(0.06)
      })
    },
  )

  it('with loops on one face only the stone leaves by the other; with both it bears ten times what is asked', () => {
    const made = planned(ROUND, chosen)
    const { held } = settingOfPlan(made)
    const least = (without: string): { readonly force: number; readonly z: number } => {
      const wires = made.design.wires.filter((w) => w.id !== without)
      const joints = made.design.joints.map((j) => ({
        ...j,
        members: j.members.filter((m) => m.wire !== without),
      }))
      const setting = settingOf({ ...made.design, wires, joints }, held)
      const hold = holdOf(setting, made.asked)
      if (!hold.caught) return { force: 0, z: 0 }
      const { weakest } = releases(setting, hold)
      return { force: weakest.force, z: weakest.d[2] }
    }
    expect(least('none').force).toBeGreaterThan(2 * made.asked.pressed)
    // nothing holds it to the front, to behind
    expect(least('wire-6').force).toBeLessThan(made.asked.weight)
    expect(least('wire-1').force).toBeLessThan(made.asked.weight)
  }, 120_000)

  it('is made from flat to round with every wire as long as it was', () => {
    const { design: made } = planned(ROUND, chosen)
    const steps = made.operations.map((op) => op.id)
    const before = (a: string, b: string) => expect(steps.indexOf(a)).toBeLessThan(steps.indexOf(b))
    before('sample', 'cut')
    before('knot-right', 'bend-band')
    before('close-top', 'seat')
    before('seat', 'lay-front')
    const state = replay(made, steps.slice(0, steps.indexOf('knot-left') + 1))
    // flat on the board every wire is as long as it will be
    for (const { id, path } of wireStates(made, state)) {
      const own = made.wires.find((w) => w.id === id)!
      expect(pathLength(path) / pathLength(own.path)).toBeCloseTo(1, 3)
    }
    for (const wire of made.wires) expect(pathLength(wire.path)).toBeGreaterThan(100)
  })

  it('longer loops take more wire, and hide more; thicker wire makes fewer repeats', () => {
    const longer = { ...chosen, over: 3 }
    const [a, b] = [lengthsOf(design), lengthsOf(band.build(ROUND, longer))]
    expect(b[5]! - a[5]!).toBeGreaterThan(29)
    expect(b[2]).toBeCloseTo(a[2]!, 6)
    expect(numberOf(band.face(ROUND, longer))).toBeLessThan(numberOf(band.face(ROUND, chosen)))
    const loops = (size: string) =>
      Number(
        band.space(ROUND, { alloy: 'copper', temper: 'dead soft', worn: 'pendant' }).settled({ size }).loops,
      )
    expect(loops('26 AWG')).toBeLessThan(loops('30 AWG'))
  })

  it('refuses what it cannot go round, each in its own words', () => {
    const codes = (stone: Stone, o?: Options) => band.fits(stone, o).map((f) => f.code.split('.')[1])
    expect(codes({ ...ROUND, outline: 'marquise', width: 12 })).toEqual(['pointed'])
    expect(codes({ ...ROUND, outline: 'heart' })).toEqual(['hollow'])
    expect(
      codes({
        kind: 'bead',
        form: 'sphere',
        outline: 'round',
        length: 9,
        width: 9,
        depth: 9,
        mineral: 'agate',
      }),
    ).toEqual(['no-edge'])
    expect(codes({ ...ROUND, wall: 1.2 }, chosen)).toContain('thin-edge')
    expect(codes(ROUND, { ...chosen, loops: 40 })).toContain('crowded')
    expect(codes(ROUND, { ...chosen, loops: 24 })).toContain('open')
    expect(codes(ROUND, { ...chosen, over: 0.8 })).toContain('short-loops')
    expect(codes(ROUND, { ...chosen, pitch: 2 })).toContain('short-repeat')
  })
})
