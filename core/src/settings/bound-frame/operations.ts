import type { Form, Joint, Operation, Wire } from '../../design/index.js'
import type { Vec3 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { stockName } from '../../wire/index.js'
import type { Hand } from '../family.js'
import type { FrameBasis } from './basis.js'
import { bendsOf, footRise, wireId } from './basis.js'
import { isCoiled, wiresWith } from './ends.js'
import { MINUTES } from './minutes.js'
import { bindingStock, frameStock, twistPitch, wovenOf } from './options.js'

const UP: Vec3 = [0, 0, 1]

/**
 * The order of work, made from the joints and bends that the plan has: foot bound flat, frame shaped, the back bent in,
 * the stone tried and seated, the front bent over, the neck closed, bail rolled, tails curled, ends trimmed.
 */
export function operations(
  basis: FrameBasis,
  wires: readonly Wire[],
  joints: readonly Joint[],
  hand: Hand,
): Operation[] {
  // the side away from the leading hand is begun with; the one at hand is closed last
  const first = hand === 'right' ? ('left' as const) : ('right' as const)
  const sides = first === 'left' ? (['left', 'right'] as const) : (['right', 'left'] as const)
  const { o } = basis
  const n = o.wires
  const frame = wires.slice(0, n)
  const all = wires.slice(0, n).map((w) => w.id)
  const joint = (id: string) => joints.find((j) => j.id === id)!
  const partOf = (w: Wire, id: string) => w.parts.find((p) => p.id === id)!
  const out: Operation[] = []
  const push = (op: Omit<Operation, 'forms' | 'wires' | 'values'> & Partial<Operation>) =>
    out.push({ forms: [], wires: all, values: {}, ...op })

  const foot = joint('foot')
  const neck = joint('neck')
  const bail = joint('bail')
  const stock = stockName(frameStock(o))
  const binding = stockName(bindingStock(o))

  push({
    id: 'gather',
    kind: 'gather',
    needs: [],
    minutes: MINUTES.gather,
    wires: [],
    values: { n, frame: stock, binding },
  })
  push({
    id: 'straighten',
    kind: 'straighten',
    needs: ['gather'],
    minutes: MINUTES.straighten,
    wires: [],
    values: { frame: stock },
  })
  const pitch = twistPitch(o)
  if (pitch !== undefined) {
    const longest = Math.max(...[wires[0]!, wires[n - 1]!].map((w) => pathLength(w.path) + 2 * o.margin))
    push({
      id: 'twist',
      kind: 'twist',
      needs: ['straighten'],
      minutes: MINUTES.twist,
      wires: [],
      values: { frame: stock, length: longest, turns: Math.round(longest / pitch), pitch },
    })
  }
  push({
    id: 'cut',
    kind: 'cut',
    needs: [pitch === undefined ? 'straighten' : 'twist'],
    minutes: MINUTES.cut * n,
    final: true,
    values: { n: wires.length },
  })
  push({
    id: 'mark',
    kind: 'mark',
    needs: ['cut'],
    minutes: MINUTES.mark * n,
    values: { n, each: o.foot / 2 },
  })
  push({
    id: 'align',
    kind: 'align',
    needs: ['mark'],
    minutes: MINUTES.align,
    values: { n },
    hold: { on: 'tape' },
  })
  const woven = wovenOf(o)
  const bound = woven ? 'weave-foot' : 'bind-foot'
  push({
    id: bound,
    kind: 'bind',
    joint: 'foot',
    needs: ['align'],
    minutes: foot.turns * MINUTES.turn,
    values: {
      n,
      length: foot.length,
      each: foot.length / 2,
      turns: foot.turns,
      ...(woven ? { weave: o.footBind, repeats: foot.turns / woven.rows, rows: woven.rows } : {}),
      binding,
      first,
      sense: hand === 'right' ? 'clockwise' : 'anticlockwise',
    },
  })
  push({
    id: 'untape',
    kind: 'unclamp',
    needs: [bound],
    minutes: MINUTES.unclamp,
    hold: { off: 'tape' },
  })

  const bentFoot = footRise(basis) > 1e-9
  if (bentFoot)
    push({
      id: 'bend-foot',
      kind: 'shape',
      needs: ['untape'],
      minutes: MINUTES.footBend,
      forms: frame.flatMap((w) =>
        w.parts
          .filter((p) => p.kind === 'foot')
          .map((p) => ({ wire: w.id, s0: p.s0, s1: p.s1, to: 'path' as const })),
      ),
      values: { n, rise: (footRise(basis) * 180) / Math.PI },
    })

  // the plane outline: foot, sides, and each bend's stretch as an even curve of its own length for now
  const shaped: Form[] = []
  frame.forEach((w, i) => {
    const turnOf = new Map<string, number>()
    for (const side of ['left', 'right'] as const)
      for (const bend of bendsOf(basis, i, side)) turnOf.set(`bend-${bend.hour}-${side}`, bend.to - bend.from)
    for (const part of w.parts) {
      if ((part.kind === 'foot' && !bentFoot) || part.kind === 'side')
        shaped.push({ wire: w.id, s0: part.s0, s1: part.s1, to: 'path' })
      const angle = turnOf.get(part.id)
      if (angle !== undefined) shaped.push({ wire: w.id, s0: part.s0, s1: part.s1, to: { axis: UP, angle } })
    }
  })
  push({
    id: 'shape',
    kind: 'shape',
    needs: [bentFoot ? 'bend-foot' : 'untape'],
    minutes: MINUTES.shape,
    forms: shaped,
    values: { n },
  })
  for (const side of sides) {
    push({
      id: `shoulder-${side}`,
      kind: 'shoulder',
      needs: ['shape'],
      minutes: MINUTES.shoulder,
      forms: frame.map((w) => {
        const part = partOf(w, `shoulder-${side}`)
        return { wire: w.id, s0: part.s0, s1: part.s1, to: 'path' as const }
      }),
      values: { n, side, leave: o.leave, radius: o.neckRadius },
    })
  }
  const bendIds = { back: [] as string[], front: [] as string[] }
  const bendOps = (i: number, face: 'back' | 'front', needs: readonly string[]) => {
    let before = needs
    // across from each other in turn, so that the stone is not pushed to one side
    const planned = [...bendsOf(basis, i, 'left'), ...bendsOf(basis, i, 'right')].sort((p, q) =>
      Math.abs(p.run0 - q.run0) > 0.01 ? p.run0 - q.run0 : p.side === q.side ? 0 : p.side === first ? -1 : 1,
    )
    planned.forEach((bend, k) => {
      const id = `bend-${face}-${bend.hour}`
      const part = partOf(wires[i]!, `bend-${bend.hour}-${bend.side}`)
      push({
        id,
        kind: 'bend',
        needs: before,
        wires: [wires[i]!.id],
        minutes: MINUTES.bend,
        forms: [{ wire: wires[i]!.id, s0: part.s0, s1: part.s1, to: 'path' }],
        values: { face, hour: bend.hour, overlap: bend.overlap, number: k + 1, of: planned.length },
      })
      bendIds[face].push(id)
      before = [id]
    })
  }
  const shoulders = sides.map((side) => `shoulder-${side}`)
  bendOps(0, 'back', shoulders)
  const backDone = bendIds.back.length > 0 ? [...bendIds.back.slice(-1)] : shoulders
  push({ id: 'try', kind: 'try', needs: backDone, minutes: MINUTES.try, wires: [] })
  push({
    id: 'seat',
    kind: 'seat',
    needs: ['try'],
    minutes: MINUTES.seat,
    wires: [],
    stone: 'in',
    values: { back: o.backBends.length },
  })
  bendOps(n - 1, 'front', ['seat'])
  const frontDone = bendIds.front.length > 0 ? [...bendIds.front.slice(-1)] : ['seat']
  push({
    id: 'close',
    kind: 'close',
    needs: frontDone,
    minutes: MINUTES.close,
    final: true,
    hold: { on: 'tie' },
    values: { count: 2 * n, n },
    forms: frame.flatMap((w) =>
      (['left', 'right'] as const).map((side) => {
        const part = partOf(w, `neck-${side}`)
        return { wire: w.id, s0: part.s0, s1: part.s1, to: 'path' as const }
      }),
    ),
  })
  push({
    id: 'bind-neck',
    kind: 'bind',
    joint: 'neck',
    needs: ['close'],
    minutes: neck.turns * MINUTES.turn,
    values: { n, count: 2 * n, length: neck.length, turns: neck.turns, binding },
    hold: { off: 'tie' },
  })
  push({
    id: 'bind-bail',
    kind: 'bind',
    joint: 'bail',
    needs: ['bind-neck'],
    wires: [wireId(0, n)],
    minutes: bail.turns * MINUTES.turn,
    values: { length: bail.length, turns: bail.turns, binding },
  })
  const rear = wires[0]!
  push({
    id: 'roll-bail',
    kind: 'roll',
    needs: ['bind-bail'],
    wires: [rear.id],
    minutes: MINUTES.roll,
    final: true,
    forms: ['bail-left', 'bare-left', 'bail-right', 'bare-right'].map((id) => {
      const part = partOf(rear, id)
      return { wire: rear.id, s0: part.s0, s1: part.s1, to: 'path' as const }
    }),
    values: { inside: o.bail },
  })
  const ends: string[] = []
  for (const [kind, step] of [
    ['shoulder', 'swirl'],
    ['above', 'curl'],
  ] as const)
    for (const i of wiresWith(o, kind)) {
      const w = wires[i]!
      const id = `${step}-${w.id}`
      ends.push(id)
      push({
        id,
        kind: 'curl',
        needs: ['roll-bail'],
        wires: [w.id],
        minutes: kind === 'shoulder' ? MINUTES.swirl : MINUTES.curl,
        forms: (['left', 'right'] as const)
          .filter((side) => !isCoiled(o, i, side))
          .map((side) => {
            const part = partOf(w, `tail-${side}`)
            return { wire: w.id, s0: part.s0, s1: part.s1, to: 'path' as const }
          }),
        values: { wire: w.id, budget: o.tail },
      })
    }
  // one side after the other: led, then tied before it springs back
  let before = ['roll-bail']
  for (const i of wiresWith(o, 'over'))
    for (const side of sides) {
      const w = wires[i]!
      const part = partOf(w, `tail-${side}`)
      const hour = side === 'right' ? Number(o.tailOver) : 12 - Number(o.tailOver)
      const tie = joint(`tie-${side}`)
      push({
        id: `lead-${side}`,
        kind: 'cross',
        needs: before,
        wires: [w.id],
        minutes: MINUTES.lead,
        forms: [part, partOf(w, `tied-${side}`)].map(({ s0, s1 }) => ({
          wire: w.id,
          s0,
          s1,
          to: 'path' as const,
        })),
        values: { side, hour },
      })
      push({
        id: `tie-${side}`,
        kind: 'bind',
        joint: tie.id,
        needs: [`lead-${side}`],
        wires: [w.id],
        minutes: tie.turns * MINUTES.turn,
        values: { side, hour, turns: tie.turns, binding },
      })
      before = [`tie-${side}`]
      ends.push(`tie-${side}`)
    }
  if (o.ball > 0) {
    const front = frame[n - 1]!
    const tie = joint('ball')
    const form = (...ids: readonly string[]) =>
      ids.map((id) => {
        const { s0, s1 } = partOf(front, id)
        return { wire: front.id, s0, s1, to: 'path' as const }
      })
    const values = { ball: o.ball, binding, turns: tie.turns }
    const wound = { wires: [front.id], values }
    push({
      ...wound,
      id: 'coil-ball',
      kind: 'curl',
      needs: ['roll-bail'],
      minutes: MINUTES.coilBall,
      forms: form('tail-right', 'coil-right', 'tied-right'),
    })
    push({
      ...wound,
      id: 'tie-ball',
      kind: 'bind',
      joint: tie.id,
      needs: ['coil-ball'],
      minutes: tie.turns * MINUTES.turn,
    })
    push({
      ...wound,
      id: 'close-ball',
      kind: 'curl',
      needs: ['tie-ball'],
      minutes: MINUTES.closeBall,
      accent: 'ball',
      forms: form('over-right'),
    })
    ends.push('close-ball')
  }
  const bead = wires.find((w) => w.id === 'bead')
  if (bead) {
    const wire = stockName(bead.stock)
    for (const [i, side] of sides.entries()) {
      const coil = joint(`bead-${side}`)
      const ids = i === 0 ? [`turns-${side}`] : ['through-left', 'through-right', `turns-${side}`]
      push({
        id: i === 0 ? 'bead-first' : 'bead-second',
        kind: 'coil',
        joint: coil.id,
        needs: [i === 0 ? 'bind-neck' : 'thread-bead'],
        wires: [bead.id],
        minutes: coil.turns * MINUTES.beadTurn,
        forms: ids.map((id) => {
          const { s0, s1 } = partOf(bead, id)
          return { wire: bead.id, s0, s1, to: 'path' as const }
        }),
        ...(i === 0 ? { brings: [bead.id] } : {}),
        values: { side, turns: coil.turns, wire, length: pathLength(bead.path) + 2 * o.margin },
      })
      if (i === 0)
        push({
          id: 'thread-bead',
          kind: 'thread',
          needs: ['bead-first'],
          wires: [bead.id],
          minutes: MINUTES.thread,
          accent: 'bead',
          values: { bead: o.bead, side },
        })
      else ends.push('bead-second')
    }
  }
  push({
    id: 'trim',
    kind: 'trim',
    needs: ends.length > 0 ? ends : ['roll-bail'],
    minutes: MINUTES.trim,
    final: true,
    values: { margin: o.margin },
  })
  return out
}
