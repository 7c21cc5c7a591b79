import { expect, test } from '@playwright/test'
import { demo, url } from './pages'

const PIECES = ['piece-labradorite', 'piece-chrysoprase', 'piece-cushion']

/** What a hand at the bench must see without moving the page; of all pieces in every size where WRAP_SIZES is set. */
for (const [width, height, asked] of [
  [390, 844, PIECES],
  [844, 390, PIECES.slice(0, 1)],
  [768, 1024, PIECES.slice(2)],
] as const)
  test(`at ${width} by ${height} every step of Wrap has its picture, its count and the way on in sight`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height })
    await demo(page)
    for (const piece of process.env.WRAP_SIZES ? PIECES : asked) {
      const glance = await page.request.get(`${url()}/api/pieces/${piece}/glance`)
      const { seen } = (await glance.json()) as {
        seen: { steps: { id: string; title: string; turns: number | null }[] }
      }
      // from the last step back to the first: nothing is counted or ticked on the way
      await page.goto(`${url()}/pieces/${piece}/wrap?step=${seen.steps.at(-1)!.id}`)
      for (const step of [...seen.steps].reverse()) {
        const told = `${piece} ${step.id}`
        await expect(page.getByRole('heading', { level: 1 })).toHaveText(step.title)
        const next = page.getByRole('button', { name: /^Done/ })
        await expect(next).toBeInViewport({ ratio: 1 })
        const bar = (await next.locator('xpath=ancestor::div[contains(@class,"sticky")]').boundingBox())!
        expect({ told, bar: bar.height <= height / 5 }).toEqual({ told, bar: true })
        if (step.turns !== null) {
          const count = (await page.getByRole('button', { name: /^Count a/ }).boundingBox())!
          expect({ told, under: Math.max(0, count.y + count.height - bar.y - 1) }).toEqual({ told, under: 0 })
        }
        const picture = page.getByRole('region', { name: 'Drawing of this step' }).locator('svg').first()
        if ((await picture.count()) > 0) {
          const at = (await picture.boundingBox())!
          // its middle at least: lists of what is laid ready, and long wires, run on below
          expect({ told, picture: at.y + at.height / 2 < bar.y }).toEqual({ told, picture: true })
        }
        const wider = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
        expect({ told, wider }).toEqual({ told, wider: 0 })
        const back = page.getByRole('button', { name: 'Back', exact: true })
        if (await back.isEnabled()) await back.click()
      }
    }
  })

test('on a phone and a tablet all that is tapped is as large as a finger, and no letter is too small', async ({
  page,
}) => {
  await demo(page)
  for (const [width, height] of [
    [390, 844],
    [768, 1024],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const path of ['', 'measure', 'choose', 'plan', 'cut', 'wrap', 'proof']) {
      await page.goto(path === '' ? `${url()}/` : `${url()}/pieces/piece-labradorite/${path}`)
      await expect(page.getByRole('heading').first()).toBeVisible()
      const small = await page.evaluate(() => {
        const told: string[] = []
        const controls = 'button, select, textarea, input:is([type=text], [type=number], :not([type]))'
        for (const e of document.querySelectorAll<HTMLElement>(controls)) {
          const box = e.getBoundingClientRect()
          if (box.width < 2) continue
          // what a small word takes around itself counts
          const around = e.tagName === 'BUTTON' ? parseFloat(getComputedStyle(e, '::after').height) || 0 : 0
          if (Math.max(box.height, around) < 43.5) told.push(`${e.textContent} ${box.height}`)
        }
        for (const e of document.querySelectorAll<HTMLElement>('main *, header *')) {
          const own = [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent!.trim())
          if (own && !e.closest('svg') && parseFloat(getComputedStyle(e).fontSize) < 12)
            told.push(e.textContent!)
        }
        return told
      })
      expect({ width, path, small }).toEqual({ width, path, small: [] })
    }
  }
})
