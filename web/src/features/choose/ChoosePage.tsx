import type { PieceRow } from '@verger/contract'
import {
  ALLOYS,
  careOf,
  careText,
  family,
  fill,
  isLoaded,
  stoneText,
  AIMS,
  WORN_AS,
  type Aim,
  type Excluded,
  type Options,
  type WornAs,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { api } from '../../app/api.js'
import { usePiece } from '../../app/session.js'
import { groupName, sizeName } from '../../app/stoneWords.js'
import { Frame } from '../../ui/Frame.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Waiting } from '../../ui/Waiting.js'
import { keepDraft } from '../plan/useChoices.js'
import { AIM_WORDS, sorted } from './order.js'
import { Finger } from './Finger.js'
import { OwnRecipes } from './OwnRecipes.js'
import { Rod } from './Rod.js'
import { Setting } from './Setting.js'
import { useChosen } from './useChosen.js'

/** Every setting that could take this stone, worked out and side by side; those that cannot, and why. */
export default function ChoosePage() {
  const { pieceId = '' } = useParams()
  const piece = usePiece(pieceId)
  if (!piece.data)
    return (
      <Frame>
        <Waiting text="Fetching the piece …" failed={piece.error} onRetry={() => void piece.refetch()} />
      </Frame>
    )
  return <Chooser key={piece.data.id} piece={piece.data} />
}

function Chooser({ piece }: { piece: PieceRow }) {
  const saved = piece.plan?.options.alloy
  const [alloy, setAlloy] = useState(typeof saved === 'string' ? saved : 'copper')
  const kept = piece.plan?.options
  const [worn, setWorn] = useState<WornAs>(
    kept?.mount === 'ring' ? 'ring' : piece.stone.group?.kind === 'pair' ? 'earrings' : 'pendant',
  )
  const [aim, setAim] = useState<Aim>('usual')
  const [asked, setAsked] = useState<string>()
  const [besideIt, setBeside] = useState<string>()
  const [finger, setFinger] = useState(kept?.mount === 'ring' ? Number(kept.ring) : undefined)
  const asks = worn === 'ring' && finger === undefined
  const wish = useMemo(
    () => (asks ? undefined : { alloy, aim, worn, ...(worn === 'ring' && finger ? { finger } : {}) }),
    [asks, alloy, aim, worn, finger],
  )
  const all = useChosen(piece.stone, wish)
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const navigate = useNavigate()
  const list = useMemo(() => sorted(all.chosen, aim), [all.chosen, aim])
  const taken = list.find((c) => c.family === asked) ?? list[0]
  const others = list.filter((c) => c !== taken)
  const take = (family: string, options: Options) => {
    keepDraft(piece.id, piece.stone, { family, options })
    void navigate(`/pieces/${piece.id}/plan`)
  }
  return (
    <PieceFrame piece={piece} here="choose">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-2">
        <div>
          <h1 className="text-[28px]">Choose a setting</h1>
          <p className="m-0 text-soft">
            {piece.stone.mineral} {sizeName(piece.stone)}
            {groupName(piece.stone)}, to one scale
          </p>
        </div>
        <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
          <Pick label="Worn as" value={worn} values={WORN_AS} onPick={(v) => setWorn(v as WornAs)} />
          <Pick label="Metal" value={alloy} values={ALLOYS.map((a) => a.id)} onPick={setAlloy} />
          <Pick
            label="Aim for"
            value={aim}
            values={AIMS}
            words={AIM_WORDS}
            onPick={(v) => setAim(v as Aim)}
          />
        </div>
      </div>
      {worn === 'ring' && <Finger finger={finger} onFinger={setFinger} />}
      <p className="sr-only" role="status">
        {asks
          ? ''
          : all.left > 0
            ? `${all.left} settings are still being worked out.`
            : `${list.length} settings worked out.`}
      </p>
      {!asks && (list.length > 0 || all.left > 0) && (
        <Rod
          list={list}
          sketches={all.sketches}
          left={all.left}
          checked={all.checked}
          taken={taken?.family}
          onTake={setAsked}
        />
      )}
      {taken && (
        <Setting
          found={taken}
          others={others}
          beside={others.find((c) => c.family === besideIt)}
          onBeside={setBeside}
          drawer={drawer.data ?? []}
          onTake={() => take(taken.family, taken.plan.options)}
        />
      )}
      <OwnRecipes piece={piece} rows={drawer.data ?? []} onTake={take} />
      {!asks && all.left === 0 && list.length === 0 && all.failed.length === 0 && (
        <Nothing piece={piece} worn={worn} onPendant={() => setWorn('pendant')} />
      )}
      {all.failed.map(({ family: id, why }) => (
        <p key={id} className="mt-3 text-red" role="alert" data-failed={id}>
          ✕ {isLoaded(id) ? family(id).text.name : 'A setting'}: {why}
        </p>
      ))}
      {all.failed.length > 0 && (
        <button type="button" className="btn mt-2" onClick={() => window.location.reload()}>
          Load it anew
        </button>
      )}
      {!asks && <Excludeds list={all.excluded} />}
    </PieceFrame>
  )
}
/** Where no setting takes the stone: what can be done with it all the same. */
function Nothing({ piece, worn, onPendant }: { piece: PieceRow; worn: WornAs; onPendant: () => void }) {
  const care = careOf(piece.stone)
  return (
    <div className="sheet mt-4 px-6 py-5" role="status">
      <p className="m-0 text-xl">
        None of the settings so far takes this stone{worn === 'pendant' ? '' : ` as a ${worn}`}. What would
        have to change stands below; its measures are kept.
      </p>
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-2">
        {worn !== 'pendant' && (
          <button type="button" className="btn btn-main" onClick={onPendant}>
            Look at it as a pendant
          </button>
        )}
        <Link className="btn" to={`/pieces/${piece.id}/measure`}>
          Back to its measures
        </Link>
        <Link className="btn" to="/sizes">
          Sizes for a setting of your own
        </Link>
      </div>
      {care.length > 0 && (
        <p className="m-0 mt-3 text-soft">
          With {piece.stone.mineral} in any setting: {care.map((c) => careText[c]).join('; ')}.
        </p>
      )}
    </div>
  )
}

function Pick({
  label,
  value,
  values,
  words = {},
  onPick,
}: {
  label: string
  value: string
  values: readonly string[]
  words?: Readonly<Record<string, string>>
  onPick: (value: string) => void
}) {
  return (
    <label className="block">
      <span className="block text-[15px] text-soft">{label}</span>
      <select className="plain text-lg" value={value} onChange={(e) => onPick(e.target.value)}>
        {values.map((v) => (
          <option key={v} value={v}>
            {words[v] ?? v}
          </option>
        ))}
      </select>
    </label>
  )
}

/** Settings that cannot take the stone, each with the finding that excludes it. */
function Excludeds({ list }: { list: readonly Excluded[] }) {
  if (list.length === 0) return null
  return (
    <section className="mt-8" aria-label="Settings that cannot take this stone">
      <h2 className="text-xl">Not for this stone</h2>
      <ul className="m-0 list-none p-0">
        {list.map(({ family: id, finding }) => {
          const { text } = family(id)
          const words = { ...stoneText, ...WEAR, ...text.findings }
          return (
            <li key={id} className="border-b border-line py-1.5" data-excluded={id}>
              <strong>{text.name}.</strong>{' '}
              {finding
                ? fill(words[finding.code] ?? finding.code, finding.values)
                : 'It is too small or too steep for the wires that are stocked. Measure it again, or take a larger stone.'}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
const WEAR: Readonly<Record<string, string>> = {
  'choose.not-worn': 'It is not made as a {worn}. Choose another way to wear it.',
}
