import { Inject, Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common'
import { CONTRACT_VERSION } from '@verger/contract'
import { CONFIG, type Config } from '../config.js'
import type { SignedRequest } from '../http/caller.js'
import { ProblemError } from '../http/problem.js'
import { OPEN_ROUTES } from './open-routes.js'
import { Sessions } from './sessions.js'

/** Before every route: own origin for changes, a tab of this contract, and a session where the route is not open. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(
    @Inject(Sessions) private readonly sessions: Sessions,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const request = context.switchToHttp().getRequest<SignedRequest>()
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
    const path = request.path.replace(/\/$/, '')
    if (OPEN_ROUTES.some((r) => r.method === request.method && r.path === path)) return true
    const caller = await this.sessions.find(request.headers.cookie)
    if (!caller) throw new ProblemError(401, 'You are not signed in', 'Sign in; what you typed is kept.')
    request.caller = caller
    return true
  }
}
