import { useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'

/** Names of pieces by their ids; "a piece" where it is not known any more. */
export function usePieceNames(): (id: string) => string {
  const pieces = useQuery({ queryKey: ['pieces'], queryFn: api.pieces })
  const names = new Map((pieces.data ?? []).map((p) => [p.id, p.name]))
  return (id) => names.get(id) || 'a piece'
}
