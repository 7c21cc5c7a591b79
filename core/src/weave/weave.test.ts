import { awg } from '../wire/index'
import { mm } from '../units/index'
import { bundleHull, turnLength, turnsFor } from './index'

const half = (d: number) => mm(d / 2)

describe('one turn round a bundle', () => {
  it.each([
    ['one round 0.8 by 0.4', 'round', 0.8, 1, 1, 0.4, 3.77],
    ['two round 0.8 by 0.4', 'round', 0.8, 2, 1, 0.4, 5.37],
    ['three square 0.723 by half-round 24', 'square', 0.723, 1, 3, awg(24) / 2, 6.586],
    ['two by three squares', 'square', 0.723, 2, 3, awg(24) / 2, 8.032],
    ['six in a row', 'square', 0.723, 1, 6, awg(24) / 2, 10.92],
  ] as const)('%s', (_, profile, size, columns, rows, height, expected) => {
    expect(
      turnLength({ bundle: { profile, size, columns, rows }, binderHeight: mm(height), lead: mm(0) }),
    ).toBeCloseTo(expected, 2)
  })

  it('is the plain circle for one round wire, and longer with a lead', () => {
    const bundle = { profile: 'round', size: 1, columns: 1, rows: 1 } as const
    expect(turnLength({ bundle, binderHeight: mm(0.3), lead: mm(0) })).toBeCloseTo(Math.PI * 1.3, 12)
    expect(turnLength({ bundle, binderHeight: mm(0.3), lead: mm(0.4) })).toBeCloseTo(
      Math.hypot(Math.PI * 1.3, 0.4),
      12,
    )
  })

  it('agrees with a long polyline helix round a circle', () => {
    const r = 0.65
    const lead = 0.4
    let length = 0
    const n = 20000
    const at = (i: number) => [
      r * Math.cos((2 * Math.PI * i) / n),
      r * Math.sin((2 * Math.PI * i) / n),
      (lead * i) / n,
    ]
    for (let i = 0; i < n; i++) {
      const [p, q] = [at(i), at(i + 1)]
      length += Math.hypot(q[0]! - p[0]!, q[1]! - p[1]!, q[2]! - p[2]!)
    }
    const turn = turnLength({
      bundle: { profile: 'round', size: 1, columns: 1, rows: 1 },
      binderHeight: mm(0.3),
      lead: mm(lead),
    })
    expect(turn).toBeCloseTo(length, 6)
  })

  it('makes about 19 turns of 24 half-round in 10 mm', () => {
    expect(turnsFor(mm(10), awg(24))).toBe(19)
  })

  it('refuses what is no bundle', () => {
    expect(() => bundleHull({ profile: 'square', size: 0.8, columns: 0, rows: 3 })).toThrow(RangeError)
    expect(() =>
      turnLength({
        bundle: { profile: 'round', size: 1, columns: 1, rows: 1 },
        binderHeight: half(0),
        lead: mm(0),
      }),
    ).toThrow(RangeError)
  })
})
