/** A place on a drawing, px of its sheet: x to the right, y down. */
export type Point = readonly [x: number, y: number]

/** Where a note may point to: the place of it that is farthest to the left, and to the right. */
export interface Anchored {
  readonly id: string
  readonly left: Point
  readonly right: Point
}

/** A note in its column, with the leader from it to its place. */
export interface Laid {
  readonly id: string
  readonly side: 'left' | 'right'
  /** Middle of its words. */
  readonly y: number
  readonly from: Point
  readonly to: Point
}

export interface Columns {
  /** Where leaders begin at either column. */
  readonly left: number
  readonly right: number
  /** The first and last height at which words may stand, and how far notes stand apart. */
  readonly top: number
  readonly bottom: number
  readonly apart: number
}

/** Heights as near to the wished ones as they can be, in their order, so far apart and between the ends. */
export function spaced(
  wished: readonly number[],
  { top, bottom, apart }: Pick<Columns, 'top' | 'bottom' | 'apart'>,
): number[] {
  const step = Math.min(apart, (bottom - top) / Math.max(1, wished.length - 1))
  const out: number[] = []
  wished.forEach((y, i) => out.push(Math.max(y, top, i > 0 ? out[i - 1]! + step : top)))
  for (let i = out.length - 1; i >= 0; i--)
    out[i] = Math.min(out[i]!, i === out.length - 1 ? bottom : out[i + 1]! - step)
  return out
}

/** Do two leaders cross. @example crosses([0, 0], [2, 2], [0, 2], [2, 0]) // true */
export function crosses(a: Point, b: Point, c: Point, d: Point): boolean {
  const turn = (p: Point, q: Point, r: Point) => (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0
}

/** One column: in the order of their places from the top, and where two leaders would cross, those two change places. */
function column(side: 'left' | 'right', notes: readonly Anchored[], columns: Columns): Laid[] {
  const x = columns[side]
  let order = [...notes].sort((a, b) => a[side][1] - b[side][1])
  const lay = (): Laid[] => {
    const ys = spaced(
      order.map((n) => n[side][1]),
      columns,
    )
    return order.map((n, i) => ({ id: n.id, side, y: ys[i]!, from: [x, ys[i]!], to: n[side] }))
  }
  // each change takes one crossing away: there are no more of them than pairs
  for (let tries = order.length ** 2; tries > 0; tries--) {
    const laid = lay()
    const i = laid.findIndex((a, k) => {
      const b = laid[k + 1]
      return b && crosses(a.from, a.to, b.from, b.to)
    })
    if (i < 0) break
    order = order.map((n, k) => (k === i ? order[i + 1]! : k === i + 1 ? order[i]! : n))
  }
  return lay()
}

/**
 * Notes in two columns beside a drawing, half of them on either side, each with a straight leader to its own place. From the top they go to the
 * left and to the right in turn.
 */
export function layNotes(notes: readonly Anchored[], columns: Columns): Laid[] {
  const sorted = [...notes].sort((a, b) => a.left[1] + a.right[1] - b.left[1] - b.right[1])
  const on = (odd: number) => sorted.filter((_, i) => i % 2 === odd)
  return [...column('left', on(0), columns), ...column('right', on(1), columns)]
}
