import { STONE_KINDS, stoneErrors } from '@verger/core'
import { OVAL, seeded } from '../../../../core/src/testing'
import { randomStoneOf } from '../../../../core/src/testingStones'
import { readingText } from './instruments/readingText'
import { asTyped, doubtsOf, fieldsOf, readField, readStone } from './typedStone'

const row = (stone: object) =>
  ({ id: 'x', version: 1, name: '', note: '', away: false, photo: null, pieceId: null, stone }) as never

describe('a stone as typed', () => {
  it('of every kind goes into the form and comes out as it was', () => {
    const random = seeded(11)
    for (const kind of STONE_KINDS)
      for (let k = 0; k < 8; k++) {
        const stone = randomStoneOf(kind, random)
        if (stoneErrors(stone).length > 0) continue
        const read = readStone(asTyped(row(stone)), 'mm')
        expect(read.problems).toEqual({})
        expect(read.stone).toEqual(stone)
      }
  })

  it('with a row, a pair, and several readings of a measure', () => {
    const stones = [
      { ...OVAL, group: { kind: 'row', count: 5, last: 20, order: 'largest in the middle', gap: 0.5 } },
      { ...OVAL, group: { kind: 'row', count: 5, gap: 0 } },
      { ...OVAL, group: { kind: 'pair' } },
      { ...OVAL, group: { kind: 'pair', mate: { depth: 6.9, weighed: 7.2 } } },
      { ...OVAL, readings: { length: [29.9, 30, 30.2] } },
    ]
    for (const stone of stones) expect(readStone(asTyped(row(stone)), 'mm').stone).toEqual(stone)
  })

  it('says what is wrong with a row where it stands', () => {
    const typed = asTyped(row(OVAL))
    const group = (change: object) =>
      readStone({ ...typed, group: 'row', row: { ...typed.row, ...change } }, 'mm').problems.group
    expect(group({})).toMatch(/How many/)
    expect(group({ count: '200' })).toMatch(/2 to 60/)
    expect(group({ count: '9', last: '40' })).toMatch(/Measure the largest/)
    expect(group({ count: '9', gap: 'wide' })).toMatch(/length/)
    expect(group({ count: '9', last: '20' })).toBeUndefined()
  })

  it('asks about what looks unlikely, and offers the dome that would explain the scale', () => {
    expect(doubtsOf(OVAL)).toEqual([])
    const heavy = doubtsOf({ ...OVAL, weighed: 8.8 })
    expect(heavy).toHaveLength(1)
    const fuller = { ...OVAL, weighed: 8.8, fullness: heavy[0]!.mend!.value }
    expect(doubtsOf(fuller)).toEqual([])
  })

  it('fields follow the kind, and a measure of unlike unit is read as its own', () => {
    const ids = (kind: string) =>
      fieldsOf({ ...asTyped(undefined), kind: kind as never, outline: 'round', measures: {} }).map(
        (f) => f.id,
      )
    expect(ids('cabochon').slice(0, 3)).toEqual(['length', 'depth', 'wall'])
    expect(ids('crystal')).toContain('shoulder')
    expect(readField('58', { id: 'table', unit: '%' }, 'in')).toEqual({ value: 58 })
    expect(readField('1 in', { id: 'length', unit: 'mm' }, 'mm').value).toBeCloseTo(25.4, 9)
    expect(readField('10; 10,2; 10.1', { id: 'length', unit: 'mm' }, 'mm')).toMatchObject({
      value: 10.1,
      readings: [10, 10.2, 10.1],
    })
  })
})

describe('a reading of an instrument', () => {
  it('stands in the field with its unit only where it is not the workshop’s', () => {
    expect(readingText({ value: 29.98, unit: 'mm' }, 'mm')).toBe('29.98')
    expect(readingText({ value: 29.98, unit: 'mm' }, 'in')).toBe('29.98 mm')
    expect(readingText({ value: 1.1805, unit: 'in' }, 'mm')).toBe('1.1805 in')
    expect(readingText({ value: 7.41, unit: 'g' }, 'in')).toBe('7.41')
    expect(readingText({ value: 13.2, unit: 'ct' }, 'mm')).toBe('2.64')
  })

  it('and is read back as what was measured', () => {
    for (const [units, text, mm] of [
      ['mm', readingText({ value: 1.1805, unit: 'in' }, 'mm'), 29.985],
      ['in', readingText({ value: 29.98, unit: 'mm' }, 'in'), 29.98],
      ['in', readingText({ value: 1.1805, unit: 'in' }, 'in'), 29.985],
    ] as const)
      expect(readField(text, { id: 'length', unit: 'mm' }, units).value).toBeCloseTo(mm, 2)
  })
})
