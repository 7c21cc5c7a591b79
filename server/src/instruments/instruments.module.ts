import { Body, Controller, Delete, Get, HttpCode, Inject, Module, Param, Post, Query } from '@nestjs/common'
import {
  instrumentWriteSchema,
  pressSchema,
  readingWriteSchema,
  type InstrumentRow,
  type InstrumentWrite,
  type Press,
  type Reading,
  type ReadingWrite,
} from '@verger/contract'
import { Who, type Caller } from '../http/caller.js'
import { Id, ProblemError, zod } from '../http/problem.js'
import { RackModule } from '../rack/rack.module.js'
import { InstrumentsRepository } from './instruments.repository.js'

@Controller('api/instruments')
export class InstrumentsController {
  constructor(@Inject(InstrumentsRepository) private readonly instruments: InstrumentsRepository) {}

  @Get()
  list(@Who() who: Caller): Promise<InstrumentRow[]> {
    return this.instruments.list(who.workshop)
  }

  @Post()
  add(@Who() who: Caller, @Body(zod(instrumentWriteSchema)) body: InstrumentWrite): Promise<InstrumentRow> {
    return this.instruments.add(who.workshop, body)
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.instruments.remove(who.workshop, id)
  }

  @Get(':id/readings')
  readings(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Query('after') after: string = '0',
  ): Promise<Reading[]> {
    if (!/^\d{1,15}$/.test(after))
      throw new ProblemError(
        400,
        'Some of this cannot be used',
        'Name the number of the last reading you have.',
        [{ path: 'after', message: 'must be a whole number' }],
      )
    return this.instruments.readings(who.workshop, id, Number(after))
  }

  @Post(':id/readings')
  take(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(readingWriteSchema)) body: ReadingWrite,
  ): Promise<Reading> {
    return this.instruments.take(who.workshop, id, body)
  }

  @Post(':id/press')
  @HttpCode(200)
  press(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(pressSchema)) body: Press,
  ): Promise<InstrumentRow> {
    return this.instruments.press(who.workshop, id, body)
  }
}

@Module({
  imports: [RackModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsRepository],
})
export class InstrumentsModule {}
