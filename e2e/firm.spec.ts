import { expect, test, type Page } from '@playwright/test'
import { accessible, ask, demo, turnsOf, url, fromMenu } from './pages'

/** What broke under an attack from outside, as a maker would meet it. */

const PASSWORD = 'a long password'

/** A workshop of one's own, signed in, at home. */
async function ownWorkshop(page: Page): Promise<{ readonly email: string }> {
  const email = `firm.${Date.now()}.${Math.floor(Math.random() * 1e6)}@example.org`
  await page.goto(url())
  await page.getByRole('button', { name: 'Make an account with a workshop of its own' }).click()
  await page.getByLabel('Your name').fill('Maker')
  await page.getByLabel('Workshop').fill('Shed')
  await page.getByLabel('E-mail').fill(email)
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  return { email }
}

test('an inch workshop opens and leaves a stone as it is, and takes what is typed in inches or millimetres', async ({
  page,
}) => {
  await ownWorkshop(page)
  const bead = {
    kind: 'cabochon',
    outline: 'oval',
    length: 12,
    width: 9.37,
    depth: 4,
    wall: 1.2,
    mineral: 'agate',
    taped: 33.7,
    readings: { width: [9.35, 9.39] },
    group: { kind: 'row', count: 5, last: 8, order: 'to one end', gap: 0.3 },
  }
  const row = await ask<{ id: string }>(page, 'POST', '/api/stones', { stone: bead })
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Lengths are said in').selectOption('in')
  await expect(page.getByLabel('Cut lengths are rounded up to')).toHaveValue('1/4 in')
  await page.goto(`${url()}/stones/${row.id}`)
  await expect(page.getByLabel(/^Length/).first()).toHaveValue('12 mm')
  // every field is gone through, and left
  for (let k = 0; k < 40; k++) await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Choose a setting' }).click()
  await expect(page).toHaveURL(/\/choose$/)
  expect((await ask<{ stone: object }>(page, 'GET', `/api/stones/${row.id}`)).stone).toEqual(bead)
  // 31.75 mm is an inch and a quarter: it is said so, and read so
  await page.goto(`${url()}/stones/${row.id}`)
  await page
    .getByLabel(/^Length/)
    .first()
    .fill('1 1/4')
  await page
    .getByLabel(/^Width/)
    .first()
    .fill('3/4 in')
  await page.getByRole('button', { name: 'Choose a setting' }).click()
  await expect(page).toHaveURL(/\/choose$/)
  const now = (await ask<{ stone: { length: number; width: number } }>(page, 'GET', `/api/stones/${row.id}`))
    .stone
  expect([now.length, now.width]).toEqual([31.75, 19.05])
  await page.goto(`${url()}/stones/${row.id}`)
  await expect(page.getByLabel(/^Length/).first()).toHaveValue('1 1/4 in')
})

test('Plan reads what Measure reads, and clamps nothing in silence', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  await expect(page.locator('[data-verdict]')).toBeVisible({ timeout: 60_000 })
  const bail = page.locator('#option-bail')
  await bail.fill('4,5')
  await bail.blur()
  await expect(bail).toHaveValue('4.5')
  await bail.fill('3/16 in')
  await bail.blur()
  await expect(bail).toHaveValue('4.7625')
  await bail.fill('900')
  await bail.blur()
  await expect(bail).toHaveValue('900')
  await expect(page.getByText(/This can be from .+ to .+; 900\.0 mm is not taken/)).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Back to 4.7625' }).click()
  await expect(bail).toHaveValue('4.7625')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(bail).toHaveValue('4.5')
})

test('taking back pressed quickly eight times takes back eight, and held keys count once', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  const count = page.getByTestId('count')
  await expect(count).toBeVisible()
  const began = Number(await count.textContent())
  for (let k = 0; k < 12; k++) await page.keyboard.press('Space')
  await expect(count).toHaveText(String(began + 12))
  // eight presses within one task of the page, faster than anything can be drawn
  await page.evaluate(() => {
    for (let k = 0; k < 8; k++)
      window.dispatchEvent(
        new KeyboardEvent('keydown', { code: 'Backspace', key: 'Backspace', bubbles: true }),
      )
  })
  await expect(count).toHaveText(String(began + 4))
  await page.evaluate(() => {
    for (const [code, key] of [
      ['Space', ' '],
      ['Backspace', 'Backspace'],
      ['Backspace', 'Backspace'],
    ] as const)
      for (let k = 0; k < 20; k++)
        document.body.dispatchEvent(new KeyboardEvent('keydown', { code, key, bubbles: true, repeat: k > 0 }))
  })
  await expect(count).toHaveText(String(began + 3))
  await expect.poll(() => turnsOf(page, 'piece-labradorite', 'bind-foot')).toBe(began + 3)
})

test('what the server refuses is set aside and told, the rest goes, from any page', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  await expect(page.getByTestId('count')).toBeVisible()
  const before = await turnsOf(page, 'piece-labradorite', 'bind-foot')
  // as an older page may have left them: a note that is too long, in the middle of counts
  await page.evaluate(async () => {
    const me = (await (await fetch('/api/auth/me')).json()) as {
      workshop: { id: string }
      maker: { id: string }
    }
    const keeper = `${me.workshop.id}/${me.maker.id}`
    const event = (i: number) => ({
      id: `${Date.now()}-0000000${i}`,
      kind: i === 2 ? 'note' : 'turn',
      subject: 'bind-foot',
      at: new Date().toISOString(),
      ...(i === 2 ? { value: `tight here ${'x'.repeat(1990)}` } : {}),
    })
    const db = await new Promise<IDBDatabase>((resolve, reject) => {
      const open = indexedDB.open('verger-bench')
      open.onsuccess = () => resolve(open.result)
      open.onerror = () => reject(new Error('no store'))
    })
    const tx = db.transaction('unsent', 'readwrite')
    for (let i = 0; i < 5; i++) {
      const e = event(i)
      tx.objectStore('unsent').put(
        { keeper, piece: 'piece-labradorite', event: e },
        `${keeper} piece-labradorite ${e.id}`,
      )
    }
    await new Promise((resolve) => (tx.oncomplete = resolve))
    db.close()
  })
  // sent from the tray: no page of the piece is open
  await page.goto(url())
  const line = page.getByTestId('bench-line')
  await expect(line.getByText(/A note was not taken/)).toBeVisible()
  await expect.poll(() => turnsOf(page, 'piece-labradorite', 'bind-foot')).toBe(before + 4)
  await accessible(page)
  await page.reload()
  const text = line.getByLabel('The note that was not taken')
  await expect(text).toBeVisible()
  await expect(line.getByRole('button', { name: 'Send it so' })).toBeDisabled()
  await text.fill('tight here')
  await line.getByRole('button', { name: 'Send it so' }).click()
  await expect(line).toBeHidden()
  await page.goto(`${url()}/pieces/piece-labradorite/wrap?step=bind-foot`)
  await expect(page.getByText('• tight here')).toBeVisible()
})

test('a session that ends is begun again on the spot, and what was typed is still there', async ({
  page,
  browser,
}) => {
  const { email } = await ownWorkshop(page)
  await page.goto(`${url()}/stones/new`)
  await page
    .getByLabel(/^Length/)
    .first()
    .fill('30')
  await page
    .getByLabel(/^Width/)
    .first()
    .fill('22')
  await page
    .getByLabel(/^Depth/)
    .first()
    .fill('7')
  // on another device all other sessions are ended
  const other = await browser.newContext()
  const elsewhere = await other.newPage()
  await elsewhere.goto(url())
  await elsewhere.getByLabel('E-mail').fill(email)
  await elsewhere.getByLabel('Password').fill(PASSWORD)
  await elsewhere.getByRole('button', { name: 'Sign in' }).click()
  await expect(elsewhere.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  await elsewhere.goto(`${url()}/workshop`)
  await elsewhere.getByRole('button', { name: 'End' }).click()
  await expect(elsewhere.getByRole('button', { name: 'End' })).toHaveCount(0)
  await other.close()

  await page.getByRole('button', { name: 'Choose a setting' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('Your session has ended')).toBeVisible()
  await accessible(page)
  await dialog.getByLabel('Password').fill('not this one')
  await dialog.getByRole('button', { name: 'Sign in' }).click()
  await expect(dialog.getByRole('alert')).toBeFocused()
  await dialog.getByLabel('Password').fill(PASSWORD)
  await dialog.getByRole('button', { name: 'Sign in' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.getByLabel(/^Length/).first()).toHaveValue('30')
  await page.getByRole('button', { name: 'Choose a setting' }).click()
  await expect(page).toHaveURL(/\/choose$/)
})

test('a script that does not load is asked for again, then a way on is offered; a page that breaks does not take the rest along', async ({
  page,
  context,
}) => {
  await demo(page)
  let refused = 0
  await context.route(/assets\/SizesPage-.*\.js/, (route) =>
    ++refused <= 1 ? route.abort() : route.continue(),
  )
  await fromMenu(page, 'Sizes')
  await expect(page.getByRole('heading', { name: 'Sizes', level: 1 })).toBeVisible()
  expect(refused).toBeGreaterThan(1)
  await context.route(/assets\/WeavePage-.*\.js/, (route) => route.abort())
  await page.goto(url())
  await fromMenu(page, 'Weaves')
  await expect(page.getByRole('heading', { name: 'A part of this page could not be fetched' })).toBeVisible()
  await accessible(page)
  await expect(page.getByRole('button', { name: 'Load Verger anew' })).toBeVisible()
  await page.getByRole('link', { name: 'To the tray' }).click()
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
})

test('Plan’s drawing stays in sight while its list of choices is scrolled', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  await expect(page.locator('[data-verdict]')).toBeVisible({ timeout: 60_000 })
  for (const size of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ]) {
    await page.setViewportSize(size)
    await page.evaluate(() => window.scrollTo(0, 0))
    const last = page.locator('[id^="option-"]').last()
    await last.scrollIntoViewIfNeeded()
    await expect(
      page.getByRole('region', { name: 'Drawing of the piece' }).locator('[data-view="front"]'),
    ).toBeInViewport({
      ratio: 0.5,
    })
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width)
  }
})

test('a workshop is taken out and brought back; makers are invited, given a new password and removed', async ({
  page,
  browser,
}) => {
  test.setTimeout(180_000)
  await ownWorkshop(page)
  await ask(page, 'POST', '/api/stones', {
    name: 'Only one',
    stone: { kind: 'cabochon', outline: 'oval', length: 30, width: 22, depth: 7, mineral: 'agate' },
  })
  await page.goto(`${url()}/workshop`)
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Save the archive' }).click()
  const file = (await (await download).path())!

  await page.getByRole('button', { name: 'Make an invitation' }).click()
  const address = await page.getByLabel('Invitation address').inputValue()
  await expect(page.getByText('Invitations that still work')).toBeVisible()
  const other = await (await browser.newContext()).newPage()
  await other.goto(address)
  await other.getByLabel('Your name').fill('Second')
  await other.getByLabel('E-mail').fill(`second.${Date.now()}@example.org`)
  await other.getByLabel(/^Password/).fill('aaaaaaaaaa')
  await other.getByRole('button', { name: 'Join' }).click()
  await expect(other.getByRole('alert')).toContainText('quickly guessed')
  await expect(other.getByRole('alert')).toBeFocused()
  await other.getByLabel(/^Password/).fill(PASSWORD)
  await other.getByRole('button', { name: 'Join' }).click()
  await expect(other.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  // a maker sees how the workshop works, and sets none of it
  await other.goto(`${url()}/workshop`)
  await expect(other.getByLabel('Lengths are said in')).toBeDisabled()

  await page.reload()
  await page.getByRole('button', { name: 'Give a new password' }).click()
  const reset = await page.getByLabel('Address for a new password').inputValue()
  await other.goto(reset)
  await other.getByLabel(/^New password/).fill('quite another password')
  await other.getByRole('button', { name: 'Set it and go in' }).click()
  await expect(other.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await page.getByRole('button', { name: 'Remove Second for good' }).click()
  await expect(page.getByText('second.', { exact: false })).toHaveCount(0)
  await other.context().close()

  const empty = await (await browser.newContext()).newPage()
  await ownWorkshop(empty)
  await empty.goto(`${url()}/workshop`)
  await empty.getByLabel('Archive to bring back').setInputFiles(file)
  await expect(empty.getByText('Everything is here.')).toBeVisible()
  await empty.goto(url())
  await expect(empty.getByText('Only one').first()).toBeVisible()
  // and removed for good
  await empty.goto(`${url()}/workshop`)
  await empty.getByRole('button', { name: 'The workshop and everything in it' }).click()
  await empty.getByLabel('Type its name: Shed').fill('Shed')
  await empty.getByLabel('Your password').fill(PASSWORD)
  await empty.getByRole('button', { name: 'Remove the workshop' }).click()
  await expect(empty.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await empty.context().close()
})

test('a setting changed while another is still on its way leaves that one as it is', async ({ page }) => {
  await ownWorkshop(page)
  await page.goto(`${url()}/workshop`)
  await page.route('**/api/workshop/settings', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500))
    await route.continue()
  })
  await page.getByLabel('Length of a frame wire').selectOption('girth')
  await page.getByLabel('How many times the girth').fill('4')
  await page.getByLabel('How many times the girth').press('Enter')
  await page.getByLabel('Money').selectOption('EUR')
  await expect(page.getByLabel('Money')).toHaveValue('EUR', { timeout: 15_000 })
  await expect(page.getByLabel('How many times the girth')).toHaveValue('4.0')
  await expect(page.getByLabel('Length of a frame wire')).toHaveValue('girth')
})

test('settings changed in two tabs are shown side by side, and neither is lost', async ({
  page,
  context,
}) => {
  await ownWorkshop(page)
  await page.goto(`${url()}/workshop`)
  const second = await context.newPage()
  await second.goto(`${url()}/workshop`)
  await second.getByLabel('The hand that leads').selectOption('left')
  await expect(second.getByLabel('The hand that leads')).toHaveValue('left')
  await page.getByLabel('Money').selectOption('EUR')
  const both = page.getByRole('alert', { name: 'Changed elsewhere' })
  await expect(both.getByRole('row', { name: /Money EUR GBP/ })).toBeVisible()
  await expect(both.getByRole('row', { name: /The hand that leads right left/ })).toBeVisible()
  await accessible(page)
  await both.getByRole('button', { name: 'Take the other' }).click()
  await expect(page.getByLabel('The hand that leads')).toHaveValue('left')
  await page.getByLabel('Money').selectOption('EUR')
  await expect(page.getByLabel('Money')).toHaveValue('EUR')
  await second.close()
})
