import type { BenchEvent } from '@verger/contract'
import { createStore, del, entries, setMany } from 'idb-keyval'

/** Unsent events, kept per maker and workshop: an event is written here before any count changes on screen. */
const store = createStore('verger-bench', 'unsent')

interface Kept {
  readonly keeper: string
  readonly piece: string
  readonly event: BenchEvent
}

const keyOf = (k: Kept) => `${k.keeper} ${k.piece} ${k.event.id}`

export async function keep(keeper: string, piece: string, events: readonly BenchEvent[]): Promise<void> {
  await setMany(
    events.map((event) => [keyOf({ keeper, piece, event }), { keeper, piece, event } satisfies Kept]),
    store,
  )
}

export async function unsent(keeper: string, piece: string): Promise<BenchEvent[]> {
  const all = (await entries(store)) as [string, Kept][]
  return all.filter(([, k]) => k.keeper === keeper && k.piece === piece).map(([, k]) => k.event)
}

export async function sent(keeper: string, piece: string, events: readonly BenchEvent[]): Promise<void> {
  await Promise.all(events.map((event) => del(keyOf({ keeper, piece, event }), store)))
}
