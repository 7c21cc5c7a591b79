import { pieceFileSchema, tally, type BenchEvent, type PieceRow } from '@verger/contract'
import { DEFAULT_SETTINGS, numberOf, plan } from '@verger/core'
import { FRAME, OVAL } from '../../../../core/src/testing'
import { freshRecords, pieceFileOf, readPieceFile, stationOf } from './pieceFile'

const made = plan({
  stone: OVAL,
  family: 'bound-frame',
  options: FRAME,
  settings: { ...DEFAULT_SETTINGS, prices: {} },
})
if (!made.ok) throw new Error('the example cannot be planned')
const piece = { name: 'Winter', note: '', stone: OVAL, plan: null } as unknown as PieceRow
const event = (id: string, change: Partial<BenchEvent>): BenchEvent => ({
  id: `event-${id}-0123456789`,
  kind: 'turn',
  subject: 'bind-foot',
  at: '2026-11-20T10:00:00.000Z',
  ...change,
})
const records = [
  event('a', {}),
  event('b', {}),
  event('c', {}),
  event('d', { kind: 'undo', value: 'event-b-0123456789' }),
  event('e', { kind: 'time', value: 60_000 }),
]
const file = (value: unknown) => ({ name: 'a.json', text: async () => JSON.stringify(value) }) as File

describe('a piece as a file', () => {
  it('holds the lengths that were planned, and is read back as it was', async () => {
    const written = pieceFileOf({ piece, plan: made.plan, options: FRAME, records })
    const lengths = written.result!.lengths as Record<string, number>
    for (const w of made.plan.cut.wires) expect(lengths[w.id]).toBe(numberOf(w.length))
    expect(await readPieceFile(file(written))).toEqual(pieceFileSchema.parse(written))
    expect(written.records).toEqual(records)
  })

  it('a file that is none says what is wrong and where', async () => {
    await expect(readPieceFile({ name: 'x.json', text: async () => 'no' } as File)).rejects.toThrow(
      'not JSON',
    )
    await expect(
      readPieceFile(file({ format: 'verger-piece', version: 1, stone: { ...OVAL, length: 'long' } })),
    ).rejects.toThrow(/stone\.length/)
  })

  it('brought in again, its records count the same under ids of their own', () => {
    const fresh = freshRecords(records)
    expect(new Set([...fresh, ...records].map((e) => e.id)).size).toBe(2 * records.length)
    expect(tally(fresh)).toEqual(tally(records))
    expect(tally(fresh).turns['bind-foot']).toBe(2)
  })

  it('knows from its records how far along the road it is', () => {
    expect(stationOf([])).toBeUndefined()
    expect(stationOf([event('a', { kind: 'cut', value: 170 })])).toBe('cut')
    expect(stationOf([...records, event('f', { kind: 'cut', value: 170 })])).toBe('wrap')
    expect(stationOf([...records, event('g', { kind: 'proof', value: 'pass' })])).toBe('proof')
  })
})
