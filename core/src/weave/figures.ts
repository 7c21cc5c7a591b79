import { leaf, numberOf, worker, type Formulas, type Quantity } from '../working/index.js'
import { parseWeave, writeWeave, type Weave } from './notation.js'
import { plannedJoins, type Joins } from '../wire/index.js'
import { strandsOf } from './strands.js'
import { advanceOf, baseLengths, HAND_LAY } from './twist.js'
import { waysOf } from './ways.js'

const weaveOf = (w: Readonly<Record<string, string>>, x: Readonly<Record<string, number>>): Weave => {
  const read = parseWeave((w.weave ?? '').replaceAll(' / ', '\n'), x.wires)
  if (!read.ok) throw new RangeError(`the weave "${w.weave}" cannot be read`)
  return read.weave
}

/** Minutes that one pass takes by hand; typical, uncited: it hangs on the maker. */
const MINUTES_A_PASS = 0.045

const wiresOf = (x: Readonly<Record<string, number>>) => ({
  base: x.base!,
  weaver: x.weaver!,
  packing: x.packing!,
})

/** Formulas of a weave's figures, mm. */
export const weaveFormulas = {
  'weave.advance': {
    unit: 'mm',
    text: 'strands one above the other where they are the most × {weaver} × {packing}',
    of: (x, w) => advanceOf(weaveOf(w, x), wiresOf(x)).woven,
  },
  'weave.advance.twist': {
    unit: 'mm',
    text: `strands one above the other where they are the most × {weaver} × {packing} + the twist, ${HAND_LAY} × its thickness a turn`,
    of: (x, w) => {
      const { woven, twisted } = advanceOf(weaveOf(w, x), wiresOf(x))
      return woven + twisted
    },
  },
  'weave.base': {
    unit: 'mm',
    text: '{repeats} × what wire {wire} takes in one repeat: a helix where it is twisted, straight elsewhere',
    of: (x, w) => x.repeats! * baseLengths(weaveOf(w, x), wiresOf(x))[Number(w.wire) - 1]!,
  },
  'weave.strand': {
    unit: 'mm',
    text: '√(way across the wires² + {advance}²): the taut path of strand {strand} through one repeat',
    of: (x, w) => strandsOf(weaveOf(w, x), wiresOf(x)).find((s) => s.id === w.strand)!.length,
  },
  'weave.repeats': {
    unit: '',
    text: '{length} / {advance}, whole ones',
    of: ({ length, advance }) => Math.max(1, Math.round(length! / advance!)),
  },
  'weave.long': {
    unit: 'mm',
    text: '{repeats} × {advance}',
    of: ({ repeats, advance }) => repeats! * advance!,
  },
  'weave.pieces': {
    unit: '',
    text: '{repeats} repeats of {strand}, no piece longer than {limit} with its tails of {tails}',
    of: ({ repeats, strand, tails, limit }) =>
      plannedJoins({ units: repeats!, each: strand!, tails: tails!, limit: limit! }).units.length,
  },
  'weave.wire': {
    unit: 'mm',
    text: '{repeats} × {strand} + {pieces} × {tails} at the ends',
    of: ({ repeats, strand, tails, pieces }) => repeats! * strand! + pieces! * tails!,
  },
  'weave.minutes': {
    unit: 'min',
    text: '{repeats} × {passes} passes × {each}',
    of: ({ repeats, passes, each }) => repeats! * passes! * each!,
  },
} satisfies Formulas

const work = worker<Formulas>(weaveFormulas)

/** What a stretch of a weave takes, with its working. */
export interface WeaveFigures {
  readonly advance: Quantity
  readonly repeats: Quantity
  /** What the whole repeats come to. */
  readonly long: Quantity
  readonly minutes: Quantity
  readonly strands: readonly {
    readonly id: string
    readonly each: Quantity
    readonly wire: Quantity
    /** How many pieces it is worked in, and after which repeats one is ended and the next begun, on the back. */
    readonly pieces: Quantity
    readonly joins: Joins
  }[]
  /** Base wires that are twisted: longer than the weave by what the twist eats. */
  readonly twisted: readonly { readonly id: string; readonly wire: Quantity }[]
}

/**
 * Repeats that fill a length, the wire each strand takes, and about how long it takes to make.
 * @throws RangeError as `strandsOf`, or for a length not above 0
 * @example numberOf(weaveFigures(weave, { base: 0.8, weaver: 0.3, packing: 1.05, length: 40, tails: 60, limit: 660 }).repeats)
 */
export function weaveFigures(
  weave: Weave,
  {
    length,
    tails,
    limit,
    ...wires
  }: {
    readonly base: number
    readonly weaver: number
    readonly packing: number
    readonly length: number
    /** Of each piece, both ends together. */
    readonly tails: number
    /** Longest piece that is worked with, tails and all: `workingLength` or the maker's own. */
    readonly limit: number
  },
): WeaveFigures {
  if (!(length > 0)) throw new RangeError(`a weave has a length above 0, not ${length}`)
  const inputs = {
    weave: leaf('chosen', 'weave', writeWeave(weave).replaceAll('\n', ' / '), 'word'),
    wires: leaf('chosen', 'base wires', weave.wires, ''),
    base: leaf('typed', 'base wire', wires.base, 'mm'),
    weaver: leaf('typed', 'weaving wire', wires.weaver, 'mm'),
    packing: leaf('estimate', 'packing', wires.packing, ''),
  }
  const advance = work(weave.twist ? 'weave.advance.twist' : 'weave.advance', inputs)
  const repeats = work('weave.repeats', { length: leaf('typed', 'length', length, 'mm'), advance })
  const passes = waysOf(weave).reduce(
    (sum, w) => sum + w.passes.length,
    weave.twist ? 2 * weave.twist.count : 0,
  )
  return {
    advance,
    repeats,
    long: work('weave.long', { repeats, advance }),
    minutes: work('weave.minutes', {
      repeats,
      passes: leaf('chosen', 'passes in a repeat', passes, ''),
      each: leaf('estimate', 'minutes for a pass', MINUTES_A_PASS, 'min', 'typical, uncited'),
    }),
    strands: waysOf(weave).map(({ id }) => {
      const each = work('weave.strand', { ...inputs, advance, strand: leaf('chosen', 'strand', id, 'word') })
      const tail = leaf('typed', 'tails', tails, 'mm')
      const most = leaf('typed', 'longest piece worked with', limit, 'mm')
      const pieces = work('weave.pieces', { repeats, strand: each, limit: most, tails: tail })
      return {
        id,
        each,
        pieces,
        joins: plannedJoins({ units: numberOf(repeats), each: numberOf(each), tails, limit }),
        wire: work('weave.wire', { repeats, strand: each, pieces, tails: tail }),
      }
    }),
    twisted: weave.twist
      ? Array.from({ length: weave.twist.to - weave.twist.from + 1 }, (_, k) => {
          const id = String(weave.twist!.from + k)
          return {
            id,
            wire: work('weave.base', { ...inputs, repeats, wire: leaf('chosen', 'base wire', id, 'word') }),
          }
        })
      : [],
  }
}
