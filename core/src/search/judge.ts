import { cutList, DEFAULT_SCHOOL, type Rounding } from '../cut/index.js'
import { seatedStones, type Design } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import type { Vec3 } from '../geom/index.js'
import {
  askedOf,
  atMost,
  bearsCarefully,
  chiefOf,
  borneBy,
  DEMANDS,
  enoughFor,
  firstLaced,
  heldAmong,
  holdOf,
  isLaced,
  settingOf,
  shareOf,
  surroundingsOf,
  toleranced,
  underFingertip,
  type Asked,
  type Demands,
  type Hold,
  type Setting,
} from '../hold/index.js'
import type { Family, Options } from '../settings/index.js'
import { stoneMeasures, type Stone, type StoneMeasures } from '../stone/index.js'
import { numberOf } from '../working/index.js'
import { MOST_HIDDEN } from '../plan/index.js'
import { cannotBeBuilt, wholeDesign } from '../plan/index.js'

/** What starting options must keep to. */
export interface Limits {
  /** What the weakest way must bear. */
  readonly demands: Demands
  /** Share of the face that may be hidden, %. */
  readonly hidden: number
  /** What cut lengths are rounded up to: a wire is as heavy as it is cut. */
  readonly rounding: Rounding
}

export const LIMITS: Limits = { demands: DEMANDS, hidden: MOST_HIDDEN, rounding: '5 mm' }

/** Room to spare: what is borne over what is asked. */
export const ROOM = 1.3

/** Why options are not good enough. */
export type Barrier =
  | { readonly kind: 'error' | 'doubt'; readonly finding: Finding }
  /** Too much of the face would be hidden, %. */
  | { readonly kind: 'hidden'; readonly percent: number }
  /** The stone could leave. */
  | { readonly kind: 'out'; readonly way: Vec3 }
  /** It would bear this share of what is asked: as planned, or with what a hand misses by. */
  | { readonly kind: 'pull' | 'careful'; readonly share: number }

/** What options are judged by: the stone as it is held, its mass in g, the limits. */
export interface Ask {
  readonly chosen: Family
  readonly stone: Stone
  readonly mass: number
  readonly girths: Pick<StoneMeasures, 'edge' | 'girthLength' | 'girthWidth'>
  readonly limits: Limits
  /** Only the first check and the bends a little short; the push with wires that give is left out. */
  readonly quick: boolean
  /** The way in which the last laced candidate was doubtful. */
  readonly doubtedIn: { way?: Vec3 | undefined }
}

export const askOf = (chosen: Family, stone: Stone, limits: Limits, quick: boolean): Ask => {
  const measures = stoneMeasures(stone)
  return {
    chosen,
    stone,
    mass: numberOf(measures.mass),
    girths: measures,
    limits,
    quick,
    doubtedIn: {},
  }
}

/** Options that can be built, with the doubts that their findings raise. */
export interface Made {
  readonly options: Options
  readonly design: Design
  readonly doubts: readonly Finding[]
}

/** Builds options, or says what stands in the way: an error, or too much of the face hidden. */
export function make(ask: Ask, options: Options): Made | Barrier {
  const found = draft(ask, options)
  return isMade(found) ? (hides(ask, options) ?? found) : found
}

/** Builds options, or tells the error that stands in the way. What they hide of the face is not asked yet. */
export function draft({ chosen, stone }: Ask, options: Options): Made | Barrier {
  const wrong = chosen.fits(stone, options).find((f) => f.severity === 'error')
  if (wrong) return { kind: 'error', finding: wrong }
  let design: Design
  try {
    design = wholeDesign(chosen, stone, options)
  } catch (error) {
    return { kind: 'error', finding: cannotBeBuilt(error) }
  }
  const findings = chosen.review(stone, options)
  const error = findings.find((f) => f.severity === 'error')
  if (error) return { kind: 'error', finding: error }
  return { options, design, doubts: findings.filter((f) => f.severity === 'doubt') }
}

/** What is hidden of the face, where that is too much. */
export function hides({ chosen, stone, limits }: Ask, options: Options): Barrier | undefined {
  const percent = 100 - numberOf(chosen.face(stone, options))
  return percent > limits.hidden ? { kind: 'hidden', percent } : undefined
}

/** Metal that is cut, g: with what is bound and what is spare, by the path. */
export const gramsOf = ({ chosen, stone, girths, limits }: Ask, { options, design }: Made): number =>
  numberOf(
    cutList({
      design,
      halves: chosen.halves(stone, options),
      joints: chosen.joints(stone, options),
      margin: chosen.margin(options),
      pulled: chosen.pulled(stone, options),
      lengths: chosen.cutLengths,
      rounding: limits.rounding,
      school: DEFAULT_SCHOOL,
      girths: { edge: girths.edge, length: girths.girthLength, width: girths.girthWidth },
      prices: {},
    }).mass,
  )

export const isMade = (found: Made | Barrier): found is Made => 'design' in found

/** What was found of options' holding: what stands in the way, and the share of what is asked that they bear at most; above 1 it is not followed far. */
export interface Judged {
  readonly barrier?: Barrier
  readonly share: number
}

/**
 * Is the stone held, as planned and with what a hand misses by: pushed out with wires that give, as the verdict of a plan is. Asked `quick`, by
 * fewer ways, which may say no where the wires hold.
 */
export function judge(ask: Ask, made: Made): Judged {
  return ask.quick ? judgeQuickly(ask, made) : judgeThoroughly(ask, made, false)
}

/** A stone of a piece as it is held there, and what is asked of its wires. */
interface Seat {
  readonly setting: Setting
  readonly asked: Asked
}

/** What is found of each stone of a piece that is held otherwise than those before it: the one that is held least, or the first that is not held where that is enough. */
function leastOver(ask: Ask, { design }: Made, atOnce: boolean, judgeOne: (seat: Seat) => Judged): Judged {
  const { stone, limits } = ask
  const piece = { design, stone }
  const seated = seatedStones(piece)
  if (seated.length === 1)
    return judgeOne({
      setting: settingOf(design, heldAmong(piece)),
      asked: askedOf(limits.demands, ask.mass, design.worn),
    })
  const known = new Set<string>()
  let least: Judged = { share: Infinity }
  // a row’s largest stone and its ends tell soonest that it does not hold
  const soonest = [chiefOf(piece), seated[0]!, seated[seated.length - 1]!].map((x) => x.id)
  const inTurn = [...seated].sort((a, b) => Number(soonest.includes(b.id)) - Number(soonest.includes(a.id)))
  for (const { id, stone: own } of inTurn) {
    const setting = settingOf(design, heldAmong(piece, id))
    const key = `${own.length} ${surroundingsOf(setting)}`
    if (known.has(key)) continue
    known.add(key)
    const under = underFingertip(design.stones, id)
    const mass = numberOf(stoneMeasures(own).mass)
    const found = judgeOne({ setting, asked: askedOf(limits.demands, mass, design.worn, under) })
    if (found.share < least.share || (found.barrier && !least.barrier)) least = found
    if (atOnce && least.barrier) break
  }
  return least
}

/** As `judge`, with many a no as soon as it is known: what is said of the way it fails is the first that is found. */
export function soundAtOnce(ask: Ask, made: Made): Judged {
  return ask.quick ? judgeQuickly(ask, made) : judgeThoroughly(ask, made, true)
}

/** The quick check looks at fewer ways: so many times what is asked is asked of them. */
const MORE = 1.04

const judgeQuickly = (ask: Ask, made: Made): Judged =>
  leastOver(ask, made, true, (seat) => judgeSeatQuickly(ask, made, seat))

function judgeSeatQuickly(ask: Ask, { design }: Made, { setting, asked }: Seat): Judged {
  const { force, energy } = enoughFor(asked)
  const enough = { force: MORE * force, energy: MORE * energy }
  if (isLaced(setting)) return judgeLaced(ask, design, setting, asked)
  const less = toleranced(setting, 'both')
  const most = atMost(less, enough.force).force / enough.force
  if (most < 1) return { share: most, barrier: { kind: 'careful', share: most } }
  const named = shareOf(borneBy(less, undefined, enough, true), enough)
  if (named < 1) return { share: named, barrier: { kind: 'careful', share: named } }
  const bent = holdOf(less, asked)
  const careful = bent.caught ? bent.force / enough.force : 0
  if (careful < 1) return { share: careful, barrier: { kind: 'careful', share: careful } }
  // what has room to spare with what a hand misses by has it as planned
  if (careful >= ROOM) return { share: careful }
  const hold = holdOf(setting, asked)
  if (!hold.caught) return { share: 0, barrier: { kind: 'out', way: outOf(hold) } }
  const share = hold.force / enough.force
  return share < 1 ? { share, barrier: { kind: 'pull', share } } : { share }
}

/**
 * What is drawn taut bears as the stone is pushed: as the first check of a plan finds it. The way in which the candidate before was doubtful is
 * asked first: alike ones mostly fail in it too.
 */
function judgeLaced({ doubtedIn }: Ask, design: Design, setting: Setting, asked: Asked): Judged {
  const before = doubtedIn.way
  if (before && !bearsCarefully(setting, before, asked))
    return { share: 0, barrier: { kind: 'careful', share: 0 } }
  const { hold, doubt: doubted } = firstLaced(design, setting, asked)
  if (!hold.caught) return { share: 0, barrier: { kind: 'out', way: outOf(hold) } }
  const share = hold.force / enoughFor(asked).force
  if (hold.verdict !== 'sound') return { share, barrier: { kind: 'careful', share } }
  doubtedIn.way = doubted ?? before
  // it was pushed no further than is asked, and asked for room to spare then
  return doubted ? { share, barrier: { kind: 'careful', share } } : { share: Math.max(ROOM, share) }
}

/** The six named ways are pushed before anything else where it is to be known at once. */
const judgeThoroughly = (ask: Ask, made: Made, atOnce: boolean): Judged =>
  leastOver(ask, made, atOnce, (seat) => judgeSeat(seat, atOnce))

function judgeSeat({ setting, asked }: Seat, atOnce: boolean): Judged {
  const enough = enoughFor(asked)
  const borne = (s: Setting, hold?: Hold) => shareOf(borneBy(s, hold, enough, atOnce), enough)
  const less = toleranced(setting, 'both')
  if (atOnce) {
    const share = borne(less)
    if (share < 1) return { share, barrier: { kind: 'careful', share } }
  }
  const hold = holdOf(setting, asked)
  if (!hold.caught) return { share: 0, barrier: { kind: 'out', way: outOf(hold) } }
  const planned = borne(setting, hold)
  if (planned < 1) return { share: planned, barrier: { kind: 'pull', share: planned } }
  const careful = borne(less, holdOf(less, asked))
  const share = Math.max(1, hold.force / enough.force)
  return careful < 1 ? { share, barrier: { kind: 'careful', share: careful } } : { share }
}

const outOf = (hold: Hold): Vec3 => hold.ways.find((w) => w.outcome === 'out')?.d ?? hold.arrow
