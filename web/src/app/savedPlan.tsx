import type { PieceRow, StationId } from '@verger/contract'
import { family, fill, plan as compute, stoneText, withMeasured, type Options, type Plan } from '@verger/core'
import { useQueryClient } from '@tanstack/react-query'
import { useMemo, type ReactNode } from 'react'
import { Link, useParams } from 'react-router'
import { Frame } from '../ui/Frame.js'
import { PieceFrame } from '../ui/PieceFrame.js'
import type { Bench } from '../bench/useBench.js'
import { STATIONS } from '../ui/Road.js'
import { Waiting } from '../ui/Waiting.js'
import { api, ApiError } from './api.js'
import { usePiece } from './session.js'
import { useSettings } from './workshop.js'

type Saved =
  | {
      readonly ready: true
      readonly pieceId: string
      readonly piece: PieceRow
      readonly plan: Plan
      /** Why what was measured at the bench could not take the plan's place. */
      readonly misfit: string | undefined
    }
  | { readonly ready: false; readonly pieceId: string; readonly waiting: ReactNode }

/**
 * The piece in the address with its saved plan computed again from what was saved with it: stone, choices and settings, with what
 * was measured at the bench in place of what was planned. The hand is the maker's own. Ready once the bench's record is known too,
 * so that no figure is shown first without what was timed and measured and then with it.
 */
export function useSavedPlan(bench: Pick<Bench, 'tally' | 'ready'>): Saved {
  const { pieceId = '' } = useParams()
  // a count changes the tally and nothing that was measured
  const said = JSON.stringify(bench.tally.measured)
  const measured = useMemo(() => JSON.parse(said) as Bench['tally']['measured'], [said])
  const { hand } = useSettings()
  const piece = usePiece(pieceId)
  const saved = piece.data?.plan
  const { made, misfit } = useMemo(() => {
    if (!saved) return { made: undefined, misfit: undefined }
    const by = (options: Options) =>
      compute({ stone: saved.stone, family: saved.family, options, settings: { ...saved.settings, hand } })
    const taken = withMeasured(saved.family, saved.stone, saved.options, measured)
    const left = Object.entries(family(saved.family).measured).find(
      ([step, option]) => measured[step] !== undefined && taken[option] !== measured[step],
    )
    const met = by(taken)
    if (met.ok)
      return {
        made: met,
        misfit: left && `${measured[left[0]]!.toFixed(1)} mm is more or less than this can be.`,
      }
    // what was measured leaves no room for the rest: the numbers stay with the plan, and the maker is told
    const words = { ...stoneText, ...family(saved.family).text.findings }
    const errors = met.findings
      .filter((f) => f.severity === 'error')
      .map((f) => fill(words[f.code] ?? f.code, f.values))
    const planned = by(saved.options)
    return { made: planned, misfit: planned.ok ? errors[0] : undefined }
  }, [saved, measured, hand])
  if (piece.data && made?.ok && bench.ready)
    return { ready: true, pieceId, piece: piece.data, plan: made.plan, misfit }
  const text =
    piece.data && !saved
      ? 'This piece has no plan yet.'
      : made && !made.ok
        ? 'The saved plan cannot be built any more; open Plan to see why.'
        : made && !bench.ready
          ? 'Fetching the count …'
          : 'Fetching the piece …'
  return {
    ready: false,
    pieceId,
    waiting: piece.data ? (
      <PieceFrame piece={piece.data} here={piece.data.station}>
        <p className="py-12 text-lg" role="status">
          {text}{' '}
          {!made?.ok && (
            <Link className="text-copper" to={`/pieces/${pieceId}/plan`}>
              Go to Plan
            </Link>
          )}
        </p>
      </PieceFrame>
    ) : (
      <Frame>
        <Waiting text={text} failed={piece.error} onRetry={() => void piece.refetch()} />
      </Frame>
    ),
  }
}

/** Marks a station as reached, if the piece has not been there yet. */
export function useMoveOn() {
  const client = useQueryClient()
  return async (piece: PieceRow, station: StationId): Promise<void> => {
    const order = STATIONS.map((s) => s.id)
    if (order.indexOf(piece.station) >= order.indexOf(station)) return
    // a piece changed elsewhere meanwhile moves on all the same: only its station is set
    const next = await api
      .editPiece(piece.id, { version: piece.version, station })
      .catch(async (error: unknown) => {
        if (!(error instanceof ApiError && error.problem.type === 'verger:stale')) throw error
        const now = await api.piece(piece.id)
        return order.indexOf(now.station) >= order.indexOf(station)
          ? now
          : api.editPiece(piece.id, { version: now.version, station })
      })
    client.setQueryData(['piece', piece.id], next)
    await client.invalidateQueries({ queryKey: ['pieces'] })
  }
}
