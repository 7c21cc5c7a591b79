import { settingsSchema } from '@verger/contract'
import { sql } from 'kysely'
import type { Db } from '../db/database.js'
import type { WorkshopArchive } from './format.js'

/** What stands in `workshop.json`, in a fixed order. Moments are kept to the millisecond. */
export async function contentOf(tx: Db, workshop: string): Promise<WorkshopArchive> {
  const iso = (at: Date | null) => at?.toISOString() ?? null
  const { settings } = await tx
    .selectFrom('workshops')
    .select('settings')
    .where('id', '=', workshop)
    .executeTakeFirstOrThrow()
  const stones = await tx
    .selectFrom('stones')
    .leftJoin('photos', (join) =>
      join.onRef('photos.workshop_id', '=', 'stones.workshop_id').onRef('photos.stone_id', '=', 'stones.id'),
    )
    .select([
      'stones.id',
      'stones.version',
      'stones.name',
      'stones.note',
      'stones.stone',
      'stones.away_at',
      'stones.removed_at',
      'stones.created_at',
      'photos.made_at',
    ])
    .where('stones.workshop_id', '=', workshop)
    .orderBy(sql`date_trunc('milliseconds', stones.created_at)`)
    .orderBy('stones.id')
    .execute()
  const drawer = await tx
    .selectFrom('drawer')
    .select(['id', 'version', 'item', 'removed_at', 'created_at'])
    .where('workshop_id', '=', workshop)
    .orderBy(sql`date_trunc('milliseconds', created_at)`)
    .orderBy('id')
    .execute()
  const pieces = await tx
    .selectFrom('pieces')
    .leftJoin('ledger', (join) =>
      join.onRef('ledger.workshop_id', '=', 'pieces.workshop_id').onRef('ledger.piece_id', '=', 'pieces.id'),
    )
    .select([
      'pieces.id',
      'version',
      'name',
      'note',
      'station',
      'stone_id',
      'plan',
      'variants',
      'costs',
      'batch',
      'practice',
      'removed_at',
      'created_at',
      'updated_at',
      'ledger.figures',
      'ledger.finished_at',
    ])
    .where('pieces.workshop_id', '=', workshop)
    .orderBy(sql`date_trunc('milliseconds', pieces.created_at)`)
    .orderBy('pieces.id')
    .execute()
  const events = await tx
    .selectFrom('bench_events')
    .select(['piece_id', 'id', 'kind', 'subject', 'value', 'taken_from', 'at', 'received_at', 'seq'])
    .where('workshop_id', '=', workshop)
    .orderBy('seq')
    .execute()
  const photographs = await tx
    .selectFrom('piece_photos')
    .select(['piece_id', 'id', 'made_at'])
    .where('workshop_id', '=', workshop)
    .orderBy('made_at')
    .orderBy('id')
    .execute()
  const photographsOf = new Map<string, WorkshopArchive['pieces'][number]['photographs']>()
  for (const { piece_id, id, made_at } of photographs) {
    const of = photographsOf.get(piece_id) ?? []
    photographsOf.set(piece_id, [...of, { id, at: made_at.toISOString() }])
  }
  const commissions = await tx
    .selectFrom('commissions')
    .select(['piece_id', 'version', 'commission'])
    .where('workshop_id', '=', workshop)
    .orderBy('piece_id')
    .execute()
  const rack = await tx
    .selectFrom('rack_events')
    .select(['event', 'received_at', 'seq'])
    .where('workshop_id', '=', workshop)
    .orderBy('seq')
    .execute()
  // no numbers of this very server: brought back, the same workshop gives the same archive
  const places = new Map(
    [...events, ...rack]
      .map((e) => e.seq)
      .sort((a, b) => (BigInt(a) < BigInt(b) ? -1 : 1))
      .map((seq, i) => [seq, i]),
  )
  const eventsOf = new Map<string, WorkshopArchive['pieces'][number]['events']>()
  for (const { piece_id, value, taken_from, at, received_at, seq, ...e } of events) {
    const list = eventsOf.get(piece_id) ?? []
    list.push({
      ...e,
      ...(value === null ? {} : { value }),
      ...(taken_from === null ? {} : { from: taken_from }),
      at: at.toISOString(),
      receivedAt: received_at.toISOString(),
      place: places.get(seq)!,
    })
    eventsOf.set(piece_id, list)
  }
  return {
    format: 'verger-workshop',
    version: 1,
    settings: settingsSchema.parse(settings),
    stones: stones.map((s) => ({
      id: s.id,
      version: s.version,
      name: s.name,
      note: s.note,
      stone: s.stone,
      awayAt: iso(s.away_at),
      removedAt: iso(s.removed_at),
      createdAt: s.created_at.toISOString(),
      pictureAt: iso(s.made_at),
    })),
    drawer: drawer.map((d) => ({
      id: d.id,
      version: d.version,
      item: d.item,
      removedAt: iso(d.removed_at),
      createdAt: d.created_at.toISOString(),
    })),
    pieces: pieces.map((p) => ({
      id: p.id,
      version: p.version,
      name: p.name,
      note: p.note,
      station: p.station,
      stoneId: p.stone_id,
      plan: p.plan,
      variants: p.variants,
      costs: p.costs,
      batch: p.batch,
      practice: p.practice,
      photographs: photographsOf.get(p.id) ?? [],
      removedAt: iso(p.removed_at),
      createdAt: p.created_at.toISOString(),
      updatedAt: p.updated_at.toISOString(),
      finished: p.figures && p.finished_at ? { at: p.finished_at.toISOString(), figures: p.figures } : null,
      events: eventsOf.get(p.id) ?? [],
    })),
    commissions: commissions.map((c) => ({
      pieceId: c.piece_id,
      version: c.version,
      commission: c.commission,
    })),
    rack: rack.map((r) => ({
      event: r.event,
      receivedAt: r.received_at.toISOString(),
      place: places.get(r.seq)!,
    })),
  }
}
