import type { PipeTransform } from '@nestjs/common'
import type { Problem } from '@verger/contract'
import { BODY_SIZES, stonesImportSchema } from '@verger/contract'
import type { ZodType } from 'zod'
import { archiveSchema } from '../archive/format.js'
import { boundedJson } from './boundedJson.js'
import { checkBody, ProblemError } from './problem.js'

/** Bodies that are so long that checking them would hold everybody up: by name, so that a thread can be told which. */
export const LONG_CHECKS = { stones: stonesImportSchema, archive: archiveSchema } as const satisfies Record<
  string,
  ZodType
>
/** An archive comes from an owner, and is as large as a workshop is. */
const PARTS = { stones: BODY_SIZES.stones.parts, archive: 100_000_000 } as const
export type LongCheck = keyof typeof LONG_CHECKS

export type LongChecked = { readonly data: unknown } | { readonly problem: Problem }

/** In a thread: the bytes of a body as its schema reads them, or the problem they have. */
export function checkLong(check: LongCheck, bytes: Uint8Array): LongChecked {
  try {
    const json = boundedJson(Buffer.from(bytes).toString('utf8'), PARTS[check])
    const checked = checkBody<unknown>(LONG_CHECKS[check], json)
    return 'problem' in checked ? { problem: checked.problem.getResponse() as Problem } : checked
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.getResponse() as Problem }
    throw error
  }
}

/** Where long checks are made; set by the one that has the threads. */
export const CheckElsewhere: { by: (check: LongCheck, bytes: Uint8Array) => Promise<LongChecked> } = {
  by: (check, bytes) => Promise.resolve(checkLong(check, bytes)),
}

/** Checks a body's bytes against a schema in another thread. The schema stays readable for the contract's test. */
export const zodElsewhere = (
  check: LongCheck,
): PipeTransform<unknown, Promise<unknown>> & { readonly schema: ZodType } => ({
  schema: LONG_CHECKS[check],
  async transform(value) {
    const bytes = Buffer.isBuffer(value) ? value : Buffer.from('')
    const checked = await CheckElsewhere.by(check, bytes)
    if ('data' in checked) return checked.data
    const { status, title, detail, fields } = checked.problem
    throw new ProblemError(status, title, detail, fields)
  },
})
