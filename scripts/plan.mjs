// Prints the full plan of a piece file as JSON on standard output: `npm run --silent plan -- FILE.json` (`-` reads standard input).
import { readFileSync } from 'node:fs'
import { ensureBuilt } from './lib/build.mjs'

const say = (text) => process.stderr.write(`${text}\n`)
const fail = (text) => {
  say(text)
  process.exit(1)
}

const file = process.argv[2]
if (!file) fail('Name a piece file, or - for standard input: npm run --silent plan -- FILE.json')
await ensureBuilt(['core', 'contract'], () => {})

let text
try {
  text = readFileSync(file === '-' ? 0 : file, 'utf8')
} catch (error) {
  fail(`Cannot read ${file}: ${error.message}`)
}
let json
try {
  json = JSON.parse(text)
} catch (error) {
  fail(`${file} is not JSON: ${error.message}`)
}
const core = await import('@verger/core')
const contract = await import('@verger/contract')
const parsed = contract.pieceFileSchema.safeParse(json)
if (!parsed.success)
  fail(parsed.error.issues.map((i) => `${i.path.join('.') || 'file'}: ${i.message}`).join('\n'))
const { stone, choices } = parsed.data
const words = { ...core.stoneText, ...core.FAMILIES.reduce((all, f) => ({ ...all, ...f.text.findings }), {}) }
const wordsOf = (findings) =>
  findings
    .map((f) => `${f.severity} ${f.field ?? ''} ${f.code}: ${core.fill(words[f.code], f.values)}`)
    .join('\n')

const doubts = core.checkStone(stone)
if (doubts.some((f) => f.severity === 'error')) fail(wordsOf(doubts))
const family = choices?.family ?? core.FAMILIES[0].id
const options =
  choices?.options ?? core.startingOptions(stone, family, { alloy: 'copper', temper: 'half hard' })
if (!options)
  fail(
    `No ${family} can be built round this stone: it is too small or too steep for the wires that are stocked.`,
  )
const checked = contract.checkChoices(stone, { family, options })
if (!checked.success)
  fail(checked.error.issues.map((i) => `choices.options.${i.path.join('.')}: ${i.message}`).join('\n'))
const result = core.plan({ stone, family, options, settings: core.DEFAULT_SETTINGS })
if (!result.ok) fail(wordsOf(result.findings))
const { hold, shown } = core.planHold(result.plan)
const line = core.holdLine(hold, core.numberOf(shown.pull))
if (result.plan.findings.length > 0) say(wordsOf(result.plan.findings))
process.stdout.write(
  `${JSON.stringify({ format: 'verger-plan', version: 1, ...result.plan, hold: { ...hold, shown, line } }, null, 2)}\n`,
)
