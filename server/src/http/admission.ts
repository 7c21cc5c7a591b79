import { Inject, Injectable } from '@nestjs/common'
import { CONTRACT_VERSION, routeOf } from '@verger/contract'
import type { NextFunction, Request, Response } from 'express'
import { Sessions } from '../auth/sessions.js'
import { CONFIG, type Config } from '../config.js'
import { readBody, refuseLarge } from './body.js'
import type { SignedRequest } from './caller.js'
import { ProblemError, sendProblem } from './problem.js'

/** Longest body that is let run by when it is refused, bytes: a photograph as cameras take them. */
const LET_BY = 32_000_000

/**
 * What a request to the API passes before anything of its body is read: own origin for changes, a tab of this contract, a size that its
 * route takes, a session where the route is not open. Then the body is read within the route's limits.
 */
@Injectable()
export class Admission {
  constructor(
    @Inject(Sessions) private readonly sessions: Sessions,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** As a middleware of the HTTP server, before all routes. */
  readonly middleware = (request: Request, response: Response, next: NextFunction): void => {
    if (!request.path.startsWith('/api/')) return next()
    response.setHeader('Cache-Control', 'no-store')
    this.admit(request, response).then(
      () => next(),
      (error: unknown) => {
        if (!request.complete) {
          // what is still to come of a short body is let run by, so that who sends it hears why; no longer one is waited for
          if (Number(request.headers['content-length'] ?? Infinity) <= LET_BY) request.resume()
          else response.setHeader('Connection', 'close')
        }
        sendProblem(response, error)
      },
    )
  }

  private async admit(request: SignedRequest, response: Response): Promise<void> {
    const { origin } = request.headers
    if (request.method !== 'GET' && origin !== undefined && !this.config.origins.includes(origin))
      throw new ProblemError(
        403,
        'This request came from another site',
        `Open Verger at ${this.config.publicUrl}.`,
      )
    const contract = request.headers['x-verger-contract']
    if (contract !== undefined && contract !== CONTRACT_VERSION)
      throw new ProblemError(
        409,
        'This tab is from an older Verger',
        'Reload it; counts not yet sent are kept.',
        undefined,
        'verger:contract',
      )
    const route = routeOf(request.method, request.path.replace(/\/$/, ''))
    refuseLarge(request, route)
    if (!route?.open) {
      const caller = await this.sessions.find(request.headers.cookie)
      if (!caller) throw new ProblemError(401, 'You are not signed in', 'Sign in; what you typed is kept.')
      request.caller = caller
    }
    await readBody(request, response, route)
  }
}
