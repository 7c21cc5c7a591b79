import { numberOf, type Plan } from '@verger/core'
import type { LivePlan } from '../../compute/usePlan.js'

/** What a plan comes to, for comparing it with the one before. */
export interface Sums {
  readonly wire: number
  readonly cost: number
  readonly face: number | undefined
  readonly pull: number | undefined
}

export const sumsOf = (plan: Plan, hold: LivePlan['hold']): Sums => ({
  wire:
    plan.cut.wires.reduce((sum, w) => sum + numberOf(w.length), 0) +
    plan.cut.spools.reduce((sum, s) => sum + numberOf(s.length), 0),
  cost: numberOf(plan.cost.cost),
  face: plan.outputs.filter((o) => o.id === 'face').map((o) => numberOf(o.quantity))[0],
  pull: hold && numberOf(hold.shown.pull),
})

const signed = (v: number, digits: number, unit: string): string | undefined => {
  const text = Math.abs(v).toFixed(digits)
  return Number(text) === 0 ? undefined : `${v > 0 ? '+' : '−'}${text}${unit}`
}

/** The difference in words: wire, cost, face shown, holding. Empty where nothing that is told has changed. */
export function sayChange(
  before: Sums,
  after: Sums,
  say: { readonly money: (v: number) => string; readonly length: (v: number) => string },
): string {
  const cost = after.cost - before.cost
  const wire = after.wire - before.wire
  const parts = [
    ['wire', Math.abs(wire) < 0.5 ? undefined : `${wire > 0 ? '+' : '−'}${say.length(Math.abs(wire))}`],
    ['cost', Math.abs(cost) < 0.005 ? undefined : `${cost > 0 ? '+' : '−'}${say.money(Math.abs(cost))}`],
    [
      'face shown',
      before.face === undefined || after.face === undefined
        ? undefined
        : signed(after.face - before.face, 1, ' %'),
    ],
    [
      'pull',
      before.pull === undefined || after.pull === undefined
        ? undefined
        : signed(after.pull - before.pull, 0, ' g'),
    ],
  ] as const
  return parts
    .filter((p): p is readonly [(typeof p)[0], string] => p[1] !== undefined)
    .map(([name, v]) => `${name} ${v}`)
    .join(', ')
}
