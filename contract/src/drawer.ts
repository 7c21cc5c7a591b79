import { ALLOYS, parseWeave, WEAVE_LIMITS, WIRE_SIZES } from '@verger/core'
import { z } from 'zod'
import { choicesSchema } from './piece.js'

const name = z.string().trim().min(1, 'give it a name').max(80)
const length = z.number().positive('must be above 0').max(500, 'must be 500 mm or less')
/** Money in cents; null where it is not known. */
const price = z.number().int().min(0).max(100_000_000).nullable()

export const FINDING_TYPES = ['jump ring', 'clasp', 'ear wire', 'chain', 'cord', 'other'] as const
/** A rod, the steps of a pair of pliers, the width of flat jaws, or a cone over which any size can be bent. */
export const TOOL_TYPES = ['rod', 'stepped pliers', 'jaws', 'cone'] as const

/** Something that is kept in the drawer: a kind of wire, beads, findings, a weave or a recipe of one's own, or a tool. Lengths in mm. */
export const drawerItemSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('wire'),
    alloy: z.enum(ALLOYS.map((a) => a.id)),
    size: z.enum(WIRE_SIZES.map((s) => s.label) as [string, ...string[]]),
    profile: z.enum(['round', 'square', 'half-round', 'flat', 'twisted pair', 'twisted square']),
    /** Of flat wire, whose size is its thickness; null for the others. */
    width: length.nullable().optional(),
    /** Of twisted wire: length of one full twist; null for the others. */
    pitch: length.nullable().optional(),
    temper: z.enum(['dead soft', 'half hard']),
    price,
    per: z.enum(['m', 'kg']),
  }),
  z.strictObject({
    kind: z.literal('bead'),
    name,
    size: length,
    hole: length,
    price,
  }),
  z.strictObject({
    kind: z.literal('finding'),
    type: z.enum(FINDING_TYPES),
    name,
    /** The thickest part that must pass a bail; null where nothing must. */
    end: length.nullable(),
    price,
  }),
  z.strictObject({
    kind: z.literal('weave'),
    name,
    /** In the notation of the core's `parseWeave`. */
    text: z
      .string()
      .max(2000)
      .refine((t) => parseWeave(t).ok, 'is no weave that can be read'),
    wires: z.number().int().min(1).max(WEAVE_LIMITS.wires),
    base: length,
    weaver: length,
    /** The maker's own, from a sample; null until one was measured. */
    packing: z.number().min(1).max(20).nullable(),
  }),
  z.strictObject({
    /** A piece of one's own, to be made again for other stones. */
    kind: z.literal('recipe'),
    name,
    ...choicesSchema.shape,
    /** Choices that are worked out anew for another stone; the others stay. */
    follows: z.array(z.string().max(60)).max(200),
  }),
  z.strictObject({
    kind: z.literal('tool'),
    type: z.enum(TOOL_TYPES),
    name,
    /** Diameters or widths; of a cone its thin and its thick end. */
    sizes: z.array(length).min(1).max(24),
  }),
])
export type DrawerItem = z.infer<typeof drawerItemSchema>

export const drawerWriteSchema = z.strictObject({ item: drawerItemSchema })
export type DrawerWrite = z.infer<typeof drawerWriteSchema>
export const drawerEditSchema = drawerWriteSchema.extend({
  version: z.number().int().min(0).max(2_147_483_647),
})
export type DrawerEdit = z.infer<typeof drawerEditSchema>
export const drawerRowSchema = z.object({ id: z.string(), version: z.number().int(), item: drawerItemSchema })
export type DrawerRow = z.infer<typeof drawerRowSchema>
