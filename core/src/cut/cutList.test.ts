import { bareDesign, rail } from '../testingDesigns'
import { evaluate, leaf, leafKeys, numberOf, type Quantity } from '../working/index'
import { gramsPerMetre, wireSize, type KeptWire } from '../wire/index'
import {
  cutFormulas,
  cutList,
  DEFAULT_SCHOOL,
  priceKey,
  windsOf,
  withKeptPrices,
  type Rounding,
} from './index'

const mm = (key: string, value: number): Quantity => leaf('typed', key, value, 'mm')
const parts = (...list: readonly (readonly [string, number])[]) =>
  list.map(([kind, value]) => ({ kind, quantity: mm(kind, value) }))
const one = leaf('table', 'one', 1, '')
/** One straight wire of 40 mm, bound at both ends, with its middle in the middle. */
const design = (() => {
  const made = bareDesign([rail('rail', [0, 0, 0], [40, 0, 0])])
  return { ...made, wires: made.wires.map((w) => ({ ...w, anchor: 20 })) }
})()
const bound = { length: mm('bound', 0.4), columns: one, rows: one }
const specOf = (rounding: Rounding = '1 mm'): Parameters<typeof cutList>[0] => ({
  design,
  halves: {
    rail: { left: parts(['leg', 19.6], ['bind', 0.4]), right: parts(['leg', 19.6], ['bind', 0.4]) },
  },
  joints: { 'rail-0': bound, 'rail-1': bound },
  margin: 6,
  rounding,
  school: DEFAULT_SCHOOL,
  girths: { edge: mm('edge', 85), length: mm('length', 60), width: mm('width', 50) },
  prices: {},
})
const listOf = (
  more: Partial<Omit<Parameters<typeof cutList>[0], 'design' | 'halves' | 'joints'>> = {},
  rounding: Rounding = '1 mm',
) => cutList({ ...specOf(rounding), ...more })

describe('a cut list', () => {
  it('adds up the parts and the spare at both ends, and rounds up as a rule is read', () => {
    const [wire] = listOf().wires
    expect(numberOf(wire!.length)).toBeCloseTo(40 + 12, 9)
    expect(
      Object.fromEntries(wire!.parts.map((p) => [p.kind, Number(numberOf(p.quantity).toFixed(9))])),
    ).toEqual({ leg: 39.2, bind: 0.8, allowance: 12 })
    expect(numberOf(wire!.shown)).toBe(52)
    expect(numberOf(listOf({}, '5 mm').wires[0]!.shown)).toBe(55)
    // 52 mm is 2.047 in: nine quarters
    expect(numberOf(listOf({}, '1/4 in').wires[0]!.shown)).toBeCloseTo((9 * 25.4) / 4, 9)
    expect(numberOf(listOf({}, '1/8 in').wires[0]!.shown)).toBeCloseTo((17 * 25.4) / 8, 9)
  })

  it('marks the wire where its binds begin and end, told from its left end and from its middle', () => {
    const { marks } = listOf().wires[0]!
    expect(marks.map((m) => [m.side, Number(numberOf(m.fromEnd).toFixed(6))])).toEqual([
      ['left', 6],
      ['left', 6.4],
      ['middle', 26],
      ['right', 45.6],
      ['right', 46],
    ])
    for (const m of marks)
      if (m.fromMiddle) expect(Math.abs(numberOf(m.fromEnd) - 26)).toBeCloseTo(numberOf(m.fromMiddle), 9)
  })

  it('weighs what is cut by a cylinder of copper, and prices it by the kilogram', () => {
    const {
      wires,
      spools: [binding],
      mass,
      metal,
    } = listOf({ prices: { copper: 3000 } })
    const [wire] = wires
    // 1 mm round, 52 mm long, 8.9 and a little g/cm³
    const density = 8.94
    expect(numberOf(wire!.mass) / ((Math.PI / 4) * 52 * (density / 1000))).toBeCloseTo(1, 2)
    expect(numberOf(wire!.cost)).toBeCloseTo((numberOf(wire!.mass) / 1000) * 30, 9)
    expect(numberOf(mass)).toBeCloseTo(numberOf(wire!.mass) + numberOf(binding!.mass), 9)
    expect(numberOf(metal)).toBeCloseTo(numberOf(wire!.cost) + numberOf(binding!.cost), 9)
    // twice the price of copper doubles it, the very wire's own price takes its place
    expect(numberOf(listOf({ prices: { copper: 6000 } }).metal)).toBeCloseTo(2 * numberOf(metal), 9)
    const own = listOf({ prices: { copper: 3000, [priceKey(wire!.stock)]: 9000 } })
    expect(numberOf(own.wires[0]!.cost)).toBeCloseTo(3 * numberOf(wire!.cost), 9)
  })

  it('winds round wire on round wire: turns by the packed width, each a helix about both', () => {
    const [binding] = listOf({}, '1 mm').spools
    for (const bind of binding!.binds) {
      // 0.4 mm of bound length in wire of 1 mm: one turn, about π (1 + 1) long and 1.03 mm on
      expect(numberOf(bind.turns)).toBe(1)
      expect(numberOf(bind.turn)).toBeCloseTo(Math.sqrt((2 * Math.PI) ** 2 + 1.03 ** 2), 6)
      expect(numberOf(bind.length)).toBeCloseTo(numberOf(bind.turn) + 2 * 25, 9)
    }
    expect(numberOf(binding!.length)).toBeCloseTo(
      binding!.binds.reduce((sum, b) => sum + numberOf(b.length), 0),
      9,
    )
    const long = listOf()
    expect(numberOf(long.spools[0]!.shown)).toBeGreaterThanOrEqual(numberOf(long.spools[0]!.length))
  })

  it('by another school: so many girths or one fixed length, with what that leaves over or lacks, centred', () => {
    const by = (kind: 'girth' | 'fixed') =>
      listOf({ school: { kind, girth: 'edge', times: 3, fixed: 45 } }).wires[0]!
    expect(numberOf(by('girth').shown)).toBe(255)
    expect(numberOf(by('fixed').shown)).toBe(45)
    for (const wire of [by('girth'), by('fixed')]) {
      const over = Object.fromEntries(wire.schools.map((s) => [s.kind, numberOf(s.over)]))
      expect(over.girth).toBeCloseTo(255 - 52, 9)
      expect(over.fixed).toBeCloseTo(45 - 52, 9)
      const middle = wire.marks.find((m) => m.side === 'middle')!
      expect(numberOf(middle.fromEnd)).toBeCloseTo(numberOf(wire.shown) / 2, 9)
    }
  })

  it('opens to its working: every figure is worked out again from its inputs, down to what was typed', () => {
    const list = listOf()
    const seen = new Set<string>()
    const check = (q: Quantity): void => {
      if (Object.keys(q.inputs).length === 0) return
      seen.add(q.formula)
      expect({ formula: q.formula, value: evaluate(q, cutFormulas) }).toEqual({
        formula: q.formula,
        value: q.value,
      })
      Object.values(q.inputs).forEach(check)
    }
    for (const w of list.wires)
      [w.length, w.shown, w.mass, w.cost, ...w.marks.map((m) => m.fromEnd)].forEach(check)
    ;[list.spools[0]!.length, list.mass, list.metal].forEach(check)
    expect(seen.size).toBeGreaterThan(12)
    expect(leafKeys(list.mass).has('leg')).toBe(true)
  })

  it('a wire or a joint that has no working is an error that names it', () => {
    const broken = (halves: object, joints: object) => () =>
      cutList({
        design,
        halves: halves as never,
        joints: joints as never,
        margin: 6,
        rounding: '1 mm',
        school: DEFAULT_SCHOOL,
        girths: { edge: mm('edge', 85), length: mm('length', 60), width: mm('width', 50) },
        prices: {},
      })
    expect(broken({}, {})).toThrow(/"rail" has no working/)
    const halves = { rail: { left: parts(['leg', 20]), right: parts(['leg', 20]) } }
    expect(broken(halves, { 'rail-0': bound, 'rail-1': bound })).toThrow(/ends inside a part of rail/)
  })
})

describe('prices of wire that is kept', () => {
  const kept = (more: Partial<KeptWire>): KeptWire =>
    ({
      alloy: 'copper',
      profile: 'round',
      size: '20 AWG',
      temper: 'half hard',
      price: 50,
      per: 'm',
      ...(more as object),
    }) as KeptWire

  it('by the metre become those of a kilogram by what a metre weighs; by the kilogram they stay; the last counts', () => {
    const wire = kept({})
    const key = 'copper|20 AWG|round'
    const byMetre = withKeptPrices({ copper: 3000 }, [wire])
    expect(byMetre.copper).toBe(3000)
    expect((byMetre[key]! / 1000) * gramsPerMetre(wire)).toBeCloseTo(50, 0)
    expect(withKeptPrices({}, [wire, kept({ price: 4200, per: 'kg' })])[key]).toBe(4200)
  })

  it('what has no price, or is of a shape that plans do not use, changes nothing', () => {
    expect(
      withKeptPrices({ copper: 1 }, [kept({ price: null }), kept({ profile: 'twisted' as never })]),
    ).toEqual({
      copper: 1,
    })
  })

  it('joints wound with unlike wires are two spools, each with its own turns, length and price', () => {
    const finer = { ...design.joints[1]!.binder, size: wireSize('30 AWG') }
    const two: typeof design = {
      ...design,
      joints: [design.joints[0]!, { ...design.joints[1]!, binder: finer }],
    }
    const wound = mm('fine', finer.size.mm)
    const { spools, metal, wires } = cutList({
      ...specOf(),
      design: two,
      joints: { 'rail-0': bound, 'rail-1': { ...bound, wound } },
    })
    expect(spools.map((s) => s.binds.map((b) => b.joint))).toEqual([['rail-0'], ['rail-1']])
    const [first, second] = spools
    expect(second!.stock).toEqual(finer)
    expect(numberOf(second!.binds[0]!.turns)).toBeGreaterThan(numberOf(first!.binds[0]!.turns))
    expect(leafKeys(second!.binds[0]!.turn)).toContain('fine')
    expect(windsOf({ spools })).toHaveLength(2)
    const sum = [...wires, ...spools].reduce((total, x) => total + numberOf(x.cost), 0)
    expect(numberOf(metal)).toBeCloseTo(sum, 9)
    // of one wire they are one spool
    expect(cutList(specOf()).spools).toHaveLength(1)
    // what the wires make themselves takes none
    const coiled = { ...design, joints: design.joints.map((j) => ({ ...j, kind: 'coil' as const })) }
    expect(cutList({ ...specOf(), design: coiled }).spools).toEqual([])
  })

  it('a wire that is pulled by its ends is left longer there, and its marks lie farther in', () => {
    const plain = cutList(specOf()).wires[0]!
    const [wire] = cutList({ ...specOf(), pulled: { rail: mm('pulled', 24) } }).wires
    expect(numberOf(wire!.length)).toBeCloseTo(numberOf(plain.length) + 2 * 24, 9)
    wire!.marks.forEach((m, i) =>
      expect(numberOf(m.fromEnd)).toBeCloseTo(numberOf(plain.marks[i]!.fromEnd) + 24, 9),
    )
    expect(leafKeys(wire!.length)).toContain('pulled')
    // another wire's pull is not its own
    expect(numberOf(cutList({ ...specOf(), pulled: { other: mm('p', 24) } }).wires[0]!.length)).toBe(
      numberOf(plain.length),
    )
  })
})
