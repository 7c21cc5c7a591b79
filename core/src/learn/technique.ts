import type { CutList, CutSpool, CutWire } from '../cut/index.js'
import { spoolId } from '../cut/index.js'
import { isWound, type Design } from '../design/index.js'
import { numberOf } from '../working/index.js'

/** What is done with a wire, by which what it takes differs from what was planned. */
export const TECHNIQUES = ['bent', 'coiled', 'knotted', 'drawn taut', 'bound', 'woven', 'lashed'] as const
export type Technique = (typeof TECHNIQUES)[number]

/**
 * How far what is used strays from what was planned, as a standard deviation of its logarithm, before anything is known of the hand. Typical, uncited:
 * makers differ by half to twice as much.
 */
export const HABIT: Readonly<Record<Technique, number>> = {
  bent: 0.02,
  coiled: 0.04,
  knotted: 0.07,
  'drawn taut': 0.05,
  bound: 0.05,
  woven: 0.06,
  lashed: 0.06,
}

/** Kinds of parts that are made otherwise than by bending; the longest of them decides. */
const PARTS: Readonly<Record<string, Technique>> = {
  coil: 'coiled',
  wrap: 'coiled',
  turns: 'coiled',
  loops: 'coiled',
  knots: 'knotted',
  knotted: 'knotted',
  taut: 'drawn taut',
}

/** What a wire that is cut to length is mostly made by. */
export function techniqueOf({ parts }: Pick<CutWire, 'parts'>): Technique {
  const by = new Map<Technique, number>()
  for (const { kind, quantity } of parts) {
    if (kind === 'allowance') continue
    const technique = PARTS[kind] ?? 'bent'
    by.set(technique, (by.get(technique) ?? 0) + numberOf(quantity))
  }
  return [...by].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'bent'
}

/** What a run from a spool is mostly wound as. */
export function windingOf(spool: Pick<CutSpool, 'binds'>, { joints }: Pick<Design, 'joints'>): Technique {
  const by = { bind: 0, weave: 0, lash: 0 }
  for (const { joint, length } of spool.binds) {
    const found = joints.find((j) => j.id === joint)
    if (found && isWound(found)) by[found.kind as keyof typeof by] += numberOf(length)
  }
  if (by.weave >= by.bind && by.weave >= by.lash && by.weave > 0) return 'woven'
  return by.lash > by.bind ? 'lashed' : 'bound'
}

/** A wire of a plan as what it really took is compared with: what it is made by, and what the plan says that takes, ends apart, mm. */
export interface PlannedWire {
  readonly id: string
  readonly technique: Technique
  readonly net: number
}

/** The wires of a cut list and what is wound, with what each takes without its spare ends. */
export const plannedWires = (cut: CutList, design: Pick<Design, 'joints'>): PlannedWire[] => [
  ...cut.wires.map((w) => ({
    id: w.id,
    technique: techniqueOf(w),
    net: w.parts.reduce((sum, p) => (p.kind === 'allowance' ? sum : sum + numberOf(p.quantity)), 0),
  })),
  ...cut.spools.map((s) => ({
    id: spoolId(s),
    technique: windingOf(s, design),
    // what the hand holds at both ends of a bind is spare
    net: s.binds.reduce((sum, b) => sum + numberOf(b.turns) * numberOf(b.turn), 0),
  })),
]
