import { Inject, Injectable } from '@nestjs/common'
import {
  settingsSchema,
  type InviteRow,
  type MakerRow,
  type Settings,
  type SettingsRow,
  type SettingsWrite,
} from '@verger/contract'
import { DB, type Db } from '../db/database.js'
import { notFound, stale } from '../http/problem.js'

@Injectable()
export class WorkshopRepository {
  constructor(@Inject(DB) private readonly db: Db) {}

  async settings(workshop: string): Promise<Settings> {
    return (await this.settingsRow(workshop)).settings
  }

  async settingsRow(workshop: string): Promise<SettingsRow> {
    const row = await this.db
      .selectFrom('workshops')
      .select(['settings', 'version'])
      .where('id', '=', workshop)
      .executeTakeFirstOrThrow()
    return { version: row.version, settings: settingsSchema.parse(row.settings) }
  }

  async set(workshop: string, { version, settings }: SettingsWrite): Promise<SettingsRow> {
    const done = await this.db
      .updateTable('workshops')
      .set((eb) => ({ settings: JSON.stringify(settings), version: eb('version', '+', 1) }))
      .where('id', '=', workshop)
      .where('version', '=', version)
      .executeTakeFirst()
    if (done.numUpdatedRows === 0n) throw stale('workshop’s settings')
    return { version: version + 1, settings }
  }

  async name(workshop: string): Promise<string> {
    const row = await this.db
      .selectFrom('workshops')
      .select('name')
      .where('id', '=', workshop)
      .executeTakeFirstOrThrow()
    return row.name
  }

  makers(workshop: string): Promise<MakerRow[]> {
    return this.db
      .selectFrom('makers')
      .select(['id', 'name', 'email', 'role'])
      .where('workshop_id', '=', workshop)
      .orderBy('created_at')
      .execute()
  }

  /** Invitations that nobody has used and that still work. */
  async invites(workshop: string): Promise<InviteRow[]> {
    const rows = await this.db
      .selectFrom('invites')
      .innerJoin('makers', (join) =>
        join
          .onRef('makers.workshop_id', '=', 'invites.workshop_id')
          .onRef('makers.id', '=', 'invites.made_by'),
      )
      .select(['invites.id', 'invites.role', 'makers.name', 'invites.expires_at'])
      .where('invites.workshop_id', '=', workshop)
      .where('used_at', 'is', null)
      .where('expires_at', '>', new Date())
      .orderBy('invites.created_at')
      .limit(200)
      .execute()
    return rows.map((r) => ({
      id: r.id,
      role: r.role,
      madeBy: r.name,
      expiresAt: r.expires_at.toISOString(),
    }))
  }

  async revoke(workshop: string, id: string): Promise<void> {
    const done = await this.db
      .deleteFrom('invites')
      .where('workshop_id', '=', workshop)
      .where('id', '=', id)
      .where('used_at', 'is', null)
      .executeTakeFirst()
    if (done.numDeletedRows === 0n) throw notFound('invitation')
  }
}
