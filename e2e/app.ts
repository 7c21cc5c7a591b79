import { test as base } from '@playwright/test'
import { startFresh } from './start'

/** Tests against the real application with fresh demo data: each of Playwright's workers has one of its own, at `APP_URL`. */
export const test = base.extend<object, { app: void }>({
  app: [
    // Playwright reads what a fixture needs off this pattern
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, worker) => {
      const stop = await startFresh(4700 + 10 * worker.parallelIndex)
      await use()
      await stop()
    },
    { scope: 'worker', auto: true, timeout: 300_000 },
  ],
})
