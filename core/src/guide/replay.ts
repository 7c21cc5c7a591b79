import { jointsMade, stonesLaid, type Design, type Operation } from '../design/index.js'
import type { Path } from '../path/index.js'
import { develop, formKey, type Formed } from './develop.js'

/** The piece as it is after some operations. Plain data but for the maps, which `wireStates` turns into paths. */
export interface PieceState {
  readonly done: readonly string[]
  readonly formed: ReadonlyMap<string, Formed>
  /** Joints that are bound. */
  readonly joints: readonly string[]
  readonly stone: 'out' | 'in'
  /** Of several stones those that are in; all of them where nothing is said. */
  readonly stones?: readonly string[]
  /** Temporary holds that are on. */
  readonly holds: readonly string[]
  readonly cut: boolean
}

const START: PieceState = { done: [], formed: new Map(), joints: [], stone: 'out', holds: [], cut: false }

/**
 * Does one operation; of like places that are worked at it only the first so many, where that is said.
 * @throws RangeError when something it needs is not done, or it is done already
 */
export function perform(state: PieceState, op: Operation, places = Infinity): PieceState {
  for (const need of op.needs)
    if (!state.done.includes(need)) throw new RangeError(`"${op.id}" needs "${need}" done first`)
  if (state.done.includes(op.id)) throw new RangeError(`"${op.id}" is done already`)
  const formed = new Map(state.formed)
  const worked = (op.places ?? []).slice(0, places)
  for (const f of [...op.forms, ...worked.flatMap((p) => p.forms)]) {
    const wire = new Map(formed.get(f.wire) ?? [])
    wire.set(formKey(f), f.to)
    formed.set(f.wire, wire)
  }
  const laid = stonesLaid(op, places)
  let holds = state.holds
  if (op.hold?.on !== undefined) holds = [...holds, op.hold.on]
  if (op.hold?.off !== undefined) {
    const { off } = op.hold
    if (!holds.includes(off)) throw new RangeError(`"${op.id}" takes off "${off}", which is not on`)
    holds = holds.filter((h) => h !== off)
  }
  return {
    done: [...state.done, op.id],
    formed,
    joints: [...state.joints, ...jointsMade({ ...op, places: worked })],
    stone: op.stone ?? (laid.length > 0 ? 'in' : state.stone),
    ...(laid.length > 0 || state.stones ? { stones: [...(state.stones ?? []), ...laid] } : {}),
    holds,
    cut: state.cut || op.kind === 'cut',
  }
}

/**
 * The state after these operations, in this order (all in the design's own order by default).
 * @throws RangeError for an order that breaks a dependency, or an unknown id
 */
export function replay(
  design: Design,
  order: readonly string[] = design.operations.map((o) => o.id),
): PieceState {
  return order.reduce((state, id) => {
    const op = design.operations.find((o) => o.id === id)
    if (!op) throw new RangeError(`no operation "${id}"`)
    return perform(state, op)
  }, START)
}

/** Accents that are on in a state, by id: those of its operations, and of the places whose joints are made. */
export const accentsOn = (design: Design, state: PieceState): string[] =>
  design.operations.flatMap(({ id, accent, places = [] }) => [
    ...(accent !== undefined && state.done.includes(id) ? [accent] : []),
    ...places.flatMap((p) => (p.accent !== undefined && state.joints.includes(p.joint) ? [p.accent] : [])),
  ])

/** A wire as it looks in a state. */
export interface WireState {
  readonly id: string
  readonly path: Path
  readonly active: boolean
}

/** Wires present in a state with the form that they have; none before they are cut, or taken up. `op` marks its wires as active. */
export function wireStates(design: Design, state: PieceState, op?: Operation): WireState[] {
  if (!state.cut) return []
  const here = new Set(op ? [...state.done, op.id] : state.done)
  const later = new Set(design.operations.flatMap((o) => (here.has(o.id) ? [] : (o.brings ?? []))))
  return design.wires
    .filter((wire) => !later.has(wire.id))
    .map((wire) => ({
      id: wire.id,
      path: develop(wire, state.formed.get(wire.id) ?? new Map()),
      active: op === undefined || op.wires.includes(wire.id),
    }))
}
