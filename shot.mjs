import { chromium } from 'playwright'
import { CHROMIUM } from './scripts/lib/chromium.mjs'
const b = await chromium.launch(CHROMIUM)
const c = await b.newContext({ viewport: { width: 1280, height: 800 } })
await c.addInitScript(() => localStorage.setItem('verger-tour', 'seen'))
const p = await c.newPage()
await p.goto('http://127.0.0.1:4900')
await p.getByRole('button', { name: 'Open the demo workshop' }).click()
await p.waitForTimeout(1500)
for (const [name, path, wait] of JSON.parse(process.argv[2])) {
  await p.goto('http://127.0.0.1:4900' + path)
  if (wait === 'choose') await p.waitForSelector('[data-left="0"]', { timeout: 60000 })
  await p.waitForTimeout(2500)
  await p.screenshot({ path: `/tmp/${name}.png`, fullPage: false })
}
if (process.argv[3]) { await p.setViewportSize({ width: 390, height: 844 }); for (const [name, path, wait] of JSON.parse(process.argv[3])) { await p.goto('http://127.0.0.1:4900' + path); if (wait === 'choose') await p.waitForSelector('[data-left="0"]', { timeout: 60000 }); await p.waitForTimeout(2500); await p.screenshot({ path: `/tmp/${name}.png` }) } }
await b.close()
