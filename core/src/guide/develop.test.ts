import type { Wire } from '../design/index'
import { dist, dot, norm, sub, unit, type Vec3 } from '../geom/index'
import { measurePath, pathAt, pathLength, stationsOf } from '../path/index'
import { FAMILIES } from '../settings/index'
import { seams, seeded } from '../testing'
import { wireSize } from '../wire/index'
import { develop, formKey, type Formed } from './develop'
import { perform, replay, wireStates, type PieceState } from './replay'
import { examplesOf } from '../testingPlans'

const STOCK = {
  alloy: 'copper',
  temper: 'half hard',
  profile: 'round',
  size: wireSize('20 AWG'),
} as const

/** 10 mm straight, a quarter circle of 8 mm, 6 mm straight on, each way from the middle. */
function bow(): Wire {
  const quarter = 4 * Math.PI
  const path: Wire['path'] = {
    segments: [
      { kind: 'line', from: [-18, 14, 0], to: [-18, 8, 0] },
      { kind: 'arc', centre: [-10, 8, 0], x: [-1, 0, 0], y: [0, -1, 0], radius: 8, sweep: Math.PI / 2 },
      { kind: 'line', from: [-10, 0, 0], to: [0, 0, 0] },
      { kind: 'line', from: [0, 0, 0], to: [10, 0, 0] },
      { kind: 'arc', centre: [10, 8, 0], x: [0, -1, 0], y: [1, 0, 0], radius: 8, sweep: Math.PI / 2 },
      { kind: 'line', from: [18, 8, 0], to: [18, 14, 0] },
    ],
  }
  const runs = [6, quarter, 10, 10, quarter, 6]
  const ids = ['end-left', 'bend-left', 'middle-left', 'middle-right', 'bend-right', 'end-right']
  let s = 0
  const parts = runs.map((run, i) => {
    const part = { id: ids[i]!, kind: ids[i]!.split('-')[0]!, s0: s, s1: s + run }
    s += run
    return part
  })
  const end = (place: Vec3, direction: Vec3) => ({ place, direction, finish: 'cut flush' as const })
  return {
    id: 'bow',
    stock: STOCK,
    path,
    roll: [{ s0: 0, s1: s, face: [0, 0, 1] }],
    ends: [end([-18, 14, 0], [0, 1, 0]), end([18, 14, 0], [0, 1, 0])],
    parts,
    anchor: s / 2,
  }
}

const formed = (wire: Wire, ids: readonly string[]): Formed =>
  new Map(wire.parts.filter((p) => ids.includes(p.id)).map((p) => [formKey(p), 'path'] as const))

describe('a wire that is bent bit by bit', () => {
  const wire = bow()
  const length = pathLength(wire.path)

  it('is straight before anything is bent, through its middle and as long as it will be', () => {
    const path = develop(wire, new Map())
    expect(pathLength(path)).toBeCloseTo(length, 9)
    for (const { at, s } of stationsOf(path, 0, length, 1)) {
      expect(at.p[0]).toBeCloseTo(s - length / 2, 6)
      expect(Math.hypot(at.p[1], at.p[2])).toBeLessThan(1e-9)
    }
  })

  it('by hand: with one bend made its end stands square, the other side as it lay', () => {
    const path = develop(wire, formed(wire, ['bend-right']))
    // right: 10 along, round the quarter to (18, 8), then 6 up
    const right = pathAt(path, length).p
    expect(dist(right, [18, 14, 0])).toBeLessThan(1e-9)
    const left = pathAt(path, 0).p
    expect(dist(left, [-length / 2, 0, 0])).toBeLessThan(1e-9)
  })

  it('an even curve of the same length turns by the angle told, and carries what lies beyond it', () => {
    const part = wire.parts.find((p) => p.id === 'bend-right')!
    for (const angle of [0.4, -0.9, 1.5]) {
      const path = develop(wire, new Map([[formKey(part), { axis: [0, 0, 1] as Vec3, angle }]]))
      expect(pathLength(path)).toBeCloseTo(length, 9)
      const t = pathAt(path, length).t
      expect(Math.atan2(t[1], t[0])).toBeCloseTo(angle, 6)
      // the chord of the arc, by its closed form
      const run = part.s1 - part.s0
      const [a, b] = [part.s0, part.s1].map((s) => pathAt(path, s).p)
      expect(dist(a!, b!)).toBeCloseTo((2 * run * Math.abs(Math.sin(angle / 2))) / Math.abs(angle), 6)
    }
  })

  it('with everything bent it is its own path, whatever the order', () => {
    const all = develop(
      wire,
      formed(
        wire,
        wire.parts.map((p) => p.id),
      ),
    )
    for (const { at, s } of stationsOf(wire.path, 0, length, 0.7))
      expect(dist(pathAt(all, s).p, at.p)).toBeLessThan(1e-9)
  })
})

describe.each(FAMILIES.map((f) => [f.id, f] as const))('making a %s', (id, chosen) => {
  const { stone, options } = examplesOf(id).sound[0]!
  const design = chosen.build(stone, options)

  it('no step makes a wire longer, tears it or puts a kink in it; its middle stays where it is', () => {
    const random = seeded(6)
    let state = replay(design, [])
    for (const op of design.operations) {
      state = perform(state, op)
      if (random() > 0.6 && op !== design.operations[design.operations.length - 1]) continue
      for (const { id: name, path } of wireStates(design, state)) {
        const wire = design.wires.find((w) => w.id === name)!
        // lengths along curves are known to a ten-millionth of themselves
        const known = Math.max(1e-6, 1e-7 * pathLength(wire.path))
        expect(Math.abs(pathLength(path) - pathLength(wire.path))).toBeLessThan(known)
        const { apart, kink } = seams(path.segments)
        expect(apart).toBeLessThan(known)
        expect(kink).toBeLessThan(Math.max(1e-5, seams(wire.path.segments).kink + 1e-5))
        // what is laid aside on the bench for the time being lies there, middle and all
        const forms = [...(state.formed.get(name)?.values() ?? [])]
        if (forms.some((to) => typeof to === 'object' && 'like' in to)) continue
        const [now, end] = [pathAt(path, wire.anchor), pathAt(wire.path, wire.anchor)]
        expect(dist(now.p, end.p)).toBeLessThan(1e-6)
        expect(dot(unit(now.t), unit(end.t))).toBeGreaterThan(1 - 1e-9)
      }
    }
  })

  it('what is bent and all between it and the middle stays so: later steps move nothing of it', () => {
    // each wire's stretches outward from its middle that are formed already lie where they lie in the end
    const states: PieceState[] = []
    design.operations.reduce(
      (state, op) => {
        const next = perform(state, op)
        states.push(next)
        return next
      },
      replay(design, []),
    )
    for (const state of states.filter((_, i) => i % 4 === 0))
      for (const { id: name, path } of wireStates(design, state)) {
        const wire = design.wires.find((w) => w.id === name)!
        const done = state.formed.get(name)
        const { length } = measurePath(wire.path)
        for (const side of [1, -1]) {
          const outward = wire.parts
            .filter((p) => (side > 0 ? p.s0 >= wire.anchor - 1e-9 : p.s1 <= wire.anchor + 1e-9))
            .sort((a, b) => side * (a.s0 - b.s0))
          for (const p of outward) {
            if (done?.get(formKey(p)) !== 'path') break
            const s = Math.min(length, Math.max(0, (p.s0 + p.s1) / 2))
            expect(norm(sub(pathAt(path, s).p, pathAt(wire.path, s).p))).toBeLessThan(1e-6)
          }
        }
      }
  })

  it('a step before what it needs, done twice, or unknown, is an error that names it', () => {
    const ids = design.operations.map((o) => o.id)
    const late = design.operations.find((o) => o.needs.length > 0)!
    expect(() => replay(design, [late.id])).toThrow(`"${late.id}" needs`)
    expect(() => replay(design, [ids[0]!, ids[0]!])).toThrow(`"${ids[0]}" is done already`)
    expect(() => replay(design, ['whistle'])).toThrow('no operation "whistle"')
  })

  it('no wire lies on the bench before it is cut, and all do in the end', () => {
    const cut = design.operations.findIndex((o) => o.kind === 'cut')
    const ids = design.operations.map((o) => o.id)
    expect(wireStates(design, replay(design, ids.slice(0, cut)))).toEqual([])
    expect(wireStates(design, replay(design)).map((w) => w.id)).toEqual(design.wires.map((w) => w.id))
  })
})
