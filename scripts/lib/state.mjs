// What a Verger folder (.verger, or the tests' own) remembers: ports and secrets. Files are private to their owner.
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'

/** Reads the folder's state, making what is missing. */
export function readState(folder) {
  mkdirSync(join(folder, 'log'), { recursive: true })
  const file = join(folder, 'state.json')
  let state = {}
  const database = existsSync(join(folder, 'pg', 'data', 'PG_VERSION'))
  if (!existsSync(file) && database)
    throw new Error(
      `${file} is missing: it holds the password of the database beside it. Put it back from a copy; or move ${folder} aside and start again with an empty one.`,
    )
  if (existsSync(file)) {
    try {
      state = JSON.parse(readFileSync(file, 'utf8'))
    } catch (error) {
      if (error.code === 'EACCES')
        throw new Error(
          `${file} belongs to another user. Run this once:\n  sudo chown -R $(id -un):$(id -gn) ${folder}`,
          { cause: error },
        )
      // half-written by a killed start: secrets are made anew only where no database depends on them
      if (database)
        throw new Error(
          `${file} is damaged. Move ${folder} aside and start again, or put the file back from a copy.`,
          { cause: error },
        )
    }
  }
  const before = JSON.stringify(state)
  state.databasePassword ??= randomBytes(18).toString('hex')
  state.cookieSecret ??= randomBytes(32).toString('hex')
  state.instance ??= randomBytes(4).toString('hex')
  // not written when nothing is new: a start that is refused must not take the file from its owner
  if (JSON.stringify(state) !== before) writeState(folder, state)
  return state
}

export function writeState(folder, state) {
  const file = join(folder, 'state.json')
  writeFileSync(`${file}.new`, `${JSON.stringify(state, null, 2)}\n`, { mode: 0o600 })
  renameSync(`${file}.new`, file)
}

const isFree = (port) =>
  new Promise((resolve) => {
    const server = createServer()
    server.once('error', () => resolve(false))
    server.listen({ port, host: '127.0.0.1', exclusive: true }, () => server.close(() => resolve(true)))
  })

/** The remembered port when it is free, else the next free one from `first`; remembered. */
export async function pickPort(folder, state, key, first) {
  for (const port of [state[key], ...Array.from({ length: 200 }, (_, i) => first + i)]) {
    if (port && (await isFree(port))) {
      if (state[key] !== port) {
        state[key] = port
        writeState(folder, state)
      }
      return port
    }
  }
  throw new Error(
    `No free port from ${first} to ${first + 199} on 127.0.0.1. Stop what uses them, then start again.`,
  )
}
