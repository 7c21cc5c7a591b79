import { z } from 'zod'

/** Most photographs of a piece at work. */
export const MOST_AT_WORK = 24

/** One picture of the front, one of the back, and any number of the piece at work. */
export const photoIdSchema = z
  .string()
  .regex(/^(front|back|work-[A-Za-z0-9_-]{1,40})$/, 'must be front, back or work- and an id')

/** A photograph of a piece; `made` changes with the picture, so that a browser may keep it under its address. */
export const piecePhotoSchema = z.object({ id: photoIdSchema, made: z.string() })
export type PiecePhoto = z.infer<typeof piecePhotoSchema>
