// A piece file as scripts take it: read, checked, its choices computed where it has none. What is wrong is told in sentences, and ends the script.
import { readFileSync } from 'node:fs'

export const say = (text) => process.stderr.write(`${text}\n`)
export const fail = (text) => {
  say(text)
  process.exit(1)
}

/** Findings in words, a line each. */
export function wordsOf(core, findings) {
  const words = Object.assign({}, core.stoneText, core.planText, ...core.FAMILIES.map((f) => f.text.findings))
  return findings
    .map((f) => `${f.severity} ${f.field ?? ''} ${f.code}: ${core.fill(words[f.code], f.values)}`)
    .join('\n')
}

/** The stone and choices of a file, `-` for standard input. The stone's doubts are not told here. */
export function readPiece(core, contract, file) {
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
  const parsed = contract.pieceFileSchema.safeParse(json)
  if (!parsed.success)
    fail(parsed.error.issues.map((i) => `${i.path.join('.') || 'file'}: ${i.message}`).join('\n'))
  const { stone, choices } = parsed.data
  const doubts = core.checkStone(stone)
  if (doubts.some((f) => f.severity === 'error')) fail(wordsOf(core, doubts))
  return { stone, choices }
}

/** The plan of a file's stone and choices. */
export function planOfPiece(core, contract, { stone, choices }) {
  const family = choices?.family ?? core.FAMILIES[0].id
  const options = choices?.options ?? core.startingOptions(stone, family, { alloy: 'copper' })
  if (!options)
    fail(
      `No ${family} can be built round this stone: it is too small or too steep for the wires that are stocked.`,
    )
  const checked = contract.checkChoices(stone, { family, options })
  if (!checked.success)
    fail(checked.error.issues.map((i) => `choices.options.${i.path.join('.')}: ${i.message}`).join('\n'))
  const result = core.plan({ stone, family, options, settings: core.DEFAULT_SETTINGS })
  if (!result.ok) fail(wordsOf(core, result.findings))
  return result.plan
}
