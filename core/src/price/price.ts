import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'

export const priceFormulas = {
  'price.effort': { unit: 'min', text: '{count} × {each}', of: ({ count, each }) => count! * each! },
  'price.minutes': {
    unit: 'min',
    text: 'sum over the kinds of step, an estimate until timed',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'price.paced': {
    unit: 'min',
    text: '{minutes} of a practised hand × {pace}, {experience}',
    of: ({ minutes, pace }) => minutes! * pace!,
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

/** How much longer a hand takes than a practised one: typical, uncited (1.5 to 3, 1, 0.6 to 0.8). */
export const PACES = { new: 2, practised: 1, quick: 0.7 } as const
export type Experience = keyof typeof PACES

/** Minutes of a practised hand as this one takes them. @example numberOf(paced(minutes('all', 40), 'new')) // 80 */
export const paced = (minutes: Quantity, experience: Experience): Quantity =>
  experience === 'practised'
    ? minutes
    : work('price.paced', {
        minutes,
        pace: leaf('workshop', 'against a practised hand', PACES[experience], ''),
        experience: leaf('workshop', 'experience', experience, 'word'),
      })

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
