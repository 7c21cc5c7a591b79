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
  drawerEditSchema,
  drawerWriteSchema,
  type DrawerEdit,
  type DrawerRow,
  type DrawerWrite,
} from '@verger/contract'
import { randomUUID } from 'node:crypto'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'
import { Id, notFound, stale, zod } from '../http/problem.js'

@Injectable()
export class DrawerRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  list(workshop: string): Promise<DrawerRow[]> {
    return this.query(workshop).orderBy('created_at').orderBy('id').execute()
  }

  async one(workshop: string, id: string): Promise<DrawerRow> {
    const row = await this.query(workshop).where('id', '=', id).executeTakeFirst()
    if (!row) throw notFound('thing in the drawer')
    return row
  }

  async add(workshop: string, { item }: DrawerWrite): Promise<DrawerRow> {
    const id = randomUUID()
    await this.db
      .insertInto('drawer')
      .values({ workshop_id: workshop, id, item: JSON.stringify(item) })
      .execute()
    return this.one(workshop, id)
  }

  async edit(workshop: string, id: string, { item, version }: DrawerEdit): Promise<DrawerRow> {
    const done = await this.db
      .updateTable('drawer')
      .set((eb) => ({ item: JSON.stringify(item), version: eb('version', '+', 1) }))
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('version', '=', version)
      .where('removed_at', 'is', null)
      .executeTakeFirst()
    const now = await this.one(workshop, id)
    if (done.numUpdatedRows === 0n) throw stale('drawer')
    return now
  }

  async remove(workshop: string, id: string): Promise<void> {
    await this.one(workshop, id)
    await this.mark(workshop, id, new Date())
  }

  /** Lays back what was taken out. */
  async restore(workshop: string, id: string): Promise<DrawerRow> {
    await this.mark(workshop, id, null)
    return this.one(workshop, id)
  }

  private query(workshop: string) {
    return this.db
      .selectFrom('drawer')
      .select(['id', 'version', 'item'])
      .where('workshop_id', '=', workshop)
      .where('removed_at', 'is', null)
  }

  private async mark(workshop: string, id: string, removed_at: Date | null): Promise<void> {
    await this.db
      .updateTable('drawer')
      .set({ removed_at })
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .execute()
  }
}

@Controller('api/drawer')
export class DrawerController {
  constructor(@Inject(DrawerRepository) private readonly drawer: DrawerRepository) {}

  @Get()
  list(@Who() who: Caller): Promise<DrawerRow[]> {
    return this.drawer.list(who.workshop)
  }

  @Post()
  add(@Who() who: Caller, @Body(zod(drawerWriteSchema)) body: DrawerWrite): Promise<DrawerRow> {
    return this.drawer.add(who.workshop, body)
  }

  @Put(':id')
  edit(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(drawerEditSchema)) body: DrawerEdit,
  ): Promise<DrawerRow> {
    return this.drawer.edit(who.workshop, id, body)
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.drawer.remove(who.workshop, id)
  }

  @Post(':id/restore')
  restore(@Who() who: Caller, @Param('id', Id) id: string): Promise<DrawerRow> {
    return this.drawer.restore(who.workshop, id)
  }
}

@Module({ controllers: [DrawerController], providers: [DrawerRepository], exports: [DrawerRepository] })
export class DrawerModule {}
