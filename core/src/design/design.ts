import type { Vec3 } from '../geom/index.js'
import type { Path, Segment } from '../path/index.js'
import type { Stock } from '../wire/index.js'

/** Where a named part of a wire lies along it, in mm from its start. */
export interface Part {
  readonly id: string
  readonly kind: string
  readonly s0: number
  readonly s1: number
}

/** How the profile lies: over [s0, s1] one face's normal is `face` made square to the wire. */
export interface Roll {
  readonly s0: number
  readonly s1: number
  readonly face: Vec3
}

export interface WireEnd {
  readonly place: Vec3
  readonly direction: Vec3
  readonly finish: 'tucked' | 'curled' | 'cut flush'
}

/** A square wire twisted about itself before it is cut: once round in `pitch` mm, sense 1 as a common screw winds. */
export interface WireTwist {
  readonly pitch: number
  readonly sense: 1 | -1
}

export interface Wire {
  readonly id: string
  readonly stock: Stock
  readonly twist?: WireTwist
  readonly path: Path
  readonly roll: readonly Roll[]
  readonly ends: readonly [WireEnd, WireEnd]
  readonly parts: readonly Part[]
  /** The point that is marked first and stays put while the rest is bent: mm from the start. */
  readonly anchor: number
}

/** A stretch of a wire that belongs to a joint. */
export interface Member {
  readonly wire: string
  readonly s0: number
  readonly s1: number
  /** A stiff wire that runs on through turns of a fine one: however few these are, it does not hinge there. */
  readonly runs?: true
  /** Of a knot: it is tied round the others, and lies as a coat on those. */
  readonly ties?: true
}

/**
 * Where wires are fixed to each other. `bind`: side by side, by turns of another wire. `coil`: the first member is itself wound round the
 * others, and no other wire is used. `lash`: crossing each other, by turns of another wire on both diagonals. `twist`: wires turned about each
 * other, and no other wire is used. `weave`: side by side, by another wire that goes over and under them in a pattern. `knot`: knots that some of
 * them tie round the others, and no other wire is used.
 */
export interface Joint {
  readonly id: string
  readonly kind: 'bind' | 'coil' | 'lash' | 'twist' | 'weave' | 'knot'
  /** Of a weave in the order of its base wires. */
  readonly members: readonly Member[]
  /** What is wound: of a coil, a twist or a knot, the wire itself. */
  readonly binder: Stock
  /** The bundle that is wrapped: columns across x, rows through the depth. */
  readonly columns: number
  readonly rows: number
  /** Bound length along the bundle, mm. */
  readonly length: number
  readonly turns: number
  /** Of a weave: what is woven, and how often. */
  readonly woven?: Woven
  /** What is wound lies between wire and stone, and touches it first. */
  readonly between?: true
  /** What is wound comes from the joint before and runs on to the next one: it has no ends there. */
  readonly runsOn?: true
  /** It only covers its wires, as turns along a rail do, and fixes them to nothing. */
  readonly clads?: true
  /** Why the count itself is the target, and not the length: another side must match it, or it makes the pattern. */
  readonly counted?: 'sides' | 'pattern'
  /** A clamp takes moments (3 or more tight turns), a pin only forces. */
  readonly hold: 'clamp' | 'pin'
  /** Pull along the wire at which it slips, N. An estimate. */
  readonly slip: number
}

/** A pattern that is woven over wires, in whole repeats. */
export interface Woven {
  /** One repeat, as `parseWeave` reads it. */
  readonly repeat: string
  readonly repeats: number
  /** Strands that lie beside each other in one repeat: so many turns of the joint. */
  readonly rows: number
  /** On a curve: whole turns on the wire that lies inside and on the other, run by run. */
  readonly runs?: readonly { readonly inside: number; readonly outside: number }[]
}

/** Something round that the wires carry beside the stone: a bead with a hole along `axis`, or a ball without one. mm. */
export interface Accent {
  readonly id: string
  readonly kind: 'bead' | 'ball'
  readonly centre: Vec3
  readonly radius: number
  /** Of a bead: along its hole. Of a ball: the way it looks out of its coil. */
  readonly axis: Vec3
  /** The wire that it is threaded on, or that is coiled round it. */
  readonly wire: string
}

export type OperationKind =
  | 'gather'
  | 'straighten'
  | 'cut'
  | 'mark'
  | 'align'
  | 'bind'
  | 'unclamp'
  | 'shape'
  | 'shoulder'
  | 'bend'
  | 'try'
  | 'seat'
  | 'close'
  | 'roll'
  | 'wind'
  | 'coil'
  | 'hook'
  | 'lash'
  | 'cross'
  | 'curl'
  | 'twist'
  | 'thread'
  | 'trim'
  | 'smooth'
  | 'darken'
  | 'polish'

/**
 * One stretch of a wire brought to a form: its final one, or for the time being an even curve about `axis` that has the same length and turns by
 * `angle`, or any other shape, as it lies in the piece's frame, and about as long.
 */
export interface Form {
  readonly wire: string
  readonly s0: number
  readonly s1: number
  readonly to:
    'path' | { readonly axis: Vec3; readonly angle: number } | { readonly like: readonly Segment[] }
}

/** One of several like places that are worked one after the other at a step: the joint that is made there, and what gets its form. */
export interface Place {
  readonly joint: string
  readonly forms: readonly Form[]
  /** Which stones are laid in there, before the joint is made. */
  readonly stones?: readonly string[]
  /** An accent that is put on there. */
  readonly accent?: string
}

export interface Operation {
  readonly id: string
  readonly kind: OperationKind
  /** Ids of operations that must be done before. */
  readonly needs: readonly string[]
  /** Wires that are handled; the others present are parked. */
  readonly wires: readonly string[]
  readonly forms: readonly Form[]
  readonly joint?: string
  /** Like joints made one after the other, as ties round a ring: they are one step, and each place is counted. */
  readonly places?: readonly Place[]
  /** Temporary hold put on or taken off. */
  readonly hold?: { readonly on?: string; readonly off?: string }
  readonly stone?: 'in'
  /** Which stones are laid in, where it is not all of them. */
  readonly stones?: readonly string[]
  /** Wires that are taken up at this step, and not before. */
  readonly brings?: readonly string[]
  /** An accent that is put on. */
  readonly accent?: string
  /** It cannot be taken back without spoiling wire or stone. */
  readonly final?: boolean
  readonly minutes: number
  readonly values: Readonly<Record<string, number | string>>
}

/** A stone as it lies in the piece. */
export interface SeatedStone {
  readonly id: string
  /** Which of the stone's group it is: 0 for the one that was measured. */
  readonly of: number
  /** Turned about x, then y, then z, degrees; then shifted, mm. */
  readonly turn: Vec3
  readonly shift: Vec3
  /** A wire runs through its hole, so thick, mm. */
  readonly strung?: number
}

/** Kind of a wire's part that runs through the hole of a stone that is strung. */
export const THROUGH = 'through'

/** One stone, the piece's frame its own. */
export const ALONE: readonly SeatedStone[] = [{ id: 'stone', of: 0, turn: [0, 0, 0], shift: [0, 0, 0] }]

/** The waist: what a family makes and everything else reads. Plain data. */
export interface Design {
  readonly version: 1
  readonly family: string
  /** How it is worn, where not hung: a ring's finger lies behind the stone, along y. */
  readonly worn?: 'ring'
  /** Where it hangs from, of a pendant: the highest place inside its bail. */
  readonly hang?: Vec3
  /** The stones that it holds: `ALONE` where it is one in the piece's own frame. */
  readonly stones: readonly SeatedStone[]
  readonly wires: readonly Wire[]
  readonly joints: readonly Joint[]
  readonly accents: readonly Accent[]
  readonly operations: readonly Operation[]
}

interface MakesJoints {
  readonly joint?: string
  readonly places?: readonly Pick<Place, 'joint'>[]
}

/** Is it wound with a wire of its own, from the spool; coils and twists are made of the wires themselves. */
export const isWound = ({ kind }: Pick<Joint, 'kind'>): boolean =>
  kind === 'bind' || kind === 'lash' || kind === 'weave'

interface LaysStones {
  readonly stone?: 'in'
  readonly stones?: readonly string[]
  readonly places?: readonly { readonly stones?: readonly string[] }[]
}

/** Stones that are laid in at an operation, where it is not all of them: at the first so many of its places. */
export const stonesLaid = ({ stones = [], places = [] }: LaysStones, worked = Infinity): string[] => [
  ...stones,
  ...places.slice(0, worked).flatMap((p) => p.stones ?? []),
]

/** Does a stone come in at an operation. */
export const laysIn = (op: LaysStones): boolean => op.stone === 'in' || stonesLaid(op).length > 0

/** Ids of the joints that an operation makes, in order. @example jointsMade({ joint: 'neck' }) // ['neck'] */
export const jointsMade = ({ joint, places = [] }: MakesJoints): string[] => [
  ...(joint === undefined ? [] : [joint]),
  ...places.map((p) => p.joint),
]

/** A design's wire by its stable name. @throws RangeError when there is none */
export function wireOf(design: Design, id: string): Wire {
  const found = design.wires.find((w) => w.id === id)
  if (!found) throw new RangeError(`the design has no wire "${id}"`)
  return found
}

/** A design's joint by its stable name. @throws RangeError when there is none */
export function jointOf(design: Pick<Design, 'joints'>, id: string): Joint {
  const found = design.joints.find((j) => j.id === id)
  if (!found) throw new RangeError(`the design has no joint "${id}"`)
  return found
}
