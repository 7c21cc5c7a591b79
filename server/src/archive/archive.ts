import { Inject, Injectable } from '@nestjs/common'
import { BODY_SIZES, settingsSchema } from '@verger/contract'
import { ZipArchive } from 'archiver'
import { sql } from 'kysely'
import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform, type Readable, type Writable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import { pipeline } from 'node:stream/promises'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { DB, type Db } from '../db/database.js'
import { ProblemError } from '../http/problem.js'
import { CheckElsewhere } from '../http/checkElsewhere.js'
import { pictureName, type WorkshopArchive } from './format.js'

/** The date of every file in an archive: the same workshop gives the same bytes, whenever it is taken out. */
const ALWAYS = new Date(Date.UTC(1990, 0, 1))
const MOST_JSON = 200_000_000
const MOST_PICTURE = 12_000_000

const unreadable = (detail: string) => new ProblemError(400, 'This archive cannot be brought back', detail)

/** A workshop as one file: taken out, and brought back into one that is empty. */
@Injectable()
export class Archive {
  constructor(@Inject(DB) private readonly db: Db) {}

  /** Writes the archive of a workshop into a stream, picture by picture. */
  async write(workshop: string, into: Writable): Promise<void> {
    // one moment of the database, however long the pictures take
    await this.db
      .transaction()
      .setIsolationLevel('repeatable read')
      .execute(async (tx) => {
        const content = await contentOf(tx, workshop)
        const zip = new ZipArchive({ zlib: { level: 6 }, statConcurrency: 1 })
        const sent = pipeline(zip, into)
        sent.catch(() => undefined)
        zip.append(`${JSON.stringify(content, null, 1)}\n`, { name: 'workshop.json', date: ALWAYS })
        for (const stone of content.stones.filter((s) => s.pictureAt !== null)) {
          const row = await tx
            .selectFrom('photos')
            .select(['large', 'small'])
            .where('workshop_id', '=', workshop)
            .where('stone_id', '=', stone.id)
            .executeTakeFirstOrThrow()
          for (const which of ['large', 'small'] as const)
            zip.append(row[which], { name: pictureName(stone.id, which), date: ALWAYS, store: true })
          // no further ahead than the reader takes it
          while (zip.readableLength > 1_000_000 && !into.destroyed)
            await new Promise((resolve) => setTimeout(resolve, 5))
          if (into.destroyed) return
        }
        await zip.finalize()
        await sent
      })
  }

  /** Brings an archive back into a workshop without stones, pieces and drawer. @throws ProblemError where it cannot be, and nothing is changed */
  async read(workshop: string, from: Readable): Promise<void> {
    const file = join(tmpdir(), `verger-archive-${randomUUID()}.zip`)
    try {
      let bytes = 0
      const counted = new Transform({
        transform(chunk: Buffer, _, done) {
          bytes += chunk.length
          done(bytes > BODY_SIZES.archive.bytes ? new ProblemError(413, 'That is too large') : null, chunk)
        },
      })
      await pipeline(from, counted, createWriteStream(file, { mode: 0o600 }))
      const zip = await open(file)
      try {
        await this.bringBack(workshop, zip)
      } finally {
        zip.close()
      }
    } finally {
      await rm(file, { force: true })
    }
  }

  private async bringBack(workshop: string, zip: ZipFile): Promise<void> {
    const entries = await entriesOf(zip)
    const json = entries.get('workshop.json')
    if (!json) throw unreadable('It has no workshop.json: choose a file that Verger wrote.')
    const checked = await CheckElsewhere.by('archive', await bytesOf(zip, json, MOST_JSON))
    if ('problem' in checked)
      throw new ProblemError(
        400,
        'This archive cannot be brought back',
        checked.problem.detail,
        checked.problem.fields,
      )
    const content = checked.data as WorkshopArchive
    await this.db.transaction().execute(async (tx) => {
      const row = await tx
        .selectFrom('workshops')
        .select((eb) => [
          eb.exists(eb.selectFrom('stones').select('id').where('workshop_id', '=', workshop)).as('stones'),
          eb.exists(eb.selectFrom('drawer').select('id').where('workshop_id', '=', workshop)).as('drawer'),
        ])
        .where('id', '=', workshop)
        .forUpdate()
        .executeTakeFirstOrThrow()
      if (row.stones || row.drawer)
        throw new ProblemError(
          409,
          'This workshop is not empty',
          'An archive is brought back into a workshop without stones, pieces and drawer: make a new account for it.',
        )
      await tx
        .updateTable('workshops')
        .set((eb) => ({ settings: JSON.stringify(content.settings), version: eb('version', '+', 1) }))
        .where('id', '=', workshop)
        .execute()
      await this.fill(tx, workshop, content)
      for (const stone of content.stones.filter((s) => s.pictureAt !== null)) {
        const [large, small] = await Promise.all(
          (['large', 'small'] as const).map(async (which) => {
            const entry = entries.get(pictureName(stone.id, which))
            if (!entry) throw unreadable(`The picture ${pictureName(stone.id, which)} is missing in it.`)
            return bytesOf(zip, entry, MOST_PICTURE)
          }),
        )
        await tx
          .insertInto('photos')
          .values({
            workshop_id: workshop,
            stone_id: stone.id,
            large: large!,
            small: small!,
            made_at: new Date(stone.pictureAt!),
          })
          .execute()
      }
    })
  }

  private async fill(
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

/** What stands in `workshop.json`, in a fixed order. Moments are kept to the millisecond. */
async function contentOf(tx: Db, workshop: string): Promise<WorkshopArchive> {
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

function* inLots<T>(list: readonly T[], size: number): Generator<readonly T[]> {
  for (let i = 0; i < list.length; i += size) yield list.slice(i, i + size)
}

const open = (file: string): Promise<ZipFile> =>
  new Promise((resolve, reject) =>
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, zip) =>
      error ? reject(unreadable('It is no zip file, or it was cut short: take it out again.')) : resolve(zip),
    ),
  )

/** The files in an archive by their names. */
const entriesOf = (zip: ZipFile): Promise<Map<string, Entry>> =>
  new Promise((resolve, reject) => {
    const found = new Map<string, Entry>()
    zip.on('entry', (entry: Entry) => {
      found.set(entry.fileName, entry)
      if (found.size > 100_000) reject(unreadable('It holds too many files.'))
      else zip.readEntry()
    })
    zip.once('end', () => resolve(found))
    zip.once('error', () => reject(unreadable('It is damaged: take it out again.')))
    zip.readEntry()
  })

async function bytesOf(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
  // what it says it unfolds to is checked against what it does by the reader of the archive
  if (entry.uncompressedSize > most) throw unreadable(`${entry.fileName} is too large.`)
  const stream = await new Promise<Readable>((resolve, reject) =>
    zip.openReadStream(entry, (error, opened) => (error ? reject(error) : resolve(opened))),
  ).catch(() => {
    throw unreadable('It is damaged: take it out again.')
  })
  return buffer(stream).catch(() => {
    throw unreadable(`${entry.fileName} is damaged: take it out again.`)
  })
}
