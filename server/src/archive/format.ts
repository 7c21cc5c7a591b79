import {
  archivedBenchEventSchema,
  batchSchema,
  commissionSchema,
  costsSchema,
  drawerItemSchema,
  MOST_AT_WORK,
  moment as eventMoment,
  photoIdSchema,
  rackEventSchema,
  savedPlanSchema,
  settingsSchema,
  stationSchema,
  stoneSchema,
  variantSchema,
} from '@verger/contract'
import { z } from 'zod'

const id = z.string().regex(/^[A-Za-z0-9_-]{1,60}$/)
const moment = z.iso.datetime().max(27)
const place = z.number().int().min(0)
const version = z.number().int().min(0).max(2_147_483_647)
const name = z.string().max(120)
const note = z.string().max(4000)

/** What lies in an archive under `workshop.json`: everything of a workshop but its makers. Described in docs/format.md. */
export const archiveSchema = z.strictObject({
  format: z.literal('verger-workshop'),
  version: z.literal(1),
  settings: settingsSchema,
  stones: z.array(
    z.strictObject({
      id,
      version,
      name,
      note,
      stone: stoneSchema,
      awayAt: moment.nullable(),
      removedAt: moment.nullable(),
      createdAt: moment,
      /** When its picture was made; the picture is `pictures/<id>.jpg`, a small one `pictures/<id>.small.jpg`. */
      pictureAt: moment.nullable(),
    }),
  ),
  drawer: z.array(
    z.strictObject({ id, version, item: drawerItemSchema, removedAt: moment.nullable(), createdAt: moment }),
  ),
  pieces: z.array(
    z.strictObject({
      id,
      version,
      name,
      note,
      station: stationSchema,
      stoneId: id,
      plan: savedPlanSchema.nullable(),
      variants: z.array(variantSchema),
      costs: costsSchema.nullable(),
      batch: batchSchema.nullable().default(null),
      practice: z.boolean().default(false),
      /** Its photographs, of the front, of the back and at work; each is `pictures/pieces/<piece>/<id>.jpg`, and small beside it. */
      photographs: z
        .array(z.strictObject({ id: photoIdSchema, at: moment }))
        .max(MOST_AT_WORK + 2)
        .default([]),
      removedAt: moment.nullable(),
      createdAt: moment,
      updatedAt: moment,
      /** Figures as they were written into the ledger. */
      finished: z.strictObject({ at: moment, figures: z.record(z.string(), z.unknown()) }).nullable(),
      /** In the order in which they came; `place` is that among all events of the workshop, those of the rack too. */
      events: z.array(archivedBenchEventSchema.safeExtend({ place: place.optional() })),
    }),
  ),
  /** Whom pieces are made for: kept apart from them. */
  commissions: z.array(z.strictObject({ pieceId: id, version, commission: commissionSchema })).default([]),
  /** What happened on the rack. */
  rack: z.array(z.strictObject({ event: rackEventSchema, receivedAt: eventMoment, place })).default([]),
})
export type WorkshopArchive = z.infer<typeof archiveSchema>

/** @param of a stone's id, or `pieces/` with a piece's and a photograph's id */
export const pictureName = (of: string, which: 'large' | 'small'): string =>
  `pictures/${of}${which === 'small' ? '.small' : ''}.jpg`
