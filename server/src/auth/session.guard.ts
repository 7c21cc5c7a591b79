import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common'
import { routeOf } from '@verger/contract'
import type { SignedRequest } from '../http/caller.js'
import { ProblemError } from '../http/problem.js'

/** Nothing that is not open runs for a request which `Admission` let pass without a session. */
@Injectable()
export class SessionGuard implements CanActivate {
  canActivate(context: ExecutionContext): boolean {
    const request = context.switchToHttp().getRequest<SignedRequest>()
    if (request.caller || routeOf(request.method, request.path.replace(/\/$/, ''))?.open) return true
    throw new ProblemError(401, 'You are not signed in', 'Sign in; what you typed is kept.')
  }
}
