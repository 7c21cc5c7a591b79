import { FAMILY_IDS, type Options, type OptionValue } from '@verger/core'
import { useCallback, useEffect, useState } from 'react'

interface History {
  /** The gesture that made the last change: what follows in the same one is no step of its own. */
  readonly gesture?: string | undefined
  readonly past: readonly Options[]
  readonly now: Options
  readonly future: readonly Options[]
}

export interface Choices {
  readonly options: Options
  readonly set: (id: string, value: OptionValue, gesture?: string) => void
  /** Several together. All changes of one gesture, as of a drag, are one step to undo. */
  readonly put: (change: Readonly<Record<string, OptionValue>>, gesture?: string) => void
  /** All at once, as when a variant is taken up. */
  readonly take: (options: Options) => void
  readonly undo: (() => void) | undefined
  readonly redo: (() => void) | undefined
  /** Forgets the draft: it has been saved. */
  readonly settle: () => void
}

const MOST = 100
const draftKey = (pieceId: string) => `verger-draft ${pieceId}`

/** A setting and its choices. */
export interface Draft {
  readonly family: string
  readonly options: Options
}

/** What was chosen on an earlier visit and not saved, for the same stone; undefined when there is nothing. */
export function draftOf(pieceId: string, stone: unknown): Draft | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(draftKey(pieceId)) ?? '') as Partial<Draft> & {
      stone: string
    }
    if (kept.stone !== JSON.stringify(stone) || !kept.family || !kept.options) return undefined
    return FAMILY_IDS.includes(kept.family) ? { family: kept.family, options: kept.options } : undefined
  } catch {
    return undefined
  }
}

/** Keeps a setting and its choices on this device until they are saved. */
export const keepDraft = (pieceId: string, stone: unknown, { family, options }: Draft): void =>
  localStorage.setItem(draftKey(pieceId), JSON.stringify({ stone: JSON.stringify(stone), family, options }))

/** Choices with undo and redo. Each change is kept on this device until it is saved, so that a reload loses nothing. */
export function useChoices(pieceId: string, stone: unknown, { family, options: initial }: Draft): Choices {
  const [history, setHistory] = useState<History>({ past: [], now: initial, future: [] })
  const { past, now, future } = history
  const [touched, setTouched] = useState(false)
  useEffect(() => {
    if (touched) keepDraft(pieceId, stone, { family, options: now })
  }, [family, now, pieceId, stone, touched])
  const take = useCallback((options: Options) => {
    setTouched(true)
    setHistory((h) => ({ past: [...h.past.slice(-MOST), h.now], now: options, future: [] }))
  }, [])
  const put = useCallback((change: Readonly<Record<string, OptionValue>>, gesture?: string) => {
    setTouched(true)
    setHistory((h) => {
      const same = Object.entries(change).every(([id, v]) => JSON.stringify(h.now[id]) === JSON.stringify(v))
      if (same) return h
      const goesOn = gesture !== undefined && gesture === h.gesture
      const past = goesOn ? h.past : [...h.past.slice(-MOST), h.now]
      return { past, now: { ...h.now, ...change }, future: [], gesture }
    })
  }, [])
  const set = useCallback(
    (id: string, value: OptionValue, gesture?: string) => put({ [id]: value }, gesture),
    [put],
  )
  const step = (from: readonly Options[], back: boolean) => () => {
    const next = from[from.length - 1]!
    setTouched(true)
    setHistory(
      back
        ? { past: past.slice(0, -1), now: next, future: [...future, now] }
        : { past: [...past, now], now: next, future: future.slice(0, -1) },
    )
  }
  const settle = useCallback(() => {
    localStorage.removeItem(draftKey(pieceId))
    setTouched(false)
  }, [pieceId])
  return {
    options: now,
    set,
    put,
    take,
    undo: past.length > 0 ? step(past, true) : undefined,
    redo: future.length > 0 ? step(future, false) : undefined,
    settle,
  }
}
