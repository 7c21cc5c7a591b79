import { type Stone } from '../../stone/index.js'
import { leaf, worker, type Quantity } from '../../working/index.js'
import type { HalvesWorking, JointWorking, Options, PartWorking } from '../family.js'
import { mirrorOf, wireId } from './basis.js'
import { TIED_COIL } from '../shared/coilAccent.js'
import { endsOf, isCoiled } from './ends.js'

import { TIED } from './tailOver.js'

import { frameFormulas } from './formulas.js'
import {
  optionLeaves,
  type OptionLeaves,
  bailOf,
  bendInputs,
  aboveInputs,
  tailInputs,
  ballInputs,
  beadInputs,
  stackOf,
} from './inputs.js'

const work = worker(frameFormulas)

/** Bound lengths and bundles of the three joints. */
export function joints(stone: Stone, options: Options): Record<string, JointWorking> {
  const q = optionLeaves(stone, options)
  const fixed = (name: string, n: number) => leaf('table', name, n, '', 'the family')
  const bundle = (columns: Quantity, rows: Quantity, high: Quantity) => ({
    columns,
    rows,
    ...(q.own
      ? {
          hull: work('frame.hull.twisted', { columns, rows, thickness: q.thickness, stack: high }),
        }
      : {}),
  })
  const tied = () =>
    bundle(
      fixed('wires across at a tied tail', 1),
      fixed('wires deep at a tied tail', 2),
      q.own ? work('frame.tied.twisted', { thickness: q.thickness }) : q.thickness,
    )
  return {
    foot: {
      length: q.foot,
      ...bundle(fixed('wires across at the foot', 1), q.wires, stackOf(q)),
      ...(q.weave
        ? {
            turns: work('frame.weave.turns', { ...q.weave, foot: q.foot }),
            turn: work('frame.weave.row', q.weave),
          }
        : {}),
    },
    neck: { length: q.neck, ...bundle(fixed('wires across at the neck', 2), q.wires, stackOf(q)) },
    bail: {
      length: bailOf(q).bound,
      ...bundle(
        fixed('wires across the bail strip', 2),
        fixed('wires deep in the bail strip', 1),
        q.thickness,
      ),
    },
    ...(q.o.tailOver === 'no'
      ? {}
      : Object.fromEntries(
          (['left', 'right'] as const).map((side) => [`tie-${side}`, { length: tiedLength, ...tied() }]),
        )),
    ...(q.o.ball > 0
      ? {
          ball: {
            length: leaf('table', 'length of coil that is tied', TIED_COIL, 'mm', 'our choice'),
            ...tied(),
          },
        }
      : {}),
  }
}

/** Working of both halves of every frame wire, from the middle of the foot outward; they add up to its path. */
export function halves(stone: Stone, options: Options): Record<string, HalvesWorking> {
  const right = halfOfWires(stone, options, 'right')
  const seen = mirrorOf(stone)
  const left = halfOfWires(seen, options, 'left')
  return Object.fromEntries(Object.keys(right).map((id) => [id, { left: left[id]!, right: right[id]! }]))
}

/** Working of one half of every frame wire; the left one of the stone as seen in the mirror. */
function halfOfWires(
  stone: Stone,
  options: Options,
  which: 'left' | 'right',
): Record<string, readonly PartWorking[]> {
  const q = optionLeaves(stone, options)
  const { o } = q
  const sideInputs = {
    ...q.plane,
    thickness: q.thickness,
    binder: q.binder,
    foot: q.foot,
    ...(q.formed ? { ...q.formed, bendRadius: q.bendRadius } : {}),
    leave: q.leave,
  }
  const plainSide = work(q.formed ? 'frame.side.foot' : 'frame.side', sideInputs)
  const sideFor = (i: number): Quantity =>
    q.weave
      ? work('frame.side.woven', {
          ...sideInputs,
          lift: work('frame.weave.lift', {
            ...q.weave,
            wire: leaf('table', 'wire, from behind', i + 1, '', 'the family'),
          }),
        })
      : plainSide
  const shoulder = work('frame.shoulder', {
    ...q.plane,
    thickness: q.thickness,
    leave: q.leave,
    neckRadius: q.neckRadius,
  })
  const foot = work('frame.half', { whole: q.foot })
  const { bound, bare } = bailOf(q)
  const out: Record<string, readonly PartWorking[]> = {}
  for (let i = 0; i < o.wires; i++) {
    const half = (): PartWorking[] => {
      const face = i === o.wires - 1 ? 'front' : i === 0 ? 'back' : undefined
      const inputs = face && bendInputs(q, face, which)
      const list: PartWorking[] = [
        { kind: 'foot', quantity: foot },
        { kind: 'side', quantity: sideFor(i) },
        ...(inputs ? [{ kind: 'bend', quantity: work('frame.bends', inputs) }] : []),
        { kind: 'shoulder', quantity: shoulder },
        { kind: 'neck', quantity: q.neck },
      ]
      if (i === 0) list.push({ kind: 'bail', quantity: bound }, { kind: 'bare', quantity: bare })
      else {
        if (isCoiled(o, i, which)) {
          const inputs = ballInputs(q)
          const part = (stretch: string) =>
            work('frame.ball', {
              ...inputs,
              stretch: leaf('table', 'stretch of the coil', stretch, 'word', 'the family'),
            })
          list.push(
            { kind: 'tail', quantity: part('lead') },
            { kind: 'coil', quantity: part('first') },
            { kind: 'tied', quantity: part('tied') },
            { kind: 'coil', quantity: part('rest') },
          )
          return list
        }
        const quantity = endOf(q, i)
        if (quantity) list.push({ kind: 'tail', quantity })
        if (endsOf(o, i) === 'over') list.push({ kind: 'tied', quantity: tiedLength })
      }
      return list
    }
    out[wireId(i, o.wires)] = half()
  }
  if (o.bead > 0) {
    const inputs = beadInputs(q)
    out.bead = [
      { kind: 'through', quantity: work('frame.bead.through', inputs) },
      { kind: 'turns', quantity: work('frame.bead.turns', inputs) },
    ]
  }
  return out
}

const tiedLength = leaf('table', 'length of frame along which a tail is tied', TIED, 'mm', 'our choice')

/** Length of one end of wire i above the neck, where it has one. */
function endOf(q: OptionLeaves, i: number): Quantity | undefined {
  const { o } = q
  switch (endsOf(o, i)) {
    case 'above':
      return q.chosen('tail', o.tail)
    case 'shoulder':
      return work('frame.swirl', aboveInputs(q))
    case 'over':
      return work('frame.tail.over', tailInputs(q))
    case 'cut':
      return undefined
  }
}
