/**
 * A weave as text. Base wires stand side by side, numbered from the left; weaving wires are letters. One line says what a weaver does in
 * one repeat, in order:
 *
 *     a: 3(1) 1(1-2)      three turns round wire 1, then one round wires 1 and 2
 *     a: 8(1-2)           a figure of eight round wires 1 and 2
 *     a: over(1-2) under(2)   one pass in front, one behind: half turns, by themselves
 *
 * Gaps are numbered as well: 0 is left of wire 1, 1 between wires 1 and 2, and so on. A pass goes from a gap to another, in front
 * or behind. Turns begin where the weaver is; where it is at neither end of their wires it first goes behind to the nearer end.
 */
export type Move =
  | { readonly kind: 'turns'; readonly count: number; readonly from: number; readonly to: number }
  | { readonly kind: 'eight'; readonly from: number; readonly to: number }
  | { readonly kind: 'over' | 'under'; readonly from: number; readonly to: number }

export interface Weaver {
  readonly id: string
  readonly moves: readonly Move[]
}

/** What is done in one repeat, over so many base wires. */
export interface Weave {
  readonly wires: number
  readonly weavers: readonly Weaver[]
}

/** Why a weave was not read: where (line and place in it, from 1), and what. The words live with the screen. */
export interface WeaveProblem {
  readonly line: number
  readonly at: number
  readonly problem:
    | 'empty'
    | 'no-weaver'
    | 'weaver-twice'
    | 'not-a-move'
    | 'no-moves'
    | 'wires-backward'
    | 'no-such-wire'
    | 'count'
    | 'eight-needs-two'
    | 'too-long'
  readonly text: string
}
export type ParsedWeave =
  { readonly ok: true; readonly weave: Weave } | { readonly ok: false; readonly problem: WeaveProblem }

/** Most base wires, turns in one move, and moves in one line. */
export const WEAVE_LIMITS = { wires: 12, turns: 60, moves: 80, weavers: 6 } as const

const MOVE = /^(?:(\d+)|(over|under))\((\d+)(?:-(\d+))?\)$/

/**
 * Reads a weave. The number of base wires is the largest that is named, or what is given.
 * @example parseWeave('a: 3(1) 1(1-2)').weave.wires // 2
 */
export function parseWeave(text: string, wires?: number): ParsedWeave {
  const fail = (line: number, at: number, problem: WeaveProblem['problem'], found: string): ParsedWeave => ({
    ok: false,
    problem: { line, at, problem, text: found },
  })
  const weavers: Weaver[] = []
  let most = 0
  const lines = text.split('\n')
  for (const [i, raw] of lines.entries()) {
    if (raw.trim() === '') continue
    const head = /^\s*([a-z])\s*:/.exec(raw)
    if (!head) return fail(i + 1, 1, 'no-weaver', raw.trim().slice(0, 12))
    const id = head[1]!
    if (weavers.some((w) => w.id === id)) return fail(i + 1, 1, 'weaver-twice', id)
    if (weavers.length >= WEAVE_LIMITS.weavers) return fail(i + 1, 1, 'too-long', id)
    const moves: Move[] = []
    for (const word of raw.slice(head[0].length).matchAll(/\S+/g)) {
      const at = head[0].length + word.index + 1
      const found = MOVE.exec(word[0])
      if (!found) return fail(i + 1, at, 'not-a-move', word[0])
      const [from, to] = [Number(found[3]), Number(found[4] ?? found[3])]
      if (from > to) return fail(i + 1, at, 'wires-backward', word[0])
      if (from < 1 || to > (wires ?? WEAVE_LIMITS.wires)) return fail(i + 1, at, 'no-such-wire', word[0])
      if (moves.length >= WEAVE_LIMITS.moves) return fail(i + 1, at, 'too-long', word[0])
      most = Math.max(most, to)
      if (found[2]) moves.push({ kind: found[2] as 'over' | 'under', from, to })
      else if (found[1] === '8') {
        if (from === to) return fail(i + 1, at, 'eight-needs-two', word[0])
        moves.push({ kind: 'eight', from, to })
      } else {
        const count = Number(found[1])
        if (count < 1 || count > WEAVE_LIMITS.turns) return fail(i + 1, at, 'count', word[0])
        moves.push({ kind: 'turns', count, from, to })
      }
    }
    if (moves.length === 0) return fail(i + 1, head[0].length + 1, 'no-moves', id)
    weavers.push({ id, moves })
  }
  if (weavers.length === 0) return fail(1, 1, 'empty', '')
  return { ok: true, weave: { wires: wires ?? most, weavers } }
}

/** The weave as text again. @example writeWeave(parseWeave('a:3(1)').weave) // 'a: 3(1)' */
export function writeWeave(weave: Weave): string {
  const span = (m: Move) => (m.from === m.to ? String(m.from) : `${m.from}-${m.to}`)
  const word = (m: Move): string =>
    `${m.kind === 'turns' ? m.count : m.kind === 'eight' ? '8' : m.kind}(${span(m)})`
  return weave.weavers.map((w) => `${w.id}: ${w.moves.map(word).join(' ')}`).join('\n')
}
