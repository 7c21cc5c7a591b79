import { ProblemError } from '../http/problem.js'

/** Longest that one plan may be computed while somebody waits for it, ms: thrice what the hardest stone takes, for a machine that is busy with others. */
const LIMIT_MS = 20_000
/** Longest that a plan may have to wait for its turn, as far as can be told beforehand, ms. */
const WAIT_MS = 12_000

interface Waiting {
  readonly begin: () => void
  readonly refuse: (why: ProblemError) => void
}

/**
 * Plans to be worked out, a few at once in the order in which they came. One that could not be begun within the time that people wait is
 * refused when it comes, by what the last ones took; the limit of a plan itself counts from its own beginning.
 */
export class PlanQueue {
  private readonly waiting: Waiting[] = []
  private readonly running = new Set<AbortController>()
  private ended = false

  /** @param usual what one takes until some were timed, ms */
  constructor(
    private readonly atOnce: number,
    private usual: number,
  ) {}

  /** @throws ProblemError 503 where too many wait or the server stops, 422 where the work takes longer than its limit */
  async run<T>(work: (signal: AbortSignal) => Promise<T>, most = LIMIT_MS): Promise<T> {
    if (this.ended) throw closing()
    if (this.running.size >= this.atOnce || this.waiting.length > 0) await this.turn()
    const controller = new AbortController()
    this.running.add(controller)
    const limit = setTimeout(() => controller.abort('limit'), most)
    const began = performance.now()
    try {
      return await work(controller.signal)
    } catch (error) {
      if (!controller.signal.aborted) throw error
      throw controller.signal.reason === 'limit' ? tooLong(most) : closing()
    } finally {
      clearTimeout(limit)
      this.usual += 0.3 * (performance.now() - began - this.usual)
      this.running.delete(controller)
      this.waiting.shift()?.begin()
    }
  }

  private turn(): Promise<void> {
    const wait = (this.waiting.length / this.atOnce + 0.5) * this.usual
    if (wait > WAIT_MS)
      throw new ProblemError(
        503,
        'Many plans are being computed',
        'Yours would have to wait long: save it again in half a minute. Your choices are kept.',
        undefined,
        'verger:busy',
      )
    return new Promise((begin, refuse) => this.waiting.push({ begin, refuse }))
  }

  /** Refuses what waits; what runs may go on for `patience` ms. */
  async stop(patience: number): Promise<void> {
    this.ended = true
    for (const w of this.waiting.splice(0)) w.refuse(closing())
    const until = performance.now() + patience
    while (this.running.size > 0 && performance.now() < until)
      await new Promise((resolve) => setTimeout(resolve, 25))
    for (const controller of this.running) controller.abort('stop')
  }
}

const closing = () =>
  new ProblemError(503, 'The server is stopping', 'Try again in a moment; your choices are kept.')
const tooLong = (most: number) =>
  new ProblemError(
    422,
    'This plan takes too long to check',
    `It was not finished in ${most / 1000} seconds. Fewer points of the outline, or fewer bends, make it quicker; your choices are kept.`,
    undefined,
    'verger:long',
  )
