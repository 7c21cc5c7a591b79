import { useLayoutEffect, useRef, useState, type ReactNode } from 'react'
import { HEAD, packed, PAPERS, roomOn, SIDE, type PaperId } from './sheets.js'

/** Blocks of a sheet on as many pages as they take: measured once at the paper's width, then laid out. */
export function Pages({
  paper,
  head,
  blocks,
}: {
  paper: PaperId
  head: ReactNode
  blocks: readonly { readonly id: string; readonly node: ReactNode }[]
}) {
  const measuring = useRef<HTMLDivElement>(null)
  const [heights, setHeights] = useState<readonly number[]>()
  const ids = blocks.map((b) => b.id).join(' ')
  useLayoutEffect(() => {
    let left = false
    // letters are measured in their own font
    void document.fonts.ready.then(() => {
      const list = measuring.current
      if (left || !list) return
      const mm = list.getBoundingClientRect().width / roomOn(paper).width
      setHeights([...list.children].map((c) => c.getBoundingClientRect().height / mm))
    })
    return () => {
      left = true
    }
  }, [paper, ids])
  const [width, height] = [`${PAPERS[paper].width}mm`, `${PAPERS[paper].height}mm`]
  const padding = `${SIDE}mm`
  const pages = heights?.length === blocks.length ? packed(heights, roomOn(paper).height) : undefined
  if (!pages)
    return (
      <div className="paper-page" style={{ width, padding }} aria-busy>
        <div ref={measuring}>
          {blocks.map((b) => (
            <div key={b.id} className="flow-root">
              {b.node}
            </div>
          ))}
        </div>
      </div>
    )
  return pages.map((page, i) => (
    <section
      key={i}
      className={`paper-page paper-${paper}`}
      style={{ width, height, padding }}
      aria-label={`Page ${i + 1} of ${pages.length}`}
      data-page={i + 1}
    >
      <header
        className="flex items-start justify-between gap-6 border-b border-ink"
        style={{ height: `${HEAD}mm` }}
      >
        {head}
        <span className="shrink-0 text-[3.4mm]">
          page {i + 1} of {pages.length}
        </span>
      </header>
      <div className="pt-[2mm]">
        {page.map((k) => (
          <div key={blocks[k]!.id} className="flow-root">
            {blocks[k]!.node}
          </div>
        ))}
      </div>
      <TestBar />
    </section>
  ))
}

const BAR = 100

/** A bar of 100 mm at the foot of every page, to check that the printer did not shrink it. */
function TestBar() {
  const ticks = Array.from({ length: BAR / 10 + 1 }, (_, i) => `M${i * 10} ${i % 5 === 0 ? -2 : -1}V1`).join(
    '',
  )
  return (
    <footer className="absolute right-[10mm] bottom-[8mm] left-[10mm] flex items-end gap-[4mm] text-[3.2mm]">
      <svg
        width={`${BAR + 2}mm`}
        height="4mm"
        viewBox={`-1 -2.5 ${BAR + 2} 4`}
        data-testid="bar"
        role="img"
        aria-label="100 mm"
      >
        <path d={`M0 0H${BAR}${ticks}`} stroke="var(--ink)" strokeWidth={0.25} fill="none" />
      </svg>
      <span>This bar is 100.0 mm. Where it measures otherwise, print at 100 % (“actual size”).</span>
    </footer>
  )
}
