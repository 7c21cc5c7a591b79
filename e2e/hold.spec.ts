import { expect, test } from '@playwright/test'
import { demo, obstacles, url } from './pages'

test('how it holds: directions, demands, slid out, and mended with one action that can be undone', async ({
  page,
}) => {
  await demo(page)
  // the workers of the engine and of the cutting plan may run WebAssembly, the page may not
  const policies = new Map<string, string>()
  page.context().on('response', (r) => {
    policies.set(new URL(r.url()).pathname, r.headers()['content-security-policy'] ?? '')
  })
  await page.goto(`${url()}/pieces/piece-labradorite/plan`)
  const verdict = page.locator('[data-verdict]')
  await expect(verdict).toHaveAttribute('data-verdict', 'sound', { timeout: 60_000 })
  // the thorough check follows the quick one
  await expect(verdict).toContainText('every bend half a millimetre short', { timeout: 60_000 })
  const panel = page.getByRole('region', { name: 'How it holds' })
  await panel.getByRole('button', { name: 'How it holds' }).click()
  for (const side of ['front', 'back'])
    await expect(
      panel.getByRole('img', { name: `What each direction bears, from the ${side}` }),
    ).toBeVisible()
  await expect(panel.locator('[data-demand=knocked]')).toContainText('◆')
  const slider = panel.getByRole('slider')
  const before = await slider.getAttribute('aria-valuetext')
  await slider.fill('8')
  await expect(slider).not.toHaveAttribute('aria-valuetext', before!)
  expect(await obstacles(page)).toEqual([])
  // shaken in space: it stays
  const shake = panel.getByRole('region', { name: 'Shake it' })
  await shake.getByLabel('Which way').selectOption('front and back')
  await shake.getByRole('button', { name: 'Shake it' }).click()
  await expect(shake.getByRole('status')).toContainText('The stone stays in', { timeout: 90_000 })
  expect(
    [...policies]
      .filter(([, policy]) => policy.includes('unsafe'))
      .map(([path]) => path.replace(/-.*/, ''))
      .sort(),
  ).toEqual(['/assets/cutting.worker', '/assets/shake.worker'])
  // an essential part left out: the bends of one face
  const bends = page.getByRole('textbox', { name: 'Bends in front, as hours of a clock face' })
  const had = await bends.inputValue()
  await bends.fill('')
  await bends.press('Enter')
  await expect(verdict).toHaveAttribute('data-verdict', 'fails', { timeout: 60_000 })
  await expect(verdict).toContainText('slips out forward')
  await shake.getByRole('button', { name: 'Shake it' }).click()
  await expect(shake.getByRole('status')).toContainText('The stone falls out', { timeout: 90_000 })
  await panel.getByRole('button', { name: 'Look for a mend' }).click()
  const first = panel.getByRole('region', { name: 'Mends' }).getByRole('listitem').first()
  await expect(first).toContainText('◆', { timeout: 120_000 })
  await first.getByRole('button', { name: 'Do it' }).click()
  await expect(verdict).toHaveAttribute('data-verdict', 'sound', { timeout: 60_000 })
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(bends).toHaveValue('')
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(bends).toHaveValue(had)
})

test('mended at the proof with the stone in: worked out, done with one action, taken back with one', async ({
  page,
}) => {
  test.setTimeout(400_000)
  await demo(page)
  // held on one side only, so that there is something to gain
  await page.goto(`${url()}/pieces/piece-hedge/plan`)
  await expect(page.locator('[data-verdict]')).toBeVisible({ timeout: 60_000 })
  const bends = page.getByRole('textbox', { name: 'Bends in front, as hours of a clock face' })
  // hours are how they are told; millimetres how they are marked
  await expect(page.locator('[data-marks]').first()).toHaveText(/^marked at [\d.]+ mm( · [\d.]+ mm){3}$/)
  await bends.fill('8.1, 10.7')
  await bends.press('Enter')
  await expect(page.locator('[data-verdict]')).toHaveAttribute('data-verdict', 'doubtful', {
    timeout: 60_000,
  })
  await page.getByRole('button', { name: 'To cutting' }).click()
  await expect(page).toHaveURL(/\/cut$/)
  await page.goto(`${url()}/pieces/piece-hedge/proof`)
  await page.locator('[data-check=push]').getByRole('button', { name: 'Fails' }).click()
  const mends = page.getByRole('region', { name: 'Mends at the bench' })
  await mends.getByRole('button', { name: 'What can still be done' }).click()
  await expect(mends.getByRole('status')).toContainText('Try it over the cloth again', { timeout: 150_000 })
  const now = Number(/As it is, (\d+) times/.exec((await mends.textContent())!)![1])
  const first = mends.getByRole('listitem').first()
  const promised = Number(/: (\d+) times its weight/.exec((await first.textContent())!)![1])
  expect(promised).toBeGreaterThan(now)
  const what = await first.locator('strong').textContent()
  await first.getByRole('button', { name: 'Done' }).click()
  await expect(page.locator('[data-verdict]')).toContainText('As it was mended', { timeout: 60_000 })
  // kept with the piece
  await page.reload()
  await expect(mends.getByText(`${what}: done.`)).toBeVisible()
  await mends.getByRole('button', { name: 'What can still be done' }).click()
  await expect(mends.getByText(`As it is, ${promised} times`)).toBeVisible({ timeout: 150_000 })
  expect(await obstacles(page)).toEqual([])
  await mends.getByRole('button', { name: 'Take it back' }).click()
  await expect(mends.getByText(`${what}: done.`)).toBeHidden()
})
