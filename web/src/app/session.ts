import { useQuery } from '@tanstack/react-query'
import { api } from './api.js'
export { keeperOf } from './keeper.js'
import { forgetAnswers } from './keptAnswers.js'

/** Who is signed in; an error with status 401 when nobody is. */
export const useMe = () => useQuery({ queryKey: ['me'], queryFn: api.me, retry: false, staleTime: 60_000 })

export const usePieces = () => useQuery({ queryKey: ['pieces'], queryFn: api.pieces })
export const useStones = () => useQuery({ queryKey: ['stones'], queryFn: api.stones })
export const usePiece = (id: string) => useQuery({ queryKey: ['piece', id], queryFn: () => api.piece(id) })

/** Leaves for the first page, with nothing of the workshop left in this browser but counts that wait to be sent. */
export async function leave(): Promise<void> {
  await forgetAnswers()
  if ('caches' in window) await caches.delete('pictures').catch(() => false)
  window.location.assign('/')
}
