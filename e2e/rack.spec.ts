import { expect, test, type Locator } from '@playwright/test'
import { demo, ask, toTheLedger, url } from './pages'
import { startFresh } from './start'

// what a season's sums and a rack's lengths are, as the demo lays them in: other tests finish pieces and cut wire in theirs
let stop: () => Promise<void>
test.beforeAll(async () => {
  stop = await startFresh(4740)
})
test.afterAll(() => stop())

/** Types what wire is laid in, but for its length or weight. */
async function typeWire(
  lay: Locator,
  {
    name,
    size,
    profile = 'round',
    temper = 'half hard',
  }: Readonly<Partial<Record<'profile' | 'temper', string>>> & {
    readonly name: string
    readonly size: string
  },
): Promise<void> {
  await lay.getByLabel('Name, if it has one').fill(name)
  await lay.getByLabel('Size').selectOption(size)
  await lay.getByLabel('Profile').selectOption(profile)
  await lay.getByLabel('Temper').selectOption(temper)
}

test('the rack: a spool weighed, an offcut laid in, wires told what to cut them from, cut and taken back', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/rack`)
  const lay = page.getByRole('region', { name: 'Lay wire in' })
  // a name of its own, so that it is found again
  await typeWire(lay, { name: 'Blue peg', size: '21 AWG', profile: 'square', temper: 'dead soft' })
  await lay.getByLabel('With its spool, g').fill('30')
  await lay.getByLabel('Empty spool, g').fill('40')
  await expect(lay).toContainText('it weighs more than without')
  await expect(lay.getByRole('button', { name: 'Lay it in' })).toBeDisabled()
  await lay.getByLabel('With its spool, g').fill('86,5')
  await expect(lay).toContainText('(86.5 g − 40 g)')
  await lay.getByRole('button', { name: 'Lay it in' }).click()
  const spool = page.getByRole('listitem').filter({ hasText: 'Blue peg' })
  // 46.5 g of copper of 0.72 mm square
  await expect(spool).toContainText(/9\.9\d m|10\.0\d m/)
  // on the scale: the stand-in has it laid on its pan, and its length is what it weighs
  await spool.getByRole('button', { name: /^weigh/ }).click()
  await spool.getByRole('button', { name: 'Lay it on the scale' }).click()
  await expect(spool.getByLabel('With its spool, g')).toHaveValue(/^86\.\d+$/)
  await spool.getByRole('button', { name: 'Keep' }).click()
  await expect(spool.getByLabel('With its spool, g')).toBeHidden()
  await expect(spool).toContainText(/9\.\d\d m|10\.\d\d m/)
  // taken for something else, and undone
  await spool.getByRole('button', { name: /^take some/ }).click()
  await spool.getByLabel('Taken for something else').fill('2 m')
  await spool.getByRole('button', { name: 'Keep' }).click()
  await expect(spool).toContainText(/[78]\.\d\d m/)
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click()
  await expect(spool).toContainText(/9\.\d\d m|10\.\d\d m/)
})

test('a wire is cut from the rack: what it came from stands there, and taking it back gives it back', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-thicket/cut`)
  const rack = page.getByRole('region', { name: 'From the rack' })
  await expect(rack).toContainText('Fine, second hook')
  await expect(rack).toContainText('Nothing is wasted.')
  const left = async () =>
    (await rack.locator('li', { hasText: 'Fine, second hook' }).innerText()).match(/leaves ([\d.]+) m/)![1]
  const before = await left()
  await page.getByRole('button', { name: 'Cut', exact: true }).click()
  await expect(page.getByText(/^✓ cut at 435 mm/)).toBeVisible()
  // one wire less to cut, the same left at the end
  await expect(rack.locator('svg')).toHaveAttribute('aria-label', /^(?!.*Wire 4)/)
  expect(await left()).toBe(before)
  await page.goto(`${url()}/rack`)
  const spool = page.getByRole('listitem').filter({ hasText: 'Fine, second hook' })
  await spool.getByRole('button', { name: /^where it went/ }).click()
  await expect(spool).toContainText('435 mm for Thicket in knots')
  await page.goBack()
  await page.getByRole('button', { name: 'take back' }).click()
  await expect(rack.locator('svg')).toHaveAttribute('aria-label', /Wire 4/)
})

test('what to buy, over all planned pieces, as a list and as CSV; a promise with its day, erased again', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/rack/buy`)
  await expect(page.getByRole('row', { name: /sterling silver 21 AWG/ })).toContainText('Two-sided moon')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as CSV' }).click()
  expect((await download).suggestedFilename()).toBe('wire-to-buy.csv')
  await page.goto(`${url()}/pieces/piece-thicket/plan`)
  await page.getByRole('button', { name: 'Name and file' }).click()
  const form = page.getByRole('form', { name: 'Made for' })
  await form.getByLabel('Whom, initials suffice').fill('K. O.')
  await form.getByLabel('Due').fill('2031-05-04')
  await form.getByLabel('Agreed price').fill('a lot')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form).toContainText('Type an amount.')
  await form.getByLabel('Agreed price').fill('95,50')
  await form.getByRole('button', { name: 'Keep' }).click()
  await expect(form.getByRole('button', { name: 'Erase all of it' })).toBeVisible()
  await page.goto(url())
  const way = page.getByRole('region', { name: 'On the way' })
  await expect(way.getByRole('listitem').filter({ hasText: 'K. O.' })).toContainText('4 May 2031')
  await page.goto(`${url()}/pieces/piece-thicket/plan`)
  await page.getByRole('button', { name: 'Name and file' }).click()
  await page.getByRole('form', { name: 'Made for' }).getByRole('button', { name: 'Erase all of it' }).click()
  await expect(page.getByRole('form', { name: 'Made for' }).getByLabel('Due')).toHaveValue('')
})

test('the ledger of a season: marks open to their pieces, each chart has its table', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/ledger`)
  const hours = page.getByRole('region', { name: 'Price against hours' })
  await hours.getByRole('button', { name: /^as a table/ }).click()
  await expect(hours.getByRole('row')).toHaveCount(13)
  const earned = page.getByRole('region', { name: /^What an hour earned/ })
  await earned.locator('.recharts-bar-rectangle').first().click()
  await expect(page.getByRole('button', { name: 'Bound frame: show all again' })).toBeVisible()
  await expect(page.getByTestId('sums')).toContainText('6 pieces')
  await page.getByRole('button', { name: /show all again/ }).click()
  await page.getByLabel('by', { exact: true }).selectOption('metal')
  await page.getByLabel('show', { exact: true }).selectOption('sterling silver')
  await expect(page.getByTestId('sums')).toContainText('3 pieces')
  await hours.locator('.recharts-scatter-symbol').first().click()
  await expect(page).toHaveURL(/\/pieces\/season-pond-\d\/ledger$/)
})

test('from a weighed spool to a finished batch of three and its ledger', async ({ page }) => {
  await demo(page)
  // the wire of a ring, onto the rack: one spool by weight, one by length
  await page.goto(`${url()}/rack`)
  const lay = page.getByRole('region', { name: 'Lay wire in' })
  for (const [name, size, weight] of [
    ['Shank spool', '16 AWG', '96'],
    ['Hoop spool', '19 AWG', '70'],
  ] as const) {
    await typeWire(lay, { name, size })
    await lay.getByLabel('With its spool, g').fill(weight)
    await lay.getByLabel('Empty spool, g').fill('38')
    await lay.getByRole('button', { name: 'Lay it in' }).click()
    await expect(page.getByRole('listitem').filter({ hasText: name })).toBeVisible()
  }
  await page.goto(`${url()}/pieces/piece-marble/plan`)
  await page.getByRole('button', { name: 'Name and file' }).click()
  const repeat = page.getByRole('region', { name: 'Repeat it' })
  await repeat.getByLabel('Pieces of the batch').fill('one')
  await expect(repeat).toContainText('Type a number from 2 to 24.')
  await repeat.getByLabel('Pieces of the batch').fill('3')
  await repeat.getByRole('button', { name: 'Begin them' }).click()
  await expect(page).toHaveURL(/\/cut$/)
  const first = page.url().match(/pieces\/([^/]+)\/cut/)![1]!
  // all three are cut in one go
  await page.goto(`${url()}/rack/cut`)
  await page.getByRole('button', { name: 'none of them' }).click()
  for (const place of [1, 2, 3])
    await page.getByRole('checkbox', { name: new RegExp(`, ${place} of 3`) }).check()
  const shanks = page.getByRole('region', { name: 'Shank spool' })
  await expect(shanks.getByRole('listitem')).toHaveCount(3)
  const cuts = page.getByRole('button', { name: /^Cut: / })
  for (let left = await cuts.count(); left > 0; left--) {
    await expect(cuts).toHaveCount(left)
    await cuts.first().click()
  }
  await expect(cuts).toHaveCount(0)
  await expect(async () => {
    const rows = await ask<{ name: string; taken: { piece: string }[] }[]>(page, 'GET', '/api/rack')
    expect(rows.find((r) => r.name === 'Shank spool')!.taken).toHaveLength(3)
    expect(rows.find((r) => r.name === 'Hoop spool')!.taken).toHaveLength(6)
  }).toPass()
  // the same step from piece to piece
  await page.goto(`${url()}/pieces/${first}/wrap`)
  const batch = page.getByRole('navigation', { name: 'Batch' })
  await expect(batch).toContainText('Piece 1 of 3')
  const title = await page.getByRole('heading', { level: 1 }).textContent()
  await batch.getByRole('link', { name: 'Next piece' }).click()
  await expect(batch).toContainText('Piece 2 of 3')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(title!)
  // one of them to its ledger, with what was left of a wire
  await page.goto(`${url()}/pieces/${first}/plan`)
  await toTheLedger(page)
  const left = page.getByLabel(/^Shank, left of it/)
  await left.fill('400')
  await expect(page.getByText('Type what was trimmed off, less than was cut.')).toBeVisible()
  await left.fill('22')
  await left.press('Enter')
  await page.goto(`${url()}/learned`)
  await expect(page.getByRole('row', { name: /^Bent frame wire/ })).toContainText(/\d+ wires/)
  const lengths = page.getByRole('region', { name: 'Lengths' })
  await expect(lengths.getByRole('row', { name: /^Bending/ })).toContainText(/\d+ measured/)
  await lengths.getByRole('button', { name: 'forget: Bending, lengths' }).click()
  await expect(lengths.getByRole('row', { name: /^Bending/ })).toContainText('nothing yet')
  const packing = page.getByRole('region', { name: 'Packing' })
  await expect(packing.getByRole('row', { name: /^Binding/ })).toContainText(
    /1\.\d\d thicknesses.*\d+ measured/,
  )
  await expect(packing.getByRole('row', { name: /^Weaving/ })).toContainText('1.03 thicknesses')
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  await expect(page.getByTestId('own-time')).toHaveText(/^\d\.\d h at your own pace, learned$/)
  await page.goto(`${url()}/ledger`)
  await expect(page.getByRole('row', { name: /, 1 of 3/ })).toBeVisible()
})

test('a wire that is a little short would still do: its risk is told, and it is cut so', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/rack`)
  const lay = page.getByRole('region', { name: 'Lay wire in' })
  await lay.getByLabel('What').selectOption('a straight length or offcut')
  await lay.getByLabel('Metal').selectOption('brass')
  await typeWire(lay, { name: 'Short end', size: '21 AWG' })
  await lay.getByLabel('Length', { exact: true }).fill('87')
  await lay.getByRole('button', { name: 'Lay it in' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Short end' })).toBeVisible()
  // its spine is planned at 90 mm, working ends included
  await page.goto(`${url()}/pieces/piece-barrel/cut`)
  const rack = page.getByRole('region', { name: 'From the rack' })
  const short = rack.locator('[data-short="spine"]')
  await expect(short).toContainText(/Spine could be cut at 87 mm, with 3 mm less spare .* runs short .*1 in/)
  await short.getByRole('button', { name: 'It is cut so' }).click()
  await expect(page.getByText(/^✓ cut at 87 mm/)).toBeVisible()
  await expect(short).toHaveCount(0)
  await page.goto(`${url()}/rack`)
  await expect(page.getByRole('listitem').filter({ hasText: 'Short end' })).toHaveCount(0)
})
