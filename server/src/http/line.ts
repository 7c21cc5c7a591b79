import pLimit, { type LimitFunction } from 'p-limit'
import { ProblemError } from './problem.js'

/** Work done a few at a time; a queue that is full refuses at once, in words, with 503. */
export class Line {
  private readonly limit: LimitFunction

  constructor(
    atOnce: number,
    private readonly most: number,
    private readonly busy: string,
  ) {
    this.limit = pLimit(atOnce)
  }

  run<T>(work: () => Promise<T>): Promise<T> {
    if (this.limit.pendingCount >= this.most)
      return Promise.reject(
        new ProblemError(503, this.busy, 'Try again in a few seconds.', undefined, 'verger:busy'),
      )
    return this.limit(work)
  }
}
