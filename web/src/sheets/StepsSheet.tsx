import { family, seenFrom, stepOf, turnsCounted, type Plan } from '@verger/core'
import { StepDrawing } from '../features/wrap/StepDrawing.js'
import { stepState } from '../features/wrap/stepState.js'

const nothing = () => undefined

/** Every step of a plan on one sheet, each as the bench shows it: for looking a whole piece over at once. */
export function StepsSheet({ plan }: { plan: Plan }) {
  const { design } = plan
  const { text } = family(plan.family)
  return (
    <main className="grid grid-cols-4 gap-3 p-4">
      {design.operations.map((op, at) => {
        const { wires, accents, bound, stone, stones } = stepState(design, at)
        const seen = seenFrom(op)
        const step = stepOf(design, op, text.steps, seen, 'mm')
        const turns: Record<string, number> = {
          ...Object.fromEntries(bound.map((j) => [j, Infinity])),
          ...(step.count ? turnsCounted(design, step.count, Infinity) : {}),
        }
        return (
          <section key={op.id} className="border border-line p-2">
            <h2 className="m-0 text-lg">
              {at + 1}. {step.title}
            </h2>
            <p className="m-0 text-[14px] text-soft">{step.say}</p>
            <StepDrawing
              plan={plan}
              names={text.wires}
              lit={undefined}
              seen={seen}
              hand="right"
              onPick={nothing}
              op={op}
              wires={wires}
              turns={turns}
              accents={accents}
              stone={stone}
              stones={stones}
            />
          </section>
        )
      })}
    </main>
  )
}
