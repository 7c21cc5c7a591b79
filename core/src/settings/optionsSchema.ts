import { z } from 'zod'
import type { Param } from './family.js'

/** The Zod schema of a family's options, made from its params: form, server, piece file and JSON Schema use this one. */
export function optionsSchema(params: readonly Param[]): z.ZodObject {
  const shape: Record<string, z.ZodType> = {}
  for (const p of params) {
    switch (p.kind) {
      case 'integer':
        shape[p.id] = z.number().int().min(p.min).max(p.max)
        break
      case 'number':
        shape[p.id] = z.number().min(p.min).max(p.max)
        break
      case 'choice':
        shape[p.id] = z.enum(p.values as [string, ...string[]])
        break
      case 'places':
        shape[p.id] = z.array(z.number().min(0).max(12)).max(p.most).readonly()
        break
      default: {
        const never: never = p
        throw new RangeError(`unknown param ${JSON.stringify(never)}`)
      }
    }
  }
  return z.strictObject(shape)
}
