import type { FullStone } from '../../stone/index.js'
import {
  ALLOYS,
  sizesOf,
  WIRE_SIZES,
  wireSize,
  type AlloyId,
  type Profile,
  type Stock,
  type Temper,
  type WireSize,
} from '../../wire/index.js'
import { leaf, type Quantity } from '../../working/index.js'
import { SURFACES, type Options, type OptionValue, type Param, type Wish } from '../family.js'

/** What the first value of a choice may hang on. */
export interface Starting {
  readonly stone: FullStone
  /** The smaller of its length and width, mm. */
  readonly small: number
  readonly wish: Wish
  /** The first value of another choice. */
  of(id: string): OptionValue
  /** Thickness of the wire that another choice begins with, mm. */
  mm(id: string): number
}

/** A value, or how it follows from something. */
export type From<T, A> = T | ((at: A) => T)

/** How a search may turn a choice: a length as a share of the stone's smaller side, or values one after the other. */
export type Search =
  | {
      readonly share: readonly [least: number, most: number]
      /** Shares that are tried first, the likeliest first; those of all choices go together. */
      readonly tries: readonly number[]
      /** No shorter than this, mm. */
      readonly atLeast?: number
      /** Decided only where this is so; elsewhere it begins as it would. */
      readonly only?: (at: Starting) => boolean
    }
  | {
      readonly among: (at: Starting) => readonly OptionValue[]
      /** The likeliest of them, where not all are tried first. */
      readonly tries?: (at: Starting) => readonly OptionValue[]
      /** They hang on the lengths that are decided, and are decided after these. */
      readonly after?: true
    }

/** What a choice can do about the hold: by these steps, or by changing to this value. `move` is the key of the family's words for it. */
export type Mending =
  | { readonly move: string; readonly by: readonly number[] }
  | { readonly move: string; readonly to: OptionValue }
  /** No more than each of these shares of the stone's smaller side, and these other choices alike. */
  | { readonly move: string; readonly downTo: readonly number[]; readonly also: readonly string[] }
  /** Still to be done with the stone in, at this risk for it. */
  | { readonly move: string; readonly to: number; readonly risk: 'none' | 'edge' | 'scratch' }

interface Base<T> {
  readonly group: string
  readonly start: From<T, Starting>
  /** Shown only when another choice has this value. */
  readonly when?: readonly [option: string, equals: string]
  /** Behind "details" until asked for. */
  readonly detail?: true
  /** What options have that were saved before this choice existed. */
  readonly before?: T & OptionValue
  readonly search?: Search
  readonly mend?: Mending
  /** Step at which it is met as a length: what is measured there takes its place. Several, where one of them is worked. */
  readonly met?: string | readonly string[]
  /** Steps at which a bend should reach so far: how far it did is recorded there. `bend-front-*` is every step whose id begins so. */
  readonly reachedAt?: readonly string[]
}
export interface Length extends Base<number> {
  readonly kind: 'number'
  readonly unit: 'mm' | '°'
  readonly range: From<readonly [least: number, most: number], FullStone>
  readonly step: number
}
export interface Count extends Base<number> {
  readonly kind: 'integer'
  readonly unit: 'wires' | 'turns' | 'bends' | 'loops' | 'knots' | 'places'
  readonly range: From<readonly [least: number, most: number], FullStone>
  /** Fewest and most that makers usually take for a stone like this: typical, uncited. */
  readonly usual?: From<readonly [least: number, most: number], FullStone>
}
export interface OneOf<V extends string> extends Base<V> {
  readonly kind: 'choice'
  readonly values: readonly V[]
}
/** Places round a stone's edge, as clock hours: as a figure they are words. */
export interface Places extends Base<readonly number[]> {
  readonly kind: 'places'
  readonly most: number
}
/** A wire's size by its label, with the rest of its stock: as a figure it is the wire's thickness. */
export interface Gauge extends Base<string> {
  readonly kind: 'gauge'
  /** Its profile, or the choice that says it. */
  readonly profile: Profile | { readonly by: string }
  /** Thinnest and thickest, mm. */
  readonly range: readonly [least: number, most: number]
  /** Where it is not the piece's own temper: that of a wire that is drawn tight by hand, or the choice that says it (a word that is no temper means the piece's own). */
  readonly temper?: Temper | { readonly by: string }
  /** About how much of it a piece takes, mm, to put the lightest sets of wires first. */
  readonly takes?: From<number, Starting>
  /** What makers usually take for a stone like this, mm: typical, uncited. */
  readonly usual?: From<readonly [least: number, most: number], FullStone>
  /** Of aluminium so many times as thick is usual: a size thicker where nothing is said. */
  readonly aluminium?: number
}
export type Choice = Length | Count | OneOf<string> | Gauge | Places
/** All choices of a family by their ids, in the order in which they are shown. */
export type Choices = Readonly<Record<string, Choice>>

type ValueOf<C> = C extends { readonly kind: 'choice'; readonly values: readonly (infer V)[] }
  ? V
  : C extends Gauge
    ? string
    : C extends Places
      ? readonly number[]
      : number
/** Options of a family by its choices. */
export type OptionsOf<C> = { readonly [K in keyof C]: ValueOf<C[K]> }

type More<T, Said extends string> = Omit<T, 'kind' | 'group' | Said>

/** A length in mm, or an angle. @example length('hold', [0, 0.5], { step: 0.05, start: 0.05 }) */
export const length = (
  group: string,
  range: Length['range'],
  more: More<Length, 'range' | 'unit' | 'step'> & { readonly unit?: '°'; readonly step?: number },
): Length => ({ kind: 'number', group, range, ...more, unit: more.unit ?? 'mm', step: more.step ?? 0.1 })

/** A choice that is shown only behind "details", where a part's own choice is not. */
export const inDetail = <C extends Choice>(choice: C): C & { readonly detail: true } => ({
  ...choice,
  detail: true,
})

/** A number of wires or turns. @example count('lacing', 'turns', [1, 5], { start: 3 }) */
export const count = (
  group: string,
  unit: Count['unit'],
  range: Count['range'],
  more: More<Count, 'range' | 'unit'>,
): Count => ({ kind: 'integer', group, unit, range, ...more })

/** One of some words, the first to begin with. @example oneOf('worn', ['pendant', 'ring']) */
export const oneOf = <const V extends string>(
  group: string,
  values: readonly V[],
  more: Partial<More<OneOf<NoInfer<V>>, 'values'>> = {},
): OneOf<V> => ({ kind: 'choice', group, values, ...more, start: more.start ?? values[0]! }) as OneOf<V>

/** Places round the edge. @example places('hold', 8, { start: [2, 4, 8, 10] }) */
export const places = (group: string, most: number, more: More<Places, 'most'>): Places => ({
  kind: 'places',
  group,
  most,
  ...more,
})

/** A wire's size. @example gauge('wire', 'square', [0.4, 1.7], { start: '20 AWG' }) */
export const gauge = (
  group: string,
  profile: Gauge['profile'],
  range: Gauge['range'],
  more: More<Gauge, 'profile' | 'range'>,
): Gauge => ({ kind: 'gauge', group, profile, range, ...more })

/** Metal, temper, what is left over at each end, and the surface: choices of every family, after its own. */
export const METAL = {
  alloy: oneOf('wire', ALLOYS.map((a) => a.id) as AlloyId[], {
    start: ({ wish }) => wish.alloy as AlloyId,
  }),
  temper: oneOf('wire', ['dead soft', 'half hard'] as Temper[], {
    start: ({ wish }) => wish.temper as Temper,
    mend: { move: 'harder', to: 'half hard' },
  }),
  margin: length('wire', [0, 50], { step: 1, detail: true, start: 6 }),
  surface: oneOf('finish', SURFACES, { before: 'left bright' }),
} as const

const within =
  ([least, most]: readonly [number, number]) =>
  ({ mm }: WireSize): boolean =>
    mm >= least && mm <= most

/** What is wished of wire: the series that it is bought in, and what is kept. */
type WishedWire = Pick<Wish, 'series' | 'kept'>

/** Labels of the sizes that sellers of the wished series keep, and of those that the maker has, in a range of thicknesses: what is proposed. */
export const proposed = (range: readonly [number, number], { series = 'AWG', kept }: WishedWire): string[] =>
  WIRE_SIZES.filter((s) => within(range)(s) && (sizesOf(series).includes(s) || kept?.includes(s.label))).map(
    (s) => s.label,
  )

/**
 * Label of the size in the wished series that is nearest to a thickness, of those in a range where there are any.
 * @example nearestSize(0.32, [0.2, 0.5], {}) // '28 AWG'
 */
export function nearestSize(
  mm: number,
  range: readonly [number, number],
  { series = 'AWG' }: WishedWire,
): string {
  const inside = sizesOf(series).filter(within(range))
  const list = inside.length > 0 ? inside : sizesOf(series)
  return list.reduce((best, s) => (Math.abs(s.mm - mm) < Math.abs(best.mm - mm) ? s : best)).label
}

/** Sizes of the same series at least 4 % thicker that sellers keep, the next ones first. */
export function thicker({ range }: Gauge, label: string): readonly WireSize[] {
  const now = wireSize(label)
  return sizesOf(now.awg === undefined ? 'metric' : 'AWG')
    .filter((s) => within(range)(s) && s.mm > now.mm * 1.04)
    .sort((a, b) => a.mm - b.mm)
}

/** A value on its choice's step. */
export const onStep = (c: Choice, v: number): number =>
  c.kind === 'number' ? Number((Math.round(v / c.step) * c.step).toFixed(3)) : Math.round(v)

export const given = <T, A>(from: From<T, A>, at: A): T =>
  typeof from === 'function' ? (from as (at: A) => T)(at) : from

/** What makers usually take of each wire that says so, mm. */
export const usualSizes = (
  choices: Choices,
  stone: FullStone,
  alloy: string,
): Record<string, readonly [number, number]> =>
  Object.fromEntries(
    Object.entries(choices).flatMap(([id, c]) => {
      if (c.kind !== 'gauge' || !c.usual) return []
      const [least, most] = given(c.usual, stone)
      // fine wire that is drawn tight stays as it is
      const by = alloy === 'aluminium' && typeof c.temper !== 'string' ? (c.aluminium ?? ALUMINIUM) : 1
      return [[id, [by * least, by * most]]]
    }),
  )
/** Aluminium is taken a size thicker. */
const ALUMINIUM = 1.12

/** How many makers usually take of what is counted and says so. */
export const usualCounts = (
  choices: Choices,
  stone: FullStone,
): Record<string, readonly [least: number, most: number]> =>
  Object.fromEntries(
    Object.entries(choices).flatMap(([id, c]) =>
      c.kind === 'integer' && c.usual ? [[id, given(c.usual, stone)]] : [],
    ),
  )

/** Least and most of a number that is chosen, for a stone. */
export const rangeOf = (c: Length | Count, stone: FullStone): readonly [number, number] =>
  given(c.range, stone)

/** The params of form, schema and file. */
export const paramsOf = (choices: Choices, stone: FullStone): Param[] =>
  Object.entries(choices).map(([id, c]): Param => {
    const base = {
      id,
      group: c.group,
      ...(c.when ? { shownWhen: { option: c.when[0], equals: c.when[1] } } : {}),
      ...(c.detail ? { detail: true } : {}),
      ...(c.before === undefined ? {} : { before: c.before }),
    }
    switch (c.kind) {
      case 'number':
      case 'integer': {
        const [min, max] = rangeOf(c, stone)
        return { ...base, kind: c.kind, unit: c.unit, min, max, step: c.kind === 'number' ? c.step : 1 }
      }
      case 'choice':
        return { ...base, kind: 'choice', values: c.values }
      case 'places':
        return { ...base, kind: 'places', most: c.most }
      case 'gauge':
        return { ...base, kind: 'choice', values: WIRE_SIZES.filter(within(c.range)).map((s) => s.label) }
      default: {
        const never: never = c
        throw new RangeError(`unknown choice ${JSON.stringify(never)}`)
      }
    }
  })

/** First values where some are decided: each other follows from the stone, the wish and the other first values. */
export function starting(choices: Choices, stone: FullStone, wish: Wish, decided: Options): Starting {
  const now: Record<string, OptionValue> = {}
  const small = Math.min(stone.length, stone.width)
  const at: Starting = {
    stone,
    small,
    wish,
    of: (id) => (now[id] ??= valueOf(id)),
    mm: (id) => wireSize(String(at.of(id))).mm,
  }
  const valueOf = (id: string): OptionValue => {
    const c = choices[id]
    if (!c) throw new RangeError(`no choice "${id}"`)
    const v = decided[id] ?? given<OptionValue, Starting>(c.start as From<OptionValue, Starting>, at)
    if (c.kind !== 'number' && c.kind !== 'integer') return v
    const [least, most] = rangeOf(c, stone)
    return Math.max(least, Math.min(most, onStep(c, Number(v))))
  }
  return at
}

/** Options to begin with: what is decided as it is, on its step, and the rest by each choice's own start. */
export function startOf(choices: Choices, stone: FullStone, wish: Wish, decided: Options): Options {
  const at = starting(choices, stone, wish, decided)
  return Object.fromEntries(Object.keys(choices).map((id) => [id, at.of(id)]))
}

/** Options as this family reads them, with what those lack that were saved before a choice came. */
export const readChoices = <C extends Choices>(choices: C, options: Options): OptionsOf<C> =>
  Object.fromEntries(Object.entries(choices).map(([id, c]) => [id, options[id] ?? c.before])) as OptionsOf<C>

const TEMPERS: readonly string[] = ['dead soft', 'half hard']

function temperOf({ temper }: Gauge, options: Options): Temper {
  const said = typeof temper === 'object' ? String(options[temper.by]) : temper
  return (said !== undefined && TEMPERS.includes(said) ? said : options.temper) as Temper
}

/** A wire's profile: its own, or as another choice says. */
export const profileOf = ({ profile }: Gauge, options: Options): Profile =>
  typeof profile === 'string' ? profile : (options[profile.by] as Profile)

/** The stock that a gauge, the metal and the temper of the options make. */
export const stockOf = (choices: Choices, options: Options, id: string): Stock => {
  const c = choices[id]
  if (c?.kind !== 'gauge') throw new RangeError(`"${id}" is no wire's size`)
  return {
    alloy: options.alloy as AlloyId,
    temper: temperOf(c, options),
    profile: profileOf(c, options),
    size: wireSize(String(options[id])),
  }
}

/** Every choice as a leaf of the working: a wire by its thickness, a word as it is. */
export const leavesOf = <C extends Choices>(
  choices: C,
  options: OptionsOf<C>,
): { readonly [K in keyof C]: Quantity } =>
  Object.fromEntries(
    Object.entries(choices).map(([id, c]) => {
      const v = (options as Options)[id]!
      const key = `option.${id}`
      switch (c.kind) {
        case 'gauge':
          return [id, leaf('chosen', key, wireSize(String(v)).mm, 'mm')]
        case 'choice':
          return [id, leaf('chosen', key, String(v), 'word')]
        case 'places':
          return [id, leaf('chosen', key, (v as readonly number[]).join(', '), 'word')]
        case 'number':
          return [id, leaf('chosen', key, Number(v), c.unit)]
        case 'integer':
          return [id, leaf('chosen', key, Number(v), c.unit === 'turns' ? 'turns' : '')]
        default: {
          const never: never = c
          throw new RangeError(`unknown choice ${JSON.stringify(never)}`)
        }
      }
    }),
  ) as { readonly [K in keyof C]: Quantity }
