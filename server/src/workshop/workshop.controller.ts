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
  Req,
  Res,
} from '@nestjs/common'
import {
  inviteWriteSchema,
  settingsWriteSchema,
  workshopRemovalSchema,
  type InviteMade,
  type InviteRow,
  type InviteWrite,
  type MakerRow,
  type SettingsRow,
  type SettingsWrite,
  type WorkshopRemoval,
} from '@verger/contract'
import type { Request, Response } from 'express'
import { Archive } from '../archive/archive.js'
import { AuthService, onlyOwners } from '../auth/auth.service.js'
import { Sessions } from '../auth/sessions.js'
import { Who, type Caller } from '../http/caller.js'
import { Id, ProblemError, zod } from '../http/problem.js'
import { WorkshopRepository } from './workshop.repository.js'

@Controller('api/workshop')
export class WorkshopController {
  constructor(
    @Inject(WorkshopRepository) private readonly workshops: WorkshopRepository,
    @Inject(AuthService) private readonly auth: AuthService,
    @Inject(Sessions) private readonly sessions: Sessions,
    @Inject(Archive) private readonly archive: Archive,
  ) {}

  @Get('makers')
  makers(@Who() who: Caller): Promise<MakerRow[]> {
    return this.workshops.makers(who.workshop)
  }

  @Delete('makers/:id')
  @HttpCode(204)
  async removeMaker(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    onlyOwners(who, 'remove a maker')
    if (id === who.maker)
      throw new ProblemError(409, 'That is you', 'Remove your own account at “Your account”.')
    await this.auth.removeMaker(who.workshop, id)
  }

  @Post('makers/:id/reset')
  offerReset(@Who() who: Caller, @Param('id', Id) id: string): Promise<InviteMade> {
    onlyOwners(who, 'give a new password')
    return this.auth.offerReset(who, id)
  }

  @Get('invites')
  invites(@Who() who: Caller): Promise<InviteRow[]> {
    onlyOwners(who, 'see invitations')
    return this.workshops.invites(who.workshop)
  }

  @Post('invites')
  invite(@Who() who: Caller, @Body(zod(inviteWriteSchema)) body: InviteWrite): Promise<InviteMade> {
    onlyOwners(who, 'invite')
    return this.auth.invite(who, body.role)
  }

  @Delete('invites/:id')
  @HttpCode(204)
  revoke(@Who() who: Caller, @Param('id', Id) id: string): Promise<void> {
    onlyOwners(who, 'revoke an invitation')
    return this.workshops.revoke(who.workshop, id)
  }

  @Get('settings')
  settings(@Who() who: Caller): Promise<SettingsRow> {
    return this.workshops.settingsRow(who.workshop)
  }

  @Put('settings')
  set(@Who() who: Caller, @Body(zod(settingsWriteSchema)) body: SettingsWrite): Promise<SettingsRow> {
    onlyOwners(who, 'set how the workshop works')
    return this.workshops.set(who.workshop, body)
  }

  @Post('remove')
  @HttpCode(204)
  async remove(
    @Who() who: Caller,
    @Body(zod(workshopRemovalSchema)) body: WorkshopRemoval,
    @Res({ passthrough: true }) response: Response,
  ) {
    onlyOwners(who, 'delete the workshop')
    await this.auth.refuseInDemo(who.workshop)
    if (body.name !== (await this.workshops.name(who.workshop)))
      throw new ProblemError(400, 'That is not the workshop’s name', 'Type it as it stands on Home.', [
        { path: 'name', message: 'is not the workshop’s name' },
      ])
    await this.auth.confirm(who, body.password, 'password')
    await this.auth.removeWorkshop(who.workshop)
    response.setHeader('Set-Cookie', this.sessions.cookie('', 0))
  }

  @Get('archive')
  @Header('Content-Type', 'application/zip')
  @Header('Content-Disposition', 'attachment; filename="verger-workshop.zip"')
  async takeOut(@Who() who: Caller, @Res() response: Response): Promise<void> {
    await this.archive.write(who.workshop, response)
  }

  @Post('archive')
  @HttpCode(204)
  async bringBack(@Who() who: Caller, @Req() request: Request): Promise<void> {
    onlyOwners(who, 'bring an archive back')
    await this.archive.read(who.workshop, request)
  }
}
