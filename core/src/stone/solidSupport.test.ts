import { bodyMesh, bodyOf, fullStone, outlineOf, solidOf, solidSupport, type Stone } from './index'
import { seeded } from '../testing'
import { randomStoneOf } from '../testingStones'
import type { Vec3 } from '../geom/index'

/** The greatest m · x over a stone's own triangles. */
function byTriangles(stone: Stone, m: Vec3): number {
  const { positions } = bodyMesh(bodyOf(fullStone({ ...stone, hole: 0 })), 0.005)
  let most = -Infinity
  for (let i = 0; i < positions.length; i += 3)
    most = Math.max(most, m[0] * positions[i]! + m[1] * positions[i + 1]! + m[2] * positions[i + 2]!)
  return most
}

describe('how far a domed stone reaches', () => {
  it('agrees with its triangles in any direction, and is no less where a wall leans', () => {
    const random = seeded(3)
    for (let k = 0; k < 40; k++) {
      const plain = randomStoneOf(random() < 0.5 ? 'cabochon' : 'puffy', random)
      const stone = { ...plain, draft: 0, chamfer: 0 } as Stone
      const support = solidSupport(solidOf(fullStone(stone)))
      const leaning = { ...plain, draft: 8 } as Stone
      for (let i = 0; i < 12; i++) {
        const z = 2 * random() - 1
        const t = 2 * Math.PI * random()
        const r = Math.sqrt(1 - z * z)
        const m: Vec3 = [r * Math.cos(t), r * Math.sin(t), z]
        const told = byTriangles(stone, m)
        expect(support(m)).toBeGreaterThan(told - 1e-6)
        expect(support(m)).toBeLessThan(told + 0.03)
        if (plain.kind === 'cabochon')
          expect(solidSupport(solidOf(fullStone(leaning)))(m)).toBeGreaterThan(byTriangles(leaning, m) - 0.01)
      }
      expect(outlineOf(fullStone(stone)).arcs.length).toBeGreaterThan(0)
    }
  })
})
