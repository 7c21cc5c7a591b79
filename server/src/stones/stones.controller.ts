import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Inject,
  Param,
  Post,
  Put,
  Query,
  StreamableFile,
} from '@nestjs/common'
import {
  stoneAwaySchema,
  stoneEditSchema,
  stoneWriteSchema,
  type StoneAway,
  type StoneEdit,
  type StoneRow,
  type StonesImport,
  type StoneWrite,
} from '@verger/contract'
import { Who, type Caller } from '../http/caller.js'
import { Id, zod } from '../http/problem.js'
import { zodElsewhere } from '../http/checkElsewhere.js'
import { reencode } from '../photos/reencode.js'
import { StonesRepository } from './stones.repository.js'

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
  addAll(@Who() who: Caller, @Body(zodElsewhere('stones')) body: StonesImport): Promise<StoneRow[]> {
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

  @Put(':id/away')
  away(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Body(zod(stoneAwaySchema)) body: StoneAway,
  ): Promise<StoneRow> {
    return this.stones.setAway(who.workshop, id, body.away)
  }

  /** The address changes with the picture (`?v=`), so that a browser may keep it. */
  @Get(':id/photo')
  @Header('Content-Type', 'image/jpeg')
  @Header('Cache-Control', 'private, max-age=31536000, immutable')
  async photo(
    @Who() who: Caller,
    @Param('id', Id) id: string,
    @Query('small') small?: string,
  ): Promise<StreamableFile> {
    return new StreamableFile(await this.stones.photo(who.workshop, id, small === '1' ? 'small' : 'large'))
  }

  @Put(':id/photo')
  async setPhoto(@Who() who: Caller, @Param('id', Id) id: string, @Body() bytes: unknown): Promise<StoneRow> {
    await this.stones.one(who.workshop, id)
    return this.stones.setPhoto(who.workshop, id, await reencode(bytes), new Date())
  }

  @Delete(':id/photo')
  @HttpCode(204)
  removePhoto(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    return this.stones.removePhoto(who.workshop, id)
  }
}
