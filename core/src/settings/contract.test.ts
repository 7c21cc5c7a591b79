import { checkDesign, gapAt, sectionAt, type Design } from '../design/index'
import { dist, type Vec3 } from '../geom/index'
import { develop, perform, replay, wireStates } from '../guide/index'
import { plan, DEFAULT_SETTINGS, startingOptions } from '../plan/index'
import { pathAt, pathLength, samplePath, stationsOf } from '../path/index'
import { fullStone, solidOf, type Stone } from '../stone/index'
import { seeded, FRAME, OVAL } from '../testing'
import { numberOf } from '../working/index'
import { FAMILIES, optionsSchema, type Family, type Options } from './index'

const ROUNDS = Number(process.env.CONTRACT_ROUNDS ?? 25)
const SEED = Number(process.env.SEED ?? 1)

const COMMON = ['round', 'oval', 'drop'] as const
const REGULAR = ['cushion', 'square', 'cut-corner', 'marquise', 'triangle', 'hexagon'] as const

/** A random stone that a family might take. */
function randomStone(random: () => number): Stone {
  // half of them of the three commonest outlines, a third of them domed behind too
  const kinds = random() < 0.5 ? COMMON : REGULAR
  const outline = kinds[Math.floor(random() * kinds.length)]!
  const width = 12 + random() * 22
  const slim = outline === 'drop' || outline === 'marquise'
  const length = outline === 'round' ? width : width * (slim ? 1.25 + random() * 0.6 : 1 + random() * 0.7)
  const depth = width * (0.18 + random() * 0.3)
  const puffy = random() < 0.33
  return {
    kind: puffy ? 'puffy' : 'cabochon',
    outline,
    length: Number(length.toFixed(1)),
    width: Number((outline === 'round' ? length : width).toFixed(1)),
    depth: Number(depth.toFixed(1)),
    wall: Number((depth * random() * (puffy ? 0.25 : 0.45)).toFixed(1)),
    ...(puffy ? { back: Number((depth * (0.15 + random() * 0.3)).toFixed(1)) } : {}),
    fullness: Number((1.6 + random() * 1.6).toFixed(2)),
    mineral: 'agate',
  }
}

/** Fitting options near the family's own candidates. */
function randomOptions(chosen: Family, stone: Stone, random: () => number): Options | undefined {
  const list = chosen.candidates(stone, {
    alloy: random() < 0.5 ? 'copper' : 'sterling silver',
    temper: random() < 0.5 ? 'half hard' : 'dead soft',
  })
  for (let k = 0; k < 12; k++) {
    const base = list[Math.floor(random() * list.length)]
    if (!base) return undefined
    const options = {
      ...base,
      profile: random() < 0.7 ? 'square' : 'round',
      tail: Math.round(random() * 50),
      bail: 4 + Math.round(random() * 6),
      margin: Math.round(random() * 20),
    }
    const made =
      chosen.fits(stone, options).every((f) => f.severity !== 'error') && chosen.build(stone, options)
    if (made && chosen.review(stone, options, made).every((f) => f.severity !== 'error')) return options
  }
  return undefined
}

/** Least gap of each wire to the stone every 0.1 mm, by the nearest-point query, independent of how the path was made. */
function leastGap(design: Design, stone: Stone): { gap: number; where: string } {
  const solid = solidOf(fullStone(stone))
  let least = { gap: Infinity, where: '' }
  for (const wire of design.wires)
    for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.1)) {
      const { gap } = gapAt(at.p, solid.nearest(...at.p), sectionAt(wire, s, at.t))
      if (gap < least.gap) least = { gap, where: `${wire.id} at ${s.toFixed(1)}` }
    }
  return least
}

/** Least gap between two wires, by points every 0.2 mm; round sections assumed within 8 % for squares lying flush. */
function leastBetween(design: Design): number {
  const sets = design.wires.map((w) => ({
    a: w.stock.size.mm,
    points: stationsOf(w.path, 0, pathLength(w.path), 0.25).map((x) => x.at.p),
  }))
  let least = Infinity
  sets.forEach((one, i) =>
    sets.slice(i + 1).forEach((two) => {
      for (const p of one.points)
        for (const q of two.points) {
          const d =
            Math.abs(p[2] - q[2]) < 2 && Math.abs(p[0] - q[0]) < 2
              ? dist(p, q) - (one.a + two.a) / 2
              : Infinity
          if (d < least) least = d
        }
    }),
  )
  return least
}

describe.each(FAMILIES.map((f) => [f.id, f] as const))('family %s', (id, chosen) => {
  const random = seeded(SEED)
  const cases: { stone: Stone; options: Options }[] = []
  while (cases.length < ROUNDS) {
    const stone = randomStone(random)
    const options = randomOptions(chosen, stone, random)
    if (options) cases.push({ stone, options })
  }

  it(`${ROUNDS} random fitting stones: sound designs, equal twice, through JSON, no wire in the stone`, () => {
    for (const { stone, options } of cases) {
      const where = JSON.stringify({ stone, options })
      const design = chosen.build(stone, options)
      expect(optionsSchema(chosen.params(stone)).safeParse(options).error?.issues ?? []).toEqual([])
      expect({ where, said: checkDesign(design) }).toEqual({ where, said: [] })
      expect(chosen.build(stone, { ...options })).toEqual(design)
      const text = JSON.stringify(design)
      expect(JSON.parse(text)).toEqual(design)
      expect(text.length).toBeLessThan(200_000)
      const worst = leastGap(design, stone)
      expect({ where, worst, deep: worst.gap < -0.05 }).toEqual({ where, worst, deep: false })
      for (const w of design.wires)
        expect(Number.isFinite(pathLength(w.path)) && pathLength(w.path) > 0).toBe(true)
    }
  })

  it('wires do not stand in each other', () => {
    for (const { stone, options } of cases.slice(0, 8)) {
      const gap = leastBetween(chosen.build(stone, options))
      expect({ stone, options, gap, deep: gap < -0.08 }).toMatchObject({ deep: false })
    }
  })

  it('parts and their working add up to the path, sampled at 0.01 mm as well', () => {
    for (const { stone, options } of cases) {
      const design = chosen.build(stone, options)
      const halves = chosen.halves(stone, options)
      for (const wire of design.wires) {
        const half = (side: 'left' | 'right') =>
          halves[wire.id]![side].reduce((total, p) => total + numberOf(p.quantity), 0)
        const sum = half('left') + half('right')
        expect(half('left')).toBeCloseTo(wire.anchor, 6)
        expect(sum).toBeCloseTo(pathLength(wire.path), 6)
        expect(wire.parts.reduce((total, p) => total + p.s1 - p.s0, 0)).toBeCloseTo(sum, 6)
      }
    }
    const { stone, options } = cases[0]!
    for (const wire of chosen.build(stone, options).wires) {
      const points = stationsOf(wire.path, 0, pathLength(wire.path), 0.01).map((x) => x.at.p)
      const sampled = points.slice(1).reduce((sum, p, i) => sum + dist(p, points[i]!), 0)
      expect(Math.abs(sampled / pathLength(wire.path) - 1)).toBeLessThan(0.0005)
    }
  })

  it('joints and their working agree on length and turns', () => {
    for (const { stone, options } of cases) {
      const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!result.ok) throw new Error(JSON.stringify(result.findings))
      for (const joint of result.plan.design.joints) {
        const working = chosen.joints(stone, options)[joint.id]!
        expect(numberOf(working.length)).toBeCloseTo(joint.length, 6)
        expect([numberOf(working.columns), numberOf(working.rows)]).toEqual([joint.columns, joint.rows])
        expect(numberOf(result.plan.cut.binding.binds.find((b) => b.joint === joint.id)!.turns)).toBe(
          joint.turns,
        )
      }
      const planned = result.plan.design.operations.reduce((total, op) => total + op.minutes, 0)
      expect(numberOf(result.plan.cost.hours) * 60).toBeCloseTo(planned, 9)
      // every mark is where the design has the middle or an end of a bind
      for (const wire of result.plan.design.wires) {
        const { marks } = result.plan.cut.wires.find((w) => w.id === wire.id)!
        const places = result.plan.design.joints
          .flatMap((j) => j.members.filter((m) => m.wire === wire.id).flatMap((m) => [m.s0, m.s1]))
          .concat(wire.anchor)
          .sort((a, b) => a - b)
        expect(marks).toHaveLength(places.length)
        marks.forEach((m, i) =>
          expect(numberOf(m.fromEnd) - chosen.margin(options)).toBeCloseTo(places[i]!, 6),
        )
      }
    }
  })

  it('replaying all operations gives exactly the paths, lengths and turns', () => {
    for (const { stone, options } of cases.slice(0, 10)) {
      const design = chosen.build(stone, options)
      const end = replay(design)
      expect([...end.joints].sort()).toEqual(design.joints.map((j) => j.id).sort())
      expect(end.holds).toEqual([])
      expect(end.stone).toBe('in')
      wireStates(design, end).forEach((state, i) => {
        const wire = design.wires[i]!
        expect(pathLength(state.path)).toBeCloseTo(pathLength(wire.path), 9)
        const [a, b] = [samplePath(state.path), samplePath(wire.path)]
        expect(a.length).toBe(b.length)
        a.forEach((p, k) => expect(dist(p, b[k]!)).toBeLessThan(1e-6))
      })
    }
  })

  it('keeps every wire as long at each step, whatever is bent so far', () => {
    const { stone, options } = cases[0]!
    const design = chosen.build(stone, options)
    for (let n = 1; n <= design.operations.length; n++) {
      const state = replay(
        design,
        design.operations.slice(0, n).map((o) => o.id),
      )
      for (const s of wireStates(design, state)) {
        const wire = design.wires.find((w) => w.id === s.id)!
        expect(pathLength(s.path)).toBeCloseTo(pathLength(wire.path), 6)
        expect(dist(pathAt(s.path, wire.anchor).p, pathAt(wire.path, wire.anchor).p)).toBeLessThan(1e-6)
      }
    }
  })

  it('refuses every order that breaks a need', () => {
    const { stone, options } = cases[1]!
    const design = chosen.build(stone, options)
    const ids = design.operations.map((o) => o.id)
    let refused = 0
    for (let k = 0; k < 60; k++) {
      const order = [...ids]
      const i = Math.floor(random() * order.length)
      const j = Math.floor(random() * order.length)
      ;[order[i], order[j]] = [order[j]!, order[i]!]
      const broken = order.some((id2, at) =>
        design.operations.find((o) => o.id === id2)!.needs.some((need) => order.indexOf(need) > at),
      )
      if (broken) {
        refused++
        expect(() => replay(design, order)).toThrow(RangeError)
      } else expect(() => replay(design, order)).not.toThrow()
    }
    expect(refused).toBeGreaterThan(20)
    expect(() => perform(replay(design), design.operations[0]!)).toThrow('done already')
  })

  it('has words for every param, part, wire, joint, output, finding and step', () => {
    for (const { stone, options } of cases) {
      for (const p of chosen.params(stone))
        expect(chosen.text.params[p.id] && chosen.text.groups[p.group]).toBeTruthy()
      const result = plan({ stone, family: id, options, settings: DEFAULT_SETTINGS })
      if (!result.ok) throw new Error(JSON.stringify(result.findings))
      for (const f of result.plan.findings)
        if (f.code.startsWith(id)) expect(chosen.text.findings[f.code]).toBeDefined()
      for (const w of result.plan.cut.wires) expect(chosen.text.wires[w.id]).toBeDefined()
      for (const o of result.plan.outputs) expect(chosen.text.outputs[o.id]).toBeDefined()
      for (const s of result.plan.steps) expect(s.title + s.say).not.toMatch(/[{}]|undefined|NaN/)
      for (const w of result.plan.cut.wires)
        for (const p of w.parts) expect(chosen.text.parts[p.kind]).toBeDefined()
    }
  })

  it('starts from the stone: larger wants thicker wire, a weaker metal too', () => {
    const wish = { alloy: 'copper', temper: 'half hard' }
    const small = startingOptions(OVAL, id, wish)!
    const big = startingOptions({ ...OVAL, length: 39, width: 28.6, depth: 9.1, wall: 2.6 }, id, wish)!
    const weak = startingOptions(OVAL, id, { ...wish, alloy: 'aluminium' })!
    const size = (o: Options) =>
      chosen.build(OVAL, { ...FRAME, size: o.size!, frontOverlap: 0, backOverlap: 0 }).wires[0]!.stock.size.mm
    expect(size(big)).toBeGreaterThan(size(small))
    expect(size(weak) * Number(weak.wires)).toBeGreaterThan(size(small) * Number(small.wires) - 0.3)
    expect(startingOptions(OVAL, id, wish)).toEqual(small)
  }, 120_000)
})

describe('developing a wire', () => {
  it('is straight before anything is bent', () => {
    const chosen = FAMILIES[0]!
    const wire = chosen.build(OVAL, FRAME).wires[0]!
    const path = develop(wire, new Map())
    const ends: Vec3[] = [pathAt(path, 0).p, pathAt(path, pathLength(path)).p]
    expect(dist(ends[0]!, ends[1]!)).toBeCloseTo(pathLength(wire.path), 6)
  })
})
