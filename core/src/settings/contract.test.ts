import { windsOf } from '../cut/index'
import {
  checkDesign,
  gapAt,
  isWound,
  reachOf,
  sectionAt,
  seatedStones,
  trueGapAt,
  type Design,
} from '../design/index'
import { dist, dot, norm, scale, sub, type Vec3 } from '../geom/index'
import { develop, perform, replay, wireStates } from '../guide/index'
import { plan, planHold, DEFAULT_SETTINGS } from '../plan/index'
import { startingOptions } from '../search/index'
import { pathAt, pathLength, samplePath, stationsOf } from '../path/index'
import { enoughFor, heldAt, heldMesh, heldStone } from '../hold/index'
import { fullStone, shapeOf, type Stone } from '../stone/index'
import { seeded } from '../testing'
import { alloy } from '../wire/index'
import { numberOf } from '../working/index'
import { FAMILIES, optionsSchema, type Family, type Options } from './index'
import { examplesOf } from '../testingPlans'

const ROUNDS = Number(process.env.CONTRACT_ROUNDS ?? 25)
const SEED = Number(process.env.SEED ?? 1)
/** Measures that grow with the stone. */
const LENGTHS = new Set(['length', 'width', 'depth', 'wall', 'back', 'girdle', 'crown', 'culet', 'corner'])

/** Each family's own examples, from the file that every folder has. */

/** Fitting options near the family's own candidates. */
function randomOptions(chosen: Family, stone: Stone, random: () => number): Options | undefined {
  const groups = chosen.candidates(stone, {
    alloy: random() < 0.5 ? 'copper' : 'sterling silver',
    temper: random() < 0.5 ? 'half hard' : 'dead soft',
  })
  for (let k = 0; k < 12; k++) {
    const list = groups[Math.floor(random() * groups.length)]?.options() ?? []
    const base = list[Math.floor(random() * list.length)]
    if (!base) continue
    const options = examplesOf(chosen.id).vary(base, random)
    const made =
      chosen.fits(stone, options).every((f) => f.severity !== 'error') && chosen.build(stone, options)
    if (made && chosen.review(stone, options).every((f) => f.severity !== 'error')) return options
  }
  return undefined
}

/** How deep a wire stands in itself between places that are more than three thicknesses apart along it, mm; 0 up to a twentieth. */
function deepInItself({ path, stock }: Design['wires'][number]): number {
  const { mm } = stock.size
  const at = stationsOf(path, 0, pathLength(path), 0.2)
  let least = Infinity
  at.forEach((a, i) => {
    for (let j = i + 1; j < at.length; j++)
      if (at[j]!.s - a.s > 3 * mm) least = Math.min(least, dist(a.at.p, at[j]!.at.p))
  })
  const deep = mm - least
  return deep > 0.05 ? deep : 0
}

/** Least gap of each wire to each stone every 0.1 mm, by the nearest-point query, independent of how the path was made. */
function leastGap(design: Design, stone: Stone): { gap: number; where: string } {
  let least = { gap: Infinity, where: '' }
  for (const { stone: own, seat } of seatedStones({ design, stone })) {
    const full = fullStone(own)
    // of a stone that is strung its hole as it was measured, by its triangles
    const held = heldAt(seat.strung ? heldMesh(shapeOf(full).index, [0, 0, 0]) : heldStone(full), seat)
    for (const wire of design.wires)
      for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.1)) {
        const section = sectionAt(wire, s, at.t)
        const nearest = (p: Vec3) => held.nearest(p, { theta: NaN, phi: NaN })
        let { gap } = gapAt(at.p, nearest(at.p), section)
        // a square beside an edge is told deeper by that than it stands
        if (gap < -0.05) gap = trueGapAt(at.p, section, nearest, Infinity).gap
        if (gap < least.gap) least = { gap, where: `${wire.id} at ${s.toFixed(1)}, ${seat.id}` }
      }
  }
  return least
}

/**
 * Least gap between two wires, by their sections every 0.25 mm: the widest of the separating axes that two sections have (the line between
 * them, and the sides of both), which for sections that lie along each other is their gap.
 */
function leastBetween(design: Design): { gap: number; where: string } {
  const sets = design.wires.map((w) => ({
    w,
    size: w.stock.size.mm,
    points: stationsOf(w.path, 0, pathLength(w.path), 0.25).map((x) => ({
      p: x.at.p,
      s: x.s,
      section: sectionAt(w, x.s, x.at.t),
    })),
  }))
  let least = { gap: Infinity, where: '' }
  sets.forEach((one, i) =>
    sets.slice(i + 1).forEach((two) => {
      for (const p of one.points)
        for (const q of two.points) {
          const d = sub(p.p, q.p)
          const far = norm(d)
          if (far > (one.size + two.size) * 0.75 || far < 1e-9) continue
          // n points from the second wire to the first: each reaches toward the other
          const along = (n: Vec3) => dot(d, n) - reachOf(p.section, n) - reachOf(q.section, scale(n, -1))
          const axes = [scale(d, 1 / far), ...p.section.axes, ...q.section.axes]
          const gap = Math.max(...axes.flatMap((n) => [along(n), along(scale(n, -1))]))
          if (gap < least.gap)
            least = { gap, where: `${one.w.id} at ${p.s.toFixed(1)}, ${two.w.id} at ${q.s.toFixed(1)}` }
        }
    }),
  )
  return least
}

describe.each(FAMILIES.map((f) => [f.id, f] as const))('family %s', (id, chosen) => {
  const random = seeded(SEED)
  const cases: { stone: Stone; options: Options }[] = []
  while (cases.length < ROUNDS) {
    const stone = examplesOf(id).stone(random)
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
      // a band of knots tells every wire of its six or eight
      expect(text.length).toBeLessThan(450_000)
      const worst = leastGap(design, stone)
      expect({ where, worst, deep: worst.gap < -0.05 }).toEqual({ where, worst, deep: false })
      for (const w of design.wires)
        expect(Number.isFinite(pathLength(w.path)) && pathLength(w.path) > 0).toBe(true)
    }
  })

  it('wires do not stand in each other', () => {
    for (const { stone, options } of cases.slice(0, 8)) {
      const found = leastBetween(chosen.build(stone, options))
      const where = JSON.stringify({ stone, options, found })
      expect({ where, deep: found.gap < -0.08 }).toEqual({ where, deep: false })
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
      for (const joint of result.plan.design.joints.filter(isWound)) {
        const working = chosen.joints(stone, options)[joint.id]!
        expect(numberOf(working.length)).toBeCloseTo(joint.length, 6)
        if (!working.hull)
          expect([numberOf(working.columns), numberOf(working.rows)]).toEqual([joint.columns, joint.rows])
        expect(numberOf(windsOf(result.plan.cut).find((b) => b.joint === joint.id)!.turns)).toBe(joint.turns)
      }
      const planned = result.plan.design.operations.reduce((total, op) => total + op.minutes, 0)
      expect(numberOf(result.plan.cost.hours) * 60).toBeCloseTo(planned, 9)
      // what is cut is the path with the spare at both ends, whatever the parts are called
      const pulled = chosen.pulled(stone, options)
      const spare = (id: string) => chosen.margin(options) + (pulled[id] ? numberOf(pulled[id]) : 0)
      for (const w of result.plan.cut.wires)
        expect(numberOf(w.length)).toBeCloseTo(
          pathLength(result.plan.design.wires.find((x) => x.id === w.id)!.path) + 2 * spare(w.id),
          6,
        )
      // every mark is where the design has the middle or an end of a bind
      for (const wire of result.plan.design.wires) {
        const { marks } = result.plan.cut.wires.find((w) => w.id === wire.id)!
        // what is drawn taut is not marked before; of a coil and of a wire that is knotted only the middle
        const [taut, coiled, knotted] = ['taut', 'loops', 'knots'].map((kind) =>
          wire.parts.some((p) => p.kind === kind),
        )
        const places = (taut || coiled || knotted ? [] : result.plan.design.joints)
          .flatMap((j) => j.members)
          .filter((m) => m.wire === wire.id)
          // turns of a fine wire within one stretch of a stiff one are set by hand
          .filter(
            (m) =>
              !m.runs ||
              !wire.parts.some(
                (p) => p.s0 < m.s0 + 1e-4 && p.s1 > m.s1 - 1e-4 && p.s1 - p.s0 > m.s1 - m.s0 + 1e-3,
              ),
          )
          .flatMap((m) => [m.s0, m.s1])
          .concat(taut ? [] : wire.anchor)
          .sort((a, b) => a - b)
        expect(marks).toHaveLength(places.length)
        // a wire that is cut as long as a longer one is marked where it is folded in half
        const cut = result.plan.cut.wires.find((w) => w.id === wire.id)!
        const end = cut.over ? numberOf(cut.shown) / 2 - wire.anchor : spare(wire.id)
        marks.forEach((m, i) => expect(numberOf(m.fromEnd) - end).toBeCloseTo(places[i]!, 6))
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
        // what is shown in another shape for the time being lies on the bench, and is as long within a hundredth
        if (
          [...(state.formed.get(s.id)?.values() ?? [])].some((to) => typeof to === 'object' && 'like' in to)
        ) {
          expect(pathLength(s.path) / pathLength(wire.path)).toBeCloseTo(1, 1)
          continue
        }
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
    expect(refused).toBeGreaterThan(15)
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

  const { sound, broken } = examplesOf(id)

  it('starts from the stone: a larger one wants more metal, and a weaker metal no less', () => {
    const wish = { alloy: 'copper', temper: 'half hard' }
    const { stone } = sound[0]!
    const grown = (by: number): Stone =>
      Object.fromEntries(
        Object.entries(stone).map(([k, v]) => [k, typeof v === 'number' && LENGTHS.has(k) ? v * by : v]),
      ) as unknown as Stone
    const small = startingOptions(stone, id, wish)!
    const big = startingOptions(grown(1.3), id, wish)!
    const weak = startingOptions(stone, id, { ...wish, alloy: 'aluminium' })!
    const metalFor = (s: Stone, o: Options): number => {
      const made = plan({ stone: s, family: id, options: o, settings: DEFAULT_SETTINGS })
      if (!made.ok) return NaN
      // by the paths: what is cut is rounded up, and alike
      const { wires, spools } = made.plan.cut
      return [...wires, ...spools].reduce(
        (sum, w) => sum + (numberOf(w.mass) * numberOf(w.length)) / numberOf(w.shown),
        0,
      )
    }
    // which of its wires is the stronger is a choice of the search: all of them together count
    expect(metalFor(grown(1.3), big)).toBeGreaterThan(metalFor(stone, small))
    const volume = (o: Options, id: string): number => metalFor(stone, o) / alloy(id).density
    // where what is usual is enough in both metals they are alike
    expect(volume(weak, 'aluminium')).toBeGreaterThan(volume(small, 'copper') * (1 - 1e-9))
    // the thorough search is made of the same steps; that it ends the same each time is shown where it is
    const quick = () => startingOptions(stone, id, wish, undefined, true)
    expect(quick()).toEqual(quick())
  }, 240_000)

  it.each(sound.map((e) => [e.name, e] as const))('holds %s', (_, e) => {
    const result = plan({ stone: e.stone, family: id, options: e.options, settings: DEFAULT_SETTINGS })
    if (!result.ok) throw new Error(JSON.stringify(result.findings))
    const { hold } = planHold(result.plan)
    expect({ verdict: hold.verdict, caught: hold.caught }).toEqual({ verdict: 'sound', caught: true })
  })

  it.each(sound.map((e) => [e.name, e] as const))(
    'no wire of %s stands in itself, however it is worn',
    (_, e) => {
      for (const mount of e.options.mount === undefined ? [undefined] : chosen.worn) {
        const options = mount ? { ...e.options, mount } : e.options
        if (chosen.fits(e.stone, options).some((f) => f.severity === 'error')) continue
        for (const wire of chosen.build(e.stone, options).wires)
          expect({ wire: wire.id, mount, deep: deepInItself(wire) }).toEqual({
            wire: wire.id,
            mount,
            deep: 0,
          })
      }
    },
  )

  it.each(broken.map((e) => [e.name, e] as const))('does not hold %s', (_, e) => {
    const result = plan({ stone: e.stone, family: id, options: e.options, settings: DEFAULT_SETTINGS })
    if (!result.ok) throw new Error(JSON.stringify(result.findings))
    const { hold } = planHold(result.plan)
    expect(hold.verdict).not.toBe('sound')
    const failing = hold.directions.filter(
      (d) => d.outcome === 'out' || d.force < enoughFor(result.plan.asked).force,
    )
    // it is there that it fails, or the weakest direction of all lies nearest to there
    const found = failing.length > 0 ? failing.map((d) => d.id) : [hold.weakest]
    expect(found.some((way) => e.ways.includes(way))).toBe(true)
  })
})

describe('developing a wire', () => {
  it('is straight before anything is bent', () => {
    const { stone, options } = examplesOf(FAMILIES[0]!.id).sound[0]!
    const wire = FAMILIES[0]!.build(stone, options).wires[0]!
    const path = develop(wire, new Map())
    const ends: Vec3[] = [pathAt(path, 0).p, pathAt(path, pathLength(path)).p]
    expect(dist(ends[0]!, ends[1]!)).toBeCloseTo(pathLength(wire.path), 6)
  })
})
