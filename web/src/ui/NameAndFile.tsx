import type { PieceRow } from '@verger/contract'
import { widthIsLength, type Options, type Plan, type Stone } from '@verger/core'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { usePlanSettings, wishWithKept } from '../app/planSettings.js'
import { api, ApiError } from '../app/api.js'
import { sayIn, sayLength, useSettings } from '../app/workshop.js'
import { sizeName } from '../app/stoneWords.js'
import { quickWorker, slowWorker } from '../compute/usePlan.js'
import { fetchEvents } from '../bench/useBench.js'
import { readLength } from './readLength.js'
import { downloadPiece, pieceFileOf } from '../features/plan/pieceFile.js'
import { CommissionForm } from '../features/commission/CommissionForm.js'
import { savePlanOf } from '../features/repeat/repeat.js'
import { Repeat } from '../features/repeat/Repeat.js'
import { Problem } from './Problem.js'
import { Window } from './Window.js'

/** Name of a piece, and the piece as a file. A name given elsewhere meanwhile is shown beside the typed one. */
export default function NameAndFile({
  piece,
  plan,
  options,
  onClose,
}: {
  piece: PieceRow
  plan: Plan | undefined
  options: Options | undefined
  onClose: () => void
}) {
  const client = useQueryClient()
  const [name, setName] = useState(piece.name)
  const [theirs, setTheirs] = useState<PieceRow>()
  const keep = (row: PieceRow) => {
    client.setQueryData(['piece', piece.id], row)
    void client.invalidateQueries({ queryKey: ['pieces'] })
    onClose()
  }
  const rename = useMutation({
    mutationFn: async () => {
      try {
        return await api.editPiece(piece.id, { version: (theirs ?? piece).version, name: name.trim() })
      } catch (error) {
        if (!(error instanceof ApiError && error.problem.type === 'verger:stale')) throw error
        const now = await api.piece(piece.id)
        if (now.name !== piece.name) {
          setTheirs(now)
          return undefined
        }
        // only something else was changed: the name goes on top of it and nothing is lost
        return api.editPiece(piece.id, { version: now.version, name: name.trim() })
      }
    },
    onSuccess: (row) => row && keep(row),
  })
  const save = useMutation({
    mutationFn: async () => {
      const { events } = await fetchEvents(client, piece.id)
      downloadPiece(pieceFileOf({ piece, plan, options, records: events }))
    },
    onSuccess: onClose,
  })
  const failed = rename.error ?? save.error
  return (
    <Window title="This piece" narrow onClose={onClose}>
      <form
        className="mt-3"
        onSubmit={(e) => {
          e.preventDefault()
          rename.mutate()
        }}
      >
        <label className="block">
          <span className="text-soft">Name</span>
          <input
            className="plain text-lg"
            value={name}
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        {theirs && (
          <p className="mt-2 border-l-[6px] border-amber bg-amber-wash px-3 py-2" role="alert">
            <span className="text-amber" aria-hidden>
              ▲{' '}
            </span>
            It was named “{theirs.name}” elsewhere meanwhile. Keep yours, or{' '}
            <button
              type="button"
              className="border-0 bg-transparent p-0 text-copper underline"
              onClick={() => keep(theirs)}
            >
              take the other
            </button>
            .
          </p>
        )}
        <p className="mt-4 flex flex-wrap gap-3">
          <button type="submit" className="btn btn-main" disabled={rename.isPending}>
            Keep the name
          </button>
          <button type="button" className="btn" onClick={() => save.mutate()} disabled={save.isPending}>
            Save as a file
          </button>
          <button type="button" className="btn" onClick={onClose}>
            Close
          </button>
        </p>
      </form>
      <CommissionForm piece={piece.id} />
      {plan && <Repeat piece={piece} plan={plan} onClose={onClose} />}
      {plan && <Again piece={piece} plan={plan} onClose={onClose} />}
      {plan && <OtherStones plan={plan} />}
      {failed && <Problem className="mt-2">{failed.message}</Problem>}
    </Window>
  )
}

/** The same piece for a stone a little larger or smaller: a stone and a piece of its own, with these choices where they fit. */
function Again({ piece, plan, onClose }: { piece: PieceRow; plan: Plan; onClose: () => void }) {
  const settings = usePlanSettings()
  const { units } = useSettings()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [text, setText] = useState(units === 'mm' ? '1' : '1/32')
  const sign = text.trim().startsWith('-') ? -1 : 1
  const read = readLength(text.trim().replace(/^-/, ''), units, true)
  const make = useMutation({
    mutationFn: async () => {
      if (!settings) throw new Error('The drawer is still being fetched. Try again in a moment.')
      const by = sign * read.value!
      // what was read, weighed and taped belongs to the other stone
      const measured = { ...piece.stone }
      for (const id of ['readings', 'weighed', 'taped'] as const) Reflect.deleteProperty(measured, id)
      const stone: Stone = {
        ...measured,
        length: Number((measured.length + by).toFixed(3)),
        width: Number(((widthIsLength(measured) ? measured.length : measured.width) + by).toFixed(3)),
      }
      const name = `${piece.name || 'Unnamed piece'}, again`
      const row = await api.addStone({ name, note: '', stone })
      const made = await api.addPiece(row.id, name)
      const wish = { alloy: String(plan.options.alloy), temper: String(plan.options.temper) }
      const ask = (options: Options) => quickWorker().plan({ stone, family: plan.family, options, settings })
      let found = await ask(plan.options)
      if (!found.ok) {
        // these choices leave no room on the other stone: options are worked out for it
        const fresh = await slowWorker().startingOptions(
          stone,
          plan.family,
          await wishWithKept(wish, settings),
          settings,
        )
        if (fresh) found = await ask(fresh)
      }
      if (found.ok) await savePlanOf(made, found.plan)
      await client.invalidateQueries()
      return made.id
    },
    onSuccess: (id) => {
      onClose()
      void navigate(`/pieces/${id}/plan`)
    },
  })
  return (
    <form
      className="mt-5 flex flex-wrap items-center gap-x-3 gap-y-2 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault()
        if (read.value !== undefined) make.mutate()
      }}
    >
      <span className="font-semibold">The same again,</span>
      <label className="flex items-center gap-2">
        the stone larger by
        <input
          className="plain w-20 text-right font-semibold"
          aria-label="The stone larger by"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        {units === 'mm' ? 'mm' : 'in'}
      </label>
      <button type="submit" className="btn" disabled={read.value === undefined || make.isPending}>
        Plan it
      </button>
      {(read.problem ?? make.error) && (
        <span className="basis-full text-red">✕ {read.problem ?? make.error?.message}</span>
      )}
    </form>
  )
}

/** Which free stones of the tray would go into this very frame, and how they would be held. */
function OtherStones({ plan }: { plan: Plan }) {
  const settings = useSettings()
  const client = useQueryClient()
  const look = useMutation({
    mutationFn: async () => {
      const stones = await client.fetchQuery({ queryKey: ['stones'], queryFn: api.stones })
      const free = stones.filter((s) => s.pieceId === null && !s.away)
      const found = await slowWorker().fitting(
        plan,
        free.map((s) => ({ id: s.id, stone: s.stone })),
      )
      return found.map((f) => ({ ...f, row: free.find((s) => s.id === f.id)! }))
    },
  })
  return (
    <section className="mt-4 border-t border-line pt-3" aria-label="Other stones for this frame">
      <button type="button" className="btn" onClick={() => look.mutate()} disabled={look.isPending}>
        {look.isPending ? 'Trying each free stone …' : 'Which of my stones fit this frame?'}
      </button>
      {look.data && (
        <ul className="m-0 mt-2 max-h-60 list-none overflow-y-auto p-0" data-testid="fitting">
          {look.data.length === 0 && (
            <li className="text-soft">No free stone of this shape is within 2 mm of this one.</li>
          )}
          {look.data.map(({ row, tight, line }) => (
            <li key={row.id} className="border-b border-line py-1">
              <Link className="font-semibold text-copper" to={`/stones/${row.id}`}>
                {row.name || row.stone.mineral}
              </Link>{' '}
              <span className="text-soft">{sizeName(row.stone)}</span>{' '}
              {line
                ? `${line.word} ${sayIn(line.say, settings)}`
                : `✕ too large: the wires would stand ${sayLength(tight, settings, 1)} in it.`}
            </li>
          ))}
        </ul>
      )}
      {look.error && <p className="text-red">✕ {look.error.message}</p>}
    </section>
  )
}
