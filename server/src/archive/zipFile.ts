import type { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { ProblemError } from '../http/problem.js'

export const unreadable = (detail: string) =>
  new ProblemError(400, 'This archive cannot be brought back', detail)

export const open = (file: string): Promise<ZipFile> =>
  new Promise((resolve, reject) =>
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, zip) =>
      error ? reject(unreadable('It is no zip file, or it was cut short: take it out again.')) : resolve(zip),
    ),
  )

/** The files in an archive by their names. */
export const entriesOf = (zip: ZipFile): Promise<Map<string, Entry>> =>
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

export async function bytesOf(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
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
