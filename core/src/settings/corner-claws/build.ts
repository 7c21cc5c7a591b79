import { withoutNegativeZero, type Design, type Joint, type Member, type Wire } from '../../design/index.js'
import { remember } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { fullStone, type Stone } from '../../stone/index.js'
import { wireSize } from '../../wire/index.js'
import type { Hand, Options } from '../family.js'
import { bind } from '../shared/bind.js'
import { stretchOf, wireFrom, type WireHalves } from '../shared/pieces.js'
import { armHalves, neckOf } from './arms.js'
import { geometryOf, type ClawGeometry, type ClawShape } from './geometry.js'
import { operations } from './operations.js'
import {
  bendRadius,
  clawSides,
  clawStock,
  readOptions,
  seatStock,
  SIDES,
  tieStock,
  type ClawOptions,
  type Side,
} from './options.js'
import { lengthsFor } from './working.js'

/** The shape that stone and options ask for. */
export const shapeFrom = (stone: Stone, o: ClawOptions): ClawShape => ({
  stone: fullStone(stone),
  ring: o.mount === 'ring',
  inside: o.ring,
  clear: o.clear,
  seat: o.seat,
  claw: o.claw,
  play: o.play,
  size: wireSize(o.size).mm,
  clawSize: wireSize(o.clawSize).mm,
  tieSize: wireSize(o.tieSize).mm,
  tie: o.tie,
  bail: o.bail,
  neck: o.neck,
  seatBend: bendRadius(o, wireSize(o.size).mm),
  clawBend: bendRadius(o, wireSize(o.clawSize).mm),
})

/** What builder, working and findings start from. */
export interface ClawBasis {
  readonly o: ClawOptions
  readonly geometry: ClawGeometry
}

const bases = remember<Options, { readonly stone: Stone; readonly basis: ClawBasis }>(8)

export function basisOf(stone: Stone, options: Options): ClawBasis {
  const make = (): ClawBasis => {
    const o = readOptions(options)
    return { o, geometry: geometryOf(shapeFrom(stone, o)) }
  }
  const known = bases(options, () => ({ stone, basis: make() }))
  return known.stone === stone ? known.basis : make()
}

/** Every wire: the seat's four, and the claws that there are. */
export const armsOf = (o: ClawOptions): readonly (readonly ['seat' | 'claw', Side])[] => [
  ...SIDES.map((side) => ['seat', side] as const),
  ...clawSides(o.claws).map((side) => ['claw', side] as const),
]

/** Halves of every wire in named pieces. */
export function piecesOf(stone: Stone, options: Options): Readonly<Record<string, WireHalves>> {
  const { o, geometry } = basisOf(stone, options)
  const length = lengthsFor(stone, options)
  return Object.fromEntries(
    armsOf(o).map(([tier, side]) => {
      const { left, right } = armHalves(geometry, tier, side)
      const pieces = (which: 'left' | 'right') =>
        ({ left, right })[which].map((s) => ({ ...s, length: length(tier, side, s.id, which) }))
      return [`${tier}-${side}`, { left: pieces('left'), right: pieces('right') }]
    }),
  )
}

export const CORNERS = ['top-left', 'top-right', 'bottom-right', 'bottom-left'] as const
export type Corner = (typeof CORNERS)[number]

/** The two arm ends of a tier that meet at a corner. */
export const MEETING: Readonly<Record<Corner, readonly (readonly [Side, 'left' | 'right'])[]>> = {
  'top-left': [
    ['left', 'right'],
    ['top', 'left'],
  ],
  'top-right': [
    ['top', 'right'],
    ['right', 'left'],
  ],
  'bottom-right': [
    ['right', 'right'],
    ['bottom', 'left'],
  ],
  'bottom-left': [
    ['bottom', 'right'],
    ['left', 'left'],
  ],
}

/**
 * The Design of corner claws: a seat of four square wires under a faceted stone, claws of half-round over its sides, their tails tied in
 * one bundle at each corner; the top seat wire goes on to a rolled bail, or the top and bottom ones to a ring's shank.
 * @throws RangeError where `fits` reports an error
 */
export function build(stone: Stone, options: Options, hand: Hand = 'right'): Design {
  const { o, geometry } = basisOf(stone, options)
  const halves = piecesOf(stone, options)
  const ring = o.mount === 'ring'
  const wires = armsOf(o).map(([tier, side]): Wire => {
    const id = `${tier}-${side}`
    const plain = wireFrom({
      id,
      stock: tier === 'seat' ? seatStock(o) : clawStock(o),
      halves: halves[id]!,
      finish:
        tier === 'seat' && (ring ? side === 'top' || side === 'bottom' : side === 'top')
          ? 'tucked'
          : 'cut flush',
    })
    const length = pathLength(plain.path)
    // flat in its tier; where the wire rolls into a bail or goes round a finger its face turns with it
    const out = (which: 'left' | 'right') => stretchOf(plain, `tie-${which}`)
    const goes = tier === 'seat' && (ring ? side === 'top' || side === 'bottom' : side === 'top')
    const face = ring ? ([0, 1, 0] as const) : ([1, 0, 0] as const)
    const [from, to] = goes
      ? ring
        ? [out('left').s0, out('right').s1]
        : [stretchOf(plain, 'neck-left').s0, stretchOf(plain, 'neck-right').s1]
      : [0, length]
    return {
      ...plain,
      roll: goes
        ? [
            { s0: 0, s1: from, face },
            { s0: from, s1: to, face: [0, 0, 1] },
            { s0: to, s1: length, face },
          ]
        : [{ s0: 0, s1: length, face: [0, 0, 1] }],
    }
  })
  const of = (id: string) => wires.find((w) => w.id === id)!
  const tie = tieStock(o)
  const clawed = clawSides(o.claws)
  const joints: Joint[] = CORNERS.map((corner) => {
    const ends: Member[] = MEETING[corner].flatMap(([side, which]) => [
      { wire: `seat-${side}`, ...stretchOf(of(`seat-${side}`), `tie-${which}`) },
      ...(clawed.includes(side)
        ? [{ wire: `claw-${side}`, ...stretchOf(of(`claw-${side}`), `tie-${which}`) }]
        : []),
    ])
    return {
      ...bind({
        id: corner,
        members: ends,
        binder: tie,
        columns: 2,
        rows: ends.length > 2 ? 2 : 1,
        length: o.tie,
      }),
      counted: 'sides' as const,
    }
  })
  if (ring)
    joints.push(
      bind({
        id: 'palm',
        members: ['seat-top', 'seat-bottom'].flatMap((id) =>
          (['left', 'right'] as const).map((side) => ({ wire: id, ...stretchOf(of(id), `lap-${side}`) })),
        ),
        binder: tie,
        columns: 4,
        rows: 1,
        length: stretchOf(of('seat-top'), 'lap-right').s1 - stretchOf(of('seat-top'), 'lap-right').s0,
      }),
    )
  else {
    const top = of('seat-top')
    const pair = (part: string) =>
      (['left', 'right'] as const).map((side) => ({ wire: top.id, ...stretchOf(top, `${part}-${side}`) }))
    for (const [id, part] of [
      ['neck', 'neck'],
      ['bail', 'bail'],
    ] as const) {
      const members = pair(part)
      joints.push(
        bind({ id, members, binder: tie, columns: 2, rows: 1, length: members[1]!.s1 - members[1]!.s0 }),
      )
    }
  }
  return withoutNegativeZero({
    version: 1,
    family: 'corner-claws',
    ...(ring ? { worn: 'ring' as const } : { hang: neckOf(geometry).hang }),
    pose: { shift: [0, 0, 0], turn: [0, 0, 0] },
    wires,
    joints,
    accents: [],
    operations: operations({ o, geometry, wires, joints, hand }),
  })
}
