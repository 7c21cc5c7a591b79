import {
  bodyBox,
  fullStone,
  outlineArea,
  outlineOf,
  shapeOf,
  STONE_KINDS,
  stoneErrors,
  type FullStone,
} from '@verger/core'
import { seeded } from '../../../core/src/testing'
import { randomStoneOf } from '../../../core/src/testingStones'
import type { View } from './project'
import { seatedLines, stoneLines } from './stoneLines'

const random = seeded(14)
const stones: FullStone[] = STONE_KINDS.flatMap((kind) => {
  const out: FullStone[] = []
  for (let tries = 0; out.length < 3 && tries < 100; tries++) {
    const stone = randomStoneOf(kind, random)
    if (stoneErrors(stone).length === 0) out.push(fullStone(stone))
  }
  return out
})

type Point = readonly [number, number]
/** Points of path data made of M and L, one list a subpath. */
const pointsOf = (d: string): Point[][] =>
  d
    .split('M')
    .filter(Boolean)
    .map((part) =>
      part
        .replace('Z', '')
        .split('L')
        .map((p): Point => {
          const [x, y] = p.trim().split(/\s+/).map(Number)
          return [x!, y!]
        }),
    )
const areaOf = (list: readonly Point[]) =>
  Math.abs(
    list.reduce((sum, [x, y], i) => {
      const [u, v] = list[(i + 1) % list.length]!
      return sum + x * v - u * y
    }, 0) / 2,
  )

describe('a stone as lines', () => {
  it('its shadow fills its box in every view, and no edge runs out of it', () => {
    for (const stone of stones)
      for (const view of ['front', 'side', 'back', 'end'] as View[]) {
        const { shadow, edges, box } = stoneLines(stone, view)
        const [list] = pointsOf(shadow)
        // a drill hole takes the tip of a round end away
        const most = shapeOf(stone, 0.05).body.holes.length > 0 ? 0.35 : 0.08
        const xs = list!.map((p) => p[0])
        const ys = list!.map((p) => p[1])
        const off = [
          Math.min(...xs) - box.x0,
          Math.max(...xs) - box.x1,
          Math.min(...ys) - box.y0,
          Math.max(...ys) - box.y1,
        ].map(Math.abs)
        expect({ kind: stone.kind, view, off: off.filter((v) => v > most) }).toEqual({
          kind: stone.kind,
          view,
          off: [],
        })
        for (const [x, y] of pointsOf(edges).flat()) {
          expect(x).toBeGreaterThan(box.x0 - 0.12)
          expect(x).toBeLessThan(box.x1 + 0.12)
          expect(y).toBeGreaterThan(box.y0 - 0.12)
          expect(y).toBeLessThan(box.y1 + 0.12)
        }
      }
  })

  it('the box is the body’s: as wide and high as it is measured', () => {
    for (const stone of stones) {
      const b = bodyBox(shapeOf(stone, 0.05).body)
      const [front, side, end] = (['front', 'side', 'end'] as View[]).map((v) => stoneLines(stone, v).box)
      for (const f of [front!, end!]) expect(f.x1 - f.x0).toBeCloseTo(b.x1 - b.x0, 9)
      for (const f of [front!, side!]) expect(f.y1 - f.y0).toBeCloseTo(b.y1 - b.y0, 9)
      expect(side!.x1 - side!.x0).toBeCloseTo(b.z1 - b.z0, 9)
      expect(end!.y1 - end!.y0).toBeCloseTo(b.z1 - b.z0, 9)
    }
  })

  it('from the front a cabochon’s shadow is its outline: the same area', () => {
    for (const stone of stones.filter((s) => s.kind === 'cabochon' || s.kind === 'faceted')) {
      const area = areaOf(pointsOf(stoneLines(stone, 'front').shadow)[0]!)
      expect(area / outlineArea(outlineOf(stone))).toBeCloseTo(1, 2)
    }
  })

  it('from behind it is the mirror of the front', () => {
    for (const stone of stones) {
      const [front, back] = (['front', 'back'] as View[]).map((v) => stoneLines(stone, v))
      expect(areaOf(pointsOf(back!.shadow)[0]!)).toBeCloseTo(areaOf(pointsOf(front!.shadow)[0]!), 1)
      expect(back!.box.x0).toBeCloseTo(-front!.box.x1, 9)
      expect(back!.box.x1).toBeCloseTo(-front!.box.x0, 9)
    }
  })

  it('hidden lines are those of a drill hole, as far apart as it is wide', () => {
    const bead = fullStone({
      kind: 'bead',
      form: 'sphere',
      outline: 'round',
      length: 16,
      width: 16,
      depth: 16,
      hole: 1.6,
      mineral: 'agate',
    })
    const across = stoneLines(bead, 'front')
    const lines = pointsOf(across.hidden)
    expect(lines).toHaveLength(2)
    const [one, two] = lines.map((l) => l.map(([x, y]) => [x, y] as const))
    const apart = Math.max(Math.abs(one![0]![0] - two![0]![0]), Math.abs(one![0]![1] - two![0]![1]))
    expect(apart).toBeCloseTo(1.6, 2)
    for (const stone of stones.filter((s) => shapeOf(s, 0.05).body.holes.length === 0))
      expect(stoneLines(stone, 'front').hidden).toBe('')
  })

  it('is worked out once: asked again it is the same thing', () => {
    const [stone] = stones
    expect(stoneLines(stone!, 'front')).toBe(stoneLines(stone!, 'front'))
    expect(stoneLines({ ...stone!, mineral: 'quartz' }, 'side')).toBe(stoneLines({ ...stone! }, 'side'))
  })
})

describe('a stone that lies elsewhere in a piece', () => {
  const area = (d: string) =>
    pointsOf(d).reduce(
      (sum, p) =>
        sum +
        Math.abs(
          p.reduce((s, [x, y], i) => s + x * p[(i + 1) % p.length]![1] - y * p[(i + 1) % p.length]![0], 0),
        ) /
          2,
      0,
    )
  const cushion = fullStone({
    kind: 'faceted',
    outline: 'cushion',
    length: 14,
    width: 9,
    depth: 6,
    mineral: 'topaz',
  })

  it('turned by a right angle it is as wide as it was long, about where it was shifted to', () => {
    const own = stoneLines(cushion, 'front')
    const { box, shadow, edges } = seatedLines(cushion, 'front', {
      id: 'a',
      of: 0,
      turn: [0, 0, 90],
      shift: [20, 3, 0],
    })
    expect([box.x0, box.x1].map((x) => x - 20)).toEqual(
      [own.box.y0, own.box.y1].map((y) => expect.closeTo(y, 6)),
    )
    expect((box.y0 + box.y1) / 2).toBeCloseTo(-3, 6)
    expect(area(shadow) / area(own.shadow)).toBeCloseTo(1, 2)
    expect(edges).not.toBe('')
    for (const [x, y] of pointsOf(edges).flat()) {
      expect(x).toBeGreaterThan(box.x0 - 0.02)
      expect(x).toBeLessThan(box.x1 + 0.02)
      expect(y).toBeGreaterThan(box.y0 - 0.02)
      expect(y).toBeLessThan(box.y1 + 0.02)
    }
  })

  it('turned over on its side it looks from the front as it does from the end', () => {
    const { box } = seatedLines(cushion, 'front', { id: 'a', of: 0, turn: [90, 0, 0], shift: [0, 0, 0] })
    const end = stoneLines(cushion, 'end').box
    expect(box.x1 - box.x0).toBeCloseTo(end.x1 - end.x0, 2)
    expect(box.y1 - box.y0).toBeCloseTo(end.y1 - end.y0, 2)
  })
})
