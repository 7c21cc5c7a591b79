import { mineral, type FullStone } from '@verger/core'
import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import { useEffect, useState } from 'react'
import { calibrate, usePxPerMm } from '../../app/trueSize.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { stoneLines } from '../../drawing/stoneLines.js'

/** A bank card (ISO/IEC 7810 ID-1), mm. */
const CARD = { width: 85.6, height: 53.98 } as const
const BAR = 50

/** The stone at life size on the screen, once the screen is calibrated, and its outline 1:1 on paper with a bar to check the print. */
export default function TrueSize({
  stone,
  name,
  onClose,
}: {
  stone: FullStone
  name: string
  onClose: () => void
}) {
  const { px, known } = usePxPerMm()
  const [setting, setSetting] = useState(!known)
  const front = stoneLines(stone, 'front')
  const side = stoneLines(stone, 'side')
  const soft = mineral(stone.mineral).hardness[0] < 5.5
  const hard = mineral(stone.mineral).hardness[1] >= 5.5
  useEffect(() => {
    document.documentElement.classList.add('one-to-one')
    return () => document.documentElement.classList.remove('one-to-one')
  }, [])
  const life = (lines: typeof front, view: 'front' | 'side', unit: (mm: number) => string) => {
    const pad = 1
    const [w, h] = [lines.box.x1 - lines.box.x0 + 2 * pad, lines.box.y1 - lines.box.y0 + 2 * pad]
    return (
      <svg
        viewBox={`${lines.box.x0 - pad} ${lines.box.y0 - pad} ${w} ${h}`}
        width={unit(w)}
        height={unit(h)}
        role="img"
        aria-label={`${view}, at life size`}
        data-life={view}
      >
        <StoneShape stone={stone} view={view} />
      </svg>
    )
  }
  return (
    <Dialog open onClose={onClose} className="relative z-20">
      <DialogBackdrop className="fixed inset-0 bg-ink/30 print:hidden" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-3 sm:p-8 print:static print:p-0">
        <DialogPanel className="sheet w-full max-w-3xl p-5 print:border-0">
          <DialogTitle className="text-2xl print:hidden">True size</DialogTitle>
          {setting ? (
            <div className="print:hidden">
              <p className="mt-2">
                Lay a bank card on the frame and move the slider until both are the same width. A rule does as
                well: the frame is {CARD.width} mm wide. This screen remembers it.
              </p>
              <div
                className="mt-4 rounded-[8px] border-2 border-copper bg-copper-wash"
                ref={(el) => {
                  if (!el) return
                  el.style.width = `${CARD.width * px}px`
                  el.style.height = `${CARD.height * px}px`
                }}
                data-testid="card"
              />
              <label className="mt-4 flex items-center gap-3">
                wider
                <input
                  type="range"
                  className="w-full max-w-md"
                  min={2}
                  max={9}
                  step={0.005}
                  value={px}
                  aria-label="Width of the card on this screen"
                  onChange={(e) => calibrate(e.target.valueAsNumber)}
                />
              </label>
              <button
                type="button"
                className="btn btn-main mt-4"
                onClick={() => {
                  calibrate(px)
                  setSetting(false)
                }}
              >
                It fits
              </button>
            </div>
          ) : (
            <>
              <p className="mt-1 text-soft print:hidden">
                {hard
                  ? 'Look from above and compare; do not lay this stone on the glass without a clear film between, and no grit: it may scratch the screen.'
                  : 'Hold it beside the picture, or lay a clear film between: grit scratches glass.'}
                {soft && ' The stone is soft itself: do not slide it.'}
              </p>
              <div className="mt-4 flex flex-wrap items-center gap-10 print:hidden">
                {life(front, 'front', (v) => `${(v * px).toFixed(1)}px`)}
                {life(side, 'side', (v) => `${(v * px).toFixed(1)}px`)}
              </div>
              <section className="hidden print:block" aria-hidden>
                <p>
                  {name || stone.mineral}, 1:1. The bar is {BAR} mm: measure it before you trust the print.
                </p>
                <svg width={`${BAR + 4}mm`} height="8mm" viewBox={`-2 -4 ${BAR + 4} 8`}>
                  <path
                    d={`M0 0H${BAR}${Array.from({ length: 6 }, (_, i) => `M${i * 10} -2V2`).join('')}`}
                    stroke="black"
                    strokeWidth={0.3}
                    fill="none"
                  />
                </svg>
                <svg
                  width={`${front.box.x1 - front.box.x0 + 4}mm`}
                  height={`${front.box.y1 - front.box.y0 + 4}mm`}
                  viewBox={`${front.box.x0 - 2} ${front.box.y0 - 2} ${front.box.x1 - front.box.x0 + 4} ${front.box.y1 - front.box.y0 + 4}`}
                >
                  <path d={front.shadow} fill="none" stroke="black" strokeWidth={0.2} />
                  <path d={front.edges} fill="none" stroke="black" strokeWidth={0.1} />
                </svg>
              </section>
              <p className="mt-5 flex flex-wrap gap-3 print:hidden">
                <button type="button" className="btn btn-main" onClick={() => window.print()}>
                  Print the outline 1:1
                </button>
                <button type="button" className="btn" onClick={() => setSetting(true)}>
                  Calibrate the screen again
                </button>
                <button type="button" className="btn" onClick={onClose}>
                  Close
                </button>
              </p>
            </>
          )}
        </DialogPanel>
      </div>
    </Dialog>
  )
}
