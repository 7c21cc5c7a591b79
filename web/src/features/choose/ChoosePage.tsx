import type { PieceRow } from '@verger/contract'
import {
  ALLOYS,
  family,
  fill,
  isLoaded,
  stoneText,
  AIMS,
  WORN_AS,
  type Aim,
  type Chosen,
  type Excluded,
  type Options,
  type WornAs,
} from '@verger/core'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { api } from '../../app/api.js'
import { usePiece } from '../../app/session.js'
import { sizeName } from '../../app/stoneWords.js'
import { Frame } from '../../ui/Frame.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { Waiting } from '../../ui/Waiting.js'
import { keepDraft } from '../plan/useChoices.js'
import { AIM_WORDS, faceOf, metalOf, minutesOf, sorted } from './order.js'
import { roomOf, Setting } from './Setting.js'
import { useChosen } from './useChosen.js'

/** How many settings are shown at once; the rest are asked for. */
const BEST = 3

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
  const [worn, setWorn] = useState<WornAs>(piece.stone.group?.kind === 'pair' ? 'earrings' : 'pendant')
  const [aim, setAim] = useState<Aim>('usual')
  const [more, setMore] = useState(false)
  const [pins, setPins] = useState<readonly string[]>([])
  const all = useChosen(piece.stone, alloy, worn, aim)
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  const navigate = useNavigate()
  const list = useMemo(() => sorted(all.chosen, aim), [all.chosen, aim])
  const shown = more ? list : list.slice(0, BEST)
  const sheet = useMemo(() => {
    const rooms = list.map(roomOf)
    return {
      wide: Math.max(20, ...rooms.map((r) => r.wide)),
      tall: Math.max(20, ...rooms.map((r) => r.tall)),
    }
  }, [list])
  const [one, two] = pins.map((id) => list.find((c) => c.family === id))
  const differing = one && two ? differences(one, two) : new Set<string>()
  const take = (family: string, options: Options) => {
    keepDraft(piece.id, piece.stone, { family, options })
    void navigate(`/pieces/${piece.id}/plan`)
  }
  const pin = (id: string) =>
    setPins((old) => (old.includes(id) ? old.filter((p) => p !== id) : [...old.slice(-1), id]))
  return (
    <PieceFrame piece={piece} here="choose">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-2">
        <div>
          <h1 className="text-[28px]">Choose a setting</h1>
          <p className="m-0 text-soft">
            {piece.stone.mineral} {sizeName(piece.stone)}
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
      <p className="sr-only" role="status">
        {all.left > 0
          ? `${all.left} settings are still being worked out.`
          : `${list.length} settings worked out.`}
      </p>
      <div className="mt-4 grid gap-x-9 gap-y-8 md:grid-cols-2 lg:grid-cols-3" data-left={all.left}>
        {shown.map((found) => (
          <Setting
            key={found.family}
            found={found}
            sheet={sheet}
            drawer={drawer.data ?? []}
            pinned={pins.includes(found.family)}
            alone={list.length === 1 && all.left === 0}
            marked={pins.includes(found.family) ? differing : NONE}
            onPin={() => pin(found.family)}
            onTake={() => take(found.family, found.plan.options)}
          />
        ))}
        {all.left > 0 &&
          Array.from({ length: Math.max(0, Math.min(all.left, BEST - shown.length)) }, (_, i) => (
            <div key={i} className="sheet flex h-[250px] items-center justify-center text-soft">
              Working out a setting …
            </div>
          ))}
      </div>
      {list.length > BEST && (
        <button type="button" className="btn mt-5 self-start" onClick={() => setMore(!more)}>
          {more ? 'The best three only' : `${list.length - BEST} more`}
        </button>
      )}
      {all.left === 0 && list.length === 0 && all.failed.length === 0 && (
        <p className="py-8 text-xl" role="status">
          None of the settings so far takes this stone{worn === 'pendant' ? '' : ` as a ${worn}`}. What would
          have to change stands below; its measures and care notes are kept.{' '}
          <Link className="text-copper underline" to={`/pieces/${piece.id}/measure`}>
            Back to its measures
          </Link>
        </p>
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
      <Excludeds list={all.excluded} />
    </PieceFrame>
  )
}
const NONE: ReadonlySet<string> = new Set()

/** Figures in which two settings differ by more than a hair, by the ids of their rows. */
function differences(a: Chosen, b: Chosen): ReadonlySet<string> {
  const apart = (f: (c: Chosen) => number) =>
    Math.abs(f(a) - f(b)) > 0.05 * Math.max(Math.abs(f(a)), Math.abs(f(b)))
  const wire = (c: Chosen) => c.plan.cut.wires.map((w) => `${w.stock.size.label} ${w.stock.profile}`).join()
  return new Set([
    ...(apart((c) => c.hold.hold.force) ? ['pull'] : []),
    ...(wire(a) !== wire(b) ? ['wire'] : []),
    ...(apart(metalOf) ? ['metal'] : []),
    ...(apart(minutesOf) ? ['time'] : []),
    ...(Math.abs(faceOf(a) - faceOf(b)) > 1 ? ['face'] : []),
    ...(a.difficulty.level !== b.difficulty.level ? ['ease'] : []),
  ])
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
