// Prints the full plan of a piece file as JSON on standard output: `npm run --silent plan -- FILE.json` (`-` reads standard input), with the
// thorough verdict on how it holds; `--quick` leaves it at the first check.
import { readFileSync } from 'node:fs'
import { ensureBuilt } from './lib/build.mjs'

const say = (text) => process.stderr.write(`${text}\n`)
const fail = (text) => {
  say(text)
  process.exit(1)
}

const args = process.argv.slice(2)
const quick = args.includes('--quick')
const unknown = args.find((a) => a.startsWith('--') && a !== '--quick')
if (unknown) fail(`${unknown} is not known: --quick is.`)
const file = args.find((a) => !a.startsWith('--'))
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
const first = core.planHold(result.plan)
const { hold } = first
// what the first check lets out is out: nothing more is asked of it
const sure = quick || !hold.caught ? undefined : core.planSure(result.plan, hold)
const shown = sure ? core.holdQuantities(result.plan, hold, sure) : first.shown
const line = core.holdLine(hold, core.numberOf(shown.pull), sure)
const { verdict } = line
if (result.plan.findings.length > 0) say(wordsOf(result.plan.findings))
if (quick) say('By the first check only: leave out --quick for the thorough verdict.')
const check = quick ? 'first' : 'thorough'
process.stdout.write(
  `${JSON.stringify({ format: 'verger-plan', version: 1, ...result.plan, hold: { ...hold, verdict, check, shown, line, sure } }, null, 2)}\n`,
)
