import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put } from '@nestjs/common'
import {
  costsWriteSchema,
  eventsWriteSchema,
  pieceCreateSchema,
  pieceEditSchema,
  planSaveSchema,
  variantWriteSchema,
  type BenchEvent,
  type CostsWrite,
  type EventsWrite,
  type Glance,
  type PieceCreate,
  type PieceEdit,
  type PieceRow,
  type PlanSave,
  type PlanSaved,
  type VariantWrite,
} from '@verger/contract'
import { Who, type Caller } from '../http/caller.js'
import { Id, zod } from '../http/problem.js'
import { PiecesRepository } from './pieces.repository.js'
import { PiecesService } from './pieces.service.js'

@Controller('api/pieces')
export class PiecesController {
  constructor(
    @Inject(PiecesRepository) private readonly pieces: PiecesRepository,
    @Inject(PiecesService) private readonly service: PiecesService,
  ) {}

  @Get()
  list(@Who() who: Caller): Promise<PieceRow[]> {
    return this.pieces.list(who.workshop)
  }

  @Get(':id')
  one(@Who() who: Caller, @Param('id', Id) id: string): Promise<PieceRow> {
    return this.pieces.one(who.workshop, id)
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
  async events(@Who() who: Caller, @Param('id', Id) id: string): Promise<{ events: BenchEvent[] }> {
    return { events: await this.pieces.events(who.workshop, id) }
  }

  @Post(':id/events')
  async append(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(eventsWriteSchema)) body: EventsWrite,
  ): Promise<{ events: BenchEvent[] }> {
    await this.pieces.append(who.workshop, id, body.events)
    return { events: await this.pieces.events(who.workshop, id) }
  }

  @Post(':id/finish')
  @HttpCode(204)
  finish(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.service.finish(who.workshop, id)
  }
}
