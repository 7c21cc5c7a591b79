import type { Me } from '@verger/contract'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { keeperOf, usePieces, useStones } from '../../app/session.js'
import { Waiting } from '../../ui/Waiting.js'
import { Frame } from '../../ui/Frame.js'
import { Tray } from '../tray/Tray.js'
import { useCommands } from '../../app/Commands.js'
import { FastLane } from './FastLane.js'
import type { ReadPiece } from './bringIn.js'
import { Tour } from './Tour.js'
import { Problem } from '../../ui/Problem.js'

const OnTheBench = lazy(() => import('./OnTheBench.js'))
const OnTheWay = lazy(() => import('./OnTheWay.js'))
const PieceFileWindow = lazy(() => import('./PieceFileWindow.js'))

/** The workshop: a quick answer, the piece on the bench, the tray of stones to one scale. */
export function HomePage({ me }: { me: Me }) {
  const stones = useStones()
  const pieces = usePieces()
  const navigate = useNavigate()
  const open = useCommands()
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
  return (
    <Frame
      beside={<span className="text-lg text-soft">{me.workshop.name}</span>}
      right={
        <button
          type="button"
          className="min-h-[44px] border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => open?.('find')}
        >
          Find <span className="kbd">/</span>
        </button>
      }
    >
      <FastLane me={me} />
      <Tour />
      {bench && (
        <Suspense fallback={<div className="sheet mt-4 min-h-[264px]" aria-hidden />}>
          <OnTheBench piece={bench} keeper={keeperOf(me)} />
        </Suspense>
      )}
      {stones.data && pieces.data && pieces.data.length > 0 && (
        <Suspense fallback={null}>
          <OnTheWay stones={stones.data} settings={me.workshop.settings} />
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

/** A piece file brought in: its stone, its choices and what was recorded. */
function OpenFile() {
  const input = useRef<HTMLInputElement>(null)
  const [problem, setProblem] = useState('')
  const [read, setRead] = useState<ReadPiece>()
  const open = async (file: File) => {
    setProblem('')
    try {
      const { readIn } = await import('./bringIn.js')
      setRead(await readIn(file))
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'This file cannot be read.')
    }
  }
  return (
    <span>
      {problem && <Problem className="mr-3">{problem}</Problem>}
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label="Piece file"
        onChange={(e) => {
          const file = e.target.files?.[0]
          e.target.value = ''
          if (file) void open(file)
        }}
      />
      <button
        type="button"
        className="border-0 bg-transparent text-lg font-semibold text-copper"
        onClick={() => input.current?.click()}
      >
        Open a piece file
      </button>
      {read && (
        <Suspense fallback={null}>
          <PieceFileWindow read={read} onClose={() => setRead(undefined)} />
        </Suspense>
      )}
    </span>
  )
}
