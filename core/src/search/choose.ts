import { windsOf } from '../cut/index.js'
import { jointsMade, laysIn } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import { leastRadius } from '../path/index.js'
import {
  holdLine,
  looseCount,
  plan,
  planHold,
  type HoldLine,
  type Plan,
  type PlanHold,
  type WorkshopSettings,
} from '../plan/index.js'
import { asEar, family, FAMILIES, type Options, type Wished, type WornAs } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import { leastBend } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import { BESIDE, strangeness } from './habits.js'
import { firstTry, startingOptions } from './startingOptions.js'

/** Why a setting asks more of the maker than another. */
export type Demanding =
  'tight-bends' | 'thick-wire' | 'many-steps' | 'many-turns' | 'closed-on-stone' | 'must-match'

/** A setting worked out for a stone. */
export interface Chosen {
  readonly family: string
  readonly plan: Plan
  readonly hold: PlanHold
  readonly line: HoldLine
  /** Easy, middling or demanding, and why. */
  readonly difficulty: { readonly level: 0 | 1 | 2; readonly reasons: readonly Demanding[] }
  /** Its wire is more than a size off what makers usually take for such a stone: nothing nearer to that was found to hold. */
  readonly unusual: boolean
}

/** A setting that cannot take the stone, or cannot be worn so, and the finding that says why. Without one: nothing could be built. */
export interface Excluded {
  readonly family: string
  readonly finding?: Finding
}

/** Steps and turns beyond which a setting is long work; thickness at which wire is stiff to the hand, mm. Typical, uncited. */
const MANY_STEPS = 26
const MANY_TURNS = 60
const THICK = 1.2
const FINE = 0.65

/** What a plan asks of the hand: how many of these it has is its level. */
export function difficultyOf({
  design,
  steps,
  cut,
}: Pick<Plan, 'design' | 'steps' | 'cut'>): Chosen['difficulty'] {
  const reasons: Demanding[] = []
  const tight = design.wires.some((w) => {
    // fine soft wire is wound tight by hand, as a binding is
    if (w.stock.temper === 'dead soft' && w.stock.size.mm <= FINE) return false
    const limit = leastBend(w.stock)
    const least = Math.min(...w.path.segments.map((s) => leastRadius(s)))
    return least < 1.15 * Math.max(limit, 0.6 * w.stock.size.mm)
  })
  if (tight) reasons.push('tight-bends')
  if (design.wires.some((w) => w.stock.size.mm > THICK && w.stock.temper !== 'dead soft'))
    reasons.push('thick-wire')
  if (steps.length > MANY_STEPS) reasons.push('many-steps')
  const turns = windsOf(cut).reduce((n, b) => n + numberOf(b.turns), 0)
  if (turns > MANY_TURNS) reasons.push('many-turns')
  const seated = design.operations.findIndex(laysIn)
  const after = design.operations
    .slice(seated + 1)
    .filter((o) => jointsMade(o).length > 0 || o.forms.length > 0)
  if (after.length > 6) reasons.push('closed-on-stone')
  if (design.joints.some((j) => j.counted === 'sides')) reasons.push('must-match')
  return { level: reasons.length <= 1 ? 0 : reasons.length <= 3 ? 1 : 2, reasons }
}

/** What one family is asked for a stone. */
interface Choice {
  readonly stone: Stone
  readonly family: string
  readonly wish: Omit<Wished, 'worn'> & { readonly worn?: WornAs }
  readonly settings: WorkshopSettings
}

/** A wish as a family knows it: earrings are pendants, made twice. */
function wishedOf({ worn, ...rest }: Choice['wish']): Wished {
  return worn === undefined ? rest : { ...rest, worn: worn === 'earrings' ? 'pendant' : worn }
}

/** Why a family takes no such stone, or is not worn so; undefined where it may. */
function excludedFrom({ stone, family: id, wish }: Choice): Excluded | undefined {
  const chosen = family(id)
  const unfit = chosen.fits(stone).find((f) => f.severity === 'error')
  if (unfit) return { family: id, finding: unfit }
  const { worn } = wishedOf(wish)
  if (worn === undefined || chosen.worn.includes(worn)) return undefined
  return {
    family: id,
    finding: { code: 'choose.not-worn', severity: 'error', values: { worn: wish.worn! } },
  }
}

/**
 * What the search for a family's starting options begins with, as a plan whose holding is not asked yet: a picture while it goes on. Excluded as
 * by `chooseOne`; undefined where there is nothing to show before the search.
 * @example sketchOne({ stone, family: 'bound-frame', wish, settings })?.family // 'bound-frame'
 */
export function sketchOne(spec: Choice): Plan | Excluded | undefined {
  const { stone, family: id, wish, settings } = spec
  const excluded = excludedFrom(spec)
  if (excluded) return excluded
  const options = firstTry(stone, id, wishedOf(wish), settings)
  const made = options && plan({ stone, family: id, options, settings })
  return made?.ok ? made.plan : undefined
}

/**
 * One family worked out for a stone: starting options, plan and first check. `options` takes the search's place where they are known.
 * Excluded where the stone does not suit it, with the finding that says why.
 * @example chooseOne({ stone, family: 'bound-frame', wish, settings }).family // 'bound-frame'
 */
export function chooseOne(spec: Choice & { readonly options?: Options }): Chosen | Excluded {
  const { stone, family: id, settings } = spec
  const excluded = excludedFrom(spec)
  if (excluded) return excluded
  const chosen = family(id)
  const found = spec.options ?? startingOptions(stone, id, wishedOf(spec.wish), settings, true)
  if (!found) return { family: id }
  const options = spec.wish.worn === 'earrings' ? asEar(found) : found
  const made = plan({ stone, family: id, options, settings })
  if (!made.ok) return { family: id, finding: made.findings.find((f) => f.severity === 'error')! }
  const hold = planHold(made.plan)
  return {
    family: id,
    plan: made.plan,
    hold,
    line: holdLine(hold.hold, numberOf(hold.shown.pull), undefined, looseCount(made.plan.design, stone)),
    difficulty: difficultyOf(made.plan),
    unusual: strangeness(chosen.habit(stone, String(options.alloy)), options) > BESIDE,
  }
}

/** Is this a setting that was worked out. */
export const isChosen = (found: Chosen | Excluded): found is Chosen => 'plan' in found

/** The first family that takes a stone; undefined where none does. */
export const familyFor = (stone: Stone): string | undefined =>
  FAMILIES.find((f) => !f.fits(stone).some((x) => x.severity === 'error'))?.id
