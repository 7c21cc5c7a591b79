import { Controller, Get, Inject, Module } from '@nestjs/common'
import { CONTRACT_VERSION, openApi, type Health } from '@verger/contract'
import { DB, type Db } from '../db/database.js'
import { ProblemError } from '../http/problem.js'

@Controller('api/health')
export class HealthController {
  constructor(@Inject(DB) private readonly db: Db) {}

  @Get()
  async health(): Promise<Health> {
    const row = await this.db
      .selectFrom('workshops')
      .select((eb) => eb.fn.countAll<string>().as('count'))
      .where('demo', '=', true)
      .executeTakeFirst()
      .catch(() => {
        throw new ProblemError(503, 'The database does not answer', 'Try again in a moment.')
      })
    return { ok: true, version: '0.1.0', contract: CONTRACT_VERSION, demo: Number(row?.count ?? 0) > 0 }
  }
}

@Controller('api/docs')
export class DocsController {
  private readonly document = openApi('0.1.0')

  @Get()
  docs(): Record<string, unknown> {
    return this.document
  }
}

@Module({ controllers: [HealthController, DocsController] })
export class HealthModule {}
