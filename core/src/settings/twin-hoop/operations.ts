import type { Form, Joint, Operation, Wire } from '../../design/index.js'
import { mandrelFor, springsOf, alloy, stockName } from '../../wire/index.js'
import type { Hand } from '../family.js'
import { MINUTES } from './minutes.js'
import { bindingStock, hoopStock, shankStock, type TwinHoopOptions } from './options.js'

/** Where on a rod the wire's spring-back is taken as the middle of its metal's range. */
export const rodFor = (o: TwinHoopOptions, thickness: number, inside: number): number =>
  mandrelFor(springsOf(alloy(o.alloy), o.temper, { section: 'round', thickness }).mid, inside)

/**
 * The order of work: hoops wound on a rod, shank or bail shaped, the near hoop wound round the carriers, the stone laid in, the far hoop
 * wound over it, the carriers' ends turned back over its coils.
 */
export function operations(spec: {
  readonly o: TwinHoopOptions
  readonly hoops: readonly Wire[]
  readonly posts: readonly Wire[]
  readonly joints: readonly Joint[]
  readonly hand: Hand
}): Operation[] {
  const { o, hoops, posts, joints, hand } = spec
  const first = hand === 'right' ? ('left' as const) : ('right' as const)
  const last = first === 'left' ? ('right' as const) : ('left' as const)
  const all = [...hoops, ...posts].map((w) => w.id)
  const ids = posts.map((w) => w.id)
  const ring = o.mount === 'ring'
  const out: Operation[] = []
  let before: readonly string[] = []
  const push = (op: Omit<Operation, 'forms' | 'wires' | 'values' | 'needs'> & Partial<Operation>) => {
    out.push({ forms: [], wires: all, values: {}, needs: before, ...op })
    before = [op.id]
  }
  const formed = (list: readonly Wire[], kinds: readonly string[], side?: 'left' | 'right'): Form[] =>
    list.flatMap((w) =>
      w.parts
        .filter((p) => kinds.includes(p.kind) && (side === undefined || p.id.endsWith(side)))
        .map((p) => ({ wire: w.id, s0: p.s0, s1: p.s1, to: 'path' as const })),
    )
  const joint = (id: string) => joints.find((j) => j.id === id)!
  const hoopName = stockName(hoopStock(o))
  const shankName = stockName(shankStock(o))
  const binding = stockName(bindingStock(o))
  const bound = joints.some((j) => j.kind === 'bind')

  push({
    id: bound ? 'gather-bound' : 'gather',
    kind: 'gather',
    minutes: MINUTES.gather,
    wires: [],
    values: { hoops: hoopName, shank: shankName, n: posts.length, binding },
  })
  push({ id: 'straighten', kind: 'straighten', minutes: MINUTES.straighten, wires: [] })
  push({
    id: 'cut',
    kind: 'cut',
    minutes: MINUTES.cut * all.length,
    final: true,
    values: { n: all.length },
  })
  push({ id: 'mark', kind: 'mark', minutes: MINUTES.mark * all.length, values: { n: all.length } })
  if (ring && posts.length > 1) {
    push({
      id: 'align',
      kind: 'align',
      minutes: MINUTES.align,
      wires: ids,
      hold: { on: 'tape' },
      values: { n: posts.length },
    })
    const palm = joint('palm')
    push({
      id: 'bind-palm',
      kind: 'bind',
      joint: 'palm',
      wires: ids,
      minutes: palm.turns * MINUTES.turn,
      values: { n: posts.length, length: palm.length, each: palm.length / 2, turns: palm.turns, binding },
    })
    push({ id: 'untape', kind: 'unclamp', minutes: MINUTES.unclamp, wires: ids, hold: { off: 'tape' } })
  }
  for (const hoop of hoops)
    push({
      id: `wind-${hoop.id}`,
      kind: 'wind',
      minutes: MINUTES.wind,
      wires: [hoop.id],
      forms: formed([hoop], ['front', 'back']),
      values: { hoop: hoop.id, inside: o.hoop, rod: rodFor(o, hoop.stock.size.mm, o.hoop) },
    })
  const sides = ['shoulder', 'turn', 'side', 'tied']
  if (ring)
    push({
      id: 'shape-shank',
      kind: 'shape',
      minutes: MINUTES.shape,
      wires: ids,
      forms: formed(posts, ['palm', 'finger', ...sides]),
      values: {
        n: posts.length,
        ring: o.ring,
        mandrel: rodFor(o, posts[0]!.stock.size.mm, o.ring),
      },
    })
  else {
    push({
      id: 'shape-loop',
      kind: 'shape',
      minutes: MINUTES.shape,
      wires: ids,
      forms: formed(posts, ['loop', 'leg', 'neck']),
      values: { inside: o.bail },
    })
    const neck = joint('neck')
    push({
      id: 'bind-neck',
      kind: 'bind',
      joint: 'neck',
      wires: ids,
      minutes: neck.turns * MINUTES.turn,
      values: { length: neck.length, turns: neck.turns, binding },
    })
    push({
      id: 'shape-sides',
      kind: 'shape',
      minutes: MINUTES.shape,
      wires: ids,
      forms: formed(posts, sides),
      values: { leave: o.leave },
    })
  }
  const coils = (hoop: Wire) => {
    push({
      id: `coil-${hoop.id}-passing`,
      kind: 'coil',
      joint: `${hoop.id}-left`,
      wires: [hoop.id, ...ids],
      minutes: MINUTES.turn,
      forms: formed([hoop], ['pass']),
      values: { hoop: hoop.id, n: posts.length },
    })
    push({
      id: `coil-${hoop.id}-ends`,
      kind: 'coil',
      joint: `${hoop.id}-right`,
      wires: [hoop.id, ...ids],
      minutes: 2 * o.turns * MINUTES.turn,
      ...(hoop.id === 'far' ? { final: true } : {}),
      forms: formed([hoop], ['coil']),
      values: { hoop: hoop.id, n: posts.length, turns: o.turns, both: 2 * o.turns },
    })
  }
  coils(hoops[0]!)
  push({ id: 'try', kind: 'try', minutes: MINUTES.try, wires: [], values: { play: o.play } })
  push({ id: 'seat', kind: 'seat', minutes: MINUTES.seat, wires: [], stone: 'in' })
  coils(hoops[1]!)
  for (const side of [first, last])
    push({
      id: `hook-${side}`,
      kind: 'hook',
      minutes: MINUTES.hook * posts.length,
      wires: ids,
      forms: formed(posts, ['hook'], side),
      values: { side, n: posts.length },
    })
  push({ id: 'trim', kind: 'trim', minutes: MINUTES.trim, final: true, values: { margin: o.margin } })
  return out
}
