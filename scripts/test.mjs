// npm test: packages, lint, formatting, types, Jest, the start command and Playwright. Ends with the plain line "N passed, N failed".
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { ensureBuilt, root, run } from './lib/build.mjs'
import { installPackages, startPostgres } from './lib/postgres.mjs'
import { readState } from './lib/state.mjs'

const folder = join(root, '.verger-test')
let passed = 0
let failed = 0
/** What failed, a line each, told again at the end. */
const failures = []
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
    failures.push(name)
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
    counts = { passed: 0, failed: 1, failures: [`${name} did not report`] }
  }
  failures.push(...counts.failures)
  passed += counts.passed
  failed += counts.failed
  say(
    `${counts.failed ? 'FAIL ' : 'ok   '} ${name}: ${counts.passed} passed, ${counts.failed} failed (${((Date.now() - began) / 1000).toFixed(0)} s)`,
  )
  // what passed says nothing about what failed
  const said = text.split('\n').filter((line) => !/^(PASS |\[\d+\/\d+\])/.test(line))
  if (counts.failed) say(said.join('\n').slice(-12_000))
}

/** The first line that says something, shortened, without colours. */
const firstLine = (message) => stripVTControlCharacters(message).trim().split('\n')[0].slice(0, 200)

/** The counts of a Jest report, and a line for each test that failed. */
const jestCounts = (report) => ({
  passed: report.numPassedTests,
  failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
  failures: report.testResults.flatMap((file) => {
    const told = file.assertionResults
      .filter((test) => test.status === 'failed')
      .map((test) => `${test.fullName}: ${firstLine(test.failureMessages[0] ?? '')}`)
    return file.status === 'failed' && told.length === 0 ? [`${file.name}: ${firstLine(file.message)}`] : told
  }),
})

/** The counts of a Playwright report, and a line for each test that failed. */
const playwrightCounts = (report) => {
  const specs = (suites) => suites.flatMap((suite) => [...(suite.specs ?? []), ...specs(suite.suites ?? [])])
  return {
    passed: report.stats.expected,
    failed: report.stats.unexpected + report.stats.flaky + report.errors.length,
    failures: [
      ...report.errors.map((error) => firstLine(error.message ?? 'an error without words')),
      ...specs(report.suites)
        .filter((spec) => !spec.ok)
        .map((spec) => {
          const errors = spec.tests.flatMap((test) => test.results.flatMap((result) => result.errors))
          return `${spec.title}: ${errors.map((error) => firstLine(error.message ?? '')).join('; ')}`
        }),
    ],
  }
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
  if (bad) failures.push('attack')
  say(
    `${bad ? 'FAIL ' : 'ok   '} attack: ${good} passed, ${bad} failed (${((Date.now() - began) / 1000).toFixed(0)} s)`,
  )
  if (bad) say(text.slice(-8000))
}

const bin = (path) => join(root, 'node_modules', path)
const only = process.argv.slice(2)
const wants = (what) => only.length === 0 || only.includes(what)

/** Formatting, lint and types. */
async function readings() {
  await check('formatting', process.execPath, [bin('prettier/bin/prettier.cjs'), '--check', '.'])
  await check('lint', process.execPath, [bin('eslint/bin/eslint.js'), '.', '--max-warnings=0'])
  await check('types of web', process.execPath, [bin('typescript/bin/tsc'), '-p', 'web'])
  await check('types of tests', process.execPath, [bin('typescript/bin/tsc'), '-p', 'tsconfig.test.json'])
}

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
  await ensureBuilt(['core', 'contract', 'server', 'web'], say)
  const jest = (projects, workers) => (out) => [
    bin('jest/bin/jest.js'),
    `--maxWorkers=${workers}`,
    '--selectProjects',
    ...projects,
    '--json',
    `--outputFile=${out}`,
  ]
  const server = async () => {
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
  // the server's tests wait for its database most of the time: beside them is room for what only reads
  await Promise.all([wants('static') ? readings() : undefined, wants('server') ? server() : undefined])
  if (wants('core'))
    await suite(
      'core, contract and web',
      process.execPath,
      jest(['core', 'contract', 'web'], '100%'),
      jestCounts,
    )
  if ((wants('browser') || wants('attack')) && !existsSync('/usr/bin/chromium'))
    await installPackages(['chromium'], say)
  if (wants('attack')) await attack()
  if (wants('browser')) {
    await suite(
      'browser',
      process.execPath,
      () => [bin('@playwright/test/cli.js'), 'test', '-c', 'e2e/playwright.config.ts'],
      playwrightCounts,
      { PLAYWRIGHT_JSON_OUTPUT_FILE: join(folder, 'browser.json') },
    )
  }
}

main()
  .catch((error) => {
    failed++
    failures.push(firstLine(error.message))
    say(error.message)
  })
  .finally(() => {
    for (const line of failures) say(`failed: ${line}`)
    say(`${passed} passed, ${failed} failed`)
    process.exit(failed === 0 && passed > 0 ? 0 : 1)
  })
