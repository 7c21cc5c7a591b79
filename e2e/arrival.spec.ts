import { expect, test } from '@playwright/test'
import { demo, url } from './pages'

test('each page has its own title, a way past the head, and its heading has the focus when one comes to it', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/cut`)
  await expect(page).toHaveTitle('Winter sky pendant, cut · Verger')
  // the first thing that Tab comes to leads past the road and the menus
  await page.keyboard.press('Tab')
  const skip = page.getByRole('link', { name: 'To the content' })
  await expect(skip).toBeFocused()
  await expect(skip).toBeInViewport()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('main')).toBeFocused()
  await page.getByRole('link', { name: 'Plan' }).click()
  await expect(page).toHaveTitle('Winter sky pendant, plan · Verger')
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused()
  await page.goBack()
  await expect(page).toHaveTitle('Winter sky pendant, cut · Verger')
  await page.goto(`${url()}/drawer`)
  await expect(page).toHaveTitle(/Drawer.* · Verger/i)
  await page.goto(`${url()}/pieces/piece-labradorite/paper/bench`)
  await expect(page).toHaveTitle('Winter sky pendant, bench sheet · Verger')
})
