import type { StoneRow } from '@verger/contract'
import { useQueryClient } from '@tanstack/react-query'
import type { KeyboardEvent, RefObject } from 'react'
import { api } from '../../app/api.js'
import { tellRemoved } from '../../ui/Undone.js'

/**
 * Keys of the tray, on the stone that has the focus: arrows go to its neighbours, D lays another like it beside it, P puts it away
 * (or takes it out again), Delete removes it. Each can be undone.
 */
export function useTrayKeys(
  sheet: RefObject<HTMLElement | null>,
  stones: readonly StoneRow[],
  columns: number,
): (e: KeyboardEvent<HTMLElement>) => void {
  const client = useQueryClient()
  const act = async (said: string, deed: () => Promise<() => Promise<unknown>>, word?: string) => {
    try {
      const undo = await deed()
      await client.invalidateQueries({ queryKey: ['stones'] })
      tellRemoved({
        said,
        ...(word === undefined ? {} : { word }),
        undo: async () => {
          await undo()
          await client.invalidateQueries({ queryKey: ['stones'] })
        },
      })
    } catch (error) {
      tellRemoved({ said: `✕ ${error instanceof Error ? error.message : String(error)}` })
    }
  }
  return (e) => {
    if (e.ctrlKey || e.metaKey || e.altKey) return
    const at = document.activeElement
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -columns, ArrowDown: columns }[e.key]
    if (step !== undefined) {
      const links = [...(sheet.current?.querySelectorAll<HTMLAnchorElement>('a') ?? [])]
      const next = links[links.indexOf(at as HTMLAnchorElement) + step]
      if (!next) return
      e.preventDefault()
      next.focus()
      return
    }
    const id = at?.closest<HTMLElement>('[data-stone]')?.dataset.stone
    const row = stones.find((s) => s.id === id)
    if (!row) return
    const name = row.name || row.stone.mineral
    switch (e.key.toLowerCase()) {
      case 'd':
        e.preventDefault()
        void act(
          `Another like ${name} lies in the tray.`,
          async () => {
            const made = await api.addStone({ name: row.name, note: row.note, stone: row.stone })
            return () => api.removeStone(made.id)
          },
          'Undo',
        )
        break
      case 'p':
        e.preventDefault()
        void act(
          row.away ? `${name} is in the tray again.` : `${name} was put away.`,
          async () => {
            await api.putAway(row.id, !row.away)
            return () => api.putAway(row.id, row.away)
          },
          'Undo',
        )
        break
      case 'delete':
        e.preventDefault()
        void act(`${name} was removed.`, async () => {
          await api.removeStone(row.id)
          return () => api.restoreStone(row.id)
        })
        break
    }
  }
}
