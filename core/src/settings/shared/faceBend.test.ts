import { gapAt } from '../../design/index'
import { cross, norm, squareTo } from '../../geom/index'
import { leastRadius, pathAt, pathLength, stationsOf } from '../../path/index'
import {
  fullStone,
  outlineAfter,
  outlineNearest,
  outlinePoint,
  outlineRun,
  solidOf,
  type Stone,
} from '../../stone/index'
import { seeded } from '../../testing'
import { bendForm, bendGap, bendSegment, type BendWish, type FaceBend } from './faceBend'

const CABS: readonly Stone[] = [
  { kind: 'cabochon', outline: 'oval', length: 26, width: 19, depth: 7, wall: 2, mineral: 'agate' },
  { kind: 'cabochon', outline: 'round', length: 20, width: 20, depth: 6, wall: 1.5, mineral: 'agate' },
  { kind: 'puffy', outline: 'oval', length: 24, width: 18, depth: 9, wall: 1.5, mineral: 'agate' },
]

/** Random bends on a stone's faces, where the wire beside the stone stands at its wall. */
function bends(stone: Stone, seed: number, many: number): FaceBend[] {
  const random = seeded(seed)
  const solid = solidOf(fullStone(stone))
  const out: FaceBend[] = []
  for (let k = 0; out.length < many && k < 10 * many; k++) {
    const face = random() < 0.6 ? 'front' : 'back'
    const thickness = 0.5 + 0.5 * random()
    const wish: BendWish = {
      solid,
      face,
      profile: random() < 0.5 ? 'square' : 'round',
      thickness,
      radius: 1.5 * thickness,
      z: face === 'front' ? solid.rim - thickness / 2 : solid.foot + thickness / 2,
      overlap: 0.6 + 1.4 * random(),
      summit: (random() - 0.5) * 1.6,
    }
    const form = bendForm(wish)
    const offset = thickness / 2
    const back = (run: number) => outlineAfter(solid.outline, wish.summit - 1.4, run, offset)
    const before = outlineRun(solid.outline, wish.summit - 1.4, wish.summit, offset)
    if (before < form.half) continue
    out.push({
      ...wish,
      ...form,
      from: back(before - form.half),
      to: outlineAfter(solid.outline, wish.summit, form.half, offset),
    })
  }
  expect(out).toHaveLength(many)
  return out
}

describe.each(CABS)('a bend over the face of a $outline $kind', (stone) => {
  const list = bends(stone, 19, 8)

  it('lies on the stone at its summit: reaching in as asked, and nothing of it stands in the stone', () => {
    for (const bend of list) {
      const path = { segments: [bendSegment(bend)] }
      const length = pathLength(path)
      const middle = stationsOf(path, 0, length, 0.05).reduce((a, b) => {
        const inside = ({ at }: typeof a) => outlineNearest(bend.solid.outline, at.p[0], at.p[1]).distance
        return inside(b) < inside(a) ? b : a
      })
      const reach = -outlineNearest(bend.solid.outline, middle.at.p[0], middle.at.p[1]).distance
      expect(Math.abs(reach - bend.overlap)).toBeLessThan(0.05)
      const { p, t } = middle.at
      const side = squareTo([0, 0, 1], t)
      const { gap } = gapAt(p, bend.solid.nearest(...p), {
        profile: bend.profile,
        size: bend.thickness,
        axes: [side, cross(t, side)],
      })
      expect(Math.abs(gap)).toBeLessThan(0.03)
      expect(bendGap(bend)).toBeGreaterThan(-0.12)
    }
  })

  it('leaves and meets the line beside the stone without a kink, at its height', () => {
    for (const bend of list) {
      const path = { segments: [bendSegment(bend)] }
      for (const [s, psi] of [
        [0, bend.from],
        [pathLength(path), bend.to],
      ] as const) {
        const { p, t } = pathAt(path, s)
        const [x, y] = outlinePoint(bend.solid.outline, psi, bend.thickness / 2)
        expect(Math.hypot(p[0] - x, p[1] - y, p[2] - bend.z)).toBeLessThan(1e-6)
        // along the outline: level, at right angles to its normal
        expect(Math.abs(t[2]) / norm(t)).toBeLessThan(1e-6)
        expect(Math.abs(t[0] * Math.cos(psi) + t[1] * Math.sin(psi)) / norm(t)).toBeLessThan(1e-6)
      }
    }
  })

  it('is nowhere bent much tighter than its radius, and no shorter than the straight way over', () => {
    for (const bend of list) {
      const segment = bendSegment(bend)
      expect(leastRadius(segment)).toBeGreaterThan(0.55 * bend.radius)
      const along = outlineRun(bend.solid.outline, bend.from, bend.to, bend.thickness / 2)
      const up = Math.hypot(bend.overlap + bend.thickness / 2, bend.lie - bend.z)
      const length = pathLength({ segments: [segment] })
      expect(length).toBeGreaterThan(0.75 * along)
      expect(length).toBeLessThan(along + 2 * up)
    }
  })

  it('deeper reach lies higher on a dome, and takes more of the edge', () => {
    const wish = list.find((b) => b.face === 'front')!
    const [short, deep] = [0.8, 1.8].map((overlap) => bendForm({ ...wish, overlap }))
    expect(deep!.lie).toBeGreaterThan(short!.lie)
    expect(deep!.half).toBeGreaterThanOrEqual(short!.half)
  })
})

it('on a flat back a bend lies flat: half a wire below it, however far it reaches', () => {
  const solid = solidOf(fullStone(CABS[0]!))
  for (const overlap of [0.8, 1.2, 2]) {
    const { lie } = bendForm({
      solid,
      face: 'back',
      profile: 'square',
      thickness: 0.8,
      radius: 1.2,
      z: solid.foot + 0.4,
      overlap,
      summit: 0.2,
    })
    expect(lie).toBeCloseTo(solid.back - 0.4, 5)
  }
})
