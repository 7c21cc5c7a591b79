import { cutList, type CutList, type School } from '../cut/index.js'
import type { Design } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import { stepsOf, type Step } from '../guide/index.js'
import {
  checkHold,
  DEMANDS,
  type Demands,
  heldOf,
  holdOf,
  releases,
  settingOf,
  SHORT,
  shortened,
  verdictOf,
  type Hold,
  type Setting,
} from '../hold/index.js'
import { costOf, plannedMinutes, type Cost } from '../price/index.js'
import { family, type Family, type NamedQuantity, type Options, type Wish } from '../settings/index.js'
import {
  checkStone,
  fullStone,
  solidOf,
  stoneMeasures,
  type Solid,
  type Stone,
  type StoneMeasures,
} from '../stone/index.js'
import { alloy, section } from '../wire/index.js'
import { leaf, numberOf, type Quantity } from '../working/index.js'
import { withCautions } from './cautions.js'
import type { WorkshopSettings } from './settings.js'
import { holdQuantities, type HoldQuantities } from './holdWorking.js'

export interface PlanRequest {
  readonly stone: Stone
  readonly family: string
  readonly options: Options
  readonly settings: WorkshopSettings
}

/** Everything but holding: quick enough to be made on each keystroke. */
export interface Plan {
  readonly family: string
  readonly familyVersion: number
  readonly stone: Stone
  readonly options: Options
  readonly measures: StoneMeasures
  readonly findings: readonly Finding[]
  readonly design: Design
  readonly cut: CutList
  readonly outputs: readonly NamedQuantity[]
  readonly steps: readonly Step[]
  readonly cost: Cost
  /** What it is asked to bear. */
  readonly demands: Demands
}

/** A plan, or the errors that stand in its way. */
export type PlanResult =
  { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly findings: readonly Finding[] }

/**
 * Plans one stone in one setting: findings, design, cut list, outputs, steps and cost. Without holding (`planHold`).
 * Deterministic; the same request gives an equal plan.
 * @example plan({ stone, family: 'bound-frame', options, settings }).ok // true
 */
export function plan({ stone, family: id, options, settings }: PlanRequest): PlanResult {
  const chosen = family(id)
  const said = [...checkStone(stone), ...chosen.fits(stone, options)]
  const findings = said.filter(
    (f, i) => said.findIndex((g) => g.code === f.code && g.field === f.field) === i,
  )
  if (findings.some((f) => f.severity === 'error')) return { ok: false, findings }
  const design = chosen.build(stone, options, settings.hand)
  const measures = stoneMeasures(stone)
  const cut = cutList({
    design,
    halves: chosen.halves(stone, options),
    joints: chosen.joints(stone, options),
    margin: chosen.margin(options),
    rounding: settings.rounding,
    school: settings.school,
    girths: { edge: measures.edge, length: measures.girthLength, width: measures.girthWidth },
    prices: settings.prices,
  })
  const turns = Object.fromEntries(cut.binding.binds.map((b) => [b.joint, b.turns]))
  const steps = stepsOf(design, chosen.text.steps, settings.units).map((step) =>
    withCautions(step, stone, design),
  )
  return {
    ok: true,
    plan: {
      family: id,
      familyVersion: chosen.version,
      stone,
      options,
      measures,
      findings: [
        ...findings,
        ...chosen.review(stone, options, design),
        ...schoolFindings(cut, settings.school),
      ],
      design,
      cut,
      outputs: chosen.outputs(stone, options),
      steps,
      cost: costOf({
        metal: cut.metal,
        minutes: plannedMinutes(chosen.efforts(stone, options, turns)),
        rate: settings.rate,
      }),
      demands: settings.demands,
    },
  }
}

/** What a school other than the path would leave too short to work with. */
function schoolFindings(cut: CutList, school: School): Finding[] {
  if (school.kind === 'path') return []
  return cut.wires.flatMap((wire): Finding[] => {
    const over = wire.schools.find((s) => s.kind === school.kind)!.over
    const lacks = -numberOf(over)
    return lacks > 0
      ? [
          {
            code: 'plan.school-short',
            severity: 'doubt',
            field: wire.id,
            values: { wire: wire.id, lacks },
            figures: { lacks: over },
          },
        ]
      : []
  })
}

/** Holding with its shown figures as quantities. */
export interface PlanHold {
  readonly hold: Hold
  readonly shown: HoldQuantities
}

/** The holding check of a plan. Slower (tens of milliseconds): run it apart from `plan`. */
export function planHold(made: Plan): PlanHold {
  const solid = solidOf(fullStone(made.stone))
  const hold = checkHold(made.design, solid, numberOf(made.measures.mass), made.demands)
  return { hold, shown: holdQuantities(made, hold) }
}

/** How many candidates are put through the holding check at most. */
const HOLD_TRIES = 8

/**
 * Starting options for a stone: the lightest wire whose plan has no errors and no doubts and whose holding is sound;
 * failing that the strongest of those tried. Wire that is kept comes first: another is offered only where none of it is sound. A small
 * stone may need the softer temper than wished. Undefined where no candidate can be built at all.
 */
export function startingOptions(
  stone: Stone,
  id: string,
  wish: Wish,
  demands: Demands = DEMANDS,
): Options | undefined {
  const chosen = family(id)
  if (chosen.fits(stone).some((f) => f.severity === 'error')) return undefined
  const mass = numberOf(stoneMeasures(stone).mass)
  const solid = solidOf(fullStone(stone))
  const tempers = [wish.temper, wish.temper === 'dead soft' ? 'half hard' : 'dead soft']
  for (const temper of tempers) {
    const found = searchOptions(chosen, stone, { ...wish, temper }, { solid, mass, demands })
    if (found) return found
  }
  return undefined
}

/** Is the wire of this candidate's frame kept. */
const isKept = (wish: Wish, design: Design): boolean =>
  wish.kept?.includes(design.wires[0]!.stock.size.label) ?? false

function searchOptions(chosen: Family, stone: Stone, wish: Wish, ask: Ask): Options | undefined {
  const usable = chosen
    .candidates(stone, wish)
    .filter((options) => !chosen.fits(stone, options).some((f) => f.severity === 'error'))
    .map((options) => {
      const design = chosen.build(stone, options)
      const findings = chosen.review(stone, options, design)
      return { options, design, errors: count(findings, 'error'), doubts: count(findings, 'doubt') }
    })
    .filter((c) => c.errors === 0)
  const byDoubts = [...usable].sort((a, b) => a.doubts - b.doubts)
  const kept = byDoubts.filter((c) => isKept(wish, c.design))
  return trial(kept, ask, true) ?? trial(byDoubts, ask)
}

/** What is asked of candidates: the stone as it is held, its mass in g, and what they are to bear. */
interface Ask {
  readonly solid: Solid
  readonly mass: number
  readonly demands: Demands
}

interface Candidate {
  readonly options: Options
  readonly design: Design
}

/** Puts candidates through the holding check until one is sound; `only` sound ones, or else the strongest that was tried. */
function trial(order: readonly Candidate[], ask: Ask, only = false): Options | undefined {
  const { solid, mass, demands } = ask
  const held = heldOf(solid)
  let best: { options: Options; times: number } | undefined
  let needed = 0
  let tries = 0
  for (const c of order) {
    const strength = strengthOf(c.design)
    if (strength < needed) continue
    if (++tries > HOLD_TRIES) break
    const setting = settingOf(c.design, held)
    const hold = holdOf(setting, mass, demands)
    if (hold.verdict === 'sound' && staysSound(c.design, setting, hold, ask)) return c.options
    if (!best || hold.timesWeight > best.times) best = { options: c.options, times: hold.timesWeight }
    // collapse loads grow with the bending strength of the wire: what is far too weak need not be tried
    needed = Math.max(needed, 0.85 * strength * (demands.knocked / Math.max(hold.timesWeight, 10)))
  }
  return only ? undefined : best?.options
}

/** What is sound at first sight: is it so pushed out with wires that give, and with every bend short. */
function staysSound(design: Design, setting: Setting, hold: Hold, { mass, demands }: Ask): boolean {
  const bent = holdOf(shortened(design, setting, SHORT), mass)
  const short = { caught: bent.caught, force: bent.force, arrow: bent.arrow }
  // the cheaper part first
  if (!short.caught || short.force < hold.force * (demands.knocked / hold.timesWeight)) return false
  const { force, letsGo } = releases(setting, hold).weakest
  return verdictOf({ caught: true, force, letsGo, short, mass, demands }).verdict === 'sound'
}

/** Bending strength of a design's first wire, N mm: what its collapse loads go with. */
function strengthOf(design: Design): number {
  const { stock } = design.wires[0]!
  return section(stock.profile, stock.size.mm).plastic * alloy(stock.alloy).yield[stock.temper][0]
}

/**
 * Choices with what was measured at the bench in place of what was planned; out of range values are left alone.
 * `measured` in mm by step id.
 * @example withMeasured('bound-frame', stone, options, { 'bind-foot': 11 }).foot // 11
 */
export function withMeasured(
  id: string,
  stone: Stone,
  options: Options,
  measured: Readonly<Record<string, number>>,
): Options {
  const chosen = family(id)
  const next: Record<string, Options[string]> = { ...options }
  for (const p of chosen.params(stone)) {
    const step = Object.entries(chosen.measured).find(([, option]) => option === p.id)?.[0]
    const value = step === undefined ? undefined : measured[step]
    if (
      value !== undefined &&
      (p.kind === 'number' || p.kind === 'integer') &&
      value >= p.min &&
      value <= p.max
    )
      next[p.id] = value
  }
  return next
}

const count = (findings: readonly Finding[], severity: Finding['severity']): number =>
  findings.filter((f) => f.severity === severity).length

/** A quantity that is a record of the bench, for the ledger. */
export const recorded = (key: string, value: number, unit: Quantity['unit']): Quantity =>
  leaf('record', key, value, unit)
