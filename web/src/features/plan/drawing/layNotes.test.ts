import { crosses, layNotes, spaced, type Anchored, type Columns } from './layNotes'

const COLUMNS: Columns = { left: 150, right: 560, top: 30, bottom: 560, apart: 54 }

describe('notes beside a drawing', () => {
  let seed = 3
  const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647
  const some = (n: number): Anchored[] =>
    Array.from({ length: n }, (_, i) => {
      const [x, y, wide] = [355, 30 + 530 * random(), 180 * random()]
      return { id: String(i), left: [x - wide, y], right: [x + wide, y] }
    })

  it('are told once each, half of them on either side, so far apart that their words have room', () => {
    for (let round = 0; round < 200; round++) {
      const notes = some(1 + Math.floor(9 * random()))
      const laid = layNotes(notes, COLUMNS)
      expect(laid.map((l) => l.id).sort()).toEqual(notes.map((n) => n.id).sort())
      const sides = (['left', 'right'] as const).map((s) => laid.filter((l) => l.side === s))
      expect(Math.abs(sides[0]!.length - sides[1]!.length)).toBeLessThanOrEqual(1)
      for (const side of sides) {
        const ys = side.map((l) => l.y)
        ys.slice(1).forEach((y, i) => expect(y - ys[i]!).toBeGreaterThanOrEqual(COLUMNS.apart - 1e-9))
        for (const y of ys) expect(y >= COLUMNS.top - 1e-9 && y <= COLUMNS.bottom + 1e-9).toBe(true)
      }
    }
  })

  it('lead to their own places without crossing', () => {
    for (let round = 0; round < 300; round++) {
      const laid = layNotes(some(2 + Math.floor(8 * random())), COLUMNS)
      for (const a of laid)
        for (const b of laid) if (a.id < b.id) expect(crosses(a.from, a.to, b.from, b.to)).toBe(false)
    }
  })

  it('stand where they wish as long as there is room', () => {
    expect(spaced([100, 200, 300], COLUMNS)).toEqual([100, 200, 300])
    expect(spaced([100, 100, 300], COLUMNS)).toEqual([100, 154, 300])
    expect(spaced([600, 610], COLUMNS)).toEqual([506, 560])
  })
})
