import { stockKey, type Stock, type Temper } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import type { CutList, CutSpool } from './cutList.js'
import { BINDING_HAND } from './cutList.js'
import { cuttingPlan, type CuttingPlan, type ProgramSolver } from './cuttingPlan.js'
import type { CutStock, CuttingWishes } from './cuttingTask.js'

/** A spool, length or coil of the rack. */
export interface RackStock extends CutStock {
  readonly stock: Stock
  /** It was bent once, as a coil or a wire of another piece: it counts a temper harder. */
  readonly shaped: boolean
}

/** Wire that is needed: in one piece, or as a run that may be joined between its binds. */
export interface NeededWire {
  readonly id: string
  readonly stock: Stock
  readonly length: number
  /** No part of a run is shorter than its longest bind. */
  readonly longest?: number
}

/** What is wound from a spool is one thing to take: it is known by the first joint that it is wound at. */
export const spoolId = ({ binds }: Pick<CutSpool, 'binds'>): string => `spool-${binds[0]!.joint}`

/** What a cut list needs: each wire whole, what is wound in parts if need be. */
export const neededBy = ({ wires, spools }: Pick<CutList, 'wires' | 'spools'>): NeededWire[] => [
  ...wires.map(({ id, stock, shown }) => ({ id, stock, length: numberOf(shown) })),
  ...spools.map((s) => ({
    id: spoolId(s),
    stock: s.stock,
    length: numberOf(s.shown),
    longest: Math.max(...s.binds.map((b) => numberOf(b.length))),
  })),
]

/**
 * The temper that a wire of the rack has by now: shaped once it is a temper harder. Undefined for one that is too hard to be planned with.
 * @example temperNow({ temper: 'dead soft', shaped: true }) // 'half hard'
 */
export function temperNow({
  temper,
  shaped,
}: {
  readonly temper: Temper
  readonly shaped: boolean
}): Temper | undefined {
  if (!shaped) return temper
  return temper === 'dead soft' ? 'half hard' : undefined
}

/** What a wire of the rack is cut as; undefined for one that is too hard by now. */
const keyOf = ({ stock, shaped }: RackStock): string | undefined => {
  const temper = temperNow({ temper: stock.temper, shaped })
  return temper && stockKey({ ...stock, temper })
}

/** All that is cut of one stock. */
export interface CutGroup extends CuttingPlan {
  readonly stock: Stock
}

/** A wire that the rack has not, and what on the rack comes near. */
export interface ShortWire {
  readonly id: string
  readonly stock: Stock
  /** What is lacking: of a wire all of it, of a run what no stock has room for. */
  readonly length: number
  /** The longest that could be had of this very stock, all else cut as planned, mm: 0 where there is none. */
  readonly longest: number
  /** The thing of the rack which has that longest. */
  readonly longestOn?: string
  /** Wires of the rack that are long enough and differ in one thing: thickness, or temper. The nearest first. */
  readonly instead: readonly {
    readonly rack: string
    readonly differs: 'size' | 'temper'
    readonly stock: Stock
  }[]
}

export interface RackPlan {
  readonly groups: readonly CutGroup[]
  readonly short: readonly ShortWire[]
}

/** Sizes that differ by no more than this share are offered in place of each other. */
const BESIDE = 0.2

function insteadOf(need: NeededWire, racks: readonly RackStock[]): ShortWire['instead'] {
  const least = need.longest ?? need.length
  return racks
    .filter((r) => r.length >= least)
    .flatMap((r) => {
      const { alloy, profile, size } = need.stock
      const temper = temperNow({ temper: r.stock.temper, shaped: r.shaped })
      if (r.stock.alloy !== alloy || r.stock.profile !== profile || temper === undefined) return []
      const off = Math.abs(r.stock.size.mm / size.mm - 1)
      const sameSize = off < 1e-9
      const sameTemper = temper === need.stock.temper
      if (sameSize === sameTemper || off > BESIDE) return []
      return [
        {
          rack: r.id,
          differs: sameSize ? ('temper' as const) : ('size' as const),
          stock: { ...r.stock, temper },
          off,
        },
      ]
    })
    .sort((a, b) => a.off - b.off)
    .map(({ rack, differs, stock }) => ({ rack, differs, stock }))
}

/**
 * What is cut from what of the rack, stock by stock: each wire from one of its own metal, profile, size and temper.
 * @throws RangeError for a length that is not above 0
 */
export function cutFromRack(
  needs: readonly NeededWire[],
  racks: readonly RackStock[],
  wishes: CuttingWishes,
  solve: ProgramSolver,
  clock?: { readonly seconds?: number; readonly now: () => number },
): RackPlan {
  const keys = [...new Set(needs.map((n) => stockKey(n.stock)))]
  const groups = keys.map((key): CutGroup => {
    const own = needs.filter((n) => stockKey(n.stock) === key)
    const plan = cuttingPlan(
      {
        stocks: racks.filter((r) => r.length > 0 && keyOf(r) === key),
        pieces: own.filter((n) => n.longest === undefined),
        runs: own.flatMap(({ id, length, longest }) =>
          longest === undefined ? [] : [{ id, length, least: longest, extra: 2 * BINDING_HAND }],
        ),
        wishes,
      },
      solve,
      clock,
    )
    return { ...plan, stock: own[0]!.stock }
  })
  const short = groups.flatMap(({ short: lacking, stock, from }) =>
    lacking.map(({ id, length }): ShortWire => {
      const need = needs.find((n) => n.id === id)!
      const rests = racks
        .filter((r) => keyOf(r) === stockKey(stock))
        .map((r) => ({ id: r.id, rest: from.find((f) => f.stock === r.id)?.rest ?? r.length }))
        .sort((a, b) => b.rest - a.rest)
      const [most] = rests
      return {
        id,
        stock,
        length,
        longest: most?.rest ?? 0,
        ...(most ? { longestOn: most.id } : {}),
        instead: insteadOf(need, racks),
      }
    }),
  )
  return { groups, short }
}
