import { inflateSync } from 'node:zlib'

/** A straight line as it comes out of the printer, mm from the paper's lower left corner. */
export interface PrintedLine {
  readonly page: number
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
}

const MM_PER_PT = 25.4 / 72

type Matrix = readonly [number, number, number, number, number, number]

const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[1] * n[2],
  m[0] * n[1] + m[1] * n[3],
  m[2] * n[0] + m[3] * n[2],
  m[2] * n[1] + m[3] * n[3],
  m[4] * n[0] + m[5] * n[2] + n[4],
  m[4] * n[1] + m[5] * n[3] + n[5],
]

/** Sizes of a PDF's pages, mm. */
export const pageSizes = (pdf: Buffer): (readonly [number, number])[] =>
  [...pdf.toString('latin1').matchAll(/\/MediaBox\s*\[0 0 ([\d.]+) ([\d.]+)\]/g)].map(
    (m) => [Number(m[1]) * MM_PER_PT, Number(m[2]) * MM_PER_PT] as const,
  )

/** Contents of a PDF's streams that are packed, unpacked. */
function streamsOf(pdf: Buffer): string[] {
  const text = pdf.toString('latin1')
  const out: string[] = []
  for (const m of text.matchAll(/\/FlateDecode[^>]*>>\s*stream\r?\n/g)) {
    const at = m.index + m[0].length
    try {
      out.push(inflateSync(pdf.subarray(at, text.indexOf('endstream', at))).toString('latin1'))
    } catch {
      // a stream of another kind
    }
  }
  return out
}

/** Straight lines that a PDF draws, by the operators of its pages (ISO 32000-1, 8.4 and 8.5). */
export function printedLines(pdf: Buffer): PrintedLine[] {
  const lines: PrintedLine[] = []
  const pages = streamsOf(pdf).filter((s) => /^[-\d. ]+ [-\d.]+ l$/m.test(s))
  pages.forEach((content, page) => {
    let matrix: Matrix = [1, 0, 0, 1, 0, 0]
    const kept: Matrix[] = []
    let at: readonly [number, number] = [0, 0]
    let numbers: number[] = []
    const placed = ([x, y]: readonly [number, number]): readonly [number, number] => [
      (matrix[0] * x + matrix[2] * y + matrix[4]) * MM_PER_PT,
      (matrix[1] * x + matrix[3] * y + matrix[5]) * MM_PER_PT,
    ]
    for (const word of content.split(/\s+/)) {
      const n = Number(word)
      if (word !== '' && Number.isFinite(n)) {
        numbers.push(n)
        continue
      }
      const point = numbers.slice(-2) as [number, number]
      if (word === 'q') kept.push(matrix)
      else if (word === 'Q') matrix = kept.pop() ?? matrix
      else if (word === 'cm') matrix = times(numbers.slice(-6) as unknown as Matrix, matrix)
      else if (word === 'm') at = point
      else if (word === 'l') {
        lines.push({ page, from: placed(at), to: placed(point) })
        at = point
      }
      numbers = []
    }
  })
  return lines
}
