import { withDrawerPrices, type Settings } from '@verger/contract'
import type { Wish } from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { api } from './api.js'
import { useSettings } from './workshop.js'

/**
 * The workshop's settings as plans are made with: wires that lie in the drawer count with their own prices. The server adds the same.
 * Undefined until the drawer is known, so that no plan is shown at prices that change a moment later.
 */
export function usePlanSettings(): Settings | undefined {
  const settings = useSettings()
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const rows = drawer.data ?? (drawer.isError ? NOTHING : undefined)
  return useMemo(
    () => rows && { ...settings, prices: withDrawerPrices(settings.prices, rows) },
    [settings, rows],
  )
}
const NOTHING: never[] = []

/** A wish with what is kept of its metal: those sizes are offered first. */
export async function wishWithKept(wish: Omit<Wish, 'kept'>): Promise<Wish> {
  const rows = await api.drawer().catch(() => [])
  const kept = rows.flatMap(({ item }) =>
    item.kind === 'wire' && item.alloy === wish.alloy && item.profile !== 'flat' ? [item.size] : [],
  )
  return { ...wish, kept }
}
