import type { Me, PieceRow, StoneRow } from '@verger/contract'
import { fullStone } from '@verger/core'
import { useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api } from '../../app/api.js'
import { sizeName } from '../../app/stoneWords.js'
import { keeperOf, usePieces, useStones } from '../../app/session.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { STATIONS } from '../../ui/Road.js'
import { openCommands } from '../../app/Commands.js'
import { FastLane } from './FastLane.js'
import { Tour } from './Tour.js'

const OnTheBench = lazy(() => import('./OnTheBench.js'))

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
      {bench && (
        <Suspense fallback={<div className="sheet mt-4 min-h-[264px]" aria-hidden />}>
          <OnTheBench piece={bench} keeper={keeperOf(me)} />
        </Suspense>
      )}
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
        const b = stoneLines(stone, 'front').box
        const [wide, tall] = [b.x1 - b.x0, b.y1 - b.y0]
        const piece = pieces.find((p) => p.stoneId === row.id)
        const at = piece && STATIONS.find((s) => s.id === piece.station)
        return (
          <li key={row.id} className="text-center">
            <Link
              to={piece ? `/pieces/${piece.id}/${piece.station}` : `/stones/${row.id}`}
              className="block text-ink no-underline"
            >
              <svg
                width={(wide + 1) * SCALE}
                height={(tallest + 1) * SCALE}
                viewBox={`${b.x0 - 0.5} ${b.y0 - (tallest - tall) - 0.5} ${wide + 1} ${tallest + 1}`}
                className="mx-auto block"
                aria-hidden
              >
                <StoneShape stone={stone} view="front" />
              </svg>
              <span className="mt-2 block px-2 font-semibold">{row.name || row.stone.mineral}</span>
              <span className="block px-2 text-[15px] text-soft">{sizeName(row.stone)}</span>
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
      const { bringIn } = await import('./bringIn.js')
      const piece = await bringIn(file)
      await client.invalidateQueries()
      void navigate(`/pieces/${piece}/plan`)
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
