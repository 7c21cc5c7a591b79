import type { Db } from '../db/database.js'
import type { Photo } from '../photos/reencode.js'
import { pictureName, type WorkshopArchive } from './format.js'

/** A picture that lies in an archive, large and small: its names there, and how it is read from and written to the database. */
export interface ArchivedPicture {
  readonly name: (which: keyof Photo) => string
  readonly read: (tx: Db, workshop: string) => Promise<Photo>
  readonly write: (tx: Db, workshop: string, photo: Photo) => Promise<void>
}

/** All pictures that an archive tells of: of stones, then of pieces. */
export const picturesOf = ({ stones, pieces }: WorkshopArchive): ArchivedPicture[] => [
  ...stones.flatMap(({ id, pictureAt }) => (pictureAt === null ? [] : [ofStone(id, pictureAt)])),
  ...pieces.flatMap((p) => p.photographs.map(({ id, at }) => ofPiece(p.id, id, at))),
]

const ofStone = (stone: string, at: string): ArchivedPicture => ({
  name: (which) => pictureName(stone, which),
  read: (tx, workshop) =>
    tx
      .selectFrom('photos')
      .select(['large', 'small'])
      .where('workshop_id', '=', workshop)
      .where('stone_id', '=', stone)
      .executeTakeFirstOrThrow(),
  write: async (tx, workshop, photo) => {
    await tx
      .insertInto('photos')
      .values({ workshop_id: workshop, stone_id: stone, ...photo, made_at: new Date(at) })
      .execute()
  },
})

const ofPiece = (piece: string, id: string, at: string): ArchivedPicture => ({
  name: (which) => pictureName(`pieces/${piece}/${id}`, which),
  read: (tx, workshop) =>
    tx
      .selectFrom('piece_photos')
      .select(['large', 'small'])
      .where('workshop_id', '=', workshop)
      .where('piece_id', '=', piece)
      .where('id', '=', id)
      .executeTakeFirstOrThrow(),
  write: async (tx, workshop, photo) => {
    await tx
      .insertInto('piece_photos')
      .values({ workshop_id: workshop, piece_id: piece, id, ...photo, made_at: new Date(at) })
      .execute()
  },
})
