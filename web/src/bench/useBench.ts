import { tally, type BenchEvent, type BenchTally } from '@verger/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { api } from '../app/api.js'
import { newId } from '../app/newId.js'
import { keep, sent, unsent } from './queue.js'

export interface Bench {
  readonly tally: BenchTally
  readonly events: readonly BenchEvent[]
  /** False until both what is stored here and what the server has are known, or the server is out of reach. */
  readonly ready: boolean
  readonly waiting: number
  add(kind: BenchEvent['kind'], subject: string, value?: number | string): Promise<void>
  /** Takes back the last not undone events of this kind and subject, one or several. */
  undo(kind: BenchEvent['kind'], subject: string, count?: number): Promise<void>
}

const RETRY_MS = 2500

/** Events of a piece: the union of what the server has and what waits here to be sent. Survives reload, offline and a killed server. */
export function useBench(keeper: string, piece: string): Bench {
  const client = useQueryClient()
  const key = useMemo(() => ['events', piece], [piece])
  const server = useQuery({ queryKey: key, queryFn: () => api.events(piece), retry: 1 })
  const [local, setLocal] = useState<readonly BenchEvent[] | undefined>(undefined)
  const sending = useRef(false)

  const reload = useCallback(async () => setLocal(await unsent(keeper, piece)), [keeper, piece])
  useEffect(() => void reload(), [reload])

  const flush = useCallback(async () => {
    if (sending.current) return
    sending.current = true
    try {
      for (;;) {
        const batch = (await unsent(keeper, piece)).slice(0, 200)
        if (batch.length === 0) break
        const answer = await api.sendEvents(piece, batch)
        client.setQueryData(key, answer)
        await sent(keeper, piece, batch)
      }
      await reload()
    } catch {
      // kept, and tried again by the timer
    } finally {
      sending.current = false
    }
  }, [client, keeper, key, piece, reload])

  const count = local?.length ?? 0
  useEffect(() => {
    if (count === 0) return
    void flush()
    const timer = setInterval(() => void flush(), RETRY_MS)
    return () => clearInterval(timer)
  }, [count, flush])

  const events = useMemo(() => [...(server.data?.events ?? []), ...(local ?? [])], [server.data, local])
  const add = useCallback(
    async (kind: BenchEvent['kind'], subject: string, value?: number | string) => {
      const event: BenchEvent = {
        id: newId(),
        kind,
        subject,
        at: new Date().toISOString(),
        ...(value === undefined ? {} : { value }),
      }
      await keep(keeper, piece, [event])
      setLocal((old) => [...(old ?? []), event])
    },
    [keeper, piece],
  )
  const undo = useCallback(
    async (kind: BenchEvent['kind'], subject: string, count = 1) => {
      // an event just acknowledged stands both in what the server has and in what waits here
      const once = [...new Map(events.map((e) => [e.id, e])).values()]
      const undone = new Set(once.filter((e) => e.kind === 'undo').map((e) => String(e.value)))
      const last = once
        .filter((e) => e.kind === kind && e.subject === subject && !undone.has(e.id))
        .sort((a, b) => a.at.localeCompare(b.at))
        .slice(-count)
      for (const e of last) await add('undo', subject, e.id)
    },
    [add, events],
  )
  return {
    tally: useMemo(() => tally(events), [events]),
    events,
    ready: local !== undefined && !server.isPending,
    waiting: count,
    add,
    undo,
  }
}
