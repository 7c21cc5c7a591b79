import { expect, test, type Page } from '@playwright/test'
import { accessible, demo, url } from './pages'

/** The drawing alone, as a new maker meets it. */
async function planned(page: Page, piece: string): Promise<void> {
  await demo(page)
  await page.addInitScript(() => localStorage.setItem('verger-choices', 'drawing'))
  await page.goto(`${url()}/pieces/${piece}/plan`)
  await expect(page.getByRole('region', { name: 'Drawing of the piece' })).toBeVisible()
  await expect(page.locator('[data-verdict]')).toBeVisible()
  // what it holds as it stands is known: a change is told against that
  await expect(page.getByRole('region', { name: 'How it holds' })).toBeVisible()
}

const note = (page: Page, choice: string) => page.locator(`[data-note="${choice}"]`)
const undo = (page: Page) => page.getByRole('button', { name: 'Undo' })

test('a bend is dragged along the edge and inward: the note, the verdict and one undo follow', async ({
  page,
}) => {
  await planned(page, 'piece-labradorite')
  const before = await note(page, 'frontBends').getAttribute('aria-label')
  const handle = page.getByRole('slider', { name: /^Bends in front, 2/ })
  const box = (await handle.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  // a little way: farther up it runs into the next bend, and nothing is told of what cannot be built
  for (let k = 1; k <= 8; k++) await page.mouse.move(x - k, y - 2 * k)
  await page.mouse.up()
  await expect(note(page, 'frontBends')).not.toHaveAttribute('aria-label', before!)
  await expect(handle).not.toHaveAttribute('aria-valuenow', '3.9')
  // what is taken up is lit on the drawing, and opens its few choices
  await expect(page.locator('[data-lit]').first()).toBeAttached()
  const card = page.getByRole('group', { name: 'Bends in front: choices' })
  await expect(card).toBeVisible()
  await expect(page.getByTestId('changed')).toContainText('pull')
  await accessible(page)
  // the whole drag is one step
  await undo(page).click()
  await expect(note(page, 'frontBends')).toHaveAttribute('aria-label', before!)
  await expect(undo(page)).toBeDisabled()
  await page.keyboard.press('Escape')
  await expect(card).toBeHidden()
})

test('by the keyboard alone a place is found, opened and moved, and the list says the same', async ({
  page,
}) => {
  await planned(page, 'piece-labradorite')
  const handle = page.getByRole('slider', { name: /^Bends in front, 1/ })
  await handle.focus()
  await page.keyboard.press('ArrowUp')
  await expect(handle).toHaveAttribute('aria-valuetext', /1\.6 mm/)
  await page.keyboard.press('ArrowRight')
  await expect(handle).toHaveAttribute('aria-valuenow', '1.5')
  await note(page, 'foot').focus()
  await page.keyboard.press('Enter')
  const card = page.getByRole('group', { name: 'Foot bind: choices' })
  await card.getByRole('slider', { name: /^Foot bind, from/ }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(note(page, 'foot')).toHaveAttribute('aria-label', /^Foot bind: 10\.5 mm/)
  await expect(card.getByRole('status')).toContainText('More:')
  await page.getByRole('button', { name: 'All choices as a list' }).click()
  await expect(page.locator('#option-foot')).toHaveValue('10.5')
  await expect(page.locator('#option-frontOverlap')).toHaveValue('1.6')
  // only what the setting allows moves: a reach ends at its limit
  const reach = page.locator('#option-frontOverlap')
  await handle.focus()
  for (let k = 0; k < 60; k++) await page.keyboard.press('ArrowUp')
  await expect(reach).toHaveValue('5.5')
})

test('each side shows its own places; claws and loops are drawn in by dragging too', async ({ page }) => {
  await planned(page, 'piece-labradorite')
  await expect(note(page, 'backBends')).toHaveCount(0)
  await page.getByRole('button', { name: 'Turn it over' }).click()
  await expect(note(page, 'backBends')).toBeVisible()
  await expect(note(page, 'frontBends')).toHaveCount(0)
  for (const [piece, name, choice] of [
    ['piece-cushion', /^Claws reach in/, 'claw'],
    ['piece-chrysoprase', /^Loops, length past the edge/, 'over'],
  ] as const) {
    await page.goto(`${url()}/pieces/${piece}/plan`)
    const before = (await note(page, choice).getAttribute('aria-label'))!
    const handle = page.getByRole('slider', { name })
    await handle.focus()
    await page.keyboard.press('ArrowRight')
    await expect(note(page, choice)).not.toHaveAttribute('aria-label', before)
    await undo(page).click()
    await expect(note(page, choice)).toHaveAttribute('aria-label', before)
    await accessible(page)
  }
})

for (const [width, height] of [
  [390, 844],
  [768, 1024],
  [844, 390],
] as const)
  test(`at ${width} wide the places stand in a row by the drawing, which stays in sight`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height })
    await planned(page, 'piece-labradorite')
    const places = page.getByRole('group', { name: 'Places on the piece' })
    await places.getByRole('button', { name: /^Foot bind/ }).click()
    const card = page.getByRole('group', { name: 'Foot bind: choices' })
    await card.getByRole('button', { name: 'Foot bind: more' }).click()
    await expect(places.getByRole('button', { name: /^Foot bind/ })).toContainText('10.5 mm')
    await expect(page.locator('[data-view="front"]')).toBeInViewport()
    await expect(card).toBeInViewport()
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0)
    // no bar takes more than a fifth of the height
    const bar = (await page.locator('[data-verdict]').boundingBox())!
    expect(bar.height).toBeLessThanOrEqual(height / 5)
    await accessible(page)
  })
