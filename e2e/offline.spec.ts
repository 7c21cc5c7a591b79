import { expect, test } from '@playwright/test'
import { accessible, demo, turnsOf, url } from './pages'

test.use({ serviceWorkers: 'allow' })

test('without a network the road of a piece opens and counts, after a reload too', async ({
  page,
  context,
}) => {
  test.setTimeout(240_000)
  await demo(page)
  for (const station of ['cut', 'wrap', 'proof']) {
    await page.goto(`${url()}/pieces/piece-labradorite/${station}`)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  }
  await page.goto(url())
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  // the worker has every script of the road
  await expect
    .poll(() =>
      page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.active?.state ?? 'none'),
    )
    .toBe('activated')
  const before = await turnsOf(page, 'piece-labradorite', 'bind-foot')
  await context.setOffline(true)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  const line = page.getByTestId('bench-line')
  await expect(line.getByText(/Without the workshop’s server since \d\d:\d\d/)).toBeVisible()
  await accessible(page)
  await page.goto(`${url()}/pieces/piece-labradorite/wrap?step=bind-foot`)
  const count = page.getByTestId('count')
  await expect(count).toHaveText(String(before))
  for (let k = 0; k < 3; k++) await page.keyboard.press('Space')
  await expect(count).toHaveText(String(before + 3))
  await expect(line.getByText('3 counts wait here and will be sent.')).toBeVisible()
  await page.reload()
  await expect(count).toHaveText(String(before + 3))
  await page.keyboard.press('Space')
  await expect(count).toHaveText(String(before + 4))
  for (const station of ['cut', 'proof']) {
    await page.goto(`${url()}/pieces/piece-labradorite/${station}`)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await expect(line.getByText('4 counts wait here and will be sent.')).toBeVisible()
  }
  await context.setOffline(false)
  await expect(line).toBeHidden({ timeout: 30_000 })
  await expect.poll(() => turnsOf(page, 'piece-labradorite', 'bind-foot')).toBe(before + 4)
  // the engine that shakes runs under its own policy from the worker's store as well
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  await expect(page.locator('[data-verdict]')).toBeVisible({ timeout: 60_000 })
  await page
    .getByRole('region', { name: 'How it holds' })
    .getByRole('button', { name: 'How it holds' })
    .click()
  const shake = page.getByRole('region', { name: 'Shake it' })
  await shake.getByRole('button', { name: 'Shake it' }).click()
  await expect(shake.getByRole('status')).toContainText('The stone stays in', { timeout: 90_000 })
})
