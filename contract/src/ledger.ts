import { PACKED, STAGES, TECHNIQUES } from '@verger/core'
import { z } from 'zod'
import { costsSchema } from './api.js'

/** A finished piece as the ledger tells it: what was planned, what it took, and what was agreed and paid. */
export const ledgerRowSchema = z.object({
  pieceId: z.string(),
  name: z.string(),
  mineral: z.string(),
  family: z.string(),
  alloy: z.string(),
  /** When the photograph of its front was made; null where there is none. */
  photo: z.string().nullable(),
  /** When it was finished; null where it stands at the ledger and was not. */
  finishedAt: z.string().nullable(),
  /** Minutes that were timed, and that the plan reckoned with. */
  minutes: z.number(),
  reckoned: z.number(),
  /** Metal, in money. */
  metal: z.number(),
  costs: costsSchema,
  /** Wires of which the real length is known, mm: what was planned and what they took; of those whose rest nobody measured, what was cut. */
  planned: z.number(),
  used: z.number(),
  /** Milliseconds by stage of the work; null where an older Verger finished it. */
  stages: z.record(z.enum(STAGES), z.number()).nullable(),
})
export type LedgerRow = z.infer<typeof ledgerRowSchema>

/** What a finished piece teaches: each wire as it was planned and as it was used, each kind of work as it was reckoned and as it went, and lengths as they were planned and met. */
export const lessonSchema = z.object({
  pieceId: z.string(),
  name: z.string(),
  finishedAt: z.string(),
  wires: z.array(z.object({ technique: z.enum(TECHNIQUES), planned: z.number(), used: z.number() })),
  work: z.array(z.object({ kind: z.string(), reckoned: z.number(), took: z.number() })),
  /** Lengths that were measured at steps, by the kind of their work. */
  lengths: z.array(
    z.object({
      kind: z.string(),
      planned: z.number(),
      met: z.number(),
      packed: z.object({ kind: z.enum(PACKED), packing: z.number() }).optional(),
    }),
  ),
})
export type Lesson = z.infer<typeof lessonSchema>
