import type { Batch, Choices, PieceRow } from '@verger/contract'
import { family, mirrored, mirroredStone, type Plan, type Stone, type WorkshopSettings } from '@verger/core'
import { api } from '../../app/api.js'
import { newId } from '../../app/newId.js'
import { quickWorker } from '../../compute/usePlan.js'

/** The setting of a plan and its options, as they are kept. */
export const choicesOf = ({ family: id, options }: Pick<Plan, 'family' | 'options'>): Choices => ({
  family: id,
  options: Object.fromEntries(
    Object.entries(options).map(([k, v]) => [k, typeof v === 'object' ? [...v] : v]),
  ),
})

/** Saves a plan as it was worked out here. */
export const savePlanOf = (row: Pick<PieceRow, 'id' | 'version'>, plan: Plan) =>
  api.savePlan(row.id, {
    version: row.version,
    familyVersion: plan.familyVersion,
    choices: choicesOf(plan),
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
  { stone }: Pick<PieceRow, 'stone'>,
  plan: Plan,
  name: string,
  as: { readonly batch?: Batch; readonly practice?: boolean },
): Promise<string> {
  const row = await api.addStone({ name: `${name}, its stone`.slice(0, 120), note: '', stone })
  const piece = await api.addPiece(row.id, name, as)
  await savePlanOf(piece, plan)
  return piece.id
}

/**
 * The mirror image of a piece: its stone, with the measures that were taken of a pair's other one, and its plan with left and right changed over.
 * @throws Error in words where that stone has no room in it
 */
export async function mirrorOf(
  piece: Pick<PieceRow, 'stone'>,
  plan: Plan,
  settings: WorkshopSettings,
): Promise<{ readonly stone: Stone; readonly plan: Plan }> {
  const stone = mateOf(piece.stone)
  const options = mirrored(family(plan.family).params(piece.stone), plan.options)
  const found = await quickWorker().plan({ stone, family: plan.family, options, settings })
  if (!found.ok) throw new Error('The other stone has no room in the mirrored setting. Measure both again.')
  return { stone, plan: found.plan }
}

/** The other stone of a pair: the mirror image, with its own measures where they were taken, without what was read at the first. */
export function mateOf(stone: Stone): Stone {
  const { group, ...first } = stone
  const mate = group?.kind === 'pair' ? group.mate : undefined
  const measured: Stone = { ...mirroredStone(first), ...mate }
  for (const id of ['readings', 'taped', ...(mate?.weighed === undefined ? ['weighed'] : [])] as const)
    Reflect.deleteProperty(measured, id)
  return measured
}

/** A matched pair: a piece like this one and its mirror image, worked on together. Gives both ids. */
export async function makePair(piece: PieceRow, plan: Plan, settings: WorkshopSettings): Promise<string[]> {
  const other = await mirrorOf(piece, plan, settings)
  const id = newId()
  return [
    await copyOf(piece, plan, placedName(piece.name, 1, 2), { batch: { id, place: 1, of: 2 } }),
    await copyOf(other, other.plan, placedName(piece.name, 2, 2), { batch: { id, place: 2, of: 2 } }),
  ]
}
