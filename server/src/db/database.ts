import { Kysely, Migrator, PostgresDialect, sql } from 'kysely'
import pg from 'pg'
import { migrations } from './migrations.js'
import type { Tables } from './schema.js'

export type Db = Kysely<Tables>
/** Injection token of the database. */
export const DB = Symbol('db')

/** `tell` hears of connections that were lost while idle: without a listener they would end the process. */
export function openDatabase(url: string, tell: (line: string) => void = () => {}): Db {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 5000 })
  pool.on('error', (error) => tell(`a connection to the database was lost: ${error.message}`))
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) })
}

/** Brings the database up to this code. @throws Error in words when the database is newer, or cannot be reached */
export async function migrate(db: Db): Promise<void> {
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
