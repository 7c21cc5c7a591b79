import { Inject, Injectable } from '@nestjs/common'
import { BODY_SIZES } from '@verger/contract'
import { ZipArchive } from 'archiver'
import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform, type Readable, type Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { ZipFile } from 'yauzl'
import { DB, type Db } from '../db/database.js'
import { ProblemError } from '../http/problem.js'
import { CheckElsewhere } from '../http/checkElsewhere.js'
import type { Photo } from '../photos/reencode.js'
import { contentOf } from './content.js'
import { fill } from './fill.js'
import type { WorkshopArchive } from './format.js'
import { picturesOf } from './pictures.js'
import { bytesOf, entriesOf, open, unreadable } from './zipFile.js'

/** The date of every file in an archive: the same workshop gives the same bytes, whenever it is taken out. */
const ALWAYS = new Date(Date.UTC(1990, 0, 1))
const MOST_JSON = 200_000_000
const MOST_PICTURE = 12_000_000

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
        for (const picture of picturesOf(content)) {
          const photo = await picture.read(tx, workshop)
          for (const which of ['large', 'small'] as const)
            zip.append(photo[which], { name: picture.name(which), date: ALWAYS, store: true })
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
      await fill(tx, workshop, content)
      for (const picture of picturesOf(content)) {
        const bytes = async (which: keyof Photo) => {
          const entry = entries.get(picture.name(which))
          if (!entry) throw unreadable(`The picture ${picture.name(which)} is missing in it.`)
          return bytesOf(zip, entry, MOST_PICTURE)
        }
        await picture.write(tx, workshop, { large: await bytes('large'), small: await bytes('small') })
      }
    })
  }
}
