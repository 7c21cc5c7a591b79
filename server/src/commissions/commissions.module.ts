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
  Put,
} from '@nestjs/common'
import {
  commissionSchema,
  commissionWriteSchema,
  type Commission,
  type CommissionRow,
  type CommissionWrite,
} from '@verger/contract'
import { sql } from 'kysely'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'
import { Id, stale, zod } from '../http/problem.js'
import { PiecesModule } from '../pieces/pieces.module.js'
import { PiecesRepository } from '../pieces/pieces.repository.js'

@Injectable()
export class CommissionsRepository {
  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(PiecesRepository) private readonly pieces: PiecesRepository,
  ) {}

  async list(workshop: string): Promise<CommissionRow[]> {
    const rows = await this.db
      .selectFrom('commissions')
      .select(['piece_id', 'version', 'commission'])
      .where('workshop_id', '=', workshop)
      .orderBy('piece_id')
      .execute()
    return rows.map(rowOf)
  }

  /** In one statement: a first one where there is none, else over the version that it says. */
  async write(
    workshop: string,
    piece: string,
    { version, commission }: CommissionWrite,
  ): Promise<CommissionRow> {
    const text = JSON.stringify(commission)
    const { rows } = await sql<{ piece_id: string; version: number; commission: Commission }>`
      insert into commissions (workshop_id, piece_id, commission)
      select workshop_id, id, ${text}::jsonb from pieces
      where workshop_id = ${workshop} and id = ${piece} and removed_at is null
        and (${version}::int = 0 or exists (
          select from commissions c where c.workshop_id = ${workshop} and c.piece_id = ${piece}))
      on conflict (workshop_id, piece_id) do update
        set commission = excluded.commission, version = commissions.version + 1
        where commissions.version = ${version}
      returning piece_id, version, commission`.execute(this.db)
    const [row] = rows
    if (row) return rowOf(row)
    await this.pieces.there(workshop, piece)
    throw stale('commission')
  }

  async erase(workshop: string, piece: string): Promise<void> {
    await this.pieces.there(workshop, piece)
    await this.db
      .deleteFrom('commissions')
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .execute()
  }
}

const rowOf = (row: { piece_id: string; version: number; commission: Commission }): CommissionRow => ({
  pieceId: row.piece_id,
  version: row.version,
  commission: commissionSchema.parse(row.commission),
})

@Controller('api')
export class CommissionsController {
  constructor(@Inject(CommissionsRepository) private readonly commissions: CommissionsRepository) {}

  @Get('commissions')
  list(@Who() who: Caller): Promise<CommissionRow[]> {
    return this.commissions.list(who.workshop)
  }

  @Put('pieces/:id/commission')
  write(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(commissionWriteSchema)) body: CommissionWrite,
  ): Promise<CommissionRow> {
    return this.commissions.write(who.workshop, id, body)
  }

  @Delete('pieces/:id/commission')
  @HttpCode(204)
  erase(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.commissions.erase(who.workshop, id)
  }
}

@Module({
  imports: [PiecesModule],
  controllers: [CommissionsController],
  providers: [CommissionsRepository],
})
export class CommissionsModule {}
