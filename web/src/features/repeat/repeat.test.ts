import type { Stone } from '@verger/core'
import { mateOf, placedName } from './repeat'

const FREE: Stone = {
  kind: 'cabochon',
  outline: 'free',
  length: 30,
  width: 20,
  depth: 6,
  wall: 1.5,
  mineral: 'agate',
  points: [
    [-10, -15],
    [6, -14],
    [10, 2],
    [2, 15],
    [-7, 12],
  ],
  readings: { length: [30, 30.1] },
  weighed: 12,
}

/** Twice the area of its outline, above 0 where it runs anticlockwise. */
const areaOf = ({ points = [] }: Stone): number =>
  points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length]!
    return sum + x * v - u * y
  }, 0)

describe('the other stone of a pair', () => {
  it('is the mirror image, as large, without what was read at the first', () => {
    const mate = mateOf(FREE)
    expect(mate.points).toContainEqual([10, -15])
    expect(mate.points).not.toContainEqual([-10, -15])
    expect('readings' in mate || 'weighed' in mate).toBe(false)
    // as large, and run round the same way: the area under its outline keeps its sign
    expect(areaOf(mate)).toBeCloseTo(areaOf(FREE), 9)
    expect(mateOf(mate).points).toEqual(expect.arrayContaining([...FREE.points!]))
  })

  it('has its own measures where they were taken', () => {
    const group = { kind: 'pair' as const, mate: { length: 29.4, weighed: 11.5 } }
    expect(mateOf({ ...FREE, group })).toMatchObject({ length: 29.4, width: 20, weighed: 11.5 })
    expect('group' in mateOf({ ...FREE, group })).toBe(false)
  })
})

it('a name has its place, however long it was', () => {
  expect(placedName('', 1, 2)).toBe('Unnamed piece, 1 of 2')
  expect(placedName('x'.repeat(120), 12, 24).length).toBeLessThanOrEqual(120)
})
