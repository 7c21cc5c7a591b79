import { useMutation, useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'
import { newId } from '../../app/newId.js'

/** Carats in a gram. */
const CARATS = 5

/** Takes what the workshop's scale shows: a stand-in has the spool laid on it, a real one sends when its own button is pressed. Nothing where there is no scale. */
export function FromScale({ rack, onGrams }: { rack: string; onGrams: (grams: number) => void }) {
  const all = useQuery({ queryKey: ['instruments'], queryFn: api.instruments, staleTime: 60_000 })
  const scale = all.data?.find((i) => i.kind === 'scale')
  const read = useMutation({
    mutationFn: async () => {
      const { id, standIn, latest } = scale!
      if (standIn) {
        // tared empty, as one does before a weight that counts
        await api.press(id, { button: 'clear' })
        await api.press(id, { button: 'zero' })
        await api.press(id, { button: 'lay-spool', rackId: rack })
        await api.press(id, { button: 'send', id: newId(), at: new Date().toISOString() })
      }
      const readings = await api.readings(id, standIn ? latest : Math.max(0, latest - 1))
      const last = readings.at(-1)
      if (!last) throw new Error('The scale has sent nothing yet: press its own button.')
      return last.unit === 'ct' ? last.value / CARATS : last.value
    },
    onSuccess: (grams) => onGrams(Number(grams.toFixed(2))),
  })
  if (!scale) return null
  return (
    <p className="m-0 flex flex-wrap items-center gap-3">
      <button type="button" className="btn" disabled={read.isPending} onClick={() => read.mutate()}>
        {scale.standIn ? 'Lay it on the scale' : 'Take what the scale sent last'}
      </button>
      <span className="text-[15px] text-soft">{scale.name}</span>
      {read.error && <span className="text-red">✕ {read.error.message}</span>}
    </p>
  )
}
