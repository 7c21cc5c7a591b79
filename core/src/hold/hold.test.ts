import { family as boundFrame } from '../settings/bound-frame/index'
import { fullStone, type Stone } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { holdFor } from '../testingDesigns'
import { heldStone, releases, settingOf } from './index'

const settingFor = (stone: Stone, change: object) =>
  settingOf(boundFrame.build(stone, { ...FRAME, ...change }), heldStone(fullStone(stone)))
const hold = (stone: Stone, change: object = {}) => holdFor(settingFor(stone, change), 7.4)
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

  it('two on one side keep half of the force as rigid wires, and a small fraction of it once the stone tips as it is pushed', () => {
    const oneSide = { frontBends: [1.4, 4], backBends: [1.4, 4] }
    const even = hold(OVAL)
    const lame = hold(OVAL, oneSide)
    for (const way of ['front', 'back'])
      expect(outcome(lame, way).force).toBeLessThan(0.55 * outcome(even, way).force)
    expect(lame.force).toBeLessThan(0.5 * even.force)
    const pushed = (change: object, h: typeof even) => releases(settingFor(OVAL, change), h).weakest.force
    expect(pushed(oneSide, lame)).toBeLessThan(0.25 * pushed({}, even))
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
