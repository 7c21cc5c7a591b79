import type { Batch, PieceRow } from '@verger/contract'
import type { Plan } from '@verger/core'
import { api } from '../../app/api.js'
import { newId } from '../../app/newId.js'

/** Saves a plan as it was worked out here. */
export const savePlanOf = (row: Pick<PieceRow, 'id' | 'version'>, plan: Plan) =>
  api.savePlan(row.id, {
    version: row.version,
    familyVersion: plan.familyVersion,
    choices: {
      family: plan.family,
      options: Object.fromEntries(
        Object.entries(plan.options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]),
      ),
    },
    lengths: Object.fromEntries(plan.cut.wires.map((w) => [w.id, Number(w.length.value)])),
  })

/** A name with its place among several. @example placedName('Frost button', 2, 6) // 'Frost button, 2 of 6' */
export const placedName = (name: string, place: number, of: number): string =>
  `${name.slice(0, 100) || 'Unnamed piece'}, ${place} of ${of}`

/** As many pieces like one, each with a stone of its own of the same measures, as a batch. @throws Error with the pieces made so far kept */
export async function makeBatch(piece: PieceRow, plan: Plan, of: number): Promise<string[]> {
  const id = newId()
  const made: string[] = []
  for (let place = 1; place <= of; place++)
    made.push(await copyOf(piece, plan, placedName(piece.name, place, of), { batch: { id, place, of } }))
  return made
}

/** A piece like another one with a stone of its own, planned alike. Gives its id. */
export async function copyOf(
  piece: PieceRow,
  plan: Plan,
  name: string,
  as: { readonly batch?: Batch; readonly practice?: boolean },
): Promise<string> {
  const stone = await api.addStone({ name: `${name}, its stone`.slice(0, 120), note: '', stone: piece.stone })
  const row = await api.addPiece(stone.id, name, as)
  await savePlanOf(row, plan)
  return row.id
}
