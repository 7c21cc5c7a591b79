// npm run backup [FILE]: the whole database as one file, while Verger runs or not. Plain Node.
import { existsSync, renameSync, rmSync, statSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { run } from './lib/build.mjs'
import { openDatabase } from './lib/database.mjs'
import { inWords } from './lib/inWords.mjs'

const say = (line) => process.stdout.write(`${line}\n`)

async function main() {
  const day = new Date().toISOString().slice(0, 16).replace(/[-:]/g, '').replace('T', '-')
  const file = resolve(process.argv[2] ?? `verger-${day}.backup`)
  if (existsSync(file)) throw new Error(`${file} is there already. Name another file, or move it away.`)
  const database = await openDatabase(say)
  const half = `${file}.part`
  try {
    // one moment of the database, however long it takes; work goes on meanwhile
    await run(join(database.bin, 'pg_dump'), ['--format=custom', '--no-owner', '--file', half, database.url])
    renameSync(half, file)
  } catch (error) {
    rmSync(half, { force: true })
    throw new Error(`The backup was not made. ${(error.output ?? inWords(error)).slice(-600)}`, {
      cause: error,
    })
  } finally {
    await database.leave()
  }
  say(`${file} (${(statSync(file).size / 1e6).toFixed(1)} MB)`)
  say('Keep it on another disk. npm run restore brings it back.')
}

main().catch((error) => {
  process.stderr.write(`${inWords(error)}\n`)
  process.exit(1)
})
