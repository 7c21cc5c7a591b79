import { brokenPath } from '../design/index'
import { family, type FamilyExamples } from '../settings/index'
import { bareDesign, rail } from '../testingDesigns'
import { DEFAULT_SETTINGS, plan } from './index'

const { sound } = jest.requireActual<{ examples: FamilyExamples }>('../settings/twin-hoop/examples').examples

describe('a wire is one smooth line', () => {
  const joined = (by: number, turn: number) => {
    const a = (turn * Math.PI) / 180
    return bareDesign([
      {
        ...rail('bar', [0, 0, 0], [10, 0, 0]),
        path: {
          segments: [
            { kind: 'line', from: [0, 0, 0], to: [5, 0, 0] },
            { kind: 'line', from: [5 + by, 0, 0], to: [5 + by + 5 * Math.cos(a), 5 * Math.sin(a), 0] },
          ],
        },
      },
    ])
  }

  it('what misses by less than a hair is whole, a gap and a kink are told', () => {
    expect(brokenPath(joined(0, 0))).toBeUndefined()
    expect(brokenPath(joined(0.0009, 0.09))).toBeUndefined()
    expect(brokenPath(joined(0.2, 0))!.gap).toBeCloseTo(0.2, 9)
    expect(brokenPath(joined(0, 1.35))!.kink).toBeCloseTo(1.35, 6)
  })

  it('hoops of very unlike widths are planned smoothly, or it is said that they cannot be and what to do', () => {
    let told = 0
    for (const hoop of [5.6, 6, 6.2, 7, 8, 11])
      for (const { stone, options } of sound) {
        const result = plan({
          stone,
          family: 'twin-hoop',
          options: { ...options, mount: 'pendant', hoop, seat: 11 },
          settings: DEFAULT_SETTINGS,
        })
        if (result.ok) expect(brokenPath(result.plan.design)).toBeUndefined()
        else told += result.findings.some((f) => f.code === 'twin-hoop.no-room-for-ends') ? 1 : 0
      }
    expect(told).toBeGreaterThan(0)
    expect(family('twin-hoop').text.wires.hanger).toBeTruthy()
  })
})
