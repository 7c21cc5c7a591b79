import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister'
import type { PersistQueryClientOptions } from '@tanstack/react-query-persist-client'
import { CONTRACT_VERSION } from '@verger/contract'
import { clear, createStore, del, get, set } from 'idb-keyval'

const store = createStore('verger-pages', 'answers')
const DAYS_MS = 14 * 86_400_000

/** What pages need to open without a network: who one is, the workshop, and pieces that were opened lately with their events. */
const KEPT = new Set(['me', 'health', 'pieces', 'stones', 'drawer', 'piece', 'events', 'glance'])

/** Answers of the server, kept in the browser for when it is away; cleared on signing out. */
export const keptCache: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister: createAsyncStoragePersister({
    storage: {
      getItem: (key) => get<string>(key, store),
      setItem: (key, value) => set(key, value, store),
      removeItem: (key) => del(key, store),
    },
    key: 'answers',
    throttleTime: 1500,
  }),
  maxAge: DAYS_MS,
  buster: CONTRACT_VERSION,
  dehydrateOptions: {
    shouldDehydrateQuery: ({ queryKey, state }) =>
      state.data !== undefined && queryKey.length <= 3 && KEPT.has(String(queryKey[0])) && !queryKey.includes('now'),
  },
}

/** How long an answer stays in memory, so that it is there to be kept, ms. */
export const KEPT_MS = DAYS_MS

/** Forgets all answers: the next one who signs in here sees none of them. */
export const forgetAnswers = (): Promise<void> => clear(store).catch(() => undefined)
