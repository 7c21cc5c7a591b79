import type { Wire } from '../../design/index.js'
import { remember } from '../../geom/index.js'
import { fullStone, solidOf, type Solid, type Stone } from '../../stone/index.js'
import type { Options } from '../family.js'
import { binderHeight } from '../shared/bind.js'
import { planBends, type PlannedBend } from './bends.js'
import { bendRadius, bindingStock, frameStock, readOptions, type BoundFrameOptions } from './options.js'
import { frameStations, type FrameLine, type FrameStations } from './outlinePath.js'

/** What both the builder and the working of lengths start from. */
export interface FrameBasis {
  readonly o: BoundFrameOptions
  readonly solid: Solid
  readonly line: FrameLine
  readonly stations: FrameStations
}

const lastBasis = remember<Options, { readonly stone: Stone; readonly basis: FrameBasis }>(8)

/** The basis of a stone and options; the last ones are remembered, as build, fits and review all ask for it. */
export function frameBasis(stone: Stone, options: Options): FrameBasis {
  const known = lastBasis(options, () => ({ stone, basis: makeBasis(stone, options) }))
  return known.stone === stone ? known.basis : makeBasis(stone, options)
}

function makeBasis(stone: Stone, options: Options): FrameBasis {
  const o = readOptions(options)
  const solid = solidOf(fullStone(stone))
  const line: FrameLine = {
    outline: solid.outline,
    thickness: frameStock(o).size.mm,
    binder: binderHeight(bindingStock(o)),
    foot: o.foot,
    footForm: o.footForm,
    footGap: o.footGap,
    footRadius: bendRadius(o),
    leave: o.leave,
    neckRadius: o.neckRadius,
  }
  return { o, solid, line, stations: frameStations(line) }
}

/** Name of frame wire i of n, from behind to the front. */
export function wireId(i: number, n: number): string {
  if (i === 0) return 'rear'
  if (i === n - 1) return 'front'
  return n === 3 ? 'middle' : `middle-${i}`
}

/** Height of wire i's middle: the stack is centred on the girdle. */
export const wireHeight = (i: number, n: number, thickness: number): number => (i - (n - 1) / 2) * thickness

const plannedBends = remember<FrameBasis, Map<string, readonly PlannedBend[]>>(8)

/** Bends of wire i on one side, worked out once per basis. */
export function bendsOf(basis: FrameBasis, i: number, side: 'left' | 'right'): readonly PlannedBend[] {
  const known = plannedBends(basis, () => new Map())
  const key = `${i} ${side}`
  let bends = known.get(key)
  if (!bends) known.set(key, (bends = workOutBends(basis, i, side)))
  return bends
}

function workOutBends(basis: FrameBasis, i: number, side: 'left' | 'right'): PlannedBend[] {
  const { o, solid, line, stations } = basis
  const face = i === o.wires - 1 ? 'front' : i === 0 ? 'back' : undefined
  if (!face) return []
  return planBends({
    solid,
    line,
    stations,
    face,
    hours: face === 'front' ? o.frontBends : o.backBends,
    side,
    overlap: face === 'front' ? o.frontOverlap : o.backOverlap,
    profile: o.profile,
    radius: bendRadius(o),
    z: wireHeight(i, o.wires, line.thickness),
  })
}

/** Range of consecutive parts of one kind and side. */
export function partRange(wire: Wire, id: string): { s0: number; s1: number } {
  const part = wire.parts.find((p) => p.id === id)
  if (!part) throw new RangeError(`wire ${wire.id} has no part "${id}"`)
  return { s0: part.s0, s1: part.s1 }
}
