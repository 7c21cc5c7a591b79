import { dist, type Vec3 } from '../../geom/index.js'
import type { Design } from '../../design/index.js'
import type { Finding } from '../../finding/index.js'
import { leastRadius, pathLength, stationsOf } from '../../path/index.js'
import {
  fullStone,
  isDomed,
  outlineNearest,
  stoneErrors,
  type FullStone,
  type Stone,
} from '../../stone/index.js'
import { numberOf } from '../../working/index.js'
import type { Options } from '../family.js'
import { beadHalf } from '../shared/beadAccent.js'
import { bendGap } from '../shared/faceBend.js'
import { kindWord } from '../shared/kindWord.js'
import { bailRuns } from '../shared/rolledBail.js'
import { swirlSeat } from '../shared/swirl.js'
import { bendsOf, frameBasis, halfOf, overHollow, type FrameBasis, type FrameSide } from './basis.js'
import { ballOf, type PlacedBall } from './ball.js'
import { beadOf } from './bead.js'
import { places } from './candidates.js'
import { wiresWith } from './ends.js'
import { limitsOf } from './params.js'
import { footSegments } from './foot.js'
import { swirlOf } from './shoulderSwirl.js'
import { easeSegment } from './outlinePath.js'
import { leastBend, readOptions } from './options.js'
import { LIMIT_MULTIPLE } from './formulas.js'
import { reviewFigures } from './outputs.js'

/** A wire may stand in the stone by this much at most, mm: a little under the named 0.05, as only some points of a bend are looked at. */
const PENETRATION = 0.04
/** A V's legs end no farther than this off the edge, with the binding between, mm. */
const LEG_OFF = 1.5
/** A bead whose hole lies farther before the frame than this share of its diameter crowds its gap. */
const BEAD_BEFORE = 0.5
/** The bail strip's end stays this far above the stone, mm. */
const BAIL_CLEAR = 0.3

/** Why a stone of this kind or outline cannot be set so, if it cannot. */
function unfitStone(stone: FullStone): Finding | undefined {
  const say = (code: string, field: string): Finding => ({
    code: `bound-frame.${code}`,
    severity: 'error',
    field,
    values: { kind: kindWord(stone), outline: stone.outline },
  })
  if (stone.group?.kind === 'row') return say('row', 'group')
  if (!isDomed(stone)) return say('not-domed', 'kind')
  return undefined
}

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
function meetsBead(basis: FrameBasis, { centre, around }: PlacedBall): boolean {
  const bead = beadOf(basis)
  if (!bead) return false
  const { on, right } = bead
  const { through, turns } = beadHalf(right, on)
  const path = { segments: [...through, ...turns] }
  const near = (p: Vec3, r: number) => dist(p, centre) < around + r
  return (
    near([0, on.y, on.z], on.radius) ||
    stationsOf(path, 0, pathLength(path), 0.2).some(({ at }) => near(at.p, on.fine / 2))
  )
}

/** The latest place at which the frame may leave the edge so that an accent has its place, and bends that fit it; undefined where none does. */
function leaveFor(
  stone: Stone,
  options: Options,
  place: (basis: FrameBasis) => object | undefined,
): Finding['mend'] {
  const { most } = limitsOf(stone, 'leave')
  const o = readOptions(options)
  for (let leave = o.leave + 1; leave <= most; leave++) {
    const next = { ...o, leave }
    if (!place(frameBasis(stone, { ...next }))) continue
    const bends = (['front', 'back'] as const).map((face) => {
      const hours = o[`${face}Bends`]
      return [
        `${face}Bends`,
        hours.length === 0 ? hours : places(stone, next, face, hours.length / 2),
      ] as const
    })
    return { field: 'leave', value: leave, with: Object.fromEntries(bends) }
  }
  return undefined
}

/** Can a stone like this be set so at all; and with options: is there room for everything they ask. */
export function fits(stone: Stone, options?: Options): Finding[] {
  const out: Finding[] = [...stoneErrors(stone)]
  if (out.length > 0) return out
  const unfit = unfitStone(fullStone(stone))
  if (unfit) return [unfit]
  if (!options) return out
  const say = (
    code: string,
    severity: Finding['severity'],
    field: string,
    values: Finding['values'],
    mend?: Finding['mend'],
  ) => out.push({ code: `bound-frame.${code}`, severity, field, values, ...(mend ? { mend } : {}) })
  const o = readOptions(options)
  let basis: FrameBasis
  try {
    basis = frameBasis(stone, options)
  } catch {
    say('foot-too-long', 'error', 'foot', { foot: o.foot })
    return out
  }
  const { line } = basis
  const a = line.thickness
  const halves = basis.left === basis ? [basis] : [basis, basis.left]
  if (halves.some(({ stations }) => stations.easeEnd >= stations.leave)) {
    say(
      'foot-too-long',
      'error',
      'foot',
      { foot: o.foot },
      { field: 'foot', value: Math.max(2, Math.floor(o.foot / 2)) },
    )
    return out
  }
  if (o.footBind !== 'bound' && o.binding !== 'round')
    say('weave-round', 'error', 'binding', { weave: o.footBind }, { field: 'binding', value: 'round' })
  if (o.footBind !== 'bound' && o.twist !== 'no' && o.profile === 'square')
    say('weave-twisted', 'error', 'footBind', { weave: o.footBind }, { field: 'twist', value: 'no' })
  const deep = -Math.min(...halves.map(footGapOf))
  if (deep > PENETRATION) say('foot-into-stone', 'error', 'foot', { deep })
  const missed =
    basis.o.footForm === 'V' && basis.o.footGap > 0
      ? Math.max(...halves.map(({ stations }) => stations.foot.away)) - a / 2 - line.binder
      : 0
  if (missed > LEG_OFF) say('foot-bend-short', 'error', 'footGap', { gap: o.footGap, foot: o.foot })
  if (wiresWith(o, 'shoulder').length > 0) {
    const room = Math.min(
      ...(['left', 'right'] as const).map((side) => {
        const { middle, radius } = swirlSeat(swirlOf(basis, o.wires - 1, side))
        return middle[0] - radius - a - line.binder - a / 2
      }),
    )
    if (room < 0) say('swirl-no-room', 'error', 'swirlPlace', { need: -room })
  }
  const roomy = halves.every(({ stations }) => stations.straight >= 0)
  if (roomy && o.bead > 0 && !beadOf(basis)) {
    const leave = leaveFor(stone, options, beadOf)
    say('bead-no-room', 'error', 'bead', { bead: o.bead }, leave ?? { field: 'bead', value: 0 })
  }
  if (roomy && o.ball > 0) {
    const ball = ballOf(basis)
    if (o.tailOver !== 'no') say('ball-and-tail', 'error', 'ball', {}, { field: 'tailOver', value: 'no' })
    else if (!ball)
      say(
        'ball-no-room',
        'error',
        'ball',
        { ball: o.ball },
        leaveFor(stone, options, ballOf) ?? { field: 'ball', value: 0 },
      )
    else if (meetsBead(basis, ball))
      say('ball-and-bead', 'error', 'ball', { ball: o.ball }, { field: 'bead', value: 0 })
  }
  if (!roomy) {
    say(
      'no-room-for-shoulder',
      'error',
      'leave',
      { leave: o.leave, radius: o.neckRadius },
      { field: 'leave', value: Math.min(80, o.leave + 5) },
    )
  }
  if (o.neckRadius - a / 2 < leastBend(o) - a / 2)
    say('shoulder-too-tight', 'error', 'neckRadius', {
      radius: o.neckRadius,
      least: leastBend(o),
    })
  const runs = bailRuns({ inside: o.bail, thickness: a, binder: line.binder, neck: o.neck })
  if (runs.turnBack < 0.6 * a) {
    const least = Math.ceil(2 * (1.6 * a + 2 * line.binder - a / 2 - line.binder) * 2) / 2
    say('bail-too-small', 'error', 'bail', { bail: o.bail, least }, { field: 'bail', value: least })
  }
  // the strip comes down behind the neck: its end must stay above the stone
  const room = o.neck + basis.join - basis.solid.outline.top - runs.turnBack - runs.end
  if (runs.turnBack > 0 && room < BAIL_CLEAR) {
    const neck = Math.min(15, Math.ceil((o.neck + BAIL_CLEAR - room) * 2) / 2)
    say(
      'bail-onto-stone',
      'error',
      'neck',
      { bail: o.bail, neck: o.neck, need: neck },
      { field: 'neck', value: neck },
    )
  }
  for (const i of [0, o.wires - 1]) {
    const field = i === 0 ? 'backBends' : 'frontBends'
    const reach = i === 0 ? 'backOverlap' : 'frontOverlap'
    const overlap = o[reach]
    if (overlap > 0.42 * Math.min(fullStone(stone).width, stone.length)) {
      say('overlap-past-middle', 'error', reach, { overlap })
      continue
    }
    for (const side of ['left', 'right'] as const) {
      const { solid, stations } = halfOf(basis, side)
      const bends = bendsOf(basis, i, side)
      bends.forEach((bend, k) => {
        const before = bends[k - 1]
        if (overHollow(solid, bend.summit, overlap))
          say('bend-over-hollow', 'error', field, { hour: bend.hour })
        else if (bend.run0 < -1e-9) say('bend-in-foot', 'error', field, { hour: bend.hour, need: -bend.run0 })
        else if (bend.to > stations.leave + 1e-9 || bend.summit >= stations.leave)
          say('bend-in-neck', 'error', field, { hour: bend.hour })
        else {
          // only a bend that has its whole run can be followed along its curve
          const gap = bendGap(bend)
          if (gap < -PENETRATION) say('bend-into-stone', 'error', reach, { hour: bend.hour, deep: -gap })
        }
        if (before && before.run1 > bend.run0 - 0.2)
          say('bends-collide', 'error', field, {
            first: before.hour,
            second: bend.hour,
            need: before.run1 + 0.2 - bend.run0,
          })
      })
    }
  }
  return out
}

/** Doubts and errors that show on the built frame: bend radii, weight carried, stack against edge. */
export function review(stone: Stone, options: Options, design: Design): Finding[] {
  const out: Finding[] = []
  const say = (
    code: string,
    severity: Finding['severity'],
    field: string,
    values: Finding['values'],
    figures?: Finding['figures'],
  ) => out.push({ code: `bound-frame.${code}`, severity, field, values, ...(figures ? { figures } : {}) })
  const basis = frameBasis(stone, options)
  const { o, line } = basis
  const full = fullStone(stone)
  const a = line.thickness
  const tightest = design.wires
    .slice(0, o.wires)
    .flatMap((w) => w.path.segments.map((seg) => leastRadius(seg)))
    .reduce((p, q) => Math.min(p, q), Infinity)
  const limit = leastBend(o)
  if (tightest < limit) say('bend-too-tight', 'error', 'frontOverlap', { radius: tightest, least: limit })

  // hanging: the plain frame as bars clamped at the neck, the weight at the foot
  const figures = reviewFigures(stone, options)
  const times = numberOf(figures.times)
  const sag = numberOf(figures.sag)
  const { carried } = figures
  if (times < LIMIT_MULTIPLE)
    say(
      'too-light',
      'doubt',
      'size',
      { carried: numberOf(carried), times, wanted: LIMIT_MULTIPLE, sag },
      { carried, times: figures.times, sag: figures.sag },
    )
  else if (sag > 0.03 * full.length)
    say('sags', 'doubt', 'size', { sag, times: LIMIT_MULTIPLE }, { sag: figures.sag })
  if (a > Math.min(full.length, full.width) / 9)
    say('clumsy', 'doubt', 'size', { thickness: a, width: full.width }, { thickness: figures.thickness })

  const stack = numberOf(figures.stack)
  const edge = Math.max(full.wall, 0.3 * full.depth)
  if (stack > edge + 2.6 * a) say('stack-high', 'doubt', 'wires', { stack, edge }, { stack: figures.stack })
  else if (stack < 0.6 * full.wall)
    say('stack-low', 'doubt', 'wires', { stack, edge: full.wall }, { stack: figures.stack })
  if (full.wall > stack + 2 * o.frontOverlap + a && o.frontOverlap > 0)
    say('stack-low', 'doubt', 'wires', { stack, edge: full.wall }, { stack: figures.stack })

  for (const [face, overlap] of [
    ['front', o.frontOverlap],
    ['back', o.backOverlap],
  ] as const) {
    const bends = face === 'front' ? o.frontBends : o.backBends
    if (overlap === 0 || bends.length < 3)
      say('few-bends', 'doubt', `${face}Bends`, { face, count: overlap === 0 ? 0 : bends.length })
  }
  const bead = beadOf(basis)
  if (bead && o.bead < bead.gap) {
    const gap = numberOf(figures.beadGap!)
    say('bead-slips', 'doubt', 'bead', { bead: o.bead, gap }, { gap: figures.beadGap! })
  }
  if (bead && bead.before > BEAD_BEFORE * o.bead)
    say('bead-crowds', 'doubt', 'bead', { bead: o.bead, before: bead.before })
  if (basis.join - basis.solid.outline.top > 0.35 * full.length)
    say('long-gap', 'note', 'leave', { gap: numberOf(figures.gap) }, { gap: figures.gap })
  return out
}
