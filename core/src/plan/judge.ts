import { cutList, DEFAULT_SCHOOL, type Rounding } from '../cut/index.js'
import type { Design } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import type { Vec3 } from '../geom/index.js'
import {
  atMost,
  bearsPush,
  DEMANDS,
  heldStone,
  holdOf,
  settingOf,
  SHORT,
  shortened,
  type Demands,
  type Held,
  type Hold,
  type Setting,
} from '../hold/index.js'
import type { Family, Options } from '../settings/index.js'
import { fullStone, stoneMeasures, type Stone, type StoneMeasures } from '../stone/index.js'
import { NEWTON_PER_GRAM } from '../units/index.js'
import { numberOf } from '../working/index.js'
import { MOST_HIDDEN } from './settings.js'

/** What starting options must keep to. */
export interface Limits {
  /** Multiples of the stone's weight: what the weakest way must bear is `knocked`. */
  readonly demands: Demands
  /** Share of the face that may be hidden, %. */
  readonly hidden: number
  /** What cut lengths are rounded up to: a wire is as heavy as it is cut. */
  readonly rounding: Rounding
}

export const LIMITS: Limits = { demands: DEMANDS, hidden: MOST_HIDDEN, rounding: '5 mm' }

/** Why options are not good enough. */
export type Barrier =
  | { readonly kind: 'error' | 'doubt'; readonly finding: Finding }
  /** Too much of the face would be hidden, %. */
  | { readonly kind: 'hidden'; readonly percent: number }
  /** The stone could leave. */
  | { readonly kind: 'out'; readonly way: Vec3 }
  /** It would bear less than it is asked to: as planned, or with every bend half a millimetre short. */
  | { readonly kind: 'pull' | 'short'; readonly times: number }
  /** A wire would let it go by springing, at this share of what is asked or less. */
  | { readonly kind: 'springs'; readonly share: number }

/** What options are judged by: the stone as it is held, its mass in g, the limits. */
export interface Ask {
  readonly chosen: Family
  readonly stone: Stone
  readonly held: Held
  readonly mass: number
  readonly girths: Pick<StoneMeasures, 'edge' | 'girthLength' | 'girthWidth'>
  readonly limits: Limits
  /** Only the first check and the bends a little short; the push with wires that give is left out. */
  readonly quick: boolean
}

export const askOf = (chosen: Family, stone: Stone, limits: Limits, quick: boolean): Ask => {
  const measures = stoneMeasures(stone)
  const held = heldStone(fullStone(stone))
  return { chosen, stone, held, mass: numberOf(measures.mass), girths: measures, limits, quick }
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
  const design = chosen.build(stone, options)
  const findings = chosen.review(stone, options, design)
  const error = findings.find((f) => f.severity === 'error')
  if (error) return { kind: 'error', finding: error }
  return { options, design, doubts: findings.filter((f) => f.severity === 'doubt') }
}

/** What is hidden of the face, where that is too much. */
export function hides({ chosen, stone, limits }: Ask, options: Options): Barrier | undefined {
  const face = chosen.outputs(stone, options).find((o) => o.id === 'face')
  const percent = face ? 100 - numberOf(face.quantity) : 0
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
      rounding: limits.rounding,
      school: DEFAULT_SCHOOL,
      girths: { edge: girths.edge, length: girths.girthLength, width: girths.girthWidth },
      prices: {},
    }).mass,
  )

export const isMade = (found: Made | Barrier): found is Made => 'design' in found

/** What was found of options' holding: what stands in the way, and the multiple of the stone's weight that they bear at most. */
export interface Judged {
  readonly barrier?: Barrier
  readonly times: number
}

/**
 * Is the stone held, as planned and with every bend short: pushed out with wires that give, as the verdict of a plan is. Asked `quick`, by the
 * first check alone, which may say no where the wires hold.
 */
export function judge(ask: Ask, made: Made): Judged {
  return ask.quick ? judgeQuickly(ask, made) : judgeSurely(ask, made, false)
}

/** As `judge`, with many a no as soon as it is known: what is said of the way it fails is the first that is found. */
export function soundAtOnce(ask: Ask, made: Made): Judged {
  return ask.quick ? judgeQuickly(ask, made) : judgeSurely(ask, made, true)
}

/** The first check may find a little more than the push with wires that give: so many times what is asked is asked of it. */
const MORE = 1.04

function judgeQuickly({ held, mass, limits }: Ask, { design }: Made): Judged {
  const { demands } = limits
  const knocked = MORE * demands.knocked
  const no = (kind: 'pull' | 'short', { times, way }: ReturnType<typeof atMost>): Barrier =>
    times > 0 ? { kind, times } : { kind: 'out', way }
  const setting = settingOf(design, held)
  const most = atMost(setting, mass, knocked)
  if (most.times < knocked) return { times: most.times, barrier: no('pull', most) }
  const less = shortened(design, setting, SHORT)
  const atLess = atMost(less, mass, knocked)
  if (atLess.times < knocked) return { times: most.times, barrier: no('short', atLess) }
  const hold = holdOf(setting, mass, demands)
  const times = hold.timesWeight
  if (!hold.caught) return { barrier: { kind: 'out', way: outOf(hold) }, times: 0 }
  if (times < knocked) return { barrier: { kind: 'pull', times }, times }
  const bent = holdOf(less, mass, demands)
  if (!bent.caught) return { barrier: { kind: 'out', way: outOf(bent) }, times }
  if (bent.timesWeight < knocked) return { barrier: { kind: 'short', times: bent.timesWeight }, times }
  return { times }
}

/** The six named ways are pushed before anything else where it is to be known at once. */
function judgeSurely({ held, mass, limits: { demands } }: Ask, { design }: Made, atOnce: boolean): Judged {
  const weight = mass * NEWTON_PER_GRAM
  const { knocked } = demands
  /** What is borne as a multiple of the weight, where that is less than a knock asks. */
  const lacks = (s: Setting, hold?: Hold): number | undefined => {
    const borne = bearsPush(s, hold, knocked * weight)
    return borne < knocked * weight ? borne / weight : undefined
  }
  const setting = settingOf(design, held)
  const named = atOnce ? lacks(setting) : undefined
  if (named !== undefined) return { times: named, barrier: { kind: 'pull', times: named } }
  const less = shortened(design, setting, SHORT)
  const namedShort = atOnce ? lacks(less) : undefined
  if (namedShort !== undefined) return { times: knocked, barrier: { kind: 'short', times: namedShort } }

  const hold = holdOf(setting, mass, demands)
  if (!hold.caught) return { times: 0, barrier: { kind: 'out', way: outOf(hold) } }
  const first = hold.timesWeight
  const borne = lacks(setting, hold)
  if (borne !== undefined)
    return first < knocked
      ? { times: borne, barrier: { kind: 'pull', times: borne } }
      : { times: first, barrier: { kind: 'springs', share: borne / knocked } }
  const times = Math.max(first, knocked)
  const bent = holdOf(less, mass, demands)
  if (!bent.caught) return { times, barrier: { kind: 'out', way: outOf(bent) } }
  const short = lacks(less, bent)
  return short === undefined ? { times } : { times, barrier: { kind: 'short', times: short } }
}

const outOf = (hold: Hold): Vec3 => hold.ways.find((w) => w.outcome === 'out')?.d ?? hold.arrow
