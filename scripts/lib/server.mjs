// Starts the built server as a child that ends with its parent, and waits until it listens.
import { spawn } from 'node:child_process'
import { createWriteStream, existsSync, renameSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './build.mjs'

const LOG_BYTES = 5_000_000

/** Begins a log anew when it has grown large; the one before is kept beside it. */
export function turnLog(log) {
  if (existsSync(log) && statSync(log).size > LOG_BYTES) renameSync(log, `${log}.1`)
}

/** Resolves with the child once it listens; rejects with what it said last when it ends before. */
export function startServer(env, { log, tell = () => {} }) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
      cwd: root,
      // few arenas: threads that come and go would each leave memory behind that nobody uses
      env: { MALLOC_ARENA_MAX: '2', ...process.env, ...env, VERGER_PARENT: '1' },
      stdio: ['pipe', 'pipe', 'pipe'],
    })
    turnLog(log)
    let file = createWriteStream(log, { flags: 'a' })
    // a full disk must not end what still answers
    const quiet = () => {}
    file.on('error', quiet)
    let written = existsSync(log) ? statSync(log).size : 0
    let tail = ''
    let up = false
    const take = (chunk) => {
      file.write(chunk)
      written += chunk.length
      if (written > LOG_BYTES) {
        file.end()
        turnLog(log)
        file = createWriteStream(log, { flags: 'a' })
        file.on('error', quiet)
        written = 0
      }
      if (up) return
      // what came is looked through whole before it is cut short: many log lines may come in one chunk
      tail += chunk
      for (const line of String(chunk).split('\n')) if (line.startsWith('Loading')) tell(line)
      if (/^listening /m.test(tail)) {
        up = true
        resolve(child)
      }
      tail = tail.slice(-4000)
    }
    child.stdout.on('data', take)
    child.stderr.on('data', take)
    child.once('error', reject)
    child.once('exit', (code) => {
      file.end()
      if (!up)
        reject(
          new Error(
            `The server ended (${code ?? 'killed'}) before it was ready. Its log is ${log}; it ends:\n${tail.slice(-1500)}`,
          ),
        )
    })
  })
}
