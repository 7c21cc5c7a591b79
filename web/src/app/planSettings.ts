import type { DrawerRow, Settings } from '@verger/contract'
import { withKeptPrices, type KeptWire, type Wished } from '@verger/core'
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
    () => rows && { ...settings, prices: withKeptPrices(settings.prices, wiresOf(rows)) },
    [settings, rows],
  )
}
const NOTHING: never[] = []

const wiresOf = (rows: readonly DrawerRow[]): KeptWire[] =>
  rows.flatMap(({ item }) => (item.kind === 'wire' ? [item] : []))

/** The same, asked for once. */
export async function planSettings(settings: Settings): Promise<Settings> {
  const rows = await api.drawer().catch(() => NOTHING)
  return { ...settings, prices: withKeptPrices(settings.prices, wiresOf(rows)) }
}

/** A wish with the series that wire is bought in, and what is kept of its metal: those sizes are offered first. */
export async function wishWithKept<T extends { readonly alloy: string }>(
  wish: T,
  { series }: Pick<Settings, 'series'>,
): Promise<T & Pick<Wished, 'kept' | 'series'>> {
  const rows = await api.drawer().catch(() => [])
  const kept = rows.flatMap(({ item }) =>
    item.kind === 'wire' && item.alloy === wish.alloy && item.profile !== 'flat' ? [item.size] : [],
  )
  return { ...wish, kept, series }
}
