import { lazy, Suspense, useRef, useState, type ComponentProps, type ReactNode } from 'react'
import { saveSvg } from '../drawing/saveSvg.js'

const PieceSolid = lazy(() => import('./PieceSolid.js'))

/** A drawing that can be changed for the piece in space; what shows it in space is fetched when first asked for. */
export function InSpace({
  drawing,
  saveAs,
  ...solid
}: {
  drawing: ReactNode
  /** Name under which the drawing can be saved; without one it has its own way to be saved. */
  saveAs?: string
} & ComponentProps<typeof PieceSolid>) {
  const [space, setSpace] = useState(false)
  const sheet = useRef<HTMLDivElement>(null)
  const save = () => {
    const svg = sheet.current?.querySelector('svg')
    const [, , width, height] = (svg?.getAttribute('viewBox') ?? '').split(/[ ,]+/).map(Number)
    if (svg && width && height) saveSvg(svg, saveAs ?? 'piece', width, height)
  }
  return (
    <div className="relative" ref={sheet}>
      {space ? (
        <Suspense
          fallback={
            <p className={`p-8 text-soft ${solid.className ?? 'h-[392px]'}`} role="status">
              One moment …
            </p>
          }
        >
          <PieceSolid {...solid} />
        </Suspense>
      ) : (
        drawing
      )}
      <button
        type="button"
        className="right-3 bottom-1 border-0 bg-transparent p-1 text-[15px] font-semibold text-copper underline absolute print:hidden"
        aria-pressed={space}
        onClick={() => setSpace(!space)}
      >
        {space ? 'as a drawing' : 'in space'}
      </button>
      {saveAs && !space && (
        <button
          type="button"
          className="absolute bottom-1 left-2 border-0 bg-transparent p-1 text-[15px] text-copper underline max-lg:hidden print:hidden"
          onClick={save}
        >
          Save the drawing
        </button>
      )}
    </div>
  )
}
