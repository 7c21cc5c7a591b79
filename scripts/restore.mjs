// npm run restore FILE: the whole database as it was in a backup, in one step: all of it or, where something fails, none. Plain Node.
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { run } from './lib/build.mjs'
import { openDatabase } from './lib/database.mjs'
import { inWords } from './lib/inWords.mjs'

const DROP_ALL = `do $$ declare t record; begin
  for t in select tablename from pg_tables where schemaname = 'public' loop
    execute format('drop table public.%I cascade', t.tablename);
  end loop; end $$`

const say = (line) => process.stdout.write(`${line}\n`)

async function main() {
  const [name, sure] = process.argv.slice(2)
  if (!name) throw new Error('Name the backup: npm run restore -- FILE --replace')
  const file = resolve(name)
  if (!existsSync(file)) throw new Error(`${file} is not there.`)
  if (sure !== '--replace')
    throw new Error(
      'Everything that is in the database now is replaced by the backup. Make a backup of it first (npm run backup), then add --replace.',
    )
  const database = await openDatabase(say)
  try {
    await run(join(database.bin, 'pg_restore'), ['--list', file]).catch((error) => {
      throw new Error(`${file} is no backup that can be read. Nothing was changed.`, { cause: error })
    })
    // as a script, after all tables are gone: a database that is newer than the backup has tables the backup knows nothing of
    const folder = mkdtempSync(join(tmpdir(), 'verger-restore-'))
    const script = join(folder, 'all.sql')
    try {
      await run(join(database.bin, 'pg_restore'), ['--no-owner', '--file', script, file])
      await run(join(database.bin, 'psql'), [
        database.url,
        '--quiet',
        '--no-psqlrc',
        '--single-transaction',
        '--set=ON_ERROR_STOP=1',
        '--command',
        DROP_ALL,
        '--file',
        script,
      ])
    } catch (error) {
      throw new Error(`Nothing was changed. ${(error.output ?? error.message).slice(-600)}`, { cause: error })
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  } finally {
    await database.leave()
  }
  say('Everything is as it was in the backup. Pages that are open: reload them.')
}

main().catch((error) => {
  process.stderr.write(`${inWords(error)}\n`)
  process.exit(1)
})
