import { sql } from 'kysely'
import type { Db } from '../db/database.js'
import type { WorkshopArchive } from './format.js'

/** Writes what an archive holds, but for its pictures, into an empty workshop. */
export async function fill(
  tx: Db,
  workshop: string,
  { stones, drawer, pieces, rack, commissions }: WorkshopArchive,
): Promise<void> {
  const seqs = await inOrder(tx, [...pieces.flatMap((p) => p.events), ...rack])
  const date = (text: string | null) => (text === null ? null : new Date(text))
  for (const some of inLots(stones, 200))
    await tx
      .insertInto('stones')
      .values(
        some.map((s) => ({
          workshop_id: workshop,
          id: s.id,
          version: s.version,
          name: s.name,
          note: s.note,
          stone: JSON.stringify(s.stone),
          away_at: date(s.awayAt),
          removed_at: date(s.removedAt),
          created_at: new Date(s.createdAt),
        })),
      )
      .execute()
  for (const some of inLots(drawer, 200))
    await tx
      .insertInto('drawer')
      .values(
        some.map((d) => ({
          workshop_id: workshop,
          id: d.id,
          version: d.version,
          item: JSON.stringify(d.item),
          removed_at: date(d.removedAt),
          created_at: new Date(d.createdAt),
        })),
      )
      .execute()
  for (const p of pieces) {
    await tx
      .insertInto('pieces')
      .values({
        workshop_id: workshop,
        id: p.id,
        version: p.version,
        name: p.name,
        note: p.note,
        station: p.station,
        stone_id: p.stoneId,
        plan: p.plan && JSON.stringify(p.plan),
        variants: JSON.stringify(p.variants),
        costs: p.costs && JSON.stringify(p.costs),
        batch: p.batch && JSON.stringify(p.batch),
        practice: p.practice,
        removed_at: date(p.removedAt),
        created_at: new Date(p.createdAt),
        updated_at: new Date(p.updatedAt),
      })
      .execute()
    if (p.finished)
      await tx
        .insertInto('ledger')
        .values({
          workshop_id: workshop,
          piece_id: p.id,
          figures: JSON.stringify(p.finished.figures),
          finished_at: new Date(p.finished.at),
        })
        .execute()
    for (const some of inLots(p.events, 500))
      await tx
        .insertInto('bench_events')
        .values(
          some.map((event) => {
            const { id, kind, subject, at, receivedAt, value, from } = event
            return {
              id,
              kind,
              subject,
              at,
              workshop_id: workshop,
              piece_id: p.id,
              value: value === undefined ? null : JSON.stringify(value),
              taken_from: from === undefined ? null : JSON.stringify(from),
              received_at: new Date(receivedAt),
              seq: seqs.get(event)!,
            }
          }),
        )
        .execute()
  }
  for (const some of inLots(commissions, 500))
    await tx
      .insertInto('commissions')
      .values(
        some.map((c) => ({
          workshop_id: workshop,
          piece_id: c.pieceId,
          version: c.version,
          commission: JSON.stringify(c.commission),
        })),
      )
      .execute()
  for (const some of inLots(rack, 500))
    await tx
      .insertInto('rack_events')
      .values(
        some.map((r) => ({
          workshop_id: workshop,
          id: r.event.id,
          rack_id: r.event.rack,
          event: JSON.stringify(r.event),
          received_at: new Date(r.receivedAt),
          seq: seqs.get(r)!,
        })),
      )
      .execute()
}

/** A number in the server's order for each event: in the order of their places, and as they come where they have none. */
async function inOrder<T extends { readonly place?: number | undefined }>(
  tx: Db,
  events: readonly T[],
): Promise<Map<T, string>> {
  if (events.length === 0) return new Map()
  const { rows } = await sql<{ seq: string }>`
    select nextval(pg_get_serial_sequence('bench_events', 'seq')) as seq from generate_series(1, ${events.length})`.execute(
    tx,
  )
  const numbers = rows.map((r) => BigInt(r.seq)).sort((a, b) => (a < b ? -1 : 1))
  // a sort that keeps what is alike in its order
  const sorted = [...events].sort((a, b) => (a.place ?? 0) - (b.place ?? 0))
  return new Map(sorted.map((event, i) => [event, String(numbers[i]!)]))
}

function* inLots<T>(list: readonly T[], size: number): Generator<readonly T[]> {
  for (let i = 0; i < list.length; i += size) yield list.slice(i, i + size)
}
