import { Kysely, Migrator, PostgresDialect, sql } from 'kysely'
import pg from 'pg'
import { migrations } from './migrations.js'
import type { Tables } from './schema.js'

export type Db = Kysely<Tables>
/** Injection token of the database. */
export const DB = Symbol('db')

/**
 * A pool of connections. `tell` hears of those that were lost: a client emits its own error while it is checked out and the pool does while
 * it is idle, and without a listener for each the process would end.
 */
export function openDatabase(url: string, tell: (line: string) => void = () => {}): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 5000,
    keepAlive: true,
    statement_timeout: 30_000,
    idle_in_transaction_session_timeout: 60_000,
  })
  const lost = (error: Error) => tell(`a connection to the database was lost: ${error.message}`)
  pool.on('error', lost)
  pool.on('connect', (client) => client.on('error', lost))
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) })
}

/** Number of the advisory lock under which one server at a time prepares a database; any number that nobody else uses. */
const PREPARING = 0x76657267

/**
 * Brings the database up to this code, then runs `after` (the demo workshop), one server at a time: two that begin an empty database together
 * wait for each other. @throws Error in words when the database is newer, or cannot be reached
 */
export async function prepare(
  db: Db,
  after: () => Promise<unknown> = () => Promise.resolve(),
): Promise<void> {
  await db.connection().execute(async (one) => {
    // waiting for the other may take as long as its demo data does
    await sql`set statement_timeout = 0`.execute(one)
    await sql`select pg_advisory_lock(${sql.lit(PREPARING)})`.execute(one)
    try {
      await migrate(db)
      await after()
    } finally {
      await sql`select pg_advisory_unlock(${sql.lit(PREPARING)})`.execute(one)
      await sql`reset statement_timeout`.execute(one)
    }
  })
}

async function migrate(db: Db): Promise<void> {
  const found = await sql<{ name: string }>`select name from kysely_migration`
    .execute(db)
    .catch((error: { code?: string }) => {
      if (error.code === '42P01') return { rows: [] }
      throw error
    })
  const unknown = found.rows.map((r) => r.name).filter((name) => !(name in migrations))
  if (unknown.length > 0)
    throw new Error(
      `The database was made by a newer Verger (it has ${unknown.join(', ')}). Update this copy, or start it with another database.`,
    )
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(migrations) } })
  const { error } = await migrator.migrateToLatest()
  if (error)
    throw error instanceof Error
      ? error
      : new Error(`The database could not be migrated: ${JSON.stringify(error)}`)
}
