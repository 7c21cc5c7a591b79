import type { Design } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import type { Stone } from '../stone/index.js'
import type { GaugeQuestion, Series, Stock, Temper } from '../wire/index.js'
import type { Formulas, Quantity } from '../working/index.js'

/** Shown only when another option has this value. */
export interface ShownWhen {
  readonly option: string
  readonly equals: number | string
}

interface ParamBase {
  readonly id: string
  readonly group: string
  readonly shownWhen?: ShownWhen
  /** Behind "details" until asked for. */
  readonly detail?: boolean
  /** What options have that were saved before this choice existed. */
  readonly before?: OptionValue
}

/** One choice of a family as data: form, schema and file are made from it. Words for `id` and values are in the family's text. */
export type Param =
  | (ParamBase & {
      readonly kind: 'integer' | 'number'
      readonly unit: 'mm' | '°' | 'wires' | 'turns' | 'bends' | 'loops' | 'knots' | 'places'
      readonly min: number
      readonly max: number
      readonly step: number
    })
  | (ParamBase & { readonly kind: 'choice'; readonly values: readonly string[] })
  /** Places on the outline as hours of a clock face, 12 toward the bail, 3 at the viewer's right. */
  | (ParamBase & { readonly kind: 'places'; readonly most: number })

export type OptionValue = number | string | readonly number[]
export type Options = Readonly<Record<string, OptionValue>>

/** What slides when a place on the drawing is dragged. */
export type Slide =
  /** Places along the edge, and how far each of them reaches in over it. */
  | { readonly along: string; readonly inward: string }
  /** A length, longer toward there: up to the bail, out from the middle, or in toward it; by so many mm for each that is dragged. */
  | { readonly choice: string; readonly toward: 'up' | 'out' | 'in'; readonly times: number }

/** A place on the drawing of a piece where choices are made: on it they stand as notes. */
export interface Note {
  /** Parts of wires by kind: the first kind that the piece has; of these wires only, where they are named. */
  readonly parts?: readonly string[]
  readonly wires?: readonly string[]
  /** Or joints by id. */
  readonly joints?: readonly string[]
  /** The side from which it is seen; of a ring also along the finger. */
  readonly seen: 'front' | 'back' | 'end'
  /** What is chosen there: the first that is asked gives the note its name and value. */
  readonly choices: readonly string[]
  readonly slides?: Slide
}

/** A named share of one half of a wire with its working. */
export interface PartWorking {
  readonly kind: string
  readonly quantity: Quantity
}

/** The shares of a wire's two halves, each in order from the anchor outward; they add up to what lies between its ends. */
export interface HalvesWorking {
  readonly left: readonly PartWorking[]
  readonly right: readonly PartWorking[]
}

/** What a joint's binding is worked out from. */
export interface JointWorking {
  /** Bound length along the bundle. */
  readonly length: Quantity
  readonly columns: Quantity
  readonly rows: Quantity
  /** A taut string round the bundle, where it is not made of like wires in columns and rows. */
  readonly hull?: Quantity
  /** Of a weave: its rows, and the wire that one takes; without them it is bound, turn beside turn. */
  readonly turns?: Quantity
  readonly turn?: Quantity
  /** Thickness of the wire that is wound, as it was chosen. */
  readonly wound?: Quantity
  /** What its wire runs on to the next such joint, instead of being held at both ends. */
  readonly on?: Quantity
}

/** How often one kind of step comes in a piece, and the minutes that one takes: an estimate. */
export interface EffortWorking {
  readonly kind: string
  readonly count: Quantity
  readonly each: Quantity
}

/** Output of a plan that is a dimension of the piece: a gap, a height. */
export interface NamedQuantity {
  readonly id: string
  readonly quantity: Quantity
  /** It is a size to bend over: the nearest tool that is owned is told beside it. */
  readonly tool?: 'rod' | 'jaws'
  /** The choice that it follows, by which it can be brought to a tool's own size. */
  readonly follows?: string
}

/** Words of a family: for its params, values, parts, wires, findings and steps. */
export interface FamilyText {
  readonly name: string
  readonly about: string
  /** Where makers differ, and what this family does. */
  readonly school: string
  readonly params: Readonly<Record<string, string>>
  readonly groups: Readonly<Record<string, string>>
  readonly parts: Readonly<Record<string, string>>
  readonly wires: Readonly<Record<string, string>>
  readonly joints: Readonly<Record<string, string>>
  readonly outputs: Readonly<Record<string, string>>
  readonly findings: Readonly<Record<string, string>>
  readonly steps: Readonly<Record<string, StepWords>>
  readonly checks: Readonly<Record<string, string>>
  /** Words of the moves, those of the bench among them. */
  readonly moves: Readonly<Record<string, string>>
  /** What a move costs besides wire, where it costs something. */
  readonly prices: Readonly<Record<string, string>>
}

/** Words of one step, filled with its operation's values. */
export interface StepWords {
  readonly title: string
  readonly say: string
  readonly look?: string
  readonly caution?: string
}

/** The hand that leads: it decides which side is begun with, and which is closed last. */
export type Hand = 'right' | 'left'

/** What a maker may fix before starting options are computed. */
export interface Wish {
  readonly alloy: string
  readonly temper: string
  /** Sizes of that metal that are kept, by label: they are tried first. */
  readonly kept?: readonly string[]
  /** How it is to be worn; as the family likes best where it is left open. */
  readonly worn?: Worn
  /** Inside diameter of a ring that fits the finger, mm; one that is commonly met where it is left open. */
  readonly finger?: number
  /** By what the wire is bought: what is proposed is of these sizes; by gauge where it is left open. */
  readonly series?: Series
}

/** What a proposal may aim at: what makers usually take, or the most of one thing. */
export const AIMS = ['usual', 'easiest', 'strongest', 'shows most', 'least metal'] as const
export type Aim = (typeof AIMS)[number]

/** What is wished of a proposal: the temper is what suits the part where it is left open. */
export interface Wished extends Omit<Wish, 'temper'> {
  readonly temper?: string
  readonly aim?: Aim
}

/**
 * What makers usually reach for with a stone like this: typical, uncited. It bounds what is proposed first and is no limit: what a maker chooses is
 * never refused for it.
 */
export interface Habit {
  /** Thinnest and thickest by the option that chooses a wire's size, mm. */
  readonly sizes: Readonly<Record<string, readonly [least: number, most: number]>>
  /** Fewest and most of what is counted, by its option. */
  readonly counts?: Readonly<Record<string, readonly [least: number, most: number]>>
  readonly temper: Temper
}

export const WORN = ['pendant', 'ring'] as const
export type Worn = (typeof WORN)[number]
/** The same, with what is made of two pendants. */
export const WORN_AS = [...WORN, 'earrings'] as const
export type WornAs = (typeof WORN_AS)[number]

/** What becomes of the metal's surface: decided when planning, for a set stone cannot come out again. */
export const SURFACES = [
  'left bright',
  'darkened before setting',
  'darkened after setting',
  'darkening brushed on',
] as const
export type Surface = (typeof SURFACES)[number]

/** A change of options that may make the stone hold better. */
export interface MendMove {
  /** Key of the family's words for it; `values` fill them. */
  readonly id: string
  readonly change: Options
  readonly values: Readonly<Record<string, number | string>>
}

/** Something that can still be done with the stone in. Plain data: it is kept with the piece's record. */
export interface BenchMove extends MendMove {
  /** What it may do to the stone. */
  readonly risk: 'none' | 'edge' | 'scratch'
  /** Fine wire that it takes, mm: an estimate. */
  readonly wire: number
  /** A tail led over the edge and tied, at that hour of a clock face on the right. */
  readonly tail?: number
}

/** What is asked of the wire whose size an option chooses. */
export interface GaugeAsk {
  readonly option: string
  readonly question: GaugeQuestion
}

/** A stone in a setting of this family, as an example. */
export interface Example {
  readonly name: string
  readonly stone: Stone
  readonly options: Options
}

/** What a family's `examples.ts` holds: nothing of it ships with the app. Numbers in [0, 1) come from the caller. */
export interface FamilyExamples {
  /** A random stone that the family may take. */
  stone(random: () => number): Stone
  /** What the search decides, at random within wide limits, with the rest by the craft's rules: to compare starting options with. Many have no room. */
  random(stone: Stone, wish: Wish, random: () => number): Options
  /** Its own candidates' options, changed at random where a maker may. */
  vary(options: Options, random: () => number): Options
  /** Each holds soundly. */
  readonly sound: readonly Example[]
  /** An essential part is left out: the stone leaves, or is held by less than a knock, in one of these directions. */
  readonly broken: readonly (Example & {
    readonly ways: readonly ('front' | 'back' | 'up' | 'down' | 'left' | 'right')[]
  })[]
}

/** Options of about the same metal, worked out only when their turn comes. */
export interface CandidateGroup {
  /** What its wire takes, to order groups by: any measure that grows with the metal. */
  readonly wire: number
  /** What all its options share, its wires among them. */
  readonly shared: Options
  /** The likeliest first. */
  options(): readonly Options[]
}

/** All options that a search may turn to, as points of a cube: every number from 0 to 1 goes from one end of what may be tried to the other. */
export interface OptionSpace {
  /** How many numbers a point has. */
  readonly dimensions: number
  /** Options that differ from place to place and do not follow from the others. */
  readonly varies: readonly string[]
  /** What is decided there, with the rest by the craft's rules; none where it cannot be built. */
  at(point: readonly number[]): Options | undefined
  /** The same decisions with the rest by the craft's rules: what follows from a wire's size changes with it. */
  settled(options: Options): Options
}

/** A family of settings: a folder with these behind its index. Pure; the same input gives an equal result. */
export interface Family {
  readonly id: string
  readonly version: number
  /** How its pieces can be worn. */
  readonly worn: readonly Worn[]
  readonly text: FamilyText
  readonly formulas: Formulas
  params(stone: Stone): readonly Param[]
  /** Options to begin a search from, by the stone's size only, lightest group first; what holds is decided in `plan`. */
  candidates(stone: Stone, wish: Wish): readonly CandidateGroup[]
  /** All that a thorough search may turn to. */
  space(stone: Stone, wish: Wish): OptionSpace
  /** What makers usually take for a stone like this, in this metal: a proposal begins there. */
  habit(stone: Stone, alloy: string): Habit
  /** Options that this search decides, by id; the others are taste, or follow from them by the craft's rules. */
  readonly decides: readonly string[]
  /** The wire that bears the stone: what it holds goes with this wire's strength. */
  bearing(options: Options): Stock
  /** Without options: can a stone like this be set so at all. With: what is wrong with these. */
  fits(stone: Stone, options?: Options): readonly Finding[]
  /** @throws RangeError when `fits` reports an error for the same input */
  build(stone: Stone, options: Options, hand?: Hand): Design
  /** Doubts and errors that show only on the built design. */
  review(stone: Stone, options: Options): readonly Finding[]
  /** Working of each wire's halves, keyed by wire id. */
  halves(stone: Stone, options: Options): Readonly<Record<string, HalvesWorking>>
  /** Working of each joint's bound length and bundle, keyed by joint id; none for a coil, which takes no other wire. */
  joints(stone: Stone, options: Options): Readonly<Record<string, JointWorking>>
  outputs(stone: Stone, options: Options): readonly NamedQuantity[]
  /** Share of the stone's face before which no wire lies, %: also the last of the outputs. */
  face(stone: Stone, options: Options): Quantity
  /** Minutes of all steps by kind; `turns` are the joints' turns as worked out for the cut list. Add up to the operations' minutes. */
  efforts(stone: Stone, options: Options, turns: Readonly<Record<string, Quantity>>): readonly EffortWorking[]
  /** What each wire must bear and how tightly it is bent, for its window of gauges; `force` is what is asked of the setting, N. */
  gauges(stone: Stone, options: Options, force: number): readonly GaugeAsk[]
  /** Changes that may make it hold better, each by itself; what they gain is computed in `plan`. */
  moves(stone: Stone, options: Options): readonly MendMove[]
  /** What can still be done with the stone in, each by itself. */
  benchMoves(stone: Stone, options: Options): readonly BenchMove[]
  /** Where its choices stand on the drawing, in the order in which they are told. */
  readonly notes: readonly Note[]
  /** What to look at in the proof of this piece, keys of `text.checks`. */
  checks(stone: Stone, options: Options): readonly string[]
  /** Options that a length met at a step replaces, by the step's id: "it measures 11 mm" instead of the planned 10. */
  readonly measured: Readonly<Record<string, string>>
  /** Options that say how far a bend should reach, by the step's id: how far it did is recorded there, and the plan stays. Read with `reachedAt`. */
  readonly reached: Readonly<Record<string, string>>
  /** Choices that give a part more room where it would stand in something, by the part's kind, the likeliest first. */
  readonly room: Readonly<Record<string, readonly string[]>>
  /** Step that mends a check which failed, as the beginnings of step ids, the likeliest first. */
  readonly mends: Readonly<Record<string, readonly string[]>>
  /** Working length left over at each end for handling, mm. */
  margin(options: Options): number
  /** What wires need besides at each end, by id, that a hand pulls by their ends. */
  pulled(stone: Stone, options: Options): Readonly<Record<string, Quantity>>
  /** To how many lengths its wires of one stock are cut at most, where a hand does not cut each to its own. */
  readonly cutLengths: number | undefined
}
