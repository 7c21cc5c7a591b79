import { integrate, logGamma } from '../geom/index.js'
import { plan } from '../plan/index.js'
import { DEFAULT_SETTINGS } from '../plan/index.js'
import { FRAME, OVAL, seeded } from '../testing.js'
import { numberOf } from '../working/index.js'
import {
  anyShort,
  chanceOver,
  chanceShort,
  HABIT,
  learnedFrom,
  paceOf,
  plannedWires,
  shareBelow,
  spareFor,
  timesFor,
  valueAbove,
  type Usage,
} from './index.js'

const CUTS = Number(process.env.SIMULATED_CUTS ?? 10_000)

describe('Student’s t distribution', () => {
  it('is the integral of its density', () => {
    for (const degrees of [1, 2, 3, 4, 7, 8, 20, 41])
      for (const t of [-6, -1.3, -0.2, 0, 0.7, 2.5, 9]) {
        const factor =
          Math.exp(logGamma((degrees + 1) / 2) - logGamma(degrees / 2)) / Math.sqrt(degrees * Math.PI)
        const below =
          0.5 + integrate((x) => factor * (1 + (x * x) / degrees) ** (-(degrees + 1) / 2), 0, t, 60)
        expect(shareBelow(t, degrees)).toBeCloseTo(below, 8)
      }
  })

  it('has the values of the printed tables', () => {
    for (const [share, degrees, value] of [
      [0.975, 1, 12.706],
      [0.975, 10, 2.228],
      [0.95, 5, 2.015],
      [0.995, 8, 3.355],
      [0.05, 5, -2.015],
    ] as const)
      expect(valueAbove(share, degrees)).toBeCloseTo(value, 3)
    expect(() => valueAbove(1, 4)).toThrow(RangeError)
    expect(() => shareBelow(0, 2.5)).toThrow(RangeError)
  })
})

const usages = (logs: readonly number[]): Usage[] =>
  logs.map((x) => ({ technique: 'bent', planned: 200, used: 200 * Math.exp(x) }))

describe('what one’s own wires teach', () => {
  it('is the habit while there are none, and one’s own once there are many', () => {
    const none = learnedFrom('bent', [])
    expect([none.middle, none.from]).toEqual([0, 0])
    expect(none.spread).toBeCloseTo(HABIT.bent * Math.sqrt(1.25), 9)
    // a hand that takes 5 % more, give or take 1 %
    const own = learnedFrom(
      'bent',
      usages(Array.from({ length: 400 }, (_, i) => 0.05 + (i % 2 ? 0.01 : -0.01))),
    )
    expect(own.middle).toBeCloseTo(0.05, 3)
    expect(own.spread).toBeLessThan(0.012)
    // three wires move it part of the way
    const few = learnedFrom('bent', usages([0.05, 0.05, 0.05]))
    expect(few.middle).toBeCloseTo((3 * 0.05) / 7, 9)
  })

  it('a chance and its length are each other’s inverse, and more spare is a lower chance', () => {
    const learned = learnedFrom('bound', [])
    for (const chance of [0.5, 0.05, 0.005])
      expect(chanceOver(timesFor(chance, learned), learned)).toBeCloseTo(chance, 6)
    const at = (spare: number) => chanceShort({ technique: 'bound', ends: [{ net: 100, spare }] }, learned)
    expect(at(5)).toBeGreaterThan(at(10))
    // the end with least in proportion decides: an off-centre mark counts
    const apart = [
      { net: 100, spare: 10 },
      { net: 140, spare: 10 },
    ]
    expect(chanceShort({ technique: 'bound', ends: apart }, learned)).toBe(
      chanceShort({ technique: 'bound', ends: apart.slice(1) }, learned),
    )
  })

  it('spares keep all wires together within the chance that is allowed, and no more than they must', () => {
    const wires = [120, 200, 340].map((net) => ({ technique: 'bent' as const, net }))
    const known = () => learnedFrom('bent', [])
    const cut = (spare: number) =>
      wires.map((w) => ({ technique: w.technique, ends: [{ net: w.net, spare }] }))
    const spare = spareFor(cut(0), 1 / 200, known)
    const together = anyShort(cut(spare).map((w) => chanceShort(w, known())))
    expect(together).toBeLessThanOrEqual(1 / 200 + 1e-9)
    expect(anyShort(cut(spare * 0.8).map((w) => chanceShort(w, known())))).toBeGreaterThan(1 / 600)
  })

  it(`keeps its promise: of ${CUTS} cuts 3 to 7 % run short where 5 % are promised, whoever cuts and however many were cut before`, () => {
    const random = seeded(17)
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    for (const before of [0, 3, 12, 40]) {
      let short = 0
      for (let i = 0; i < CUTS; i++) {
        // hands differ: in what they take on the whole, and in how much they stray
        const spread = HABIT.bound * Math.exp(0.3 * normal())
        const bias = 0.5 * HABIT.bound * normal()
        const next = () => bias + spread * normal()
        const known = learnedFrom(
          'bound',
          Array.from({ length: before }, () => ({ technique: 'bound', planned: 1, used: Math.exp(next()) })),
        )
        if (Math.exp(next()) > timesFor(0.05, known)) short++
      }
      expect({ before, within: short / CUTS > 0.03 && short / CUTS < 0.07 }).toEqual({ before, within: true })
    }
  })
})

describe('one’s own pace', () => {
  it('is the reckoned one while nothing is known, and moves toward what pieces took', () => {
    expect(paceOf('bind', [])).toEqual({ times: 1, from: 0 })
    const done = Array.from({ length: 30 }, () => ({ kind: 'bind', reckoned: 10, took: 15 }))
    expect(paceOf('bind', done.slice(0, 3)).times).toBeCloseTo(Math.sqrt(1.5), 9)
    expect(paceOf('bind', done).times).toBeCloseTo(1.5 ** (30 / 33), 9)
    expect(paceOf('bend', done)).toEqual({ times: 1, from: 0 })
  })
})

describe('the wires of a plan as they are learned from', () => {
  it('are those of its cut list without their spare ends, each by what it is made by', () => {
    const made = plan({ stone: OVAL, family: 'bound-frame', options: FRAME, settings: DEFAULT_SETTINGS })
    if (!made.ok) throw new Error('the frame cannot be planned')
    const { cut, design, options } = made.plan
    const wires = plannedWires(cut, design)
    expect(wires.map((w) => w.technique)).toEqual([...cut.wires.map(() => 'bent'), 'bound'])
    for (const [i, w] of cut.wires.entries())
      // what is pulled to a bail is held 25 mm longer at both ends
      expect([0, 50]).toContain(
        Math.round(1000 * (numberOf(w.length) - 2 * Number(options.margin) - wires[i]!.net)) / 1000,
      )
  })
})
