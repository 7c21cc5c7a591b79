import { z } from 'zod'
import type { Param } from './family.js'

/** The Zod schema of a family's options, made from its params: form, server, piece file and JSON Schema use this one. */
export function optionsSchema(params: readonly Param[]): z.ZodObject {
  const shape: Record<string, z.ZodType> = {}
  for (const p of params) {
    const schema = schemaOf(p)
    shape[p.id] = p.before === undefined ? schema : schema.default(p.before)
  }
  return z.strictObject(shape)
}

function schemaOf(p: Param): z.ZodType {
  switch (p.kind) {
    case 'integer':
      return z.number().int().min(p.min).max(p.max)
    case 'number':
      return z.number().min(p.min).max(p.max)
    case 'choice':
      return z.enum(p.values as [string, ...string[]])
    case 'places':
      return z.array(z.number().min(0).max(12)).max(p.most).readonly()
    default: {
      const never: never = p
      throw new RangeError(`unknown param ${JSON.stringify(never)}`)
    }
  }
}
