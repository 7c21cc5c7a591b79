/**
 * A weave as text. Base wires stand side by side, numbered from the left; weaving wires are letters. One line says what a weaver does in
 * one repeat, in order:
 *
 *     a: 3(1) 1(1-2)      three turns round wire 1, then one round wires 1 and 2
 *     a: 8(1-2)           a figure of eight round wires 1 and 2
 *     a: over(1-2) under(2)   one pass in front, one behind: half turns, by themselves
 *
 *     a: loop(1-2)        a turn round wires 1 and 2, drawn through the loop before: a chain stands along their outer edge
 *     ab: knot(1-3)       a square knot of two weavers round wires 1 to 3; half(1-3) is half of one, always begun with a
 *     twist: 2(1-3)       wires 1, 2 and 3 themselves twisted together, two whole turns, after what the weavers did
 *
 * Gaps are numbered as well: 0 is left of wire 1, 1 between wires 1 and 2, and so on. A pass goes from a gap to another, in front
 * or behind. Turns begin where the weaver is; where it is at neither end of their wires it first goes behind to the nearer end.
 */
export type Move =
  | { readonly kind: 'turns'; readonly count: number; readonly from: number; readonly to: number }
  | { readonly kind: 'eight'; readonly from: number; readonly to: number }
  | { readonly kind: 'over' | 'under' | 'loop'; readonly from: number; readonly to: number }
  | { readonly kind: 'knot' | 'half'; readonly from: number; readonly to: number }

/** What one weaver does, or, with an id of two letters, what two do together. */
export interface Weaver {
  readonly id: string
  readonly moves: readonly Move[]
}

/** Base wires twisted together in whole turns. */
export interface Twist {
  readonly count: number
  readonly from: number
  readonly to: number
}

/** What is done in one repeat, over so many base wires. */
export interface Weave {
  readonly wires: number
  readonly weavers: readonly Weaver[]
  readonly twist?: Twist
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
    | 'loop-needs-edge'
    | 'knot-needs-pair'
    | 'pair-knots-only'
    | 'knot-all'
    | 'one-letter-twice'
    | 'twist-twice'
    | 'twist-needs-two'
    | 'twist-whole'
    | 'too-long'
  readonly text: string
}
export type ParsedWeave =
  { readonly ok: true; readonly weave: Weave } | { readonly ok: false; readonly problem: WeaveProblem }

/** Most base wires, turns in one move, and moves in one line. */
export const WEAVE_LIMITS = { wires: 12, turns: 60, moves: 80, weavers: 6 } as const

const MOVE = /^(?:(\d+)|(over|under|loop|knot|half))\((\d+)(?:-(\d+))?\)$/
const HEAD = /^\s*(twist|[a-z]{1,2})\s*:/

type Read<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false
      readonly at: number
      readonly problem: WeaveProblem['problem']
      readonly text: string
    }

/** One word of a line as a move, or what is wrong with it. `pair` for a line of two weavers. */
function readMove(word: string, pair: boolean, wires: number): Move | WeaveProblem['problem'] {
  const found = MOVE.exec(word)
  if (!found) return 'not-a-move'
  const [from, to] = [Number(found[3]), Number(found[4] ?? found[3])]
  if (from > to) return 'wires-backward'
  if (from < 1 || to > wires) return 'no-such-wire'
  const name = found[2]
  const knots = name === 'knot' || name === 'half'
  if (knots !== pair) return pair ? 'pair-knots-only' : 'knot-needs-pair'
  if (name !== undefined) return { kind: name as 'over' | 'under' | 'loop' | 'knot' | 'half', from, to }
  if (found[1] === '8') return from === to ? 'eight-needs-two' : { kind: 'eight', from, to }
  const count = Number(found[1])
  return count < 1 || count > WEAVE_LIMITS.turns ? 'count' : { kind: 'turns', count, from, to }
}

/** The words of a line after its head, each with its place. */
function readMoves(rest: string, before: number, pair: boolean, wires: number): Read<Move[]> {
  const moves: Move[] = []
  for (const { 0: text, index } of rest.matchAll(/\S+/g)) {
    const at = before + index + 1
    const move = readMove(text, pair, wires)
    if (typeof move === 'string') return { ok: false, at, problem: move, text }
    if (moves.length >= WEAVE_LIMITS.moves) return { ok: false, at, problem: 'too-long', text }
    moves.push(move)
  }
  return { ok: true, value: moves }
}

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
  /** Moves with the place where they were written: whether their wires end at an edge shows when all is read. */
  const edged: { line: number; at: number; text: string; move: Move }[] = []
  let twist: Twist | undefined
  let most = 0
  const lines = text.split('\n')
  for (const [i, raw] of lines.entries()) {
    if (raw.trim() === '') continue
    const line = i + 1
    const head = HEAD.exec(raw)
    if (!head) return fail(line, 1, 'no-weaver', raw.trim().slice(0, 12))
    const id = head[1]!
    const before = head[0].length
    const pair = id.length === 2
    if (id === 'twist' && twist) return fail(line, 1, 'twist-twice', id)
    if (pair && id[0] === id[1]) return fail(line, 1, 'one-letter-twice', id)
    const known = weavers.find((w) => [...w.id].some((letter) => id !== 'twist' && id.includes(letter)))
    if (known) return fail(line, 1, 'weaver-twice', id)
    if (weavers.length >= WEAVE_LIMITS.weavers) return fail(line, 1, 'too-long', id)
    const read = readMoves(raw.slice(before), before, pair, wires ?? WEAVE_LIMITS.wires)
    if (!read.ok) return fail(line, read.at, read.problem, read.text)
    const moves = read.value
    if (moves.length === 0) return fail(line, before + 1, 'no-moves', id)
    most = Math.max(most, ...moves.map((m) => m.to))
    if (id !== 'twist') {
      weavers.push({ id, moves })
      const words = [...raw.slice(before).matchAll(/\S+/g)]
      moves.forEach((move, k) => {
        const word = words[k]!
        edged.push({ line, at: before + word.index + 1, text: word[0], move })
      })
      continue
    }
    const [only] = moves
    if (moves.length > 1 || only!.kind !== 'turns') return fail(line, before + 1, 'twist-whole', raw.trim())
    if (only!.from === only!.to) return fail(line, before + 1, 'twist-needs-two', raw.trim())
    twist = { count: only!.count, from: only!.from, to: only!.to }
  }
  if (weavers.length === 0 && !twist) return fail(1, 1, 'empty', '')
  const count = wires ?? most
  for (const { line, at, text: word, move } of edged) {
    const ends = Number(move.from === 1) + Number(move.to === count)
    if (move.kind === 'loop' && ends === 0) return fail(line, at, 'loop-needs-edge', word)
    if ((move.kind === 'knot' || move.kind === 'half') && ends < 2) return fail(line, at, 'knot-all', word)
  }
  return { ok: true, weave: { wires: count, weavers, ...(twist ? { twist } : {}) } }
}

/** The weave as text again. @example writeWeave(parseWeave('a:3(1)').weave) // 'a: 3(1)' */
export function writeWeave({ weavers, twist }: Weave): string {
  const span = (m: Twist | Move) => (m.from === m.to ? String(m.from) : `${m.from}-${m.to}`)
  const word = (m: Move): string =>
    `${m.kind === 'turns' ? m.count : m.kind === 'eight' ? '8' : m.kind}(${span(m)})`
  return [
    ...weavers.map((w) => `${w.id}: ${w.moves.map(word).join(' ')}`),
    ...(twist ? [`twist: ${twist.count}(${span(twist)})`] : []),
  ].join('\n')
}
