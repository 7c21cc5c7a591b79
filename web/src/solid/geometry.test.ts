import { pathLength, DEFAULT_SETTINGS, plan } from '@verger/core'
import type { BufferGeometry } from 'three'
import { FRAME, OVAL } from '../../../core/src/testing'
import { binderHeight } from '../drawing/project'
import { strandGeometry } from './strandGeometry'
import { turnGeometry } from './turnGeometry'
import { wireGeometry } from './wireGeometry'

const design = (profile: 'round' | 'square') => {
  const made = plan({
    stone: OVAL,
    family: 'bound-frame',
    options: { ...FRAME, profile },
    settings: { ...DEFAULT_SETTINGS, prices: {} },
  })
  if (!made.ok) throw new Error('the example cannot be planned')
  return made.plan.design
}

/** Volume inside a closed surface, by the divergence theorem. */
function volumeOf(geometry: BufferGeometry): number {
  const at = geometry.getAttribute('position')
  const index = geometry.getIndex()!
  let six = 0
  for (let i = 0; i < index.count; i += 3) {
    const corner = (k: number) => {
      const v = index.getX(i + k)
      return [at.getX(v), at.getY(v), at.getZ(v)] as const
    }
    const [a, b, c] = [corner(0), corner(1), corner(2)]
    six +=
      a[0] * (b[1] * c[2] - b[2] * c[1]) +
      a[1] * (b[2] * c[0] - b[0] * c[2]) +
      a[2] * (b[0] * c[1] - b[1] * c[0])
  }
  return six / 6
}

describe('wires and turns in space', () => {
  it.each(['round', 'square'] as const)(
    'a tube of %s wire encloses its section times its length, outside out',
    (profile) => {
      for (const wire of design(profile).wires) {
        const d = wire.stock.size.mm
        // eight flat sides stand for a round: 0.9003 of the circle
        const section = profile === 'square' ? d * d : 2 * Math.SQRT2 * (d / 2) ** 2
        const expected = section * pathLength(wire.path)
        const found = volumeOf(wireGeometry(wire, wire.path))
        expect(found).toBeGreaterThan(0.96 * expected)
        expect(found).toBeLessThan(1.01 * expected)
      }
    },
  )

  it('a turn lies on its bundle: as wide and as high as the wires and its own height on both sides', () => {
    const { joints, wires } = design('square')
    const a = wires[0]!.stock.size.mm
    for (const joint of joints) {
      const turn = turnGeometry(joint, [(joint.columns * a) / 2, (joint.rows * a) / 2])
      turn.computeVertexNormals()
      // outward: the normal of the outer ridge points away from the bundle
      const at = turn.getAttribute('position')
      const normal = turn.getAttribute('normal')
      const ridge = 1
      expect(at.getX(ridge) * normal.getX(ridge) + at.getY(ridge) * normal.getY(ridge)).toBeGreaterThan(0)
      turn.computeBoundingBox()
      const { min, max } = turn.boundingBox!
      const tb = binderHeight(joint)
      expect(max.x - min.x).toBeCloseTo(joint.columns * a + 2 * tb, 5)
      expect(max.y - min.y).toBeCloseTo(joint.rows * a + 2 * tb, 5)
      expect(max.z - min.z).toBeCloseTo(joint.binder.size.mm, 5)
    }
  })
})

describe('a strand of a weave as a tube', () => {
  it('stands half its thickness off its line everywhere, and begins and ends with it', () => {
    const points = Array.from({ length: 60 }, (_, i): readonly [number, number, number] => {
      const a = i / 6
      return [3 * Math.cos(a), 3 * Math.sin(a), a]
    })
    const at = strandGeometry(points, 0.3).getAttribute('position')
    // a helix of radius 3 that rises by 1 a radian: how far a place is from its nearest point
    const off = (x: number, y: number, z: number) =>
      Math.min(
        ...Array.from({ length: 4001 }, (_, i) => {
          const a = -0.2 + (i / 4000) * (60 / 6 + 0.4)
          return Math.hypot(x - 3 * Math.cos(a), y - 3 * Math.sin(a), z - a)
        }),
      )
    for (let i = 0; i < at.count; i += 7) expect(off(at.getX(i), at.getY(i), at.getZ(i))).toBeCloseTo(0.15, 2)
  })
})
