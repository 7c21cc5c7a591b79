import type { Role } from '@verger/contract'
import { createParamDecorator, type ExecutionContext } from '@nestjs/common'
import type { Request } from 'express'

/** Who is asking: set by the session guard. */
export interface Caller {
  readonly workshop: string
  readonly maker: string
  readonly role: Role
  readonly session: string
  readonly tokenHash: string
}

export type SignedRequest = Request & { caller?: Caller }

/** The signed-in maker of a request. */
export const Who = createParamDecorator((_: unknown, context: ExecutionContext): Caller => {
  const { caller } = context.switchToHttp().getRequest<SignedRequest>()
  if (!caller) throw new Error('a route without a session asked who calls')
  return caller
})
