import { leftOver, NO_COSTS, tally, type BenchEvent, type Costs, type SavedPlan } from '@verger/contract'
import {
  DEFAULT_SETTINGS,
  family as familyOf,
  metAt,
  minutesByKind,
  neededBy,
  plan,
  plannedAt,
  plannedWires,
  reachedAt,
  timeByStage,
  type Plan,
  type Stone,
} from '@verger/core'
import type { Db } from '../db/database.js'
import type { DemoPlan } from './demoPlan.worker.js'

/** A piece that the made-up workshop finished this season: like one of its demo pieces, made again for another stone of that size. */
export interface SeasonPiece {
  readonly id: string
  readonly name: string
  /** The demo stone whose piece it repeats. */
  readonly like: 'demo-rose' | 'demo-cushion' | 'demo-marble'
  readonly daysAgo: number
  /** What it took of the planned time, and of the planned wire. */
  readonly pace: number
  readonly wire: number
  readonly costs: Costs
}

const costs = (stone: number, packaging: number, sold: number | null): Costs => ({
  ...NO_COSTS,
  stone,
  source: 'gem fair, calibrated',
  packaging,
  fees: 8,
  margin: 15,
  sold,
})

export const SEASON: readonly SeasonPiece[] = [
  {
    id: 'frost-2',
    name: 'Frost button, second',
    like: 'demo-rose',
    daysAgo: 148,
    pace: 1.42,
    wire: 1.03,
    costs: costs(520, 120, 4200),
  },
  {
    id: 'frost-3',
    name: 'Frost button, third',
    like: 'demo-rose',
    daysAgo: 131,
    pace: 1.3,
    wire: 1.02,
    costs: costs(520, 120, 4400),
  },
  {
    id: 'pond-1',
    name: 'Pond ice, first',
    like: 'demo-cushion',
    daysAgo: 120,
    pace: 1.55,
    wire: 1.05,
    costs: costs(3800, 150, 9800),
  },
  {
    id: 'dusk-1',
    name: 'Dusk ring, size N',
    like: 'demo-marble',
    daysAgo: 103,
    pace: 1.25,
    wire: 1.0,
    costs: costs(240, 120, 2600),
  },
  {
    id: 'frost-4',
    name: 'Frost button, fourth',
    like: 'demo-rose',
    daysAgo: 96,
    pace: 1.18,
    wire: 1.01,
    costs: costs(540, 120, 4600),
  },
  {
    id: 'dusk-2',
    name: 'Dusk ring, size P',
    like: 'demo-marble',
    daysAgo: 88,
    pace: 1.12,
    wire: 1.02,
    costs: costs(240, 120, 2600),
  },
  {
    id: 'pond-2',
    name: 'Pond ice, second',
    like: 'demo-cushion',
    daysAgo: 71,
    pace: 1.21,
    wire: 1.02,
    costs: costs(3800, 150, 10_400),
  },
  {
    id: 'frost-5',
    name: 'Frost button, fifth',
    like: 'demo-rose',
    daysAgo: 55,
    pace: 1.08,
    wire: 0.99,
    costs: costs(560, 120, 5200),
  },
  {
    id: 'dusk-3',
    name: 'Dusk ring, size L',
    like: 'demo-marble',
    daysAgo: 47,
    pace: 1.05,
    wire: 1.0,
    costs: costs(260, 120, null),
  },
  {
    id: 'frost-6',
    name: 'Frost button, sixth',
    like: 'demo-rose',
    daysAgo: 30,
    pace: 1.02,
    wire: 1.0,
    costs: costs(560, 120, 5400),
  },
  {
    id: 'pond-3',
    name: 'Pond ice, third',
    like: 'demo-cushion',
    daysAgo: 16,
    pace: 1.06,
    wire: 1.01,
    costs: costs(4100, 150, null),
  },
]

/** Whom demo pieces are promised to: made up. */
export const PROMISED = [
  {
    piece: 'piece-hedge',
    inDays: 9,
    commission: {
      client: 'R. T.',
      occasion: 'a birthday',
      price: 6800,
      deposit: 2000,
      note: 'Longer bail: a thick cord.',
    },
  },
  {
    piece: 'piece-cushion',
    inDays: 24,
    commission: { client: 'M. L.', occasion: 'midwinter', price: 12_500, deposit: null, note: '' },
  },
] as const

const DAY = 86_400_000

/** What a piece took and brought, as it stands in the ledger. */
export function finishedFigures(
  made: Plan,
  saved: SavedPlan,
  events: readonly BenchEvent[],
  piece: { readonly costs: Costs },
): Record<string, unknown> {
  const bench = tally(events)
  const minutes = Object.values(bench.time).reduce((a, b) => a + b, 0) / 60_000
  return {
    metal: saved.metal,
    minutes,
    labour: (minutes / 60) * (DEFAULT_SETTINGS.rate / 100),
    planned: saved.lengths,
    used: bench.cut,
    hold: saved.hold,
    proof: bench.proof,
    reasons: bench.reasons,
    costs: piece.costs,
    stages: timeByStage(made.design.operations, bench.time),
    took: minutesByKind(made.design.operations, bench.time),
    met: metAt(made.design, bench, plannedAt(familyOf(made.family), made.options)),
  }
}

/** What was told at the bench of a piece that is finished: each step done, its time at this pace, and every wire as it was cut. */
function eventsOf(made: Plan, stone: Stone, { id, pace, wire }: SeasonPiece, at: number): BenchEvent[] {
  const out: BenchEvent[] = []
  const push = (kind: BenchEvent['kind'], subject: string, value?: number | string) =>
    out.push({
      id: `season-${id}-${String(out.length).padStart(6, '0')}`,
      kind,
      subject,
      at: new Date(at - 7200_000 + 900 * out.length).toISOString(),
      ...(value === undefined ? {} : { value }),
    })
  const shown = new Map(neededBy(made.cut).map((n) => [n.id, n.length]))
  // each strays a little by itself about what this piece took
  plannedWires(made.cut, made.design).forEach((w, i) => {
    const cut = shown.get(w.id)!
    const used = w.net * (wire + 0.008 * Math.sin(3 * i + at))
    push('cut', w.id, cut)
    push('measured', leftOver(w.id), Math.max(0, Math.round(cut - used)))
  })
  const family = familyOf(made.family)
  const planned = plannedAt(family, made.options)
  for (const [i, step] of made.steps.entries()) {
    const length = planned(step.id)
    // how far a bend came over, measured at every second one: a little short, less so as the season goes on
    if (length !== undefined && reachedAt(family, step.id) && i % 2 === 0)
      push('measured', step.id, Math.round(10 * length * (1.3 - 0.3 * pace)) / 10)
    // a binding is counted and measured: a little long, as wraps are laid by hand
    if (length !== undefined && step.kind === 'bind' && step.count?.of === 'turns') {
      for (let turn = 0; turn < step.count.target; turn++) push('turn', step.id)
      push('measured', step.id, Math.round(10 * length * (1.05 + 0.015 * Math.sin(2 * i + at))) / 10)
    }
    push('time', step.id, Math.round(step.minutes * pace * 60_000))
    push('step-done', step.id)
  }
  for (const check of ['weakest', ...family.checks(stone, made.options)]) push('proof', check, 'pass')
  return out
}

/** The pieces of the season with their stones, all put away, and what two others were promised for. */
export async function loadSeason(
  tx: Db,
  workshop: string,
  now: Date,
  plans: ReadonlyMap<string, { readonly stone: Stone; readonly plan: DemoPlan }>,
): Promise<void> {
  for (const piece of SEASON) {
    const known = plans.get(piece.like)
    if (!known) continue
    const {
      stone,
      plan: { saved, glance },
    } = known
    const made = plan({ stone, family: saved.family, options: saved.options, settings: saved.settings })
    if (!made.ok) continue
    const at = now.getTime() - piece.daysAgo * DAY
    const when = new Date(at)
    await tx
      .insertInto('stones')
      .values({
        workshop_id: workshop,
        id: `season-stone-${piece.id}`,
        name: `${piece.name}, its stone`,
        note: '',
        stone: JSON.stringify(stone),
        away_at: when,
        created_at: new Date(at - 30 * DAY),
      })
      .execute()
    const own = `season-${piece.id}`
    await tx
      .insertInto('pieces')
      .values({
        workshop_id: workshop,
        id: own,
        name: piece.name,
        note: '',
        station: 'ledger',
        stone_id: `season-stone-${piece.id}`,
        plan: JSON.stringify(saved),
        glance: JSON.stringify(glance),
        costs: JSON.stringify(piece.costs),
        created_at: new Date(at - DAY),
        updated_at: when,
      })
      .execute()
    const events = eventsOf(made.plan, stone, piece, at)
    await tx
      .insertInto('bench_events')
      .values(
        events.map(({ id, kind, subject, at: told, value }) => ({
          id,
          kind,
          subject,
          at: told,
          workshop_id: workshop,
          piece_id: own,
          value: value === undefined ? null : JSON.stringify(value),
        })),
      )
      .execute()
    await tx
      .insertInto('ledger')
      .values({
        workshop_id: workshop,
        piece_id: own,
        figures: JSON.stringify(finishedFigures(made.plan, saved, events, piece)),
        finished_at: when,
      })
      .execute()
  }
  for (const { piece, inDays, commission } of PROMISED)
    await tx
      .insertInto('commissions')
      .values({
        workshop_id: workshop,
        piece_id: piece,
        commission: JSON.stringify({
          ...commission,
          due: new Date(now.getTime() + inDays * DAY).toISOString().slice(0, 10),
        }),
      })
      .execute()
}
