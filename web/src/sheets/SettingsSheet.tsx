import { family, numberOf, type Chosen, type Stone } from '@verger/core'
import { PieceDrawing } from '../drawing/PieceDrawing.js'
import { boundsOf } from '../drawing/shown.js'
import { viewsOf } from '../drawing/project.js'

/** Room round each picture, mm. */
const ROOM = 2

/** Every setting of a stone on one sheet, each from all the sides that its plan shows, at one scale. */
export function SettingsSheet({ stone, list }: { stone: Stone; list: readonly Chosen[] }) {
  const pictures = list.map((found) => ({
    found,
    views: viewsOf(found.plan.design).map((view) => ({
      view,
      box: boundsOf(found.plan.design, stone, view),
    })),
  }))
  const tall = Math.max(...pictures.flatMap((p) => p.views.map(({ box }) => box.y1 - box.y0)))
  return (
    <main className="grid grid-cols-2 gap-3 p-4">
      {pictures.map(({ found, views }) => (
        <section
          key={`${found.family} ${String(found.plan.options.mount)}`}
          className="border border-line p-2"
        >
          <h2 className="m-0 text-lg">
            {family(found.family).text.name}, {String(found.plan.options.mount ?? 'pendant')}:{' '}
            {found.line.verdict}, {numberOf(found.plan.cut.mass).toFixed(1)} g of wire
          </h2>
          <div className="flex items-center gap-2">
            {views.map(({ view, box }) => (
              <svg
                key={view}
                viewBox={`${box.x0 - ROOM} ${(box.y0 + box.y1 - tall) / 2 - ROOM} ${box.x1 - box.x0 + 2 * ROOM} ${tall + 2 * ROOM}`}
                style={{ height: 380 }}
                role="img"
                aria-label={view}
              >
                <PieceDrawing design={found.plan.design} stone={stone} view={view} />
              </svg>
            ))}
          </div>
        </section>
      ))}
    </main>
  )
}
