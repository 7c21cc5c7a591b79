import { family, seenFrom, turnsCounted, type Plan, type Step } from '@verger/core'
import { StepDrawing } from './StepDrawing.js'
import { stepState } from './stepState.js'

const nothing = () => undefined

/** A step of a plan as the bench shows it once all of it is done: for sheets and paper. */
export function StepPicture({
  plan,
  at,
  step,
  hand,
}: {
  plan: Plan
  at: number
  step: Pick<Step, 'count'>
  hand: 'right' | 'left'
}) {
  const { design } = plan
  const op = design.operations[at]!
  const { bound, ...state } = stepState(design, at)
  const turns: Record<string, number> = {
    ...Object.fromEntries(bound.map((j) => [j, Infinity])),
    ...(step.count ? turnsCounted(design, step.count, Infinity) : {}),
  }
  return (
    <StepDrawing
      plan={plan}
      names={family(plan.family).text.wires}
      lit={undefined}
      seen={seenFrom(op)}
      hand={hand}
      onPick={nothing}
      op={op}
      turns={turns}
      {...state}
    />
  )
}
