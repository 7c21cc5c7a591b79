// Prints the full plan of a piece file as JSON on standard output: `npm run --silent plan -- FILE.json` (`-` reads standard input), with the
// thorough verdict on how it holds; `--quick` leaves it at the first check.
import { ensureBuilt } from './lib/build.mjs'
import { fail, planOfPiece, readPiece, say, wordsOf } from './lib/pieceFile.mjs'

const args = process.argv.slice(2)
const quick = args.includes('--quick')
const unknown = args.find((a) => a.startsWith('--') && a !== '--quick')
if (unknown) fail(`${unknown} is not known: --quick is.`)
const file = args.find((a) => !a.startsWith('--'))
if (!file) fail('Name a piece file, or - for standard input: npm run --silent plan -- FILE.json')
await ensureBuilt(['core', 'contract'], () => {})

const core = await import('@verger/core')
const contract = await import('@verger/contract')
const plan = planOfPiece(core, contract, readPiece(core, contract, file))
const first = core.planHold(plan)
// what the first check lets out is out: nothing more is asked of it
const { hold, thorough } = quick ? { hold: first.hold } : core.planThoroughLeast(plan, first)
const shown = thorough ? core.holdQuantities(plan, hold, thorough) : first.shown
const line = core.holdLine(hold, core.numberOf(shown.pull), thorough)
const { verdict } = line
if (plan.findings.length > 0) say(wordsOf(core, core.findingsWithRoom(plan, 'mm')))
if (quick) say('By the first check only: leave out --quick for the thorough verdict.')
const check = quick ? 'first' : 'thorough'
process.stdout.write(
  `${JSON.stringify({ format: 'verger-plan', version: 1, ...plan, hold: { ...hold, verdict, check, shown, line, thorough } }, null, 2)}\n`,
)
