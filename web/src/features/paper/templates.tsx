import { bendTemplates, family, fullStone, numberOf } from '@verger/core'
import { BendTemplate } from '../../drawing/BendTemplate.js'
import { PieceDrawing } from '../../drawing/PieceDrawing.js'
import { boundsOf } from '../../drawing/shown.js'
import { viewsOf, type View } from '../../drawing/project.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import type { OnPaper, Sheet } from './sheet.js'

const ROOM = 2

/** What is bent by a line: the stone's outline, the piece from its sides, every flat bend, every rod as a circle. All at true size. */
export const templatesSheet: Sheet = ({ plan, piece, say, across }) => {
  const { design, stone } = plan
  const { text } = family(plan.family)
  const { box, shadow } = stoneLines(fullStone(stone), 'front')
  const [wide, tall] = [box.x1 - box.x0 + 2 * ROOM, box.y1 - box.y0 + 2 * ROOM]
  const rods = plan.outputs.filter((o) => o.tool === 'rod')
  return [
    {
      id: 'outline',
      node: (
        <figure className="m-0 flex items-end gap-[6mm] pb-[3mm]">
          <svg
            width={`${wide}mm`}
            height={`${tall}mm`}
            viewBox={`${box.x0 - ROOM} ${box.y0 - ROOM} ${wide} ${tall}`}
            role="img"
            aria-label="The stone’s outline at true size"
            data-testid="outline"
          >
            <path d={shadow} fill="none" stroke="var(--ink)" strokeWidth={0.2} />
          </svg>
          <figcaption className="text-[3.5mm]">
            The stone’s outline, {say(stone.length)} by {say(stone.width)}: lay the stone on it, then bend to
            it.
          </figcaption>
        </figure>
      ),
    },
    ...bendTemplates(design).map((t, i) => ({
      id: `template ${i}`,
      node: <BendTemplate template={t} name={piece.name || 'piece'} />,
    })),
    ...(rods.length === 0
      ? []
      : [
          {
            id: 'rods',
            node: (
              <div className="flex flex-wrap items-end gap-[6mm] border-t border-line py-[3mm]">
                {rods.map(({ id, quantity }) => {
                  const d = numberOf(quantity)
                  return (
                    <figure key={id} className="m-0 text-center text-[3.3mm]">
                      <svg
                        className="mx-auto"
                        width={`${d + 2}mm`}
                        height={`${d + 2}mm`}
                        viewBox={`${-d / 2 - 1} ${-d / 2 - 1} ${d + 2} ${d + 2}`}
                        role="img"
                        aria-label={`${text.outputs[id] ?? id}, a circle at true size`}
                      >
                        <circle r={d / 2} fill="none" stroke="var(--ink)" strokeWidth={0.2} data-rod={d} />
                      </svg>
                      <figcaption>
                        {text.outputs[id] ?? id}: {d.toFixed(1)} mm
                      </figcaption>
                    </figure>
                  )
                })}
              </div>
            ),
          },
        ]),
    {
      id: 'views',
      node: (
        <div className="flex flex-wrap items-end gap-[6mm] border-t border-line py-[3mm]">
          {viewsOf(design).map((view) => (
            <TrueView key={view} plan={plan} view={view} across={across} />
          ))}
        </div>
      ),
    },
  ]
}

/** The piece from one side at true size; what is wider than the paper is drawn to its width, and says so. */
function TrueView({
  plan: { design, stone },
  view,
  across,
}: Pick<OnPaper, 'plan' | 'across'> & { readonly view: View }) {
  const b = boundsOf(design, stone, view)
  const [w, h] = [b.x1 - b.x0 + 2, b.y1 - b.y0 + 2]
  const share = Math.min(1, across / w)
  return (
    <figure className="m-0">
      <svg
        width={`${w * share}mm`}
        height={`${h * share}mm`}
        viewBox={`${b.x0 - 1} ${b.y0 - 1} ${w} ${h}`}
        role="img"
        aria-label={`The piece, ${view}`}
        data-view={view}
      >
        <PieceDrawing design={design} stone={stone} view={view} />
      </svg>
      <figcaption className="text-[3.3mm]">
        The piece, {view}, {share === 1 ? 'at true size' : `at ${Math.round(100 * share)} % of its size`}
      </figcaption>
    </figure>
  )
}
