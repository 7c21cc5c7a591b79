import { cutCounts, type CutList } from '../cut/index.js'
import type { OperationKind } from '../design/index.js'
import { fill, inUnits } from '../finding/index.js'
import { alloy, stockKey, stockName, type Stock } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import type { Plan } from './plan.js'

/** What a thing on the list is: gathered in this order. */
export const GATHERED = ['stones', 'wires', 'beads', 'tools', 'aids'] as const
export type GatheredAs = (typeof GATHERED)[number]

/** One thing to lay ready. */
export interface Gathered {
  readonly as: GatheredAs
  /** What it is, in words. */
  readonly what: string
  /** How much of it, where that matters. */
  readonly amount?: string
}

const PLIERS = {
  nylon: 'Nylon-jaw pliers',
  flat: 'Flat-nose pliers',
  round: 'Round-nose pliers',
  cutter: 'Flush cutter',
} as const
const AIDS = {
  rule: 'Rule',
  marker: 'Fine marker',
  cloth: 'Soft cloth to work over and to feel ends with',
  file: 'Fine file',
  eyes: 'Eye protection',
  pin: 'Pin vice or drill chuck',
  paper: 'Fine abrasive paper',
  polish: 'Polishing cloth',
  solution: 'Darkening solution, with its sheet',
  brush: 'Fine brush for the solution',
  gloves: 'Gloves',
  water: 'Water to rinse in',
} as const
type Tool = keyof typeof PLIERS | keyof typeof AIDS
/** These go through a coating. */
const ABRASIVE: readonly Tool[] = ['file', 'paper']

/** What each kind of step is done with. */
const USES: Readonly<Record<OperationKind, readonly Tool[]>> = {
  gather: ['eyes'],
  straighten: ['nylon', 'cloth'],
  cut: ['cutter', 'rule', 'eyes'],
  mark: ['marker', 'rule'],
  align: ['flat'],
  bind: ['flat', 'cutter'],
  unclamp: [],
  shape: ['nylon'],
  shoulder: ['flat'],
  bend: ['flat', 'round'],
  try: ['cloth'],
  seat: ['cloth'],
  close: ['flat'],
  roll: ['round'],
  wind: ['nylon'],
  coil: ['flat'],
  hook: ['round'],
  lash: ['flat', 'cutter'],
  cross: ['nylon'],
  curl: ['round'],
  twist: ['pin', 'flat'],
  thread: [],
  trim: ['cutter', 'file', 'cloth', 'eyes'],
  smooth: ['nylon', 'paper', 'polish'],
  darken: ['solution', 'gloves', 'water', 'eyes'],
  polish: ['polish', 'cloth'],
}
/** What a temporary hold is made with. */
const HOLDS: Readonly<Record<string, string>> = {
  tape: 'Masking tape',
  tie: 'Scrap of fine wire to tie with',
}

/** Sizes to bend over that a step names, as words that are filled with its values. */
const ROUND = {
  mandrel: 'Mandrel of {mandrel:1} mm',
  rod: 'Rod of {rod:1} mm',
  inside: 'Rod of {inside:1} mm for the bail',
} as const

/** What a step is bent over: a bail's step says only how wide it is inside. */
function roundOf({ kind, values }: Plan['design']['operations'][number]): keyof typeof ROUND | undefined {
  if (typeof values.mandrel === 'number') return 'mandrel'
  if (typeof values.rod === 'number') return 'rod'
  return kind === 'roll' && typeof values.inside === 'number' ? 'inside' : undefined
}

const once = (list: readonly Gathered[]): Gathered[] => [
  ...new Map(list.map((g) => [`${g.as} ${g.what} ${g.amount ?? ''}`, g])).values(),
]

/** How the list says what it does not word itself. */
export interface GatherWords {
  readonly stone: string
  readonly units: 'mm' | 'in'
  readonly length: (mm: number) => string
}

/** Wire to lay ready, stock by stock: how many pieces of which length, and how much from the spool. */
export function wireToGather(
  { wires, spools }: CutList,
  length: GatherWords['length'],
): { readonly stock: Stock; readonly amount: string }[] {
  const stocks = new Map([...wires, ...spools].map(({ stock }) => [stockKey(stock), stock]))
  return [...stocks].map(([key, stock]) => {
    const own = <W extends { readonly stock: Stock }>(list: readonly W[]) =>
      list.filter((w) => stockKey(w.stock) === key)
    const pieces = cutCounts(own(wires)).map(
      ({ wire, count }) => `${count} × ${length(numberOf(wire.shown))}`,
    )
    const wound = own(spools).map((s) => `${length(numberOf(s.shown))} from the spool`)
    return { stock, amount: [...pieces, ...wound].join(', ') }
  })
}

/**
 * Everything to lay ready for a plan, from its steps alone: stones, wires, beads, the tools that a step uses, rods by their size, and aids.
 * @example gatherList(framed, { stone: 'a ball', units: 'mm', length: (mm) => `${mm} mm` })[0].what // 'a ball'
 */
export function gatherList({ design, cut }: Plan, { stone, units, length }: GatherWords): Gathered[] {
  const stones = design.stones.length
  const wires = wireToGather(cut, length).map(({ stock, amount }): Gathered => ({
    as: 'wires',
    what: stockName(stock),
    amount,
  }))
  const beads = design.accents.filter((a) => a.kind === 'bead')
  // filled and plated wire is not filed or sanded: its core would show
  const metals = [...cut.wires, ...cut.spools].map((w) => alloy(w.stock.alloy))
  const used = design.operations
    .flatMap((op) => [...USES[op.kind], ...(op.values.by === 'brush' ? (['brush'] as const) : [])])
    .filter((tool) => !ABRASIVE.includes(tool) || metals.some((m) => !m.coreShows))
  const tools = (Object.keys(PLIERS) as (keyof typeof PLIERS)[]).filter((t) => used.includes(t))
  const aids = (Object.keys(AIDS) as (keyof typeof AIDS)[]).filter((t) => used.includes(t))
  const rods = design.operations.flatMap((op): Gathered[] => {
    const size = roundOf(op)
    return size ? [{ as: 'tools', what: fill(inUnits(ROUND[size], op.values, units), op.values) }] : []
  })
  const holds = design.operations.flatMap(({ hold }) => (hold?.on ? [HOLDS[hold.on] ?? hold.on] : []))
  return once([
    { as: 'stones', what: stone, ...(stones > 1 ? { amount: `${stones}` } : {}) },
    ...wires,
    ...(beads.length > 0
      ? [
          {
            as: 'beads' as const,
            what: `Beads of ${length(2 * beads[0]!.radius)}`,
            amount: `${beads.length}`,
          },
        ]
      : []),
    ...tools.map((t): Gathered => ({ as: 'tools', what: PLIERS[t] })),
    ...rods,
    ...[...aids.map((t) => AIDS[t]), ...holds].map((what): Gathered => ({ as: 'aids', what })),
  ])
}
