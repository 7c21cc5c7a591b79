import { expect, test, type Response } from '@playwright/test'
import { demo, obstacles, sound, url } from './pages'

/** Every view of the workshop, and of pieces at each station. */
const VIEWS = [
  '/',
  '/stones/new',
  '/pieces/piece-labradorite/measure',
  '/pieces/piece-labradorite/plan',
  '/pieces/piece-sodalite/cut',
  '/pieces/piece-labradorite/wrap',
  '/pieces/piece-rose/proof',
  '/pieces/piece-rose/ledger',
  '/ledger',
  '/rack',
  '/rack/buy',
  '/rack/cut',
  '/learned',
  '/workshop',
]

for (const scheme of ['light', 'dark'] as const)
  test(`every view can be read by everybody, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme })
    await page.goto(url())
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    expect(await obstacles(page)).toEqual([])
    await demo(page)
    for (const path of VIEWS) {
      await page.goto(url() + path)
      await expect(page.getByRole('heading').first()).toBeVisible()
      if (path.endsWith('/plan')) await sound(page)
      await page.evaluate(() => document.fonts.ready)
      expect({ path, found: await obstacles(page) }).toEqual({ path, found: [] })
    }
  })

for (const width of [390, 768])
  test(`nothing is cut off at ${width} wide`, async ({ page }) => {
    await page.setViewportSize({ width, height: 900 })
    await demo(page)
    for (const path of VIEWS) {
      await page.goto(url() + path)
      await page.getByRole('main').waitFor()
      await expect
        .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth))
        .toBeLessThanOrEqual(1)
    }
  })

test('the first load fetches under 190 kB of gzipped script', async ({ page }) => {
  const sizes: Promise<{ responseBodySize: number }>[] = []
  const take = (response: Response) => {
    if (new URL(response.url()).pathname.endsWith('.js')) sizes.push(response.request().sizes())
  }
  page.on('response', take)
  await demo(page)
  await page.waitForLoadState('networkidle')
  // what comes once the page is at rest, or closes, is no part of the first load
  page.off('response', take)
  const bytes = (await Promise.all(sizes)).reduce((sum, s) => sum + s.responseBodySize, 0)
  expect(bytes).toBeGreaterThan(50_000)
  expect(bytes).toBeLessThan(190_000)
})
