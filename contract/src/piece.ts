import {
  BEAD_FORMS,
  family,
  FAMILY_IDS,
  fill,
  GROUP_LIMITS,
  HOLE_WAYS,
  KINDS,
  MINERALS,
  optionsSchema,
  ROW_ORDERS,
  STONE_KINDS,
  STONE_LIMITS,
  stoneErrors,
  stoneText,
  TREATMENTS,
  type Stone,
  type StoneKind,
} from '@verger/core'
import { z } from 'zod'

const measureFrom = (least: number) =>
  z
    .number()
    .min(least, `must be ${least} mm or more`)
    .max(STONE_LIMITS.most, `must be ${STONE_LIMITS.most} mm or less`)
const measure = measureFrom(STONE_LIMITS.least)
const depth = measureFrom(STONE_LIMITS.shallowest)
const coordinate = z.number().min(-200).max(200)

/** A row of stones alike or graded, or a pair for two ears. */
const groupSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('row'),
    count: z.number().int().min(GROUP_LIMITS.least).max(GROUP_LIMITS.most),
    last: measure.optional(),
    order: z.enum(ROW_ORDERS).optional(),
    gap: z.number().min(0).max(50),
  }),
  z.strictObject({
    kind: z.literal('pair'),
    mate: z
      .strictObject({
        length: measure.optional(),
        width: measure.optional(),
        depth: depth.optional(),
        weighed: z.number().positive().max(10_000).optional(),
      })
      .optional(),
  }),
])

/** What every stone has, and what its kind adds: from the core's own table of kinds. */
function kindSchema(kind: StoneKind) {
  const { outlines, measures } = KINDS[kind]
  return z.strictObject({
    kind: z.literal(kind),
    outline: outlines.length > 0 ? z.enum(outlines) : z.literal('round').default('round'),
    length: measure,
    width: measure,
    depth,
    ...Object.fromEntries(
      measures.map((m) => [m.id, z.number().min(m.least).max(m.most).optional()] as const),
    ),
    mineral: z.enum(MINERALS.map((m) => m.id) as [string, ...string[]]),
    treatments: z.array(z.enum(TREATMENTS)).max(TREATMENTS.length).optional(),
    readings: z.record(z.string().max(20), z.array(z.number().min(0).max(1000)).min(1).max(20)).optional(),
    weighed: z.number().positive().max(10_000).optional(),
    taped: z.number().positive().max(2000).optional(),
    group: groupSchema.optional(),
    ...(outlines.includes('free')
      ? {
          points: z
            .array(z.tuple([coordinate, coordinate]))
            .min(5)
            .max(200)
            .optional(),
        }
      : {}),
    ...(kind === 'bead' ? { form: z.enum(BEAD_FORMS) } : {}),
    ...(kind === 'bead' || kind === 'slab' ? { way: z.enum(HOLE_WAYS).optional() } : {}),
    ...(kind === 'stalk'
      ? {
          sections: z
            .array(z.strictObject({ at: z.number().min(0).max(200), across: z.number().positive().max(200) }))
            .min(3)
            .max(6),
        }
      : {}),
    ...(kind === 'crystal'
      ? { faces: z.array(z.number().positive().max(200)).min(3).max(8).optional() }
      : {}),
  })
}

/** A measured stone, lengths in mm. Measures that enclose no stone are refused with the measure they are about. */
export const stoneSchema = z
  .discriminatedUnion(
    'kind',
    STONE_KINDS.map(kindSchema) as unknown as [
      ReturnType<typeof kindSchema>,
      ...ReturnType<typeof kindSchema>[],
    ],
  )
  .superRefine((stone, context) => {
    for (const f of stoneErrors(stone as unknown as Stone))
      context.addIssue({
        code: 'custom',
        path: f.field === undefined ? [] : [f.field],
        message: fill(stoneText[f.code] ?? f.code, f.values),
      })
  }) as unknown as z.ZodType<Stone>

/** Chosen family and its options. The options are checked again by the family's own schema (`checkChoices`). */
export const choicesSchema = z.strictObject({
  family: z.enum(FAMILY_IDS as [string, ...string[]]),
  options: z.record(z.string(), z.union([z.number(), z.string(), z.array(z.number())])),
})
export type Choices = z.infer<typeof choicesSchema>

/** Options against the family's own schema for this stone; issues carry the path of the option. */
export function checkChoices(stone: Stone, choices: Choices) {
  return optionsSchema(family(choices.family).params(stone)).safeParse(choices.options)
}

/** A moment as a device tells it, to the millisecond at most; of years that a database and a calendar know. */
export const moment = z.iso
  .datetime('must be a time such as 2026-11-25T10:00:00.000Z')
  .max(24, 'must be a time to the millisecond at most')
  .regex(/^(19[7-9]|2\d\d)\d-/, 'must be a time between 1970 and 2999')

/** Longest stretch of time that one event may hold: a day, ms. */
const DAY = 86_400_000

/** An id that the client makes: what is sent twice counts once. */
export const clientId = z.string().regex(/^[0-9a-z-]{16,40}$/, 'must be an id made by the client')

/** Something done with the stone in, as it is kept with the piece. */
const benchMoveSchema = z.strictObject({
  id: z.string().min(1).max(40),
  values: z.record(z.string().max(40), z.union([z.number(), z.string().max(40)])),
  change: z.record(
    z.string().max(40),
    z.union([z.number(), z.string().max(40), z.array(z.number()).max(24)]),
  ),
  risk: z.enum(['none', 'edge', 'scratch']),
  wire: z.number().min(0).max(10_000),
  tail: z.number().min(0).max(12).optional(),
})
export type BenchMoveRow = z.infer<typeof benchMoveSchema>

/** What a `mended` event says was done; undefined when it cannot be read. */
export function readMended(value: unknown): BenchMoveRow | undefined {
  if (typeof value !== 'string') return undefined
  try {
    const found = benchMoveSchema.safeParse(JSON.parse(value))
    return found.success ? found.data : undefined
  } catch {
    return undefined
  }
}

const LEFT = 'left of '
/** What was left over of a wire once it was set, mm, is told as a measure under this name. */
export const leftOver = (wire: string): string => `${LEFT}${wire}`
const isLeftOver = (subject: string): boolean => subject.startsWith(LEFT)

/** Lengths nearer than this are one, mm. */
const SAME = 0.01

/** What happened at the bench: see docs/format.md. */
export const benchEventSchema = z
  .strictObject({
    id: clientId,
    kind: z.enum([
      'turn',
      'undo',
      'step-done',
      'time',
      'cut',
      'note',
      'proof',
      'measured',
      'reason',
      'mended',
    ]),
    /** Step, wire or check that it is about. */
    subject: z.string().min(1).max(80),
    /**
     * Milliseconds of work for `time`, mm for `cut` and `measured`; text for `note` and `reason`, pass or fail for `proof`, the undone
     * id for `undo`, what was done as JSON for `mended` (`benchMoveSchema`).
     */
    value: z.union([z.number(), z.string().max(2000)]).optional(),
    /** Of a `cut`: what it was cut from, of the rack; a run that was joined from several. Together as long as the value. */
    from: z
      .array(z.strictObject({ rack: clientId, length: z.number().positive().max(100_000) }))
      .min(1)
      .max(12)
      .optional(),
    /** When the device says it was: kept as told, and never what decides which of two events is newer. */
    at: moment,
  })
  .superRefine(({ kind, subject, value, from }, context) => {
    const wrong = (message: string, path = 'value') =>
      context.addIssue({ code: 'custom', path: [path], message })
    if (from) {
      const together = from.reduce((sum, f) => sum + f.length, 0)
      if (kind !== 'cut') wrong('is told of a cut only', 'from')
      else if (typeof value === 'number' && Math.abs(together - value) > SAME)
        wrong('must be as long together as the cut', 'from')
      if (new Set(from.map((f) => f.rack)).size < from.length)
        wrong('names a thing of the rack twice', 'from')
    }
    switch (kind) {
      case 'time':
        if (typeof value !== 'number' || value < 0 || value > DAY)
          wrong('must be milliseconds, a day at most')
        break
      case 'cut':
        if (typeof value !== 'number' || !(value > 0) || value > 100_000) wrong('must be a length in mm')
        break
      case 'measured':
        // nothing may be left over
        if (
          typeof value !== 'number' ||
          value < 0 ||
          value > 100_000 ||
          (value === 0 && !isLeftOver(subject))
        )
          wrong('must be a length in mm')
        break
      case 'note':
      case 'reason':
        if (typeof value !== 'string' || value.trim() === '') wrong('must be some text')
        break
      case 'proof':
        if (value !== 'pass' && value !== 'fail') wrong('must be pass or fail')
        break
      case 'mended':
        if (readMended(value) === undefined) wrong('must be what was done at the bench, as JSON')
        break
      case 'undo':
        if (typeof value !== 'string') wrong('must be the id that is undone')
        break
      case 'turn':
      case 'step-done':
        if (value !== undefined) wrong('has no place here')
        break
      default: {
        const never: never = kind
        throw new RangeError(`unknown event ${String(never)}`)
      }
    }
  })
export type BenchEvent = z.infer<typeof benchEventSchema>
/** An event as an archive keeps it: with when the server had it. */
export const archivedBenchEventSchema = benchEventSchema.safeExtend({ receivedAt: moment })

/** One piece as a file: the open format. */
export const pieceFileSchema = z.strictObject({
  format: z.literal('verger-piece'),
  version: z.literal(1),
  name: z.string().max(120).optional(),
  note: z.string().max(4000).optional(),
  stone: stoneSchema,
  choices: choicesSchema.optional(),
  /** Result of the plan when it was written; read for comparison, never trusted. */
  result: z.record(z.string(), z.unknown()).optional(),
  records: z.array(benchEventSchema).optional(),
})
export type PieceFile = z.infer<typeof pieceFileSchema>
