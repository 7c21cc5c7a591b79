import { expect, test } from '@playwright/test'
import { choose, demo, toTheLedger, url } from './pages'

/** A stone that each family takes, from the demo tray, and one of its steps that counts. */
const ROADS = [
  { family: 'twin-hoop', stone: 'demo-snowball', worn: 'pendant', counts: 'Close the far hoop' },
  {
    family: 'corner-claws',
    piece: 'piece-cushion',
    worn: 'pendant',
    counts: 'Tie the top left corner, 1 of 4',
  },
  { family: 'twin-hoop', piece: 'piece-marble', worn: 'ring', counts: 'Close the far hoop' },
] as const

for (const road of ROADS) {
  const { family, worn, counts } = road
  test(`from the tray to the ledger: ${family} as a ${worn}`, async ({ page }) => {
    test.setTimeout(240_000)
    await demo(page)
    if ('stone' in road) {
      await page.goto(`${url()}/stones/${road.stone}`)
      await page.getByRole('button', { name: 'Choose a setting' }).click()
    } else await page.goto(`${url()}/pieces/${road.piece}/choose`)
    await expect(page).toHaveURL(/\/choose$/)
    if (worn !== 'pendant') await page.getByLabel('Worn as').selectOption(worn)
    await choose(page, family)
    const judgement = page.locator('[data-verdict]')
    await expect(judgement).toHaveAttribute('data-verdict', 'sound', { timeout: 60_000 })
    let counted = false
    await toTheLedger(page, async (title) => {
      if (title !== counts) return
      await page.keyboard.press('Space')
      await expect(page.getByTestId('count')).toHaveText('1')
      counted = true
    })
    expect(counted).toBe(true)
  })
}
