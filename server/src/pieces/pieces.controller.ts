import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Query } from '@nestjs/common'
import {
  costsWriteSchema,
  eventsWriteSchema,
  pieceCreateSchema,
  pieceEditSchema,
  planSaveSchema,
  variantWriteSchema,
  type Events,
  type CostsWrite,
  type EventsWrite,
  type Glance,
  type PieceCreate,
  type PieceEdit,
  type PiecePage,
  type PieceRow,
  type PlanSave,
  type PlanSaved,
  type VariantWrite,
} from '@verger/contract'
import { Who, type Caller } from '../http/caller.js'
import { Id, ProblemError, zod } from '../http/problem.js'
import { PiecesRepository, readCursor } from './pieces.repository.js'
import { PiecesService } from './pieces.service.js'

/** Events in one answer; who has more to fetch asks again. */
const EVENTS_AT_ONCE = 2000

@Controller('api/pieces')
export class PiecesController {
  constructor(
    @Inject(PiecesRepository) private readonly pieces: PiecesRepository,
    @Inject(PiecesService) private readonly service: PiecesService,
  ) {}

  @Get()
  page(@Who() who: Caller, @Query('from') from?: string): Promise<PiecePage> {
    return this.pieces.page(who.workshop, readCursor(from))
  }

  @Get(':id')
  one(@Who() who: Caller, @Param('id', Id) id: string): Promise<PieceRow> {
    return this.service.one(who.workshop, id)
  }

  @Get(':id/glance')
  glance(@Who() who: Caller, @Param('id', Id) id: string): Promise<Glance> {
    return this.service.glance(who.workshop, id)
  }

  @Post()
  add(@Who() who: Caller, @Body(zod(pieceCreateSchema)) body: PieceCreate): Promise<PieceRow> {
    return this.pieces.add(who.workshop, body)
  }

  @Put(':id')
  edit(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(pieceEditSchema)) body: PieceEdit,
  ): Promise<PieceRow> {
    return this.pieces.edit(who.workshop, id, body)
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.pieces.remove(who.workshop, id)
  }

  @Post(':id/restore')
  restore(@Who() who: Caller, @Param('id', Id) id: string): Promise<PieceRow> {
    return this.pieces.restore(who.workshop, id)
  }

  @Post(':id/variants')
  keepVariant(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(variantWriteSchema)) body: VariantWrite,
  ): Promise<PieceRow> {
    return this.service.keepVariant(who.workshop, id, body)
  }

  @Delete(':id/variants/:variant')
  removeVariant(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Param('variant', Id) variant: string,
  ): Promise<PieceRow> {
    return this.service.removeVariant(who.workshop, id, variant)
  }

  @Put(':id/costs')
  costs(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(costsWriteSchema)) body: CostsWrite,
  ): Promise<PieceRow> {
    return this.pieces.edit(who.workshop, id, { version: body.version }, { costs: body.costs })
  }

  @Put(':id/plan')
  savePlan(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(planSaveSchema)) body: PlanSave,
  ): Promise<PlanSaved> {
    return this.service.savePlan(who.workshop, id, body)
  }

  @Get(':id/events')
  async events(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Query('after') after: string = '0',
  ): Promise<Events> {
    if (!/^\d{1,15}$/.test(after))
      throw new ProblemError(
        400,
        'Some of this cannot be used',
        'Name the number of the last event you have.',
        [{ path: 'after', message: 'must be a whole number' }],
      )
    await this.pieces.there(who.workshop, id)
    return this.pieces.events(who.workshop, id, Number(after), EVENTS_AT_ONCE)
  }

  @Post(':id/events')
  async append(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(eventsWriteSchema)) body: EventsWrite,
  ): Promise<Events> {
    await this.pieces.append(who.workshop, id, body.events)
    return this.pieces.events(who.workshop, id, body.after, EVENTS_AT_ONCE)
  }

  @Post(':id/finish')
  @HttpCode(204)
  finish(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.service.finish(who.workshop, id)
  }
}
