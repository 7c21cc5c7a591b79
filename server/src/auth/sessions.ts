import { Inject, Injectable } from '@nestjs/common'
import type { SessionRow } from '@verger/contract'
import { createHmac, randomBytes, randomUUID } from 'node:crypto'
import { CONFIG, type Config } from '../config.js'
import { DB, type Db } from '../db/database.js'
import type { Caller } from '../http/caller.js'
import { notFound } from '../http/problem.js'

const DAYS = 30
/** A session's last use is written down at most this often. */
const SEEN_MS = 60_000
/** How long a session that was found is taken as found: what one page asks at once is looked up once. */
const FRESH_MS = 3000
/** Sessions remembered at most. */
const MOST_KNOWN = 1000

/** Sign-in sessions: a random token in a cookie, of which only a keyed hash is stored. */
@Injectable()
export class Sessions {
  private readonly known = new Map<string, { readonly caller: Caller; readonly until: number }>()
  /** Counts what was forgotten, so that a session found before is not remembered after. */
  private forgotten = 0

  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  get cookieName(): string {
    return `verger-${this.config.instance}`
  }

  cookie(token: string, maxAge = DAYS * 86400): string {
    const secure = this.config.publicUrl.startsWith('https:') ? '; Secure' : ''
    return `${this.cookieName}=${token}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${maxAge}${secure}`
  }

  private hash(token: string): string {
    return createHmac('sha256', this.config.cookieSecret).update(token).digest('hex')
  }

  async begin(workshop: string, maker: string, agent = ''): Promise<string> {
    const token = randomBytes(32).toString('base64url')
    await this.db
      .insertInto('sessions')
      .values({
        token_hash: this.hash(token),
        id: randomUUID(),
        agent: agent.slice(0, 200),
        workshop_id: workshop,
        maker_id: maker,
        expires_at: new Date(Date.now() + DAYS * 86400_000),
      })
      .execute()
    return token
  }

  async find(cookies: string | undefined): Promise<Caller | undefined> {
    const token = cookies
      ?.split(';')
      .map((c) => c.trim())
      .find((c) => c.startsWith(`${this.cookieName}=`))
      ?.slice(this.cookieName.length + 1)
    if (!token) return undefined
    const hash = this.hash(token)
    const known = this.known.get(hash)
    if (known && known.until > performance.now()) return known.caller
    const { forgotten } = this
    const row = await this.db
      .selectFrom('sessions')
      .innerJoin('makers', (join) =>
        join
          .onRef('makers.workshop_id', '=', 'sessions.workshop_id')
          .onRef('makers.id', '=', 'sessions.maker_id'),
      )
      .select(['sessions.workshop_id', 'sessions.maker_id', 'token_hash', 'sessions.id', 'seen_at', 'role'])
      .where('token_hash', '=', hash)
      .where('expires_at', '>', new Date())
      .executeTakeFirst()
    if (!row) return undefined
    if (Date.now() - row.seen_at.getTime() > SEEN_MS)
      await this.db
        .updateTable('sessions')
        .set({ seen_at: new Date() })
        .where('token_hash', '=', row.token_hash)
        .execute()
    const caller: Caller = {
      workshop: row.workshop_id,
      maker: row.maker_id,
      role: row.role,
      session: row.id,
      tokenHash: row.token_hash,
    }
    if (forgotten === this.forgotten) {
      if (this.known.size >= MOST_KNOWN) this.known.clear()
      this.known.set(hash, { caller, until: performance.now() + FRESH_MS })
    }
    return caller
  }

  /**
   * Has every session looked up again: called wherever sessions end. Another server with the same database takes an ended session for at
   * most as long as one is remembered.
   */
  forget(): void {
    this.forgotten++
    this.known.clear()
  }

  /** Where a maker is signed in, the latest first. */
  async list(who: Caller): Promise<SessionRow[]> {
    const rows = await this.db
      .selectFrom('sessions')
      .select(['id', 'agent', 'created_at', 'seen_at'])
      .where('workshop_id', '=', who.workshop)
      .where('maker_id', '=', who.maker)
      .where('expires_at', '>', new Date())
      .orderBy('seen_at', 'desc')
      .limit(50)
      .execute()
    return rows.map((r) => ({
      id: r.id,
      agent: r.agent,
      beganAt: r.created_at.toISOString(),
      seenAt: r.seen_at.toISOString(),
      here: r.id === who.session,
    }))
  }

  /** Ends one session of this maker, wherever it is. */
  async endOne(who: Caller, id: string): Promise<void> {
    const done = await this.db
      .deleteFrom('sessions')
      .where('workshop_id', '=', who.workshop)
      .where('maker_id', '=', who.maker)
      .where('id', '=', id)
      .executeTakeFirst()
    this.forget()
    if (done.numDeletedRows === 0n) throw notFound('session')
  }

  /** Ends all sessions of this maker but the one that asks. */
  async endOthers(who: Caller): Promise<void> {
    await this.db
      .deleteFrom('sessions')
      .where('workshop_id', '=', who.workshop)
      .where('maker_id', '=', who.maker)
      .where('id', '!=', who.session)
      .execute()
    this.forget()
  }

  async end(tokenHash: string): Promise<void> {
    await this.db.deleteFrom('sessions').where('token_hash', '=', tokenHash).execute()
    this.forget()
  }
}
