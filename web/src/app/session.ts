import { useQuery } from '@tanstack/react-query'
import { api } from './api.js'
import { useFamilies } from './families.js'
export { keeperOf } from './keeper.js'
import { forgetAnswers } from './keptAnswers.js'

/** Who is signed in; an error with status 401 when nobody is. */
export const useMe = () => useQuery({ queryKey: ['me'], queryFn: api.me, retry: false, staleTime: 60_000 })

export const usePieces = () => useQuery({ queryKey: ['pieces'], queryFn: api.pieces })
export const useStones = () => useQuery({ queryKey: ['stones'], queryFn: api.stones })
/** How often a piece is asked for anew while the server checks what it holds, ms. */
const WHILE_CHECKED = 1500
export const usePieceRow = (id: string) =>
  useQuery({
    queryKey: ['piece', id],
    queryFn: () => api.piece(id),
    refetchInterval: ({ state }) => (state.data?.plan && !state.data.plan.hold ? WHILE_CHECKED : false),
  })

/** A piece, with the scripts of the settings that it and its variants are planned in. */
export function usePiece(id: string) {
  const piece = usePieceRow(id)
  const { plan, variants = [] } = piece.data ?? {}
  useFamilies([...(plan ? [plan.family] : []), ...variants.map((v) => v.plan.family)])
  return piece
}

/** Leaves for the first page, with nothing of the workshop left in this browser but counts that wait to be sent. */
export async function leave(): Promise<void> {
  await forgetAnswers()
  if ('caches' in window) await caches.delete('pictures').catch(() => false)
  window.location.assign('/')
}
