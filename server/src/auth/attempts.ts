import { Inject, Injectable } from '@nestjs/common'
import { createHash } from 'node:crypto'
import { CONFIG, type Config } from '../config.js'
import { DB, type Db } from '../db/database.js'
import { ProblemError } from '../http/problem.js'

/** Tries of one thing within a window before the next is refused. */
export const TRIES = 10
export const WINDOW_MS = 15 * 60_000

const keyOf = (what: string): string => createHash('sha256').update(what).digest('hex')

/** Counts of tries, in the database, so that several processes share them. */
@Injectable()
export class Attempts {
  constructor(
    @Inject(DB) private readonly db: Db,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * Counts a try of something from an address, and one of the address alone. The function that comes back takes both back: what turned out
   * right never counts. An empty `what` is a thing that hangs on nobody, such as a sign-up. Counted before it is known, so that many tries at once cannot slip through.
   * @throws ProblemError 429 when there were too many
   */
  async count(what: string, address: string): Promise<() => Promise<void>> {
    const both = [
      // what anybody may do from one address is counted by the address alone
      ...(what === '' ? [] : [{ key: keyOf(`${what} ${address}`), most: TRIES }]),
      { key: keyOf(`address ${address}`), most: this.config.triesOfAddress },
    ]
    const counts = await Promise.all(both.map(({ key }) => this.add(key)))
    if (counts.some((count, i) => count > both[i]!.most))
      throw new ProblemError(429, 'Too many tries', 'Wait a quarter of an hour, then try again.')
    return async () => {
      await this.db
        .updateTable('attempts')
        .set((eb) => ({ count: eb.fn<number>('greatest', [eb('count', '-', 1), eb.lit(0)]) }))
        .where(
          'key',
          'in',
          both.map((b) => b.key),
        )
        .execute()
    }
  }

  private async add(key: string): Promise<number> {
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
    return row.count
  }
}
