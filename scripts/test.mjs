// npm test: packages, lint, formatting, types, Jest, the start command and Playwright. Ends with the plain line "N passed, N failed".
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, root, run } from './lib/build.mjs'
import { installPackages, startPostgres } from './lib/postgres.mjs'
import { readState } from './lib/state.mjs'

const folder = join(root, '.verger-test')
let passed = 0
let failed = 0
const say = (line) => process.stdout.write(`${line}\n`)

/** One named check: a command whose success counts as one test. */
async function check(name, command, args, options = {}) {
  const began = Date.now()
  try {
    await run(command, args, { timeout: 15 * 60_000, ...options })
    passed++
    say(`ok    ${name} (${((Date.now() - began) / 1000).toFixed(0)} s)`)
  } catch (error) {
    failed++
    say(`FAIL  ${name}\n${(error.output ?? error.message).slice(-6000)}`)
  }
}

/** A test runner that writes its counts as JSON. */
async function suite(name, command, args, read, env) {
  const began = Date.now()
  const out = join(folder, `${name}.json`)
  rmSync(out, { force: true })
  const child = spawn(command, args(out), {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let text = ''
  child.stdout.on('data', (d) => (text += d))
  child.stderr.on('data', (d) => (text += d))
  await new Promise((resolve) => child.once('exit', resolve))
  let counts
  try {
    counts = read(JSON.parse(readFileSync(out, 'utf8')))
  } catch {
    counts = { passed: 0, failed: 1 }
  }
  passed += counts.passed
  failed += counts.failed
  say(
    `${counts.failed ? 'FAIL ' : 'ok   '} ${name}: ${counts.passed} passed, ${counts.failed} failed (${((Date.now() - began) / 1000).toFixed(0)} s)`,
  )
  if (counts.failed) say(text.slice(-8000))
}

/** Attacks from outside the process, in small counts: each counts as one test. */
async function attack() {
  const began = Date.now()
  const child = spawn(process.execPath, [join(root, 'scripts/attack.mjs'), '--sample'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let text = ''
  child.stdout.on('data', (d) => (text += d))
  child.stderr.on('data', (d) => (text += d))
  await new Promise((resolve) => child.once('exit', resolve))
  const counts = /(\d+) passed, (\d+) failed\s*$/.exec(text)
  const [good, bad] = counts ? [Number(counts[1]), Number(counts[2])] : [0, 1]
  passed += good
  failed += bad
  say(
    `${bad ? 'FAIL ' : 'ok   '} attack: ${good} passed, ${bad} failed (${((Date.now() - began) / 1000).toFixed(0)} s)`,
  )
  if (bad) say(text.slice(-8000))
}

const bin = (path) => join(root, 'node_modules', path)
const only = process.argv.slice(2)
const wants = (what) => only.length === 0 || only.includes(what)

async function main() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const stamp = bin('.verger-lock')
  if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== lock) {
    say('Installing packages …')
    await run('npm', ['ci', '--include=dev', '--no-audit', '--no-fund'], {
      env: { ...process.env, SCARF_ANALYTICS: 'false' },
    })
    writeFileSync(stamp, lock)
  }
  mkdirSync(folder, { recursive: true })
  if (wants('static')) {
    await check('formatting', process.execPath, [bin('prettier/bin/prettier.cjs'), '--check', '.'])
    await check('lint', process.execPath, [bin('eslint/bin/eslint.js'), '.', '--max-warnings=0'])
  }
  await ensureBuilt(['core', 'contract', 'server', 'web'], say)
  if (wants('static')) {
    await check('types of web', process.execPath, [bin('typescript/bin/tsc'), '-p', 'web'])
    await check('types of tests', process.execPath, [bin('typescript/bin/tsc'), '-p', 'tsconfig.test.json'])
  }
  const jest = (projects, workers) => (out) => [
    bin('jest/bin/jest.js'),
    `--maxWorkers=${workers}`,
    '--selectProjects',
    ...projects,
    '--json',
    `--outputFile=${out}`,
  ]
  const jestCounts = (r) => ({
    passed: r.numPassedTests,
    failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
  })
  if (wants('core'))
    await suite(
      'core, contract and web',
      process.execPath,
      jest(['core', 'contract', 'web'], '100%'),
      jestCounts,
    )
  if (wants('server')) {
    const state = readState(folder)
    const database = await startPostgres(folder, state, { firstPort: 5532, durable: false, tell: say })
    try {
      const name = `test_${process.pid}`
      const url = await database.ensureDatabase(name)
      await suite('server', process.execPath, jest(['server'], 1), jestCounts, { TEST_DATABASE_URL: url })
      await database.psql('postgres', `drop database if exists ${name} with (force)`)
    } finally {
      await database.stop()
    }
  }
  if ((wants('browser') || wants('attack')) && !existsSync('/usr/bin/chromium'))
    await installPackages(['chromium'], say)
  if (wants('attack')) await attack()
  if (wants('browser')) {
    await suite(
      'browser',
      process.execPath,
      () => [bin('@playwright/test/cli.js'), 'test', '-c', 'e2e/playwright.config.ts'],
      (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected + r.stats.flaky + r.errors.length }),
      { PLAYWRIGHT_JSON_OUTPUT_FILE: join(folder, 'browser.json') },
    )
  }
}

main()
  .catch((error) => {
    failed++
    say(error.message)
  })
  .finally(() => {
    say(`${passed} passed, ${failed} failed`)
    process.exit(failed === 0 && passed > 0 ? 0 : 1)
  })
