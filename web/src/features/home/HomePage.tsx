import type { BenchTally, Me, PieceRow, StoneRow } from '@verger/contract'
import { DEFAULT_SETTINGS, fullStone, outline, plan as compute, type Plan } from '@verger/core'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api } from '../../app/api.js'
import { keeperOf, usePieces, useStones } from '../../app/session.js'
import { useBench } from '../../bench/useBench.js'
import { boundsOf, PieceDrawing } from '../../drawing/PieceDrawing.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { Road, STATIONS } from '../../ui/Road.js'
import { freshRecords, readPieceFile, stationOf } from '../plan/pieceFile.js'
import { openCommands } from '../../app/Commands.js'
import { FastLane } from './FastLane.js'
import { Tour } from './Tour.js'

/** The workshop: a quick answer, the piece on the bench, the tray of stones to one scale. */
export function HomePage({ me }: { me: Me }) {
  const stones = useStones()
  const pieces = usePieces()
  const navigate = useNavigate()
  const client = useQueryClient()
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (
        e.key.toLowerCase() === 'm' &&
        !e.ctrlKey &&
        !e.metaKey &&
        !/INPUT|SELECT|TEXTAREA/.test((e.target as HTMLElement).tagName)
      )
        void navigate('/stones/new')
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [navigate])
  const bench = pieces.data?.find((p) => ['cut', 'wrap', 'proof'].includes(p.station)) ?? pieces.data?.[0]
  const signOut = async () => {
    await api.signOut()
    client.clear()
    window.location.assign('/')
  }
  return (
    <Frame
      beside={<span className="text-lg text-soft">{me.workshop.name}</span>}
      right={
        <span className="flex flex-wrap items-center gap-x-5 font-semibold">
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            onClick={() => openCommands('find')}
          >
            Find <span className="kbd">/</span>
          </button>
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            onClick={() => openCommands('keys')}
          >
            Keys <span className="kbd">?</span>
          </button>
          <Link to="/ledger" className="text-copper">
            Ledger
          </Link>
          <Link to="/workshop" className="text-copper">
            Workshop
          </Link>
          <button
            type="button"
            className="border-0 bg-transparent font-semibold text-copper underline"
            onClick={() => void signOut()}
          >
            Sign out
          </button>
        </span>
      }
    >
      <FastLane me={me} />
      <Tour />
      {bench && <OnTheBench piece={bench} keeper={keeperOf(me)} />}
      <div className="mt-5 mb-2 flex flex-wrap items-baseline gap-4">
        <h2 className="text-[26px]">Stone tray</h2>
        <span className="text-soft">drawn to one scale, 1 square = 10 mm</span>
        <span className="ml-auto flex items-center gap-6">
          <OpenFile />
          <Link to="/stones/new" className="text-lg font-semibold text-copper no-underline">
            Measure a stone <span className="kbd">M</span>
          </Link>
        </span>
      </div>
      {stones.data ? (
        <Tray stones={stones.data} pieces={pieces.data ?? []} />
      ) : (
        <Waiting text="Fetching the tray …" failed={stones.error} onRetry={() => void stones.refetch()} />
      )}
    </Frame>
  )
}

function OnTheBench({ piece, keeper }: { piece: PieceRow; keeper: string }) {
  const { tally } = useBench(keeper, piece.id)
  const plan = useMemo(() => {
    if (!piece.plan) return undefined
    const made = compute({
      stone: piece.plan.stone,
      family: piece.plan.family,
      options: piece.plan.options,
      settings: piece.plan.settings,
    })
    return made.ok ? made.plan : undefined
  }, [piece.plan])
  const b = plan && boundsOf(plan.design, plan.stone, 'front')
  const station = STATIONS.find((s) => s.id === piece.station)!
  return (
    <section
      className="sheet mt-4 grid gap-4 px-6 py-4 md:grid-cols-[minmax(0,1fr)_180px]"
      aria-label="On the bench"
    >
      <div className="min-w-0">
        <p className="text-soft">On the bench</p>
        <h1 className="text-[30px]">{piece.name || 'Unnamed piece'}</h1>
        <p className="mb-3 text-soft">
          {piece.stone.mineral} {piece.stone.outline}
          {piece.plan ? ` · ${piece.plan.hold.word} ${piece.plan.hold.say}` : ''}
        </p>
        <Road piece={piece.id} here={piece.station} reached={piece.station} />
        <div className="mt-2 flex flex-wrap items-center justify-between gap-3">
          <NextStep plan={plan} piece={piece} tally={tally} />
          <Link to={`/pieces/${piece.id}/${piece.station}`} className="btn btn-main text-lg">
            Go on: {station.name.toLowerCase()}
          </Link>
        </div>
      </div>
      {plan && b && (
        <svg
          viewBox={`${b.x0 - 1} ${b.y0 - 1} ${b.x1 - b.x0 + 2} ${b.y1 - b.y0 + 2}`}
          className="mx-auto h-[230px]"
          role="img"
          aria-label={`${piece.name}, as planned`}
        >
          <PieceDrawing design={plan.design} stone={plan.stone} view="front" />
        </svg>
      )}
    </section>
  )
}

/** What comes next on the piece, with its count, and the time so far. */
function NextStep({ plan, piece, tally }: { plan: Plan | undefined; piece: PieceRow; tally: BenchTally }) {
  const minutes = Math.round(Object.values(tally.time).reduce((a, b) => a + b, 0) / 60_000)
  const step = piece.station === 'wrap' ? plan?.steps.find((s) => !tally.stepsDone.includes(s.id)) : undefined
  const turns = step?.count && (tally.turns[step.id] ?? 0)
  const left = plan?.cut.wires.filter((w) => tally.cut[w.id] === undefined).length ?? 0
  return (
    <span className="text-lg">
      {step && (
        <>
          Next: <strong>{step.title.charAt(0).toLowerCase() + step.title.slice(1)}</strong>
          {step.count && `, ${turns} of about ${step.count.target} turns`}
        </>
      )}
      {piece.station === 'cut' && plan && left > 0 && (
        <>
          Next: <strong>{left === 1 ? 'one wire to cut' : `${left} wires to cut`}</strong>
        </>
      )}
      {minutes > 0 && (
        <span className="ml-3 text-soft">
          {minutes >= 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes} min`} so far
        </span>
      )}
    </span>
  )
}

const SCALE = 4.2

/** Stones side by side at one scale on a 10 mm grid. */
function Tray({ stones, pieces }: { stones: readonly StoneRow[]; pieces: readonly PieceRow[] }) {
  if (stones.length === 0)
    return (
      <div className="sheet p-10 text-center text-lg text-soft">
        The tray is empty. <Link to="/stones/new">Measure the first stone</Link>; calipers or a rule will do.
      </div>
    )
  const tallest = Math.max(...stones.map((s) => s.stone.length))
  const cell = 10 * SCALE
  return (
    <ul
      className="sheet m-0 flex list-none flex-wrap items-end gap-x-10 gap-y-6 px-8 py-6"
      ref={(el) => {
        if (!el) return
        el.style.backgroundImage =
          'linear-gradient(var(--grid) 1px, transparent 1px), linear-gradient(90deg, var(--grid) 1px, transparent 1px)'
        el.style.backgroundSize = `${cell}px ${cell}px`
      }}
    >
      {stones.map((row) => {
        const stone = fullStone(row.stone)
        const o = outline(stone.outline, stone.length, stone.width)
        const piece = pieces.find((p) => p.stoneId === row.id)
        const at = piece && STATIONS.find((s) => s.id === piece.station)
        return (
          <li key={row.id} className="text-center">
            <Link
              to={piece ? `/pieces/${piece.id}/${piece.station}` : `/stones/${row.id}`}
              className="block text-ink no-underline"
            >
              <svg
                width={(stone.width + 1) * SCALE}
                height={(tallest + 1) * SCALE}
                viewBox={`${-stone.width / 2 - 0.5} ${-(o.top + (tallest - stone.length)) - 0.5} ${stone.width + 1} ${tallest + 1}`}
                className="mx-auto block"
                aria-hidden
              >
                <StoneShape stone={stone} view="front" />
              </svg>
              <span className="mt-2 block px-2 font-semibold">{row.name || row.stone.mineral}</span>
              <span className="block px-2 text-[15px] text-soft">
                {stone.outline === 'round' ? `⌀ ${stone.length}` : `${stone.length} × ${stone.width}`} ×{' '}
                {stone.depth}
              </span>
              <span
                className={`block px-2 text-[15px] font-semibold ${piece ? 'text-copper' : 'text-verdigris'}`}
              >
                {at ? at.name.toLowerCase() : 'free'}
              </span>
            </Link>
          </li>
        )
      })}
    </ul>
  )
}

/** A piece file brought in: its stone, its choices and what was recorded. */
function OpenFile() {
  const input = useRef<HTMLInputElement>(null)
  const [problem, setProblem] = useState('')
  const navigate = useNavigate()
  const client = useQueryClient()
  const open = async (file: File) => {
    setProblem('')
    try {
      const read = await readPieceFile(file)
      const stone = await api.addStone({ name: read.name ?? '', note: read.note ?? '', stone: read.stone })
      const piece = await api.addPiece(stone.id, read.name ?? '')
      if (read.choices) {
        const made = compute({
          stone: read.stone,
          family: read.choices.family,
          options: read.choices.options,
          settings: DEFAULT_SETTINGS,
        })
        if (made.ok)
          await api.savePlan(piece.id, {
            version: piece.version,
            familyVersion: made.plan.familyVersion,
            choices: read.choices,
            lengths: Object.fromEntries(made.plan.cut.wires.map((w) => [w.id, Number(w.length.value)])),
          })
      }
      const records = freshRecords(read.records ?? [])
      for (let k = 0; k < records.length; k += 200) await api.sendEvents(piece.id, records.slice(k, k + 200))
      const station = stationOf(records)
      if (station) {
        const now = await api.piece(piece.id)
        if (now.plan) await api.editPiece(piece.id, { version: now.version, station })
      }
      await client.invalidateQueries()
      void navigate(`/pieces/${piece.id}/plan`)
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'This file cannot be read.')
    }
  }
  return (
    <span>
      {problem && (
        <span className="mr-3 text-red" role="alert">
          ✕ {problem}
        </span>
      )}
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Piece file"
        onChange={(e) => e.target.files?.[0] && void open(e.target.files[0])}
      />
      <button
        type="button"
        className="border-0 bg-transparent text-lg font-semibold text-copper"
        onClick={() => input.current?.click()}
      >
        Open a piece file
      </button>
    </span>
  )
}
