import { ProblemError } from './problem.js'

/** How deep brackets of a body may stand in each other; a stone's outline in a list of stones needs six. */
const DEPTH = 24

/**
 * Reads JSON whose nesting and number of parts are looked at first: both make parsing, checking and answering slow long before a body is long.
 * Parts are the commas, colons and opening brackets outside of texts. One pass, no recursion.
 * @throws ProblemError 400 where it is no JSON, too deep, or of too many parts
 */
export function boundedJson(text: string, parts: number): unknown {
  let depth = 0
  let found = 0
  let quoted = false
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i)
    if (quoted) {
      if (c === 92) i++
      else if (c === 34) quoted = false
      continue
    }
    if (c === 34) quoted = true
    else if (c === 44 || c === 58) found++
    else if (c === 91 || c === 123) {
      depth++
      found++
      if (depth > DEPTH) throw unreadable('It is nested too deeply.')
    } else if (c === 93 || c === 125) depth--
    if (found > parts) throw unreadable('It has too many parts for one request: send fewer at once.')
  }
  try {
    return JSON.parse(text) as unknown
  } catch {
    throw new ProblemError(400, 'That is not JSON', 'Check brackets, commas and quotes, and send it again.')
  }
}

const unreadable = (why: string) => new ProblemError(400, 'That cannot be read', why)
