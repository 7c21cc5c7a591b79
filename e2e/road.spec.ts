import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { accessible, choose, demo, toTheLedger, url } from './pages'

test('a stone of one’s own goes through every station', async ({ page }) => {
  await demo(page)
  await accessible(page)
  await page.getByRole('link', { name: /Measure a stone/ }).click()
  await page.locator('#length').fill('1 1/8 in')
  await expect(page.getByText('28.6 mm = 1 1/8 in')).toBeVisible()
  await page.locator('#width').fill('20')
  await page.locator('#depth').fill('24')
  await expect(page.getByText('Is 24.0 mm the depth?')).toBeVisible()
  await page.locator('#depth').fill('0.2')
  await expect(page.getByText(/smaller than 1 mm/)).toBeVisible()
  await page.locator('#depth').fill('6.4 mm')
  await page.locator('#wall').fill('1.7')
  await page.getByLabel('Material').selectOption('jasper')
  await page.locator('input[name=name]').fill('Own stone')
  await accessible(page)
  await page.getByRole('button', { name: /^Edge girth/ }).click()
  await expect(page.getByRole('dialog').getByText('perimeter of the ellipse', { exact: false })).toBeVisible()
  await expect(page.getByRole('dialog').getByText('you typed it').first()).toBeVisible()
  await page.getByRole('dialog').getByRole('button', { name: 'Close', exact: true }).last().click()
  await page.getByRole('button', { name: 'Choose a setting' }).click()

  // Choose: the frame is worked out with its picture, what cannot take the stone stands below
  await choose(page, 'bound-frame')

  // Plan: figures, then a change that moves length and holding
  const judgement = page.locator('[data-verdict]')
  await expect(judgement).toBeVisible({ timeout: 60_000 })
  await accessible(page)
  const length = page.locator('[data-cut~=front] .figure').first()
  const before = await length.textContent()
  const pull = page.getByRole('button', { name: /^Pull in the weakest direction/ })
  const heldBefore = await pull.textContent()
  await page.getByRole('button', { name: 'Neck bind: more' }).click()
  await page.getByLabel('Neck bind', { exact: true }).fill('12')
  await expect(length).not.toHaveText(before!)
  await page.getByLabel('Temper', { exact: true }).selectOption('half hard')
  await expect(pull).not.toHaveText(heldBefore!)
  await page.getByLabel('Temper', { exact: true }).selectOption('dead soft')
  let counted = false
  await toTheLedger(page, async (title) => {
    if (title !== 'Bind the foot') return
    for (let t = 0; t < 5; t++) await page.keyboard.press('Space')
    await expect(page.getByTestId('count')).toHaveText('5')
    await page.keyboard.press('Backspace')
    await expect(page.getByTestId('count')).toHaveText('4')
    await page.reload()
    await expect(page.getByTestId('count')).toHaveText('4')
    await accessible(page)
    counted = true
  })
  expect(counted).toBe(true)
  await page.getByRole('link', { name: 'Verger, home' }).click()
  await expect(page.getByText('Own stone').first()).toBeVisible()
})

test('a quick answer without a name becomes a piece', async ({ page }) => {
  await demo(page)
  const lane = page.getByRole('region', { name: 'Quick answer' })
  await lane.getByLabel('Length').fill('30')
  await lane.getByLabel('Width').fill('22')
  await lane.getByLabel('Depth').fill('7')
  await expect(lane.getByTestId('quick-answer')).toContainText('Weakest way out', { timeout: 60_000 })
  await expect(lane.getByTestId('quick-answer')).toContainText('bail strip')
  const oval = await lane.getByTestId('quick-answer').textContent()
  // a frame passes a heart's cleft straight: other lengths, worked out anew
  await lane.getByLabel('Shape').selectOption('Heart')
  await expect(lane.getByTestId('quick-answer')).toContainText('Weakest way out', { timeout: 60_000 })
  await expect(lane.getByTestId('quick-answer')).not.toHaveText(oval!)
  await lane.getByLabel('Shape').selectOption('Oval')
  await lane.getByLabel('Back').selectOption('Domed')
  await lane.getByLabel('Depth').fill('9')
  await expect(lane.getByTestId('quick-answer')).toContainText('Weakest way out', { timeout: 60_000 })
  await lane.getByRole('button', { name: 'Keep as a piece' }).click()
  await expect(page.locator('[data-verdict]')).toBeVisible({ timeout: 60_000 })
})

test('counts go on while the connection is lost', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  const count = page.getByTestId('count')
  await expect(count).toBeVisible()
  const start = Number(await count.textContent())
  await page.keyboard.press('Space')
  await expect(count).toHaveText(String(start + 1))
  await page.route('**/api/**', (route) => route.abort())
  for (let k = 0; k < 6; k++) await page.keyboard.press('Space')
  await page.keyboard.press('Backspace')
  await expect(count).toHaveText(String(start + 6))
  await expect(page.getByText(/kept here, not sent yet/)).toBeVisible()
  await page.unroute('**/api/**')
  await expect(page.getByText(/kept here, not sent yet/)).toBeHidden()
  await page.reload()
  await expect(count).toHaveText(String(start + 6))
})

test('a piece saved as a file comes back whole, with its choices and its records', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  const count = page.getByTestId('count')
  await expect(count).toBeVisible()
  const turns = await count.textContent()
  const download = page.waitForEvent('download')
  await page.getByTestId('badge').click()
  await page.getByRole('button', { name: 'Save as a file' }).click()
  const path = await (await download).path()
  const file = JSON.parse(readFileSync(path, 'utf8')) as {
    choices: { options: Record<string, unknown> }
    records: unknown[]
  }
  expect(file.records.length).toBeGreaterThan(20)
  for (let twice = 0; twice < 2; twice++) {
    await page.goto(url())
    await page.getByLabel('Piece file').setInputFiles({
      name: 'piece.json',
      mimeType: 'application/json',
      buffer: readFileSync(path),
    })
    // a dry run first: what it holds, and nothing is taken yet
    const dry = page.getByRole('dialog')
    await expect(dry).toContainText('Bound frame')
    await expect(dry).toContainText(`${file.records.length} entries`)
    await accessible(page)
    await dry.getByRole('button', { name: 'Take it in' }).click()
    await expect(page).toHaveURL(/pieces\/(?!piece-)[^/]+\/plan/, { timeout: 30_000 })
    await expect(page.getByLabel('Bends in front, as hours of a clock face')).toHaveValue(
      (file.choices.options.frontBends as number[]).join(', '),
    )
    await page.getByRole('link', { name: 'Wrap' }).click()
    await expect(count).toHaveText(turns!)
  }
  await page.goto(url())
  await page.getByLabel('Piece file').setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"verger-piece","version":1}'),
  })
  await expect(page.getByRole('alert')).toContainText('stone')
})
