import type { BenchEvent, Events } from '@verger/contract'

/** What is known of a piece's events, with what came after it: in the server's order, each once. */
export const withNew = (old: Events | undefined, came: Events): Events => {
  const known = new Set(old?.events.map((e) => e.id))
  return {
    events: [...(old?.events ?? []), ...came.events.filter((e) => !known.has(e.id))],
    last: Math.max(old?.last ?? 0, came.last),
    more: came.more,
  }
}

/** The last events of a kind and subject that nobody has undone; the list is in the order in which they count. */
export function lastToUndo(
  events: readonly BenchEvent[],
  kind: BenchEvent['kind'],
  subject: string,
  count: number,
): BenchEvent[] {
  // an event just confirmed stands both in what the server has and in what waits here
  const once = [...new Map(events.map((e) => [e.id, e])).values()]
  const undone = new Set(once.filter((e) => e.kind === 'undo').map((e) => String(e.value)))
  return once.filter((e) => e.kind === kind && e.subject === subject && !undone.has(e.id)).slice(-count)
}
