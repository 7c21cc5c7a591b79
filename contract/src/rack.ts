import { ALLOYS, WIRE_SIZES } from '@verger/core'
import { z } from 'zod'
import type { BenchEvent } from './piece.js'
import { clientId, moment } from './piece.js'

const length = z.number().positive('must be above 0').max(1_000_000, 'must be a kilometre or less')
const grams = z.number().min(0).max(100_000)

/** Wire as it is bought, and the temper that it had then. */
export const rackStockSchema = z.strictObject({
  alloy: z.enum(ALLOYS.map((a) => a.id)),
  size: z.enum(WIRE_SIZES.map((s) => s.label) as [string, ...string[]]),
  profile: z.enum(['round', 'square', 'half-round']),
  temper: z.enum(['dead soft', 'half hard']),
})
export type RackWireStock = z.infer<typeof rackStockSchema>

/** A spool that is worked from, a straight length (an offcut once it was cut from), or a coil that was bent and is left over. */
export const RACK_FORMS = ['spool', 'length', 'coil'] as const

/**
 * What happened on the rack, beside cuts (those are bench events of the piece that they were made for): laid in; measured or weighed, which is its length from
 * then on; taken for something else; gone; undone.
 */
export const rackEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    id: clientId,
    at: moment,
    kind: z.literal('laid-in'),
    rack: clientId,
    form: z.enum(RACK_FORMS),
    stock: rackStockSchema,
    length,
    name: z.string().trim().max(60).default(''),
    /** Weight of the empty spool, g; null where it is not known or there is none. */
    empty: grams.nullable().default(null),
    /** The piece that it was left over from. */
    of: z.string().max(60).nullable().default(null),
  }),
  z.strictObject({
    id: clientId,
    at: moment,
    kind: z.literal('measured'),
    rack: clientId,
    length: z.number().min(0).max(1_000_000),
    /** What it weighed with its spool, g, where the length follows from that. */
    weighed: grams.nullable().default(null),
  }),
  z.strictObject({
    id: clientId,
    at: moment,
    kind: z.literal('taken'),
    rack: clientId,
    length,
    note: z.string().trim().max(200).default(''),
  }),
  z.strictObject({ id: clientId, at: moment, kind: z.literal('gone'), rack: clientId }),
  z.strictObject({ id: clientId, at: moment, kind: z.literal('undo'), rack: clientId, undoes: clientId }),
])
export type RackEvent = z.infer<typeof rackEventSchema>
export const rackWriteSchema = z.strictObject({ events: z.array(rackEventSchema).min(1).max(100) })
export type RackWrite = z.input<typeof rackWriteSchema>

/** A cut of a piece that was made from the rack: the last of its wire that was not undone. */
export interface RackCut {
  readonly id: string
  readonly piece: string
  readonly wire: string
  readonly at: string
  readonly from: NonNullable<BenchEvent['from']>
}
/** Cuts and what happened on the rack, in the server's order. */
export type RackLine = { readonly event: RackEvent } | { readonly cut: RackCut }

const takenSchema = z.object({
  id: z.string(),
  length: z.number(),
  at: z.string(),
  /** The piece and its wire; both null where it was taken for something else. */
  piece: z.string().nullable(),
  wire: z.string().nullable(),
  note: z.string(),
  /** Was it taken since the length was last measured: else that knows of it. */
  counts: z.boolean(),
})

/** A spool, length or coil as it is now. */
export const rackRowSchema = z.object({
  id: z.string(),
  form: z.enum(RACK_FORMS),
  stock: rackStockSchema,
  name: z.string(),
  empty: z.number().nullable(),
  of: z.string().nullable(),
  laidIn: z.object({ length: z.number(), at: z.string() }),
  /** What it measured last, when, and the event that said so. */
  measured: z.object({ length: z.number(), at: z.string(), id: z.string() }).nullable(),
  /** mm that are left; below 0 where more was cut than it had: it is to be measured. */
  length: z.number(),
  taken: z.array(takenSchema),
  /** Used up, lost or given away: the event that said so. */
  gone: z.string().nullable(),
})
export type RackRow = z.infer<typeof rackRowSchema>

type Open = { -readonly [K in keyof RackRow]: RackRow[K] }

/**
 * The rack out of all that happened to it, in the server's order: each id counts once, an undone one not at all. What it measured last is its length, less
 * what was taken since.
 * @example rackOf([{ event: laidIn(300) }, { cut: cut(120) }])[0].length // 180
 */
export function rackOf(lines: readonly RackLine[]): RackRow[] {
  const once = [...new Map(lines.map((l) => ['event' in l ? l.event.id : l.cut.id, l])).values()]
  const undone = new Set(
    once.flatMap((l) => ('event' in l && l.event.kind === 'undo' ? [l.event.undoes] : [])),
  )
  const rows = new Map<string, Open>()
  const take = (rack: string, taken: Omit<RackRow['taken'][number], 'counts'>) => {
    const row = rows.get(rack)
    if (!row) return
    row.length -= taken.length
    row.taken.push({ ...taken, counts: true })
  }
  for (const line of once) {
    if ('cut' in line) {
      const { id, piece, wire, at, from } = line.cut
      for (const { rack, length: long } of from) take(rack, { id, length: long, at, piece, wire, note: '' })
      continue
    }
    const { event } = line
    if (undone.has(event.id)) continue
    const row = rows.get(event.rack)
    switch (event.kind) {
      case 'laid-in':
        if (row) break
        rows.set(event.rack, {
          id: event.rack,
          form: event.form,
          stock: event.stock,
          name: event.name,
          empty: event.empty,
          of: event.of,
          laidIn: { length: event.length, at: event.at },
          measured: null,
          length: event.length,
          taken: [],
          gone: null,
        })
        break
      case 'measured':
        if (!row) break
        row.measured = { length: event.length, at: event.at, id: event.id }
        row.length = event.length
        row.taken = row.taken.map((t) => ({ ...t, counts: false }))
        break
      case 'taken':
        take(event.rack, {
          id: event.id,
          length: event.length,
          at: event.at,
          piece: null,
          wire: null,
          note: event.note,
        })
        break
      case 'gone':
        if (row) row.gone = event.id
        break
      case 'undo':
        break
      default: {
        const never: never = event
        throw new RangeError(`unknown event ${JSON.stringify(never)}`)
      }
    }
  }
  return [...rows.values()]
}

/**
 * The rack with all that is known of a piece's cuts, sent or not: of each wire the last cut that was not undone counts, whatever the server knew of that
 * wire before.
 */
export function withCutsOf(
  rows: readonly RackRow[],
  piece: string,
  events: readonly BenchEvent[],
): RackRow[] {
  const undone = new Set(events.filter((e) => e.kind === 'undo').map((e) => String(e.value)))
  const last = new Map(events.filter((e) => e.kind === 'cut' && !undone.has(e.id)).map((e) => [e.subject, e]))
  return rows.map((row) => {
    const overtaken = row.taken.filter(
      (t) =>
        undone.has(t.id) ||
        (t.piece === piece && t.wire !== null && last.has(t.wire) && last.get(t.wire)!.id !== t.id),
    )
    const came = [...last.values()].flatMap((e) =>
      (e.from ?? [])
        .filter((f) => f.rack === row.id && !row.taken.some((t) => t.id === e.id))
        .map((f) => ({
          id: e.id,
          length: f.length,
          at: e.at,
          piece,
          wire: e.subject,
          note: '',
          counts: true,
        })),
    )
    if (overtaken.length + came.length === 0) return row
    const back = overtaken.reduce((sum, t) => sum + (t.counts ? t.length : 0), 0)
    const off = came.reduce((sum, t) => sum + t.length, 0)
    return {
      ...row,
      length: row.length + back - off,
      taken: [...row.taken.filter((t) => !overtaken.includes(t)), ...came],
    }
  })
}
