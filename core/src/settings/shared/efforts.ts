import { leaf, type Quantity } from '../../working/index.js'
import type { EffortWorking } from '../family.js'

/** Efforts by kind of step: how often each comes, and the minutes that one takes (estimates). Kinds that do not come are left out. */
export const effortsOf = <K extends string>(
  minutes: Readonly<Record<K, number>>,
  counts: Readonly<Partial<Record<K, Quantity>>>,
): EffortWorking[] =>
  (Object.keys(minutes) as K[]).flatMap((kind) => {
    const count = counts[kind]
    return count
      ? [{ kind, count, each: leaf('estimate', `minutes for one: ${kind}`, minutes[kind], 'min') }]
      : []
  })

/** A number that the family itself fixes. */
export const fixed = (name: string, n: number): Quantity => leaf('table', name, n, '', 'the family')
