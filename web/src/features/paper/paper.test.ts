import { formatInch, mm, numberOf, plan, DEFAULT_SETTINGS, FAMILIES } from '@verger/core'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { packed } from './sheets'
import { stripsOf } from './strips'
import { plainFont } from './woff'

const STONE = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'agate',
} as const

describe('blocks on pages', () => {
  it('are each on one page, in order, and no page is fuller than it can be', () => {
    let seed = 7
    const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647
    for (let round = 0; round < 200; round++) {
      const heights = Array.from({ length: Math.ceil(30 * random()) }, () => 5 + 95 * random())
      const pages = packed(heights, 120)
      expect(pages.flat()).toEqual(heights.map((_, i) => i))
      const tall = pages.map((page) => page.reduce((sum, i) => sum + heights[i]!, 0))
      tall.forEach((h) => expect(h).toBeLessThanOrEqual(120))
      // what begins the next page had no room on this one
      pages.slice(1).forEach((page, i) => expect(tall[i]! + heights[page[0]!]!).toBeGreaterThan(120))
    }
  })

  it('that are taller than a page have one of their own', () => {
    expect(packed([50, 500, 50], 120)).toEqual([[0], [1], [2]])
  })
})

describe.each(FAMILIES.filter((f) => f.fits(STONE).every((x) => x.severity !== 'error')).map((f) => f.id))(
  'strips to lay the wires of a %s on',
  (id) => {
    const { startingOptions } = jest.requireActual<typeof import('@verger/core')>('@verger/core')
    const options = startingOptions(STONE, id, { alloy: 'copper' }, undefined, true)!
    const made = plan({ stone: STONE, family: id, options, settings: DEFAULT_SETTINGS })

    it.each([190, 73, 1e6])('hold the whole of each wire and every mark once, %d mm across', (across) => {
      if (!made.ok) throw new Error('no plan')
      for (const wire of made.plan.cut.wires) {
        const strips = stripsOf(wire, across)
        expect(strips.reduce((sum, s) => sum + s.to - s.from, 0)).toBeCloseTo(numberOf(wire.shown), 9)
        strips.forEach((s) => expect(s.to - s.from).toBeLessThanOrEqual(across + 1e-9))
        const marks = strips.flatMap((s) => s.marks)
        expect(marks.map((m) => m.number)).toEqual(marks.map((_, i) => i + 1))
        expect(marks.map((m) => m.at)).toEqual(
          wire.marks
            .filter((m) => m.at !== 'bail')
            .map((m) => numberOf(m.fromEnd))
            .sort((a, b) => a - b),
        )
        for (const s of strips)
          for (const m of s.marks) expect(m.at >= s.from - 1e-9 && m.at <= s.to + 1e-9).toBe(true)
      }
    })
  },
)

describe('the plain font inside a WOFF file', () => {
  const file = (name: string) =>
    readFileSync(createRequire(__filename).resolve(`@fontsource/source-sans-3/files/${name}.woff`))

  it('has every table whole: each adds up to the checksum that its maker wrote', async () => {
    const woff = file('source-sans-3-latin-400-normal')
    const font = await plainFont(new Uint8Array(woff).buffer)
    const view = new DataView(font.buffer)
    const count = view.getUint16(4)
    expect(count).toBeGreaterThan(9)
    for (let i = 0; i < count; i++) {
      const at = 12 + 16 * i
      const tag = String.fromCharCode(...font.subarray(at, at + 4))
      const [told, offset, length] = [4, 8, 12].map((k) => view.getUint32(at + k)) as [number, number, number]
      let sum = 0
      // the head's own adjustment does not count
      for (let o = offset; o < offset + length; o += 4)
        if (tag !== 'head' || o !== offset + 8) sum = (sum + view.getUint32(o)) >>> 0
      expect([tag, sum]).toEqual([tag, told])
    }
  })

  it('is refused where there is none', async () => {
    await expect(plainFont(new ArrayBuffer(100))).rejects.toThrow('not a WOFF font')
  })
})

describe('inches as a rule shows them', () => {
  it('to a thirty-second: never farther off than half of one', () => {
    for (let v = 0.5; v < 120; v += 0.37) {
      const [, whole = '0', top = '0', below = '1'] = /^(?:(\d+) )?(?:(\d+)\/(\d+) )?in$/.exec(
        formatInch(mm(v), 32).replace(/^under.*/, '0 in'),
      )!
      const read = 25.4 * (Number(whole) + Number(top) / Number(below))
      expect(Math.abs(read - v)).toBeLessThanOrEqual(25.4 / 64 + 1e-9)
      expect(32 % Number(below)).toBe(0)
    }
  })
})
