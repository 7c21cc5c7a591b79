// The database that a command works with: the environment's (DATABASE_URL), or this clone's own, started if it is not running.
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './build.mjs'
import { findBinaries, startPostgres } from './postgres.mjs'
import { readState } from './state.mjs'

/** Its address, PostgreSQL's own programs, and a way to leave it as it was found. */
export async function openDatabase(tell) {
  const url = process.env.DATABASE_URL
  if (url) {
    const bin = findBinaries()
    if (!bin)
      throw new Error(
        'PostgreSQL’s programs are missing. Install them, then try again: sudo apt-get install postgresql-client',
      )
    return { url, bin, leave: () => Promise.resolve() }
  }
  const folder = process.env.VERGER_FOLDER ?? join(root, '.verger')
  const made = (() => {
    try {
      return readdirSync(join(folder, 'pg', 'data')).includes('PG_VERSION')
    } catch {
      return false
    }
  })()
  if (!made)
    throw new Error(
      `There is no database in ${folder}. Start Verger there once (npm start), or name a database in DATABASE_URL.`,
    )
  const database = await startPostgres(folder, readState(folder), { firstPort: 5432, tell })
  return {
    url: database.urlOf('verger'),
    bin: database.bin,
    leave: () => (database.adopted ? Promise.resolve() : database.stop()),
  }
}
