import { Inject, Injectable } from '@nestjs/common'
import {
  checkChoices,
  tally,
  type Choices,
  type Glance,
  type HeldAsSaved,
  type PieceRow,
  type PlanSave,
  type PlanSaved,
  type SavedPlan,
  type VariantWrite,
} from '@verger/contract'
import {
  family,
  metAt,
  minutesByKind,
  plannedAt,
  timeByStage,
  withKeptPrices,
  type PlanRequest,
} from '@verger/core'
import { createHash, randomUUID } from 'node:crypto'
import { Compute } from '../compute/compute.module.js'
import type { ComputeResult } from '../compute/plan.worker.js'
import { DrawerRepository } from '../drawer/drawer.module.js'
import { notFound, ProblemError, stale } from '../http/problem.js'
import { WorkshopRepository } from '../workshop/workshop.repository.js'
import { PiecesRepository } from './pieces.repository.js'

/** Difference between a shown and a recomputed length that is not worth telling, mm. */
const SAME = 0.01
const MOST_VARIANTS = 12
/** How long a piece that is finished waits for its check, ms. */
const PATIENCE_MS = 20_000
/** Most plans that are checked without being asked for when the server begins. */
const MOST_WAITING = 50

/** What is told of a plan whose check was not finished in time. */
const UNCHECKED: HeldAsSaved = {
  verdict: 'doubtful',
  word: 'Not checked.',
  say: 'It takes the server too long to check. Fewer points of the outline, or fewer bends, make it quicker.',
  grams: 0,
  timesWeight: 0,
}

interface Planned {
  readonly plan: SavedPlan
  readonly glance: Glance
}

/** Before anything is computed: an edit of a version that is not the latest. */
function refuseStale(piece: PieceRow, { version }: { readonly version: number }): void {
  if (version !== piece.version) throw stale('piece')
}

@Injectable()
export class PiecesService {
  /** Checks under way, by what is checked. */
  private readonly checking = new Map<string, Promise<HeldAsSaved | null>>()

  constructor(
    @Inject(PiecesRepository) private readonly pieces: PiecesRepository,
    @Inject(WorkshopRepository) private readonly workshops: WorkshopRepository,
    @Inject(DrawerRepository) private readonly drawer: DrawerRepository,
    @Inject(Compute) private readonly compute: Compute,
  ) {}

  /**
   * Computes the plan again from its choices and keeps it at once, lengths that differ from those shown are told; what it holds is checked
   * after, and written to it then.
   */
  async savePlan(workshop: string, id: string, save: PlanSave): Promise<PlanSaved> {
    const piece = await this.pieces.one(workshop, id)
    refuseStale(piece, save)
    if (save.familyVersion !== family(save.choices.family).version)
      throw new ProblemError(
        409,
        'This setting is worked out in a newer way now',
        'Reload the page; your choices are kept.',
        undefined,
        'verger:contract',
      )
    const { plan, glance } = await this.planned(workshop, piece, save.choices, (r) =>
      this.compute.unchecked(r),
    )
    const row = await this.pieces.edit(workshop, id, { version: save.version }, { plan, glance })
    const differences = Object.entries(plan.lengths)
      .map(([wire, computed]) => ({ wire, computed, shown: save.lengths[wire] ?? 0 }))
      .filter((d) => Math.abs(d.shown - d.computed) > SAME)
    void this.held(workshop, id, plan)
    return { piece: row, differences }
  }

  /** A piece; where its plan was not checked yet, as after a stop of the server, that begins. */
  async one(workshop: string, id: string): Promise<PieceRow> {
    const piece = await this.pieces.one(workshop, id)
    if (piece.plan && !piece.plan.hold) void this.held(workshop, id, piece.plan)
    return piece
  }

  /** Checks, one after the other, what was kept unchecked: as the demo pieces are, and what was under way when the server was stopped. */
  async checkWaiting(): Promise<void> {
    for (const { workshop, id } of await this.pieces.unchecked(MOST_WAITING)) {
      // removed meanwhile, or the database is away: the others are checked all the same
      const piece = await this.pieces.one(workshop, id).catch(() => undefined)
      if (piece?.plan) await this.held(workshop, id, piece.plan)
    }
  }

  /** What a saved plan holds: as it was checked, or as it is now, which is kept. Null where the server has no room for it yet. */
  private held(workshop: string, id: string, plan: SavedPlan): Promise<HeldAsSaved | null> {
    if (plan.hold) return Promise.resolve(plan.hold)
    const key = createHash('sha1')
      .update(JSON.stringify([workshop, id, plan]))
      .digest('base64')
    const known = this.checking.get(key)
    if (known) return known
    const found = this.check(workshop, id, plan).finally(() => this.checking.delete(key))
    this.checking.set(key, found)
    return found
  }

  private async check(workshop: string, id: string, plan: SavedPlan): Promise<HeldAsSaved | null> {
    try {
      const held = await this.compute.check(plan)
      await this.pieces.keepHeld(workshop, id, plan, held)
      return held
    } catch (error) {
      if (error instanceof ProblemError && error.getStatus() === 422) {
        await this.pieces.keepHeld(workshop, id, plan, UNCHECKED)
        return UNCHECKED
      }
      // many are being checked, the server stops, or the database is away: whoever looks at the piece next has it checked
      return null
    }
  }

  /** How the saved plan looks, and its steps. */
  async glance(workshop: string, id: string): Promise<Glance> {
    const kept = await this.pieces.glance(workshop, id)
    if (kept) return kept
    const piece = await this.pieces.one(workshop, id)
    if (!piece.plan) return { seen: null }
    const glance = await this.compute.glance(piece.plan)
    await this.pieces.keepGlance(workshop, piece, glance)
    return glance
  }

  /** Keeps choices beside the plan, under a name; the same name again replaces it. */
  async keepVariant(workshop: string, id: string, write: VariantWrite): Promise<PieceRow> {
    const piece = await this.pieces.one(workshop, id)
    refuseStale(piece, write)
    const others = piece.variants.filter((v) => v.name !== write.name)
    if (others.length >= MOST_VARIANTS)
      throw new ProblemError(409, 'A piece keeps twelve variants at most', 'Remove one first.')
    const { plan } = await this.planned(workshop, piece, write.choices)
    const variants = [...others, { id: randomUUID(), name: write.name, plan }]
    return this.pieces.edit(workshop, id, { version: write.version }, { variants })
  }

  async removeVariant(workshop: string, id: string, variant: string): Promise<PieceRow> {
    const piece = await this.pieces.one(workshop, id)
    const variants = piece.variants.filter((v) => v.id !== variant)
    if (variants.length === piece.variants.length) throw notFound('variant')
    return this.pieces.edit(workshop, id, { version: piece.version }, { variants })
  }

  private async planned(
    workshop: string,
    piece: PieceRow,
    choices: Choices,
    compute: (request: PlanRequest) => Promise<ComputeResult> = (r) => this.compute.plan(r),
  ): Promise<Planned> {
    const checked = checkChoices(piece.stone, choices)
    if (!checked.success)
      throw new ProblemError(
        400,
        'Some choices cannot be used',
        'Change the named ones.',
        checked.error.issues.map((i) => ({
          path: `choices.options.${i.path.join('.')}`,
          message: i.message,
        })),
      )
    const [settings, drawer] = await Promise.all([
      this.workshops.settings(workshop),
      this.drawer.list(workshop),
    ])
    const wires = drawer.flatMap(({ item }) => (item.kind === 'wire' ? [item] : []))
    const result = await compute({
      stone: piece.stone,
      family: choices.family,
      options: choices.options,
      settings: { ...settings, prices: withKeptPrices(settings.prices, wires) },
    })
    if (!result.ok)
      throw new ProblemError(
        400,
        'This plan cannot be built',
        'Mend what the plan names first.',
        result.problems.map((code) => ({ path: 'choices.options', message: code })),
      )
    return { plan: result.saved, glance: result.glance }
  }

  /** Writes the piece's figures into the ledger as they stand. */
  async finish(workshop: string, id: string): Promise<void> {
    const piece = await this.pieces.one(workshop, id)
    if (!piece.plan) throw new ProblemError(409, 'This piece has no plan yet', 'Plan it first.')
    const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE_MS).unref())
    const hold = await Promise.race([this.held(workshop, id, piece.plan), late])
    if (!hold)
      throw new ProblemError(
        503,
        'What this piece holds is still being checked',
        'Finish it again in half a minute; everything is kept.',
        undefined,
        'verger:busy',
      )
    const bench = tally((await this.pieces.events(workshop, id, 0)).events)
    const { rate } = await this.workshops.settings(workshop)
    const minutes = Object.values(bench.time).reduce((a, b) => a + b, 0) / 60_000
    const { seen } = await this.glance(workshop, id)
    await this.pieces.finish(workshop, id, {
      metal: piece.plan.metal,
      minutes,
      labour: (minutes / 60) * (rate / 100),
      planned: piece.plan.lengths,
      used: bench.cut,
      hold,
      proof: bench.proof,
      reasons: bench.reasons,
      costs: piece.costs,
      stages: seen && timeByStage(seen.design.operations, bench.time),
      took: seen && minutesByKind(seen.design.operations, bench.time),
      met: seen && metAt(seen.design, bench, plannedAt(family(piece.plan.family), piece.plan.options)),
    })
  }
}
