import {
  BEAD_FORMS,
  DEFAULT_SETTINGS,
  SERIES,
  STONE_KINDS,
  TECHNIQUES,
  type Design,
  type Stone,
} from '@verger/core'
import { z } from 'zod'
import { roleSchema } from './accounts.js'
import { rackStockSchema } from './rack.js'
import { benchEventSchema, choicesSchema, clientId, moment, stoneSchema } from './piece.js'

const weights = z.number().min(1).max(1000)
const newtons = z.number().min(0).max(50)

/** Settings of a workshop. What an older one did not have yet is filled in. */
export const settingsSchema = z.strictObject({
  units: z.enum(['mm', 'in']),
  rounding: z.enum(['5 mm', '1 mm', '1/4 in', '1/8 in']).default(DEFAULT_SETTINGS.rounding),
  series: z.enum(SERIES).default(DEFAULT_SETTINGS.series),
  hand: z.enum(['right', 'left']).default(DEFAULT_SETTINGS.hand),
  money: z.enum(['GBP', 'USD', 'EUR']).default(DEFAULT_SETTINGS.money),
  school: z
    .strictObject({
      kind: z.enum(['path', 'girth', 'fixed']),
      girth: z.enum(['edge', 'length', 'width']),
      times: z.number().min(1).max(12),
      fixed: z.number().min(20).max(3000),
    })
    .default({ ...DEFAULT_SETTINGS.school }),
  experience: z.enum(['new', 'practised', 'quick']).default(DEFAULT_SETTINGS.experience),
  /** Cents per hour. */
  rate: z.number().int().min(0).max(10_000_000),
  /** Cents per kg by alloy. */
  prices: z
    .record(z.string().max(40), z.number().int().min(0).max(100_000_000))
    .refine((p) => Object.keys(p).length <= 100, 'has more metals than there are'),
  /** What a setting is asked to bear. An older Verger's knock and drop, as multiples of the weight, are left out: they are energies now. */
  demands: z
    .object({
      worn: weights,
      shaken: weights,
      fingertip: newtons.default(DEFAULT_SETTINGS.demands.fingertip),
      fingertipRing: newtons.default(DEFAULT_SETTINGS.demands.fingertipRing),
      knock: z.number().min(0.1).max(10).default(DEFAULT_SETTINGS.demands.knock),
      fall: z.number().min(0.1).max(5).default(DEFAULT_SETTINGS.demands.fall),
    })
    .refine((d) => d.worn <= d.shaken, { message: 'being shaken asks at least as much as being worn' })
    .default({ ...DEFAULT_SETTINGS.demands }),
  /** Share of a stone's face that wire may lie before, %. */
  hidden: z.number().min(5).max(90).default(DEFAULT_SETTINGS.hidden),
  /** Weight that one earring may have, g. */
  ear: z.number().min(1).max(60).default(DEFAULT_SETTINGS.ear),
  /** How wire is cut from the rack: rests shorter than `keep` are of no use, mm. */
  rack: z
    .strictObject({ keep: z.number().min(0).max(500), useShorts: z.boolean(), keepLongest: z.boolean() })
    .default({ ...DEFAULT_SETTINGS.rack }),
  /** One piece in so many may run short: of a wire that is cut whole, of one that can be joined. */
  runShort: z
    .strictObject({ whole: z.number().min(2).max(100_000), joined: z.number().min(2).max(100_000) })
    .default({ ...DEFAULT_SETTINGS.runShort }),
  /** When the maker had forgotten what was learned of a technique or a kind of work: older pieces teach it nothing. */
  forgot: z
    .record(z.string().max(40), moment)
    .refine((f) => Object.keys(f).length <= 60, 'has more than there is to learn')
    .default({}),
  /** Minutes that one sits at the bench, and after which one is told to rest. */
  sitting: z.number().min(10).max(600).default(DEFAULT_SETTINGS.sitting),
  rest: z.number().min(5).max(600).default(DEFAULT_SETTINGS.rest),
})
export type Settings = z.infer<typeof settingsSchema>

export const meSchema = z.object({
  maker: z.object({ id: z.string(), name: z.string(), email: z.string(), role: roleSchema }),
  workshop: z.object({
    id: z.string(),
    name: z.string(),
    demo: z.boolean(),
    /** Counts up with each edit of the settings. */
    version: z.number().int(),
    settings: settingsSchema,
  }),
})
export type Me = z.infer<typeof meSchema>

/** Counts up with each edit; an edit with an older one is refused. */
const version = z.number().int().min(0).max(2_147_483_647)

export const settingsWriteSchema = z.strictObject({ version, settings: settingsSchema })
export type SettingsWrite = z.infer<typeof settingsWriteSchema>
export const settingsRowSchema = z.object({ version: z.number().int(), settings: settingsSchema })
export type SettingsRow = z.infer<typeof settingsRowSchema>

/** A sign-in of this maker on some device. */
export const sessionRowSchema = z.object({
  id: z.string(),
  agent: z.string(),
  beganAt: z.string(),
  seenAt: z.string(),
  here: z.boolean(),
})
export type SessionRow = z.infer<typeof sessionRowSchema>

export const inviteWriteSchema = z.strictObject({ role: roleSchema })
export type InviteWrite = z.infer<typeof inviteWriteSchema>
/** An invitation as made: the token is shown this once. */
export const inviteMadeSchema = z.object({ token: z.string(), expiresAt: z.string() })
export type InviteMade = z.infer<typeof inviteMadeSchema>
/** An invitation that has not been used and still works; its token is shown to nobody again. */
export const inviteRowSchema = z.object({
  id: z.string(),
  role: roleSchema,
  madeBy: z.string(),
  expiresAt: z.string(),
})
export type InviteRow = z.infer<typeof inviteRowSchema>
export const makerRowSchema = z.object({
  id: z.string(),
  name: z.string(),
  email: z.string(),
  role: roleSchema,
})
export type MakerRow = z.infer<typeof makerRowSchema>

export const stationSchema = z.enum(['measure', 'choose', 'plan', 'cut', 'wrap', 'proof', 'ledger'])
export type StationId = z.infer<typeof stationSchema>

/** A stone as kept in the tray. */
export const stoneRowSchema = z.object({
  id: z.string(),
  version: z.number().int(),
  name: z.string(),
  note: z.string(),
  stone: stoneSchema,
  pieceId: z.string().nullable(),
  /** Put away: given, sold or given up; out of the tray, and kept. */
  away: z.boolean(),
  /** Changes with the picture; null where there is none. */
  photo: z.string().nullable(),
})
export type StoneRow = z.infer<typeof stoneRowSchema>

export const stoneWriteSchema = z.strictObject({
  name: z.string().trim().max(120).default(''),
  note: z.string().trim().max(4000).default(''),
  stone: stoneSchema,
})
export type StoneWrite = z.infer<typeof stoneWriteSchema>
/** Many stones at once: all of them are taken, or none. */
export const stonesImportSchema = z.strictObject({ stones: z.array(stoneWriteSchema).min(1).max(2000) })
export type StonesImport = z.infer<typeof stonesImportSchema>
export const stoneEditSchema = stoneWriteSchema.extend({ version })
export type StoneEdit = z.infer<typeof stoneEditSchema>
export const stoneAwaySchema = z.strictObject({ away: z.boolean() })
export type StoneAway = z.infer<typeof stoneAwaySchema>

/** What a saved plan was found to hold, by the server's own check. */
export const heldSchema = z.object({
  verdict: z.enum(['sound', 'doubtful', 'fails']),
  word: z.string(),
  say: z.string(),
  grams: z.number(),
  timesWeight: z.number(),
  weakest: z.enum(['front', 'back', 'up', 'down', 'left', 'right']).optional(),
  /** Unit vector in which it leaves last: x to the viewer's right, y toward the bail, z to the viewer. */
  arrow: z.array(z.number()).length(3).optional(),
})
export type HeldAsSaved = z.infer<typeof heldSchema>

/** Wire that a piece needs: `longest` is of a run, whose parts are no shorter. mm. */
export const neededSchema = z.object({
  id: z.string(),
  stock: rackStockSchema,
  length: z.number(),
  longest: z.number().optional(),
  /** What it takes without its spare ends, and what it is made by. An older Verger did not keep them. */
  net: z.number().optional(),
  technique: z.enum(TECHNIQUES).optional(),
})
export type Needed = z.infer<typeof neededSchema>

/** A plan as saved: the choices, the figures it showed, and what it was computed with. */
export const savedPlanSchema = z.object({
  format: z.literal(1),
  family: z.string(),
  familyVersion: z.number().int(),
  stone: stoneSchema,
  options: choicesSchema.shape.options,
  settings: settingsSchema,
  /** Cut length by wire id, mm. */
  lengths: z.record(z.string(), z.number()),
  /** Null while it is being checked: choices are kept at once, and what they hold is worked out after. */
  hold: heldSchema.nullable(),
  metal: z.number(),
  minutes: z.number(),
  /** What is cut for it: wires whole, what is wound as runs that may be joined. An older Verger did not keep it. */
  needs: z.array(neededSchema).optional(),
  /** Minutes by kind of work. An older Verger did not keep them. */
  minutesBy: z.record(z.string(), z.number()).optional(),
})
export type SavedPlan = z.infer<typeof savedPlanSchema>

/** Another set of choices for the same stone, kept beside the plan. */
export const variantSchema = z.object({ id: z.string(), name: z.string(), plan: savedPlanSchema })
export type Variant = z.infer<typeof variantSchema>
export const variantWriteSchema = z.strictObject({
  version,
  name: z.string().trim().min(1, 'name the variant').max(60),
  choices: choicesSchema,
})
export type VariantWrite = z.infer<typeof variantWriteSchema>

/** Money in cents; null where it has not been entered, which is not the same as nothing paid. */
const amount = z.number().int().min(0).max(100_000_000).nullable()
/** What a piece costs beside wire and time, and how its price is made. */
export const costsSchema = z.strictObject({
  stone: amount,
  source: z.string().trim().max(200),
  findings: z.array(z.strictObject({ name: z.string().trim().min(1).max(80), cost: amount })).max(40),
  packaging: amount,
  /** Selling fees in per cent of the price. */
  fees: z.number().min(0).max(90).nullable(),
  method: z.enum(['time and materials', 'multiple of materials']),
  /** On top of the costs, per cent. */
  margin: z.number().min(0).max(1000),
  multiple: z.number().min(1).max(50),
  /** What it was sold for. */
  sold: amount,
})
export type Costs = z.infer<typeof costsSchema>
export const NO_COSTS: Costs = {
  stone: null,
  source: '',
  findings: [],
  packaging: null,
  fees: null,
  method: 'time and materials',
  margin: 20,
  multiple: 4,
  sold: null,
}
export const costsWriteSchema = z.strictObject({ version, costs: costsSchema })
export type CostsWrite = z.infer<typeof costsWriteSchema>

/** A piece is made beside others like it: which of how many it is. */
export const batchSchema = z
  .strictObject({
    id: clientId,
    place: z.number().int().min(1).max(60),
    of: z.number().int().min(2).max(60),
  })
  .refine((b) => b.place <= b.of, { message: 'must be one of them', path: ['place'] })
export type Batch = z.infer<typeof batchSchema>
const repeat = {
  batch: batchSchema.nullable(),
  /** Made to learn, in base metal: it counts in no cost and no price. */
  practice: z.boolean(),
}

export const pieceRowSchema = z.object({
  ...repeat,
  id: z.string(),
  version: z.number().int(),
  name: z.string(),
  note: z.string(),
  station: stationSchema,
  stoneId: z.string(),
  stone: stoneSchema,
  plan: savedPlanSchema.nullable(),
  variants: z.array(variantSchema),
  costs: costsSchema,
  updatedAt: z.string(),
})
export type PieceRow = z.infer<typeof pieceRowSchema>

/** A piece in a list: what a list shows, without its plan, its variants and the stone's outline. */
export const pieceSummarySchema = z.object({
  ...repeat,
  id: z.string(),
  version: z.number().int(),
  name: z.string(),
  station: stationSchema,
  stoneId: z.string(),
  stone: z.object({
    kind: z.enum(STONE_KINDS),
    outline: z.string(),
    form: z.enum(BEAD_FORMS).optional(),
    mineral: z.string(),
  }) as unknown as z.ZodType<Pick<Stone, 'kind' | 'outline' | 'form' | 'mineral'>>,
  /** Has it a plan that was saved. */
  planned: z.boolean(),
  updatedAt: z.string(),
})
export type PieceSummary = z.infer<typeof pieceSummarySchema>
/** A page of pieces, the latest first, and where the next page begins; null after the last. */
export const piecePageSchema = z.object({
  pieces: z.array(pieceSummarySchema),
  next: z.string().nullable(),
})
export type PiecePage = z.infer<typeof piecePageSchema>

export const pieceCreateSchema = z.strictObject({
  stoneId: z.string().max(40),
  name: z.string().trim().max(120).default(''),
  batch: batchSchema.nullable().default(null),
  practice: z.boolean().default(false),
})
export type PieceCreate = z.infer<typeof pieceCreateSchema>
export const pieceEditSchema = z.strictObject({
  version,
  name: z.string().trim().max(120).optional(),
  note: z.string().trim().max(4000).optional(),
  station: stationSchema.optional(),
})
export type PieceEdit = z.infer<typeof pieceEditSchema>

/** Choices to save, with the lengths that the client showed. */
export const planSaveSchema = z.strictObject({
  version,
  familyVersion: version,
  choices: choicesSchema,
  lengths: z
    .record(z.string().max(40), z.number())
    .refine((l) => Object.keys(l).length <= 200, 'has more wires than any setting'),
})
export type PlanSave = z.infer<typeof planSaveSchema>
/** The saved piece, and lengths that the server found different from those shown (over 0.01 mm). */
export const planSavedSchema = z.object({
  piece: pieceRowSchema,
  differences: z.array(z.object({ wire: z.string(), shown: z.number(), computed: z.number() })),
})
export type PlanSaved = z.infer<typeof planSavedSchema>

/** What a saved plan looks like and what is done for it; null where there is no plan, or none that can be built any more. */
export const glanceSchema = z.object({
  seen: z
    .object({
      design: z.record(z.string(), z.unknown()) as unknown as z.ZodType<Design>,
      steps: z.array(
        z.object({
          id: z.string(),
          title: z.string(),
          turns: z.number().nullable(),
        }),
      ),
    })
    .nullable(),
})
export type Glance = z.infer<typeof glanceSchema>

/** Number of an event in the server's order. */
const order = z.number().int().min(0).max(Number.MAX_SAFE_INTEGER)
export const eventsWriteSchema = z.strictObject({
  events: z.array(benchEventSchema).min(1).max(200),
  /** The last that the client has: the answer brings what came after it. */
  after: order.default(0),
})
export type EventsWrite = z.infer<typeof eventsWriteSchema>
/** Events in the server's order, the number of the last of them, and whether there are more after it. */
export const eventsSchema = z.object({ events: z.array(benchEventSchema), last: order, more: z.boolean() })
export type Events = z.infer<typeof eventsSchema>

export const healthSchema = z.object({
  ok: z.boolean(),
  version: z.string(),
  contract: z.string(),
  demo: z.boolean(),
})
export type Health = z.infer<typeof healthSchema>
