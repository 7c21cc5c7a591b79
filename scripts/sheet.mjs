// A whole piece, or all settings of a stone, on one picture: `npm run steps -- FILE.json OUT.png` has every step of the piece in the file,
// `npm run settings -- FILE.json OUT.png` every setting of its stone. Drawn by the app's own components, without a server.
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { ensureBuilt, root, run } from './lib/build.mjs'
import { CHROMIUM } from './lib/chromium.mjs'
import { fail, planOfPiece, readPiece } from './lib/pieceFile.mjs'

const [kind, file, out] = process.argv.slice(2)
if (!file || !out?.endsWith('.png'))
  fail(`Name a piece file and a picture: npm run ${kind} -- FILE.json OUT.png`)
await ensureBuilt(['core', 'contract', 'web'], () => {})
const core = await import('@verger/core')
const contract = await import('@verger/contract')
const piece = readPiece(core, contract, file)

/** Wide enough for four steps, or two settings from all sides, in a row. */
const WIDE = 1800
// beside the packages that the components ask for
const place = mkdtempSync(join(root, 'node_modules/.sheet-'))
try {
  await run(
    process.execPath,
    [
      join(root, 'node_modules/vite/bin/vite.js'),
      'build',
      ...['--ssr', 'src/sheets/index.tsx', '--outDir', place, '--logLevel', 'warn'],
    ],
    { cwd: join(root, 'web') },
  )
  const sheets = await import(pathToFileURL(join(place, 'index.js')))
  const markup =
    kind === 'steps'
      ? sheets.stepsSheet(planOfPiece(core, contract, piece))
      : sheets.settingsSheet(piece.stone)
  const assets = join(root, 'web/dist/assets')
  const styles = readdirSync(assets)
    .filter((name) => name.endsWith('.css'))
    .map((name) => readFileSync(join(assets, name), 'utf8'))
  const page = join(place, 'sheet.html')
  writeFileSync(
    page,
    `<!doctype html><meta charset="utf-8"><style>${styles.join('\n')}button{display:none}</style>${markup}`,
  )
  const { chromium } = await import('@playwright/test')
  const browser = await chromium.launch(CHROMIUM)
  const tab = await browser.newPage({ viewport: { width: WIDE, height: 900 } })
  await tab.goto(pathToFileURL(page).href)
  await tab.evaluate('document.fonts.ready')
  await tab.screenshot({ path: out, fullPage: true })
  await browser.close()
} finally {
  rmSync(place, { recursive: true, force: true })
}
