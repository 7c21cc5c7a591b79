import type { Family, Options } from './family.js'

/**
 * The choice that says how far the bend of a step should reach; undefined where nothing reaches over the stone there. A key of the table that ends in `*` is
 * the beginning of several ids.
 * @example reachedAt({ reached: { 'bend-front-*': 'frontOverlap' } }, 'bend-front-3.9') // 'frontOverlap'
 */
export const reachedAt = ({ reached }: Pick<Family, 'reached'>, step: string): string | undefined =>
  Object.entries(reached).find(([id]) =>
    id.endsWith('*') ? step.startsWith(id.slice(0, -1)) : step === id,
  )?.[1]

/** The length that is planned for a step at which one is measured, mm; undefined where none is. */
export const plannedAt =
  (chosen: Pick<Family, 'measured' | 'reached'>, options: Options) =>
  (step: string): number | undefined => {
    const option = chosen.measured[step] ?? reachedAt(chosen, step)
    const planned = option === undefined ? undefined : options[option]
    return typeof planned === 'number' ? planned : undefined
  }
