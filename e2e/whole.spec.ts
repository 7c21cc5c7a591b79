import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { demo, url, fromMenu, sound } from './pages'

test('Plan: what changed, undo and redo, a draft that survives, variants, the drawing as a file', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-prehnite/plan`)
  await sound(page)
  const neck = page.getByLabel('Neck bind', { exact: true })
  const planned = await neck.inputValue()
  await page.getByRole('button', { name: 'Neck bind: more' }).click()
  const changed = page.getByTestId('changed')
  await expect(changed).toContainText(/wire \+\d+ mm/)
  await expect(changed).toContainText(/cost \+£\d/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(neck).toHaveValue(planned)
  await page.keyboard.press('Control+Shift+z')
  await expect(neck).not.toHaveValue(planned)
  const chosen = await neck.inputValue()
  await page.reload()
  await expect(neck).toHaveValue(chosen)
  await sound(page)
  await page.getByLabel('Name of the variant').fill('Long neck')
  await page.getByRole('button', { name: 'Keep this one' }).click()
  const variants = page.getByRole('region', { name: 'Variants' })
  await expect(variants.getByText('Long neck')).toBeVisible()
  await expect(variants.getByText('◆ shown')).toBeVisible()
  await neck.fill(planned)
  await variants.getByRole('button', { name: 'take it up' }).click()
  await expect(neck).toHaveValue(chosen)
  await variants.getByRole('button', { name: 'Remove Long neck' }).click()
  await expect(variants.getByText('Long neck')).toBeHidden()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save the drawing' }).click()
  const svg = readFileSync(await (await download).path(), 'utf8')
  expect(svg).toContain('<svg')
  expect(svg).toMatch(/width="[\d.]+mm"/)
  expect(svg).not.toContain('var(--')
})

test('schools: what a multiple of a girth leaves over or lacks, and the chosen one decides what is cut', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-sodalite/plan`)
  await sound(page)
  await expect(page.getByTestId('schools')).toContainText('3 × the edge girth is')
  const length = page.locator('[data-cut~=front] .figure').first()
  const byPath = await length.textContent()
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Length of a frame wire').selectOption('girth')
  await page.getByLabel('How many times the girth').fill('4')
  await page.getByLabel('How many times the girth').press('Enter')
  await expect(page.getByLabel('How many times the girth')).toHaveValue('4.0')
  await page.getByLabel('Money').selectOption('USD')
  await expect(page.getByLabel('Money')).toHaveValue('USD')
  await page.goto(`${url()}/pieces/piece-sodalite/plan`)
  await sound(page)
  await expect(length).not.toHaveText(byPath!)
  await expect(page.getByTestId('schools')).toContainText('Cut by 4 × the edge girth')
  await expect(page.getByRole('button', { name: /^Metal and labour: \$/ })).toBeVisible()
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Length of a frame wire').selectOption('path')
  await expect(page.getByLabel('Length of a frame wire')).toHaveValue('path')
  await page.getByLabel('Money').selectOption('GBP')
  await expect(page.getByLabel('Money')).toHaveValue('GBP')
  await page.getByLabel('The hand that leads').selectOption('left')
  await expect(page.getByLabel('The hand that leads')).toHaveValue('left')
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  await expect(page.getByText('From the right mark', { exact: false })).toBeVisible()
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('The hand that leads').selectOption('right')
  await expect(page.getByLabel('The hand that leads')).toHaveValue('right')
})

test('the piece in space: under 40 000 triangles, settled quickly, turned by keys, wires picked and lit', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  await sound(page)
  await page.getByRole('button', { name: 'in space' }).click()
  const solid = page.getByTestId('solid')
  await expect(solid).toHaveAttribute('data-settled', /^\d+$/, { timeout: 30_000 })
  const triangles = Number(await solid.getAttribute('data-settled'))
  expect(triangles).toBeGreaterThan(5000)
  expect(triangles).toBeLessThan(40_000)
  const picture = () => solid.evaluate((c: HTMLCanvasElement) => c.toDataURL().length)
  await solid.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('+')
  await expect.poll(picture).toBeGreaterThan(0)
  // from the list to the picture
  await page.locator('[data-cut~=rear]').getByRole('button', { name: 'Rear wire', exact: true }).click()
  await expect(solid).toHaveAttribute('aria-label', /Rear wire lit/)
  // and from the picture to the list: the front wire lies at the left edge of the stone in the front view
  await page.getByRole('button', { name: 'front', exact: true }).click()
  await expect(solid).toHaveAttribute('data-settled', /^\d+$/)
  await page.evaluate(() => window.scrollTo(0, 0))
  const box = (await solid.boundingBox())!
  let lit = ''
  for (let x = 0.25; x < 0.5 && !lit.split(' ').includes('front'); x += 0.004) {
    await page.mouse.click(box.x + box.width * x, box.y + box.height * 0.66)
    lit =
      (await page
        .locator('[data-cut][aria-current]')
        .getAttribute('data-cut', { timeout: 200 })
        .catch(() => '')) ?? ''
  }
  expect(lit.split(' ')).toContain('front')
  await page.getByRole('button', { name: 'details', exact: true }).click()
  await page.getByLabel('wires apart').fill('4')
  await page.getByLabel('cut open').fill('0.5')
  await page.getByRole('button', { name: 'as a drawing' }).click()
  await expect(solid).toBeHidden()
})

test('Wrap: rows, a length that was met, turned over; Proof: back to the step, and a reason', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  const count = page.getByTestId('count')
  await expect(count).toBeVisible()
  const began = Number(await count.textContent())
  await page.getByLabel('What one tap counts').selectOption('4')
  await page.keyboard.press('Space')
  await expect(count).toHaveText(String(began + 4))
  await page.keyboard.press('Backspace')
  await expect(count).toHaveText(String(began))
  await page.getByLabel('What one tap counts').selectOption('1')
  // the band came out longer: later numbers and holding follow
  await page.getByLabel('It measures').fill('30')
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByTestId('measured')).toContainText('the rest does not fit')
  await page.getByLabel('It measures').fill('9.5')
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByText('until it measures 9.5 mm', { exact: false })).toBeVisible()
  await expect(page.getByTestId('hold-now')).toContainText('Weakest way out', { timeout: 60_000 })
  await expect(page.getByTestId('spare-left')).toContainText('to spare at each end')
  const takeBack = page.getByTestId('measured').getByRole('button', { name: 'take back' })
  await takeBack.click()
  await expect(page.getByTestId('measured')).toContainText('the rest does not fit')
  await takeBack.click()
  await expect(page.getByTestId('measured')).toBeHidden()
  await expect(page.getByText('until it measures 10.0 mm', { exact: false })).toBeVisible()
  // the bail came out wider than planned: what is said after it goes by that
  await page.goto(`${url()}/pieces/piece-labradorite/wrap?step=roll-bail`)
  const planned = parseFloat((await page.getByLabel('It measures').getAttribute('placeholder')) ?? '')
  await page.getByLabel('It measures').fill(String(planned + 0.5))
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByText(`a rod of ${(planned + 0.5).toFixed(1)} mm`, { exact: false })).toBeVisible()
  await page.getByTestId('measured').getByRole('button', { name: 'take back' }).click()
  // a bend that came out short: the plan stays, and what it holds if all come no further is told
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  const [front] = (await page.locator('#option-frontBends').inputValue()).split(',')
  await page.goto(`${url()}/pieces/piece-labradorite/wrap?step=bend-front-${front}`)
  await page.getByLabel('It reaches').fill('0.6')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByTestId('reached')).toContainText('This one reached 0.6 mm')
  await expect(page.getByTestId('hold-if')).toContainText(/Sound|Doubtful|fails|out|no bend/i, {
    timeout: 60_000,
  })
  await expect(page.getByTestId('measured')).toHaveCount(0)
  await page.getByTestId('reached').getByRole('button', { name: 'take back' }).click()
  await expect(page.getByTestId('reached')).toHaveCount(0)
  // seen from behind, hours are mirrored, and it says so
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  const bends = await page.locator('#option-backBends').inputValue()
  const hour = bends
    .split(',')
    .map(Number)
    .find((h) => h > 1 && h < 5)!
  const quarters = ['', 'quarter past ', 'half past ', 'quarter to ']
  const said = (h: number) => {
    const part = quarters[Math.round(h * 4) % 4]!
    const whole = part === quarters[3] ? Math.ceil(h) : Math.floor(h + 0.125)
    return part === '' ? `${whole} o’clock` : `${part}${whole}`
  }
  await page.goto(`${url()}/pieces/piece-labradorite/wrap?step=bend-back-${hour}`)
  await expect(page.getByText('turned over: back toward you')).toBeVisible()
  await expect(page.getByText(`near ${said(12 - hour)},`, { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Turn it face up' }).click()
  await expect(page.getByText(`near ${said(hour)},`, { exact: false })).toBeVisible()

  await page.goto(`${url()}/pieces/piece-labradorite/proof`)
  // the tape was put on and not taken off: that is no piece to hand over
  await expect(page.getByRole('alert')).toContainText('tape', { ignoreCase: true })
  await expect(page.getByRole('button', { name: /^Ready/ })).toBeDisabled()
  await page.goto(`${url()}/pieces/piece-rose/proof`)
  const shake = page.locator('[data-check=shake]')
  await shake.getByRole('button', { name: 'Fails' }).click()
  await expect(page.getByRole('button', { name: /^Ready/ })).toBeDisabled()
  await shake.getByRole('link', { name: /^Mend it/ }).click()
  await expect(page.getByRole('heading', { name: /^Bend over the face/ })).toBeVisible()
  await page.goBack()
  await page.getByRole('button', { name: 'Mended since' }).click()
  await expect(page.getByRole('button', { name: /^Ready/ })).toBeEnabled()
  await shake.getByRole('button', { name: 'Holds' }).click()
})

test('Ledger: missing is not nothing; two prices, sums and CSV', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-rose/ledger`)
  await expect(page.getByText('Time by stage')).toBeVisible()
  const price = page.getByRole('button', { name: /^Price by time and materials/ })
  const before = await price.textContent()
  await page.getByLabel('Packaging').fill('')
  await page.getByLabel('Packaging').press('Enter')
  await expect(page.getByText(/Not entered, so not in the price: packaging/)).toBeVisible()
  await expect(price).not.toHaveText(before!)
  await page.getByLabel('Packaging').fill('1.20')
  await page.getByLabel('Packaging').press('Enter')
  await expect(price).toHaveText(before!)
  await price.click()
  await expect(page.getByRole('dialog')).toContainText('so that the fees come out of the price')
  await page.keyboard.press('Escape')
  await page.goto(`${url()}/ledger`)
  await expect(page.getByTestId('sums')).toContainText(/\d pieces?/)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save as CSV' }).click()
  const csv = readFileSync(await (await download).path(), 'utf8')
  expect(csv).toMatch(/^piece,stone,materials/)
  expect(csv).toContain('Frost button')
})

test('accounts: a workshop of one’s own, an invitation into it, a password changed', async ({
  page,
  browser,
}) => {
  await page.goto(url())
  await page.getByRole('button', { name: 'Make an account with a workshop of its own' }).click()
  const mail = `owner.${Date.now()}@example.org`
  await page.getByLabel('Your name').fill('Owner')
  await page.getByLabel('Workshop').fill('A shed')
  await page.getByLabel('E-mail').fill(mail)
  await page.getByLabel(/^Password/).fill('a long password')
  await page
    .getByRole('button', { name: 'Make the account' })
    .or(page.locator('form button[type=submit]'))
    .first()
    .click()
  await expect(page.getByText('The tray is empty.')).toBeVisible()
  // an example goes straight to its settings, and from there the menu leads on
  await page.getByRole('button', { name: 'Try it with an example' }).click()
  await expect(page).toHaveURL(/\/choose$/)
  await fromMenu(page, 'Workshop')
  await page.getByRole('button', { name: 'Make an invitation' }).click()
  const address = await page.getByLabel('Invitation address').inputValue()
  const second = await browser.newPage()
  await second.goto(address)
  await second.getByLabel('Your name').fill('Helper')
  await second.getByLabel('E-mail').fill(`helper.${Date.now()}@example.org`)
  await second.getByLabel(/^Password/).fill('a long password')
  await second.getByRole('button', { name: 'Join' }).click()
  await expect(second.getByText('A shed')).toBeVisible()
  await second.close()
  await page.reload()
  await expect(page.getByText('Helper', { exact: true })).toBeVisible()
  await page.getByLabel('Present password').fill('a long password')
  await page.getByLabel(/^New password/).fill('another long password')
  await page.getByRole('button', { name: 'Change it' }).click()
  await expect(page.getByText(/changed; you are signed out everywhere else/)).toBeVisible()
})

test('a stone changed in two places: both are shown, and neither is lost', async ({ page, context }) => {
  await demo(page)
  await page.goto(`${url()}/stones/demo-ember`)
  const other = await context.newPage()
  await other.goto(url())
  await page.goto(`${url()}/stones/demo-carnelian`)
  await page.locator('#depth').fill('7.8')
  await other.goto(`${url()}/stones/demo-carnelian`)
  await other.locator('input[name=note]').fill('A small chip at the foot')
  await other.getByRole('button', { name: 'Choose a setting' }).click()
  await expect(other).toHaveURL(/\/choose/)
  await page.getByRole('button', { name: 'Choose a setting' }).click()
  const both = page.getByRole('alert', { name: 'Changed elsewhere' })
  await expect(both).toContainText('A small chip at the foot')
  await expect(both).toContainText('7.8')
  await both.getByRole('button', { name: 'Take the other' }).click()
  await expect(page.locator('input[name=note]')).toHaveValue('A small chip at the foot')
  await expect(page.locator('#depth')).toHaveValue('7.5')
})

test('a piece named in two places: both names are shown, and neither is lost', async ({ page, context }) => {
  await demo(page)
  const path = `${url()}/pieces/piece-prehnite/cut`
  await page.goto(path)
  const other = await context.newPage()
  await other.goto(path)
  for (const [tab, name] of [
    [page, 'Cellar door'],
    [other, 'Attic door'],
  ] as const) {
    await tab.getByTestId('badge').click()
    await tab.getByLabel('Name', { exact: true }).fill(name)
  }
  await page.getByRole('button', { name: 'Keep the name' }).click()
  await expect(page.getByTestId('badge')).toContainText('Cellar door')
  await other.getByRole('button', { name: 'Keep the name' }).click()
  await expect(other.getByRole('alert')).toContainText('It was named “Cellar door” elsewhere')
  await expect(other.getByLabel('Name', { exact: true })).toHaveValue('Attic door')
  await other.getByRole('button', { name: 'Keep the name' }).click()
  await expect(other.getByTestId('badge')).toContainText('Attic door')
})

test('a piece planned in two places: what differs is shown, and the other plan is kept as a variant', async ({
  page,
  context,
}) => {
  await demo(page)
  const path = `${url()}/pieces/piece-prehnite/plan`
  await page.goto(path)
  await sound(page)
  const other = await context.newPage()
  await other.goto(path)
  await sound(other)
  await other.getByLabel('Foot bind', { exact: true }).fill('11')
  await other.getByRole('button', { name: 'To cutting' }).click()
  await expect(other).toHaveURL(/\/cut$/)
  await page.getByLabel('Foot bind', { exact: true }).fill('9')
  await page.getByRole('button', { name: 'To cutting' }).click()
  const both = page.getByRole('alert', { name: 'Changed elsewhere' })
  await expect(both).toContainText('Foot bind')
  await expect(both).toContainText('11')
  await both.getByRole('button', { name: /^Go on with mine/ }).click()
  await expect(page.getByText(/^Planned elsewhere/)).toBeVisible()
  await page.getByRole('button', { name: 'To cutting' }).click()
  await expect(page).toHaveURL(/\/cut$/)
})

test('a workshop that works in inches reads them first, everywhere', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Lengths are said in').selectOption('in')
  await expect(page.getByLabel('Cut lengths are rounded up to')).toHaveValue('1/4 in')
  await page.goto(`${url()}/pieces/piece-labradorite/wrap`)
  await expect(page.getByText('until it measures 3/8 in (10.0 mm)', { exact: false })).toBeVisible()
  await expect(page.getByRole('img', { name: '3 straight wires side by side' })).toContainText('3/8 in')
  await page.goto(`${url()}/pieces/piece-sodalite/plan`)
  await sound(page)
  await expect(page.locator('[data-cut~=front] .figure').first()).toHaveText(/ in$/)
  await expect(
    page.getByRole('group', { name: /^The piece from the front and from the side, .* in high/ }),
  ).toBeVisible()
  const foot = page.getByLabel('Foot bind', { exact: true })
  await expect(foot).toHaveValue(/in$/)
  await foot.fill('1/2')
  await foot.press('Enter')
  await expect(foot).toHaveValue('1/2 in')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await page.goto(`${url()}/workshop`)
  await page.getByLabel('Lengths are said in').selectOption('mm')
  await expect(page.getByLabel('Cut lengths are rounded up to')).toHaveValue('5 mm')
})

test('on paper the plan keeps its choices and wires, and loses its buttons', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  await sound(page)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByLabel('Foot bind', { exact: true })).toBeVisible()
  await expect(page.getByLabel('Metal', { exact: true })).toBeVisible()
  await expect(page.locator('[data-cut~=front]')).toContainText('Front wire')
  await expect(page.getByRole('button', { name: 'To cutting' })).toBeHidden()
  await expect(page.getByRole('button', { name: 'Foot bind: more' })).toBeHidden()
  await expect(page.getByRole('navigation')).toBeHidden()
})

test('what is not there says so, and shows a way on', async ({ page, context }) => {
  await demo(page)
  for (const path of [
    '/pieces/nothing-here/plan',
    '/pieces/nothing-here/wrap',
    '/pieces/nothing-here/measure',
  ]) {
    await page.goto(`${url()}${path}`)
    await expect(page.getByRole('alert')).toContainText('No such piece')
    await expect(page.getByRole('link', { name: 'To the tray' })).toBeVisible()
  }
  await page.goto(`${url()}/stones/nothing-here`)
  await expect(page.getByRole('alert')).toContainText('not in the tray any more')
  // the server goes away, and comes back
  await context.route('**/api/pieces/piece-sodalite', (r) => r.abort())
  await page.goto(`${url()}/pieces/piece-sodalite/plan`)
  await expect(page.getByRole('alert')).toContainText('does not answer')
  await context.unroute('**/api/pieces/piece-sodalite')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('heading', { name: 'Cellar blue pendant' })).toBeVisible()
})

test('removed, and brought back', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/demo-moss`)
  await page.getByRole('button', { name: 'Remove from the tray' }).click()
  await expect(page.getByText('The stone was removed.')).toBeVisible()
  // only what is in sight is drawn: it is looked for
  await page.getByLabel('Look for a stone').fill('moss window')
  await expect(page.getByText('No stone is called that.')).toBeVisible()
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(page.getByText('Moss window')).toBeVisible()
})

test('keys: find by slash, the keys by question mark; the tour closes for good', async ({ page }) => {
  await demo(page)
  await expect(page.getByRole('complementary', { name: 'First visit' })).toContainText('1 of 4')
  await page.getByRole('button', { name: 'Next note' }).click()
  await page.getByRole('button', { name: 'Close for good' }).click()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'First visit' })).toBeHidden()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('count a turn')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.getByLabel('Find a piece, a stone or a page').fill('cellar cut')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/piece-sodalite\/(cut|plan)/)
})

test('proposals are worked out for what the maker aims at', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-sodalite/choose`)
  const figure = async (row: string) => {
    await expect(page.locator('[data-left="0"]')).toBeVisible({ timeout: 60_000 })
    const hung = page.locator('[data-family="bound-frame"]')
    await hung.click()
    if (row === 'Pull') await expect(hung.locator('[data-checked=true]')).toBeVisible({ timeout: 60_000 })
    const taken = page.locator('[data-taken="bound-frame"]')
    const said = await taken.getByRole('row', { name: row }).getByRole('cell').textContent()
    return Number(/[\d.]+/.exec(said!)![0])
  }
  const aimFor = (aim: string) => page.getByLabel('Aim for').selectOption(aim)
  const usual = {
    pull: await figure('Pull'),
    metal: await figure('Metal'),
    face: await figure('Face that shows'),
  }
  await aimFor('least metal')
  expect(await figure('Metal')).toBeLessThanOrEqual(usual.metal)
  await aimFor('strongest')
  expect(await figure('Pull')).toBeGreaterThanOrEqual(usual.pull)
  await aimFor('shows most')
  expect(await figure('Face that shows')).toBeGreaterThanOrEqual(usual.face)
})
