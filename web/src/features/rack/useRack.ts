import type { RackRow, RackWrite } from '@verger/contract'
import type { CuttingWishes, NeededWire, RackPlan } from '@verger/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { wrap, type Remote } from 'comlink'
import { api } from '../../app/api.js'
import { RACK } from '../../app/rackKey.js'
import { newId } from '../../app/newId.js'
import { tellRemoved } from '../../ui/Undone.js'
import type { Cutting } from '../../compute/cutting.worker.js'
import { rackStocks } from './things.js'

type Told = RackWrite['events'][number]
/** What is told of the rack, without its id and moment. */
export type ToTell = Told extends infer E ? (E extends Told ? Omit<E, 'id' | 'at'> : never) : never

const stamped = (event: ToTell): Told => ({ ...event, id: newId(), at: new Date().toISOString() }) as Told

/** The rack as the server knows it, and what is told of it; what is told can be undone for a while. */
export function useRack() {
  const client = useQueryClient()
  const rack = useQuery({ queryKey: RACK, queryFn: api.rack })
  const send = useMutation({
    mutationFn: (events: Told[]) => api.tellRack({ events }),
    onSuccess: (rows) => client.setQueryData(RACK, rows),
  })
  return {
    rack,
    rows: rack.data,
    problem: send.error,
    pending: send.isPending,
    tell: (event: ToTell, said?: string, done?: () => void) => {
      const told = stamped(event)
      send.mutate([told], {
        onSuccess: () => {
          done?.()
          if (said === undefined) return
          tellRemoved({
            said,
            word: 'Undo',
            undo: async () => {
              await send.mutateAsync([stamped({ kind: 'undo', rack: told.rack, undoes: told.id })])
            },
          })
        },
      })
    },
  }
}

let worker: Remote<Cutting> | undefined
const cuttingWorker = (): Remote<Cutting> =>
  (worker ??= wrap<Cutting>(
    new Worker(new URL('../../compute/cutting.worker.ts', import.meta.url), { type: 'module' }),
  ))

/** What is cut from what; undefined while it is worked out, and where there is nothing to cut from or for. */
export function useCuttingPlan(
  needs: readonly NeededWire[],
  rows: readonly RackRow[] | undefined,
  wishes: CuttingWishes,
): { readonly plan: RackPlan | undefined; readonly problem: Error | null } {
  const racks = rows && rackStocks(rows)
  const found = useQuery({
    queryKey: ['cutting plan', needs, racks, wishes],
    queryFn: () => cuttingWorker().plan(needs, racks!, wishes),
    enabled: racks !== undefined && needs.length > 0,
    placeholderData: (old) => old,
    staleTime: Infinity,
    gcTime: 60_000,
  })
  return { plan: needs.length > 0 ? found.data : undefined, problem: found.error }
}
