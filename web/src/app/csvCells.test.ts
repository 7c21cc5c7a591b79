import Papa from 'papaparse'
import { seeded } from '../../../core/src/testing'
import { asMeant, harmless } from './csvCells'

describe('cells of a CSV', () => {
  it('cannot be run by a spreadsheet, and numbers stay numbers', () => {
    for (const text of ['=1+1', '+cmd|calc', '-2+3', '@SUM(A1)', '\t=1', "'=1", '-12.50 and more'])
      expect(harmless(text)).toMatch(/^'/)
    for (const text of ['-12.50', '+3', '12', 'Red = one', "it's", '']) expect(harmless(text)).toBe(text)
  })

  it('come back as they were meant, through a file and back', () => {
    const random = seeded(9)
    const signs = ["'", '=', '+', '-', '@', 'a', '1', '"', ',', '\n', ' ']
    const texts = Array.from({ length: 600 }, () =>
      Array.from(
        { length: 1 + Math.floor(6 * random()) },
        () => signs[Math.floor(random() * signs.length)],
      ).join(''),
    )
    const csv = Papa.unparse(texts.map((t) => ({ t: harmless(t) })))
    const { data } = Papa.parse<{ t: string }>(csv, { header: true })
    expect(data.map((d) => asMeant(d.t))).toEqual(texts)
  })
})
