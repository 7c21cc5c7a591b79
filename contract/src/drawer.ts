import {
  alloy,
  ALLOYS,
  parseWeave,
  priceKey,
  sectionAbout,
  WEAVE_LIMITS,
  WIRE_SIZES,
  wireInTwist,
  wireSize,
  type WireShape,
} from '@verger/core'
import { z } from 'zod'

const name = z.string().trim().min(1, 'give it a name').max(80)
const length = z.number().positive('must be above 0').max(500, 'must be 500 mm or less')
/** Money in cents; null where it is not known. */
const price = z.number().int().min(0).max(100_000_000).nullable()

export const FINDING_TYPES = ['jump ring', 'clasp', 'ear wire', 'chain', 'cord', 'other'] as const
/** A rod, the steps of a pair of pliers, the width of flat jaws, or a cone over which any size can be bent. */
export const TOOL_TYPES = ['rod', 'stepped pliers', 'jaws', 'cone'] as const

/** Something that is kept in the drawer: a kind of wire, beads, findings, a weave of one's own, or a tool. Lengths in mm. */
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
    kind: z.literal('tool'),
    type: z.enum(TOOL_TYPES),
    name,
    /** Diameters or widths; of a cone its thin and its thick end. */
    sizes: z.array(length).min(1).max(24),
  }),
])
export type DrawerItem = z.infer<typeof drawerItemSchema>

type WireItem = Extract<DrawerItem, { kind: 'wire' }>

/** The section of a wire that is kept. A width or pitch that its profile needs and that is missing is taken as common: 3 or 5 sizes. */
export function shapeOf({ profile, size, width, pitch }: WireItem): WireShape {
  const mm = wireSize(size).mm
  switch (profile) {
    case 'flat':
      return { profile, width: width ?? 3 * mm, height: mm }
    case 'twisted pair':
    case 'twisted square':
      return { profile, size: mm, pitch: pitch ?? 5 * mm }
    default:
      return { profile, size: mm }
  }
}

/** Mass of a metre of a wire that is kept, g: a twisted one holds more wire than it is long. */
export function gramsPerMetre(item: WireItem): number {
  const shape = shapeOf(item)
  const twisted = shape.profile === 'twisted pair' || shape.profile === 'twisted square'
  return sectionAbout(shape).area * alloy(item.alloy).density * (twisted ? wireInTwist(shape, 1) : 1)
}

/**
 * Prices of the very wires that lie in the drawer beside those of their metals, in cents per kg, as the planner counts with them: the last
 * laid in counts where there are two of one kind.
 */
export function withDrawerPrices<P extends Readonly<Record<string, number>>>(
  prices: P,
  rows: readonly { readonly item: DrawerItem }[],
): Readonly<Record<string, number>> {
  const out: Record<string, number> = { ...prices }
  for (const { item } of rows) {
    if (item.kind !== 'wire' || item.price === null) continue
    if (item.profile !== 'round' && item.profile !== 'square' && item.profile !== 'half-round') continue
    const key = priceKey({ alloy: item.alloy, size: wireSize(item.size), profile: item.profile })
    out[key] = Math.round(item.per === 'kg' ? item.price : (1000 * item.price) / gramsPerMetre(item))
  }
  return out
}

export const drawerWriteSchema = z.strictObject({ item: drawerItemSchema })
export type DrawerWrite = z.infer<typeof drawerWriteSchema>
export const drawerEditSchema = drawerWriteSchema.extend({
  version: z.number().int().min(0).max(2_147_483_647),
})
export type DrawerEdit = z.infer<typeof drawerEditSchema>
export const drawerRowSchema = z.object({ id: z.string(), version: z.number().int(), item: drawerItemSchema })
export type DrawerRow = z.infer<typeof drawerRowSchema>
