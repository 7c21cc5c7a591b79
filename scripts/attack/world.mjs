// What an attack works with: Verger as its own start command runs it, in a folder of its own; clients that ask it over HTTP; figures.
import { execFileSync, spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { root } from '../lib/build.mjs'

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** The time that 95 of 100 of these stay within, ms. */
export const p95 = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? 0

/** Resident memory of a process, MB. */
export const rss = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1000

/** Is a process there, and no zombie. */
export function alive(pid) {
  try {
    return !/\) Z /.test(readFileSync(`/proc/${pid}/stat`, 'utf8'))
  } catch {
    return false
  }
}

/** A folder for an attack, gone when `work` is done. */
export async function inFolder(name, work) {
  const folder = join(root, '.verger-test', `attack-${name}-${process.pid}`)
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { recursive: true })
  try {
    return await work(folder)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

/** Runs the start command, without the demo workshop unless it is asked for; resolves once it has said an address, or ended. */
export async function startIn(folder, { firstPort = 4810, demo = false } = {}) {
  const starter = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
    env: {
      ...process.env,
      TRIES_OF_ADDRESS: '100000',
      VERGER_DEMO: demo ? '1' : '0',
      VERGER_FOLDER: folder,
      VERGER_FIRST_PORT: String(firstPort),
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  const ended = new Promise((resolve) => starter.once('exit', resolve))
  const address = await new Promise((resolve) => {
    const take = (chunk) => {
      said += String(chunk)
      const found = /^(http:\S+)$/m.exec(said)
      if (found) resolve(found[1])
    }
    starter.stdout.on('data', take)
    starter.stderr.on('data', take)
    void ended.then(() => resolve(undefined))
  })
  const child = (what) =>
    Number(
      execFileSync('pgrep', ['-P', String(starter.pid), '-f', what], { encoding: 'utf8' })
        .trim()
        .split('\n')[0],
    )
  return {
    address,
    starter,
    ended,
    said: () => said,
    server: () => child('server/dist/main.js'),
    postgres: () => Number(readFileSync(join(folder, 'pg/data/postmaster.pid'), 'utf8').split('\n')[0]),
    stop: () => {
      starter.kill('SIGTERM')
      return ended
    },
  }
}

export const id = () => randomBytes(12).toString('hex')
export const turn = () => ({ id: id(), kind: 'turn', subject: 'bind-foot', at: new Date().toISOString() })
export const STONE = {
  kind: 'cabochon',
  outline: 'oval',
  length: 28,
  width: 20,
  depth: 6.5,
  wall: 1.8,
  mineral: 'jasper',
}

/** A way to save a plan of the stone to a piece: its choices are worked out once. */
export async function planner() {
  const core = await import('@verger/core')
  const options = core.startingOptions(
    STONE,
    'bound-frame',
    { alloy: 'copper', temper: 'half hard' },
    undefined,
    true,
  )
  const familyVersion = core.family('bound-frame').version
  return (client, piece, version) =>
    client.ask('PUT', `/api/pieces/${piece}/plan`, {
      version,
      familyVersion,
      choices: { family: 'bound-frame', options },
      lengths: {},
    })
}

/** One maker with a workshop of its own, asking over HTTP. */
export class Client {
  cookie = ''
  constructor(address) {
    this.address = address
  }

  async ask(method, path, body, headers = {}) {
    const began = performance.now()
    const bytes = body instanceof Uint8Array || typeof body === 'string'
    try {
      const answer = await fetch(`${this.address}${path}`, {
        method,
        headers: {
          cookie: this.cookie,
          ...(body === undefined || bytes ? {} : { 'content-type': 'application/json' }),
          ...headers,
        },
        ...(body === undefined ? {} : { body: bytes ? body : JSON.stringify(body) }),
      })
      const text = await answer.text()
      let json
      try {
        json = JSON.parse(text)
      } catch {
        json = undefined
      }
      return { status: answer.status, json, headers: answer.headers, took: performance.now() - began }
    } catch (error) {
      return { status: 0, json: undefined, error, took: performance.now() - began }
    }
  }

  async signUp() {
    const email = `attack.${id()}@example.org`
    const password = 'a long password'
    const made = await this.ask('POST', '/api/auth/sign-up', { email, password, name: 'A', workshop: 'W' })
    if (made.status !== 204) throw new Error(`no account: ${made.status} ${JSON.stringify(made.json)}`)
    const entered = await this.ask('POST', '/api/auth/sign-in', { email, password })
    this.cookie = (entered.headers.get('set-cookie') ?? '').split(';')[0]
    return this
  }

  /** A stone and a piece of it; gives the piece's id. */
  async begin() {
    const stone = await this.ask('POST', '/api/stones', { stone: STONE })
    const piece = await this.ask('POST', '/api/pieces', { stoneId: stone.json.id, name: 'Attacked' })
    return piece.json.id
  }

  /** All events of a piece that the server has. */
  async events(piece) {
    const all = []
    for (let after = 0, more = true; more;) {
      const { json } = await this.ask('GET', `/api/pieces/${piece}/events?after=${after}`)
      all.push(...json.events)
      after = json.last
      more = json.more
    }
    return all
  }
}

/** Until the server says that it is well, ms; Infinity where it does not within the limit. */
export async function untilWell(address, limit = 60_000) {
  const began = performance.now()
  while (performance.now() - began < limit) {
    const well = await fetch(`${address}/api/health`).then(
      (a) => a.ok,
      () => false,
    )
    if (well) return performance.now() - began
    await sleep(50)
  }
  return Infinity
}

/** Asks for a list again and again while `work` goes on: the times it took, ms, and what went wrong. */
export async function reading(client, work, path = '/api/stones') {
  const times = []
  const wrong = []
  let going = true
  const loop = (async () => {
    while (going) {
      const { status, took } = await client.ask('GET', path)
      times.push(took)
      if (status !== 200) wrong.push(status)
      await sleep(10)
    }
  })()
  let result
  try {
    result = await work()
  } finally {
    going = false
    await loop
  }
  return { result, times, wrong }
}

/** PostgreSQL's own control program as the owner of a data folder, to restart it in an orderly way. */
export function restartPostgres(folder, how = 'fast') {
  const bin = '/usr/lib/postgresql'
  const version = readdirSync(bin).sort((a, b) => Number(b) - Number(a))[0]
  const args = [
    '-D',
    join(folder, 'pg/data'),
    '-m',
    how,
    '-w',
    '-t',
    '30',
    'restart',
    '-l',
    join(folder, 'pg/server.log'),
  ]
  const command = join(bin, version, 'bin/pg_ctl')
  const asOwner =
    process.getuid?.() === 0
      ? [
          'setpriv',
          '--reuid=postgres',
          '--regid=postgres',
          '--init-groups',
          '--inh-caps=+dac_read_search',
          '--ambient-caps=+dac_read_search',
          command,
        ]
      : [command]
  return new Promise((resolve) => {
    // what was started by it goes on without it
    const child = spawn(asOwner[0], [...asOwner.slice(1), ...args], { cwd: '/', stdio: 'ignore' })
    child.once('exit', resolve)
  })
}
