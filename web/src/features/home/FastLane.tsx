import type { Me } from '@verger/contract'
import { numberOf, type Plan, type Stone } from '@verger/core'
import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useState } from 'react'
import { useNavigate } from 'react-router'
import { api } from '../../app/api.js'
import { QuickAnswer } from './QuickAnswer.js'
import { Problem } from '../../ui/Problem.js'

/** A quick answer with the workshop's own wires and prices, which can be kept as a piece. */
export function FastLane({ me }: { me: Me }) {
  const { settings } = me.workshop
  const [problem, setProblem] = useState('')
  const navigate = useNavigate()
  const client = useQueryClient()
  // only what is asked fetches what it is worked out with
  const wish = useCallback(
    async () => (await import('../../app/planSettings.js')).wishWithKept({ alloy: 'copper' }, settings),
    [settings],
  )
  const priced = useCallback(
    async () => (await import('../../app/planSettings.js')).planSettings(settings),
    [settings],
  )
  const keep = async ({ stone, plan }: { readonly stone: Stone; readonly plan: Plan }) => {
    setProblem('')
    try {
      const row = await api.addStone({ name: '', note: '', stone })
      const piece = await api.addPiece(row.id, '')
      await api.savePlan(piece.id, {
        version: piece.version,
        familyVersion: plan.familyVersion,
        choices: {
          family: plan.family,
          options: Object.fromEntries(
            Object.entries(plan.options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]),
          ),
        },
        lengths: Object.fromEntries(plan.cut.wires.map((w) => [w.id, numberOf(w.length)])),
      })
      await client.invalidateQueries()
      void navigate(`/pieces/${piece.id}/plan`)
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  return (
    <QuickAnswer
      settings={settings}
      wish={wish}
      priced={priced}
      action={(made) => (
        <span className="flex flex-wrap items-center gap-3">
          {problem && <Problem>{problem}</Problem>}
          <button type="button" className="btn" disabled={!made} onClick={() => made && void keep(made)}>
            Keep as a piece
          </button>
        </span>
      )}
    />
  )
}
