// Builds what is stale: per room a hash of its sources, its configuration and the lock, written after a build that worked.
import { createHash } from 'node:crypto'
import { execFile } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../..', import.meta.url))

/** Runs a program without a shell; the error carries what it printed. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    execFile(command, args, { cwd: root, maxBuffer: 64e6, ...options }, (error, stdout, stderr) => {
      if (error) reject(Object.assign(error, { output: `${stdout}${stderr}` }))
      else resolve(stdout)
    })
  })
}

function hashFolder(hash, folder) {
  if (!existsSync(folder)) return
  for (const name of readdirSync(folder).sort()) {
    if (name === 'dist' || name === 'node_modules' || name.endsWith('.tsbuildinfo')) continue
    const path = join(folder, name)
    if (statSync(path).isDirectory()) hashFolder(hash, path)
    else hash.update(path.slice(root.length)).update('\0').update(readFileSync(path)).update('\0')
  }
}

const NEEDS = { core: [], contract: ['core'], server: ['core', 'contract'], web: ['core', 'contract'] }

function stampOf(room) {
  const hash = createHash('sha256')
  for (const file of ['package-lock.json', 'tsconfig.base.json', 'tsconfig.json'])
    if (existsSync(join(root, file))) hash.update(readFileSync(join(root, file)))
  for (const part of [...NEEDS[room], room]) hashFolder(hash, join(root, part))
  return hash.digest('hex')
}

const stampFile = (room) => join(root, room, 'dist', '.stamp')

/** Is the room's build missing or older than its sources. */
export const isStale = (room) => {
  try {
    return readFileSync(stampFile(room), 'utf8') !== stampOf(room)
  } catch {
    return true
  }
}

/** Builds the rooms that are stale, in order. `tell` gets short lines of progress. */
export async function ensureBuilt(rooms, tell = console.log) {
  for (const room of rooms) {
    if (!isStale(room)) continue
    tell(`Building ${room} …`)
    const stamp = stampOf(room)
    try {
      if (room === 'web')
        await run(
          process.execPath,
          [join(root, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'warn'],
          { cwd: join(root, 'web') },
        )
      else await run(process.execPath, [join(root, 'node_modules/typescript/bin/tsc'), '-b', room])
    } catch (error) {
      throw new Error(
        `Building ${room} failed. Mend what stands below, then start again.\n${error.output ?? error.message}`,
        { cause: error },
      )
    }
    mkdirSync(join(root, room, 'dist'), { recursive: true })
    writeFileSync(stampFile(room), stamp)
  }
}
