// The full counts that issues name, three seeds; figures go to docs/verification.md. With words, only what has them in its name is run, and
// the other lines stay as they were: npm run test:long -- walk mends
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, root } from './lib/build.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { readState } from './lib/state.mjs'

const SEEDS = [1, 2, 3]
const FAMILIES = readdirSync(join(root, 'core/src/settings'), { withFileTypes: true })
  .filter((d) => d.isDirectory() && existsSync(join(root, 'core/src/settings', d.name, 'examples.ts')))
  .map((d) => d.name)
/** What is counted: test file, rounds, and the variable that sets them. */
const COUNTS = [
  {
    what: 'malformed bodies over all routes',
    project: 'server',
    file: 'routes',
    rounds: 2000,
    by: 'MALFORMED',
  },
  {
    what: 'random stones of every kind as solids',
    project: 'core',
    file: 'stone/body',
    rounds: 500,
    by: 'STONE_ROUNDS',
  },
  {
    what: 'forces against another solver of linear programs',
    project: 'core',
    file: 'hold/force',
    rounds: 500,
    by: 'LP_ROUNDS',
  },
  {
    what: 'the catching walk against a rigid-body engine',
    project: 'web',
    file: 'compute/shake',
    rounds: 300,
    by: 'SHAKE_ROUNDS',
  },
  {
    what: 'the first verdict against the thorough one, on random plans of every family',
    project: 'core',
    file: 'hold/firstVerdict',
    rounds: 100,
    by: 'FIRST_ROUNDS',
  },
  {
    what: 'limit analysis of all wires as one program, on random plans of every family',
    project: 'core',
    file: 'hold/limitAnalysis',
    rounds: 100,
    by: 'LIMIT_ROUNDS',
    seeds: [1],
  },
  {
    what: 'more of anything never holds worse, on random plans of every family',
    project: 'core',
    file: 'hold/more',
    rounds: 60,
    by: 'MORE_ROUNDS',
    seeds: [1],
  },
  {
    what: 'mends of every kind of damage against a plan from scratch',
    project: 'core',
    file: 'mend/mend\\.',
    rounds: 5,
    by: 'MEND_ROUNDS',
    seeds: [1],
  },
  {
    what: 'mends against every change of a grid, of each kind of damage',
    project: 'core',
    file: 'mend/mendGrid',
    rounds: 5,
    by: 'MEND_ROUNDS',
  },
  {
    what: 'cutting plans of small racks against every way to deal out the wires',
    project: 'core',
    file: 'cut/cuttingPlan',
    rounds: 300,
    by: 'SMALL_RACKS',
    seeds: [1],
  },
  {
    what: 'cutting plans of 60 wires over 30 stocks against their bound and cutting by hand',
    project: 'core',
    file: 'cut/cuttingPlan',
    rounds: 100,
    by: 'LARGE_RACKS',
    seeds: [1],
  },
  {
    what: 'search: plans of every family from the full range of their choices',
    project: 'core',
    file: 'settings/search',
    rounds: 700,
    by: 'SEARCH_ROUNDS',
  },
  // five times twenty stones: each part takes a quarter of an hour
  ...FAMILIES.map((id) => ({
    what: `starting options of ${id} against 300 random sets of options on each stone`,
    project: 'core',
    file: 'search/startingOptions',
    only: `starting options of ${id} never`,
    seeds: [1, 2, 3, 4, 5],
    rounds: 20,
    by: 'OPTION_STONES',
  })),
  {
    what: 'what decides each starting option, of every family',
    project: 'core',
    file: 'search/startingOptions',
    only: 'say what decides each',
    seeds: [1],
    rounds: 1,
    by: 'OPTION_STONES',
  },
  {
    what: 'settings half and twice as large in everything',
    project: 'core',
    file: 'hold/likeSettings',
    seeds: [1],
    rounds: 2,
    by: 'LIKE_SIZES',
  },
  {
    what: 'figures evaluated anew from their inputs, of every example',
    project: 'core',
    file: 'plan/working',
    seeds: [1],
    rounds: 50,
    by: 'WORKING_PLANS',
  },
  {
    what: 'what every family makes of pinned cases',
    project: 'core',
    file: 'settings/pinned',
    seeds: [1],
    rounds: 50,
    by: 'PIN_ROUNDS',
  },
  {
    what: 'contract of every family on random fitting stones',
    project: 'core',
    file: 'settings/contract',
    rounds: 200,
    by: 'CONTRACT_ROUNDS',
  },
]
const words = process.argv.slice(2)
const chosen = COUNTS.filter((c) => words.length === 0 || words.some((w) => c.what.includes(w)))
/** Attacks from outside the process have a runner, and a table, of their own. */
const attacks = words.length === 0 || words.includes('attack')
if (chosen.length === 0 && !attacks)
  throw new Error(`nothing is called that; there is:\n${COUNTS.map((c) => c.what).join('\n')}`)

const doc = join(root, 'docs/verification.md')
/** Lines of the table as they stand, by what and seed. */
const lines = new Map()
const keyOf = (cells) => `${cells[0]} ${cells[1]}`
/** Another run beside this one may have written meanwhile. */
function read() {
  if (!existsSync(doc)) return
  for (const line of readFileSync(doc, 'utf8').split('\n')) {
    const cells = line
      .split('|')
      .slice(1, -1)
      .map((c) => c.trim())
    if (/^\d+$/.test(cells[1] ?? '')) lines.set(keyOf(cells), cells)
  }
}

await ensureBuilt(['core', 'contract', 'server'])
let failed = false
/** One test file with a seed and its full counts; its figures become a line. Tests say figures on a line of stderr that begins with FIGURES. */
function count({ what, project, file, rounds, by, only }, seed, env = {}) {
  const out = join(mkdtempSync(join(tmpdir(), 'verger-long-')), 'result.json')
  const run = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/jest/bin/jest.js'),
      '--selectProjects',
      project,
      '--testPathPatterns',
      file,
      ...(only ? ['-t', only] : []),
      '--json',
      `--outputFile=${out}`,
      '--testTimeout=3600000',
    ],
    {
      cwd: root,
      env: { ...process.env, SEED: String(seed), [by]: String(rounds), ...env },
      encoding: 'utf8',
      maxBuffer: 64e6,
    },
  )
  const { numPassedTests, numFailedTests, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(out, 'utf8'))
  rmSync(out)
  const wrong = numFailedTests + numRuntimeErrorTestSuites
  failed ||= wrong > 0
  const figures = [...`${run.stderr}\n${run.stdout}`.matchAll(/^FIGURES (.*)$/gm)].map((m) => `; ${m[1]}`)
  const cells = [
    what,
    String(seed),
    String(rounds),
    `${numPassedTests} passed, ${wrong} failed${figures.join('')}`,
    new Date().toISOString().slice(0, 10),
  ]
  read()
  lines.set(keyOf(cells), cells)
  process.stdout.write(`${cells.join(' | ')}\n`)
  write()
}

function write() {
  const sorted = COUNTS.flatMap((c) =>
    (c.seeds ?? SEEDS).flatMap((s) => [lines.get(`${c.what} ${s}`) ?? []]),
  ).filter((cells) => cells.length > 0)
  const attack = existsSync(doc) ? (readFileSync(doc, 'utf8').split(/\n(?=## Attack\n)/)[1] ?? '') : ''
  writeFileSync(
    doc,
    [
      '# Verification',
      '',
      'Written by `npm run test:long`: the full counts, each line as it was last run.',
      '',
      '| what | seed | rounds | result | run on |',
      '| --- | --- | --- | --- | --- |',
      ...sorted.map((cells) => `| ${cells.join(' | ')} |`),
      '',
      ...(attack ? [attack] : []),
    ].join('\n'),
  )
}

for (const c of chosen) {
  if (c.project !== 'server') {
    for (const seed of c.seeds ?? SEEDS) count(c, seed)
    continue
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
    for (const seed of SEEDS) count(c, seed, { TEST_DATABASE_URL: url })
    await database.psql('postgres', `drop database if exists ${name} with (force)`)
  } finally {
    await database.stop()
  }
}
if (attacks) {
  const run = spawnSync(process.execPath, [join(root, 'scripts/attack.mjs')], { cwd: root, stdio: 'inherit' })
  failed ||= run.status !== 0
}
process.exit(failed ? 1 : 0)
