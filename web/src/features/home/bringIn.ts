import type { PieceFile } from '@verger/contract'
import { DEFAULT_SETTINGS, numberOf, type Plan } from '@verger/core'
import { api } from '../../app/api.js'
import { quickWorker } from '../../compute/usePlan.js'
import { freshRecords, readPieceFile, stationOf } from '../plan/pieceFile.js'

/** A length in a file and as it is worked out here are the same within this, mm. */
const SAME = 0.1

/** What a piece file holds, and what is worked out of it here: nothing of it is kept yet. */
export interface ReadPiece {
  readonly file: PieceFile
  /** Undefined where it has no choices, or where they leave no room. */
  readonly plan: Plan | undefined
  /** Wires that come out otherwise here than the file says, with both lengths, mm. */
  readonly differ: readonly { readonly wire: string; readonly told: number; readonly here: number }[]
}

/** Reads a piece file and works out its plan. @throws Error that says what is wrong with the file */
export async function readIn(given: File): Promise<ReadPiece> {
  const file = await readPieceFile(given)
  const made =
    file.choices &&
    (await quickWorker().plan({
      stone: file.stone,
      family: file.choices.family,
      options: file.choices.options,
      settings: DEFAULT_SETTINGS,
    }))
  const plan = made?.ok ? made.plan : undefined
  // what a file says of its result is anybody's: read where it is as Verger writes it
  const lengths = (file.result?.lengths ?? {}) as Record<string, unknown>
  const differ = (plan?.cut.wires ?? []).flatMap((w) => {
    const [told, here] = [lengths[w.id], numberOf(w.length)]
    return typeof told !== 'number' || Math.abs(told - here) <= SAME ? [] : [{ wire: w.id, told, here }]
  })
  return { file, plan, differ }
}

/** Makes a stone and a piece of what was read, with its choices and records; gives the piece's id. */
export async function bringIn({ file, plan }: ReadPiece): Promise<string> {
  const stone = await api.addStone({ name: file.name ?? '', note: file.note ?? '', stone: file.stone })
  const piece = await api.addPiece(stone.id, file.name ?? '')
  if (file.choices && plan)
    await api.savePlan(piece.id, {
      version: piece.version,
      familyVersion: plan.familyVersion,
      choices: file.choices,
      lengths: Object.fromEntries(plan.cut.wires.map((w) => [w.id, numberOf(w.length)])),
    })
  const records = freshRecords(file.records ?? [])
  for (let k = 0; k < records.length; k += 200)
    await api.sendEvents(piece.id, records.slice(k, k + 200), Number.MAX_SAFE_INTEGER)
  const station = stationOf(records)
  if (station) {
    const now = await api.piece(piece.id)
    if (now.plan) await api.editPiece(piece.id, { version: now.version, station })
  }
  return piece.id
}
