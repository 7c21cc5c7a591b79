// Takes the pictures in docs/screenshots from a running app with demo data: start it first, then `npm run screenshots`.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { root } from './lib/build.mjs'
import { CHROMIUM } from './lib/chromium.mjs'

/** Where this clone's own start serves: it remembers its port. */
const remembered = () =>
  `http://127.0.0.1:${JSON.parse(readFileSync(join(root, '.verger/state.json'), 'utf8')).webPort}`
const address = process.argv[2] ?? remembered()
const SHOTS = [
  ['home', '/'],
  ['measure', '/pieces/piece-labradorite/measure'],
  ['instruments', '/stones/demo-cushion'],
  ['weaves', '/weaves'],
  ['sizes', '/sizes'],
  ['rack', '/rack'],
  ['plan', '/pieces/piece-labradorite/plan'],
  ['space', '/pieces/piece-labradorite/plan'],
  ['hold', '/pieces/piece-labradorite/plan'],
  ['cut', '/pieces/piece-hedge/cut'],
  ['wrap', '/pieces/piece-labradorite/wrap'],
  ['proof', '/pieces/piece-rose/proof'],
  ['ledger', '/ledger'],
  ['choose', '/pieces/piece-labradorite/choose'],
  ['plan-laced', '/pieces/piece-candle/plan'],
  ['plan-loops', '/pieces/piece-chrysoprase/plan'],
  ['paper', '/pieces/piece-labradorite/paper/cut'],
  ['plan-dark', '/pieces/piece-prehnite/plan', { scheme: 'dark' }],
  ['wrap-phone', '/pieces/piece-labradorite/wrap?step=roll-bail', { width: 390, height: 844 }],
]
const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
await page.goto(address)
await page.getByRole('button', { name: 'Open the demo workshop' }).click()
await page.getByRole('heading', { name: 'Stone tray' }).waitFor()
// the notes of a first visit would stand in the way of what is shown
await page.evaluate(() => localStorage.setItem('verger-tour', 'seen'))
for (const [name, path, { scheme = 'light', width = 1280, height = 800 } = {}] of SHOTS) {
  await page.setViewportSize({ width, height })
  await page.emulateMedia({ colorScheme: scheme })
  // the list of choices is asked for where one of its fields is typed into
  await page.evaluate(
    (way) => localStorage.setItem('verger-choices', way),
    name === 'hold' ? 'list' : 'drawing',
  )
  await page.goto(address + path)
  await page.getByRole('heading', { level: 1 }).waitFor()
  if (name === 'cut') await page.locator('[data-wasted]').waitFor({ timeout: 60_000 })
  if (path.endsWith('/choose')) await page.locator('[data-left="0"]').waitFor({ timeout: 60_000 })
  if (path.endsWith('/plan')) await page.locator('[data-verdict]').waitFor({ timeout: 60_000 })
  if (name === 'instruments') {
    await page.getByRole('button', { name: 'Measure with instruments' }).click()
    for (const where of ['Stone between the jaws', 'Stone on the pan'])
      await page.getByLabel(where).selectOption({ label: 'Pond ice' })
    await page.locator('#width').focus()
  }
  if (name.endsWith('space')) {
    await page.getByRole('button', { name: 'in space' }).click()
    await page.locator('[data-testid=solid][data-settled]').waitFor({ timeout: 60_000 })
  }
  if (name === 'hold') {
    const bends = page.getByRole('textbox', { name: 'Bends in front, as hours of a clock face' })
    await bends.fill('3')
    await bends.press('Enter')
    await page.locator('[data-verdict=doubtful]').waitFor({ timeout: 60_000 })
    await page.getByRole('button', { name: 'How it holds' }).click()
    await page.locator('[data-demand=knocked]').waitFor({ timeout: 60_000 })
    await page.getByRole('button', { name: 'Look for a mend' }).click()
    await page.getByText('Trying others').waitFor({ state: 'hidden', timeout: 120_000 })
    await page.getByRole('button', { name: 'How it holds' }).evaluate((e) => e.scrollIntoView())
    await page.mouse.move(640, 300)
  }
  await page.evaluate('document.fonts.ready')
  await page.waitForTimeout(600)
  await page.screenshot({ path: join(root, 'docs/screenshots', `${name}.png`) })
}
await browser.close()
