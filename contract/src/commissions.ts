import { z } from 'zod'
import { neededSchema, stationSchema } from './api.js'

/** Money in cents; null where it was not agreed. */
const amount = z.number().int().min(0).max(100_000_000).nullable()
/** A day of the calendar. */
const day = z.iso.date('must be a day such as 2026-12-24')

/** Whom a piece is made for, and what was agreed. Kept apart from the piece: it goes into no file of the piece, and can be erased by itself. */
export const commissionSchema = z.strictObject({
  /** Initials suffice. */
  client: z.string().trim().max(80).default(''),
  occasion: z.string().trim().max(120).default(''),
  due: day.nullable().default(null),
  price: amount.default(null),
  deposit: amount.default(null),
  note: z.string().trim().max(2000).default(''),
})
export type Commission = z.infer<typeof commissionSchema>
/** `version` is 0 for the first. */
export const commissionWriteSchema = z.strictObject({
  version: z.number().int().min(0).max(2_147_483_647),
  commission: commissionSchema,
})
export type CommissionWrite = z.infer<typeof commissionWriteSchema>
export const commissionRowSchema = z.object({
  pieceId: z.string(),
  version: z.number().int(),
  commission: commissionSchema,
})
export type CommissionRow = z.infer<typeof commissionRowSchema>

/** A piece on the way: what is still to be done and to be cut, and when it is due. */
export const workRowSchema = z.object({
  pieceId: z.string(),
  name: z.string(),
  station: stationSchema,
  stoneId: z.string(),
  due: z.string().nullable(),
  client: z.string(),
  occasion: z.string(),
  /** Its setting; null where none is planned yet. */
  family: z.string().nullable(),
  /** Minutes that the plan reckons with; null where there is none yet. */
  minutes: z.number().nullable(),
  /** Milliseconds that were worked on it. */
  spent: z.number(),
  /** Wire that is not cut yet. */
  needs: z.array(neededSchema),
})
export type WorkRow = z.infer<typeof workRowSchema>
export const workSchema = z.object({
  pieces: z.array(workRowSchema),
  /** What pieces that are finished took of what was reckoned, and of how many that was learned. */
  pace: z.object({ times: z.number(), pieces: z.number().int() }),
})
export type Work = z.infer<typeof workSchema>
