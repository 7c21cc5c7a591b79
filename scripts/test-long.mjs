// The full counts that issues name, three seeds; writes docs/verification.md.
import { spawnSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt, root } from './lib/build.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { readState } from './lib/state.mjs'

await ensureBuilt(['core', 'contract', 'server'])
const lines = [
  '# Verification',
  '',
  `Written by \`npm run test:long\` on ${new Date().toISOString().slice(0, 10)}.`,
  '',
  '| what | seed | rounds | result |',
  '| --- | --- | --- | --- |',
]
let failed = false
/** One test file with a seed and its full counts; its figures become a line. */
function count(what, project, pattern, seed, rounds, env) {
  const run = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/jest/bin/jest.js'),
      '--selectProjects',
      project,
      '--testPathPatterns',
      pattern,
      '--json',
      '--testTimeout=3600000',
    ],
    { cwd: root, env: { ...process.env, SEED: String(seed), ...env }, encoding: 'utf8', maxBuffer: 64e6 },
  )
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(run.stdout)
  failed ||= numFailedTests + numRuntimeErrorTestSuites > 0
  lines.push(
    `| ${what} | ${seed} | ${rounds} | ${numPassedTests} passed, ${numFailedTests + numRuntimeErrorTestSuites} failed |`,
  )
  process.stdout.write(`${lines.at(-1)}\n`)
}

const folder = join(root, '.verger-test')
const database = await startPostgres(folder, readState(folder), {
  firstPort: 5532,
  durable: false,
  tell: (line) => process.stdout.write(`${line}\n`),
})
try {
  const name = `long_${process.pid}`
  const url = await database.ensureDatabase(name)
  for (const seed of [1, 2, 3])
    count('malformed bodies over all routes', 'server', 'routes', seed, 2000, {
      TEST_DATABASE_URL: url,
      MALFORMED: '2000',
    })
  await database.psql('postgres', `drop database if exists ${name} with (force)`)
} finally {
  await database.stop()
}
for (const seed of [1, 2, 3])
  count('random stones of every kind as solids', 'core', 'stone/body', seed, 500, { STONE_ROUNDS: '500' })
for (const seed of [1, 2, 3])
  count('forces against another solver of linear programs', 'core', 'hold/bare', seed, 500, {
    LP_ROUNDS: '500',
  })
for (const seed of [1, 2, 3])
  count('the catching walk against a rigid-body engine', 'web', 'compute/shake', seed, 300, {
    SHAKE_ROUNDS: '300',
  })
for (const seed of [1, 2, 3])
  count(
    'mends against every change of a grid, frames of each kind of damage',
    'core',
    'plan/mendGrid',
    seed,
    5,
    {
      MEND_ROUNDS: '5',
    },
  )
for (const seed of [1, 2, 3])
  count('contract of every family on random fitting stones', 'core', 'settings/contract', seed, 200, {
    CONTRACT_ROUNDS: '200',
  })
writeFileSync(join(root, 'docs/verification.md'), `${lines.join('\n')}\n`)
process.exit(failed ? 1 : 0)
