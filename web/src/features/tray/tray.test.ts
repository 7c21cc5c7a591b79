import type { StoneRow } from '@verger/contract'
import { checkStone, STONE_KINDS } from '@verger/core'
import type { Group } from '@verger/core'
import { OVAL, seeded } from '../../../../core/src/testing'
import { randomStoneOf } from '../../../../core/src/testingStones'
import { headingOf, heapsOf, ORDERS, trayOf, type Order } from './order'
import { readStones, stonesCsv, stonesJson } from './stoneFiles'

const random = seeded(5)
const rows: StoneRow[] = STONE_KINDS.flatMap((kind, k) => {
  const out: StoneRow[] = []
  for (let tries = 0; out.length < 4 && tries < 200; tries++) {
    const stone = randomStoneOf(kind, random)
    if (checkStone(stone).some((f) => f.severity === 'error')) continue
    out.push({
      id: `s${k}-${out.length}`,
      version: 1,
      name: `${['', '=', '-', '@'][out.length]}A "${kind}", number ${out.length}`,
      note: out.length === 0 ? 'two\nlines; and more' : '',
      stone:
        out.length === 1
          ? { ...stone, treatments: ['dyed', 'foil-backed'], readings: { length: [10, 10.2] } }
          : stone,
      away: false,
      photo: null,
      pieceId: out.length === 2 ? 'piece' : null,
    })
  }
  return out
})
const plain = rows.map(({ name, note, stone }) => ({ name, note, stone }))

describe('stones in and out', () => {
  it('come back from CSV and from JSON as they went', () => {
    for (const text of [stonesCsv(rows), stonesJson(rows)]) {
      const { good, bad } = readStones(text)
      expect(bad).toEqual([])
      expect(good).toEqual(plain)
    }
  })

  it('rows and pairs, too, with what is and is not measured of the others', () => {
    const groups: Group[] = [
      { kind: 'row', count: 9, gap: 0.3 },
      { kind: 'row', count: 7, last: 8.5, order: 'largest in the middle', gap: 0 },
      { kind: 'pair' },
      { kind: 'pair', mate: { length: 30.2, weighed: 7.1 } },
    ]
    const sets = groups.map((group) => ({ name: '', note: '', stone: { ...OVAL, group } }))
    for (const text of [stonesCsv(sets), stonesJson(sets)])
      expect(readStones(text)).toEqual({ good: sets, bad: [] })
    const bad = readStones(
      'kind,outline,length,width,depth,mineral,group\ncabochon,oval,30,22,7,agate,row count:99 gap:1\n',
    )
    expect(bad.bad[0]).toMatchObject({ row: 'line 2' })
    expect(bad.bad[0]!.why).toMatch(/group\.count/)
  })

  it('a bad row is named with its line and each reason, and the good ones are still counted', () => {
    const csv = [
      'name,kind,outline,length,width,depth,wall,mineral',
      'Good,cabochon,oval,30,22,7,2,agate',
      'Word,cabochon,oval,thirty,22,7,2,agate',
      'Stone,cabochon,oval,30,22,7,9,agate',
      'Kind,brick,oval,30,22,7,2,agate',
      'Comma,cabochon,oval,"30,5",22,7,2,agate',
    ].join('\n')
    const { good, bad } = readStones(csv)
    expect(good.map((g) => g.name)).toEqual(['Good', 'Comma'])
    expect(good[1]!.stone.length).toBe(30.5)
    expect(bad.map((b) => b.row)).toEqual(['line 3', 'line 4', 'line 5'])
    expect(bad[0]!.why).toMatch(/length/)
    expect(bad[1]!.why).toMatch(/wall.*leaves no dome/)
    expect(bad[2]!.why).toMatch(/kind/)
  })

  it('a file that holds no stones says so', () => {
    expect(() => readStones('{"a": 1}')).toThrow(/no list/)
    expect(() => readStones('a,b\n1,2')).toThrow(/name the columns/)
    expect(() => readStones('kind,length,colour\n')).toThrow(/no column “colour”/)
    expect(() => readStones('[]')).toThrow(/no stones/)
  })
})

describe('the tray', () => {
  it('finds by every word, in name, material and shape', () => {
    const found = (words: string) => trayOf(rows, { words, order: 'newest', which: 'all' })
    expect(found('crystal number').every((r) => r.stone.kind === 'crystal')).toBe(true)
    expect(found('AGATE')).toHaveLength(rows.length)
    expect(found('agate nonsense')).toEqual([])
  })

  it('orders by size, the largest first, and shows free ones only', () => {
    const sizes = trayOf(rows, { words: '', order: 'size', which: 'all' }).map((r) => r.stone.length)
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a))
    const free = trayOf(rows, { words: '', order: 'kind', which: 'free' })
    expect(free.every((r) => r.pieceId === null)).toBe(true)
    expect(free.length + trayOf(rows, { words: '', order: 'kind', which: 'in use' }).length).toBe(rows.length)
    expect(trayOf(rows, { words: '', order: 'newest', which: 'all' })[0]).toBe(rows[rows.length - 1])
  })

  it('lies in heaps under headings: every stone once, in order, none under two', () => {
    for (const order of Object.keys(ORDERS) as Order[]) {
      const list = trayOf(rows, { words: '', order, which: 'all' })
      const heaps = heapsOf(list, order)
      expect(heaps.flatMap((h) => h.stones)).toEqual(list)
      expect(new Set(heaps.map((h) => h.heading)).size).toBe(heaps.length)
    }
    const of = (length: number) => headingOf({ ...rows[0]!, stone: { ...rows[0]!.stone, length } }, 'size')
    expect([of(4), of(10), of(29.99), of(30), of(99)]).toEqual([
      'under 10 mm long',
      '10 to 15 mm long',
      '25 to 30 mm long',
      '30 to 40 mm long',
      '60 mm long and over',
    ])
  })

  it('what was put away is out of sight until it is asked for', () => {
    const some = rows.map((r, i) => ({ ...r, away: i % 3 === 0 }))
    const shown = trayOf(some, { words: '', order: 'newest', which: 'all' })
    const away = trayOf(some, { words: '', order: 'newest', which: 'away' })
    expect(shown.every((r) => !r.away)).toBe(true)
    expect(away.every((r) => r.away)).toBe(true)
    expect(shown.length + away.length).toBe(rows.length)
  })
})
