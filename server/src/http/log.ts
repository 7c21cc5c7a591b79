import type { LoggerService } from '@nestjs/common'
import type { RequestHandler } from 'express'
import { destination, pino, type Logger } from 'pino'
import { pinoHttp } from 'pino-http'

/** The server's log: JSON lines, and a middleware that writes one for each request to the API. */
export function openLog(level: string): {
  readonly service: LoggerService
  readonly requests: RequestHandler
} {
  // lines that come while one is being written are written together
  const logger = pino({ level }, destination({ fd: 1, sync: false }))
  const requests = pinoHttp({
    logger,
    // no secrets, no bodies: method, path, status and time are enough to follow what happened
    redact: ['req.headers', 'res.headers'],
    serializers: {
      req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, url }),
      res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
    },
    autoLogging: {
      ignore: (req) => !(req.url ?? '').startsWith('/api/') || req.url === '/api/health',
    },
  })
  return { service: asService(logger), requests: requests as RequestHandler }
}

/** Nest's own lines go the same way. */
function asService(logger: Logger): LoggerService {
  const line =
    (level: 'info' | 'warn' | 'error' | 'debug') =>
    (message: unknown, ...rest: unknown[]) =>
      logger[level]({ context: rest.at(-1) }, String(message))
  return {
    log: line('info'),
    warn: line('warn'),
    error: line('error'),
    debug: line('debug'),
    verbose: line('debug'),
  }
}
