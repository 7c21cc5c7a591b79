import { family, seenFrom, stepOf, type Plan } from '@verger/core'
import { StepPicture } from '../features/wrap/StepPicture.js'

/** Every step of a plan on one sheet, each as the bench shows it: for looking a whole piece over at once. */
export function StepsSheet({ plan }: { plan: Plan }) {
  const { design } = plan
  const { text } = family(plan.family)
  return (
    <main className="grid grid-cols-4 gap-3 p-4">
      {design.operations.map((op, at) => {
        const step = stepOf(design, op, text.steps, seenFrom(op), 'mm')
        return (
          <section key={op.id} className="border border-line p-2">
            <h2 className="m-0 text-lg">
              {at + 1}. {step.title}
            </h2>
            <p className="m-0 text-[14px] text-soft">{step.say}</p>
            <StepPicture plan={plan} at={at} step={step} hand="right" />
          </section>
        )
      })}
    </main>
  )
}
