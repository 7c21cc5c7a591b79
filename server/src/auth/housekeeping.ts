import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common'
import { DB, type Db } from '../db/database.js'
import { WINDOW_MS } from './attempts.js'

const HOUR_MS = 3_600_000
/** Invitations that were used or ran out are kept so long, for who asks what became of them. */
const INVITES_MS = 30 * 24 * HOUR_MS

/** Clears once an hour what has had its time: counted tries, sessions, invitations and links that ran out. */
@Injectable()
export class Housekeeping implements OnModuleInit, OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined
  private readonly log = new Logger('housekeeping')

  constructor(@Inject(DB) private readonly db: Db) {}

  onModuleInit(): void {
    const tidy = () =>
      void this.tidy(new Date()).catch((error: Error) => this.log.warn(`not now: ${error.message}`))
    tidy()
    this.timer = setInterval(tidy, HOUR_MS)
    this.timer.unref()
  }

  onModuleDestroy(): void {
    clearInterval(this.timer)
  }

  async tidy(now: Date): Promise<void> {
    const ago = (ms: number) => new Date(now.getTime() - ms)
    await this.db.deleteFrom('attempts').where('since', '<', ago(WINDOW_MS)).execute()
    await this.db.deleteFrom('sessions').where('expires_at', '<', now).execute()
    await this.db.deleteFrom('resets').where('expires_at', '<', now).execute()
    await this.db.deleteFrom('invites').where('expires_at', '<', ago(INVITES_MS)).execute()
  }
}
