import { dist } from '../../geom/index'
import { accentsOn, perform, replay } from '../../guide/index'
import { heldStone, holdOf, releases, settingOf } from '../../hold/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { DEFAULT_SETTINGS, plan, settingOfPlan } from '../../plan/index'
import { fullStone, type Stone } from '../../stone/index'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as loops } from './index'

const { options } = examples.sound[0]!
/** Round, so that every loop of a face is like the next. */
const round: Stone = {
  kind: 'cabochon',
  outline: 'round',
  length: 24,
  width: 24,
  depth: 6,
  wall: 2,
  mineral: 'agate',
}
const chosen: Options = { ...options, loops: 28, over: 3.2 }
const size = wireSize('22 AWG').mm
const link = wireSize('28 AWG').mm
const out = (id: string, o: Options = chosen): number =>
  numberOf(loops.outputs(round, o).find((x) => x.id === id)!.quantity)

describe('a ring of loops', () => {
  const design = loops.build(round, chosen)
  const ring = design.wires[0]!
  const part = (id: string) => ring.parts.find((p) => p.id === id)!

  it('by hand: the loops share the way round the stone, with one of them left open at the top', () => {
    // two thirds of a wire and the link between stone and the middle of the ring
    const middle = 12 + (0.5 + 0.72) * size + link
    expect(out('pitch')).toBeCloseTo((2 * Math.PI * middle) / 29, 6)
    const { s0 } = part('loops-right')
    // fourteen loops up each side
    for (const side of ['left', 'right']) {
      const { s0: a, s1: b } = part(`loops-${side}`)
      expect((b - a) / 14).toBeCloseTo((part('loops-right').s1 - s0) / 14, 1)
    }
  })

  it('by hand: its coil is wound on a rod whose turns are as long as its loops', () => {
    const each =
      (part('loops-left').s1 - part('loops-left').s0 + part('loops-right').s1 - part('loops-right').s0) / 28
    expect(out('rod')).toBeCloseTo(each / Math.PI - size, 6)
    expect(out('coil')).toBeCloseTo(28 * 1.03 * size, 9)
  })

  it('by hand: round an oval the loops share an ellipse’s length, and each is as wide as its neighbours leave', () => {
    const { stone, options: own } = examples.sound[0]!
    // Ramanujan's length of an ellipse: the edge, and round it the ring at a distance of its own
    const [a, b] = [stone.length / 2, stone.width / 2]
    const h = ((a - b) / (a + b)) ** 2
    const edge = Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)))
    const pitch = (edge + 2 * Math.PI * ((0.5 + 0.72) * size + link)) / (Number(own.loops) + 1)
    expect(numberOf(loops.outputs(stone, own).find((x) => x.id === 'pitch')!.quantity)).toBeCloseTo(pitch, 3)
    // neighbours are linked where their strands lie a fifth of a wire apart
    const made = loops.build(stone, own)
    for (const { members } of made.joints.filter((j) => j.id.startsWith('back'))) {
      const [p, q] = members.map((m) => pathAt(made.wires[0]!.path, (m.s0 + m.s1) / 2).p)
      expect(dist(p!, q!)).toBeGreaterThan(0.8 * size)
    }
  })

  it('round a stone that is domed behind too, loops lie over both domes and none stands in it', () => {
    const puffy: Stone = { ...round, kind: 'puffy', depth: 9 }
    const held = heldStone(fullStone(puffy))
    const { path, parts } = loops.build(puffy, chosen).wires[0]!
    const [s0, s1] = ['loops-left', 'loops-right'].map((id) => parts.find((p) => p.id === id)!)
    const gaps = stationsOf(path, s0!.s0, s1!.s1, 0.1).map(({ at: { p } }) => ({
      face: Math.sign(p[2]),
      gap: held.nearest(p, { theta: NaN, phi: NaN }).distance - size / 2,
    }))
    expect(Math.min(...gaps.map((x) => x.gap))).toBeGreaterThan(-0.06)
    // no farther off either face than the link wire that lies between
    for (const face of [1, -1])
      expect(Math.min(...gaps.filter((x) => x.face === face).map((x) => x.gap))).toBeLessThan(link)
  })

  it('every loop of the front lies on the face, every loop behind on the back, and none in the stone', () => {
    const held = heldStone(fullStone(round))
    const { s0 } = part('loops-left')
    const { s1 } = part('loops-right')
    const places = stationsOf(ring.path, s0, s1, 0.1).map(({ at: { p } }) => ({
      p,
      gap: held.nearest(p, { theta: NaN, phi: NaN }).distance - size / 2,
    }))
    expect(Math.min(...places.map((x) => x.gap))).toBeGreaterThan(-0.05)
    // sector by sector, but for the one at the top where the ends come up
    for (const face of [1, -1])
      for (let sector = 0; sector < 12; sector++) {
        const there = places.filter(({ p }) => {
          const turn = (Math.atan2(p[0], p[1]) / (2 * Math.PI) + 1) % 1
          return face * p[2] > 1 && Math.hypot(p[0], p[1]) < 11.9 && Math.floor(12 * turn) === sector
        })
        if (sector === 0 || sector === 11) continue
        const least = Math.min(...there.map((x) => x.gap))
        // where it is linked the link wire lies between, and behind the bend round the sharp edge is wider than that
        expect(least).toBeLessThan(face === 1 ? link + 0.02 : 2 * link)
      }
  })

  it('loops of one face are linked to their neighbours, those at the top to one only', () => {
    for (const face of ['front', 'back']) {
      const links = design.joints.filter((j) => j.id.startsWith(face))
      expect(links).toHaveLength(13)
      for (const { members, turns } of links) {
        expect(turns).toBe(3)
        const [a, b] = members.map((m) => pathAt(ring.path, (m.s0 + m.s1) / 2).p)
        // side by side: about a wire apart
        expect(dist(a!, b!)).toBeLessThan(2 * size)
        expect(Math.sign(a![2])).toBe(face === 'front' ? 1 : -1)
      }
    }
  })

  it('without links in front the face is held far less, without any not at all', () => {
    const made = plan({ stone: round, family: 'loop-bezel', options: chosen, settings: DEFAULT_SETTINGS })
    if (!made.ok) throw new Error('no plan')
    const { held } = settingOfPlan(made.plan)
    const borne = (without: RegExp): number => {
      const joints = design.joints.filter((j) => !without.test(j.id))
      const setting = settingOf({ ...design, joints }, held)
      return releases(setting, holdOf(setting, made.plan.asked)).weakest.force
    }
    const linked = borne(/^never$/)
    expect(borne(/^front-/)).toBeLessThan(linked / 3)
    expect(borne(/^back-/)).toBeLessThan(linked / 2)
    // it bears less than a fingertip's push
    expect(borne(/^(front|back)-/)).toBeLessThan(made.plan.asked.pressed / 4)
  }, 60_000)

  it('longer loops take more wire and hide more; more loops stand closer', () => {
    const face = (o: Options) => numberOf(loops.face(round, o))
    const longer = { ...chosen, over: 4.2 }
    expect(pathLength(loops.build(round, longer).wires[0]!.path)).toBeGreaterThan(pathLength(ring.path) + 28)
    expect(face(longer)).toBeLessThan(face(chosen))
    expect(out('pitch', { ...chosen, loops: 32 })).toBeLessThan(out('pitch'))
  })

  it('a bead lies over each gap of the front, on both strands and the link wire, and comes on with its link', () => {
    const beaded = { ...chosen, bead: 2 }
    const made = loops.build(round, beaded)
    expect(made.accents).toHaveLength(13)
    expect(out('beads', beaded)).toBe(13)
    const held = heldStone(fullStone(round))
    for (const { centre, radius } of made.accents) {
      // by looking along the whole wire: nothing of it is nearer, and the strand at either side is as near
      const far = stationsOf(ring.path, 0, pathLength(ring.path), 0.05).map(({ at: { p } }) =>
        dist(p, centre),
      )
      const touching = 1 + size / 2 + link
      expect(radius).toBe(1)
      expect(Math.min(...far)).toBeGreaterThan(touching - 0.05)
      expect(Math.min(...far)).toBeLessThan(touching + 0.01)
      expect(held.nearest(centre, { theta: NaN, phi: NaN }).distance).toBeGreaterThan(radius)
    }
    // the gap is seen between the strands that are linked
    const gaps = made.joints
      .filter((j) => j.id.startsWith('front'))
      .map(({ members }) => {
        const [a, b] = members.map((m) => pathAt(ring.path, (m.s0 + m.s1) / 2).p)
        return dist(a!, b!) - size
      })
    expect(out('gap', beaded)).toBeCloseTo(Math.max(...gaps), 6)
    // five links are made, and the one in hand
    const at = made.operations.findIndex((op) => op.id === 'link-front')
    const before = replay(
      made,
      made.operations.slice(0, at).map((op) => op.id),
    )
    expect(accentsOn(made, before)).toEqual([])
    expect(accentsOn(made, perform(before, made.operations[at]!, 6))).toHaveLength(6)
    // thirteen links run on through a bead twice
    const fine = (o: Options) => {
      const planned = plan({ stone: round, family: 'loop-bezel', options: o, settings: DEFAULT_SETTINGS })
      if (!planned.ok) throw new Error(JSON.stringify(planned.findings))
      return numberOf(planned.plan.cut.spools.find((x) => x.stock.size.mm === link)!.length)
    }
    expect(fine(beaded) - fine(chosen)).toBeCloseTo(2 * 2 * 13, 6)
    const codes = (bead: number, o: Options = chosen) => loops.fits(round, { ...o, bead }).map((f) => f.code)
    expect(codes(0.9 * Math.max(...gaps))).toContain('loop-bezel.bead-slips')
    expect(codes(Math.max(...gaps) + 0.5)).toEqual([])
    // with more loops they stand closer than four millimetres, though beads lie farther out than the loops
    const close = { ...chosen, loops: 48 }
    expect(2 * out('pitch', close)).toBeLessThan(3.8)
    expect(codes(4, close)).toContain('loop-bezel.bead-crowds')
    expect(codes(3, close)).toEqual([])
  })

  it('refuses what it cannot go round, each in its own words', () => {
    const codes = (stone: Stone, o?: Options) => loops.fits(stone, o).map((f) => f.code)
    expect(codes({ ...round, outline: 'marquise', width: 12 })).toEqual(['loop-bezel.pointed'])
    expect(codes({ ...round, outline: 'heart' })).toEqual(['loop-bezel.hollow'])
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
    ).toEqual(['loop-bezel.no-edge'])
    expect(codes(round, { ...chosen, loops: 27 })).toEqual(['loop-bezel.odd'])
    expect(codes(round, { ...chosen, loops: 90 })).toContain('loop-bezel.crowded')
  })
})
