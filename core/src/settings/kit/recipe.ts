import type { Finding } from '../../finding/index.js'
import type { FullStone, StoneInputs } from '../../stone/index.js'
import type { Stock, Temper } from '../../wire/index.js'
import type { Formulas, Quantity, Unit } from '../../working/index.js'
import type { BenchMove, Family, FamilyText, Hand, MendMove, Note } from '../family.js'
import type { Choices, From, Gauge, METAL, OptionsOf } from './choices.js'
import type { Wirework } from './wirework.js'

type WithMetal<C> = C & typeof METAL
type Ids<C> = keyof WithMetal<C> & string
/** Choices that are a wire's size. */
export type Sizes<C> = { [K in keyof C & string]: C[K] extends Gauge ? K : never }[keyof C & string]

/** What a recipe works from: the stone and the choices, plain and as figures, and what can be looked up and told. */
export interface Given<C extends Choices> {
  readonly stone: FullStone
  /** The stone's measures as figures. */
  readonly measured: StoneInputs
  /** The choices as they are. */
  readonly o: OptionsOf<WithMetal<C>>
  /** The choices as figures: a wire's size by its thickness. */
  readonly q: { readonly [K in Ids<C>]: Quantity }
  readonly hand: Hand
  /** Thickness of a chosen wire, mm. */
  thick(size: Sizes<C>): number
  stock(size: Sizes<C>): Stock
  /** Radius to the wire's middle to which a wire of this size is bent: two fifths over its limit, and never under its thickness. */
  radius(size: Sizes<C>): Quantity
  /** The rod over which a wire of this size springs open to an inside diameter. */
  mandrel(size: Sizes<C>, inside: Quantity): Quantity
  /** The stone and these choices, as inputs of a figure that is searched for. */
  on(...ids: readonly Ids<C>[]): Readonly<Record<string, Quantity>>
  /**
   * A figure that is searched for and is no formula: `name` stands in the recipe's `searched`, `which` tells it from others of that name. It is
   * worked out anew by making the work again from what it hangs on.
   */
  found(name: string, which: string, value: number, on: Readonly<Record<string, Quantity>>): Quantity
  /** Tells what is wrong or doubtful: an error stops the plan, and what follows may be drawn as it comes. */
  say(
    code: string,
    severity: Finding['severity'],
    field: Ids<C>,
    values?: Finding['values'],
    mend?: Finding['mend'],
    figures?: Finding['figures'],
  ): void
}

/** Words of a family: its parts' and those that all families share are put with them. Findings by their own codes. */
export type RecipeText = Pick<FamilyText, 'name' | 'about' | 'school'> & Partial<FamilyText>

/** Written forms of figures that are searched for, by name: in mm where no unit is said. */
export type Searched = Readonly<Record<string, string | readonly [Unit, string]>>

/** What a part brings to each recipe that names it: its figures, those that it searches for, and its words. */
export interface RecipePart {
  readonly formulas?: Formulas
  readonly searched?: Searched
  readonly text?: Partial<FamilyText> | readonly Partial<FamilyText>[]
}

/** Why a stone like this cannot be set so at all. */
export interface Unfit {
  readonly code: string
  readonly field: string
  readonly values?: Finding['values']
}

/** A family of settings as it is written: `familyOf` makes everything else from it. */
export interface Recipe<C extends Choices> {
  readonly id: string
  readonly version: number
  readonly worn: Family['worn']
  readonly choices: C
  readonly text: RecipeText
  /** The parts that it is made of. */
  readonly parts?: readonly RecipePart[]
  /** Its figures, from their tables. */
  readonly formulas: Formulas
  /** Its figures that are searched for, beside those of its parts. */
  readonly searched?: Searched
  /** Minutes where they differ from the usual. */
  readonly minutes?: Readonly<Record<string, number>>
  /** The size of the wire that bears the stone, or which it is by the choices. */
  readonly bearing: Sizes<C> | ((o: OptionsOf<WithMetal<C>>) => Sizes<C>)
  /** The temper that a piece is usually worked in, where no wire says otherwise: half hard where nothing is said. */
  readonly temper?: From<Temper, FullStone>
  /** To how many lengths its wires of one stock are cut at most, each marked in its middle. Undefined: each to its own. */
  readonly cutLengths?: number
  /** It sets several like stones side by side. */
  readonly takesRows?: true
  /** What stands against such a stone, if anything does. */
  unfit(stone: FullStone): Unfit | undefined
  make(given: Given<C>): Wirework
  /** What can be done about the hold beside what its choices say of themselves, and what can be done with the stone in. */
  moves?(stone: FullStone, o: OptionsOf<WithMetal<C>>): readonly MendMove[]
  benchMoves?(stone: FullStone, o: OptionsOf<WithMetal<C>>): readonly BenchMove[]
  /** Where its choices stand on the drawing; what stands nowhere is of the whole piece. */
  readonly notes?: readonly Note[]
  readonly checks: readonly string[]
  readonly room?: Family['room']
  readonly mends: Family['mends']
}
