import type { BenchEvent, BenchMoveRow } from './piece.js'

/** What a set of bench events amounts to, in whatever order they arrived. */
export interface BenchTally {
  /** Turns by step id. */
  readonly turns: Readonly<Record<string, number>>
  readonly stepsDone: readonly string[]
  /** Milliseconds by step id. */
  readonly time: Readonly<Record<string, number>>
  /** Real length cut by wire id, mm; the last that came counts. */
  readonly cut: Readonly<Record<string, number>>
  readonly notes: readonly { readonly subject: string; readonly text: string; readonly at: string }[]
  /** Length met at the bench in place of a planned one, mm, by what was measured; the last that came counts. */
  readonly measured: Readonly<Record<string, number>>
  /** Why a piece was called ready although something was open, by what. */
  readonly reasons: Readonly<Record<string, string>>
  /** What was done with the stone in, in order. */
  readonly mended: readonly BenchMoveRow[]
  /** Last result by check. */
  readonly proof: Readonly<Record<string, string>>
}

/**
 * Sums events, as `benchEventSchema` lets them in: each id counts once, an undone one not at all. Of two that correct the same thing the later
 * in the list counts: lists come in the server's order, with what waits to be sent behind it, whatever the clocks of the devices said.
 * @example tally([turn('a'), turn('b'), undo('b')]).turns // { 'bind-foot': 1 }
 */
export function tally(events: readonly BenchEvent[]): BenchTally {
  const known = new Map(events.map((e) => [e.id, e]))
  const undone = new Set([...known.values()].filter((e) => e.kind === 'undo').map((e) => String(e.value)))
  const turns: Record<string, number> = {}
  const time: Record<string, number> = {}
  const cut: Record<string, number> = {}
  const proof: Record<string, string> = {}
  const measured: Record<string, number> = {}
  const reasons: Record<string, string> = {}
  const mended: BenchMoveRow[] = []
  const stepsDone = new Set<string>()
  const notes: { subject: string; text: string; at: string }[] = []
  for (const e of known.values()) {
    if (undone.has(e.id)) continue
    switch (e.kind) {
      case 'turn':
        turns[e.subject] = (turns[e.subject] ?? 0) + 1
        break
      case 'time':
        time[e.subject] = (time[e.subject] ?? 0) + Number(e.value ?? 0)
        break
      case 'cut':
        cut[e.subject] = Number(e.value)
        break
      case 'step-done':
        stepsDone.add(e.subject)
        break
      case 'note':
        notes.push({ subject: e.subject, text: String(e.value ?? ''), at: e.at })
        break
      case 'proof':
        proof[e.subject] = String(e.value)
        break
      case 'measured':
        measured[e.subject] = Number(e.value)
        break
      case 'reason':
        reasons[e.subject] = String(e.value)
        break
      case 'mended': {
        mended.push(JSON.parse(String(e.value)) as BenchMoveRow)
        break
      }
      case 'undo':
        break
      default: {
        const never: never = e.kind
        throw new RangeError(`unknown event ${String(never)}`)
      }
    }
  }
  return { turns, stepsDone: [...stepsDone], time, cut, notes, proof, measured, mended, reasons }
}
