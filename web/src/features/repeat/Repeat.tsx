import type { PieceRow } from '@verger/contract'
import { isEar, numberOf, type Plan } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { usePlanSettings } from '../../app/planSettings.js'
import { sayMoney, useSettings } from '../../app/workshop.js'
import { quickWorker } from '../../compute/usePlan.js'
import { readNumber } from '../../ui/readLength.js'
import { KeepRecipe } from './KeepRecipe.js'
import { copyOf, makeBatch, makePair, mirrorOf } from './repeat.js'

/** Most pieces of a batch that are begun at once. */
const MOST = 24
/** What one practises in. */
const BASE = 'copper'

/** The same again: as a batch for stones of these measures, as its mirror image, or once in base metal to learn it. */
export function Repeat({ piece, plan, onClose }: { piece: PieceRow; plan: Plan; onClose: () => void }) {
  const { money } = useSettings()
  const settings = usePlanSettings()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [text, setText] = useState('3')
  const n = readNumber(text)
  const good = Number.isInteger(n) && n >= 2 && n <= MOST
  const done = async (to: string) => {
    await client.invalidateQueries()
    onClose()
    void navigate(to)
  }
  const batch = useMutation({
    mutationFn: () => makeBatch(piece, plan, n),
    onSuccess: ([first]) => done(`/pieces/${first!}/cut`),
  })
  const known = () => {
    if (!settings) throw new Error('The drawer is still being fetched. Try again in a moment.')
    return settings
  }
  const name = piece.name.slice(0, 90) || 'Unnamed piece'
  const ear = isEar(plan.options)
  const mirror = useMutation({
    mutationFn: async () => {
      const other = await mirrorOf(piece, plan, known())
      return copyOf(other, other.plan, `${name}, ${ear ? 'other ear' : 'mirrored'}`, {})
    },
    onSuccess: (id) => done(`/pieces/${id}/plan`),
  })
  const pair = useMutation({
    mutationFn: () => makePair(piece, plan, known()),
    onSuccess: ([first]) => done(`/pieces/${first!}/cut`),
  })
  const practise = useMutation({
    mutationFn: async () => {
      const options = { ...plan.options, alloy: BASE }
      const found = await quickWorker().plan({
        stone: piece.stone,
        family: plan.family,
        options,
        settings: known(),
      })
      if (!found.ok) throw new Error(`In ${BASE} these choices leave no room: plan a piece in ${BASE} first.`)
      return copyOf(piece, found.plan, `${name}, practice`, { practice: true })
    },
    onSuccess: (id) => done(`/pieces/${id}/cut`),
  })
  const failed = batch.error ?? mirror.error ?? pair.error ?? practise.error
  return (
    <section className="mt-5 border-t border-line pt-3" aria-label="Repeat it">
      <h3 className="text-xl">Repeat it</h3>
      <form
        className="flex flex-wrap items-center gap-x-3 gap-y-2"
        onSubmit={(e) => {
          e.preventDefault()
          if (good) batch.mutate()
        }}
      >
        <label className="flex items-center gap-2">
          A batch of
          <input
            className="plain w-16 text-right font-semibold"
            inputMode="numeric"
            aria-label="Pieces of the batch"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <button type="submit" className="btn" disabled={!good || batch.isPending}>
          {batch.isPending ? 'Beginning them …' : 'Begin them'}
        </button>
        <span className="text-soft">each with a stone of these measures, wrapped step by step together</span>
        {!good && <span className="basis-full text-red">✕ Type a number from 2 to {MOST}.</span>}
      </form>
      <p className="mt-3 mb-0 flex flex-wrap items-center gap-x-3 gap-y-1">
        <button type="button" className="btn" disabled={mirror.isPending} onClick={() => mirror.mutate()}>
          {ear ? 'Begin the other ear' : 'A mirrored copy'}
        </button>
        <button type="button" className="btn" disabled={pair.isPending} onClick={() => pair.mutate()}>
          A matched pair
        </button>
        <span className="text-soft">
          left and right changed over, with a stone of its own; as a pair both are begun and wrapped together
        </span>
      </p>
      <p className="mt-3 mb-0 flex flex-wrap items-center gap-x-3 gap-y-1">
        <button type="button" className="btn" disabled={practise.isPending} onClick={() => practise.mutate()}>
          A practice copy in {BASE}
        </button>
        <span className="text-soft">
          counts in no cost and no price; to spoil this one itself would cost{' '}
          <strong>{sayMoney(numberOf(plan.cut.metal), money)}</strong> of metal
        </span>
      </p>
      <KeepRecipe piece={piece} plan={plan} />
      {failed && <p className="text-red">✕ {failed.message}</p>}
    </section>
  )
}
