import { family, GATHERED, seenFrom, stepOf, withCautions } from '@verger/core'
import { gathered } from '../cut/gathered.js'
import { StepPicture } from '../wrap/StepPicture.js'
import { Box, CountBoxes } from './Box.js'
import type { OnPaper, Sheet } from './sheet.js'

/** Steps without a picture: what is laid ready stands above them as a list. */
const WITHOUT_PICTURE = new Set(['gather', 'straighten'])

/** All steps with their pictures and boxes for what is counted, two beside each other, after what is laid ready. */
export const benchSheet: Sheet = ({ plan, settings }) => {
  const { design } = plan
  const { text } = family(plan.family)
  const steps = design.operations.map((op, at) => ({
    at,
    op,
    step: withCautions(stepOf(design, op, text.steps, seenFrom(op), settings.units), plan.stone, design),
  }))
  const pairs = Array.from({ length: Math.ceil(steps.length / 2) }, (_, i) => steps.slice(2 * i, 2 * i + 2))
  return [
    { id: 'gather', node: <Gather plan={plan} settings={settings} /> },
    ...pairs.map((pair) => ({
      id: pair.map((p) => p.op.id).join(' '),
      node: (
        <div className="grid grid-cols-2 gap-x-[6mm] border-t border-line py-[2mm]">
          {pair.map(({ at, op, step }) => (
            <section key={op.id} className="min-w-0" data-step={op.id}>
              <h2 className="m-0 flex items-baseline gap-[2mm] text-[4.6mm]">
                <Box />
                {at + 1}. {step.title}
              </h2>
              <p className="m-0 text-[3.5mm] leading-snug">{step.say}</p>
              {step.look && <p className="m-0 text-[3.2mm] leading-snug text-soft italic">{step.look}</p>}
              {step.caution && (
                <p className="m-0 text-[3.2mm] leading-snug font-semibold">Take care: {step.caution}</p>
              )}
              {step.count && <CountBoxes target={step.count.target} of={step.count.of} />}
              {!WITHOUT_PICTURE.has(op.kind) && (
                <div className="paper-picture">
                  <StepPicture plan={plan} at={at} step={step} hand={settings.hand} />
                </div>
              )}
            </section>
          ))}
        </div>
      ),
    })),
  ]
}

function Gather({ plan, settings }: Pick<OnPaper, 'plan' | 'settings'>) {
  const list = gathered(plan, settings)
  return (
    <section className="pb-[2mm]">
      <h2 className="m-0 text-[4.6mm]">Lay ready</h2>
      <ul className="m-0 grid list-none grid-cols-3 gap-x-[6mm] gap-y-[0.8mm] p-0 text-[3.3mm]">
        {GATHERED.flatMap((as) => list.filter((g) => g.as === as)).map(({ what, amount = '' }) => (
          <li key={what + amount} className="flex items-baseline gap-[1.6mm] leading-tight">
            <Box />
            <span>
              {what}
              {amount && ` · ${amount}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
