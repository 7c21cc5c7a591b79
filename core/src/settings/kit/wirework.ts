import type {
  Accent,
  Joint,
  Operation,
  OperationKind,
  SeatedStone,
  Wire,
  WireEnd,
} from '../../design/index.js'
import type { Vec3 } from '../../geom/index.js'
import type { Segment } from '../../path/index.js'
import type { WireRole } from '../../wire/index.js'
import type { Quantity } from '../../working/index.js'
import type { NamedQuantity } from '../family.js'
import type { Piece } from '../shared/pieces.js'

/** A wire as named pieces outward to both sides of the place that is marked first. */
export interface Strand {
  readonly id: string
  /** The choice of its size: its stock follows, and findings about its bends are about that choice. */
  readonly size: string
  readonly left?: readonly Piece[]
  readonly right: readonly Piece[]
  /** What it bears where that is not the stone in the span between its ties: its role, and the length that bends, mm. */
  readonly bears?: { readonly role: WireRole; readonly span: number }
  /** What it needs besides at each end, where a hand pulls it by its ends. */
  readonly pulled?: Quantity
  /** What becomes of its ends, where they are not simply cut flush. */
  readonly finish?: WireEnd['finish'] | Readonly<Record<'left' | 'right', WireEnd['finish']>>
  /** Twisted about itself all along. */
  readonly twist?: Wire['twist']
  /** How its profile lies: from this part to that one (by their ids, from the left end to the right one) a face looks this way. All along to the front where nothing is said. */
  readonly roll?: readonly { readonly from?: string; readonly to?: string; readonly face: Vec3 }[]
}

/** A stretch of a strand: from one part to another, or one part alone; or a stretch of a part, mm from where it begins as it is worked outward. */
export type Stretch =
  | readonly [strand: string, from: string, to?: string]
  | { readonly strand: string; readonly part: string; readonly at: readonly [number, number] }

/** The strand that a stretch is of. */
export const strandOf = (of: Stretch): string => ('part' in of ? of.strand : of[0])

/** Wires fixed to each other where these stretches of theirs lie. */
export interface Tie extends Pick<
  Joint,
  'id' | 'kind' | 'columns' | 'rows' | 'counted' | 'between' | 'clads' | 'runsOn' | 'woven'
> {
  readonly of: readonly Stretch[]
  /** Stiff strands that run on through turns of a fine one: these do not hinge them. */
  readonly runs?: readonly string[]
  /** Of a knot: these of the stretches, by their place in the list, are tied round the others. */
  readonly ties?: readonly number[]
  /** The choice of the wound wire's size. */
  readonly wound: string
  /** Bound length along the bundle. */
  readonly length: Quantity
  /** Of a coil; those of a bind follow from its length. */
  readonly turns?: Quantity
  /** So many turns clamp: three where nothing is said. */
  readonly clamps?: number
  /** A taut string round the bundle, where it is not made of like wires in columns and rows. */
  readonly hull?: Quantity
  /** The choice that makes it longer. */
  readonly field: string
  /** The figure that says how many rows deep its bundle is, where that is chosen. */
  readonly deep?: Quantity
  /** Of a weave: the wire that one of its rows takes, its turns being rows. */
  readonly row?: Quantity
  /** It holds what may turn in it, however many its turns. */
  readonly pins?: true
  /** Its wire runs on to the next such tie by so much, instead of being held at both ends. */
  readonly on?: Quantity
}

/** Parts of these strands that get their shape, by kinds or ids. */
export interface Shaped {
  readonly of: readonly string[]
  readonly kinds?: readonly string[]
  readonly ids?: readonly string[]
  /** What they look like for the time being, by part: their own path where nothing is said. */
  readonly like?: Readonly<Record<string, readonly Segment[]>>
  /** What are for the time being even curves of their own length, by part. */
  readonly even?: Readonly<Record<string, { readonly axis: Vec3; readonly angle: number }>>
}

/** A step of the work. What it brings to its form is named by parts, what it takes by what is done and how often. */
export interface Step extends Partial<
  Pick<
    Operation,
    'joint' | 'final' | 'stone' | 'stones' | 'hold' | 'brings' | 'accent' | 'values' | 'wires' | 'needs'
  >
> {
  readonly id: string
  readonly kind: OperationKind
  readonly forms?: readonly Shaped[]
  /** Like ties made one after the other: one step, each place counted. */
  readonly places?: readonly {
    readonly joint: string
    readonly forms?: readonly Shaped[]
    /** Stones that are laid in there, before the tie is made. */
    readonly stones?: readonly string[]
    readonly accent?: string
  }[]
  /** How often each kind of work comes; once of the step's own kind where nothing is said, and beside it a joint's turns. */
  readonly takes?: Readonly<Record<string, Quantity>>
}

/** A stone in a setting as its recipe makes it: design, working, findings and minutes are all read from here. */
export interface Wirework {
  /** The figure that says how many wires are cut, where that is chosen. */
  readonly cuts?: Quantity
  /** What is done before any wire is cut. */
  readonly before?: readonly Step[]
  readonly strands: readonly Strand[]
  readonly ties: readonly Tie[]
  readonly steps: readonly Step[]
  readonly accents?: readonly Accent[]
  /** Its stones and how they lie, where it is not one in the piece's own frame. */
  readonly stones?: readonly SeatedStone[]
  /** Highest place inside its bail, of a pendant. */
  readonly hang?: Vec3
  readonly worn?: 'ring'
  /** Figures of the piece beside those that every family has. */
  readonly outputs: readonly NamedQuantity[]
}

/** What a part gives to the work: a recipe puts it with its own. */
export interface PartOfWork extends Pick<Wirework, 'hang'> {
  readonly ties: readonly Tie[]
  readonly steps: readonly Step[]
}

/** Minutes that one of each takes: typical, uncited, until the maker’s own records replace them. A recipe says where it differs. */
export const MINUTES: Readonly<Record<string, number>> = {
  gather: 3,
  straighten: 1,
  cut: 0.35,
  mark: 0.4,
  align: 1,
  unclamp: 0.3,
  bend: 0.5,
  turn: 0.067,
  begin: 0.67,
  wrap: 0.03,
  twistTurn: 0.05,
  crossing: 0.09,
  knot: 0.5,
  try: 1.5,
  seat: 1.5,
  close: 0.7,
  cross: 0.33,
  shape: 3,
  shoulder: 1,
  roll: 2,
  curl: 1.5,
  hammer: 0.15,
  wind: 1,
  hook: 1,
  thread: 0.5,
  trim: 3,
  smooth: 3,
  darken: 6,
  polish: 2,
}
