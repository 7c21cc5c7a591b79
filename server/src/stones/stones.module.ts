import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Injectable,
  Module,
  Param,
  Post,
  Put,
} from '@nestjs/common'
import {
  stoneEditSchema,
  stonesImportSchema,
  stoneWriteSchema,
  type StoneEdit,
  type StoneRow,
  type StonesImport,
  type StoneWrite,
} from '@verger/contract'
import { randomUUID } from 'node:crypto'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'
import { Id, notFound, ProblemError, stale, zod } from '../http/problem.js'

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
      .select((eb) => [
        'stones.id',
        'stones.version',
        'stones.name',
        'stones.note',
        'stones.stone',
        eb.fn.max('pieces.id').as('pieceId'),
      ])
      .groupBy(['stones.workshop_id', 'stones.id'])
      .where('stones.workshop_id', '=', workshop)
      .where('stones.removed_at', 'is', null)
      .orderBy('stones.created_at')
      .orderBy('stones.id')
  }

  list(workshop: string): Promise<StoneRow[]> {
    return this.query(workshop).execute()
  }

  async one(workshop: string, id: string): Promise<StoneRow> {
    const row = await this.query(workshop).where('stones.id', '=', id).executeTakeFirst()
    if (!row) throw notFound('stone')
    return row
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

  private async mark(workshop: string, id: string, removed_at: Date | null): Promise<void> {
    await this.db
      .updateTable('stones')
      .set({ removed_at })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .execute()
  }
}

@Controller('api/stones')
export class StonesController {
  constructor(@Inject(StonesRepository) private readonly stones: StonesRepository) {}

  @Get()
  list(@Who() who: Caller): Promise<StoneRow[]> {
    return this.stones.list(who.workshop)
  }

  @Get(':id')
  one(@Who() who: Caller, @Param('id', Id) id: string): Promise<StoneRow> {
    return this.stones.one(who.workshop, id)
  }

  @Post()
  add(@Who() who: Caller, @Body(zod(stoneWriteSchema)) body: StoneWrite): Promise<StoneRow> {
    return this.stones.add(who.workshop, body)
  }

  @Post('import')
  addAll(@Who() who: Caller, @Body(zod(stonesImportSchema)) body: StonesImport): Promise<StoneRow[]> {
    return this.stones.addAll(who.workshop, body.stones, new Date())
  }

  @Put(':id')
  edit(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(stoneEditSchema)) body: StoneEdit,
  ): Promise<StoneRow> {
    return this.stones.edit(who.workshop, id, body)
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.stones.remove(who.workshop, id)
  }

  @Post(':id/restore')
  restore(@Who() who: Caller, @Param('id', Id) id: string): Promise<StoneRow> {
    return this.stones.restore(who.workshop, id)
  }
}

@Module({ controllers: [StonesController], providers: [StonesRepository], exports: [StonesRepository] })
export class StonesModule {}
