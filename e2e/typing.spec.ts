import { expect, test } from '@playwright/test'
import { demo, url } from './pages'

test('a half-typed stone survives leaving; a wrong measure fades the picture and says so; far readings are asked about', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/stones/new`)
  const length = page.locator('#length')
  await length.fill('30')
  await page.locator('#width').fill('22')
  await page.locator('#depth').fill('7')
  const picture = page.getByRole('img', { name: /^Stone 30\.0 by 22\.0 by 7\.0/ })
  await expect(picture).toBeVisible()
  // cleared, and then wrong: what is drawn is told to be what was
  for (const text of ['', '30 mm 4 in']) {
    await length.fill(text)
    await expect(page.getByText('As it was before')).toBeVisible()
    await expect(picture).toHaveCount(0)
  }
  await length.fill('30; 26')
  await expect(page.getByText(/far apart for one measure/)).toBeVisible()
  await length.fill('30; 30.2')
  await expect(page.getByText(/far apart for one measure/)).toHaveCount(0)
  await page.getByRole('link', { name: 'Verger, home' }).click()
  await page.goto(`${url()}/stones/new`)
  await expect(page.getByText('What you typed before is here again.')).toBeVisible()
  await expect(length).toHaveValue('30; 30.2')
  await page.getByRole('button', { name: 'Begin anew' }).click()
  await expect(length).toHaveValue('')
  await page.reload()
  await expect(page.getByText('What you typed before is here again.')).toHaveCount(0)
})

for (const [width, height] of [
  [390, 844],
  [844, 390],
  [768, 1024],
] as const)
  test(`at ${width} by ${height} the drawing of the stone and the field that is typed in are in sight together`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height })
    await demo(page)
    await page.goto(`${url()}/pieces/piece-labradorite/measure`)
    const drawing = page.getByRole('img', { name: /^Stone 30\.0 by 22\.0/ })
    for (const id of ['length', 'width', 'depth', 'wall']) {
      const field = page.locator(`#${id}`)
      await field.focus()
      await expect(field).toBeInViewport({ ratio: 0.95 })
      await expect(drawing).toBeInViewport({ ratio: 0.9 })
      const [at, box] = [(await field.boundingBox())!, (await drawing.boundingBox())!]
      const apart = at.y >= box.y + box.height || at.x >= box.x + box.width
      expect({ id, apart }).toEqual({ id, apart: true })
    }
    // its letters stay large enough to read
    const letters = await drawing
      .locator('text')
      .evaluateAll((all) => all.map((t) => t.getBoundingClientRect().height))
    expect(Math.min(...letters)).toBeGreaterThan(12)
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0)
  })
