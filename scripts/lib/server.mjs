// Starts the built server as a child that ends with its parent, and waits until it listens.
import { spawn } from 'node:child_process'
import { createWriteStream } from 'node:fs'
import { join } from 'node:path'
import { root } from './build.mjs'

/** Resolves with the child once it listens; rejects with what it said last when it ends before. */
export function startServer(env, { log, tell = () => {} }) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(root, 'server/dist/main.js')], {
      cwd: root,
      env: { ...process.env, ...env, VERGER_PARENT: '1' },
      stdio: ['pipe', 'pipe', 'pipe'],
    })
    const file = createWriteStream(log, { flags: 'a' })
    let tail = ''
    let up = false
    const take = (chunk) => {
      file.write(chunk)
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
