// Measures what has a limit: p95 over many calls, five repeats, the best of which counts; with the machine's load and a fixed reference loop.
import { spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { loadavg, tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt, root } from './lib/build.mjs'

await ensureBuilt(['core', 'contract', 'server', 'web'], () => {})
const core = await import('@verger/core')

const stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'labradorite',
}
const options = core.startingOptions(stone, 'bound-frame', { alloy: 'copper', temper: 'half hard' })
const settings = core.DEFAULT_SETTINGS
const planWith = (change) => {
  const result = core.plan({ stone, family: 'bound-frame', options: { ...options, ...change }, settings })
  if (!result.ok) throw new Error(JSON.stringify(result.findings))
  return result.plan
}

function reference() {
  let x = 0
  for (let i = 1; i < 4e6; i++) x += Math.sqrt(i) / (i + 1)
  return x
}

const p95 = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)]
const time = (f) => {
  const t = performance.now()
  f()
  return performance.now() - t
}

const SUBJECTS = [
  {
    name: 'replan after an option changes, without holding',
    limit: 16,
    calls: 60,
    call: (i) => planWith({ neck: 5 + (i % 20) * 0.1, frontOverlap: 1 + (i % 5) * 0.02 }),
  },
  {
    name: 'holding line of a plan',
    limit: 150,
    calls: 12,
    make: (i) => planWith({ neck: 5 + (i % 12) * 0.1 }),
    call: (_, made) => core.planHold(made),
  },
]

/** Seconds from the start command to its address, five times over in a folder of its own; the first start makes the database. */
async function secondStart() {
  const folder = mkdtempSync(join(tmpdir(), 'verger-bench-'))
  const once = () =>
    new Promise((resolve, reject) => {
      const began = performance.now()
      const child = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
        env: { ...process.env, VERGER_FOLDER: folder, VERGER_FIRST_PORT: '4790' },
        stdio: ['ignore', 'pipe', 'inherit'],
      })
      let took
      child.stdout.on('data', (chunk) => {
        if (took === undefined && /^http/m.test(String(chunk))) {
          took = (performance.now() - began) / 1000
          child.kill('SIGTERM')
        }
      })
      child.once('exit', () => (took === undefined ? reject(new Error('no start')) : resolve(took)))
    })
  await once()
  const times = []
  for (let i = 0; i < 5; i++) times.push(await once())
  rmSync(folder, { recursive: true, force: true })
  const median = [...times].sort((a, b) => a - b)[2]
  console.log(
    `second start: ${times.map((v) => v.toFixed(1)).join(', ')} s; median ${median.toFixed(1)} of 10 s: ${median <= 10 ? 'met' : 'NOT met'}`,
  )
  return median <= 10
}

/** In the browser, under software rendering: the piece in space until it stands still, and the script of the first load. */
async function inBrowser() {
  const folder = mkdtempSync(join(tmpdir(), 'verger-bench-'))
  const child = spawn(process.execPath, [join(root, 'scripts/start.mjs')], {
    env: { ...process.env, VERGER_FOLDER: folder, VERGER_FIRST_PORT: '4795' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ended = new Promise((resolve) => child.once('exit', resolve))
  const address = await new Promise((resolve) => {
    let said = ''
    child.stdout.on('data', (chunk) => {
      said += chunk
      const found = /^(http:\S+)$/m.exec(said)
      if (found) resolve(found[1])
    })
  })
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
    ],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const sizes = []
    page.on('response', (response) => {
      if (new URL(response.url()).pathname.endsWith('.js')) sizes.push(response.request().sizes())
    })
    await page.goto(address)
    await page.getByRole('button', { name: 'Open the demo workshop' }).click()
    await page.getByRole('heading', { name: 'Stone tray' }).waitFor()
    await page.waitForLoadState('networkidle')
    const first = (await Promise.all(sizes)).reduce((sum, s) => sum + s.responseBodySize, 0)
    await page.goto(`${address}/pieces/piece-labradorite/plan`)
    await page.locator('[data-verdict]').waitFor({ timeout: 60_000 })
    const repeats = []
    for (let r = 0; r < 5; r++) {
      const times = []
      for (let k = 0; k < 4; k++) {
        const began = performance.now()
        await page.getByRole('button', { name: 'in space' }).click()
        await page.locator('[data-testid=solid][data-settled]').waitFor()
        times.push(performance.now() - began)
        await page.getByRole('button', { name: 'as a drawing' }).click()
      }
      repeats.push(p95(times))
    }
    const best = Math.min(...repeats)
    console.log(
      `the piece in space until it stands still: p95 ${repeats.map((v) => v.toFixed(0)).join(', ')} ms; best ${best.toFixed(0)} of 1500 ms: ${best <= 1500 ? 'met' : 'NOT met'}`,
    )
    console.log(
      `script of the first load: ${(first / 1000).toFixed(0)} of 190 kB gzipped: ${first <= 190_000 ? 'met' : 'NOT met'}`,
    )
    return best <= 1500 && first <= 190_000
  } finally {
    await browser.close()
    child.kill('SIGTERM')
    await ended
    rmSync(folder, { recursive: true, force: true })
  }
}

let met = true
for (const s of SUBJECTS) {
  const repeats = []
  for (let r = 0; r < 5; r++) {
    const inputs = Array.from({ length: s.calls }, (_, i) => s.make?.(i))
    if (r === 0) for (let i = 0; i < Math.min(8, s.calls); i++) s.call(i, inputs[i])
    repeats.push(p95(inputs.map((input, i) => time(() => s.call(i, input)))))
  }
  const best = Math.min(...repeats)
  met &&= best <= s.limit
  console.log(
    `${s.name}: p95 ${repeats.map((v) => v.toFixed(1)).join(', ')} ms; best ${best.toFixed(1)} of ${s.limit} ms: ${best <= s.limit ? 'met' : 'NOT met'}`,
  )
}
if (!(await secondStart())) met = false
if (existsSync('/usr/bin/chromium')) met = (await inBrowser()) && met
else console.log('in the browser: not measured, Chromium is not installed (npm test installs it)')
console.log(
  `load ${loadavg()
    .map((v) => v.toFixed(2))
    .join(
      ' ',
    )}; reference loop ${Math.min(...Array.from({ length: 5 }, () => time(reference))).toFixed(1)} ms`,
)
process.exit(met ? 0 : 1)
