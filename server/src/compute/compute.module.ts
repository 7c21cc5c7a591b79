import { Global, Injectable, Module, type OnModuleDestroy } from '@nestjs/common'
import type { Glance } from '@verger/contract'
import type { PlanRequest } from '@verger/core'
import { Piscina } from 'piscina'
import { ProblemError } from '../http/problem.js'
import type { ComputeResult } from './plan.worker.js'

const LIMIT_MS = 20_000

/** Plans in worker threads, so that the server goes on answering: twenty seconds at most (a puffy stone takes four, a busy machine thrice that), and a short queue. */
@Injectable()
export class Compute implements OnModuleDestroy {
  private readonly pool = new Piscina({
    filename: new URL('./plan.worker.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    maxQueue: 16,
    idleTimeout: 30_000,
  })

  plan(request: PlanRequest): Promise<ComputeResult> {
    return this.run('default', request)
  }

  glance(request: PlanRequest): Promise<Glance> {
    return this.run('glance', request)
  }

  private async run<T>(name: string, request: PlanRequest): Promise<T> {
    try {
      return (await this.pool.run(request, { name, signal: AbortSignal.timeout(LIMIT_MS) })) as T
    } catch (error) {
      const told = error instanceof Error ? `${error.name} ${error.message}` : ''
      if (/queue|abort|timeout/i.test(told))
        throw new ProblemError(
          503,
          'Too many plans are being computed',
          'Try again in a few seconds; your choices are kept.',
        )
      throw error
    }
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool.destroy()
  }
}

@Global()
@Module({ providers: [Compute], exports: [Compute] })
export class ComputeModule {}
