import { isWound, wireOf, type Design } from '../design/index.js'
import { alloy, ALLOY_SOURCE, stockKey, type Stock } from '../wire/index.js'
import { leaf, numberOf, type Quantity } from '../working/index.js'
import { cutTogether } from './cutTogether.js'
import { work } from './formulas.js'
import { marksOf, named, type Halves, type Mark } from './marks.js'
import { priceKey, type MetalPrices } from './priceKey.js'
import { ROUNDINGS, type Rounding, type School, type SchoolKind } from './school.js'

/** Wire kept in hand at each end of a binding run, mm; an estimate. */
export const BINDING_HAND = 25

/** A length by a school other than the path, and how much over the path's it is. */
export interface SchoolLength {
  readonly kind: SchoolKind
  readonly length: Quantity
  readonly over: Quantity
}

/** One wire to cut to length. */
export interface CutWire {
  readonly id: string
  readonly stock: Stock
  readonly parts: readonly { readonly kind: string; readonly quantity: Quantity }[]
  /** Full figure by the path. */
  readonly length: Quantity
  /** What other schools would cut, and what that leaves over or lacks. */
  readonly schools: readonly SchoolLength[]
  /** What is cut, by the workshop's school, as read off a rule. */
  readonly shown: Quantity
  /** What is left over where wires are cut to a few lengths and marked where they are folded in half. */
  readonly over?: Quantity
  readonly marks: readonly Mark[]
  readonly mass: Quantity
  readonly cost: Quantity
}

/** Wire that is wound, worked from its spool, with an amount to have ready. */
export interface CutSpool {
  readonly stock: Stock
  readonly binds: readonly {
    readonly joint: string
    readonly turns: Quantity
    readonly turn: Quantity
    readonly length: Quantity
  }[]
  readonly length: Quantity
  readonly shown: Quantity
  readonly mass: Quantity
  readonly cost: Quantity
}

export interface CutList {
  /** Longest first. */
  readonly wires: readonly CutWire[]
  /** What is wound, by stock, in the order of the design's joints: none where every joint is made of the wires themselves. */
  readonly spools: readonly CutSpool[]
  readonly metal: Quantity
  readonly mass: Quantity
}

function massAndCost(
  stock: Stock,
  length: Quantity,
  prices: MetalPrices,
): { mass: Quantity; cost: Quantity } {
  const metal = alloy(stock.alloy)
  const size = leaf('chosen', `size of ${stock.size.label}`, stock.size.mm, 'mm')
  const mass = work('cut.mass', {
    length,
    area: work(`cut.area.${stock.profile}`, { size }),
    density: leaf('table', `density of ${stock.alloy}`, metal.density, 'g/cm³', ALLOY_SOURCE),
  })
  const kept = prices[priceKey(stock)]
  const own = kept ?? prices[stock.alloy]
  const price =
    own === undefined
      ? leaf(
          'estimate',
          `price of ${stock.alloy} wire`,
          metal.pricePerKg / 100,
          'money/kg',
          'estimate, until you type your own',
        )
      : leaf(
          'workshop',
          kept === undefined ? `price of ${stock.alloy} wire` : `price of ${stock.size.label} in the drawer`,
          own / 100,
          'money/kg',
        )
  return { mass, cost: work('cut.cost', { mass, price }) }
}

/** Both halves' shares by kind, in the order in which they come. */
function partsOf({ left, right }: Halves): { kind: string; quantity: Quantity }[] {
  const kinds = [...new Set([...left, ...right].map((p) => p.kind))]
  // a kind that comes several times in a half is added up
  const of = (list: Halves['left'], kind: string): Quantity | undefined => {
    const own = list.filter((p) => p.kind === kind)
    return own.length > 1 ? work('cut.run', named(own)) : own[0]?.quantity
  }
  return kinds.map((kind) => {
    const sides = { left: of(left, kind), right: of(right, kind) }
    const both = Object.fromEntries(Object.entries(sides).filter((e): e is [string, Quantity] => !!e[1]))
    return { kind, quantity: work('cut.both', both) }
  })
}

/**
 * The cut list of a design. A wire's length is the sum of its parts' workings and the spare at its two ends; the binding is
 * the sum over its joints of turns × one turn, and a hand's length at each end.
 */
export function cutList(spec: {
  readonly design: Design
  readonly halves: Readonly<Record<string, Halves>>
  /** Bound length and bundle of each joint, as workings. */
  readonly joints: Readonly<Record<string, BoundJoint>>
  readonly margin: number
  /** What a wire needs besides at each end, by its id, where a hand pulls it by its ends. */
  readonly pulled?: Readonly<Record<string, Quantity>>
  /** To how many lengths wires of one stock are cut at most, each marked in its middle. Undefined: each to its own. */
  readonly lengths?: number | undefined
  readonly rounding: Rounding
  readonly school: School
  /** The girths that a school may name, with their workings. */
  readonly girths: Readonly<Record<School['girth'], Quantity>>
  readonly prices: MetalPrices
}): CutList {
  const { design, margin, school, girths, prices } = spec
  const step = leaf('workshop', 'rounding', ROUNDINGS[spec.rounding], 'mm')
  const otherSchools = (path: Quantity): SchoolLength[] => {
    const lengths = {
      girth: work('cut.school.girth', {
        times: leaf('workshop', 'times the girth', school.times, ''),
        girth: girths[school.girth],
      }),
      fixed: work('cut.school.fixed', { fixed: leaf('workshop', 'fixed length', school.fixed, 'mm') }),
    }
    return (['girth', 'fixed'] as const).map((kind) => ({
      kind,
      length: lengths[kind],
      over: work('cut.over', { length: lengths[kind], path }),
    }))
  }
  const plainEnd = leaf('chosen', 'option.margin', margin, 'mm')
  const like = spec.lengths !== undefined && school.kind === 'path'
  const own = design.wires.map((wire) => {
    const pulled = spec.pulled?.[wire.id]
    const atEnd = pulled ? work('cut.end', { margin: plainEnd, pulled }) : plainEnd
    const spare = work('cut.spare', { margin: atEnd })
    const halves = spec.halves[wire.id]
    if (!halves) throw new RangeError(`wire "${wire.id}" has no working`)
    const parts = [...partsOf(halves), { kind: 'allowance', quantity: spare }]
    const length = work('cut.length', Object.fromEntries(parts.map((p) => [p.kind, p.quantity])))
    const schools = otherSchools(length)
    const chosen = schools.find((x) => x.kind === school.kind)
    const left = work('cut.run', named(halves.left))
    const folded = like
      ? work('cut.folded', { left, right: work('cut.run', named(halves.right)), end: atEnd })
      : length
    const shown = work('cut.shown', { length: chosen?.length ?? folded, step })
    return { wire, halves, atEnd, left, parts, length, schools, school: chosen !== undefined, shown }
  })
  const together = like ? likeLengths(own, spec.lengths!) : []
  const wires = own.map((w): CutWire => {
    const longest = together.find((group) => group.includes(w))?.[0]
    const shown = longest && longest !== w ? work('cut.together', { longest: longest.shown }) : w.shown
    const end = like
      ? work('cut.spare.folded', { shown, left: w.left })
      : w.school
        ? // a wire cut longer than its path is centred on its middle mark: what is over is left at both ends alike
          work('cut.spare.school', { shown, net: work('cut.net', named(partsOf(w.halves))) })
        : w.atEnd
    return {
      id: w.wire.id,
      stock: w.wire.stock,
      parts: w.parts,
      length: w.length,
      schools: w.schools,
      shown,
      ...(like ? { over: work('cut.over', { length: shown, path: w.length }) } : {}),
      marks: marksOf(w.wire, design.joints, w.halves, end),
      ...massAndCost(w.wire.stock, shown, prices),
    }
  })
  wires.sort(
    (a, b) => numberOf(b.length) - numberOf(a.length) || stockKey(a.stock).localeCompare(stockKey(b.stock)),
  )
  const spools = spoolsOf(spec, step)
  const all = [
    ...wires.map((w) => [w.id, w] as const),
    ...spools.map((s, i) => [i === 0 ? 'binding' : `binding ${i + 1}`, s] as const),
  ]
  return {
    wires,
    spools,
    metal: work('cut.metal', Object.fromEntries(all.map(([id, w]) => [id, w.cost]))),
    mass: { ...work('cut.total', Object.fromEntries(all.map(([id, w]) => [id, w.mass]))), unit: 'g' },
  }
}

/** Wires of one stock that are cut as long as the longest of them. */
function likeLengths<T extends { readonly wire: { readonly stock: Stock }; readonly shown: Quantity }>(
  wires: readonly T[],
  most: number,
): T[][] {
  const stocks = [...new Set(wires.map((w) => stockKey(w.wire.stock)))]
  return stocks.flatMap((key) => {
    const like = wires.filter((w) => stockKey(w.wire.stock) === key)
    return cutTogether(
      like.map((w) => numberOf(w.shown)),
      most,
    ).map((group) => group.map((i) => like[i]!))
  })
}

/** Bound length and bundle of a joint, as workings. */
export interface BoundJoint {
  readonly length: Quantity
  readonly columns: Quantity
  readonly rows: Quantity
  /** A taut string round the bundle, where it is not made of like wires in columns and rows. */
  readonly hull?: Quantity
  /** Of a weave: its rows, and the wire that one takes. */
  readonly turns?: Quantity
  readonly turn?: Quantity
  /** Thickness of the wire that is wound, as it was chosen. */
  readonly wound?: Quantity
  /** What its wire runs on to the next such joint, instead of being held at both ends. */
  readonly on?: Quantity
}

/** What is wound, spool by spool: turns and length at each joint that is wound with it. Joints that the wires make themselves take none. */
function spoolsOf(
  { design, joints, prices }: Pick<Parameters<typeof cutList>[0], 'design' | 'joints' | 'prices'>,
  step: Quantity,
): CutSpool[] {
  const wound = design.joints.filter(isWound)
  const stocks = new Map(wound.map((j) => [stockKey(j.binder), j.binder]))
  return [...stocks].map(([key, stock]): CutSpool => {
    const binds = wound
      .filter((j) => stockKey(j.binder) === key)
      .map(({ id, members }) => {
        const working = joints[id]
        if (!working) throw new RangeError(`joint "${id}" has no working`)
        return { joint: id, ...windingOf(working, stock, wireOf(design, members[0]!.wire).stock) }
      })
    const length = work('cut.total', Object.fromEntries(binds.map((b) => [b.joint, b.length])))
    const shown = work('cut.shown', { length, step })
    return { stock, binds, length, shown, ...massAndCost(stock, shown, prices) }
  })
}

/** Turns of a wire round a bundle, the length of one, and what it takes with a hand's length at both ends. */
function windingOf(
  working: BoundJoint,
  binder: Stock,
  bound: Stock,
): Pick<CutSpool['binds'][number], 'turns' | 'turn' | 'length'> {
  const { length, columns, rows } = working
  const width = working.wound ?? leaf('chosen', 'option.bindingSize', binder.size.mm, 'mm')
  const height = work(binder.profile === 'round' ? 'cut.height.round' : 'cut.height.half-round', { width })
  const lead = work('cut.lead', { width })
  const size = leaf('chosen', 'option.size', bound.size.mm, 'mm')
  const hull =
    working.hull ??
    work(bound.profile === 'round' ? 'cut.hull.round' : 'cut.hull.square', { size, columns, rows })
  const turn = working.turn ?? work('cut.turn', { hull, height, lead })
  const turns = working.turns ?? work('cut.turns', { length, lead })
  if (working.on) return { turns, turn, length: work('cut.bind.on', { turns, turn, on: working.on }) }
  const hand = leaf('estimate', 'binding held at an end', BINDING_HAND, 'mm')
  return { turns, turn, length: work('cut.bind', { turns, turn, hand }) }
}

/** All that is wound, whatever from. */
export const windsOf = ({ spools }: Pick<CutList, 'spools'>): CutSpool['binds'] =>
  spools.flatMap((s) => s.binds)
