import { STONE_KINDS, stoneErrors } from '@verger/core'
import { OVAL, seeded } from '../../../../core/src/testing'
import { randomStoneOf } from '../../../../core/src/testingStones'
import { readingText } from './instruments/readingText'
import { farApart, asTyped, doubtsOf, fieldsOf, readField, readStone } from './typedStone'

const row = (stone: object) =>
  ({ id: 'x', version: 1, name: '', note: '', away: false, photo: null, pieceId: null, stone }) as never

describe('a stone as typed', () => {
  /** Lengths as stones have them: by a caliper of millimetres, by a rule of sixteenths, by a caliper of inches, and any at all. */
  const lengths = (random: () => number) => [
    Number((1 + 60 * random()).toFixed(2)),
    Number(((Math.ceil(40 * random()) / 16) * 25.4).toFixed(9)),
    Number((Number((0.05 + 2 * random()).toFixed(4)) * 25.4).toFixed(9)),
    Number((0.05 + 60 * random()).toFixed(9)),
  ]

  it('of every kind, opened and left in either unit, is the very same stone', () => {
    const random = seeded(11)
    for (const kind of STONE_KINDS)
      for (let k = 0; k < 24; k++) {
        const made = randomStoneOf(kind, random)
        const free = k % 2 === 1 && made.width !== made.length
        const stone = free ? { ...made, length: lengths(random)[k % 4]!, taped: lengths(random)[0]! } : made
        if (stoneErrors(stone).length > 0) continue
        for (const units of ['mm', 'in'] as const) {
          const read = readStone(asTyped(row(stone), units), units)
          expect(read.problems).toEqual({})
          expect(read.stone).toEqual(stone)
        }
      }
  })

  it('a stone of 3 × 3 × 2 mm stays one in a workshop of inches, and 1 1/4 in stays so', () => {
    const bead = { ...OVAL, length: 3, width: 3, depth: 2, wall: 0.4 }
    expect(asTyped(row(bead), 'in').measures.length).toBe('3 mm')
    expect(readStone(asTyped(row(bead), 'in'), 'in').stone).toEqual(bead)
    expect(asTyped(row({ ...OVAL, length: 31.75 }), 'in').measures.length).toBe('1 1/4 in')
    expect(asTyped(undefined, 'in').row.gap).toBe('0.3 mm')
  })

  it('with a row, a pair, and several readings of a measure', () => {
    const stones = [
      { ...OVAL, group: { kind: 'row', count: 5, last: 20, order: 'largest in the middle', gap: 0.5 } },
      { ...OVAL, group: { kind: 'row', count: 5, gap: 0 } },
      { ...OVAL, group: { kind: 'pair' } },
      { ...OVAL, group: { kind: 'pair', mate: { depth: 6.9, weighed: 7.2 } } },
      { ...OVAL, readings: { length: [29.9, 30, 30.2] } },
    ]
    for (const stone of stones)
      for (const units of ['mm', 'in'] as const)
        expect(readStone(asTyped(row(stone), units), units).stone).toEqual(stone)
  })

  it('says what is wrong with a row where it stands', () => {
    const typed = asTyped(row(OVAL), 'mm')
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
      fieldsOf({ ...asTyped(undefined, 'mm'), kind: kind as never, outline: 'round', measures: {} }).map(
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

describe('readings of one measure', () => {
  it('are asked about where they differ by more than a slip of the jaws', () => {
    expect([farApart(), farApart([9.8]), farApart([9.8, 10.1]), farApart([9.8, 12.4])]).toEqual([
      false,
      false,
      false,
      true,
    ])
    // of a large stone a twentieth
    expect([farApart([50, 52]), farApart([50, 53])]).toEqual([false, true])
  })
})
