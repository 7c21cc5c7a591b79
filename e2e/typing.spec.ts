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
