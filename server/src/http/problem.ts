import {
  Catch,
  HttpException,
  Injectable,
  Logger,
  type ArgumentsHost,
  type ExceptionFilter,
  type PipeTransform,
} from '@nestjs/common'
import type { Problem } from '@verger/contract'
import type { Response } from 'express'
import type { ZodType } from 'zod'

/** An error that is shown: a status, a title, a sentence that says what to do, and the fields at fault. */
export class ProblemError extends HttpException {
  constructor(
    status: number,
    title: string,
    detail?: string,
    fields?: Problem['fields'],
    type = 'about:blank',
  ) {
    super(
      { type, title, status, ...(detail ? { detail } : {}), ...(fields ? { fields } : {}) } satisfies Problem,
      status,
    )
  }
}

export const notFound = (what: string) =>
  new ProblemError(404, `No such ${what}`, `It may have been removed.`)
export const stale = (what: string) =>
  new ProblemError(
    409,
    `The ${what} was changed elsewhere`,
    'Load it again; nothing was overwritten.',
    undefined,
    'verger:stale',
  )

/** Paths of texts that no database keeps: with a NUL character, or half of a pair of surrogates. */
function unkeepable(value: unknown, path: string[] = [], into: string[] = []): string[] {
  if (typeof value === 'string') {
    if (value.includes('\u0000') || !isWellFormed(value)) into.push(path.join('.'))
  } else if (typeof value === 'object' && value !== null)
    for (const [key, inner] of Object.entries(value)) {
      unkeepable(key, [...path, key], into)
      unkeepable(inner, [...path, key], into)
    }
  return into
}
const isWellFormed = (text: string): boolean =>
  !/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/.test(text)

/** An id in an address: what cannot be one names nothing. */
@Injectable()
export class Id implements PipeTransform<string, string> {
  transform(value: string): string {
    if (!/^[A-Za-z0-9_-]{1,60}$/.test(value)) throw notFound('thing')
    return value
  }
}

/** Checks a body against its schema; issues become fields with their paths. The schema stays readable for the contract's test. */
export const zod = <T>(schema: ZodType<T>): PipeTransform<unknown, T> & { readonly schema: ZodType<T> } => ({
  schema,
  transform(value) {
    const bad = unkeepable(value)
    if (bad.length > 0)
      throw new ProblemError(
        400,
        'Some of this cannot be used',
        'Mend the named fields and send it again.',
        bad.slice(0, 20).map((path) => ({ path, message: 'has characters that cannot be kept' })),
      )
    const parsed = schema.safeParse(value)
    if (parsed.success) return parsed.data
    throw new ProblemError(
      400,
      'Some of this cannot be used',
      'Mend the named fields and send it again.',
      parsed.error.issues.flatMap((i) =>
        i.code === 'unrecognized_keys'
          ? i.keys.map((key) => ({ path: [...i.path, key].join('.'), message: 'is not known here' }))
          : [{ path: i.path.join('.'), message: i.message }],
      ),
    )
  },
})

/** One JSON error shape for everything. What is unexpected is logged whole and shown as one sentence. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('http')

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>()
    if (response.headersSent) return
    let problem: Problem
    if (error instanceof ProblemError) problem = error.getResponse() as Problem
    else if (error instanceof HttpException)
      problem = { type: 'about:blank', title: error.message, status: error.getStatus() }
    else if (isBodyError(error))
      problem = {
        type: 'about:blank',
        title: error.status === 413 ? 'That is too large' : 'That is not JSON',
        status: error.status,
      }
    else {
      this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error))
      problem = {
        type: 'about:blank',
        title: 'Something went wrong here',
        status: 500,
        detail: 'Nothing was lost. Try again.',
      }
    }
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
}

const isBodyError = (e: unknown): e is { status: number } =>
  typeof e === 'object' &&
  e !== null &&
  'type' in e &&
  'status' in e &&
  typeof e.status === 'number' &&
  e.status < 500
