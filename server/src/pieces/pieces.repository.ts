import { Inject, Injectable } from '@nestjs/common'
import {
  costsSchema,
  NO_COSTS,
  savedPlanSchema,
  variantSchema,
  type BenchEvent,
  type Costs,
  type Events,
  type Glance,
  type HeldAsSaved,
  type PieceCreate,
  type PieceEdit,
  type PiecePage,
  type PieceRow,
  type SavedPlan,
  type Variant,
} from '@verger/contract'
import type { Stone } from '@verger/core'
import { randomUUID } from 'node:crypto'
import { sql } from 'kysely'
import { DB, type Db } from '../db/database.js'
import { notFound, ProblemError, stale } from '../http/problem.js'

/** Pieces on a page of their list: some 350 bytes each. */
const PAGE = 400

/** Where a page of pieces begins: behind the one that was changed then, with that id. */
export interface Cursor {
  readonly at: string
  readonly id: string
}

/** The address of a page's beginning as it was given out. @throws ProblemError 400 for any other text */
export function readCursor(text: string | undefined): Cursor | undefined {
  if (text === undefined) return undefined
  const read =
    /^(\d{4}-\d\d-\d\d \d\d:\d\d:\d\d(?:\.\d{1,6})?[+-]\d\d(?::\d\d)?) ([A-Za-z0-9_-]{1,60})$/.exec(
      Buffer.from(text.slice(0, 200), 'base64url').toString('utf8'),
    )
  if (!read)
    throw new ProblemError(400, 'No page begins there', 'Begin with the first page.', [
      { path: 'from', message: 'must be what the page before gave' },
    ])
  return { at: read[1]!, id: read[2]! }
}

@Injectable()
export class PiecesRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** Pieces of a workshop that were not removed, with their stones, the latest first. */
  private latest(workshop: string) {
    return this.db
      .selectFrom('pieces')
      .innerJoin('stones', (join) =>
        join
          .onRef('stones.workshop_id', '=', 'pieces.workshop_id')
          .onRef('stones.id', '=', 'pieces.stone_id'),
      )
      .where('pieces.workshop_id', '=', workshop)
      .where('pieces.removed_at', 'is', null)
      .orderBy('pieces.updated_at', 'desc')
  }

  private query(workshop: string) {
    return this.latest(workshop).select([
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
      'pieces.batch',
      'pieces.practice',
      'pieces.updated_at',
    ])
  }

  /** A page of pieces as a list shows them, the latest first; `from` is what the page before gave as its next. */
  async page(workshop: string, from: Cursor | undefined): Promise<PiecePage> {
    const at = sql<string>`pieces.updated_at::text`
    let query = this.latest(workshop)
      .select([
        'pieces.id',
        'pieces.version',
        'pieces.name',
        'pieces.station',
        'pieces.stone_id as stoneId',
        'pieces.updated_at',
        'pieces.batch',
        'pieces.practice',
        at.as('at'),
        sql<boolean>`pieces.plan is not null`.as('planned'),
        sql<Stone['kind']>`stones.stone->>'kind'`.as('kind'),
        sql<Stone['outline']>`stones.stone->>'outline'`.as('outline'),
        sql<Stone['form'] | null>`stones.stone->>'form'`.as('form'),
        sql<string>`stones.stone->>'mineral'`.as('mineral'),
      ])
      .orderBy('pieces.id', 'desc')
      .limit(PAGE + 1)
    if (from)
      query = query.where(
        sql<boolean>`(pieces.updated_at, pieces.id) < (${from.at}::timestamptz, ${from.id})`,
      )
    const rows = await query.execute()
    const last = rows.length > PAGE ? rows[PAGE - 1] : undefined
    return {
      pieces: rows
        .slice(0, PAGE)
        .map(
          ({
            updated_at,
            kind,
            outline,
            form,
            mineral,
            id,
            version,
            name,
            station,
            stoneId,
            planned,
            batch,
            practice,
          }) => ({
            id,
            version,
            name,
            station,
            stoneId,
            planned,
            batch,
            practice,
            stone: { kind, outline, mineral, ...(form ? { form } : {}) },
            updatedAt: updated_at.toISOString(),
          }),
        ),
      next: last ? Buffer.from(`${last.at} ${last.id}`).toString('base64url') : null,
    }
  }

  async one(workshop: string, id: string): Promise<PieceRow> {
    const row = await this.query(workshop).where('pieces.id', '=', id).executeTakeFirst()
    if (!row) throw notFound('piece')
    return toRow(workshop, row)
  }

  async add(workshop: string, { stoneId, name, batch, practice }: PieceCreate): Promise<PieceRow> {
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
      .values({
        workshop_id: workshop,
        id,
        name,
        note: '',
        station: 'choose',
        stone_id: stoneId,
        plan: null,
        batch: batch && JSON.stringify(batch),
        practice,
      })
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
    more: {
      readonly plan?: SavedPlan
      readonly glance?: Glance
      readonly variants?: readonly Variant[]
      readonly costs?: Costs
    } = {},
  ): Promise<PieceRow> {
    const { version, ...fields } = edit
    const { plan, glance, variants, costs } = more
    const done = await this.db
      .updateTable('pieces')
      .set((eb) => ({
        ...fields,
        ...(plan ? { plan: JSON.stringify(plan) } : {}),
        ...(glance ? { glance: JSON.stringify(glance) } : {}),
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

  /** @throws ProblemError 404 where there is no such piece */
  async there(workshop: string, id: string): Promise<void> {
    const row = await this.db
      .selectFrom('pieces')
      .select('id')
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    if (!row) throw notFound('piece')
  }

  /** How the saved plan looks, as it was kept; undefined where it was not worked out yet. */
  async glance(workshop: string, id: string): Promise<Glance | undefined> {
    const row = await this.db
      .selectFrom('pieces')
      .select('glance')
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    if (!row) throw notFound('piece')
    return row.glance ?? undefined
  }

  /** Keeps how a plan looks with the version that it was worked out from. */
  async keepGlance(workshop: string, { id, version }: PieceRow, glance: Glance): Promise<void> {
    await this.db
      .updateTable('pieces')
      .set({ glance: JSON.stringify(glance) })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('version', '=', version)
      .execute()
  }

  /** The last pieces whose plan was not checked yet. */
  async unchecked(most: number): Promise<{ workshop: string; id: string }[]> {
    return this.db
      .selectFrom('pieces')
      .select(['workshop_id as workshop', 'id'])
      .where(sql<boolean>`plan -> 'hold' = 'null'::jsonb`)
      .orderBy('updated_at', 'desc')
      .limit(most)
      .execute()
  }

  /** Writes what a plan holds to it, where it is still the piece's plan. No new version: nobody's edit is in its way. */
  async keepHeld(workshop: string, id: string, plan: SavedPlan, held: HeldAsSaved): Promise<void> {
    await this.db
      .updateTable('pieces')
      .set({ plan: JSON.stringify({ ...plan, hold: held }) })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('plan', '=', sql<SavedPlan>`${JSON.stringify(plan)}::jsonb`)
      .execute()
  }

  /** Events after the numbered one, in the order in which they came here; a page of them unless all are asked for. */
  async events(workshop: string, piece: string, after: number, most?: number): Promise<Events> {
    let query = this.db
      .selectFrom('bench_events')
      .select(['id', 'kind', 'subject', 'value', 'taken_from', 'at', 'seq'])
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .where('seq', '>', String(after))
      .orderBy('seq')
    if (most !== undefined) query = query.limit(most + 1)
    const rows = await query.execute()
    const found = most === undefined ? rows : rows.slice(0, most)
    return {
      events: found.map(({ id, kind, subject, value, taken_from, at }) => ({
        id,
        kind,
        subject,
        at: at.toISOString(),
        ...(value === null ? {} : { value }),
        ...(taken_from === null ? {} : { from: taken_from }),
      })),
      last: Number(found.at(-1)?.seq ?? after),
      more: rows.length > found.length,
    }
  }

  /**
   * Adds events that are not there yet, in one statement: an id sent twice counts once. The piece's row is taken first, so that events of one
   * piece get their numbers one sender after the other: who asks for what came after a number misses none that was still on its way.
   */
  async append(workshop: string, piece: string, events: readonly BenchEvent[]): Promise<void> {
    const { rows } = await sql<{ id: string }>`
      with taken as (
        update pieces set updated_at = ${new Date()}
        where workshop_id = ${workshop} and id = ${piece} and removed_at is null
        returning id
      ), added as (
        insert into bench_events (workshop_id, piece_id, id, kind, subject, value, taken_from, at)
        select ${workshop}, taken.id, event->>'id', event->>'kind', event->>'subject', event->'value',
          event->'from', (event->>'at')::timestamptz
        from taken, jsonb_array_elements(${JSON.stringify(events)}::jsonb) with ordinality as told(event, place)
        order by place
        on conflict (workshop_id, id) do nothing
      )
      select id from taken`.execute(this.db)
    if (rows.length === 0) throw notFound('piece')
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

/** What an older Verger saved, filled up with what came since. */
interface Filled {
  readonly plan: SavedPlan | null
  readonly variants: Variant[]
  readonly costs: Costs
}

/**
 * Filled-up rows by workshop, piece, version and whether its plan was checked: filling up looks at the whole stone, and beside that check a version
 * never changes again.
 */
const filled = new Map<string, Filled>()
const MOST_FILLED = 500

/** A row as it is sent. */
function toRow<
  T extends {
    id: string
    version: number
    updated_at: Date
    plan: SavedPlan | null
    costs: Costs | null
    variants: Variant[]
  },
>(workshop: string, { updated_at, plan, variants, costs, ...row }: T) {
  const key = `${workshop} ${row.id} ${row.version} ${plan?.hold ? 'checked' : ''}`
  let known = filled.get(key)
  if (!known) {
    known = {
      plan: plan && savedPlanSchema.parse(plan),
      variants: variants.map((v) => variantSchema.parse(v)),
      costs: costs ? costsSchema.parse(costs) : NO_COSTS,
    }
    filled.set(key, known)
    // the oldest goes: a Map keeps the order in which keys came
    if (filled.size > MOST_FILLED) filled.delete(filled.keys().next().value!)
  }
  return { ...row, ...known, updatedAt: updated_at.toISOString() }
}
