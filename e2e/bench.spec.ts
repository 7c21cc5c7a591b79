import { expect, test } from '@playwright/test'
import { demo, url } from './pages'

/** What a hand at the bench must see without moving the page. */
for (const [width, height] of [
  [390, 844],
  [844, 390],
  [768, 1024],
] as const)
  test(`at ${width} by ${height} every step of Wrap has its picture, its count and the way on in sight`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height })
    await demo(page)
    for (const piece of ['piece-labradorite', 'piece-chrysoprase']) {
      const glance = await page.request.get(`${url()}/api/pieces/${piece}/glance`)
      const { seen } = (await glance.json()) as {
        seen: { steps: { id: string; title: string; turns: number | null }[] }
      }
      for (const step of seen.steps) {
        await page.goto(`${url()}/pieces/${piece}/wrap?step=${step.id}`)
        await expect(page.getByRole('heading', { level: 1 })).toHaveText(step.title)
        const next = page.getByRole('button', { name: /^Done/ })
        await expect(next).toBeInViewport({ ratio: 1 })
        const bar = (await next.locator('xpath=ancestor::div[contains(@class,"sticky")]').boundingBox())!
        const told = `${piece} ${step.id}`
        expect({ told, bar: bar.height <= height / 5 }).toEqual({ told, bar: true })
        if (step.turns !== null) {
          const count = (await page.getByRole('button', { name: /^Count a/ }).boundingBox())!
          expect({ told, count: count.y + count.height <= bar.y + 1 }).toEqual({ told, count: true })
        }
        const picture = page.getByRole('region', { name: 'Drawing of this step' }).locator('svg').first()
        if ((await picture.count()) > 0) {
          const seenAt = (await picture.boundingBox())!
          // the middle of the picture at least: long wires run out of it
          expect({ told, picture: seenAt.y + seenAt.height / 2 < bar.y }).toEqual({ told, picture: true })
        }
        const wider = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
        expect({ told, wider }).toEqual({ told, wider: 0 })
      }
    }
  })
