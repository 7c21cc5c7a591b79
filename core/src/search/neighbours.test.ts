import { FAMILIES, optionsSchema, type OptionValue, type Param } from '../settings/index'
import { COMMON_SIZES, WIRE_SIZES, wireSize } from '../wire/index'
import { halton } from './halton'
import { featuresOf } from './features'
import { marginOf, outcomeOf } from './margin'
import { neighboursOf, sizesBeside, stepped, thinner } from './neighbours'
import { examplesOf } from '../testingPlans'

const each = FAMILIES.flatMap((f) => examplesOf(f.id).sound.map((e) => ({ f, e, params: f.params(e.stone) })))

describe('what lies next to an option', () => {
  it('may be chosen, is not the option itself, and leads back to it where that is a step', () => {
    for (const { e, params } of each)
      for (const p of params) {
        const value = e.options[p.id] ?? p.before
        if (value === undefined) continue
        const schema = optionsSchema([p])
        for (const next of neighboursOf(p, value)) {
          expect({ p: p.id, next, ok: schema.safeParse({ [p.id]: next }).success }).toEqual({
            p: p.id,
            next,
            ok: true,
          })
          expect(next).not.toEqual(value)
          if (p.kind === 'number' || p.kind === 'integer')
            expect(neighboursOf(p, next).some((v) => Math.abs(Number(v) - Number(value)) < 1e-9)).toBe(true)
        }
      }
  })

  it('places lose one pair or one place at a time, and nothing else of them changes', () => {
    const places: Param = { id: 'x', group: 'hold', kind: 'places', most: 8 } as unknown as Param
    expect(neighboursOf(places, [1.4, 4, 8, 10.6])).toEqual([
      [4, 8],
      [1.4, 10.6],
    ])
    expect(neighboursOf(places, [9])).toEqual([[]])
    expect(neighboursOf(places, [])).toEqual([])
  })

  it('a size thinner and back is the same size; at the end of the list there is none', () => {
    for (const { params } of each)
      for (const p of params)
        if (p.kind === 'choice' && p.values.some((v) => WIRE_SIZES.some((s) => s.label === v)))
          // what is proposed is of the gauges that most sellers keep
          for (const value of p.values.filter((v) =>
            COMMON_SIZES.some((s) => s.label === v || wireSize(v).awg === undefined),
          )) {
            const now = wireSize(value)
            const [thin] = sizesBeside(p, value, 'thinner')
            if (thin === undefined) {
              // nothing of its series is thinner by more than a twin
              const rest = p.values
                .map(wireSize)
                .filter((s) => (s.awg === undefined) === (now.awg === undefined) && s.mm < now.mm * 0.93)
                .filter((s) => s.awg === undefined || COMMON_SIZES.includes(s))
              expect(rest).toEqual([])
              continue
            }
            expect(wireSize(thin).mm).toBeLessThan(now.mm)
            const [back] = sizesBeside(p, thin, 'thicker')
            expect(wireSize(back!).mm).toBeLessThanOrEqual(now.mm)
          }
  })

  it('a place is moved with its mirror, and a length by whole steps within its limits', () => {
    const places: Param = { id: 'x', group: 'hold', kind: 'places', most: 8 } as unknown as Param
    expect(stepped(places, [1.4, 4, 8, 10.6], 2)).toEqual([
      [1.6, 4, 8, 10.4],
      [1.4, 4.2, 7.8, 10.6],
    ])
    // one without a mirror stays: what is moved is a pair
    expect(stepped(places, [3, 8], 1)).toEqual([])
    const number: Param = { id: 'n', group: 'hold', kind: 'number', unit: 'mm', min: 0.5, max: 3, step: 0.1 }
    expect(stepped(number, 1.2, -2)).toEqual([1])
    expect(stepped(number, 0.6, -2)).toEqual([])
    expect(stepped({ id: 'c', group: 'wire', kind: 'choice', values: ['a', 'b'] }, 'a', 1)).toEqual([])
  })

  it('thinner wire comes with every pair of the first two lengths', () => {
    for (const { e, params } of each) {
      const turned = params.filter((p) =>
        ['size', 'clawSize', 'seat', 'claw', 'hoop', 'frontOverlap', 'backOverlap'].includes(p.id),
      )
      const list = thinner(turned, e.options)
      const wires = turned.filter((p) => p.kind === 'choice')
      for (const change of list) {
        const changed = wires.filter((p) => change[p.id] !== undefined)
        expect(changed.length === 1 || changed.length === wires.length).toBe(true)
        for (const p of changed)
          expect(wireSize(String(change[p.id])).mm).toBeLessThan(wireSize(String(e.options[p.id])).mm)
      }
      const kinds = new Set(list.map((c) => wires.map((p) => String(c[p.id])).join()))
      const lengths = Math.min(2, turned.filter((p) => p.kind === 'number').length)
      expect(list).toHaveLength(kinds.size * 5 ** lengths)
    }
  })
})

describe('features of options', () => {
  it('a size and a length count by their share: the same step of it is as far everywhere', () => {
    const size: Param = { id: 's', group: 'wire', kind: 'choice', values: WIRE_SIZES.map((s) => s.label) }
    const of = (p: Param, v: OptionValue) => featuresOf(p, v)[0]!
    // AWG goes by a constant share from number to number
    const step = of(size, '20 AWG') - of(size, '22 AWG')
    expect(of(size, '22 AWG') - of(size, '24 AWG')).toBeCloseTo(step, 2)
    const length: Param = { id: 'l', group: 'hold', kind: 'number', unit: 'mm', min: 0.1, max: 9, step: 0.1 }
    expect(of(length, 2) - of(length, 1)).toBeCloseTo(of(length, 4) - of(length, 2), 9)
    // what may be below nothing counts as it is
    const signed: Param = { ...length, min: -2 }
    expect(of(signed, -1.5)).toBe(-1.5)
  })
})

describe('how far from sound', () => {
  it('is above nothing where it is, below where it is not, and grows with what is borne', () => {
    const careful = (share: number) => marginOf(1, { kind: 'careful', share })
    expect(marginOf(1.4, undefined)).toBeCloseTo(Math.log(1.4), 9)
    expect(marginOf(1.00001, undefined)).toBeGreaterThan(0)
    let before = -Infinity
    for (let share = 0.46; share < 1; share += 0.03) {
      expect(careful(share)).toBeGreaterThan(before)
      before = careful(share)
      expect(before).toBeLessThan(0)
    }
    expect(careful(0.9999)).toBeLessThan(0)
    // what bears hardly anything counts alike, however little
    expect(careful(0.02)).toBe(careful(0.2))
    expect(marginOf(0.3, { kind: 'out', way: [0, 0, 1] })).toBe(careful(0.01))
  })

  it('an outcome is told apart from another by its figure, and what has none is not told', () => {
    const pull = (share: number) => outcomeOf({ kind: 'pull', share })
    expect(pull(0.9467)).toBe(pull(0.9467))
    expect(pull(0.9467)).not.toBe(outcomeOf({ kind: 'careful', share: 0.9467 }))
    expect(pull(0.9467)).not.toBe(pull(0.9468))
    for (const barrier of [
      { kind: 'careful', share: 0 },
      { kind: 'out', way: [0, 0, 1] },
      { kind: 'hidden', percent: 50 },
    ] as const)
      expect(outcomeOf(barrier)).toBeUndefined()
  })
})

describe('places drawn evenly', () => {
  it('fill a cube more evenly than chance: every tenth of every side has its tenth of them', () => {
    const n = 1000
    const list = Array.from({ length: n }, (_, i) => halton(i + 1, 10))
    for (let k = 0; k < 10; k++)
      for (let tenth = 0; tenth < 10; tenth++) {
        const here = list.filter((u) => Math.floor(10 * u[k]!) === tenth).length
        // chance would be off by nine or so in a hundred as its spread
        expect(Math.abs(here - n / 10)).toBeLessThan(16)
      }
    for (const u of list) for (const v of u) expect(v >= 0 && v < 1).toBe(true)
  })

  it('no two sides run beside each other, and no place comes twice', () => {
    const n = 1200
    const list = Array.from({ length: n }, (_, i) => halton(i + 1, 10))
    expect(new Set(list.map((u) => u.map((v) => v.toFixed(9)).join())).size).toBe(n)
    const mean = (f: (u: readonly number[]) => number) => list.reduce((sum, u) => sum + f(u), 0) / n
    for (let i = 0; i < 10; i++)
      for (let j = 0; j < i; j++) {
        const together = mean((u) => (u[i]! - 0.5) * (u[j]! - 0.5)) * 12
        expect(Math.abs(together)).toBeLessThan(0.12)
      }
  })
})
