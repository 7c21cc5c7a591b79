import { numberOf, type Chosen } from '@verger/core'

/** What a maker may sort settings by. */
export const SORTS = ['hold', 'cost', 'time', 'face', 'ease'] as const
export type Sort = (typeof SORTS)[number]

export const SORT_WORDS: Readonly<Record<Sort, string>> = {
  hold: 'strongest hold',
  cost: 'least metal',
  time: 'least time',
  face: 'most of the face',
  ease: 'easiest',
}

const VERDICT = { sound: 0, doubtful: 1, fails: 2 } as const

/** Minutes of work, metal in money, share of the face that shows. */
export const minutesOf = ({ plan }: Chosen): number => 60 * numberOf(plan.cost.hours)
export const metalOf = ({ plan }: Chosen): number => numberOf(plan.cut.metal)
export const faceOf = ({ plan }: Chosen): number => {
  const face = plan.outputs.find((o) => o.id === 'face')
  return face ? numberOf(face.quantity) : 100
}

const measure: Readonly<Record<Sort, (c: Chosen) => number>> = {
  hold: (c) => -c.hold.hold.timesWeight,
  cost: metalOf,
  time: minutesOf,
  face: (c) => -faceOf(c),
  ease: (c) => c.difficulty.level * 10_000 + minutesOf(c),
}

/** What holds soundly comes first, whatever is sorted by; families in alphabetical order where they are alike. */
export const sorted = (list: readonly Chosen[], by: Sort): Chosen[] =>
  [...list].sort(
    (a, b) =>
      VERDICT[a.line.verdict] - VERDICT[b.line.verdict] ||
      measure[by](a) - measure[by](b) ||
      a.family.localeCompare(b.family),
  )
