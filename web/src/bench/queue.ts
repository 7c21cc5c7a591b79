import type { BenchEvent } from '@verger/contract'
import { createStore, delMany, entries, setMany } from 'idb-keyval'

/** Unsent events, kept per maker and workshop: an event is written here before any count changes on screen. */
const store = createStore('verger-bench', 'unsent')

/** An event that waits here, with the piece it is about. */
export interface Kept {
  readonly keeper: string
  readonly piece: string
  readonly event: BenchEvent
  /** The order in which it was made on this device; older ones have none. */
  readonly order?: number
  /** Why the server refused it: it is not sent again by itself. */
  readonly refused?: string
}

const keyOf = (k: Kept) => `${k.keeper} ${k.piece} ${k.event.id}`

/** Writes events, or writes them anew with what became known of them. */
export const keep = (kept: readonly Kept[]): Promise<void> =>
  setMany(
    kept.map((k) => [keyOf(k), k]),
    store,
  )

/** All that waits of a maker in a workshop, in the order in which it was made. */
export async function waiting(keeper: string): Promise<Kept[]> {
  const all = (await entries(store)) as [string, Kept][]
  return all
    .map(([, k]) => k)
    .filter((k) => k.keeper === keeper)
    .sort((a, b) => (a.order ?? 0) - (b.order ?? 0) || a.event.at.localeCompare(b.event.at))
}

export const forget = (kept: readonly Kept[]): Promise<void> => delMany(kept.map(keyOf), store)
