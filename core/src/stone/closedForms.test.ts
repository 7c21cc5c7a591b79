import { massProperties, meshArea, isConvexMesh } from '../geom/index'
import {
  bodyBox,
  faceCorners,
  facetAngles,
  figuresOf,
  footprint,
  fullStone,
  girthRound,
  shapeOf,
  silhouette,
  smallestHole,
  taperOf,
  waistsOf,
  type Stone,
} from './index'
import { agate, sphere } from '../testingStones'

describe('closed forms', () => {
  it('a ball: volume, girths, the hole it passes, inertia, shadow', () => {
    const full = fullStone(sphere(20))
    const f = figuresOf(full)
    expect(f.volume).toBeCloseTo((4 / 3) * Math.PI * 1000, 2)
    for (const g of [f.edgeGirth, f.girthLength, f.girthWidth]) expect(g / (20 * Math.PI)).toBeCloseTo(1, 3)
    const round = girthRound(full, { normal: [0.6, 0, 0.8], offset: 6 })
    expect(Math.abs(round / (2 * Math.PI * 8) - 1)).toBeLessThan(0.001)
    const { mesh, mass } = shapeOf(full)
    expect(smallestHole(mesh) / 20).toBeCloseTo(1, 3)
    expect(Math.abs(meshArea(mesh) / (400 * Math.PI) - 1)).toBeLessThan(0.001)
    for (const k of [0, 1, 2] as const)
      expect(mass.inertia[k][k] / (0.4 * mass.volume * 100)).toBeCloseTo(1, 2)
    expect(Math.abs(mass.inertia[0][1])).toBeLessThan(1e-3 * mass.inertia[0][0])
    const around = silhouette(mesh, 'front')
    for (const [x, y] of around) expect(Math.hypot(x, y)).toBeCloseTo(10, 1)
  })

  it('a drilled ball: what is left is a sixth of π × the cube of its height (napkin ring)', () => {
    const [d, hole] = [20, 6]
    const height = Math.sqrt(d * d - hole * hole)
    const ring = (Math.PI / 6) * height ** 3
    for (const way of ['length', 'width', 'depth'] as const) {
      const full = fullStone({ ...sphere(d, hole), way })
      expect(figuresOf(full).volume / ring).toBeCloseTo(1, 3)
      expect(massProperties(shapeOf(full).mesh).volume / ring).toBeCloseTo(1, 2)
    }
  })

  it('an egg, a tube, a barrel and a coin', () => {
    const bead = (form: Stone['form'], more: Partial<Stone> = {}) =>
      figuresOf(
        fullStone({
          ...agate,
          kind: 'bead',
          form: form!,
          length: 24,
          width: 14,
          depth: 10,
          hole: 0,
          ...more,
        }),
      )
    expect(bead('egg').volume).toBeCloseTo((4 / 3) * Math.PI * 12 * 7 * 5, 1)
    expect(bead('tube').volume).toBeCloseTo(Math.PI * 49 * 24, 1)
    // a parabola turned: π L (3 R² ... ) / 15, ends r: 8R² + 4Rr + 3r²
    expect(bead('barrel', { ends: 8 }).volume).toBeCloseTo(
      (Math.PI * 24 * (8 * 49 + 4 * 7 * 4 + 3 * 16)) / 15,
      1,
    )
    const coin = figuresOf(
      fullStone({ ...agate, kind: 'bead', form: 'coin', length: 20, width: 20, depth: 4, edge: 1, hole: 0 }),
    )
    // Pappus: the rounded rim is a half disc's worth of quarter circles round the disc
    const core = Math.PI * 81 * 4
    const rim = 2 * Math.PI * 9.5 * (1 * 2) + 2 * (Math.PI / 4) * 2 * Math.PI * (9 + 4 / (3 * Math.PI))
    expect(coin.volume).toBeCloseTo(core + rim, 0)
  })

  it('a cut stone: a frustum over a frustum, its angles, and a keel where it is longer than wide', () => {
    const stone: Stone = {
      mineral: 'topaz',
      kind: 'faceted',
      outline: 'round',
      length: 10,
      width: 10,
      depth: 6.1,
      girdle: 0.3,
      crown: 1.6,
      table: 56,
      culet: 0.2,
    }
    const cone = (h: number, R: number, r: number) => (Math.PI * h * (R * R + R * r + r * r)) / 3
    expect(figuresOf(fullStone(stone)).volume).toBeCloseTo(
      cone(1.6, 5, 2.8) + Math.PI * 25 * 0.3 + cone(4.2, 5, 0.1),
      2,
    )
    const angles = facetAngles(fullStone(stone))
    expect(angles.crown).toBeCloseTo((Math.atan(1.6 / 2.2) * 180) / Math.PI, 6)
    expect(angles.pavilion).toBeCloseTo((Math.atan(4.2 / 4.9) * 180) / Math.PI, 6)
    // a sharp-cornered rectangle whose pavilion ends in a keel is a wedge: hip roof volume w h (2 l + keel) / 6 upside down
    const keel = fullStone({ ...stone, outline: 'square', length: 16, corner: 0.05, culet: 0.02 })
    const mesh = shapeOf(keel).mesh
    const hip = (4.2 * 10 * (2 * 16 + 6)) / 6
    const roof = (h: number, a: number, b: number, c: number, d: number) =>
      (h / 6) * (a * b + c * d + (a + c) * (b + d))
    const crown = roof(1.6, 16, 10, 11.6, 5.6)
    expect(massProperties(mesh).volume / (hip + 160 * 0.3 + crown)).toBeCloseTo(1, 2)
  })

  it('a crystal: prism, frustum and pyramid; the corners of unlike faces lie as wide as they were measured', () => {
    const corners = faceCorners([3, 4, 5], 3, 4)
    expect(corners).toHaveLength(3)
    // sides of a right triangle that is not stretched keep their lengths
    const raw = faceCorners([3, 4, 5], 1, 1)
    const xs = raw.map((p) => p[0])
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(1, 9)
    expect(() => faceCorners([1, 1, 3], 2, 2)).toThrow(/wider than all the others/)
    // the broadest face lies flat behind, wherever it stands in the order
    for (const faces of [
      [3, 4, 5],
      [5, 3, 4],
      [1, 1, 1, 1, 1, 1],
      [4, 6, 4, 5, 6, 5],
    ]) {
      const behind = faceCorners(faces, 8, 6).filter(([, y]) => Math.abs(y - 3) < 1e-9)
      expect(behind).toHaveLength(2)
    }
    const full = fullStone({
      ...agate,
      kind: 'crystal',
      length: 30,
      width: 10,
      depth: 10,
      sides: 4,
      baseWidth: 10,
      baseDepth: 10,
      shoulder: 20,
      shoulderWidth: 10,
      shoulderDepth: 10,
    })
    // four equal faces, extents 10 by 10: it lies on one of them, and fills its box
    expect(figuresOf(full).volume).toBeCloseTo(100 * 20 + (100 * 10) / 3, 6)
    const chipped = figuresOf({ ...full, chip: 2 })
    // a base cut aslant takes half of its prism away, and leaves its faces plane: where it tapers too
    const tapered = { ...full, baseWidth: 11, baseDepth: 11, shoulderWidth: 8, shoulderDepth: 8, chip: 2 }
    expect(isConvexMesh(shapeOf(tapered).mesh)).toBe(true)
    expect(bodyBox(shapeOf(tapered).body).y0).toBeCloseTo(-15, 9)
    expect(chipped.volume).toBeLessThan(100 * 20 + (100 * 10) / 3)
    expect(chipped.volume).toBeGreaterThan(100 * 18 + (100 * 10) / 3)
    expect(taperOf({ ...full, baseWidth: 14, shoulderWidth: 8 }).up).toBeCloseTo(3 / 20, 9)
  })

  it('a cap on a stalk: frustums and half an ellipsoid; its waist is found, and how deep it is', () => {
    const stone: Stone = {
      ...agate,
      kind: 'stalk',
      length: 30,
      width: 20,
      depth: 20,
      sections: [
        { at: 0, across: 10 },
        { at: 10, across: 6 },
        { at: 20, across: 20 },
      ],
    }
    const cone = (h: number, R: number, r: number) => (Math.PI * h * (R * R + R * r + r * r)) / 3
    const f = figuresOf(fullStone(stone))
    expect(f.volume).toBeCloseTo(cone(10, 5, 3) + cone(10, 3, 10) + (2 / 3) * Math.PI * 100 * 10, 1)
    const [waist, ...rest] = waistsOf(fullStone(stone))
    expect(rest).toEqual([])
    expect(waist!.across).toBeCloseTo(6, 0)
    expect(waist!.at).toBeCloseTo(10, 0)
    expect(waist!.deep).toBeCloseTo(2, 0)
    expect(f.girthWidth / (20 * Math.PI)).toBeCloseTo(1, 3)
  })

  it('two half domes make one ellipsoid; a flat one leaves its footprint', () => {
    const puffy = figuresOf(
      fullStone({
        kind: 'puffy',
        outline: 'oval',
        length: 30,
        width: 20,
        depth: 10,
        wall: 0,
        back: 5,
        mineral: 'agate',
      }),
    )
    expect(puffy.volume).toBeCloseTo((4 / 3) * Math.PI * 15 * 10 * 5, 1)
    const cab = fullStone({
      kind: 'cabochon',
      outline: 'round',
      length: 20,
      width: 20,
      depth: 6,
      wall: 2,
      chamfer: 1,
      mineral: 'agate',
    })
    for (const [x, y] of footprint(cab)) expect(Math.hypot(x, y)).toBeCloseTo(9, 6)
    expect(footprint(fullStone(sphere(10)))).toEqual([])
    // chamfer: a ring of triangular section, centroid a third of the way in
    const plain = figuresOf({ ...cab, chamfer: 0 }).volume
    expect(plain - figuresOf(cab).volume).toBeCloseTo(2 * Math.PI * (10 - 1 / 3) * 0.5, 1)
  })
})
