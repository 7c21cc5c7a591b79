import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** The application as its own start command runs it. */
export interface Instance {
  readonly address: string
  readonly starter: ChildProcess
  readonly said: () => string
  /** Process ids of the server and of the database's postmaster. */
  readonly pids: () => { readonly server: number; readonly postgres: number }
  /** Resolves with the starter's exit code. */
  readonly ended: Promise<number | null>
  readonly stop: () => Promise<number | null>
}

/** Runs `npm start`'s script in a folder and on ports of its own; resolves once it prints its address. */
export async function startInstance(
  folder: string,
  firstPort: number,
  args: readonly string[] = [],
): Promise<Instance> {
  const starter = spawn(process.execPath, [join(root, 'scripts/start.mjs'), ...args], {
    env: { ...process.env, VERGER_FOLDER: folder, VERGER_FIRST_PORT: String(firstPort) },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  const ended = new Promise<number | null>((resolve) => starter.once('exit', (code) => resolve(code)))
  const address = await new Promise<string>((resolve, reject) => {
    const take = (chunk: Buffer) => {
      said += String(chunk)
      const found = /^(http:\S+)$/m.exec(said)
      if (found) resolve(found[1]!)
    }
    starter.stdout.on('data', take)
    starter.stderr.on('data', take)
    void ended.then((code) => reject(new Error(`npm start ended (${code}):\n${said}`)))
  })
  return {
    address,
    starter,
    ended,
    said: () => said,
    pids: () => ({
      server: Number(
        execFileSync('pgrep', ['-P', String(starter.pid), '-f', 'server/dist/main.js'], {
          encoding: 'utf8',
        }).trim(),
      ),
      postgres: Number(readFileSync(join(folder, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]),
    }),
    stop: () => {
      starter.kill('SIGTERM')
      return ended
    },
  }
}

/** Is a process there (and not a zombie). */
export function alive(pid: number): boolean {
  try {
    return !/\) Z /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'))
  } catch {
    return false
  }
}
