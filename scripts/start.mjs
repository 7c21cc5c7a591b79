// One command: packages, private database, build, server with demo data. Prints the address last. Plain Node, no dependencies.
import { createHash } from 'node:crypto'
import { accessSync, constants, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { networkInterfaces } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, root, run } from './lib/build.mjs'
import { inWords } from './lib/inWords.mjs'
import { onlyStart } from './lib/onlyStart.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { startServer } from './lib/server.mjs'
import { pickPort, readState } from './lib/state.mjs'

const say = (line) => process.stdout.write(`${line}\n`)
const folder = process.env.VERGER_FOLDER ?? join(root, '.verger')
const lan = process.argv.includes('--lan')
const firstPort = Number(process.env.VERGER_FIRST_PORT ?? 4600)

async function installPackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = join(root, 'node_modules', '.verger-lock')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  say('Installing packages …')
  try {
    await run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund'], {
      env: { ...process.env, SCARF_ANALYTICS: 'false' },
    })
  } catch (error) {
    throw new Error(
      `npm ci failed. Check the network, then start again.\n${(error.output ?? '').slice(-1500)}`,
      { cause: error },
    )
  }
  writeFileSync(stamp, lock)
}

/** Addresses of this machine on its local networks. */
const networkAddresses = () =>
  Object.values(networkInterfaces())
    .flat()
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => a.address)

let server
let database
let stopping = false
async function stop(code) {
  if (stopping) return
  stopping = true
  if (server && server.exitCode === null && server.signalCode === null) {
    const ended = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGTERM')
    const hard = setTimeout(() => server.kill('SIGKILL'), 6000)
    await ended
    clearTimeout(hard)
  }
  await database?.stop()
  process.exit(code)
}

let mending = false
/**
 * A database that ended is started again under the running server, which reconnects by itself, until it is back: the server goes on saying
 * that it is away meanwhile.
 */
async function watchDatabase() {
  if (stopping || mending || database.isRunning()) return
  mending = true
  say('The database ended; starting it again …')
  let told = ''
  while (!stopping) {
    try {
      await database.restart()
      say('The database is back.')
      break
    } catch (error) {
      const words = inWords(error)
      if (words !== told) say(words)
      told = words
      await new Promise((resolve) => setTimeout(resolve, 3000))
    }
  }
  mending = false
}

/** The server on the remembered port, or the next one where that was taken between choosing and listening. */
async function startOnFreePort(state, databaseUrl) {
  for (let tries = 1; ; tries++) {
    const port = await pickPort(folder, state, 'webPort', firstPort)
    const url = `http://127.0.0.1:${port}`
    const near = lan ? networkAddresses().map((ip) => `http://${ip}:${port}`) : []
    try {
      server = await startServer(
        {
          DATABASE_URL: databaseUrl,
          PORT: String(port),
          HOST: lan ? '0.0.0.0' : '127.0.0.1',
          PUBLIC_URL: url,
          EXTRA_ORIGINS: near.join(','),
          COOKIE_SECRET: state.cookieSecret,
          VERGER_INSTANCE: state.instance,
          VERGER_DEMO: process.env.VERGER_DEMO ?? '1',
          NODE_ENV: 'production',
        },
        { log: join(folder, 'log', 'server.log'), tell: say },
      )
      return { url, near }
    } catch (error) {
      if (tries >= 5 || !/EADDRINUSE/.test(error.message)) throw error
    }
  }
}

async function main() {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) throw new Error(`Verger needs Node 20 or newer; this is ${process.version}.`)
  mkdirSync(folder, { recursive: true })
  // said here: making folders deeper down tells of it in other words
  accessSync(folder, constants.W_OK)
  const lock = await onlyStart(folder, say)
  if (lock.address) {
    say('Verger runs already in this folder:')
    say(lock.address)
    return
  }
  process.on('SIGINT', () => void stop(0))
  process.on('SIGTERM', () => void stop(0))
  process.on('SIGHUP', () => void stop(0))
  const parent = process.ppid
  setInterval(() => process.ppid !== parent && void stop(0), 1000).unref()

  await installPackages()
  const state = readState(folder)
  database = await startPostgres(folder, state, { firstPort: firstPort + 832, tell: say })
  const databaseUrl = await database.ensureDatabase('verger')
  await ensureBuilt(['core', 'contract', 'server', 'web'], say)
  if (stopping) return
  say('Starting …')
  const { url, near } = await startOnFreePort(state, databaseUrl)
  server.once('exit', (code, signal) => {
    if (stopping) return
    say(
      `The server ended unexpectedly (${signal ?? code}). Its log is ${join(folder, 'log', 'server.log')}. Start again: nothing is lost.`,
    )
    void stop(1)
  })
  setInterval(() => void watchDatabase(), 2000).unref()
  lock.ready(url)
  if (lan) {
    say(
      near.length > 0
        ? `For a phone on this network: ${near.join(' or ')}`
        : 'This machine has no address on a network: only this machine can open Verger.',
    )
    say('Over plain http the camera, installing on the phone and notifications stay off: those need https.')
    say('Everybody on this network can open the demo workshop. Use it where you trust the network.')
  }
  say('Ready. Ctrl-C stops Verger and its database; your data stays.')
  say(url)
}

main().catch(async (error) => {
  process.stderr.write(`${inWords(error)}\n`)
  await stop(1)
})
