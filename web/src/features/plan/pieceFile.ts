import { saveFile } from '../../app/saveFile.js'
import { fileName } from '../../drawing/saveSvg.js'
import { pieceFileSchema, type BenchEvent, type PieceFile, type PieceRow } from '@verger/contract'
import { family, numberOf, windsOf, type Options, type Plan } from '@verger/core'
import { newId } from '../../app/newId.js'

/** A piece as its open file: stone, choices, what they gave, and what was recorded at the bench. */
export function pieceFileOf(spec: {
  readonly piece: PieceRow
  readonly options?: Options | undefined
  readonly plan?: Plan | undefined
  readonly records: readonly BenchEvent[]
}): PieceFile {
  const { piece, plan, records } = spec
  const options = spec.options ?? piece.plan?.options
  const familyId = plan?.family ?? piece.plan?.family
  return pieceFileSchema.parse({
    format: 'verger-piece',
    version: 1,
    ...(piece.name ? { name: piece.name } : {}),
    ...(piece.note ? { note: piece.note } : {}),
    stone: piece.stone,
    ...(options && familyId ? { choices: { family: familyId, options } } : {}),
    ...(plan
      ? {
          result: {
            familyVersion: family(plan.family).version,
            lengths: Object.fromEntries(plan.cut.wires.map((w) => [w.id, numberOf(w.length)])),
            turns: Object.fromEntries(windsOf(plan.cut).map((b) => [b.joint, numberOf(b.turns)])),
            metal: numberOf(plan.cut.metal),
          },
        }
      : {}),
    // what it was cut from is of this workshop alone
    ...(records.length > 0 ? { records: records.map(withoutRack) } : {}),
  })
}

/** Offers a piece file for download. */
export function downloadPiece(file: PieceFile): void {
  saveFile(fileName(file.name ?? 'piece', 'verger.json'), JSON.stringify(file, null, 2), 'application/json')
}

/** Reads a piece file; the error says what is wrong with it and where. @throws Error */
export async function readPieceFile(file: File): Promise<PieceFile> {
  let json: unknown
  try {
    json = JSON.parse(await file.text())
  } catch {
    throw new Error(`${file.name} is not a piece file: it is not JSON.`)
  }
  const parsed = pieceFileSchema.safeParse(json)
  if (!parsed.success)
    throw new Error(
      `${file.name} cannot be read: ${parsed.error.issues.map((i) => `${i.path.join('.') || 'file'} ${i.message}`).join('; ')}`,
    )
  return parsed.data
}

/** A record without what of the rack it came from: another workshop has another one, and nothing is taken from this one twice. */
function withoutRack(event: BenchEvent): BenchEvent {
  const { from, ...plain } = event
  void from
  return plain
}

/** The same records with ids of their own: a file brought in twice makes two pieces, each with all its records. */
export function freshRecords(records: readonly BenchEvent[]): BenchEvent[] {
  const ids = new Map(records.map((e) => [e.id, newId()]))
  return records.map((e) => ({
    ...withoutRack(e),
    id: ids.get(e.id)!,
    ...(e.kind === 'undo' ? { value: ids.get(String(e.value)) ?? String(e.value) } : {}),
  }))
}

/** How far along the road a piece is by its records. */
export function stationOf(records: readonly BenchEvent[]): 'cut' | 'wrap' | 'proof' | undefined {
  const has = (...kinds: BenchEvent['kind'][]) => records.some((e) => kinds.includes(e.kind))
  return has('proof') ? 'proof' : has('turn', 'step-done') ? 'wrap' : has('cut') ? 'cut' : undefined
}
