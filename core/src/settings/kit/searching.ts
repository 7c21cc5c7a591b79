import type { FullStone } from '../../stone/index.js'
import { section, type Profile } from '../../wire/index.js'
import type {
  BenchMove,
  CandidateGroup,
  MendMove,
  Options,
  OptionSpace,
  OptionValue,
  Wish,
} from '../family.js'
import { between, oneOf } from '../shared/unitInterval.js'
import {
  given,
  onStep,
  rangeOf,
  startOf,
  starting,
  thicker,
  type Choice,
  type Choices,
  type Search,
} from './choices.js'

type Share = Extract<Search, { readonly share: unknown }>
type Among = Extract<Search, { readonly among: unknown }>

/** Choices that a search decides: what is one of a list, which the lengths may hang on, and then the lengths. */
export function searched(choices: Choices): string[] {
  const { shares, lists, late } = split(choices)
  return [...lists, ...shares, ...late].map(([id]) => id)
}

function split(choices: Choices): {
  readonly shares: readonly (readonly [string, Choice, Share])[]
  readonly lists: readonly (readonly [string, Among])[]
  readonly late: readonly (readonly [string, Among])[]
} {
  const shares: [string, Choice, Share][] = []
  const lists: [string, Among][] = []
  for (const [id, c] of Object.entries(choices))
    if (c.search) {
      if ('share' in c.search) shares.push([id, c, c.search])
      else lists.push([id, c.search])
    }
  return { shares, lists: lists.filter(([, s]) => !s.after), late: lists.filter(([, s]) => s.after) }
}

/** Is this share decided, given what else is. */
const decided = (
  s: Share,
  choices: Choices,
  stone: FullStone,
  wish: Wish,
  now: Readonly<Record<string, OptionValue>>,
): boolean => s.only?.(starting(choices, stone, wish, now)) ?? true

const reached = (c: Choice, s: Share, mm: number): number => Math.max(s.atLeast ?? 0, onStep(c, mm))

/** A measure of what these wires take, to try the lightest first. */
function metalOf(choices: Choices, stone: FullStone, wish: Wish, set: Options): number {
  const at = starting(choices, stone, wish, set)
  return Object.entries(choices).reduce((sum, [id, c]) => {
    if (c.kind !== 'gauge' || set[id] === undefined) return sum
    const profile = typeof c.profile === 'string' ? c.profile : (at.of(c.profile.by) as Profile)
    return sum + section(profile, at.mm(id)).area * given(c.takes ?? 100, at)
  }, 0)
}

/** First options to try: for each set of listed values the few shares in turn, the lightest wires first. */
export function candidatesOf(choices: Choices, stone: FullStone, wish: Wish): CandidateGroup[] {
  const { shares, lists, late } = split(choices)
  const small = Math.min(stone.length, stone.width)
  let sets: Record<string, OptionValue>[] = [{}]
  for (const [id, s] of lists)
    sets = sets.flatMap((now) => {
      const values = (s.tries ?? s.among)(starting(choices, stone, wish, now))
      return [...new Set(values)].map((v) => ({ ...now, [id]: v }))
    })
  const rounds = Math.max(1, ...shares.map(([, , s]) => s.tries.length))
  return sets
    .map((set): CandidateGroup => ({
      wire: metalOf(choices, stone, wish, set),
      shared: set,
      options: () =>
        Array.from({ length: rounds }, (_, i): Options | undefined => {
          const reaches = shares
            .filter(([, , s]) => decided(s, choices, stone, wish, set))
            .map(([id, c, s]) => [id, reached(c, s, s.tries[i % s.tries.length]! * small)])
          const now: Record<string, OptionValue> = { ...set, ...(Object.fromEntries(reaches) as Options) }
          for (const [id, s] of late) {
            const [likeliest] = (s.tries ?? s.among)(starting(choices, stone, wish, now))
            if (likeliest === undefined) return undefined
            now[id] = likeliest
          }
          return startOf(choices, stone, wish, now)
        }).filter((o) => o !== undefined),
    }))
    .sort((a, b) => a.wire - b.wire)
}

/** Every choice that a search decides as one side of a cube. */
export function spaceOf(choices: Choices, stone: FullStone, wish: Wish): OptionSpace {
  const ids = searched(choices)
  const small = Math.min(stone.length, stone.width)
  return {
    dimensions: ids.length,
    varies: ids.filter((id) => {
      const s = choices[id]!.search!
      if ('share' in s) return decided(s, choices, stone, wish, {})
      return new Set(s.among(starting(choices, stone, wish, {}))).size > 1
    }),
    at: (point) => {
      const now: Record<string, OptionValue> = {}
      for (const [k, id] of ids.entries()) {
        const c = choices[id]!
        const s = c.search!
        if ('share' in s) {
          if (!decided(s, choices, stone, wish, now)) continue
          const [least, most] = s.share
          now[id] = reached(c, s, between({ least, most }, point[k]!) * small)
        } else {
          const list = s.among(starting(choices, stone, wish, now))
          if (list.length === 0) return undefined
          now[id] = oneOf(list, point[k]!)
        }
      }
      return startOf(choices, stone, wish, now)
    },
    settled: (options) => {
      const settled = ids.flatMap((id): [string, OptionValue][] => {
        const [c, v] = [choices[id]!, options[id]!]
        if (!c.search || !('share' in c.search)) return [[id, v]]
        return decided(c.search, choices, stone, wish, options) ? [[id, reached(c, c.search, Number(v))]] : []
      })
      return startOf(choices, stone, wish, Object.fromEntries(settled))
    },
  }
}

/** What each choice that says so can do about the hold; every searched wire may be one or two sizes thicker. */
export const movesOf = (choices: Choices, stone: FullStone, options: Options): MendMove[] =>
  Object.entries(choices).flatMap(([id, c]): MendMove[] => {
    const now = options[id]!
    if (c.kind === 'gauge')
      return c.search
        ? thicker(c, String(now))
            .slice(0, 2)
            .map((s) => ({ id: `thicker-${id}`, change: { [id]: s.label }, values: { size: s.label } }))
        : []
    const m = c.mend
    if (!m || 'risk' in m || c.kind === 'places') return []
    if ('to' in m) return now === m.to ? [] : [{ id: m.move, change: { [id]: m.to }, values: {} }]
    if ('downTo' in m)
      return m.downTo.flatMap((share): MendMove[] => {
        const to = onStep(c, share * Math.min(stone.length, stone.width))
        const wider = [id, ...m.also].filter((other) => Number(options[other]) > to)
        const change = Object.fromEntries(wider.map((other) => [other, to]))
        return wider.length > 0 ? [{ id: m.move, change, values: { to } }] : []
      })
    return m.by.flatMap((by): MendMove[] => {
      const v = onStep(c, Number(now) + by)
      const most = c.kind === 'number' || c.kind === 'integer' ? rangeOf(c, stone)[1] : -Infinity
      return v <= most ? [{ id: m.move, change: { [id]: v }, values: { by } }] : []
    })
  })

/** What can still be done with the stone in: it takes no wire. */
export const benchMovesOf = (choices: Choices, options: Options): BenchMove[] =>
  Object.entries(choices).flatMap(([id, c]): BenchMove[] => {
    const m = c.mend
    if (!m || !('risk' in m) || Number(options[id]) <= m.to) return []
    const by = Number(options[id]) - m.to
    return [{ id: m.move, change: { [id]: m.to }, values: { by }, risk: m.risk, wire: 0 }]
  })
