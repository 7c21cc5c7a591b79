import { withCutsOf, type Me, type RackRow } from '@verger/contract'
import { family, neededBy, numberOf, sizeSaid, spoolId, wireToGather, type CutWire } from '@verger/core'
import { useMemo, useState } from 'react'
import { useLocation, useNavigate, useParams } from 'react-router'
import { keeperOf } from '../../app/session.js'
import { sayLength, useSettings } from '../../app/workshop.js'
import { useBench } from '../../bench/useBench.js'
import { readLength, withinReach } from '../../ui/readLength.js'
import { ruleOf } from '../../ui/rule.js'
import { PieceFrame } from '../../ui/PieceFrame.js'
import { ServerCheck } from '../../ui/ServerCheck.js'
import { useMoveOn, useSavedPlan } from '../../app/savedPlan.js'
import { RunsShort } from './RunsShort.js'
import { chanceAt } from '../learned/chances.js'
import { useLearned } from '../learned/useLearned.js'
import { cutFrom, sourceOf, thingSaid } from '../rack/things.js'
import { useCuttingPlan, useRack } from '../rack/useRack.js'
import { FromRack } from './FromRack.js'
import { GatherList } from './GatherList.js'
import { CutBars } from './CutBars.js'
import { laidOff, marksToMake } from './marks.js'

/** What to cut, to gather and to mark, with ticks and real lengths. */
export default function CutPage({ me }: { me: Me }) {
  const { pieceId = '' } = useParams()
  const navigate = useNavigate()
  const otherLengths = (useLocation().state as { otherLengths?: string[] } | null)?.otherLengths ?? []
  const moveOn = useMoveOn()
  const bench = useBench(keeperOf(me), pieceId)
  const saved = useSavedPlan(bench)
  const { rows: known } = useRack()
  const cutList = saved.ready ? saved.plan.cut : undefined
  const rows = useMemo(
    () => known && withCutsOf(known, pieceId, bench.events),
    [known, pieceId, bench.events],
  )
  const needs = useMemo(
    () => (cutList ? neededBy(cutList).filter((n) => bench.tally.cut[n.id] === undefined) : []),
    [cutList, bench.tally.cut],
  )
  const learned = useLearned()
  const { plan: fromRack, problem } = useCuttingPlan(needs, rows, me.workshop.settings.rack)
  if (!saved.ready) return saved.waiting
  const { piece, plan } = saved
  const { cut } = plan
  const { settings } = me.workshop
  const { units } = settings
  const { text } = family(plan.family)
  const stocks = wireToGather({ ...cut, spools: [] }, (v) => sayLength(v, settings, 0)).map(
    ({ stock: { size, profile }, amount }) => `${amount} of ${sizeSaid(size)} ${profile}`,
  )
  const tick = (id: string, name: string, planned: number) => {
    const source = sourceOf(fromRack, id)
    return {
      id,
      name,
      planned,
      units,
      source: source.flatMap((f) => rows?.find((r) => r.id === f.rack) ?? []),
      done: bench.tally.cut[id],
      onCut: (value: number) => void bench.add('cut', id, value, 1, cutFrom(source, value)),
      onBack: () => void bench.undo('cut', id),
    }
  }
  const nameOf = (id: string): string => text.wires[id] ?? (id.startsWith('spool-') ? 'Binding' : id)
  const all = cut.wires.every((w) => bench.tally.cut[w.id] !== undefined)
  return (
    <PieceFrame piece={piece} here="cut" plan={plan}>
      <h1 className="text-[34px]">
        {cut.wires.length === 1 ? 'Cut one wire' : `Cut ${cut.wires.length} wires`}
      </h1>
      {otherLengths.length > 0 && (
        <p className="mb-3 text-amber" role="alert">
          ▲ The server works out other lengths for {otherLengths.map((id) => text.wires[id] ?? id).join(', ')}{' '}
          than the page that planned it. Reload this page before you cut.
        </p>
      )}
      <p className="mb-1 text-lg text-soft">
        {cut.wires.length > 1 && `${stocks.join('; ')}. `}Longest first. Measure again before each cut; hold
        both ends, eye protection on.
      </p>
      <ServerCheck piece={piece.id} held={piece.plan!.hold} />
      <div className="grid flex-1 gap-10 lg:grid-cols-[minmax(0,1fr)_320px]">
        <CutBars
          cut={cut}
          familyId={plan.family}
          taken={(spool) => (
            <Tick word="Taken" {...tick(spoolId(spool), 'binding wire', numberOf(spool.shown))} />
          )}
        >
          {(alike) => (
            <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1">
              <MarkLine wire={alike[0]!} together={alike.length} />
              <Alike wires={alike.map(({ id, shown }) => tick(id, text.wires[id] ?? id, numberOf(shown)))} />
            </div>
          )}
        </CutBars>
        <aside>
          <section aria-label="From the rack" className="mb-6">
            <h2 className="text-2xl">From the rack</h2>
            <FromRack
              plan={fromRack}
              rows={rows}
              needs={needs}
              names={nameOf}
              problem={problem}
              shorter={{
                chance: (id, length) => chanceAt(plan, learned, id, length),
                onCut: (id, length, rack) => void bench.add('cut', id, length, 1, [{ rack, length }]),
              }}
            />
          </section>
          <RunsShort plan={plan} piece={piece.id} />
          <h2 className="text-2xl">Gather</h2>
          <GatherList plan={plan} />
        </aside>
      </div>
      <div className="mt-4 flex items-center justify-end gap-4">
        {!all && <span className="text-soft">Tick each wire as it is cut.</span>}
        <button
          type="button"
          className={`btn text-lg ${all ? 'btn-main' : ''}`}
          onClick={() => void moveOn(piece, 'wrap').then(() => navigate(`/pieces/${piece.id}/wrap`))}
        >
          To wrapping
        </button>
      </div>
    </PieceFrame>
  )
}

/** Where to mark, laid off from the middle both ways; the bar above has the places from one end. */
function MarkLine({ wire, together }: { wire: CutWire; together: number }) {
  const settings = useSettings()
  const rule = ruleOf(settings.units)
  const { say } = rule
  const unit = settings.units === 'mm' ? ' mm' : ''
  const marks = marksToMake(wire)
  const from = (side: 'left' | 'right') =>
    marks
      .filter((m) => m.side === side)
      .map((m) => laidOff(m, wire, rule).fromMiddle!)
      .sort((a, b) => a - b)
      .map(say)
      .join(', ')
  const left = from('left')
  const right = from('right')
  const middle = marks.find((m) => m.at === 'middle')
  if (!middle)
    return <p className="m-0 text-[15px] text-soft">No marks: it is drawn tight from place to place.</p>
  const there = `${say(numberOf(middle.fromEnd))}${unit} from one end`
  const one = left || right
  return (
    <p className="m-0 text-[15px] text-soft">
      {together > 1 && `Lay ${allOf(together)} side by side and mark them at once. `}
      {left === '' || right === ''
        ? `First mark ${there}${one && `; from it, toward the ${left ? 'left' : 'other'} end, ${one}${unit}`}`
        : `Middle ${there}; from the middle ${
            left === right ? `${left}${unit} both ways` : `left ${left}, right ${right}${unit}`
          }`}
      .
    </p>
  )
}

const allOf = (n: number): string => (n === 2 ? 'both' : `all ${n}`)

/** Wires of one length: ticked all at once where they are cut so, or one by one. */
function Alike({ wires }: { wires: readonly Omit<TickProps, 'word' | 'named'>[] }) {
  const [single] = wires
  if (wires.length === 1) return <Tick {...single!} word="Cut" />
  const ticks = wires.map((w) => <Tick key={w.id} {...w} word="Cut" named />)
  if (wires.some((w) => w.done !== undefined)) return <div>{ticks}</div>
  return (
    <div className="flex flex-wrap items-start gap-x-6">
      <button type="button" className="btn" onClick={() => wires.forEach((w) => w.onCut(w.planned))}>
        Cut {allOf(wires.length)}
      </button>
      <details className="pt-2">
        <summary className="cursor-pointer text-[15px] text-soft">one by one, or at another length</summary>
        {ticks}
      </details>
    </div>
  )
}

interface TickProps {
  readonly id: string
  readonly word: 'Cut' | 'Taken'
  /** What is cut or taken, in words. */
  readonly name: string
  /** Its name is shown: several stand below each other. */
  readonly named?: true
  readonly planned: number
  readonly units: 'mm' | 'in'
  readonly done: number | undefined
  /** What of the rack it is cut from. */
  readonly source: readonly RackRow[]
  readonly onCut: (value: number) => void
  readonly onBack: () => void
}

/** A wire is cut, or wire is taken from a spool: as long as planned, or as it was measured. */
function Tick({ word, name, named, planned, units, done, source, onCut, onBack }: TickProps) {
  const settings = useSettings()
  const [text, setText] = useState('')
  const read = withinReach(readLength(text, units))
  const short = word === 'Cut' && done !== undefined && done < planned - 5
  return (
    <div className="flex min-h-[44px] flex-wrap items-center gap-x-4 gap-y-1">
      {named && <span className="min-w-24">{name}</span>}
      {done === undefined ? (
        <>
          <button
            type="button"
            className="btn"
            onClick={() => onCut(text.trim() === '' ? planned : (read.value ?? planned))}
            disabled={text.trim() !== '' && read.value === undefined}
          >
            {word}
            {named && <span className="sr-only">: {name}</span>}
          </button>
          {source.length > 0 && (
            <span className="text-[15px]">
              from {source.map((r) => thingSaid(r, settings)).join(' and ')}
            </span>
          )}
          <label className="flex items-center gap-2 text-[15px] text-soft">
            real length, if different
            <input
              className="plain w-20"
              aria-label={`Real length of the ${name.toLowerCase()}`}
              value={text}
              onChange={(e) => setText(e.target.value)}
            />
          </label>
          {text.trim() !== '' && read.problem && <span className="text-red">✕ {read.problem}</span>}
        </>
      ) : (
        <>
          <span className="font-semibold text-verdigris">
            ✓ {word === 'Cut' ? 'cut at' : 'taken:'} {sayLength(done, settings, 0)}
          </span>
          {short && (
            <span className="text-amber">
              ▲ {sayLength(planned - done, settings, 0)} shorter than planned: the spare at its ends shrinks
              by half of that.
            </span>
          )}
          <button type="button" className="text-copper underline" onClick={onBack}>
            take back
          </button>
        </>
      )}
    </div>
  )
}
