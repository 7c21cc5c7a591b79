import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

export const url = (): string => process.env.APP_URL!

/** Signs in to the demo workshop, at home. */
export async function demo(page: Page): Promise<void> {
  await page.goto(url())
  await page.getByRole('button', { name: 'Open the demo workshop' }).click()
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
}

/** What stands in the way of those who cannot see or point, as far as a program finds it; empty when nothing. */
export async function obstacles(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze()
  return violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  )
}
