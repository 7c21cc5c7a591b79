import { expect, test } from '@playwright/test'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { root, startInstance } from './instance'

test('a server killed with -9 while the maker counts loses no turn and counts none twice', async ({
  page,
}) => {
  const folder = join(root, '.verger-test', `kill-${process.pid}`)
  mkdirSync(folder, { recursive: true })
  let instance = await startInstance(folder, 4720)
  try {
    await page.goto(instance.address)
    await page.getByRole('button', { name: 'Open the demo workshop' }).click()
    await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
    await page.goto(`${instance.address}/pieces/piece-labradorite/wrap`)
    const count = page.getByTestId('count')
    await expect(count).toBeVisible()
    const began = Number(await count.textContent())
    for (let k = 0; k < 3; k++) await page.keyboard.press('Space')
    process.kill(instance.pids().server, 'SIGKILL')
    // the hands go on
    for (let k = 0; k < 4; k++) await page.keyboard.press('Space')
    await page.keyboard.press('Backspace')
    await expect(count).toHaveText(String(began + 6))
    await expect(page.getByText(/kept here, not sent yet/)).toBeVisible()
    await instance.ended
    for (let k = 0; k < 2; k++) await page.keyboard.press('Space')
    await expect(count).toHaveText(String(began + 8))

    instance = await startInstance(folder, 4720)
    await expect(page.getByText(/kept here, not sent yet/)).toBeHidden({ timeout: 30_000 })
    await expect(count).toHaveText(String(began + 8))
    await page.reload()
    await expect(count).toHaveText(String(began + 8))
    // and what the server has by itself is the same
    const events = (await page.evaluate(() =>
      fetch('/api/pieces/piece-labradorite/events').then((r) => r.json()),
    )) as { events: { id: string; kind: string; subject: string; value?: string }[] }
    const undone = new Set(events.events.filter((e) => e.kind === 'undo').map((e) => e.value))
    const turns = events.events.filter(
      (e) => e.kind === 'turn' && e.subject === 'bind-foot' && !undone.has(e.id),
    )
    expect(turns).toHaveLength(began + 8)
  } finally {
    await instance.stop()
    rmSync(folder, { recursive: true, force: true })
  }
})
