import { shapeOf, fullStone, solidOf, solidSupport, type Stone } from '../stone/index'
import { seeded } from '../testing'
import { heldStone } from './index'
import { meshSupport, nearHollow } from './hollows'

const heart: Stone = {
  kind: 'slab',
  outline: 'heart',
  length: 24,
  width: 25,
  depth: 6,
  edge: 2,
  cleft: 4,
  mineral: 'rose quartz',
}

describe('hollows of a stone', () => {
  const { body, index, mesh } = shapeOf(fullStone(heart))
  const near = nearHollow(body)!

  it('lie at a heart’s cleft and nowhere else', () => {
    expect(near([0, 10, 0], 0.5)).toBe(true)
    for (const [x, y] of [
      [0, -11.5],
      [12, 3],
      [-12, 3],
      [7, -5],
    ] as const)
      expect(near([x, y, 3], 0.5)).toBe(false)
  })

  it('away from them every place has one nearest place on the stone', () => {
    const random = seeded(7)
    let asked = 0
    for (let n = 0; n < 400; n++) {
      const p = [26 * (random() - 0.5), 26 * (random() - 0.5), 8 * (random() - 0.5)] as const
      const found = index.nearestAll(p, 0.8)
      if (found.length === 0 || near(p, 0.8) || found[0]!.distance < 0) continue
      asked++
      // one place, or several of one direction where the surface is nearly round about it
      for (const other of found)
        expect(
          other.m[0] * found[0]!.m[0] + other.m[1] * found[0]!.m[1] + other.m[2] * found[0]!.m[2],
        ).toBeGreaterThan(0.97)
    }
    expect(asked).toBeGreaterThan(40)
  })

  it('a surface reaches as far as its closed form does', () => {
    const domed: Stone = { ...heart, kind: 'puffy', wall: 1 }
    const closed = solidSupport(solidOf(fullStone(domed)))
    const reach = meshSupport(shapeOf(fullStone(domed)).mesh)
    const random = seeded(3)
    for (let n = 0; n < 50; n++) {
      const [a, h] = [2 * Math.PI * random(), 2 * random() - 1]
      const w = Math.sqrt(1 - h * h)
      const m = [w * Math.cos(a), w * Math.sin(a), h] as const
      expect(reach(m)).toBeLessThan(closed(m) + 0.001)
      expect(reach(m)).toBeGreaterThan(closed(m) - 0.03)
    }
    expect(meshSupport(mesh)([0, 0, 1])).toBeCloseTo(3, 9)
  })

  it('a drilled slab that no wire runs through is held as if it were whole', () => {
    const drilled = heldStone(
      fullStone({ ...heart, outline: 'drop', width: 16, way: 'depth', hole: 1.2, place: 5 }),
    )
    expect(drilled.convex).toBe(true)
    // over the hole, where the drilled stone has no face
    expect(drilled.nearest([0, 12 - 5, 4], { theta: NaN, phi: NaN }).distance).toBeCloseTo(1, 6)
  })
})
