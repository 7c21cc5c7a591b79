import { Inject, Injectable } from '@nestjs/common'
import {
  settingsSchema,
  type InviteMade,
  type InviteTake,
  type Me,
  type PasswordChange,
  type PasswordReset,
  type Role,
  type SignIn,
  type SignUp,
} from '@verger/contract'
import { DEFAULT_SETTINGS } from '@verger/core'
import { createHash, randomBytes, randomUUID } from 'node:crypto'
import { DB, type Db } from '../db/database.js'
import type { Caller } from '../http/caller.js'
import { notFound, ProblemError } from '../http/problem.js'
import { Attempts } from './attempts.js'
import { Passwords, refuseGuessable } from './passwords.js'
import { Sessions } from './sessions.js'

const INVITE_MS = 7 * 86_400_000
const RESET_MS = 86_400_000
const hashToken = (token: string): string => createHash('sha256').update(token).digest('hex')
/** PostgreSQL's code of a value that is there already. */
const DUPLICATE = '23505'
const isDuplicate = (error: unknown) => (error as { code?: string }).code === DUPLICATE

/** Where a request comes from, and with what browser. */
export interface From {
  readonly address: string
  readonly agent: string
}

@Injectable()
export class AuthService {
  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(Sessions) private readonly sessions: Sessions,
    @Inject(Passwords) private readonly passwords: Passwords,
    @Inject(Attempts) private readonly attempts: Attempts,
  ) {}

  async signIn({ email, password }: SignIn, from: From): Promise<string> {
    const forgive = await this.attempts.count(`sign-in ${email.toLowerCase()}`, from.address)
    const maker = await this.db
      .selectFrom('makers')
      .select(['workshop_id', 'id', 'password_hash'])
      .where((eb) => eb(eb.fn('lower', ['email']), '=', email.toLowerCase()))
      .executeTakeFirst()
    const good = await this.passwords.verify(maker?.password_hash, password)
    if (!maker || !good)
      throw new ProblemError(401, 'E-mail and password do not match', 'Check both and try again.')
    await forgive()
    return this.sessions.begin(maker.workshop_id, maker.id, from.agent)
  }

  /**
   * Makes an account with a workshop of its own. Where the e-mail has one already nothing is made, and the answer is the same: signing in
   * comes next, and only the right password leads on.
   */
  async signUp({ email, password, name, workshop }: SignUp, from: From): Promise<void> {
    await this.attempts.count('', `sign-up ${from.address}`)
    refuseGuessable(password, 'password', [email, ...email.split(/[@.]/), name, workshop])
    const workshopId = randomUUID()
    const password_hash = await this.passwords.hash(password)
    await this.db
      .transaction()
      .execute(async (tx) => {
        await tx
          .insertInto('workshops')
          .values({ id: workshopId, name: workshop, demo: false, settings: JSON.stringify(DEFAULT_SETTINGS) })
          .execute()
        await tx
          .insertInto('makers')
          .values({ workshop_id: workshopId, id: randomUUID(), email, name, password_hash })
          .execute()
      })
      .catch((error: unknown) => {
        if (!isDuplicate(error)) throw error
      })
  }

  /** An invitation into the caller's workshop: a token that is shown once and works once, for a week. */
  async invite(who: Caller, role: Role): Promise<InviteMade> {
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
  async join({ token, email, password, name }: InviteTake, from: From): Promise<string> {
    const forgive = await this.attempts.count('', from.address)
    refuseGuessable(password, 'password', [email, ...email.split(/[@.]/), name])
    const id = randomUUID()
    const password_hash = await this.passwords.hash(password)
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
      .catch((error: unknown) => {
        if (!isDuplicate(error)) throw error
        throw new ProblemError(
          409,
          'This e-mail cannot be used',
          'Use another; the invitation still works.',
          [{ path: 'email', message: 'cannot be used' }],
        )
      })
    await forgive()
    return this.sessions.begin(workshop, id, from.agent)
  }

  /** Is this the caller's own password. @throws ProblemError 400 where it is not */
  async confirm(who: Caller, password: string, field: string): Promise<void> {
    const forgive = await this.attempts.count(`password ${who.workshop} ${who.maker}`, who.maker)
    const row = await this.db
      .selectFrom('makers')
      .select('password_hash')
      .where('workshop_id', '=', who.workshop)
      .where('id', '=', who.maker)
      .executeTakeFirstOrThrow()
    if (!(await this.passwords.verify(row.password_hash, password)))
      throw new ProblemError(400, 'That is not your password', 'Type it again.', [
        { path: field, message: 'is not your password' },
      ])
    await forgive()
  }

  /** Sets another password; every other session of the maker ends. */
  async changePassword(who: Caller, { current, next }: PasswordChange): Promise<void> {
    await this.confirm(who, current, 'current')
    const { maker } = await this.me(who)
    refuseGuessable(next, 'next', [maker.email, maker.name])
    await this.db
      .updateTable('makers')
      .set({ password_hash: await this.passwords.hash(next) })
      .where('workshop_id', '=', who.workshop)
      .where('id', '=', who.maker)
      .execute()
    await this.sessions.endOthers(who)
  }

  /** A link with which a maker of the caller's workshop sets a new password: it works once, for a day, and the one before it no more. */
  async offerReset(who: Caller, maker: string): Promise<InviteMade> {
    const token = randomBytes(24).toString('base64url')
    const expires_at = new Date(Date.now() + RESET_MS)
    await this.db
      .insertInto('resets')
      .values({ token_hash: hashToken(token), workshop_id: who.workshop, maker_id: maker, expires_at })
      .onConflict((c) =>
        c.columns(['workshop_id', 'maker_id']).doUpdateSet({ token_hash: hashToken(token), expires_at }),
      )
      .execute()
      .catch((error: { code?: string }) => {
        if (error.code === '23503') throw notFound('maker')
        throw error
      })
    return { token, expiresAt: expires_at.toISOString() }
  }

  /** Sets the password of the maker whom a link is for; all sessions of that maker end, and one begins. */
  async reset({ token, password }: PasswordReset, from: From): Promise<string> {
    const forgive = await this.attempts.count('', from.address)
    refuseGuessable(password, 'password', [])
    const password_hash = await this.passwords.hash(password)
    const maker = await this.db.transaction().execute(async (tx) => {
      const found = await tx
        .deleteFrom('resets')
        .where('token_hash', '=', hashToken(token))
        .where('expires_at', '>', new Date())
        .returning(['workshop_id', 'maker_id'])
        .executeTakeFirst()
      if (!found)
        throw new ProblemError(
          404,
          'This link does not work any more',
          'It works once, for a day. Ask an owner of the workshop for a new one.',
        )
      await tx
        .updateTable('makers')
        .set({ password_hash })
        .where('workshop_id', '=', found.workshop_id)
        .where('id', '=', found.maker_id)
        .execute()
      await tx
        .deleteFrom('sessions')
        .where('workshop_id', '=', found.workshop_id)
        .where('maker_id', '=', found.maker_id)
        .execute()
      return found
    })
    this.sessions.forget()
    await forgive()
    return this.sessions.begin(maker.workshop_id, maker.maker_id, from.agent)
  }

  /** A session in the demo workshop, where it was loaded. */
  async demo(from: From): Promise<string> {
    const maker = await this.db
      .selectFrom('workshops')
      .innerJoin('makers', 'makers.workshop_id', 'workshops.id')
      .select(['makers.workshop_id', 'makers.id'])
      .where('workshops.demo', '=', true)
      .executeTakeFirst()
    if (!maker) throw new ProblemError(404, 'There is no demo workshop here', 'Sign in, or make an account.')
    return this.sessions.begin(maker.workshop_id, maker.id, from.agent)
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
        'workshops.version',
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
        version: row.version,
        settings: settingsSchema.parse(row.settings),
      },
    }
  }

  /** Removes a maker for good; the last owner stays, or removes the workshop. */
  async removeMaker(workshop: string, maker: string): Promise<void> {
    await this.db.transaction().execute(async (tx) => {
      const makers = await tx
        .selectFrom('makers')
        .select(['id', 'role'])
        .where('workshop_id', '=', workshop)
        .forUpdate()
        .execute()
      if (!makers.some((m) => m.id === maker)) throw notFound('maker')
      if (!makers.some((m) => m.id !== maker && m.role === 'owner'))
        throw new ProblemError(
          409,
          'A workshop keeps one owner at least',
          'Invite another owner first, or delete the workshop.',
        )
      await tx.deleteFrom('makers').where('workshop_id', '=', workshop).where('id', '=', maker).execute()
    })
    this.sessions.forget()
  }

  /** Removes a workshop for good: its makers, stones, pieces and all that was recorded. */
  async removeWorkshop(workshop: string): Promise<void> {
    await this.db.transaction().execute(async (tx) => {
      // pieces hold on to their stones, so that no stone goes from under a piece: they go first
      await tx.deleteFrom('pieces').where('workshop_id', '=', workshop).execute()
      await tx.deleteFrom('workshops').where('id', '=', workshop).execute()
    })
    this.sessions.forget()
  }

  /** The demo workshop is everybody's. @throws ProblemError 403 in it */
  async refuseInDemo(workshop: string): Promise<void> {
    const row = await this.db
      .selectFrom('workshops')
      .select('demo')
      .where('id', '=', workshop)
      .executeTakeFirstOrThrow()
    if (row.demo)
      throw new ProblemError(403, 'The demo workshop is everybody’s', 'Make an account of your own for that.')
  }
}

/** @throws ProblemError 403 for makers who are not owners */
export function onlyOwners(who: Caller, what: string): void {
  if (who.role !== 'owner')
    throw new ProblemError(403, `Only an owner may ${what}`, 'Ask an owner of the workshop.')
}
