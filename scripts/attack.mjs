// Kills, floods, full disks, two starts and two tabs, from outside the process. With --sample small counts, as `npm test` runs it; without it
// the full ones, whose table goes to docs/verification.md (npm run test:long -- attack). Words choose among the attacks by name.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { loadavg } from 'node:os'
import { join } from 'node:path'
import { fifty, floods } from './attack/floods.mjs'
import { databaseKilled, databaseRestarted, serverKilled } from './attack/kills.mjs'
import {
  backedUp,
  fullDisk,
  lostState,
  portTaken,
  readOnly,
  startedTwice,
  stopped,
  twoServers,
} from './attack/starts.mjs'
import { twoTabs } from './attack/tabs.mjs'
import { ensureBuilt, root } from './lib/build.mjs'
import { reference, REFERENCE_MS } from './lib/reference.mjs'

const ATTACKS = [
  databaseKilled,
  databaseRestarted,
  serverKilled,
  stopped,
  ...floods,
  fifty,
  twoTabs,
  startedTwice,
  portTaken,
  lostState,
  readOnly,
  fullDisk,
  twoServers,
  backedUp,
]
const HEAD = '## Attack'
const doc = join(root, 'docs/verification.md')

/** How much slower than usual this machine is now. */
const scale = () => Math.max(1, reference() / REFERENCE_MS)

const args = process.argv.slice(2)
const sample = args.includes('--sample')
const words = args.filter((a) => !a.startsWith('--'))
const chosen = ATTACKS.filter((a) => words.length === 0 || words.some((w) => a.name.includes(w)))
const number = (v, digits = 0) => (v === undefined ? '' : v.toFixed(digits))

function write(cells) {
  const text = existsSync(doc) ? readFileSync(doc, 'utf8') : ''
  const [before, table = ''] = text.split(`\n${HEAD}\n`)
  const rows = new Map(
    table
      .split('\n')
      .filter((l) => l.startsWith('| ') && !/^\| (what|---)/.test(l))
      .map((l) => [l.split('|')[1].trim(), l]),
  )
  rows.set(cells[0], `| ${cells.join(' | ')} |`)
  const sorted = ATTACKS.flatMap((a) => rows.get(a.name) ?? [])
  writeFileSync(
    doc,
    `${before.trimEnd()}\n\n${HEAD}\n\nWritten by \`npm run test:long -- attack\`: from outside the process, each line as it was last run. Made and kept are events, or requests and\nthose that were done; reads are of a maker who looks at the tray meanwhile; times as they were, with the machine's slowness beside them (1 is\na reference loop of ${REFERENCE_MS} ms).\n\n| what | made | kept | reads p95, ms | RSS before, MB | RSS after, MB | figures | slowness | result | run on |\n| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |\n${sorted.join('\n')}\n`,
  )
}

await ensureBuilt(['core', 'contract', 'server', 'web'])
let passed = 0
let failed = 0
for (const attack of chosen) {
  const slow = scale()
  const began = performance.now()
  const found = await attack.run({ sample, scale }).catch((error) => ({
    made: 0,
    kept: 0,
    says: '',
    failures: [error instanceof Error ? (error.stack ?? error.message) : String(error)],
  }))
  const good = found.failures.length === 0
  if (good) passed++
  else failed++
  process.stdout.write(
    `${good ? 'ok   ' : 'FAIL '} ${attack.name}: made ${found.made}, kept ${found.kept}${found.p95 === undefined ? '' : `, reads p95 ${number(found.p95)} ms`}${found.after === undefined ? '' : `, RSS ${number(found.before)} to ${number(found.after)} MB`}${found.says ? `; ${found.says}` : ''} (${((performance.now() - began) / 1000).toFixed(0)} s, load ${loadavg()[0].toFixed(1)})\n`,
  )
  for (const f of found.failures) process.stdout.write(`      ${f}\n`)
  if (!sample)
    write([
      attack.name,
      String(found.made),
      String(found.kept),
      number(found.p95),
      number(found.before),
      number(found.after),
      found.says.replaceAll('|', '/'),
      slow.toFixed(1),
      good
        ? 'as it must'
        : found.failures.join('; ').slice(0, 300).replaceAll('|', '/').replaceAll('\n', ' '),
      new Date().toISOString().slice(0, 10),
    ])
}
process.stdout.write(`${passed} passed, ${failed} failed\n`)
process.exit(failed === 0 ? 0 : 1)
