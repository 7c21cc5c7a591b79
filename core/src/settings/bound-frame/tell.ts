import { dist, type Vec3 } from '../../geom/index.js'
import type { Finding } from '../../finding/index.js'
import { collapseLoad, pathLength, stationsOf } from '../../path/index.js'
import { outlineNearest, stoneMeasures } from '../../stone/index.js'
import { alloy, section } from '../../wire/index.js'
import { NEWTON_PER_GRAM } from '../../units/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { beadHalf } from '../shared/beadAccent.js'
import { bendGap } from '../shared/faceBend.js'
import { sweepGap, sweepSegment } from '../shared/faceSweep.js'
import { ballOf, type PlacedBall } from './ball.js'
import { beadOf, type PlacedBead } from './bead.js'
import { endsOf, swirlRoom, wiresWith } from './ends.js'
import { F } from './figures.js'
import { footSegments } from './foot.js'
import {
  bendsOf,
  frameOf,
  halfOf,
  isEven,
  overHollow,
  SIDES,
  sweepOf,
  type Face,
  type Frame,
  type FrameSide,
} from './frame.js'
import { hangingSag, plainFrame } from './hanging.js'
import { easeSegment } from './outlinePath.js'
import { spread } from './places.js'
import { hangsOn, reachOf, sweeps, type K } from './wires.js'

/** Deeper in the stone than this a wire cannot be, mm; farther off than this a leg does not reach the edge. */
const PENETRATION = 0.04
const LEG_OFF = 1.5
/** A bead may stand before the frame by this share of itself. */
const BEAD_BEFORE = 0.5
/** Hung by its neck a frame bears this many times the stone's weight. */
const LIMIT_MULTIPLE = 25
const MOST_LEAVE = 80

/** The frame of the choices. @throws RangeError where its foot leaves no side, which is told */
export function frameFrom(k: K): Frame {
  const { foot } = k.o
  const shorter = { field: 'foot', value: Math.max(2, Math.floor(foot / 2)) }
  let frame: Frame
  try {
    frame = frameOf(k.stone, k.o)
  } catch (error) {
    if (error instanceof RangeError) k.say('foot-too-long', 'error', 'foot', { foot })
    throw error
  }
  if ([frame, frame.left].some(({ stations }) => stations.easeEnd >= stations.leave)) {
    k.say('foot-too-long', 'error', 'foot', { foot }, shorter)
    throw new RangeError('the foot leaves no side')
  }
  return frame
}

/** Accents that have their places. */
export interface Accents {
  readonly bead: PlacedBead | undefined
  readonly ball: PlacedBall | undefined
}

const beadIn = (k: K, frame: Frame) => beadOf(frame, k.o.bead, k.thick('beadWire'))
const ballIn = (k: K, frame: Frame) => ballOf(frame, k.o.neck, k.o.ball)

/** Least gap between the wire of the foot and of what leads in from it, and the stone's edge, mm. */
function footGapOf({ line, stations }: FrameSide): number {
  const path = { segments: [...footSegments(line, 0), easeSegment(line, stations, 0)] }
  return Math.min(
    ...stationsOf(path, 0, pathLength(path), 0.25).map(
      ({ at }) => outlineNearest(line.outline, at.p[0], at.p[1]).distance - line.thickness / 2,
    ),
  )
}

/** Does a ball's coil come into the bead beside it, or into the turns of its wire. */
function meetsBead({ on, right }: PlacedBead, { centre, around }: PlacedBall): boolean {
  const { through, turns } = beadHalf(right, on)
  const path = { segments: [...through, ...turns] }
  const near = (p: Vec3, r: number) => dist(p, centre) < around + r
  return (
    near([0, on.y, on.z], on.radius) ||
    stationsOf(path, 0, pathLength(path), 0.2).some(({ at }) => near(at.p, on.fine / 2))
  )
}

/** The latest place at which the frame may leave the edge so that an accent has its place, and bends that fit it; undefined where none does. */
function leaveFor(k: K, place: (frame: Frame) => object | undefined): Finding['mend'] {
  for (let leave = k.o.leave + 1; leave <= MOST_LEAVE; leave++) {
    const frame = frameOf(k.stone, { ...k.o, leave })
    if (!place(frame)) continue
    const bends = (['front', 'back'] as const).map((face) => {
      const { hours, overlap } = reachOf(k, face)
      return [`${face}Bends`, hours.length === 0 ? hours : spread(frame, face, overlap, hours.length / 2)]
    })
    return { field: 'leave', value: leave, with: Object.fromEntries(bends) as Record<string, number[]> }
  }
  return undefined
}

/** Errors about foot, ends and accents. */
function tellParts(k: K, frame: Frame): Accents {
  const { o } = k
  const { line } = frame
  const halves = isEven(frame) ? [frame] : [frame, frame.left]
  const weave = o.footBind
  if (weave !== 'bound' && o.binding !== 'round')
    k.say('weave-round', 'error', 'binding', { weave }, { field: 'binding', value: 'round' })
  if (weave !== 'bound' && frame.pitch !== undefined)
    k.say('weave-twisted', 'error', 'footBind', { weave }, { field: 'twist', value: 'no' })
  const deep = -Math.min(...halves.map(footGapOf))
  if (deep > PENETRATION) k.say('foot-into-stone', 'error', 'foot', { deep })
  const away = Math.max(...halves.map(({ stations }) => stations.foot.away))
  if (o.footForm === 'V' && o.footGap > 0 && away - line.thickness / 2 - line.binder > LEG_OFF)
    k.say('foot-bend-short', 'error', 'footGap', { gap: o.footGap, foot: o.foot })
  if (o.neckRadius < frame.least)
    k.say('shoulder-too-tight', 'error', 'neckRadius', { radius: o.neckRadius, least: frame.least })
  if (halves.some(({ stations }) => stations.straight < 0)) {
    const earlier = { field: 'leave', value: Math.min(MOST_LEAVE, o.leave + 5) }
    k.say('no-room-for-shoulder', 'error', 'leave', { leave: o.leave, radius: o.neckRadius }, earlier)
    return { bead: undefined, ball: undefined }
  }
  const need = -swirlRoom(frame, o.neck)
  if (wiresWith(o, 'shoulder').length > 0 && need > 0)
    k.say('swirl-no-room', 'error', 'swirlPlace', { need }, { field: 'swirls', value: '0' })
  if (endsOf(o, o.wires - 1) === 'bail' && (o.tailOver !== 'no' || o.ball > 0))
    k.say('front-is-bail', 'error', 'pair', {}, { field: 'pair', value: 'rear' })
  else if (o.roll === 'forward' && (o.tailOver !== 'no' || o.ball > 0))
    k.say('bail-before', 'error', 'roll', {}, { field: 'roll', value: 'backward' })
  const [bead, ball] = [beadIn(k, frame), ballIn(k, frame)]
  if (o.bead > 0 && !bead) {
    const leave = leaveFor(k, (f) => beadIn(k, f)) ?? { field: 'bead', value: 0 }
    k.say('bead-no-room', 'error', 'bead', { bead: o.bead }, leave)
  }
  if (o.ball > 0 && o.tailOver !== 'no')
    k.say('ball-and-tail', 'error', 'ball', {}, { field: 'tailOver', value: 'no' })
  else if (o.ball > 0 && !ball) {
    const leave = leaveFor(k, (f) => ballIn(k, f)) ?? { field: 'ball', value: 0 }
    k.say('ball-no-room', 'error', 'ball', { ball: o.ball }, leave)
  } else if (ball && bead && meetsBead(bead, ball))
    k.say('ball-and-bead', 'error', 'ball', { ball: o.ball }, { field: 'bead', value: 0 })
  return { bead, ball }
}

/** Errors about a sweep over a face: no room for it, or the stone in its way. */
function tellSweep(k: K, frame: Frame, face: Face): void {
  const wide = `${face}Overlap` as const
  for (const side of SIDES) {
    const sweep = sweepOf(frame, face, k.o[wide], side)
    try {
      const gap = sweepGap(sweep, sweepSegment(sweep))
      if (gap < -PENETRATION) return k.say('sweep-into-stone', 'error', wide, { face, deep: -gap })
    } catch (error) {
      if (!(error instanceof RangeError)) throw error
      k.say('sweep-no-room', 'error', `${face}Hold`, { face }, { field: `${face}Hold`, value: 'bends' })
      throw error
    }
  }
}

/** Errors about bends: what they run into. */
function tellBends(k: K, frame: Frame): void {
  for (const face of ['front', 'back'] as const) {
    const [field, wide] = [`${face}Bends`, `${face}Overlap`] as const
    const reach = reachOf(k, face)
    const { overlap } = reach
    if (overlap > 0.42 * Math.min(k.stone.width, k.stone.length)) {
      k.say('overlap-past-middle', 'error', wide, { overlap })
      continue
    }
    if (sweeps(k.o, face)) tellSweep(k, frame, face)
    for (const side of SIDES) {
      const { solid, stations } = halfOf(frame, side)
      const bends = bendsOf(frame, face, reach, side)
      bends.forEach((bend, i) => {
        const before = bends[i - 1]
        const { hour } = bend
        if (overHollow(solid, bend.summit, overlap)) k.say('bend-over-hollow', 'error', field, { hour })
        else if (bend.run0 < -1e-9) k.say('bend-in-foot', 'error', field, { hour, need: -bend.run0 })
        else if (bend.to > stations.leave + 1e-9 || bend.summit >= stations.leave)
          k.say('bend-in-neck', 'error', field, { hour })
        else {
          // only a bend that has its whole run can be followed along its curve
          const gap = bendGap(bend)
          if (gap < -PENETRATION) k.say('bend-into-stone', 'error', wide, { hour, deep: -gap })
        }
        const lack = before ? before.run1 + 0.2 - bend.run0 : 0
        if (before && lack > 0)
          k.say('bends-collide', 'error', field, { first: before.hour, second: hour, need: lack })
      })
    }
  }
}

/** Errors that stand in the way; what has its place. */
export function tellRoom(k: K, frame: Frame): Accents {
  const accents = tellParts(k, frame)
  tellBends(k, frame)
  return accents
}

/** Figures that the doubts speak of. */
export interface Judged {
  readonly thick: Quantity
  readonly stack: Quantity
  readonly gap: Quantity
  readonly beadGap: Quantity | undefined
}

/** The plain frame as bars clamped at the neck, hung with the weight at the foot: what it bears, and how far it gives. */
function tellHanging(k: K, frame: Frame): void {
  const { o, stone } = k
  const metal = alloy(o.alloy)
  const points = plainFrame(frame.line, isEven(frame) ? frame.line : frame.left.line)
  const bar = {
    points,
    start: 'clamp',
    end: 'clamp',
    profile: o.profile,
    size: frame.line.size,
    yieldStress: metal.yield[o.temper][0],
  } as const
  const load = o.wires * collapseLoad(bar, (points.length - 1) / 2, [0, -1, 0])
  const carried = k.found('carried', 'held at the neck', load / NEWTON_PER_GRAM, hangsOn(k, 'carried'))
  const each = (LIMIT_MULTIPLE * NEWTON_PER_GRAM) / o.wires
  const stiffness = metal.modulus * section(o.profile, frame.line.size).inertia
  const gram = hangingSag(points, each, stiffness)
  const stretch = k.found('stretch', 'held at the neck', gram, hangsOn(k, 'stretch'))
  // where a figure is worked out anew nothing is judged
  if (stone.mineral === '') return
  const { mass } = stoneMeasures(stone)
  const times = F.times({ carried, mass })
  const sag = F.sag({ stretch, mass })
  const give = numberOf(sag)
  const values = { carried: numberOf(carried), times: numberOf(times), wanted: LIMIT_MULTIPLE, sag: give }
  if (numberOf(times) < LIMIT_MULTIPLE)
    k.say('too-light', 'doubt', 'size', values, undefined, { carried, times, sag })
  else if (give > 0.03 * stone.length)
    k.say('sags', 'doubt', 'size', { sag: give, times: LIMIT_MULTIPLE }, undefined, { sag })
}

/** Doubts that show on the built frame: weight carried, stack against edge, bends, accents. */
export function tellDoubts(k: K, frame: Frame, { bead }: Accents, judged: Judged): void {
  const { o, stone } = k
  tellHanging(k, frame)
  const { thick, stack, gap, beadGap } = judged
  const a = numberOf(thick)
  if (a > Math.min(stone.length, stone.width) / 9)
    k.say('clumsy', 'doubt', 'size', { thickness: a, width: stone.width }, undefined, { thickness: thick })
  const high = numberOf(stack)
  const edge = Math.max(stone.wall, 0.3 * stone.depth)
  const low = high < 0.6 * stone.wall || (stone.wall > high + 2 * o.frontOverlap + a && o.frontOverlap > 0)
  if (high > edge + 2.6 * a)
    k.say('stack-high', 'doubt', 'wires', { stack: high, edge }, undefined, { stack })
  else if (low) k.say('stack-low', 'doubt', 'wires', { stack: high, edge: stone.wall }, undefined, { stack })
  for (const face of ['front', 'back'] as const) {
    const { hours, overlap } = reachOf(k, face)
    const count = overlap === 0 ? 0 : hours.length
    if (count < 3 && !sweeps(o, face)) k.say('few-bends', 'doubt', `${face}Bends`, { face, count })
  }
  if (bead && beadGap && o.bead < bead.gap)
    k.say('bead-slips', 'doubt', 'bead', { bead: o.bead, gap: bead.gap }, undefined, { gap: beadGap })
  if (bead && bead.before > BEAD_BEFORE * o.bead)
    k.say('bead-crowds', 'doubt', 'bead', { bead: o.bead, before: bead.before })
  if (numberOf(gap) > 0.35 * stone.length)
    k.say('long-gap', 'note', 'leave', { gap: numberOf(gap) }, undefined, { gap })
}
