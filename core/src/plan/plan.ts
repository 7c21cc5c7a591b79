import { cutList, windsOf, type CutList, type School } from '../cut/index.js'
import { seatedStones, type Design } from '../design/index.js'
import type { Finding } from '../finding/index.js'
import { stepsOf, type Step } from '../guide/index.js'
import {
  askedOf,
  chiefOf,
  firstCheck,
  firstCheckIn,
  heldAmong,
  surroundingsOf,
  underFingertip,
  type Asked,
  type Demands,
  type Hold,
} from '../hold/index.js'
import { paced, costOf, plannedMinutes, type Cost } from '../price/index.js'
import { family, isEar, type Family, type NamedQuantity, type Options } from '../settings/index.js'
import { checkStone, stoneMeasures, type Stone, type StoneMeasures } from '../stone/index.js'
import { leaf, numberOf, worker, type Formulas, type Quantity } from '../working/index.js'
import { withCautions } from './cautions.js'
import type { WorkshopSettings } from './settings.js'
import { leastHeld } from './leastHeld.js'
import { holdQuantities, type HoldQuantities } from './holdWorking.js'
import { clashFindings } from './clashFindings.js'
import { surfaceFindings } from './surfaceFindings.js'
import { cannotBeBuilt, wholeDesign } from './wholeDesign.js'
import { askedFor, settingOfPlan, type HeldPlan } from './seated.js'

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
  readonly demands: Demands
  /** What these ask of this stone in this setting. */
  readonly asked: Asked
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
  try {
    return { ok: true, plan: built(stone, chosen, options, settings, findings) }
  } catch (error) {
    // a shape that the family did not foresee: told as what it is, with a way on, in place of a page that stops
    return { ok: false, findings: [...findings, cannotBeBuilt(error)] }
  }
}

/** The plan of a stone that fits. @throws RangeError where the shapes that follow from the options cannot be made */
function built(
  stone: Stone,
  chosen: Family,
  options: Options,
  settings: WorkshopSettings,
  findings: readonly Finding[],
): Plan {
  const id = chosen.id
  const design = wholeDesign(chosen, stone, options, settings.hand)
  const measures = stoneMeasures(stone)
  const cut = cutList({
    design,
    halves: chosen.halves(stone, options),
    joints: chosen.joints(stone, options),
    margin: chosen.margin(options),
    pulled: chosen.pulled(stone, options),
    lengths: chosen.cutLengths,
    rounding: settings.rounding,
    school: settings.school,
    girths: { edge: measures.edge, length: measures.girthLength, width: measures.girthWidth },
    prices: settings.prices,
  })
  const ear =
    isEar(options) && design.hang ? work('plan.ear', { stone: measures.mass, wire: cut.mass }) : undefined
  const outputs = [...chosen.outputs(stone, options), ...(ear ? [{ id: 'ear', quantity: ear }] : [])]
  const turns = Object.fromEntries(windsOf(cut).map((b) => [b.joint, b.turns]))
  const steps = stepsOf(design, chosen.text.steps, settings.units).map((step) =>
    withCautions(step, stone, design),
  )
  return {
    family: id,
    familyVersion: chosen.version,
    stone,
    options,
    measures,
    findings: [
      ...findings,
      ...chosen.review(stone, options),
      ...clashFindings(chosen, stone, design),
      ...surfaceFindings(stone, options),
      ...schoolFindings(cut, settings.school),
      ...hiddenFinding(outputs, settings.hidden),
      ...(ear ? earFinding(ear, settings.ear) : []),
    ],
    design,
    cut,
    outputs,
    steps,
    cost: costOf({
      metal: cut.metal,
      minutes: paced(plannedMinutes(chosen.efforts(stone, options, turns)), settings.experience),
      rate: settings.rate,
    }),
    demands: settings.demands,
    asked: askedOf(
      settings.demands,
      numberOf(measures.mass),
      design.worn,
      underFingertip(design.stones, chiefOf({ design, stone }).id),
    ),
  }
}

/** Figures that the plan itself works out. */
export const planFormulas = {
  'plan.ear': {
    unit: 'g',
    text: 'stone {stone} + wire as it is cut {wire}; its spare ends are trimmed, its hook comes to it',
    of: ({ stone, wire }) => stone! + wire!,
  },
} as const satisfies Formulas
const work = worker(planFormulas)

/** Heavier on the ear than the workshop's limit. */
function earFinding(ear: Quantity, most: number): Finding[] {
  if (numberOf(ear) <= most) return []
  return [
    {
      code: 'plan.ear-heavy',
      severity: 'doubt',
      values: { grams: numberOf(ear), most },
      figures: { grams: ear },
    },
  ]
}

/** More of the face is hidden than the workshop's limit. */
function hiddenFinding(outputs: readonly NamedQuantity[], most: number): Finding[] {
  const face = outputs.find((o) => o.id === 'face')?.quantity
  if (!face || 100 - numberOf(face) <= most) return []
  const values = { hidden: 100 - numberOf(face), most }
  return [{ code: 'plan.face-hidden', severity: 'doubt', values, figures: { hidden: face } }]
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
  /** Of the stone that is held least. */
  readonly hold: Hold
  readonly shown: HoldQuantities
  /** Where the piece holds several: each by its name, and which is held least. */
  readonly each?: readonly { readonly id: string; readonly hold: Hold }[]
  readonly least?: string
}

/** Each stone of a piece checked by itself, in the order of the design: those of a size that lie alike among alike wires once. */
export function holdEach(made: HeldPlan): { readonly id: string; readonly hold: Hold }[] {
  const seated = seatedStones(made)
  if (seated.length === 1)
    return [{ id: seated[0]!.id, hold: firstCheck(made.design, heldAmong(made), askedFor(made)) }]
  const known = new Map<string, Hold>()
  return seated.map(({ id }) => {
    const setting = settingOfPlan(made, id)
    const asked = askedFor(made, id)
    const key = `${asked.weight} ${surroundingsOf(setting)}`
    const hold = known.get(key) ?? firstCheckIn(made.design, setting, asked)
    known.set(key, hold)
    return { id, hold }
  })
}

/** The holding check of a plan. Slower (tens of milliseconds): run it apart from `plan`. */
export function planHold(made: Plan): PlanHold {
  const each = holdEach(made)
  const least = leastHeld(each)
  const { hold } = least
  const several = each.length > 1
  return {
    hold,
    shown: holdQuantities(made, hold, undefined, several ? least.id : undefined),
    ...(several ? { each, least: least.id } : {}),
  }
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
    const [value] = Object.entries(chosen.measured).flatMap(([step, option]) =>
      option === p.id ? (measured[step] ?? []) : [],
    )
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

/** A quantity that is a record of the bench, for the ledger. */
export const recorded = (key: string, value: number, unit: Quantity['unit']): Quantity =>
  leaf('record', key, value, unit)
