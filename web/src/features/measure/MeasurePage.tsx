import type { Me } from '@verger/contract'
import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Waiting } from '../../ui/Waiting.js'
import { Measure } from './Measure.js'

/** The Measure station: of a new stone, of one in the tray, or of a piece's. */
export default function MeasurePage({ me }: { me: Me }) {
  const { stoneId, pieceId } = useParams()
  const piece = useQuery({
    queryKey: ['piece', pieceId],
    queryFn: () => api.piece(pieceId!),
    enabled: pieceId !== undefined,
  })
  const stones = useQuery({ queryKey: ['stones'], queryFn: api.stones })
  const id = stoneId ?? piece.data?.stoneId
  const row = stones.data?.find((s) => s.id === id)
  if ((stoneId ?? pieceId) !== undefined && !row)
    return (
      <Frame>
        <Waiting
          text="Fetching the stone …"
          failed={
            piece.error ??
            stones.error ??
            (stones.isSuccess && id !== undefined
              ? new Error('This stone is not in the tray any more.')
              : undefined)
          }
          onRetry={() => void stones.refetch()}
        />
      </Frame>
    )
  return (
    <Measure
      key={id ?? 'new'}
      me={me}
      row={row}
      piece={piece.data ?? undefined}
      reached={piece.data?.station ?? 'measure'}
    />
  )
}
