import { fullStone, outlineOf, shapeOf, solidOf } from './index'
import { seeded } from '../testing'
import { randomStoneOf } from '../testingStones'

describe('a dome over a hollow edge', () => {
  it('its nearest places are those of its triangles', () => {
    const random = seeded(9)
    let stones = 0
    while (stones < 14) {
      const plain = randomStoneOf(random() < 0.5 ? 'cabochon' : 'puffy', random)
      const stone = fullStone({ ...plain, draft: 0, chamfer: 0 })
      if (outlineOf(stone).convex) continue
      stones++
      const solid = solidOf(stone)
      const { index } = shapeOf(stone)
      const size = Math.max(stone.length, stone.width)
      for (let k = 0; k < 250; k++) {
        const angle = 2 * Math.PI * random()
        const far = (0.25 + 0.4 * random()) * size
        const z = solid.back - 1 + (solid.apex - solid.back + 3) * random()
        const [x, y] = [far * Math.cos(angle), far * Math.sin(angle)]
        const found = solid.nearest(x, y, z)
        const told = index.nearest([x, y, z])
        // inside, the nearest face found is told; a wire is asked about from outside
        if (found.distance < 0.05) continue
        expect(Math.abs(found.distance - told.distance)).toBeLessThan(0.03)
      }
    }
  })
})
