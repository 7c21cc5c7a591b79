import type { Design, Form, Joint, Operation, Wire } from '../../design/index.js'
import { ALONE, isWound, jointsMade, withoutNegativeZero } from '../../design/index.js'
import type { Finding } from '../../finding/index.js'
import { leastRadius } from '../../path/index.js'
import { leastBend, stockName } from '../../wire/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import type { EffortWorking, GaugeAsk } from '../family.js'
import { fixed } from '../shared/efforts.js'
import { figure, figures } from './figures.js'
import type { Made } from './made.js'
import { MINUTES, strandOf, type Shaped, type Step } from './wirework.js'

/** What is worked out for every family alike from the work that its recipe makes. */

const { make, formulas: commonFormulas } = figures('kit', {
  times: figure('', 'how often it comes, added up over the steps', (x) =>
    Object.values<number>(x).reduce((a, b) => a + b, 0),
  ),
})
export { commonFormulas }

/** What a turn of each kind of joint counts as among the kinds of work. */
const TURNED = {
  bind: 'turn',
  lash: 'turn',
  coil: 'wrap',
  twist: 'twistTurn',
  weave: 'crossing',
  knot: 'knot',
} as const

/** What a step takes: each kind of work and how often it comes. Turns of a joint are those of the cut list where they are known. */
function takenBy(
  step: Step,
  { work, joints }: Made,
  turns: Readonly<Record<string, Quantity>>,
): Readonly<Record<string, Quantity>> {
  const made = jointsMade(step)
  if (made.length === 0) return step.takes ?? { [step.kind]: fixed('times', 1) }
  const taken: Record<string, Record<string, Quantity>> = {}
  for (const id of made) {
    const joint = joints.find((j) => j.id === id)!
    const tie = work.ties.find((t) => t.id === id)!
    const wound = turns[id] ?? tie.turns ?? fixed(`turns at ${id}`, joint.turns)
    ;(taken[TURNED[tie.kind]] ??= {})[id] = wound
    if (isWound(tie) && !tie.runsOn) (taken.begin ??= {})[id] = fixed(`beginnings at ${id}`, 1)
  }
  const sum = (all: Record<string, Quantity>): Quantity => {
    const list = Object.values(all)
    return list.length === 1 ? list[0]! : make.times(all)
  }
  return {
    ...Object.fromEntries(Object.entries(taken).map(([kind, all]) => [kind, sum(all)])),
    ...step.takes,
  }
}

type Minutes = Readonly<Record<string, number>>
const minutesFor = (minutes: Minutes, kind: string): number => {
  const each = minutes[kind] ?? MINUTES[kind]
  if (each === undefined) throw new RangeError(`nothing says how many minutes "${kind}" takes`)
  return each
}

/** Minutes by kind of work, over all steps. */
export function effortsOf(
  made: Made,
  minutes: Minutes,
  turns: Readonly<Record<string, Quantity>>,
): EffortWorking[] {
  const kinds = new Map<string, Record<string, Quantity>>()
  for (const step of made.work.steps)
    for (const [kind, times] of Object.entries(takenBy(step, made, turns)))
      kinds.set(kind, { ...kinds.get(kind), [step.id]: times })
  return [...kinds].map(([kind, counts]) => ({
    kind,
    count: Object.keys(counts).length === 1 ? Object.values(counts)[0]! : make.times(counts),
    each: leaf('estimate', `minutes for one: ${kind}`, minutesFor(minutes, kind), 'min'),
  }))
}

/** The steps as operations, each after the one before where it says nothing else. */
function operationsOf(made: Made, minutes: Minutes): Operation[] {
  const { work, wires, joints } = made
  const all = wires.map((w) => w.id)
  const formsOf = (shaped: readonly Shaped[] = []): Form[] =>
    shaped.flatMap(({ of, kinds, ids, like, even }) =>
      wires
        .filter((w) => of.includes(w.id))
        .flatMap((w) =>
          w.parts.filter((p) => kinds?.includes(p.kind) || ids?.includes(p.id)).map((p) => ({ w, p })),
        )
        .map(({ w, p: { id, s0, s1 } }): Form => {
          const shown = like?.[id]
          return { wire: w.id, s0, s1, to: shown ? { like: shown } : (even?.[id] ?? 'path') }
        }),
    )
  return work.steps.map(({ takes, places, ...step }, i): Operation => {
    const joint = joints.find((j) => jointsMade({ ...step, places })[0] === j.id)
    return {
      needs: i === 0 ? [] : [work.steps[i - 1]!.id],
      wires: joint ? [...new Set(joint.members.map((m) => m.wire))] : all,
      ...step,
      forms: formsOf(step.forms),
      ...(places ? { places: places.map((p) => ({ ...p, forms: formsOf(p.forms) })) } : {}),
      minutes: Object.entries(takenBy({ ...step, takes, places }, made, {})).reduce(
        (sum, [kind, times]) => sum + numberOf(times) * minutesFor(minutes, kind),
        0,
      ),
      values: {
        ...(joint ? { turns: joint.turns, length: joint.length, tie: stockName(joint.binder) } : {}),
        ...(places ? { places: places.length } : {}),
        ...step.values,
      },
    }
  })
}

/** The work as a Design. */
export const designOf = (family: string, made: Made, minutes: Minutes): Design =>
  withoutNegativeZero({
    version: 1,
    family,
    ...(made.work.worn ? { worn: made.work.worn } : {}),
    ...(made.work.hang ? { hang: made.work.hang } : {}),
    stones: made.work.stones ?? ALONE,
    wires: made.wires,
    joints: made.joints,
    accents: made.work.accents ?? [],
    operations: operationsOf(made, minutes),
  })

/** Parts whose curves no pliers make: what is drawn taut round an edge, twisted, tied in knots, or wound by hand round other wires. */
const NOT_BENT = ['taut', 'twisted', 'knots', 'knotted', 'wrap']

/** Radius of the tightest bend of all strands of a size, to the wire's middle, mm. */
const tightestOf = ({ work }: Made, size: string): number =>
  Math.min(
    ...work.strands
      .filter((s) => s.size === size)
      .flatMap((s) => [...(s.left ?? []), ...s.right])
      .filter((p) => !NOT_BENT.includes(p.kind))
      .flatMap((p) => p.segments.map(leastRadius)),
  )

const sizesOf = ({ work }: Made): string[] => [...new Set(work.strands.map((s) => s.size))]

/** A bend is too tight only where it is tighter than the limit by more than a fiftieth: what is planned at the limit is at it. */
const AT_LIMIT = 0.98
/** Fewer turns than these do not keep a bundle from turning. */
const ENOUGH_TURNS = 3

/** Bends tighter than their wire takes, and ties of too few turns. */
export function commonFindings(family: string, made: Made): Finding[] {
  const tight = sizesOf(made).flatMap((size): Finding[] => {
    const { stock } = made.wires[made.work.strands.findIndex((s) => s.size === size)]!
    const least = leastBend(stock)
    const radius = tightestOf(made, size)
    return radius < AT_LIMIT * least
      ? [{ code: `${family}.bend-too-tight`, severity: 'error', field: size, values: { radius, least } }]
      : []
  })
  const bundles = made.work.ties.filter((t) => isWound(t) && !t.pins)
  const fields = [...new Set(bundles.map((t) => t.field))]
  const loose = fields.flatMap((field): Finding[] => {
    const own = bundles.filter((t) => t.field === field).map((t) => made.joints.find((j) => j.id === t.id)!)
    const turns = Math.min(...own.map((j) => j.turns))
    return turns < ENOUGH_TURNS
      ? [{ code: `${family}.few-turns`, severity: 'doubt', field, values: { turns } }]
      : []
  })
  return [...tight, ...loose]
}

/** The longest free length of a wire beside its anchor: between the ties before and after it, or on either side of a tie that lies there, mm. */
function spanOf({ id, anchor }: Wire, joints: readonly Joint[]): number {
  const held = joints.flatMap((j) => j.members.filter((m) => m.wire === id))
  const there = held.filter((m) => m.s0 < anchor && m.s1 > anchor)
  const [from, to] = [
    Math.min(anchor, ...there.map((m) => m.s0)),
    Math.max(anchor, ...there.map((m) => m.s1)),
  ]
  const before = Math.max(-Infinity, ...held.filter((m) => m.s1 <= from).map((m) => m.s1))
  const after = Math.min(Infinity, ...held.filter((m) => m.s0 >= to).map((m) => m.s0))
  const free = there.length === 0 ? [after - before] : [from - before, after - to]
  return Math.max(-Infinity, ...free.filter(Number.isFinite))
}

/**
 * What each chosen size is asked: a strand bears its share of what is asked in the middle of the span that its anchor lies in, between the joints on
 * both sides, and is bent as tightly as its tightest bend; a wound wire is pulled tight round the thickest wire of its bundles.
 */
export function gaugesOf(made: Made, force: number): GaugeAsk[] {
  const { work, wires, joints } = made
  const stockAt = (id: string) => wires.find((w) => w.id === id)!.stock
  const drawn = work.strands.filter((s) => s.right.some((p) => p.kind === 'taut')).map((s) => s.size)
  const worked = sizesOf(made).flatMap((size): GaugeAsk[] => {
    if (drawn.includes(size)) return []
    const own = work.strands.flatMap((s, i) => (s.size === size ? [wires[i]!] : []))
    const told = work.strands.find((s) => s.size === size && s.bears)?.bears
    const span = told?.span ?? Math.max(...own.map((w) => spanOf(w, joints)).filter(Number.isFinite))
    const { alloy: metal, temper, profile } = own[0]!.stock
    if (!Number.isFinite(span)) return []
    return [
      {
        option: size,
        question: {
          role: told?.role ?? 'frame',
          alloy: metal,
          temper,
          profile,
          radius: tightestOf(made, size),
          force: force / own.length,
          span,
        },
      },
    ]
  })
  const wound = [
    ...new Set(work.ties.filter((t) => isWound(t) || drawn.includes(t.wound)).map((t) => t.wound)),
  ]
  const asked = wound.map((size): GaugeAsk => {
    const own = work.ties.filter((t) => t.wound === size)
    const around = Math.max(...own.flatMap((t) => t.of.map((of) => stockAt(strandOf(of)).size.mm)))
    const { binder } = joints.find((j) => j.id === own[0]!.id)!
    const { alloy: metal, temper, profile } = binder
    return {
      option: size,
      question: {
        role: 'binding',
        alloy: metal,
        temper,
        profile,
        radius: around / 2,
        force: 0,
        span: around,
        around,
      },
    }
  })
  return [...worked, ...asked]
}
