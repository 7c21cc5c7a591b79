import type { Options } from '../settings/index.js'

interface Failed {
  readonly options: Options
  readonly outcome: string
  /** What can be changed here without changing how it fails. */
  irrelevant: ReadonlySet<string>
}

/**
 * Learns what made no difference to a failure. Where two that differ in one option alone fail at just the same figure, the weakest place is
 * not of that option's making, and changing it further cannot mend it: what holds is the least of all ways out. Whatever differs from them in such options only fails as before.
 * @example
 * const nogoods = new Nogoods(['front', 'back'])
 * nogoods.learn({ front: 1, back: 1 }, 'pull 94.6')
 * nogoods.learn({ front: 1, back: 2 }, 'pull 94.6')
 * nogoods.failsAsBefore({ front: 1, back: 3 }) // true
 * nogoods.failsAsBefore({ front: 2, back: 1 }) // false
 */
export class Nogoods {
  private readonly failed: Failed[] = []
  /** What is known to fail, by the options that count there and their values. */
  private readonly closed = new Map<string, Set<string>>()

  constructor(private readonly ids: readonly string[]) {}

  /** Takes in how options failed; true where more is known to fail by it. */
  learn(options: Options, outcome: string | undefined): boolean {
    if (outcome === undefined) return false
    const now: Failed = { options, outcome, irrelevant: new Set() }
    for (const other of this.failed) {
      if (other.outcome !== outcome) continue
      const differ = this.ids.filter(
        (id) => JSON.stringify(options[id]) !== JSON.stringify(other.options[id]),
      )
      const more = differ.filter((id) => !now.irrelevant.has(id) && !other.irrelevant.has(id))
      if (more.length <= 1) now.irrelevant = new Set([...now.irrelevant, ...other.irrelevant, ...differ])
    }
    this.failed.push(now)
    if (now.irrelevant.size === 0) return false
    const counting = this.ids.filter((id) => !now.irrelevant.has(id))
    const mask = counting.join()
    const values = this.closed.get(mask) ?? new Set()
    if (values.has(valuesOf(options, counting))) return false
    this.closed.set(mask, values.add(valuesOf(options, counting)))
    return true
  }

  /** Whether these differ from what failed only in what made no difference there. */
  failsAsBefore(options: Options): boolean {
    return [...this.closed].some(([mask, values]) =>
      values.has(valuesOf(options, mask === '' ? [] : mask.split(','))),
    )
  }
}

const valuesOf = (options: Options, ids: readonly string[]): string =>
  JSON.stringify(ids.map((id) => options[id]))
