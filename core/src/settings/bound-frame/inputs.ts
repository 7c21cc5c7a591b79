import { stoneInputs, type Stone } from '../../stone/index.js'
import { ALLOY_SOURCE, wireSize } from '../../wire/index.js'
import { leaf, numberOf, worker, type Quantity } from '../../working/index.js'
import type { Options } from '../family.js'
import { BAIL_BARE } from '../shared/rolledBail.js'
import { mirrorHour, sideOf } from './bends.js'

import { bendRadius, leastBend, readOptions, twistPitch } from './options.js'

import { frameFormulas } from './formulas.js'

const work = worker(frameFormulas)

export function optionLeaves(stone: Stone, options: Options) {
  const o = readOptions(options)
  const chosen = (id: string, value: number | string, unit: Quantity['unit'] = 'mm') =>
    leaf('chosen', `option.${id}`, value, unit)
  const s = stoneInputs(stone)
  const binding = chosen('bindingSize', wireSize(o.bindingSize).mm)
  const size = chosen('size', wireSize(o.size).mm)
  const twisted = twistPitch(o) !== undefined
  const plane: Record<string, Quantity> =
    stone.outline === 'round'
      ? { outline: s.outline, length: s.length }
      : {
          outline: s.outline,
          length: s.length,
          width: s.width,
          ...(s.corner ? { corner: s.corner } : {}),
          ...(s.cleft ? { cleft: s.cleft } : {}),
          ...(s.points ? { points: s.points } : {}),
        }
  return {
    o,
    s,
    plane,
    chosen,
    /** Across the outer wires as they lie. */
    thickness: twisted ? work('frame.twisted', { size }) : size,
    /** The wire's own size, where that is another. */
    own: twisted ? { size } : undefined,
    binder: work(`frame.binder.${o.binding}`, { binding }),
    foot: chosen('foot', o.foot),
    /** What a foot is worked out from that is not simply bound and laid along the edge. */
    formed:
      o.footForm === 'arc' && o.footGap === 0 && o.footBind === 'bound'
        ? undefined
        : { footForm: chosen('footForm', o.footForm, 'word'), footGap: chosen('footGap', o.footGap) },
    weave:
      o.footBind === 'bound'
        ? undefined
        : {
            weave: chosen('footBind', o.footBind, 'word'),
            wires: chosen('wires', o.wires, ''),
            size,
            weaver: binding,
          },
    neck: chosen('neck', o.neck),
    leave: chosen('leave', o.leave, '°'),
    neckRadius: chosen('neckRadius', o.neckRadius),
    inside: chosen('bail', o.bail),
    wires: chosen('wires', o.wires, ''),
    profile: chosen('profile', o.profile, 'word'),
    bendRadius: leaf(
      'table',
      `bend radius of ${o.alloy}, ${o.temper}, ${o.size}`,
      bendRadius(o),
      'mm',
      ALLOY_SOURCE,
    ),
  }
}
export type OptionLeaves = ReturnType<typeof optionLeaves>

export function bailOf(q: OptionLeaves): { radius: Quantity; bound: Quantity; bare: Quantity } {
  const bare = leaf('table', 'bare end of the bail strip', BAIL_BARE, 'mm', 'our choice')
  const radius = work('frame.bail.radius', { inside: q.inside, binder: q.binder, thickness: q.thickness })
  const end = work('frame.bail.end', { neck: q.neck, radius, thickness: q.thickness, binder: q.binder, bare })
  const strip = work('frame.bail.strip', { radius, thickness: q.thickness, binder: q.binder, end })
  return { radius, bound: work('frame.bail.bound', { strip, bare }), bare }
}

/** Measures of the stone that a bend over this face hangs on. */
export function shaped({ s }: OptionLeaves, face: 'front' | 'back'): Record<string, Quantity> {
  const wall = s.wall!
  const edge = Object.fromEntries(
    (['draft', 'chamfer'] as const).flatMap((id) => (s[id] && numberOf(s[id]) > 0 ? [[id, s[id]]] : [])),
  )
  if (!s.back)
    return face === 'front' ? { depth: s.depth, fullness: s.fullness!, wall, ...edge } : { wall, ...edge }
  const domes = { kind: s.kind!, depth: s.depth, wall, back: s.back }
  return face === 'front' ? { ...domes, fullness: s.fullness! } : { ...domes, backFullness: s.backFullness! }
}

/** What the bends of a face are worked out from; undefined when there are none. `side` leaves out the other side's. */
export function bendInputs(
  q: OptionLeaves,
  face: 'front' | 'back',
  side?: 'left' | 'right',
): Record<string, Quantity> | undefined {
  const { o } = q
  const overlap = face === 'front' ? o.frontOverlap : o.backOverlap
  const hours = (face === 'front' ? o.frontBends : o.backBends).filter(
    (hour) => side === undefined || sideOf(hour) === side,
  )
  if (hours.length === 0 || !(overlap > 0)) return undefined
  // as seen in the mirror on the left, so that like halves have like workings
  const places =
    side === 'left' ? hours.map((h) => Number(mirrorHour(h).toFixed(6))).sort((a, b) => a - b) : hours
  return {
    ...q.plane,
    ...shaped(q, face),
    thickness: q.thickness,
    ...q.own,
    wires: q.wires,
    binder: q.binder,
    foot: q.foot,
    ...q.formed,
    profile: q.profile,
    bendRadius: q.bendRadius,
    overlap: q.chosen(`${face}Overlap`, overlap),
    places: q.chosen(`${face}Bends`, places.join(', '), 'word'),
    face: leaf('table', `face that is bent over`, face, 'word', 'the family'),
  }
}

/** What decides the way above the stone. */
export const aboveInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...q.plane,
  thickness: q.thickness,
  neck: q.neck,
  leave: q.leave,
  neckRadius: q.neckRadius,
  leastBend: leaf(
    'table',
    `least bend of ${q.o.alloy}, ${q.o.temper}, ${q.o.size}`,
    leastBend(q.o),
    'mm',
    ALLOY_SOURCE,
  ),
})

/** What decides the way of a front wire's end that comes down from the neck before the stone. */
const overFaceInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...aboveInputs(q),
  ...shaped(q, 'front'),
  ...(q.s.back ? shaped(q, 'back') : {}),
  ...q.own,
  wires: q.wires,
  binder: q.binder,
})

/** What decides the way of a tail led over the face. */
export const tailInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...overFaceInputs(q),
  profile: q.profile,
  hour: q.chosen('tailOver', Number(q.o.tailOver), ''),
})

/** What decides the place of a ball and its coil. */
export const ballInputs = (q: OptionLeaves): Record<string, Quantity> => ({
  ...overFaceInputs(q),
  ball: q.chosen('ball', q.o.ball),
})

/** What decides the place of a bead and its wire. */
export function beadInputs(q: OptionLeaves): Record<string, Quantity> {
  return {
    ...q.plane,
    thickness: q.thickness,
    ...q.own,
    leave: q.leave,
    neckRadius: q.neckRadius,
    ...shaped(q, 'front'),
    ...(q.s.back ? shaped(q, 'back') : {}),
    wires: q.wires,
    profile: q.profile,
    fine: q.chosen('bindingSize', wireSize(q.o.bindingSize).mm),
    bead: q.chosen('bead', q.o.bead),
  }
}

export const stackOf = (q: OptionLeaves): Quantity =>
  q.own
    ? work('frame.stack.twisted', { wires: q.wires, thickness: q.thickness, ...q.own })
    : work('frame.stack', { wires: q.wires, thickness: q.thickness })

export const gapAbove = (q: OptionLeaves): Quantity =>
  work('frame.gap.top', {
    ...q.plane,
    thickness: q.thickness,
    leave: q.leave,
    neckRadius: q.neckRadius,
  })
