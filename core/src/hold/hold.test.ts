import { family as boundFrame } from '../settings/bound-frame/index'
import { fullStone, type Stone } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { holdFor } from '../testingDesigns'
import { heldStone, settingOf } from './index'

const hold = (stone: Stone, change: object = {}) => {
  const options = { ...FRAME, ...change }
  return holdFor(settingOf(boundFrame.build(stone, options), heldStone(fullStone(stone))), 7.4)
}
const outcome = (h: ReturnType<typeof hold>, id: string) => h.directions.find((d) => d.id === id)!

describe('holding', () => {
  it.each([0, 1, 2])('a girdle ring alone lets a flat-backed stone out both ways, wall %d', (wall) => {
    const h = hold({ ...OVAL, wall }, { frontOverlap: 0, backOverlap: 0 })
    expect(outcome(h, 'front').outcome).toBe('out')
    expect(outcome(h, 'back').outcome).toBe('out')
    expect(h.verdict).toBe('fails')
  })

  it('three spread bends on each face catch it', () => {
    const three = { frontBends: [1.4, 4, 8], backBends: [1.4, 4, 8] }
    const h = hold(OVAL, three)
    expect(h.caught).toBe(true)
    expect(h.rattle).toBeLessThan(0.3)
    expect(h.force).toBeGreaterThan(1)
  })

  it('two on one side keep a small fraction of the force', () => {
    const even = hold(OVAL)
    const lame = hold(OVAL, { frontBends: [1.4, 4], backBends: [1.4, 4] })
    for (const way of ['front', 'back'])
      expect(outcome(lame, way).force).toBeLessThan(0.35 * outcome(even, way).force)
    expect(lame.force).toBeLessThan(0.3 * even.force)
  })

  it('mirror images hold alike', () => {
    const h = hold(OVAL)
    expect(outcome(h, 'left').force / outcome(h, 'right').force).toBeCloseTo(1, 1)
  })

  it('grows with yield: the same frame dead soft holds by the ratio of the low ends', () => {
    const hard = hold(OVAL)
    const soft = hold(OVAL, { temper: 'dead soft', frontOverlap: 1.4 })
    // bends are narrower in softer wire, so the spans differ a little
    expect(hard.force / soft.force).toBeGreaterThan(2.2)
    expect(hard.force / soft.force).toBeLessThan(6)
  })

  it('gives the same twice', () => {
    expect(hold(OVAL)).toEqual(hold(OVAL))
  })
})
