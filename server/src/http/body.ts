import { BODY_SIZES, type RouteContract } from '@verger/contract'
import express, { type Request, type RequestHandler, type Response } from 'express'
import { boundedJson } from './boundedJson.js'
import { ProblemError } from './problem.js'

const readers = new Map<number, RequestHandler>()
/** Reads the bytes of a body up to a limit. What is packed (Content-Encoding) is refused: a small body can unfold into a large one. */
const readerOf = (limit: number): RequestHandler => {
  const known = readers.get(limit) ?? express.raw({ type: () => true, limit, inflate: false })
  readers.set(limit, known)
  return known
}

const sizeOf = (route: RouteContract | undefined) =>
  BODY_SIZES[route?.size ?? (route?.picture === 'taken' ? 'picture' : 'form')]

/** Refuses a body by what its headers say, before a byte of it is read. */
export function refuseLarge(request: Request, route: RouteContract | undefined): void {
  const { bytes } = sizeOf(route)
  if (Number(request.headers['content-length'] ?? 0) > bytes)
    throw new ProblemError(
      413,
      'That is too large',
      `Up to ${bytes >= 1e6 ? `${bytes / 1e6} MB` : `${bytes / 1000} kB`} can be taken here.`,
    )
}

/**
 * Reads a body by its route: JSON within the route's limits, or bytes where a picture or a long list is taken; an archive is left to be
 * streamed. Routes without a body read none.
 */
export async function readBody(request: Request, response: Response, route: RouteContract | undefined) {
  if (request.method === 'GET' || route?.archive === 'taken') return
  const { bytes, parts } = sizeOf(route)
  await new Promise<void>((resolve, reject) =>
    readerOf(bytes)(request, response, (error?: unknown) => (error ? reject(inWords(error)) : resolve())),
  )
  const read: unknown = request.body
  if (!Buffer.isBuffer(read) || route?.picture === 'taken' || route?.size === 'stones') return
  const text = read.toString('utf8')
  request.body = text.trim() === '' ? undefined : boundedJson(text, parts)
}

/** What the reader of bytes refuses, as a problem; it names its reasons by status. */
function inWords(error: unknown): unknown {
  if (typeof error !== 'object' || error === null || !('status' in error)) return error
  switch (error.status) {
    case 413:
      return new ProblemError(413, 'That is too large', 'Send less at once.')
    case 415:
      return new ProblemError(415, 'This way of packing is not taken', 'Send it without Content-Encoding.')
    default:
      return new ProblemError(
        400,
        'That could not be read',
        'It ended early, or is longer than it says. Send it again.',
      )
  }
}
