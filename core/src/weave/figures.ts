import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'
import { parseWeave, writeWeave, type Weave } from './notation.js'
import { crowding, passesOf, strandsOf } from './strands.js'

const weaveOf = (w: Readonly<Record<string, string>>, x: Readonly<Record<string, number>>): Weave => {
  const read = parseWeave((w.weave ?? '').replaceAll(' / ', '\n'), x.wires)
  if (!read.ok) throw new RangeError(`the weave "${w.weave}" cannot be read`)
  return read.weave
}

/** Minutes that one pass takes by hand; typical, uncited: it hangs on the maker. */
const MINUTES_A_PASS = 0.045

/** Formulas of a weave's figures, mm. */
export const weaveFormulas = {
  'weave.advance': {
    unit: 'mm',
    text: 'strands one above the other where they are the most × {weaver} × {packing}',
    of: (x, w) => crowding(weaveOf(w, x)) * x.weaver! * x.packing!,
  },
  'weave.strand': {
    unit: 'mm',
    text: '√(way across the wires² + {advance}²): the taut path of strand {strand} through one repeat',
    of: (x, w) =>
      strandsOf(weaveOf(w, x), { base: x.base!, weaver: x.weaver!, packing: x.packing! }).find(
        (s) => s.id === w.strand,
      )!.length,
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
  'weave.wire': {
    unit: 'mm',
    text: '{repeats} × {strand} + {tails} at the ends',
    of: ({ repeats, strand, tails }) => repeats! * strand! + tails!,
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
  readonly strands: readonly { readonly id: string; readonly each: Quantity; readonly wire: Quantity }[]
}

/**
 * Repeats that fill a length, the wire each strand takes, and about how long it takes to make.
 * @throws RangeError as `strandsOf`, or for a length not above 0
 * @example numberOf(weaveFigures(weave, { base: 0.8, weaver: 0.3, packing: 1.05, length: 40, tails: 60 }).repeats)
 */
export function weaveFigures(
  weave: Weave,
  {
    length,
    tails,
    ...wires
  }: {
    readonly base: number
    readonly weaver: number
    readonly packing: number
    readonly length: number
    readonly tails: number
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
  const advance = work('weave.advance', inputs)
  const repeats = work('weave.repeats', { length: leaf('typed', 'length', length, 'mm'), advance })
  const passes = weave.weavers.reduce((sum, w) => sum + passesOf(w).passes.length, 0)
  return {
    advance,
    repeats,
    long: work('weave.long', { repeats, advance }),
    minutes: work('weave.minutes', {
      repeats,
      passes: leaf('chosen', 'passes in a repeat', passes, ''),
      each: leaf('estimate', 'minutes for a pass', MINUTES_A_PASS, 'min', 'typical, uncited'),
    }),
    strands: weave.weavers.map(({ id }) => {
      const each = work('weave.strand', { ...inputs, advance, strand: leaf('chosen', 'strand', id, 'word') })
      return {
        id,
        each,
        wire: work('weave.wire', { repeats, strand: each, tails: leaf('typed', 'tails', tails, 'mm') }),
      }
    }),
  }
}
