import { z } from 'zod'
import { clientId, moment } from './piece.js'

export const INSTRUMENT_KINDS = ['caliper', 'scale'] as const
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number]
export const READING_UNITS = ['mm', 'in', 'g', 'ct'] as const
export type ReadingUnit = (typeof READING_UNITS)[number]
/** Units that an instrument can send; the first is the one it is switched on with. */
export const UNITS_OF: Readonly<Record<InstrumentKind, readonly [ReadingUnit, ReadingUnit]>> = {
  caliper: ['mm', 'in'],
  scale: ['g', 'ct'],
}

/** One reading, as a driver sends it: see docs/instruments.md. */
export const readingWriteSchema = z.strictObject({
  /** Made by the driver: the same reading sent twice counts once. */
  id: clientId,
  /** As the display showed it, in `unit`. */
  value: z.number().min(-10_000).max(10_000),
  unit: z.enum(READING_UNITS),
  at: moment,
})
export type ReadingWrite = z.infer<typeof readingWriteSchema>
/** A reading as kept: numbered, so that a page asks only for those after the last it has. */
export const readingSchema = readingWriteSchema.extend({ seq: z.number().int() })
export type Reading = z.infer<typeof readingSchema>

export const instrumentWriteSchema = z.strictObject({
  kind: z.enum(INSTRUMENT_KINDS),
  name: z.string().trim().min(1, 'name the instrument').max(60),
})
export type InstrumentWrite = z.infer<typeof instrumentWriteSchema>

/** A stone by one of its measures, or a spool of the rack. */
const heldSchema = z.union([
  z.object({ stoneId: z.string(), measure: z.string() }),
  z.object({ rackId: z.string() }),
])
export type HeldInInstrument = z.infer<typeof heldSchema>

/** An instrument of the workshop. What a stand-in shows and holds is known; of a real one only what it sent. */
export const instrumentRowSchema = z.object({
  id: z.string(),
  kind: z.enum(INSTRUMENT_KINDS),
  name: z.string(),
  /** Simulated by the server: it has buttons that can be pressed here. */
  standIn: z.boolean(),
  unit: z.enum(READING_UNITS),
  shows: z.number().nullable(),
  /** What lies in the jaws or on the pan. */
  holds: heldSchema.nullable(),
  /** Number of its latest reading. */
  latest: z.number().int(),
})
export type InstrumentRow = z.infer<typeof instrumentRowSchema>

/** What is done to a stand-in: its buttons, and a stone or a spool laid into it or taken out. */
export const pressSchema = z.discriminatedUnion('button', [
  z.strictObject({ button: z.literal('zero') }),
  z.strictObject({ button: z.literal('unit') }),
  z.strictObject({ button: z.literal('send'), id: clientId, at: moment }),
  z.strictObject({
    button: z.literal('lay'),
    stoneId: z.string().max(40),
    measure: z.string().max(20),
  }),
  z.strictObject({ button: z.literal('lay-spool'), rackId: z.string().max(40) }),
  z.strictObject({ button: z.literal('clear') }),
])
export type Press = z.infer<typeof pressSchema>
