import type { Form, Joint, Operation, Wire } from '../../design/index.js'
import { stockName } from '../../wire/index.js'
import type { Hand } from '../family.js'
import { MINUTES } from './minutes.js'
import { rodFor } from './operations.js'
import { bindingStock, shankStock, type TwinHoopOptions } from './options.js'

/**
 * The order of work from one wire: shank or bail first, then the far hoop, the stone, up the side, the near hoop over it, and both ends.
 */
export function oneWireOperations(spec: {
  readonly o: TwinHoopOptions
  readonly wire: Wire
  readonly joints: readonly Joint[]
  readonly hand: Hand
}): Operation[] {
  const { o, wire, joints } = spec
  const size = wire.stock.size.mm
  const out: Operation[] = []
  let before: readonly string[] = []
  const push = (op: Omit<Operation, 'forms' | 'wires' | 'values' | 'needs'> & Partial<Operation>) => {
    out.push({ forms: [], wires: [wire.id], values: {}, needs: before, ...op })
    before = [op.id]
  }
  const formed = (chosen: (id: string) => boolean): Form[] =>
    wire.parts
      .filter((p) => chosen(p.id))
      .map((p) => ({ wire: wire.id, s0: p.s0, s1: p.s1, to: 'path' as const }))
  const ids = (...list: readonly string[]) => formed((id) => list.includes(id))
  const both = (...list: readonly string[]) =>
    formed((id) => list.some((name) => id === `${name}-left` || id === `${name}-right`))
  const joint = (id: string) => joints.find((j) => j.id === id)!
  const binding = stockName(bindingStock(o))
  const ring = o.mount === 'ring'

  push({
    id: ring ? 'gather-one' : 'gather-one-bound',
    kind: 'gather',
    minutes: MINUTES.gather,
    wires: [],
    values: { wire: stockName(shankStock(o)), binding },
  })
  push({ id: 'straighten', kind: 'straighten', minutes: MINUTES.straighten, wires: [] })
  push({ id: 'cut-one', kind: 'cut', minutes: MINUTES.cut, final: true })
  push({ id: 'mark-one', kind: 'mark', minutes: MINUTES.mark })
  const sides = ['shoulder', 'turn', 'rise', 'near', 'mid', 'far', 'stub']
  if (ring)
    push({
      id: 'shape-shank-one',
      kind: 'shape',
      minutes: MINUTES.shape,
      forms: both('finger', ...sides),
      values: { ring: o.ring, mandrel: rodFor(o, size, o.ring) },
    })
  else {
    const neck = joint('neck')
    push({
      id: 'shape-loop',
      kind: 'shape',
      minutes: MINUTES.shape,
      forms: both('loop', 'leg', 'neck'),
      values: { inside: o.bail },
    })
    push({
      id: 'bind-neck',
      kind: 'bind',
      joint: 'neck',
      minutes: neck.turns * MINUTES.turn,
      values: { length: neck.length, turns: neck.turns, binding },
    })
    push({
      id: 'shape-sides',
      kind: 'shape',
      minutes: MINUTES.shape,
      forms: both(...sides),
      values: { leave: o.leave },
    })
  }
  push({
    id: 'wind-one-far',
    kind: 'wind',
    minutes: MINUTES.wind,
    forms: ids('bend-right', 'far-front-right', 'far-back-right'),
    values: { inside: o.hoop, rod: rodFor(o, size, o.hoop) },
  })
  push({
    id: 'coil-one-far',
    kind: 'coil',
    joint: 'far-left',
    minutes: MINUTES.turn,
    forms: ids('far-pass-right'),
  })
  push({ id: 'try-one', kind: 'try', minutes: MINUTES.try, wires: [], values: { play: o.play } })
  push({ id: 'seat-one', kind: 'seat', minutes: MINUTES.seat, wires: [], stone: 'in' })
  const climb = joint('climb')
  push({
    id: 'climb',
    kind: 'coil',
    joint: 'climb',
    minutes: climb.turns * MINUTES.turn,
    forms: ids('climb-right'),
    values: { turns: climb.turns, packed: climb.turns - 1 },
  })
  push({
    id: 'wind-one-near',
    kind: 'wind',
    minutes: MINUTES.wind,
    forms: ids('near-front-right', 'near-back-right'),
    values: { inside: o.seat, rod: rodFor(o, size, o.seat) },
  })
  push({
    id: 'coil-one-near',
    kind: 'coil',
    joint: 'near-left',
    minutes: MINUTES.turn,
    forms: ids('near-pass-right'),
  })
  const end = joint('near-right')
  push({
    id: 'coil-one-end',
    kind: 'coil',
    joint: end.id,
    minutes: end.turns * MINUTES.turn,
    final: true,
    forms: ids('coil-right'),
    values: { turns: end.turns },
  })
  push({
    id: 'hook-one',
    kind: 'hook',
    minutes: MINUTES.hook,
    forms: ids('hook-left'),
    values: { side: 'left' },
  })
  push({ id: 'trim', kind: 'trim', minutes: MINUTES.trim, final: true, values: { margin: o.margin } })
  return out
}
