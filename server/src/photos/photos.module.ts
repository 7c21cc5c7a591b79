import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Inject,
  Injectable,
  Module,
  Param,
  Put,
  Query,
  StreamableFile,
  type PipeTransform,
} from '@nestjs/common'
import { MOST_AT_WORK, photoIdSchema, type PiecePhoto } from '@verger/contract'
import { sql } from 'kysely'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'
import { Id, notFound, ProblemError } from '../http/problem.js'
import { PiecesModule } from '../pieces/pieces.module.js'
import { PiecesRepository } from '../pieces/pieces.repository.js'
import { reencode, type Photo } from './reencode.js'

/** Which photograph of a piece; any other is not there. */
class PhotoId implements PipeTransform<string, string> {
  transform(value: string): string {
    if (!photoIdSchema.safeParse(value).success) throw notFound('picture')
    return value
  }
}

@Injectable()
export class PhotosRepository {
  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(PiecesRepository) private readonly pieces: PiecesRepository,
  ) {}

  async list(workshop: string, piece: string): Promise<PiecePhoto[]> {
    await this.pieces.there(workshop, piece)
    const rows = await this.db
      .selectFrom('piece_photos')
      .select(['id', 'made_at'])
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .orderBy('made_at')
      .orderBy('id')
      .execute()
    return rows.map((r) => ({ id: r.id, made: String(r.made_at.getTime()) }))
  }

  async one(workshop: string, piece: string, id: string, which: keyof Photo): Promise<Buffer> {
    await this.pieces.there(workshop, piece)
    const row = await this.db
      .selectFrom('piece_photos')
      .select(which)
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .where('id', '=', id)
      .executeTakeFirst()
    if (!row) throw notFound('picture')
    return row[which]!
  }

  /** @throws ProblemError 409 where the piece has as many at work as one may have */
  async put(workshop: string, piece: string, id: string, { large, small }: Photo): Promise<PiecePhoto[]> {
    await this.db.transaction().execute(async (tx) => {
      // one at a time for a piece: two that come together are counted one after the other
      await tx
        .selectFrom('pieces')
        .select('id')
        .where('workshop_id', '=', workshop)
        .where('id', '=', piece)
        .forUpdate()
        .execute()
      const { others } = await tx
        .selectFrom('piece_photos')
        .select(sql<number>`count(*)::int`.as('others'))
        .where('workshop_id', '=', workshop)
        .where('piece_id', '=', piece)
        .where('id', 'like', 'work-%')
        .where('id', '<>', id)
        .executeTakeFirstOrThrow()
      if (id.startsWith('work-') && others >= MOST_AT_WORK)
        throw new ProblemError(
          409,
          'This piece has many photographs at work',
          `Up to ${MOST_AT_WORK} can be kept. Take one off first.`,
        )
      const made_at = new Date()
      await tx
        .insertInto('piece_photos')
        .values({ workshop_id: workshop, piece_id: piece, id, large, small, made_at })
        .onConflict((c) =>
          c.columns(['workshop_id', 'piece_id', 'id']).doUpdateSet({ large, small, made_at }),
        )
        .execute()
    })
    return this.list(workshop, piece)
  }

  async remove(workshop: string, piece: string, id: string): Promise<void> {
    await this.pieces.there(workshop, piece)
    await this.db
      .deleteFrom('piece_photos')
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .where('id', '=', id)
      .execute()
  }
}

@Controller('api/pieces/:id/photos')
export class PhotosController {
  constructor(
    @Inject(PhotosRepository) private readonly photos: PhotosRepository,
    @Inject(PiecesRepository) private readonly pieces: PiecesRepository,
  ) {}

  @Get()
  list(@Who() who: Caller, @Param('id', Id) id: string): Promise<PiecePhoto[]> {
    return this.photos.list(who.workshop, id)
  }

  /** The address changes with the picture (`?v=`), so that a browser may keep it. */
  @Get(':photo')
  @Header('Content-Type', 'image/jpeg')
  @Header('Cache-Control', 'private, max-age=31536000, immutable')
  async one(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Param('photo', PhotoId) photo: string,
    @Query('small') small?: string,
  ): Promise<StreamableFile> {
    const bytes = await this.photos.one(who.workshop, id, photo, small === '1' ? 'small' : 'large')
    return new StreamableFile(bytes)
  }

  @Put(':photo')
  async put(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Param('photo', PhotoId) photo: string,
    @Body() bytes: unknown,
  ): Promise<PiecePhoto[]> {
    await this.pieces.there(who.workshop, id)
    return this.photos.put(who.workshop, id, photo, await reencode(bytes))
  }

  @Delete(':photo')
  @HttpCode(204)
  remove(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Param('photo', PhotoId) photo: string,
  ): Promise<void> {
    return this.photos.remove(who.workshop, id, photo)
  }
}

@Module({
  imports: [PiecesModule],
  controllers: [PhotosController],
  providers: [PhotosRepository],
})
export class PhotosModule {}
