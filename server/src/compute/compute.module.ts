import { Global, Injectable, Module, type OnModuleDestroy } from '@nestjs/common'
import type { Glance, HeldAsSaved } from '@verger/contract'
import type { PlanRequest } from '@verger/core'
import { Piscina } from 'piscina'
import { CheckElsewhere, type LongChecked } from '../http/checkElsewhere.js'
import { ProblemError } from '../http/problem.js'
import type { ComputeResult } from './plan.worker.js'
import { PlanQueue } from './planQueue.js'

/** What a thread may take: the hardest plan takes a third of it, and garbage is cleared before it grows to what the machine has. */
const MEMORY = { maxOldGenerationSizeMb: 112, maxYoungGenerationSizeMb: 16 }

/** So many plans may wait to be kept, and as many looks beside them. */
const MOST_WAITING = 100

const here = (file: string) => new URL(file, import.meta.url).href

/** Plans in worker threads, so that the server goes on answering; looks of saved plans, and long checks, each in one of their own. */
@Injectable()
export class Compute implements OnModuleDestroy {
  private readonly plans = new Piscina({
    filename: here('./plan.worker.js'),
    minThreads: 0,
    maxThreads: PlanQueue.AT_ONCE,
    idleTimeout: 30_000,
    resourceLimits: MEMORY,
  })
  private readonly looks = new Piscina({
    filename: here('./plan.worker.js'),
    minThreads: 0,
    maxThreads: 1,
    maxQueue: 2 * MOST_WAITING,
    idleTimeout: 5000,
    resourceLimits: MEMORY,
  })
  private readonly checks = new Piscina({
    filename: here('./check.worker.js'),
    minThreads: 0,
    maxThreads: 1,
    maxQueue: 50,
    idleTimeout: 5000,
  })
  private readonly queue = new PlanQueue()

  constructor() {
    CheckElsewhere.by = (check, bytes) => this.checks.run({ check, bytes }) as Promise<LongChecked>
  }

  /** @throws ProblemError 503 where too many wait, 422 where the plan itself takes too long */
  plan(request: PlanRequest): Promise<ComputeResult> {
    return this.queue.run((signal) => this.plans.run(request, { signal }) as Promise<ComputeResult>)
  }

  /** A plan without what it holds: off the queue of those that are checked. */
  async unchecked(request: PlanRequest): Promise<ComputeResult> {
    if (this.looks.queueSize >= MOST_WAITING)
      throw new ProblemError(
        503,
        'Many plans are being saved',
        'Save yours again in half a minute. Your choices are kept.',
        undefined,
        'verger:busy',
      )
    return (await this.looks.run(request, {
      name: 'unchecked',
      signal: AbortSignal.timeout(15_000),
    })) as ComputeResult
  }

  /** What a plan holds. @throws ProblemError as `plan` does */
  check(request: PlanRequest): Promise<HeldAsSaved> {
    return this.queue.run(
      (signal) => this.plans.run(request, { name: 'check', signal }) as Promise<HeldAsSaved>,
    )
  }

  /** How a plan looks, off the queue of plans that are checked. */
  async glance(request: PlanRequest): Promise<Glance> {
    try {
      return (await this.looks.run(request, {
        name: 'glance',
        signal: AbortSignal.timeout(15_000),
      })) as Glance
    } catch (error) {
      if (error instanceof Error && error.name === 'AbortError') return { seen: null }
      throw error
    }
  }

  /** Refuses what waits, lets what runs come to an end for a while, and hands it back then. */
  async stop(patience: number): Promise<void> {
    await this.queue.stop(patience)
    await Promise.all([this.plans, this.looks, this.checks].map((pool) => pool.destroy()))
  }

  async onModuleDestroy(): Promise<void> {
    await this.stop(0)
  }
}

@Global()
@Module({ providers: [Compute], exports: [Compute] })
export class ComputeModule {}
