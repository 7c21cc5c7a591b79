// Two tabs of one piece counting at once while the server is killed and the network goes: each count is kept once.
import { chromium } from '@playwright/test'
import { CHROMIUM } from '../lib/chromium.mjs'
import { Client, inFolder, rss, sleep, startIn } from './world.mjs'

export const twoTabs = {
  name: 'two tabs counting through kills of the server and a lost network',
  run: ({ sample }) =>
    inFolder('tabs', async (folder) => {
      const failures = []
      let verger = await startIn(folder, { demo: true })
      const { address } = verger
      const before = rss(verger.server())
      const browser = await chromium.launch(CHROMIUM)
      try {
        const context = await browser.newContext()
        const tabs = [await context.newPage(), await context.newPage()]
        await tabs[0].goto(address)
        await tabs[0].getByRole('button', { name: 'Open the demo workshop' }).click()
        await tabs[0].getByRole('heading', { name: 'Stone tray' }).waitFor()
        for (const tab of tabs) {
          await tab.goto(`${address}/pieces/piece-labradorite/wrap`)
          await tab.getByTestId('count').waitFor()
        }
        const client = new Client(address)
        client.cookie = (await context.cookies()).map((c) => `${c.name}=${c.value}`).join('; ')
        const turns = async () =>
          (await client.events('piece-labradorite')).filter((e) => e.kind === 'turn').length
        const began = await turns()
        const each = sample ? 30 : 150
        let counted = 0
        const count = async (tab) => {
          for (let k = 0; k < each; k++) {
            await tab.keyboard.press('Space')
            counted++
            await sleep(sample ? 40 : 60)
          }
        }
        const going = Promise.all(tabs.map(count))
        for (let k = 0; k < (sample ? 1 : 4); k++) {
          await sleep(600)
          process.kill(verger.server(), 'SIGKILL')
          await verger.ended
          verger = await startIn(folder, { demo: true })
          await context.setOffline(true)
          await sleep(500)
          await context.setOffline(false)
        }
        await going
        let kept = 0
        for (let k = 0; k < 120 && kept < counted; k++) {
          await sleep(500)
          kept = (await turns()) - began
        }
        if (kept !== counted) failures.push(`${counted} counted, ${kept} kept`)
        for (const tab of tabs) {
          await tab.reload()
          await tab.getByTestId('count').waitFor()
        }
        const shown = await Promise.all(tabs.map((tab) => tab.getByTestId('count').textContent()))
        if (shown[0] !== shown[1]) failures.push(`the tabs show ${shown.join(' and ')}`)
        return {
          made: counted,
          kept,
          p95: undefined,
          before,
          after: rss(verger.server()),
          says: '',
          failures,
        }
      } finally {
        await browser.close()
        await verger.stop()
      }
    }),
}
