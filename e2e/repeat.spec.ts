import { expect, test, type Page } from '@playwright/test'
import { accessible, demo, url } from './pages'

const nameAndFile = async (page: Page, piece: string): Promise<void> => {
  await page.goto(`${url()}/pieces/${piece}/plan`)
  await page.getByRole('button', { name: /name and file$/ }).click()
}

test('a piece kept as a recipe of one’s own is made again for another stone', async ({ page }) => {
  await demo(page)
  await nameAndFile(page, 'piece-hedge')
  const repeat = page.getByRole('region', { name: 'Repeat it' })
  await repeat.getByRole('button', { name: 'Keep as a recipe' }).click()
  const form = page.getByRole('form', { name: 'A recipe of your own' })
  // places follow the stone, what was chosen from a list stays
  await expect(form.getByRole('checkbox', { name: /^Bends in front.* follows the stone/ })).toBeChecked()
  await form.getByText('details, and what was chosen from lists').click()
  await expect(form.getByRole('checkbox', { name: /^Profile follows the stone/ })).not.toBeChecked()
  const bail = form.getByRole('checkbox', { name: /^Bail.* follows the stone/ }).first()
  await bail.uncheck()
  await accessible(page)
  await form.getByLabel('Name of the recipe').fill('Hedge way')
  await form.getByRole('button', { name: 'Keep the recipe' }).click()
  await expect(repeat).toContainText('Kept in the drawer')
  // for another oval
  await page.goto(`${url()}/pieces/piece-labradorite/choose`)
  const own = page.getByRole('region', { name: 'Recipes of your own' })
  await own.getByRole('button', { name: /^Hedge way/ }).click()
  await expect(page).toHaveURL(/piece-labradorite\/plan$/, { timeout: 60_000 })
  await expect(
    page.getByTestId('metal-and-temper').or(page.getByText('copper · half hard')).first(),
  ).toBeVisible()
  // and not for a stone that its setting cannot take
  await page.goto(`${url()}/pieces/piece-marble/choose`)
  await own.getByRole('button', { name: /^Hedge way/ }).click()
  await expect(own.getByRole('alert')).toContainText('cannot be made for this stone')
  await page.goto(`${url()}/drawer`)
  const recipes = page.getByRole('region', { name: 'Recipes' })
  await expect(recipes).toContainText('Bound frame, copper 20 AWG')
  await recipes.getByRole('button', { name: 'Take out Hedge way' }).click()
  await expect(recipes).toContainText('No recipes yet')
})

test('a mirrored copy, and a matched pair that is worked on together', async ({ page }) => {
  await demo(page)
  await nameAndFile(page, 'piece-hedge')
  await page.getByRole('button', { name: 'A mirrored copy' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/, mirrored$/, { timeout: 60_000 })
  await nameAndFile(page, 'piece-hedge')
  await page.getByRole('button', { name: 'A matched pair' }).click()
  await expect(page).toHaveURL(/\/cut$/, { timeout: 60_000 })
  await page.goto(page.url().replace(/cut$/, 'wrap'))
  const batch = page.getByRole('navigation', { name: 'Batch' })
  await expect(batch).toContainText('Piece 1 of 2')
  await batch.getByRole('link', { name: 'Next piece' }).click()
  await expect(batch).toContainText('Piece 2 of 2')
})

test('a practice copy in copper costs nothing of the piece, and what spoiling the piece itself would cost is told', async ({
  page,
}) => {
  await demo(page)
  await nameAndFile(page, 'piece-prehnite')
  const repeat = page.getByRole('region', { name: 'Repeat it' })
  await expect(repeat).toContainText(/to spoil this one itself would cost £\d+\.\d\d of metal/)
  await repeat.getByRole('button', { name: 'A practice copy in copper' }).click()
  await expect(page.getByRole('heading', { name: 'Cut 3 wires' })).toBeVisible()
  await expect(page.getByRole('button', { name: /practice: name and file$/ })).toBeVisible()
  await expect(page.getByRole('main')).toContainText('Rear wire · copper')
  // no price is asked for what is not sold
  await page.goto(`${url()}/rack/buy`)
  await expect(page.getByRole('main')).toContainText('practice')
})
