import { family } from '@verger/core'
import { sayHeld } from '../../app/held.js'
import { checksOf } from '../proof/checks.js'
import { endsOf, sayEnd } from '../proof/ends.js'
import { Box } from './Box.js'
import type { Sheet } from './sheet.js'

/** What is tried and felt, with boxes. */
export const proofSheet: Sheet = ({ plan, piece, settings }) => {
  const { text } = family(plan.family)
  return [
    {
      id: 'how',
      node: (
        <p className="m-0 pb-[2mm] text-[3.6mm]">
          Over a folded cloth, in good light. The plan: {sayHeld(piece.plan!.hold, settings)} What you find
          here decides.
        </p>
      ),
    },
    ...checksOf(plan, piece.plan!.hold).map(({ id, say }) => ({
      id,
      node: (
        <div
          className="flex items-baseline gap-[4mm] border-t border-line py-[2mm] text-[3.8mm]"
          data-check={id}
        >
          <span className="flex-1">{say}</span>
          <span className="flex items-baseline gap-[1.5mm]">
            <Box /> holds
          </span>
          <span className="flex items-baseline gap-[1.5mm]">
            <Box /> fails
          </span>
        </div>
      ),
    })),
    {
      id: 'ends head',
      node: <h2 className="m-0 border-t border-line pt-[3mm] text-[4.6mm]">Ends, felt with a fingertip</h2>,
    },
    ...endsOf(plan).map((end) => {
      const [name, kept] = sayEnd(end, text)
      return {
        id: end.id,
        node: (
          <p className="m-0 flex items-baseline gap-[2mm] py-[0.8mm] text-[3.4mm]">
            <Box />
            <span className={end.by ? '' : 'font-semibold'}>
              {name} · {kept}
            </span>
          </p>
        ),
      }
    }),
    ...['Tried on', 'By', 'Notes'].map((word) => ({
      id: word,
      node: <p className="m-0 border-b border-line pt-[7mm] text-[3.4mm]">{word}</p>,
    })),
  ]
}
