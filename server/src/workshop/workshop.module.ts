import { Body, Controller, Get, Inject, Injectable, Module, Post, Put } from '@nestjs/common'
import {
  inviteWriteSchema,
  settingsSchema,
  type InviteMade,
  type InviteWrite,
  type MakerRow,
  type Settings,
} from '@verger/contract'
import { AuthModule } from '../auth/auth.module.js'
import { AuthService } from '../auth/auth.service.js'
import { DB, type Db } from '../db/database.js'
import { Who, type Caller } from '../http/caller.js'
import { zod } from '../http/problem.js'

@Injectable()
export class WorkshopRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  async settings(workshop: string): Promise<Settings> {
    const row = await this.db
      .selectFrom('workshops')
      .select('settings')
      .where('id', '=', workshop)
      .executeTakeFirstOrThrow()
    return settingsSchema.parse(row.settings)
  }

  makers(workshop: string): Promise<MakerRow[]> {
    return this.db
      .selectFrom('makers')
      .select(['id', 'name', 'email', 'role'])
      .where('workshop_id', '=', workshop)
      .orderBy('created_at')
      .execute()
  }

  async set(workshop: string, settings: Settings): Promise<Settings> {
    await this.db
      .updateTable('workshops')
      .set({ settings: JSON.stringify(settings) })
      .where('id', '=', workshop)
      .execute()
    return settings
  }
}

@Controller('api/workshop')
export class WorkshopController {
  constructor(
    @Inject(WorkshopRepository) private readonly workshops: WorkshopRepository,
    @Inject(AuthService) private readonly auth: AuthService,
  ) {}

  @Get('makers')
  makers(@Who() who: Caller): Promise<MakerRow[]> {
    return this.workshops.makers(who.workshop)
  }

  @Post('invites')
  invite(@Who() who: Caller, @Body(zod(inviteWriteSchema)) body: InviteWrite): Promise<InviteMade> {
    return this.auth.invite(who, body.role)
  }

  @Put('settings')
  set(@Who() who: Caller, @Body(zod(settingsSchema)) body: Settings): Promise<Settings> {
    return this.workshops.set(who.workshop, body)
  }
}

@Module({
  imports: [AuthModule],
  controllers: [WorkshopController],
  providers: [WorkshopRepository],
  exports: [WorkshopRepository],
})
export class WorkshopModule {}
