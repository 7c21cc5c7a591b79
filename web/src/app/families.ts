import { FAMILY_IDS, isLoaded, loadFamily } from '@verger/core'
import { use } from 'react'
import { persistently } from './lazyPage.js'

const LOADING = new Map<string, Promise<unknown>>()

/** Loads a family's script, unless it is there already or on its way. @throws ScriptMissing where the network stays away */
export function fetchFamily(id: string): Promise<unknown> {
  const begun = LOADING.get(id)
  if (begun) return begun
  const loading = persistently(() => loadFamily(id))
  LOADING.set(id, loading)
  // what failed is asked for again when it is next needed
  loading.catch(() => LOADING.delete(id))
  return loading
}

/** Waits, as a page waits for its own script, until these families can be asked. Ids of no family are passed over. */
export function useFamilies(ids: readonly string[]): void {
  for (const id of ids) if (FAMILY_IDS.includes(id) && !isLoaded(id)) use(fetchFamily(id))
}
