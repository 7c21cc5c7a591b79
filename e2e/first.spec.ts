import { expect, test } from '@playwright/test'
import { accessible, url } from './pages'

test('the first screen answers before anyone signs in, says what is wrong and suspects the order', async ({
  page,
}) => {
  await page.goto(url())
  const lane = page.getByRole('region', { name: 'Quick answer' })
  const answer = lane.getByTestId('quick-answer')
  await lane.getByLabel('Length').fill('thirty')
  await expect(answer).toContainText('Type a length such as')
  await lane.getByLabel('Length').fill('30')
  await lane.getByLabel('Width').fill('7')
  await lane.getByLabel('Depth').fill('22')
  await answer.getByRole('button', { name: 'Take 30.0 mm × 22.0 mm × 7.0 mm' }).click()
  await expect(lane.getByLabel('Depth')).toHaveValue('7')
  await expect(answer).toContainText('Weakest way out', { timeout: 60_000 })
  await expect(answer).toContainText(/rear wire \d+ mm/)
  await accessible(page)
})
