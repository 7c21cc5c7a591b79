import { Inject, Injectable } from '@nestjs/common'
import {
  costsSchema,
  NO_COSTS,
  savedPlanSchema,
  variantSchema,
  type BenchEvent,
  type Costs,
  type PieceCreate,
  type PieceEdit,
  type PieceRow,
  type SavedPlan,
  type Variant,
} from '@verger/contract'
import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { DB, type Db } from '../db/database.js'
import { notFound, stale } from '../http/problem.js'

@Injectable()
export class PiecesRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  private query(workshop: string) {
    return this.db
      .selectFrom('pieces')
      .innerJoin('stones', (join) =>
        join
          .onRef('stones.workshop_id', '=', 'pieces.workshop_id')
          .onRef('stones.id', '=', 'pieces.stone_id'),
      )
      .select([
        'pieces.id',
        'pieces.version',
        'pieces.name',
        'pieces.note',
        'pieces.station',
        'pieces.stone_id as stoneId',
        'stones.stone',
        'pieces.plan',
        'pieces.variants',
        'pieces.costs',
        'pieces.updated_at',
      ])
      .where('pieces.workshop_id', '=', workshop)
      .where('pieces.removed_at', 'is', null)
      .orderBy('pieces.updated_at', 'desc')
  }

  async list(workshop: string): Promise<PieceRow[]> {
    return (await this.query(workshop).execute()).map(toRow)
  }

  async one(workshop: string, id: string): Promise<PieceRow> {
    const row = await this.query(workshop).where('pieces.id', '=', id).executeTakeFirst()
    if (!row) throw notFound('piece')
    return toRow(row)
  }

  async add(workshop: string, { stoneId, name }: PieceCreate): Promise<PieceRow> {
    const id = randomUUID()
    const there = await this.db
      .selectFrom('stones')
      .select('id')
      .where('workshop_id', '=', workshop)
      .where('id', '=', stoneId)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    if (!there) throw notFound('stone')
    await this.db
      .insertInto('pieces')
      .values({ workshop_id: workshop, id, name, note: '', station: 'choose', stone_id: stoneId, plan: null })
      .execute()
      .catch((error: { code?: string }) => {
        if (error.code === '23503') throw notFound('stone')
        throw error
      })
    return this.one(workshop, id)
  }

  async edit(
    workshop: string,
    id: string,
    edit: PieceEdit,
    more: { readonly plan?: SavedPlan; readonly variants?: readonly Variant[]; readonly costs?: Costs } = {},
  ): Promise<PieceRow> {
    const { version, ...fields } = edit
    const { plan, variants, costs } = more
    const done = await this.db
      .updateTable('pieces')
      .set((eb) => ({
        ...fields,
        ...(plan ? { plan: JSON.stringify(plan) } : {}),
        ...(variants ? { variants: JSON.stringify(variants) } : {}),
        ...(costs ? { costs: JSON.stringify(costs) } : {}),
        version: eb('version', '+', 1),
        updated_at: new Date(),
      }))
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('version', '=', version)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    if (done.numUpdatedRows === 0n) {
      await this.one(workshop, id)
      throw stale('piece')
    }
    return this.one(workshop, id)
  }

  async remove(workshop: string, id: string): Promise<void> {
    await this.one(workshop, id)
    await this.mark(workshop, id, new Date())
  }

  /** Brings back a piece that was removed, with all that was recorded for it. */
  async restore(workshop: string, id: string): Promise<PieceRow> {
    await this.mark(workshop, id, null)
    return this.one(workshop, id)
  }

  private async mark(workshop: string, id: string, removed_at: Date | null): Promise<void> {
    await this.db
      .updateTable('pieces')
      .set({ removed_at })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .execute()
  }

  async events(workshop: string, piece: string): Promise<BenchEvent[]> {
    await this.one(workshop, piece)
    const rows = await this.db
      .selectFrom('bench_events')
      .select(['id', 'kind', 'subject', 'value', 'at'])
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .orderBy('at')
      .orderBy('id')
      .execute()
    return rows.map(({ value, at, ...e }) => ({
      ...e,
      at: at.toISOString(),
      ...(value === null ? {} : { value }),
    }))
  }

  /** Adds events that are not there yet: an id sent twice counts once. */
  async append(workshop: string, piece: string, events: readonly BenchEvent[]): Promise<void> {
    await this.one(workshop, piece)
    await this.db
      .insertInto('bench_events')
      .values(
        events.map(({ value, ...e }) => ({
          ...e,
          workshop_id: workshop,
          piece_id: piece,
          value: value === undefined ? null : JSON.stringify(value),
        })),
      )
      .onConflict((c) => c.columns(['workshop_id', 'id']).doNothing())
      .execute()
    await sql`update pieces set updated_at = now() where workshop_id = ${workshop} and id = ${piece}`.execute(
      this.db,
    )
  }

  async finish(workshop: string, piece: string, figures: Record<string, unknown>): Promise<void> {
    const text = JSON.stringify(figures)
    await this.db
      .insertInto('ledger')
      .values({ workshop_id: workshop, piece_id: piece, figures: text })
      .onConflict((c) => c.columns(['workshop_id', 'piece_id']).doUpdateSet({ figures: text }))
      .execute()
  }
}

/** A row as it is sent. What an older Verger saved is filled up with what came since. */
function toRow<
  T extends { updated_at: Date; plan: SavedPlan | null; costs: Costs | null; variants: Variant[] },
>({ updated_at, plan, variants, costs, ...row }: T) {
  return {
    ...row,
    plan: plan && savedPlanSchema.parse(plan),
    variants: variants.map((v) => variantSchema.parse(v)),
    costs: costs ? costsSchema.parse(costs) : NO_COSTS,
    updatedAt: updated_at.toISOString(),
  }
}
