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
import { isDiskFull, isUnavailable } from '../db/unavailable.js'

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
    this.message = title
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

/** Fields that one answer names at most: a body can have very many. */
const MOST_FIELDS = 20

const refused = (fields: NonNullable<Problem['fields']>) =>
  new ProblemError(
    400,
    'Some of this cannot be used',
    'Mend the named fields and send it again.',
    fields.slice(0, MOST_FIELDS),
  )

/** A body against its schema: what it says, or the problem that names the fields at fault. */
export function checkBody<T>(
  schema: ZodType<T>,
  value: unknown,
): { readonly data: T } | { readonly problem: ProblemError } {
  const bad = unkeepable(value)
  if (bad.length > 0)
    return { problem: refused(bad.map((path) => ({ path, message: 'has characters that cannot be kept' }))) }
  const parsed = schema.safeParse(value)
  if (parsed.success) return { data: parsed.data }
  const fields: { path: string; message: string }[] = []
  for (const i of parsed.error.issues) {
    if (fields.length >= MOST_FIELDS) break
    if (i.code === 'unrecognized_keys')
      for (const key of i.keys.slice(0, MOST_FIELDS))
        fields.push({ path: [...i.path, key.slice(0, 60)].join('.'), message: 'is not known here' })
    else fields.push({ path: i.path.join('.').slice(0, 200), message: i.message })
  }
  return { problem: refused(fields) }
}

/** Checks a body against its schema; issues become fields with their paths. The schema stays readable for the contract's test. */
export const zod = <T>(schema: ZodType<T>): PipeTransform<unknown, T> & { readonly schema: ZodType<T> } => ({
  schema,
  transform(value) {
    const checked = checkBody(schema, value)
    if ('problem' in checked) throw checked.problem
    return checked.data
  },
})

const log = new Logger('http')

/** What an error is told as. What is unexpected is logged whole and shown as one sentence. */
export function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) return error.getResponse() as Problem
  if (error instanceof HttpException)
    return { type: 'about:blank', title: error.message, status: error.getStatus() }
  if (isUnavailable(error))
    return {
      type: 'verger:away',
      title: 'The database does not answer',
      status: 503,
      detail: 'Nothing you typed is lost: try again in a moment.',
    }
  if (isDiskFull(error))
    return {
      type: 'verger:full',
      title: 'The disk of the server is full',
      status: 503,
      detail: 'Make room there, then send it again; nothing that was kept before is lost.',
    }
  log.error(error instanceof Error ? (error.stack ?? error.message) : String(error))
  return {
    type: 'about:blank',
    title: 'Something went wrong here',
    status: 500,
    detail: 'Nothing was lost. Try again.',
  }
}

/** Answers with a problem, unless an answer has begun. */
export function sendProblem(response: Response, error: unknown): void {
  const problem = problemOf(error)
  if (response.headersSent) {
    response.destroy()
    return
  }
  if (problem.status === 503 || problem.status === 429)
    response.setHeader('Retry-After', problem.status === 429 ? '900' : '3')
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
}

/** One JSON error shape for everything. */
@Catch()
export class ProblemFilter implements ExceptionFilter {
  catch(error: unknown, host: ArgumentsHost): void {
    sendProblem(host.switchToHttp().getResponse<Response>(), error)
  }
}
