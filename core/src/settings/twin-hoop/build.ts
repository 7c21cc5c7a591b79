import {
  ALONE,
  withoutNegativeZero,
  type Design,
  type Joint,
  type Member,
  type Wire,
} from '../../design/index.js'
import { remember, type Vec3 } from '../../geom/index.js'
import { pathAt } from '../../path/index.js'
import { wireSize, type Stock } from '../../wire/index.js'
import type { Stone } from '../../stone/index.js'
import type { Hand, Options } from '../family.js'
import { bind, slipOf } from '../shared/bind.js'
import { stretchOf, wireFrom, type Piece, type WireHalves } from '../shared/pieces.js'
import {
  asWorn,
  carrierStretches,
  geometryOf,
  hoopStretches,
  type Stretch,
  type TwinHoopGeometry,
  type TwinHoopShape,
} from './geometry.js'
import { oneWireOperations } from './oneWireOperations.js'
import { operations } from './operations.js'
import {
  bindingStock,
  carriers,
  hookRadius,
  hoopStock,
  readOptions,
  shankStock,
  turnRadius,
  type TwinHoopOptions,
} from './options.js'
import { climbTurns, oneWireStretches } from './oneWire.js'
import { lengthsFor } from './working.js'

/** A stout wire's own turns round a post bear it like a bearing as long as they are, from so many on: it leans no way but about the post. */
const CLAMPS = 2

/** What builder, working and findings start from. */
export interface TwinHoopBasis {
  readonly o: TwinHoopOptions
  readonly geometry: TwinHoopGeometry
}

/** The shape that stone and options ask for. */
export const shapeFrom = (stone: Stone, o: TwinHoopOptions): TwinHoopShape => ({
  across: stone.width,
  length: stone.length,
  ring: o.mount === 'ring',
  seat: o.seat,
  hoop: o.hoop,
  play: o.play,
  turns: o.turns,
  size: wireSize(o.size).mm,
  shankSize: wireSize(o.shankSize).mm,
  shank: carriers(o),
  inside: o.ring,
  bulge: o.bulge,
  bail: o.bail,
  neck: o.neck,
  leave: o.leave,
  hook: hookRadius(o),
  ...(o.work === 'one wire' ? { bend: turnRadius(o) } : {}),
})

const bases = remember<Options, { readonly stone: Stone; readonly basis: TwinHoopBasis }>(8)

export function basisOf(stone: Stone, options: Options): TwinHoopBasis {
  const make = (): TwinHoopBasis => {
    const o = readOptions(options)
    return { o, geometry: geometryOf(shapeFrom(stone, o)) }
  }
  const known = bases(options, () => ({ stone, basis: make() }))
  return known.stone === stone ? known.basis : make()
}

/** Names of the wires that carry the hoops. */
export const carrierIds = (o: TwinHoopOptions): string[] =>
  o.mount === 'pendant'
    ? ['hanger']
    : o.shank === 1
      ? ['shank']
      : Array.from({ length: o.shank }, (_, i) => `shank-${i + 1}`)

/** Halves of every wire in named pieces, as worn. */
export function piecesOf(stone: Stone, options: Options): Readonly<Record<string, WireHalves>> {
  const { o, geometry } = basisOf(stone, options)
  const ring = o.mount === 'ring'
  const length = lengthsFor(stone, options)
  const sides = (wire: string, list: Readonly<Record<'left' | 'right', readonly Stretch[]>>): WireHalves => {
    const pieces = (side: 'left' | 'right'): Piece[] =>
      asWorn(ring, list[side]).map((s) => ({ ...s, length: length(wire, s.id, side) }))
    return { left: pieces('left'), right: pieces('right') }
  }
  if (o.work === 'one wire') return { one: sides('one', oneWireStretches(geometry)) }
  const out: Record<string, WireHalves> = {}
  for (const which of ['near', 'far'] as const) out[which] = sides(which, hoopStretches(geometry, which))
  carrierIds(o).forEach((id, i) => {
    out[id] = sides(id, carrierStretches(geometry, i))
  })
  return out
}

/** The highest place inside the bail: the top of its loop's wire, less half a wire. */
function hangingFrom(hanger: Wire): Vec3 {
  const top = pathAt(hanger.path, hanger.anchor).p
  return [top[0], top[1] - hanger.stock.size.mm / 2, top[2]]
}

/** A wire's own turns round others: three and more of each end clamp. Slip is estimated as for a bind. */
function coil(spec: {
  readonly id: string
  readonly members: readonly Member[]
  readonly stock: Stock
  readonly turns: number
  readonly each: number
  readonly columns: number
}): Joint {
  const { stock, turns, each } = spec
  const { s0, s1 } = spec.members[spec.members.length - 1]!
  return {
    id: spec.id,
    kind: 'coil',
    members: spec.members,
    binder: stock,
    columns: spec.columns,
    rows: 1,
    length: s1 - s0,
    turns,
    counted: 'sides',
    hold: each >= CLAMPS ? 'clamp' : 'pin',
    slip: slipOf(stock, turns),
  }
}

/** The bound neck under a bail's loop. */
const neckOf = (o: TwinHoopOptions, wire: Wire): Joint =>
  bind({
    id: 'neck',
    members: (['left', 'right'] as const).map((side) => ({
      wire: wire.id,
      ...stretchOf(wire, `neck-${side}`),
    })),
    binder: bindingStock(o),
    columns: 2,
    rows: 1,
    length: o.neck,
  })

/**
 * The Design of a ball or an egg between two hoops narrower than it: each hoop is wound round the carriers at both sides, in passing on the
 * left and with both its ends on the right; the carriers are a ring's shank, or one wire whose middle is a bail.
 * @throws RangeError where `fits` reports an error
 */
export function build(stone: Stone, options: Options, hand: Hand = 'right'): Design {
  const { o } = basisOf(stone, options)
  if (o.work === 'one wire') return buildOne(stone, options, hand)
  const halves = piecesOf(stone, options)
  const ids = carrierIds(o)
  const hoops = (['near', 'far'] as const).map((id) =>
    wireFrom({ id, stock: hoopStock(o), halves: halves[id]!, finish: 'tucked' }),
  )
  const posts = ids.map((id) => wireFrom({ id, stock: shankStock(o), halves: halves[id]!, finish: 'tucked' }))
  const joints: Joint[] = []
  const first = posts[0]!
  if (o.mount === 'pendant') joints.push(neckOf(o, first))
  else if (o.shank > 1)
    joints.push(
      bind({
        id: 'palm',
        members: posts.map((p) => ({
          wire: p.id,
          s0: stretchOf(p, 'palm-left').s0,
          s1: stretchOf(p, 'palm-right').s1,
        })),
        binder: bindingStock(o),
        columns: posts.length,
        rows: 1,
        length: stretchOf(first, 'palm-right').s1 - stretchOf(first, 'palm-left').s0,
      }),
    )
  for (const hoop of hoops) {
    const tied = (side: 'left' | 'right'): Member[] =>
      posts.map((p) => ({ wire: p.id, ...stretchOf(p, `${hoop.id}-${side}`) }))
    joints.push(
      coil({
        id: `${hoop.id}-left`,
        members: [
          { wire: hoop.id, s0: stretchOf(hoop, 'pass-left').s0, s1: stretchOf(hoop, 'pass-right').s1 },
          ...tied('left'),
        ],
        stock: hoop.stock,
        turns: 1,
        each: 1,
        columns: posts.length,
      }),
      coil({
        id: `${hoop.id}-right`,
        members: [
          { wire: hoop.id, ...stretchOf(hoop, 'coil-left') },
          { wire: hoop.id, ...stretchOf(hoop, 'coil-right') },
          ...tied('right'),
        ],
        stock: hoop.stock,
        turns: 2 * o.turns,
        each: o.turns,
        columns: posts.length,
      }),
    )
  }
  const wires = [...hoops, ...posts]
  return withoutNegativeZero({
    version: 1,
    family: 'twin-hoop',
    ...(o.mount === 'ring' ? { worn: 'ring' as const } : { hang: hangingFrom(posts[0]!) }),
    stones: ALONE,
    wires,
    joints,
    accents: [],
    operations: operations({ o, hoops, posts, joints, hand }),
  })
}

/** The same worked from one wire: it is wound round itself at both sides. */
function buildOne(stone: Stone, options: Options, hand: Hand): Design {
  const { o, geometry } = basisOf(stone, options)
  const wire = wireFrom({
    id: 'one',
    stock: shankStock(o),
    halves: piecesOf(stone, options).one!,
    finish: 'tucked',
  })
  const round = (id: string, wound: string, post: string, turns: number): Joint =>
    coil({
      id,
      members: [
        { wire: wire.id, ...stretchOf(wire, wound) },
        { wire: wire.id, ...stretchOf(wire, post) },
      ],
      stock: wire.stock,
      turns,
      each: turns,
      columns: 1,
    })
  const joints = [
    ...(o.mount === 'pendant' ? [neckOf(o, wire)] : []),
    round('far-left', 'far-pass-right', 'far-left', 1),
    round('climb', 'climb-right', 'mid-right', climbTurns(geometry) + 1),
    round('near-left', 'near-pass-right', 'near-left', 1),
    round('near-right', 'coil-right', 'near-right', o.turns),
  ]
  return withoutNegativeZero({
    version: 1,
    family: 'twin-hoop',
    ...(o.mount === 'ring' ? { worn: 'ring' as const } : { hang: hangingFrom(wire) }),
    stones: ALONE,
    wires: [wire],
    joints,
    accents: [],
    operations: oneWireOperations({ o, wire, joints, hand }),
  })
}
