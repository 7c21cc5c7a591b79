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

/** Longest that a check may take, ms: it stands back behind everything else that the machine does. */
const CHECK_MS = 180_000

/** Plans that are checked at the same time. */
const CHECKED_AT_ONCE = 2

const here = (file: string) => new URL(file, import.meta.url).href

/** Plans in worker threads, so that the server goes on answering: those that are checked in some, what answers at once in one of its own, and long bodies in another. */
@Injectable()
export class Compute implements OnModuleDestroy {
  private readonly plans = new Piscina({
    filename: here('./plan.worker.js'),
    minThreads: 0,
    maxThreads: CHECKED_AT_ONCE,
    idleTimeout: 30_000,
    resourceLimits: MEMORY,
  })
  private readonly looks = new Piscina({
    filename: here('./plan.worker.js'),
    minThreads: 0,
    maxThreads: 1,
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
  private readonly toCheck = new PlanQueue(CHECKED_AT_ONCE, 1500)
  private readonly toLook = new PlanQueue(1, 300)

  constructor() {
    CheckElsewhere.by = (check, bytes) => this.checks.run({ check, bytes }) as Promise<LongChecked>
  }

  /** @throws ProblemError 503 where too many wait or the server stops, 422 where the plan itself takes too long */
  plan(request: PlanRequest): Promise<ComputeResult> {
    return this.toCheck.run((signal) => this.plans.run(request, { signal }) as Promise<ComputeResult>)
  }

  /** What a plan holds, which nobody waits for. @throws ProblemError as `plan` does */
  check(request: PlanRequest): Promise<HeldAsSaved> {
    return this.toCheck.run(
      (signal) => this.plans.run(request, { name: 'check', signal }) as Promise<HeldAsSaved>,
      CHECK_MS,
    )
  }

  /** A plan without what it holds, which waits for no check. @throws ProblemError as `plan` does */
  unchecked(request: PlanRequest): Promise<ComputeResult> {
    return this.toLook.run(
      (signal) => this.looks.run(request, { name: 'unchecked', signal }) as Promise<ComputeResult>,
    )
  }

  /** How a plan looks, nothing where that takes too long. @throws ProblemError 503 as `plan` does */
  async glance(request: PlanRequest): Promise<Glance> {
    try {
      return await this.toLook.run(
        (signal) => this.looks.run(request, { name: 'glance', signal }) as Promise<Glance>,
      )
    } catch (error) {
      if (error instanceof ProblemError && error.getStatus() === 422) return { seen: null }
      throw error
    }
  }

  /** Refuses what waits, lets what runs come to an end for a while, and hands it back then. */
  async stop(patience: number): Promise<void> {
    await Promise.all([this.toCheck, this.toLook].map((queue) => queue.stop(patience)))
    await Promise.all([this.plans, this.looks, this.checks].map((pool) => pool.destroy()))
  }

  async onModuleDestroy(): Promise<void> {
    await this.stop(0)
  }
}

@Global()
@Module({ providers: [Compute], exports: [Compute] })
export class ComputeModule {}
