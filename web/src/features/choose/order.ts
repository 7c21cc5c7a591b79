import { numberOf, type Aim, type Chosen } from '@verger/core'

/** What a maker may aim at: proposals are worked out for it, and come in its order. */
export const AIM_WORDS: Readonly<Record<Aim, string>> = {
  usual: 'what makers usually take',
  easiest: 'easiest to make',
  strongest: 'strongest hold',
  'shows most': 'shows most of the stone',
  'least metal': 'least metal',
}

const VERDICT = { sound: 0, doubtful: 1, fails: 2 } as const

/** A time of work as makers say it. */
export const sayTime = (minutes: number): string =>
  minutes < 90
    ? `${Math.round(minutes / 5) * 5} min`
    : `${(Math.round(minutes / 15) / 4).toFixed(2).replace(/\.?0+$/, '')} h`

/** Pull before the stone leaves by the first check, g; minutes of work; metal and the whole in money; share of the face that shows. */
export const pullOf = ({ hold }: Chosen): number => numberOf(hold.shown.pull)
export const costOf = ({ plan }: Chosen): number => numberOf(plan.cost.cost)
export const minutesOf = ({ plan }: Chosen): number => 60 * numberOf(plan.cost.hours)
export const metalOf = ({ plan }: Chosen): number => numberOf(plan.cut.metal)
export const faceOf = ({ plan }: Chosen): number => {
  const face = plan.outputs.find((o) => o.id === 'face')
  return face ? numberOf(face.quantity) : 100
}

const easeOf = (c: Chosen): number => c.difficulty.level * 10_000 + minutesOf(c)

const measure: Readonly<Record<Aim, (c: Chosen) => number>> = {
  usual: easeOf,
  easiest: easeOf,
  strongest: (c) => -c.hold.hold.timesWeight,
  'shows most': (c) => -faceOf(c),
  'least metal': metalOf,
}

/** What holds soundly comes first, whatever is aimed at; families in alphabetical order where they are alike. */
export const sorted = (list: readonly Chosen[], by: Aim): Chosen[] =>
  [...list].sort(
    (a, b) =>
      VERDICT[a.line.verdict] - VERDICT[b.line.verdict] ||
      measure[by](a) - measure[by](b) ||
      a.family.localeCompare(b.family),
  )
