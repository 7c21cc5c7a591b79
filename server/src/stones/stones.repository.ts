import { Inject, Injectable } from '@nestjs/common'
import type { StoneEdit, StoneRow, StoneWrite } from '@verger/contract'
import { randomUUID } from 'node:crypto'
import { DB, type Db } from '../db/database.js'
import { notFound, ProblemError, stale } from '../http/problem.js'
import type { Photo } from '../photos/reencode.js'

/** A stone as the tray shows it, of what was found. */
function toRow({
  away_at,
  made_at,
  ...row
}: Omit<StoneRow, 'away' | 'photo'> & {
  readonly away_at: Date | null
  readonly made_at: Date | null
}): StoneRow {
  return { ...row, away: away_at !== null, photo: made_at ? String(made_at.getTime()) : null }
}

@Injectable()
export class StonesRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  private query(workshop: string) {
    return this.db
      .selectFrom('stones')
      .leftJoin('pieces', (join) =>
        join
          .onRef('pieces.workshop_id', '=', 'stones.workshop_id')
          .onRef('pieces.stone_id', '=', 'stones.id')
          .on('pieces.removed_at', 'is', null),
      )
      .leftJoin('photos', (join) =>
        join
          .onRef('photos.workshop_id', '=', 'stones.workshop_id')
          .onRef('photos.stone_id', '=', 'stones.id'),
      )
      .select((eb) => [
        'stones.id',
        'stones.version',
        'stones.name',
        'stones.note',
        'stones.stone',
        'stones.away_at',
        'photos.made_at',
        eb.fn.max('pieces.id').as('pieceId'),
      ])
      .groupBy(['stones.workshop_id', 'stones.id', 'photos.made_at'])
      .where('stones.workshop_id', '=', workshop)
      .where('stones.removed_at', 'is', null)
      .orderBy('stones.created_at')
      .orderBy('stones.id')
  }

  async list(workshop: string): Promise<StoneRow[]> {
    return (await this.query(workshop).execute()).map(toRow)
  }

  async one(workshop: string, id: string): Promise<StoneRow> {
    const row = await this.query(workshop).where('stones.id', '=', id).executeTakeFirst()
    if (!row) throw notFound('stone')
    return toRow(row)
  }

  async add(workshop: string, write: StoneWrite): Promise<StoneRow> {
    const id = randomUUID()
    await this.db
      .insertInto('stones')
      .values({
        workshop_id: workshop,
        id,
        name: write.name,
        note: write.note,
        stone: JSON.stringify(write.stone),
      })
      .execute()
    return this.one(workshop, id)
  }

  /** All of them in one transaction, in the order given. */
  async addAll(workshop: string, writes: readonly StoneWrite[], now: Date): Promise<StoneRow[]> {
    const ids = writes.map(() => randomUUID())
    await this.db.transaction().execute(async (tx) => {
      for (let k = 0; k < writes.length; k += 200)
        await tx
          .insertInto('stones')
          .values(
            writes.slice(k, k + 200).map((w, i) => ({
              workshop_id: workshop,
              id: ids[k + i]!,
              name: w.name,
              note: w.note,
              stone: JSON.stringify(w.stone),
              created_at: new Date(now.getTime() + k + i),
            })),
          )
          .execute()
    })
    const rows = await this.list(workshop)
    const wanted = new Set<string>(ids)
    return rows.filter((r) => wanted.has(r.id))
  }

  async edit(workshop: string, id: string, edit: StoneEdit): Promise<StoneRow> {
    const done = await this.db
      .updateTable('stones')
      .set((eb) => ({
        name: edit.name,
        note: edit.note,
        stone: JSON.stringify(edit.stone),
        version: eb('version', '+', 1),
      }))
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('version', '=', edit.version)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    if (done.numUpdatedRows === 0n) {
      await this.one(workshop, id)
      throw stale('stone')
    }
    return this.one(workshop, id)
  }

  async remove(workshop: string, id: string): Promise<void> {
    const row = await this.one(workshop, id)
    if (row.pieceId) throw new ProblemError(409, 'This stone belongs to a piece', 'Remove the piece first.')
    await this.mark(workshop, id, new Date())
  }

  /** Brings back a stone that was removed. */
  async restore(workshop: string, id: string): Promise<StoneRow> {
    await this.mark(workshop, id, null)
    return this.one(workshop, id)
  }

  async setAway(workshop: string, id: string, away: boolean): Promise<StoneRow> {
    await this.one(workshop, id)
    await this.db
      .updateTable('stones')
      .set({ away_at: away ? new Date() : null })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .execute()
    return this.one(workshop, id)
  }

  async photo(workshop: string, id: string, which: keyof Photo): Promise<Buffer> {
    const row = await this.db
      .selectFrom('photos')
      .select(which)
      .where('workshop_id', '=', workshop)
      .where('stone_id', '=', id)
      .executeTakeFirst()
    if (!row) throw notFound('picture')
    return row[which]!
  }

  async setPhoto(workshop: string, id: string, photo: Photo, made_at: Date): Promise<StoneRow> {
    await this.db
      .insertInto('photos')
      .values({ workshop_id: workshop, stone_id: id, ...photo, made_at })
      .onConflict((c) => c.columns(['workshop_id', 'stone_id']).doUpdateSet({ ...photo, made_at }))
      .execute()
    return this.one(workshop, id)
  }

  async removePhoto(workshop: string, id: string): Promise<void> {
    await this.one(workshop, id)
    await this.db
      .deleteFrom('photos')
      .where('workshop_id', '=', workshop)
      .where('stone_id', '=', id)
      .execute()
  }

  private async mark(workshop: string, id: string, removed_at: Date | null): Promise<void> {
    await this.db
      .updateTable('stones')
      .set({ removed_at })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .execute()
  }
}
