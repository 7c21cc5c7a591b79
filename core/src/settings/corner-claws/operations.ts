import type { Form, Joint, Operation, Wire } from '../../design/index.js'
import { alloy, mandrelFor, springsOf, stockName } from '../../wire/index.js'
import type { Hand } from '../family.js'
import type { ClawGeometry } from './geometry.js'
import { axisOf } from './geometry.js'
import { MINUTES } from './minutes.js'
import { clawSides, clawStock, seatStock, tieStock, type ClawOptions, type Side } from './options.js'

/**
 * The order of work: all wires cut and bent to their numbers, the stone tried on the seat, three corners tied, the stone laid in, the last
 * corner closed over it at the leading hand, then bail or shank.
 */
export function operations(spec: {
  readonly o: ClawOptions
  readonly geometry: ClawGeometry
  readonly wires: readonly Wire[]
  readonly joints: readonly Joint[]
  readonly hand: Hand
}): Operation[] {
  const { o, geometry: g, wires, joints, hand } = spec
  const all = wires.map((w) => w.id)
  const out: Operation[] = []
  let before: readonly string[] = []
  const push = (op: Omit<Operation, 'forms' | 'wires' | 'values' | 'needs'> & Partial<Operation>) => {
    out.push({ forms: [], wires: all, values: {}, needs: before, ...op })
    before = [op.id]
  }
  const formed = (list: readonly Wire[], kinds: readonly string[]): Form[] =>
    list.flatMap((w) =>
      w.parts
        .filter((p) => kinds.includes(p.kind))
        .map((p) => ({ wire: w.id, s0: p.s0, s1: p.s1, to: 'path' as const })),
    )
  const joint = (id: string) => joints.find((j) => j.id === id)!
  const degrees = (v: number) => (v * 180) / Math.PI
  const seat = stockName(seatStock(o))
  const claw = stockName(clawStock(o))
  const tie = stockName(tieStock(o))
  const n = clawSides(o.claws).length

  push({ id: 'gather', kind: 'gather', minutes: MINUTES.gather, wires: [], values: { seat, claw, tie, n } })
  push({ id: 'straighten', kind: 'straighten', minutes: MINUTES.straighten, wires: [] })
  push({ id: 'cut', kind: 'cut', minutes: MINUTES.cut * all.length, final: true, values: { n: all.length } })
  push({ id: 'mark', kind: 'mark', minutes: MINUTES.mark * all.length, values: { n: all.length } })
  for (const w of wires) {
    const [tier, side] = w.id.split('-') as ['seat' | 'claw', Side]
    const m = (tier === 'seat' ? g.seats : g.claws)[axisOf(side)]
    push({
      id: `bend-${w.id}`,
      kind: 'bend',
      minutes: MINUTES.bend,
      wires: [w.id],
      forms: formed([w], ['middle', 'bend', 'tail', 'tie', 'end']),
      values: {
        face: tier,
        which: side,
        width: 2 * m.vertex,
        angle: 45,
        slope: degrees(m.slope),
        way: m.climb > 0 ? 'up' : 'down',
        by: Math.abs(m.climb),
      },
    })
  }
  push({ id: 'try', kind: 'try', minutes: MINUTES.try, wires: [], values: { seat: o.seat } })
  // the corner at the leading hand, on the bail's far side, is closed last: over the stone
  const last = hand === 'right' ? 'bottom-right' : 'bottom-left'
  const order = (
    hand === 'right' ? ['top-left', 'top-right', 'bottom-left'] : ['top-right', 'top-left', 'bottom-right']
  ) as readonly string[]
  const close = (id: string, k: number) => {
    const j = joint(id)
    const [updown, side] = id.split('-') as [string, string]
    push({
      id: `tie-${id}`,
      kind: 'lash',
      joint: id,
      wires: [...new Set(j.members.map((m) => m.wire))],
      minutes: j.turns * MINUTES.turn + MINUTES.close,
      ...(id === last ? { final: true } : {}),
      values: { corner: `${updown} ${side}`, turns: j.turns, length: j.length, tie, number: k + 1, of: 4 },
    })
  }
  order.forEach(close)
  push({
    id: 'seat',
    kind: 'seat',
    minutes: MINUTES.seat,
    wires: [],
    stone: 'in',
    values: { corner: last.replace('-', ' ') },
  })
  close(last, 3)
  if (o.mount === 'ring') {
    const shank = wires.filter((w) => w.id === 'seat-top' || w.id === 'seat-bottom')
    push({
      id: 'shape-shank',
      kind: 'shape',
      minutes: MINUTES.shape,
      wires: shank.map((w) => w.id),
      forms: formed(shank, ['rise', 'finger', 'lap']),
      values: {
        ring: o.ring,
        mandrel: mandrelFor(
          springsOf(alloy(o.alloy), o.temper, { section: 'rectangular', thickness: g.shape.size }).mid,
          o.ring,
        ),
      },
    })
    const palm = joint('palm')
    push({
      id: 'bind-palm',
      kind: 'bind',
      joint: 'palm',
      wires: shank.map((w) => w.id),
      minutes: palm.turns * MINUTES.turn,
      values: { length: palm.length, turns: palm.turns, tie },
    })
  } else {
    const top = wires.filter((w) => w.id === 'seat-top')
    push({
      id: 'shape-neck',
      kind: 'shape',
      minutes: MINUTES.shape,
      wires: ['seat-top'],
      forms: formed(top, ['shoulder', 'neck']),
    })
    for (const id of ['neck', 'bail'] as const) {
      const j = joint(id)
      push({
        id: `bind-${id}`,
        kind: 'bind',
        joint: id,
        wires: ['seat-top'],
        minutes: j.turns * MINUTES.turn,
        values: { length: j.length, turns: j.turns, tie },
      })
    }
    push({
      id: 'roll-bail',
      kind: 'roll',
      minutes: MINUTES.roll,
      wires: ['seat-top'],
      final: true,
      forms: formed(top, ['bail', 'bare']),
      values: { inside: o.bail },
    })
  }
  push({ id: 'trim', kind: 'trim', minutes: MINUTES.trim, final: true, values: { margin: o.margin } })
  return out
}
