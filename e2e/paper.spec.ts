import { expect, test, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { pageSizes, printedLines, type PrintedLine } from './pdfLines'
import { accessible, demo, url } from './pages'

/** A line on paper is as long as it says to within this, mm. */
const TRUE = 0.1

const long = ({ from, to }: PrintedLine): number => Math.hypot(to[0] - from[0], to[1] - from[1])

async function onPaper(page: Page, piece: string, sheet: string) {
  await page.goto(`${url()}/pieces/${piece}/paper/${sheet}`)
  await expect(page.locator('[data-page="1"]')).toBeVisible({ timeout: 60_000 })
}

async function savedPdf(page: Page): Promise<Buffer> {
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as PDF' }).click()
  return readFileSync(await (await download).path())
}

/** What the browser itself prints. */
const printed = (page: Page): Promise<Buffer> => page.pdf({ preferCSSPageSize: true, printBackground: true })

test('the cut sheet lies at true size on paper, as PDF and by the browser’s own print', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/cut`)
  await page.getByRole('link', { name: 'Print' }).click()
  await expect(page.locator('[data-page="1"]')).toBeVisible({ timeout: 60_000 })
  // a wire is as long as its strips together
  const wires = await page.locator('[data-cut]').evaluateAll((list) => list.map((w) => w.textContent ?? ''))
  expect(wires.length).toBeGreaterThan(0)
  const strips = await page
    .locator('[data-strip]')
    .evaluateAll((list) =>
      list.map((s) => [s.getAttribute('data-strip')!, s.getBoundingClientRect().width] as const),
    )
  for (const [said, width] of strips) {
    const [from, to] = said.split(' ').map(Number) as [number, number]
    expect(Math.abs((width * 25.4) / 96 - (to - from))).toBeLessThan(TRUE)
  }
  for (const pdf of [await savedPdf(page), await printed(page)]) {
    const sizes = pageSizes(pdf)
    expect(sizes.length).toBeGreaterThan(0)
    for (const [width, height] of sizes) {
      expect(Math.abs(width - 210)).toBeLessThan(0.3)
      expect(Math.abs(height - 297)).toBeLessThan(0.3)
    }
    const bars = printedLines(pdf).filter((l) => Math.abs(long(l) - 100) < TRUE)
    expect(bars.length).toBeGreaterThanOrEqual(sizes.length)
  }
})

test('marks lie where the cut list says, on the strip that is printed', async ({ page }) => {
  await demo(page)
  await onPaper(page, 'piece-cushion', 'cut')
  const marks = await page
    .locator('[data-strip]')
    .first()
    .locator('[data-at]')
    .evaluateAll((list) => list.map((m) => Number(m.getAttribute('data-at'))))
  expect(marks.length).toBeGreaterThan(3)
  const upright = printedLines(await savedPdf(page)).filter((l) => Math.abs(l.from[0] - l.to[0]) < 0.01)
  // the strip begins at the page's margin
  for (const at of marks)
    expect(Math.min(...upright.map((l) => Math.abs(l.from[0] - 10 - at)))).toBeLessThan(TRUE)
})

test('every sheet comes on paper, with name, stone and date, and nothing of the screen with it', async ({
  page,
}) => {
  await demo(page)
  for (const [sheet, holds] of [
    ['bench', 'Lay ready'],
    ['templates', 'The stone’s outline'],
    ['proof', 'Ends, felt with a fingertip'],
    ['slip', 'Price'],
    ['tag', 'Frost button'],
  ] as const) {
    await onPaper(page, 'piece-rose', sheet)
    const first = page.locator('[data-page="1"]')
    await expect(first).toContainText('Frost button')
    await expect(first).toContainText('rose quartz')
    await expect(first).toContainText(String(new Date().getFullYear()))
    await expect(page.locator('[data-page]').filter({ hasText: holds }).first()).toBeVisible()
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('button', { name: 'Save as PDF' })).toBeHidden()
    await expect(first).toBeVisible()
    await page.emulateMedia({ media: 'screen' })
  }
  await page.goto(`${url()}/pieces/piece-rose/ledger`)
  await expect(page.getByRole('heading', { name: 'Frost button' })).toBeVisible()
  await page.emulateMedia({ media: 'print' })
  await expect(page.locator('svg.h-screen')).toBeHidden()
})

test('a workshop of inches prints on letter paper, in parts that its rule has', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Lengths are said in').selectOption('in')
  await expect(page.getByLabel('Lengths are said in')).toHaveValue('in')
  await onPaper(page, 'piece-cushion', 'cut')
  await expect(page.getByLabel('Paper')).toHaveValue('Letter')
  const sheet = page.locator('[data-page="1"]')
  await expect(sheet).toContainText(/\d+ \d+\/\d+ in/)
  await page.getByLabel('Inches to').selectOption('32')
  await expect(sheet).toContainText(/\d\/32 in/)
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Lengths are said in').selectOption('mm')
  await expect(page.getByLabel('Lengths are said in')).toHaveValue('mm')
})

test('photographs of a piece: given at the bench and in its ledger, on its slip, and taken off', async ({
  page,
}) => {
  await demo(page)
  const picture = { name: 'a.png', mimeType: 'image/png', buffer: await page.screenshot() }
  await page.goto(`${url()}/pieces/piece-rose/wrap`)
  await page.getByLabel('Photograph it at work').setInputFiles(picture)
  await expect(page.getByText('one kept', { exact: true })).toBeVisible()
  await page.goto(`${url()}/pieces/piece-rose/ledger`)
  const photographs = page.getByRole('region', { name: 'Photographs' })
  await expect(photographs.getByRole('img', { name: 'At work' })).toBeVisible()
  await photographs
    .getByLabel('Add a photograph: Front')
    .setInputFiles({ ...picture, buffer: Buffer.from('no picture') })
  await expect(photographs).toContainText('It is no JPEG, PNG or WebP that can be read')
  const other = await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 500 } })
  await photographs.getByLabel('Add a photograph: Front').setInputFiles({ ...picture, buffer: other })
  const front = photographs.getByRole('img', { name: 'Front' })
  await expect(front).toBeVisible()
  await accessible(page)
  await onPaper(page, 'piece-rose', 'slip')
  await expect(page.locator('[data-page] img')).toHaveCount(2)
  const pdf = (await savedPdf(page)).toString('latin1')
  expect(pdf.match(/\/Subtype \/Image/g)).toHaveLength(2)
  // the ledger of all pieces shows its front
  await page.goto(`${url()}/ledger`)
  await expect(
    page
      .getByRole('row', { name: /^Frost button / })
      .first()
      .locator('img'),
  ).toBeVisible()
  await page.goto(`${url()}/pieces/piece-rose/ledger`)
  for (const name of ['Front', 'At work'])
    await photographs.getByRole('button', { name: `Take off: ${name}` }).click()
  await expect(photographs.getByRole('img')).toHaveCount(0)
})
