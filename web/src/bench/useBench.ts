import { tally, type BenchEvent, type BenchTally, type Events } from '@verger/contract'
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useSyncExternalStore } from 'react'
import { api, isAway } from '../app/api.js'
import { recall, remember } from '../app/keptAnswers.js'
import { newId } from '../app/newId.js'
import { lastToUndo, withNew } from './merge.js'
import { Outbox } from './outbox.js'

export interface Bench {
  readonly tally: BenchTally
  readonly events: readonly BenchEvent[]
  /** False until both what is stored here and what the server has are known, or the server is out of reach. */
  readonly ready: boolean
  /** Events of this piece that the server has not confirmed. */
  readonly waiting: number
  /** Records something, once or several times at once; of a cut, what it was cut from. */
  add(
    kind: BenchEvent['kind'],
    subject: string,
    value?: number | string,
    times?: number,
    from?: BenchEvent['from'],
  ): Promise<void>
  /** Takes back the last not undone events of this kind and subject, one or several. */
  undo(kind: BenchEvent['kind'], subject: string, count?: number): Promise<void>
}

let outbox: Outbox | undefined
/** The one outbox of a maker in a workshop; another maker gets another. */
export function outboxOf(keeper: string): Outbox {
  if (outbox?.keeper !== keeper) outbox = new Outbox(keeper)
  return outbox
}

export const eventsKey = (piece: string) => ['events', piece] as const

const keptAs = (piece: string) => `events of ${piece}`

/** Takes in what came, and keeps all of it in the browser. */
export function takeIn(client: QueryClient, piece: string, came: Events): Events {
  const all = withNew(client.getQueryData<Events>(eventsKey(piece)), came)
  void remember(keptAs(piece), all)
  return all
}

/**
 * All events of a piece: those that are known stay, only what came after them is fetched. While the server is away, those that were known
 * last.
 */
export async function fetchEvents(client: QueryClient, piece: string): Promise<Events> {
  let known = client.getQueryData<Events>(eventsKey(piece))
  try {
    do known = withNew(known, await api.events(piece, known?.last ?? 0))
    while (known.more)
  } catch (error) {
    if (!isAway(error)) throw error
    const kept = known ?? (await recall<Events>(keptAs(piece)))
    if (!kept) throw error
    return kept
  }
  void remember(keptAs(piece), known)
  return known
}

/** Events of a piece: the union of what the server has and what waits here to be sent. */
export function useBench(keeper: string, piece: string): Bench {
  const client = useQueryClient()
  const box = outboxOf(keeper)
  const waiting = useSyncExternalStore(box.subscribe, box.snapshot)
  const server = useQuery({
    queryKey: eventsKey(piece),
    queryFn: () => fetchEvents(client, piece),
    retry: 1,
  })
  const local = useMemo(
    () => waiting.unsent.filter((k) => k.piece === piece).map((k) => k.event),
    [waiting.unsent, piece],
  )
  const events = useMemo(() => [...(server.data?.events ?? []), ...local], [server.data, local])
  const add = useCallback(
    (
      kind: BenchEvent['kind'],
      subject: string,
      value?: number | string,
      times = 1,
      from?: BenchEvent['from'],
    ) =>
      box.add(
        piece,
        Array.from({ length: times }, () => ({
          ...eventOf(kind, subject, value),
          ...(from ? { from } : {}),
        })),
      ),
    [box, piece],
  )
  const undo = useCallback(
    async (kind: BenchEvent['kind'], subject: string, count = 1) => {
      // not what was drawn last, but what is known now: quick presses come between two drawings
      const known = client.getQueryData<Events>(eventsKey(piece))?.events ?? []
      const last = lastToUndo([...known, ...box.ofPiece(piece)], kind, subject, count)
      if (last.length > 0)
        await box.add(
          piece,
          last.map((e) => eventOf('undo', subject, e.id)),
        )
    },
    [box, client, piece],
  )
  return {
    tally: useMemo(() => tally(events), [events]),
    events,
    ready: waiting.read && !server.isPending,
    waiting: local.length,
    add,
    undo,
  }
}

export const eventOf = (kind: BenchEvent['kind'], subject: string, value?: number | string): BenchEvent => ({
  id: newId(),
  kind,
  subject,
  at: new Date().toISOString(),
  ...(value === undefined ? {} : { value }),
})
