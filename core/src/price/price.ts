import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'

export const priceFormulas = {
  'price.effort': { unit: 'min', text: '{count} × {each}', of: ({ count, each }) => count! * each! },
  'price.minutes': {
    unit: 'min',
    text: 'sum over the kinds of step, an estimate until timed',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'price.hours': { unit: 'h', text: '{minutes} / 60', of: ({ minutes }) => minutes! / 60 },
  'price.labour': { unit: 'money', text: '{hours} × {rate}', of: ({ hours, rate }) => hours! * rate! },
  'price.cost': { unit: 'money', text: '{metal} + {labour}', of: ({ metal, labour }) => metal! + labour! },
} as const satisfies Formulas

const work = worker(priceFormulas)

export interface Cost {
  readonly hours: Quantity
  readonly labour: Quantity
  readonly cost: Quantity
}

/** Minutes of one kind of step: how often it comes, and what one takes. */
export interface Effort {
  readonly kind: string
  readonly count: Quantity
  readonly each: Quantity
}

/** Planned minutes of all steps. @example numberOf(plannedMinutes([{ kind: 'bind', count: typed('turns', 24), each: minutes('one', 0.25) }])) // 6 */
export const plannedMinutes = (efforts: readonly Effort[]): Quantity =>
  work(
    'price.minutes',
    Object.fromEntries(efforts.map(({ kind, count, each }) => [kind, work('price.effort', { count, each })])),
  )

/** Minutes that were timed at the bench. */
export const timedMinutes = (minutes: number): Quantity => leaf('record', 'minutes of work', minutes, 'min')

/** Labour at the workshop's rate (cents per hour) on planned or recorded minutes, and the whole. */
export function costOf(spec: {
  readonly metal: Quantity
  readonly minutes: Quantity
  readonly rate: number
}): Cost {
  const hours = work('price.hours', { minutes: spec.minutes })
  const labour = work('price.labour', {
    hours,
    rate: leaf('workshop', 'hourly rate', spec.rate / 100, 'money/h'),
  })
  return { hours, labour, cost: work('price.cost', { metal: spec.metal, labour }) }
}
