import { Inject, Injectable } from '@nestjs/common'
import { hash, verify } from '@node-rs/argon2'
import {
  settingsSchema,
  type InviteMade,
  type InviteTake,
  type Me,
  type PasswordChange,
  type Role,
  type SignIn,
  type SignUp,
} from '@verger/contract'
import { DEFAULT_SETTINGS } from '@verger/core'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { DB, type Db } from '../db/database.js'
import type { Caller } from '../http/caller.js'
import { ProblemError } from '../http/problem.js'
import { Sessions } from './sessions.js'

const TRIES = 10
const WINDOW_MS = 15 * 60_000
/** argon2id is the library's default; these are its recommended costs. */
const COSTS = { memoryCost: 19456, timeCost: 2, parallelism: 1 }

const INVITE_MS = 7 * 86_400_000
const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex')

const taken = (error: { code?: string }): never => {
  if (error.code === '23505')
    throw new ProblemError(409, 'That e-mail has an account already', 'Sign in with it instead.', [
      { path: 'email', message: 'has an account already' },
    ])
  throw error
}

@Injectable()
export class AuthService {
  /** Verified against when the e-mail is unknown, so that both answers take the same time. */
  private readonly decoy = hash(randomUUID(), COSTS)

  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(Sessions) private readonly sessions: Sessions,
  ) {}

  static hashPassword(password: string): Promise<string> {
    return hash(password, COSTS)
  }

  async signIn({ email, password }: SignIn, address: string, agent: string): Promise<string> {
    await this.throttle(`${email.toLowerCase()} ${address}`)
    const maker = await this.db
      .selectFrom('makers')
      .select(['workshop_id', 'id', 'password_hash'])
      .where((eb) => eb(eb.fn('lower', ['email']), '=', email.toLowerCase()))
      .executeTakeFirst()
    const good = await verify(maker?.password_hash ?? (await this.decoy), password)
    if (!maker || !good)
      throw new ProblemError(401, 'E-mail and password do not match', 'Check both and try again.')
    return this.sessions.begin(maker.workshop_id, maker.id, agent)
  }

  async signUp({ email, password, name, workshop }: SignUp, agent: string): Promise<string> {
    const workshopId = randomUUID()
    const makerId = randomUUID()
    const password_hash = await AuthService.hashPassword(password)
    await this.db
      .transaction()
      .execute(async (tx) => {
        await tx
          .insertInto('workshops')
          .values({ id: workshopId, name: workshop, demo: false, settings: JSON.stringify(DEFAULT_SETTINGS) })
          .execute()
        await tx
          .insertInto('makers')
          .values({ workshop_id: workshopId, id: makerId, email, name, password_hash })
          .execute()
      })
      .catch(taken)
    return this.sessions.begin(workshopId, makerId, agent)
  }

  /** An invitation into the caller's workshop: a token that is shown once and works once, for a week. */
  async invite(who: Caller, role: Role): Promise<InviteMade> {
    if (who.role !== 'owner')
      throw new ProblemError(403, 'Only an owner may invite', 'Ask an owner of the workshop.')
    const token = randomBytes(24).toString('base64url')
    const expires_at = new Date(Date.now() + INVITE_MS)
    await this.db
      .insertInto('invites')
      .values({
        token_hash: hashToken(token),
        workshop_id: who.workshop,
        role,
        made_by: who.maker,
        expires_at,
        used_at: null,
      })
      .execute()
    return { token, expiresAt: expires_at.toISOString() }
  }

  /** Makes an account in the workshop that an invitation is for. */
  async join({ token, email, password, name }: InviteTake, agent: string): Promise<string> {
    const id = randomUUID()
    const password_hash = await AuthService.hashPassword(password)
    const workshop = await this.db
      .transaction()
      .execute(async (tx) => {
        const invite = await tx
          .updateTable('invites')
          .set({ used_at: new Date() })
          .where('token_hash', '=', hashToken(token))
          .where('used_at', 'is', null)
          .where('expires_at', '>', new Date())
          .returning(['workshop_id', 'role'])
          .executeTakeFirst()
        if (!invite)
          throw new ProblemError(
            404,
            'This invitation does not work any more',
            'It works once, for a week. Ask for a new one.',
          )
        await tx
          .insertInto('makers')
          .values({ workshop_id: invite.workshop_id, id, email, name, password_hash, role: invite.role })
          .execute()
        return invite.workshop_id
      })
      .catch(taken)
    return this.sessions.begin(workshop, id, agent)
  }

  /** Sets another password; every other session of the maker ends. */
  async changePassword(who: Caller, { current, next }: PasswordChange): Promise<void> {
    await this.throttle(`password ${who.workshop} ${who.maker}`)
    const row = await this.db
      .selectFrom('makers')
      .select('password_hash')
      .where('workshop_id', '=', who.workshop)
      .where('id', '=', who.maker)
      .executeTakeFirstOrThrow()
    if (!(await verify(row.password_hash, current)))
      throw new ProblemError(400, 'That is not the present password', 'Type it again.', [
        { path: 'current', message: 'is not the present password' },
      ])
    await this.db
      .updateTable('makers')
      .set({ password_hash: await AuthService.hashPassword(next) })
      .where('workshop_id', '=', who.workshop)
      .where('id', '=', who.maker)
      .execute()
    await this.sessions.endOthers(who)
  }

  /** A session in the demo workshop, where it was loaded. */
  async demo(agent: string): Promise<string> {
    const maker = await this.db
      .selectFrom('workshops')
      .innerJoin('makers', 'makers.workshop_id', 'workshops.id')
      .select(['makers.workshop_id', 'makers.id'])
      .where('workshops.demo', '=', true)
      .executeTakeFirst()
    if (!maker) throw new ProblemError(404, 'There is no demo workshop here', 'Sign in, or make an account.')
    return this.sessions.begin(maker.workshop_id, maker.id, agent)
  }

  async me({ workshop, maker }: Caller): Promise<Me> {
    const row = await this.db
      .selectFrom('makers')
      .innerJoin('workshops', 'workshops.id', 'makers.workshop_id')
      .select([
        'makers.id',
        'makers.name',
        'makers.email',
        'makers.role',
        'workshops.name as workshop',
        'workshops.demo',
        'workshops.settings',
      ])
      .where('makers.workshop_id', '=', workshop)
      .where('makers.id', '=', maker)
      .executeTakeFirstOrThrow()
    return {
      maker: { id: row.id, name: row.name, email: row.email, role: row.role },
      workshop: {
        id: workshop,
        name: row.workshop,
        demo: row.demo,
        settings: settingsSchema.parse(row.settings),
      },
    }
  }

  /** Counts tries in the database, so that several processes share them. */
  private async throttle(what: string): Promise<void> {
    const key = createHash('sha256').update(what).digest('hex')
    const since = new Date()
    const row = await this.db
      .insertInto('attempts')
      .values({ key, count: 1, since })
      .onConflict((c) =>
        c.column('key').doUpdateSet((eb) => {
          const over = eb('attempts.since', '<', new Date(since.getTime() - WINDOW_MS))
          return {
            count: eb
              .case()
              .when(over)
              .then(1)
              .else(eb('attempts.count', '+', 1))
              .end(),
            since: eb.case().when(over).then(since).else(eb.ref('attempts.since')).end(),
          }
        }),
      )
      .returning('count')
      .executeTakeFirstOrThrow()
    if (row.count > TRIES)
      throw new ProblemError(429, 'Too many tries', 'Wait a quarter of an hour, then try again.')
  }
}
