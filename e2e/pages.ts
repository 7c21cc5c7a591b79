import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

export const url = (): string => process.env.APP_URL!

/** Signs in to the demo workshop, at home; at Plan the choices stand as a list beside the drawing. */
export async function demo(page: Page): Promise<void> {
  await page.addInitScript(() => localStorage.setItem('verger-choices', 'list'))
  await page.goto(url())
  await page.getByRole('button', { name: 'Open the demo workshop' }).click()
  await expect(page.getByRole('heading', { name: 'Stone tray' })).toBeVisible()
}

/** Waits until a plan says how it holds. */
export const sound = (page: Page): Promise<void> =>
  expect(page.locator('[data-verdict]')).toBeVisible({ timeout: 60_000 })

/** Goes to a page of the workshop by the menu that every page has. */
export async function fromMenu(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Menu', exact: true }).click()
  await page.getByRole('navigation', { name: 'Menu' }).getByRole('link', { name }).click()
}

/** What stands in the way of those who cannot see or point, as far as a program finds it; empty when nothing. */
export async function obstacles(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa'])
    // strokes of a drawing, thousands of them: what a drawing is called and what can be taken hold of in it stand outside
    .exclude('[data-wire]')
    .exclude('[data-joint]')
    .analyze()
  return violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => n.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  )
}

/** Fails with what stands in the way, if anything does. */
export const accessible = async (page: Page): Promise<void> => expect(await obstacles(page)).toEqual([])

/** At the Choose station: waits until all settings are worked out, and takes one of them. */
export async function choose(page: Page, family: string): Promise<void> {
  await expect(page.locator('[data-left="0"]')).toBeVisible({ timeout: 60_000 })
  await accessible(page)
  const setting = page.locator(`[data-family="${family}"]`)
  await expect(setting.getByRole('img')).toBeVisible()
  await setting.click()
  await page
    .locator(`[data-taken="${family}"]`)
    .getByRole('button', { name: /^Plan / })
    .click()
  // what stands on this page is left before anything is asked of the next
  await expect(page).toHaveURL(/\/plan$/)
  await expect(page.locator('[data-taken]')).toHaveCount(0)
}

/** From a plan to the ledger: cuts every wire, does every step (`at` may do more at one, by its title), passes every check. */
export async function toTheLedger(page: Page, at?: (title: string) => Promise<void>): Promise<void> {
  await page.getByRole('button', { name: 'To cutting' }).click()
  await expect(page.getByRole('heading', { name: /^Cut (one wire|\d wires)/ })).toBeVisible()
  await accessible(page)
  for (;;) {
    const cut = page.getByRole('button', { name: /^Cut( both| all \d+|:.*)?$/ })
    const left = await cut.count()
    if (left === 0) break
    await cut.first().click()
    await expect(cut).toHaveCount(left - 1)
  }
  await page.getByRole('button', { name: 'To wrapping' }).click()
  await expect(page.getByText(/^Step 1 of/)).toBeVisible()
  const next = page.getByRole('button', { name: /^Done/ })
  for (let k = 0; k < 40; k++) {
    await at?.((await page.getByRole('heading', { level: 1 }).textContent())!)
    const last = (await next.textContent())!.includes('proof')
    // only what cannot be taken back is gated
    const gate = page.getByLabel('This cannot be taken back. I have looked.')
    if (await gate.isVisible()) {
      await expect(next).toBeDisabled()
      await gate.check()
    }
    await next.click()
    if (last) break
    await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('')
    await expect(page.getByText(new RegExp(`^Step ${k + 2} of`))).toBeVisible()
  }
  await expect(page.getByRole('heading', { name: /Prove it/ })).toBeVisible()
  await accessible(page)
  const ready = page.getByRole('button', { name: /^Ready/ })
  await expect(ready).toBeDisabled()
  for (const check of await page.locator('[data-check]').all())
    await check.getByRole('button', { name: 'Holds' }).click()
  await expect(ready).toBeEnabled()
  await ready.click()
  await expect(page.getByRole('columnheader', { name: 'planned' })).toBeVisible()
  await accessible(page)
}

/** Asks the server as the page would. */
export const ask = <T>(page: Page, method: string, path: string, body?: unknown) =>
  page.evaluate(
    async ([m, p, b]) => {
      const answer = await fetch(p!, {
        method: m!,
        headers: b === undefined ? {} : { 'content-type': 'application/json' },
        ...(b === undefined ? {} : { body: b }),
      })
      return (await answer.json().catch(() => undefined)) as never
    },
    [method, path, body === undefined ? undefined : JSON.stringify(body)] as const,
  ) as Promise<T>

/** Turns of a step that the server has and nobody has undone. */
export const turnsOf = async (page: Page, piece: string, step: string): Promise<number> => {
  const { events } = await ask<{ events: { id: string; kind: string; subject: string; value?: string }[] }>(
    page,
    'GET',
    `/api/pieces/${piece}/events`,
  )
  const undone = new Set(events.filter((e) => e.kind === 'undo').map((e) => e.value))
  return events.filter((e) => e.kind === 'turn' && e.subject === step && !undone.has(e.id)).length
}
