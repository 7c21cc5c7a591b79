import { heldOf, REST, settingOf, touches } from '../hold/index'
import { newMemory } from '../hold/contacts'
import { pathLength } from '../path/index'
import type { BenchMove, Options } from '../settings/index'
import { fullStone, solidOf } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { benchMoves, holdAfter, tryBench } from './index'
import { DEFAULT_SETTINGS, plan, planHold } from '../plan/index'

const made = (options: Options) => {
  const result = plan({
    stone: OVAL,
    family: 'bound-frame',
    options: { ...FRAME, ...options },
    settings: DEFAULT_SETTINGS,
  })
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  return result.plan
}
const tails = (moves: readonly BenchMove[]) => moves.filter((m) => m.tail !== undefined)

describe('mends with the stone in', () => {
  it('tails led over the edge hold a face that nothing held, without standing in the stone, and use no more than there is', () => {
    const bare = made({ frontBends: [], tail: 32 })
    expect(planHold(bare).hold.caught).toBe(false)
    const list = tails(benchMoves(bare, []))
    expect(list.length).toBeGreaterThan(1)
    for (const move of list) {
      const after = holdAfter(bare, [move])!
      // asked anew, wire by wire: nowhere deeper in the stone than wires may stand
      const setting = settingOf(after.design, heldOf(solidOf(fullStone(OVAL))))
      const { held, stations } = setting
      const near = touches({ held, stations, memory: newMemory(stations.length) }, REST, 0.3)
      expect(Math.min(...near.map((t) => t.gap))).toBeGreaterThan(-0.05)
      const front = after.design.wires.find((w) => w.id === 'front')!
      const before = bare.design.wires.find((w) => w.id === 'front')!
      expect(pathLength(front.path)).toBeLessThanOrEqual(pathLength(before.path) + 1e-6)
      // the joints still hold what they held
      const bound = (d: typeof bare.design, id: string) =>
        d.joints.find((j) => j.id === id)!.members.reduce((sum, m) => sum + m.s1 - m.s0, 0)
      for (const id of ['foot', 'neck'])
        expect(bound(after.design, id)).toBeCloseTo(bound(bare.design, id), 6)
    }
    expect(list.some((m) => holdAfter(bare, [m])!.hold.caught)).toBe(true)
  })

  it('short tails are not offered, and they are led only once', () => {
    expect(tails(benchMoves(made({ tail: 6 }), []))).toEqual([])
    const piece = made({ tail: 32 })
    const [first] = tails(benchMoves(piece, []))
    expect(tails(benchMoves(piece, [first!]))).toEqual([])
  })

  it('bends pressed farther in are the plan with that reach, and two presses add up', () => {
    const piece = made({ frontOverlap: 0.6 })
    const press = benchMoves(piece, []).find((m) => m.id === 'press-front' && m.values.by === 0.3)!
    const once = tryBench(piece, [], press)!
    expect(once.times).toBeCloseTo(planHold(made({ frontOverlap: 0.9 })).hold.timesWeight, 9)
    const again = benchMoves(piece, [press]).find((m) => m.id === 'press-front' && m.values.by === 0.3)!
    expect(tryBench(piece, [press], again)!.times).toBeCloseTo(
      planHold(made({ frontOverlap: 1.2 })).hold.timesWeight,
      9,
    )
  })
})
