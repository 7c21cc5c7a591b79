import { DEFAULT_SETTINGS } from '@verger/core'
import { api } from '../../app/api.js'
import { quickWorker } from '../../compute/usePlan.js'
import { freshRecords, readPieceFile, stationOf } from '../plan/pieceFile.js'

/** Makes a stone and a piece of a piece file, with its choices and records; gives the piece's id. @throws Error that says what is wrong with the file */
export async function bringIn(file: File): Promise<string> {
  const read = await readPieceFile(file)
  const stone = await api.addStone({ name: read.name ?? '', note: read.note ?? '', stone: read.stone })
  const piece = await api.addPiece(stone.id, read.name ?? '')
  if (read.choices) {
    const made = await quickWorker().plan({
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
  for (let k = 0; k < records.length; k += 200)
    await api.sendEvents(piece.id, records.slice(k, k + 200), Number.MAX_SAFE_INTEGER)
  const station = stationOf(records)
  if (station) {
    const now = await api.piece(piece.id)
    if (now.plan) await api.editPiece(piece.id, { version: now.version, station })
  }
  return piece.id
}
