import { expect, test, type Page } from '@playwright/test'
import sharp from 'sharp'
import { demo, obstacles, url } from './pages'

const accessible = async (page: Page) => expect(await obstacles(page)).toEqual([])

test('a stand-in caliper and scale fill the fields, and show their zero when it is off', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/new`)
  await page.getByRole('button', { name: 'Measure with instruments' }).click()
  const caliper = page.locator('[data-instrument=caliper]')
  await page.getByLabel('Stone between the jaws').selectOption('')
  await expect(caliper.getByText('It does not show 0 when closed')).toBeVisible()
  await caliper.getByRole('button', { name: 'Zero' }).click()
  await expect(caliper.getByTestId('caliper-shows')).toHaveText('0.00')
  await page.getByLabel('Stone between the jaws').selectOption({ label: 'Blue flash' })
  await page.getByLabel('Readings of each measure').selectOption('3')
  const send = caliper.getByRole('button', { name: 'Send' })
  const length = page.locator('#length')
  for (let k = 1; k <= 3; k++) {
    await send.click()
    await expect.poll(async () => (await length.inputValue()).split(';').length).toBe(k)
    await expect(length).not.toHaveValue('')
  }
  const readings = (await length.inputValue()).split(';').map(Number)
  for (const r of readings) expect(Math.abs(r - 30)).toBeLessThan(0.1)
  // three are enough: the jaws are set to the next
  await expect(page.locator('#width')).toBeFocused()
  await expect(caliper.getByText('Sends width.')).toBeVisible()
  await caliper.getByRole('button', { name: 'Unit' }).click()
  await send.click()
  await expect(page.locator('#width')).toHaveValue(/^0\.8\d+ in$/)
  await page.getByLabel('Stone on the pan').selectOption({ label: 'Blue flash' })
  await page.locator('[data-instrument=scale]').getByRole('button', { name: 'Send' }).click()
  await expect(page.locator('input[name=weighed]')).toHaveValue(/^7\.\d+$/)
  await accessible(page)
  await caliper.getByRole('button', { name: 'Unit' }).click()
  await page.getByRole('button', { name: 'Lay the instruments aside' }).click()
  await expect(caliper).toBeHidden()
})

test('a row and a pair: how long, how heavy, how alike; a picture goes with the stone', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/demo-chrysoprase`)
  await page.getByLabel('in a row').check()
  await expect(page.getByText('How many are there in the row?')).toBeVisible()
  await page.getByLabel('How many').fill('5')
  await page.getByLabel('Gap between two').fill('1')
  const along = page.getByRole('definition').filter({ has: page.getByRole('button', { name: /84\.0 mm/ }) })
  await expect(along).toBeVisible()
  await expect(page.getByRole('img', { name: '5 stones side by side' })).toBeVisible()
  await page.getByLabel('as one of a pair').check()
  await page.getByLabel('The other’s length').fill('18')
  await expect(page.getByText('Is there a closer mate?').first()).toBeVisible()
  await page.getByLabel('The other’s length').fill('16.2')
  await expect(page.getByText('Is there a closer mate?')).toHaveCount(0)
  const picture = await sharp({ create: { width: 800, height: 600, channels: 3, background: '#3a7' } })
    .png()
    .toBuffer()
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: picture })
  await expect(page.getByAltText('The stone')).toBeVisible()
  await expect
    .poll(() => page.getByAltText('The stone').evaluate((i: HTMLImageElement) => i.naturalWidth))
    .toBe(800)
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') })
  await expect(page.getByText('It is no JPEG, PNG or WebP that can be read')).toBeVisible()
  await page.getByRole('button', { name: 'Take it off' }).click()
  await expect(page.getByAltText('The stone')).toBeHidden()
})

test('the tray in heaps; by keys a stone is doubled, put away and removed, and each is undone', async ({
  page,
}) => {
  await demo(page)
  const count = page.getByTestId('tray-count')
  const before = Number.parseInt((await count.textContent()) ?? '', 10)
  await page.getByLabel('in order').selectOption('material')
  await expect(page.getByText(/^[a-z ]+ · \d+$/).first()).toBeVisible()
  await page.getByLabel('in order').selectOption('kind')
  await page.getByLabel('Look for a stone').fill('moss')
  const stone = page.locator('[data-stone=demo-moss] a')
  const key = async (name: string, said: string, after: number) => {
    await stone.focus()
    await page.keyboard.press(name)
    await expect(page.getByRole('status').filter({ hasText: said })).toBeVisible()
    await expect(count).toHaveText(after === 0 ? /^0 of/ : new RegExp(`^${after} of`))
  }
  const undo = async (word: string) => {
    await page.getByRole('button', { name: word, exact: true }).click()
    await expect(count).toHaveText(`1 of ${before} stones`)
  }
  await key('d', 'Another like Moss window', 2)
  await undo('Undo')
  await key('p', 'Moss window was put away', 0)
  await page.getByLabel('show').selectOption('away')
  await expect(stone).toBeVisible()
  await page.getByLabel('show').selectOption('all')
  await undo('Undo')
  await key('Delete', 'Moss window was removed', 0)
  await undo('Bring it back')
})

test('every kind of stone is measured in its own way, and drawn', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/new`)
  const kind = (name: string) => page.getByRole('radio', { name, exact: true }).check({ force: true })
  const weight = page.getByRole('button', { name: /^Weight/ })
  // a sphere asks for one measure; a caliper that types like a keyboard sends Enter and goes on to the next
  await kind('bead or sphere')
  await page.locator('#length').fill('20')
  await page.locator('#length').press('Enter')
  await expect(page.locator('#hole')).toBeFocused()
  await page.locator('#hole').fill('0')
  await page.getByLabel('Material').selectOption('rock crystal')
  await expect(weight).toHaveText(/11\.1 g/)
  // what was typed is kept when another kind is looked at
  await kind('crystal')
  await expect(page.locator('#length')).toHaveValue('20')
  await page.locator('#length').fill('34')
  await page.locator('#width').fill('13')
  await page.locator('#depth').fill('12')
  await expect(page.getByText('estimated 26.5 mm')).toBeVisible()
  await expect(page.getByRole('img', { name: /^Stone 34.0 by 13.0 by 12.0 mm/ })).toBeVisible()
  // several readings: their middle, and how far apart they are, carried on
  await page.locator('#width').fill('12.9; 13; 13.2')
  await expect(page.getByText('of 3 readings ± 0.15')).toBeVisible()
  await expect(page.getByText(/^ ± /).first()).toBeVisible()
  // a turned stone by its diameters
  await kind('cap on a stalk')
  for (const [i, [at, across]] of [
    ['0', '9'],
    ['9', '6'],
    ['15', '7'],
    ['17', '13'],
  ].entries()) {
    await page.getByLabel(`height, place ${i + 1}`).fill(at!)
    await page.getByLabel(`diameter, place ${i + 1}`).fill(across!)
  }
  await expect(weight).toBeVisible()
  // a free outline: dragged points, and a hole that is too near the edge says what to do
  await kind('slab or tumbled')
  await kind('free form')
  await page.locator('#depth').fill('5')
  await page.getByRole('button', { name: 'Drag points instead' }).click()
  await expect(weight).toBeVisible()
  const point = page.getByRole('slider', { name: 'Point 3', exact: true })
  await point.focus()
  const before = await weight.textContent()
  for (let k = 0; k < 3; k++) await page.keyboard.press('Shift+ArrowRight')
  await expect(weight).not.toHaveText(before!)
  await page.locator('#hole').fill('9')
  await expect(page.getByRole('alert')).toContainText('leaves no wall')
  await page.locator('#hole').fill('1.5')
  // it is kept, and Choose says why no frame takes it
  await page.getByRole('button', { name: 'Choose a setting' }).click()
  await expect(page).toHaveURL(/\/choose$/)
  await expect(page.locator('[data-excluded="bound-frame"]')).toContainText('A slab needs another setting')
})

test('a stone like another begins with its measures, under no name', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/demo-snowball`)
  await page.getByRole('link', { name: 'Measure one like it' }).click()
  await expect(page).toHaveURL(/\/stones\/new$/)
  await expect(page.locator('#length')).toHaveValue('20')
  await expect(page.locator('input[name=name]')).toHaveValue('')
  await expect(page.locator('input[name=weighed]')).toHaveValue('')
  await expect(page.getByRole('heading', { name: 'Sphere' })).toBeVisible()
})

test('an outline is brought in from a file, and a bad one says which line', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/new`)
  await page.getByRole('radio', { name: 'free form', exact: true }).check({ force: true })
  await page.locator('#length').fill('30')
  await page.locator('#width').fill('20')
  await page.locator('#depth').fill('6')
  const file = (name: string, text: string) =>
    page.getByLabel('Outline file').setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })
  await file('bad.csv', 'x,y\n0,0\n1,oops\n2,2\n3,1\n4,0\n')
  await expect(page.getByRole('alert').filter({ hasText: 'Line 3' })).toBeVisible()
  // a circle of radius 50 in a file's own units becomes an ellipse of 30 by 20
  await file(
    'ring.svg',
    '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 50A50 50 0 1 1 100 50A50 50 0 1 1 0 50Z"/></svg>',
  )
  await expect(page.getByRole('button', { name: /^Edge girth/ })).toHaveText(/79\.[23] mm/)
})

test('an uneven stone is traced over a photograph whose scale is taken from a ruler in it', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/stones/new`)
  await page.getByRole('radio', { name: 'free form', exact: true }).check({ force: true })
  const picture = (buffer: Buffer) =>
    page.getByLabel('Photograph to trace').setInputFiles({ name: 'stone.png', mimeType: 'image/png', buffer })
  await picture(Buffer.from('no picture'))
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read' })).toBeVisible()
  const create = { width: 800, height: 600, channels: 3, background: '#8a9a5b' } as const
  await picture(await sharp({ create }).png().toBuffer())
  const apart = page.getByLabel('The crosses are apart')
  const take = page.getByRole('button', { name: 'Take this scale' })
  await apart.fill('wide')
  await take.click()
  await expect(page.getByRole('alert').filter({ hasText: 'Type a length' })).toBeVisible()
  await accessible(page)
  // the crosses begin a quarter of the picture apart
  await apart.fill('20 mm')
  await take.click()
  await expect(page.getByText(/^80\.0 mm of table are in it/)).toBeVisible()
  await page.getByRole('button', { name: 'Take its scale again' }).click()
  const cross = page.getByRole('slider', { name: 'Cross 1' })
  await cross.focus()
  for (let k = 0; k < 4; k++) await cross.press('Shift+ArrowLeft')
  await apart.fill('20 mm')
  await take.click()
  // a fifth of the picture was between them, 16 mm, and is 20 mm now
  await expect(page.getByText(/^80\.0 mm of table are in it/)).toBeVisible()
  await page.getByRole('button', { name: /^Measure it so: 30\.0 mm/ }).click()
  await expect(page.locator('#length')).toHaveValue(/^30(\.0)?( mm)?$/)
})

test('the tray: looked through, put in order, two thousand stones brought in and only those in sight drawn', async ({
  page,
}) => {
  test.setTimeout(300_000)
  await page.goto(url())
  await page.getByRole('button', { name: 'Make an account with a workshop of its own' }).click()
  await page.getByLabel('Your name').fill('Owner')
  await page.getByLabel('Workshop').fill('A large tray')
  await page.getByLabel('E-mail').fill(`tray.${Date.now()}@example.org`)
  await page.getByLabel(/^Password/).fill('a long password')
  await page.getByRole('button', { name: 'Make it' }).click()
  await page.getByRole('button', { name: 'Bring stones in from a file' }).click()
  const header = 'name,kind,outline,length,width,depth,mineral'
  const line = (i: number, depth: number) =>
    `Stone ${i},cabochon,oval,${10 + (i % 30)},${8 + (i % 17) / 2},${depth},agate`
  const file = (rows: string[]) =>
    page.getByLabel('File of stones').setInputFiles({
      name: 'stones.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from([header, ...rows].join('\n')),
    })
  // one bad row, and nothing is taken
  await file([line(1, 5), 'Odd,cabochon,oval,30,22,900,agate'])
  await expect(page.getByTestId('dry-run')).toContainText('line 3')
  await expect(page.getByRole('button', { name: 'Take all 1' })).toBeDisabled()
  await file(Array.from({ length: 2000 }, (_, i) => line(i, 5)))
  await page.getByRole('button', { name: 'Take all 2000' }).click()
  await expect(page.getByTestId('tray-count')).toHaveText('2000 stones', { timeout: 60_000 })
  const drawn = page.locator('[data-stone]')
  expect(await drawn.count()).toBeLessThanOrEqual(150)
  // a scroll from end to end: never more than that, and no task holds the page up
  const longest = await page.evaluate(async () => {
    let longest = 0
    const watch = new PerformanceObserver((list) => {
      for (const e of list.getEntries()) longest = Math.max(longest, e.duration)
    })
    watch.observe({ entryTypes: ['longtask'] })
    const most = document.documentElement.scrollHeight
    for (let k = 1; k <= 40; k++) {
      window.scrollTo(0, (most * k) / 40)
      await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)))
    }
    watch.disconnect()
    return longest
  })
  // the limit itself is measured by the bench; here only that it is no standstill
  expect(longest).toBeLessThan(2000)
  expect(await drawn.count()).toBeLessThanOrEqual(150)
  await page.getByLabel('Look for a stone').fill('stone 1999')
  await expect(drawn).toHaveCount(1)
  await expect(page.getByTestId('tray-count')).toHaveText('1 of 2000 stones')
})

test('the same again for a larger stone, and which free stones fit a frame that is made', async ({
  page,
}) => {
  await demo(page)
  await page.goto(`${url()}/pieces/piece-labradorite/cut`)
  // two stones of the same shape: one as large, one a millimetre larger
  for (const [name, by] of [
    ['Twin', 0],
    ['Big sister', 1.2],
  ] as const)
    expect(
      await page.evaluate(
        async ([named, more]) =>
          (
            await fetch('/api/stones', {
              method: 'POST',
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify({
                name: named,
                note: '',
                stone: {
                  kind: 'cabochon',
                  outline: 'oval',
                  length: 30 + more,
                  width: 22 + more,
                  depth: 7,
                  wall: 2,
                  mineral: 'agate',
                },
              }),
            })
          ).status,
        [name, by] as const,
      ),
    ).toBe(201)
  await page.reload()
  await page.getByTestId('badge').click()
  await page.getByRole('button', { name: 'Which of my stones fit this frame?' }).click()
  const list = page.getByTestId('fitting')
  await expect(list.getByRole('listitem').filter({ hasText: 'Twin' })).toContainText('Weakest way out')
  await expect(list.getByRole('listitem').filter({ hasText: 'Big sister' })).toContainText('too large')
  await page.getByLabel('The stone larger by').fill('1')
  await page.getByRole('button', { name: 'Plan it' }).click()
  await expect(page).toHaveURL(/\/plan$/)
  await expect(page.getByRole('heading', { name: 'Winter sky pendant, again' })).toBeVisible()
  await expect(page.getByText('31 × 23 × 7')).toBeVisible()
  await expect(page.locator('[data-verdict]')).toBeVisible()
})

test('a stone is turned in space with its girths, and shown at life size', async ({ page }) => {
  await demo(page)
  await page.goto(`${url()}/stones/demo-candle`)
  await page.getByRole('button', { name: 'in space' }).click()
  const solid = page.getByTestId('solid')
  await expect(solid).toHaveAttribute('data-settled', /^\d+$/)
  expect(Number(await solid.getAttribute('data-settled'))).toBeLessThan(40_000)
  await page.getByRole('button', { name: 'as a drawing' }).click()
  await page.getByRole('button', { name: 'True size' }).click()
  // a bank card is 85.6 mm: the frame is as wide as the slider says
  const slider = page.getByLabel('Width of the card on this screen')
  await slider.fill('5')
  const card = await page.getByTestId('card').boundingBox()
  expect(card!.width).toBeCloseTo(85.6 * 5, 0)
  await page.getByRole('button', { name: 'It fits' }).click()
  const life = page.locator('svg[data-life=front]')
  // 34 mm and a margin of 1 mm on both sides
  expect(Number.parseFloat((await life.getAttribute('height'))!)).toBeCloseTo((34 + 2) * 5, 0)
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByText('The bar is 50 mm')).toBeVisible()
  await expect(page.locator('#root')).toBeHidden()
  await page.emulateMedia({ media: 'screen' })
  await page.getByRole('button', { name: 'Close' }).click()
})
