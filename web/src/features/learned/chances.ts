import type { Settings } from '@verger/contract'
import {
  anyShort,
  chanceShort,
  numberOf,
  plannedWires,
  spareFor,
  spoolId,
  type CutLength,
  type CutWire,
  type Learned,
  type Plan,
  type Technique,
} from '@verger/core'

/** A chance as one says it. @example oneIn(0.005) // '1 in 200' */
export function oneIn(chance: number): string {
  if (chance < 1e-5) return 'less than 1 in 100 000'
  if (chance > 0.4) return `${Math.round(100 * chance)} in 100`
  const n = 1 / chance
  const step = 10 ** Math.max(0, Math.floor(Math.log10(n)) - 1)
  return `1 in ${String(Math.round(n / step) * step).replace(/\B(?=(\d{3})+$)/g, ' ')}`
}

/** Both ends of a wire, cut at a length, from its middle mark where it has one: what is taken off is taken off both. */
function endsOf(wire: CutWire, net: number, length: number): CutLength['ends'] {
  const shown = numberOf(wire.shown)
  const planned = (shown - net) / 2
  const middle = wire.marks.find((m) => m.at === 'middle')
  if (!middle) return [{ net, spare: length - net }]
  const at = numberOf(middle.fromEnd)
  const spare = (length - net) / 2
  return [at, shown - at].filter((end) => end > planned).map((end) => ({ net: end - planned, spare }))
}

/** The chance that a wire runs short that is cut shorter than planned; undefined where that is less than it takes. */
export function chanceAt(
  { cut, design }: Pick<Plan, 'cut' | 'design'>,
  learned: (technique: Technique) => Learned,
  id: string,
  length: number,
): number | undefined {
  const wire = cut.wires.find((w) => w.id === id)
  const planned = plannedWires(cut, design).find((w) => w.id === id)
  if (!wire || !planned || length <= planned.net) return undefined
  const { technique, net } = planned
  return chanceShort({ technique, ends: endsOf(wire, net, length) }, learned(technique))
}

/** How likely wires run short: those that are cut whole together, and what may be joined. */
export interface Chances {
  readonly whole: number
  readonly joined: number
  /** What is allowed of both. */
  readonly allowed: { readonly whole: number; readonly joined: number }
  /** The spare at each end that keeps the whole ones within what is allowed, and what they have now at the least, mm. */
  readonly spare: number
  readonly has: number
  /** From how many wires of one's own: of the technique of which least is known. */
  readonly from: number
}

export function chancesOf(
  { cut, design }: Pick<Plan, 'cut' | 'design'>,
  learned: (technique: Technique) => Learned,
  runShort: Settings['runShort'],
): Chances {
  const planned = new Map(plannedWires(cut, design).map((w) => [w.id, w]))
  const wires = cut.wires.map((w): CutLength => {
    const { technique, net } = planned.get(w.id)!
    return { technique, ends: endsOf(w, net, numberOf(w.shown)) }
  })
  const runs = cut.spools.map((s): CutLength => {
    const { technique, net } = planned.get(spoolId(s))!
    return { technique, ends: [{ net, spare: numberOf(s.shown) - net }] }
  })
  const chance = (list: readonly CutLength[]) =>
    anyShort(list.map((w) => chanceShort(w, learned(w.technique))))
  const allowed = { whole: 1 / runShort.whole, joined: 1 / runShort.joined }
  return {
    whole: chance(wires),
    joined: chance(runs),
    allowed,
    spare: spareFor(wires, allowed.whole, learned),
    has: Math.min(...wires.flatMap((w) => w.ends.map((e) => e.spare)), Infinity),
    from: Math.min(...[...wires, ...runs].map((w) => learned(w.technique).from)),
  }
}
