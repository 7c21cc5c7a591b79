import { expect, test, type Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { pageSizes, printedLines, type PrintedLine } from './pdfLines'
import { demo, url } from './pages'

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
