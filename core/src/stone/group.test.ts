import { seeded, OVAL } from '../testing'
import { randomStoneOf } from '../testingStones'
import { family } from '../settings/index'
import { numberOf } from '../working/index'
import {
  checkStone,
  figuresOf,
  fullStone,
  groupMeasures,
  groupStones,
  mirroredStone,
  rowShares,
  scaledStone,
  shapeOf,
  STONE_KINDS,
  stoneErrors,
  stoneMeasures,
  type Stone,
} from './index'

const SPARK: Stone = {
  kind: 'faceted',
  outline: 'round',
  mineral: 'garnet',
  length: 4,
  width: 4,
  depth: 2.5,
  girdle: 0.15,
  crown: 0.7,
}

describe('rows', () => {
  it('equal stones: as heavy as so many, as long as their widths and the gaps between', () => {
    const row = groupMeasures({ ...SPARK, group: { kind: 'row', count: 9, gap: 0.5 } })
    if (row?.kind !== 'row') throw new Error('no row')
    expect(numberOf(row.along)).toBeCloseTo(9 * 4 + 8 * 0.5, 9)
    expect(numberOf(row.mass)).toBeCloseTo(9 * numberOf(stoneMeasures(SPARK).mass), 9)
  })

  it.each(['to one end', 'largest in the middle'] as const)(
    'graded %s: sizes, length and mass agree with stones that are measured one by one',
    (order) => {
      for (const count of [2, 3, 4, 7, 8, 15]) {
        const stone: Stone = { ...SPARK, group: { kind: 'row', count, last: 2.4, order, gap: 0.3 } }
        const each = groupStones(stone)
        expect(each).toHaveLength(count)
        const sizes = each.map((s) => s.length)
        expect(Math.max(...sizes)).toBeCloseTo(4, 9)
        if (order === 'to one end') {
          expect([...sizes].sort((a, b) => b - a)).toEqual(sizes)
          expect(sizes[count - 1]).toBeCloseTo(2.4, 3)
        } else {
          expect([...sizes].reverse()).toEqual(sizes)
          if (count > 2) expect(sizes[0]).toBeCloseTo(2.4, 3)
        }
        const row = groupMeasures(stone)
        if (row?.kind !== 'row') throw new Error('no row')
        const widths = each.reduce((sum, s) => sum + s.width, 0)
        expect(numberOf(row.along)).toBeCloseTo(widths + (count - 1) * 0.3, 2)
        // each stone measured by itself, not the largest's mass by a cube
        const masses = each.reduce((sum, s) => sum + numberOf(stoneMeasures(s).mass), 0)
        expect(numberOf(row.mass) / masses).toBeCloseTo(1, 2)
      }
    },
  )

  it('even steps, and refusals', () => {
    expect(rowShares({ count: 3, share: 0.5, order: 'to one end' })).toEqual([1, 0.75, 0.5])
    expect(rowShares({ count: 6, share: 0.4, order: 'largest in the middle' })).toEqual([
      0.4, 0.7, 1, 1, 0.7, 0.4,
    ])
    expect(() => rowShares({ count: 1, share: 1, order: 'to one end' })).toThrow(RangeError)
    expect(() => rowShares({ count: 2.5, share: 1, order: 'to one end' })).toThrow(RangeError)
  })

  it('says what is wrong with a row, and that a bound frame holds one stone', () => {
    const row = (more: object): Stone => ({ ...SPARK, group: { kind: 'row', count: 9, gap: 0.5, ...more } })
    expect(stoneErrors(row({ last: 5 }))[0]?.code).toBe('stone.row-upside-down')
    expect(stoneErrors(row({ last: 0.5 }))[0]?.code).toBe('stone.row-too-steep')
    expect(stoneErrors(row({ count: 1 }))[0]?.code).toBe('stone.row-count')
    expect(stoneErrors(row({ last: 2.4 }))).toEqual([])
    const cabochons: Stone = { ...OVAL, group: { kind: 'row', count: 3, gap: 1 } }
    expect(family('bound-frame').fits(cabochons)[0]?.code).toBe('bound-frame.row')
  })
})

describe('pairs', () => {
  it('a mirror image has the same figures, and mirrored twice it is the stone again', () => {
    const random = seeded(5)
    for (const kind of STONE_KINDS)
      for (let k = 0; k < 4; k++) {
        // a chip stays on its side
        const stone: Stone = { ...randomStoneOf(kind, random) }
        Reflect.deleteProperty(stone, 'chip')
        const mirror = mirroredStone(stone)
        expect(mirroredStone(mirror)).toEqual(stone)
        const [a, b] = [figuresOf(fullStone(stone)), figuresOf(fullStone(mirror))]
        for (const f of ['edgeGirth', 'girthLength', 'girthWidth', 'volume'] as const) {
          // lengthwise and crosswise are cut through the middle of what is drawn: for a free outline that is its star centre. Twisted flats of a crystal are cut into triangles the other way: 0.03 %
          expect({ kind, f, ratio: Math.round((1e3 * b[f]) / a[f]) }).toEqual({ kind, f, ratio: 1e3 })
        }
      }
  })

  it('left and right are mirrored: a corner on one is found on the other', () => {
    const crystal: Stone = {
      kind: 'crystal',
      outline: 'round',
      mineral: 'fluorite',
      length: 30,
      width: 12,
      depth: 11,
      faces: [5, 8, 4, 7, 6, 6],
    }
    const [left, right] = groupStones({ ...crystal, group: { kind: 'pair' } })
    const corners = (s: Stone, flip: number) => {
      const p = shapeOf(fullStone(s)).mesh.positions
      const out: string[] = []
      for (let i = 0; i < p.length; i += 3)
        out.push(
          [flip * p[i]!, p[i + 1]!, p[i + 2]!].map((v) => (Math.abs(v) < 5e-7 ? 0 : v).toFixed(4)).join(' '),
        )
      return out.sort()
    }
    expect(corners(right!, -1)).toEqual(corners(left!, 1))
    expect(corners(right!, 1)).not.toEqual(corners(left!, 1))
  })

  it('asks where the two are unlike in size or weight', () => {
    const pair = (mate: object): Stone => ({ ...OVAL, group: { kind: 'pair', mate } })
    expect(checkStone(pair({}))).toEqual([])
    expect(checkStone(pair({ length: 30.2 }))).toEqual([])
    expect(checkStone(pair({ length: 31.5 })).map((f) => f.code)).toEqual(['stone.pair-size'])
    expect(checkStone(pair({ depth: 7.9 })).map((f) => f.code)).toContain('stone.pair-mass')
    expect(checkStone({ ...pair({ weighed: 7.6 }), weighed: 7.4 })).toEqual([])
    expect(checkStone({ ...pair({ weighed: 8.2 }), weighed: 7.4 }).map((f) => f.code)).toEqual([
      'stone.pair-mass',
    ])
    const both = groupMeasures({ ...pair({ weighed: 7.6 }), weighed: 7.4 })
    expect(numberOf(both!.mass)).toBeCloseTo(15, 9)
  })
})

it('a stone k times as large: every length by k, and nothing that was read of the other', () => {
  const random = seeded(9)
  for (const kind of STONE_KINDS) {
    const stone = randomStoneOf(kind, random)
    const large = scaledStone({ ...stone, weighed: 3, readings: { length: [1, 2] } }, 1.5)
    expect(large).not.toHaveProperty('weighed')
    expect(large).not.toHaveProperty('readings')
    const [a, b] = [figuresOf(fullStone(stone)).volume, figuresOf(fullStone(large)).volume]
    expect(b / a / 1.5 ** 3).toBeCloseTo(1, 2)
  }
})
