import {
  alloy,
  equivalent,
  workedThrough,
  type AlloyId,
  type Likeness,
  type PlainWire,
  type Temper,
} from '../wire/index.js'

/** What two wires can be alike in, as it is chosen. */
export const LIKE = ['as stiff', 'as strong', 'as heavy'] as const
const LIKENESS: Readonly<Record<(typeof LIKE)[number], Likeness>> = {
  'as stiff': 'stiffness',
  'as strong': 'strength',
  'as heavy': 'weight',
}

/** The equivalent that the formulas of `alike` speak of. */
export function alikeOf(x: Readonly<Record<string, number>>, w: Readonly<Record<string, string>>) {
  const wire: PlainWire = {
    profile: w.profile as PlainWire['profile'],
    size: x.wire!,
    alloy: w.alloy as AlloyId,
    temper: w.temper as Temper,
  }
  const other = {
    profile: w.otherProfile as PlainWire['profile'],
    alloy: w.otherAlloy as AlloyId,
    temper: w.otherTemper as Temper,
  }
  return equivalent(wire, other, LIKENESS[w.like as (typeof LIKE)[number]])
}

/** Most bends there and back that are looked at. */
const MOST_BENDS = 200

/** Bends there and back at one place, until the metal is expected to crack; and hammering before them. */
export function bendsOf(x: Readonly<Record<string, number>>, w: Readonly<Record<string, string>>) {
  const metal = alloy(w.alloy!)
  const radius = x.inside! + x.wire! / 2
  const hammer = x.flattened! > 0 ? [{ kind: 'hammer' as const, by: x.flattened! / 100 }] : []
  const bends = Array.from({ length: MOST_BENDS }, (_, i) => ({
    kind: i % 2 === 0 ? ('bend' as const) : ('straighten' as const),
    radius,
  }))
  const worked = workedThrough(metal, w.temper as Temper, x.wire!, [...hammer, ...bends]).slice(hammer.length)
  const until = (state: string) => worked.findIndex((s) => s.state === state)
  const cracks = until('about to crack')
  const hard = worked.findIndex((s) => s.state !== 'still workable')
  return {
    workable: hard < 0 ? MOST_BENDS : hard,
    cracks: cracks < 0 ? MOST_BENDS : cracks + 1,
    yield: worked[Math.min(worked.length, Math.max(1, x.bends!)) - 1]!.yield,
    state: worked[Math.min(worked.length, Math.max(1, x.bends!)) - 1]!.state,
  }
}
