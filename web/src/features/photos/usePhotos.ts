import type { PiecePhoto } from '@verger/contract'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { api } from '../../app/api.js'

const NONE: PiecePhoto[] = []

/** Photographs of a piece: which there are, and how one is given and taken off. */
export function usePhotos(piece: string) {
  const client = useQueryClient()
  const key = ['photos', piece]
  const { data } = useQuery({ queryKey: key, queryFn: () => api.photos(piece) })
  const set = (photos: PiecePhoto[]) => {
    client.setQueryData(key, photos)
    void client.invalidateQueries({ queryKey: ['ledger'] })
  }
  const give = useMutation({
    mutationFn: ({ id, file }: { id: string; file: File }) => api.givePhoto(piece, id, file),
    onSuccess: set,
  })
  const takeOff = useMutation({
    mutationFn: (id: string) => api.takePhotoOff(piece, id),
    onSuccess: (_, id) => set((data ?? NONE).filter((p) => p.id !== id)),
  })
  return { photos: data ?? NONE, give, takeOff }
}
