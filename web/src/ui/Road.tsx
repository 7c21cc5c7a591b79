import type { StationId } from '@verger/contract'
import { fullStone, stoneErrors, type Stone } from '@verger/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { stoneLines } from '../drawing/stoneLines.js'
import { StoneShape } from '../drawing/StoneShape.js'

export const STATIONS: readonly { readonly id: StationId; readonly name: string }[] = [
  { id: 'measure', name: 'Measure' },
  { id: 'choose', name: 'Choose' },
  { id: 'plan', name: 'Plan' },
  { id: 'cut', name: 'Cut' },
  { id: 'wrap', name: 'Wrap' },
  { id: 'proof', name: 'Proof' },
  { id: 'ledger', name: 'Ledger' },
]

/** Half the height that a stone has on the road, of the 34 of a station's mark. */
const LIES = 13

/** The stone as it lies on the wire, across it; where there is none yet, a plain one. */
function Present({ stone }: { stone: Stone | undefined }) {
  const full = useMemo(
    () => (stone && stoneErrors(stone).length === 0 ? fullStone(stone) : undefined),
    [stone],
  )
  if (!full) return <ellipse cx={17} cy={17} rx={14} ry={10} fill="var(--copper)" />
  const { x0, x1, y0, y1 } = stoneLines(full, 'front').box
  const [wide, tall] = [x1 - x0, y1 - y0]
  const lying = tall > wide
  const k = LIES / (Math.max(wide, tall) / 2)
  return (
    <g
      transform={`translate(17 17) ${lying ? 'rotate(90)' : ''} scale(${k}) translate(${-(x0 + x1) / 2} ${-(y0 + y1) / 2})`}
    >
      <StoneShape stone={full} view="front" />
    </g>
  )
}

/** The road of a piece as one wire: done stations are turns wound on it, at the present one lies the stone, those to come are pencil marks. */
export function Road({
  piece,
  stone,
  here,
  reached,
}: {
  piece?: string | undefined
  /** The piece's own, where its measures are known. */
  stone?: Stone | undefined
  here: StationId
  reached: StationId
}) {
  const at = STATIONS.findIndex((s) => s.id === here)
  const far = STATIONS.findIndex((s) => s.id === reached)
  const x = (i: number) => 50 + i * 100
  return (
    <nav aria-label="Road of this piece" className="w-full max-w-[640px]">
      <div className="relative h-[62px]">
        <svg
          viewBox={`0 0 ${100 * STATIONS.length} 34`}
          className="absolute inset-x-0 top-0 h-[34px] w-full"
          preserveAspectRatio="none"
          aria-hidden
        >
          <line x1={x(0)} x2={x(STATIONS.length - 1)} y1={17} y2={17} stroke="var(--line)" strokeWidth={4} />
          <line x1={x(0)} x2={x(Math.max(at, far))} y1={17} y2={17} stroke="var(--copper)" strokeWidth={4} />
        </svg>
        <ol className="absolute inset-0 m-0 grid list-none grid-cols-7 p-0">
          {STATIONS.map((s, i) => {
            const open = piece !== undefined && (i <= far || i <= at)
            const mark =
              i === at ? (
                <Present stone={stone} />
              ) : i <= far ? (
                <g stroke="var(--copper)" strokeWidth={3} fill="none">
                  {[7, 12, 17, 22].map((k) => (
                    <path key={k} d={`M${k} 8q6 9 2 18`} />
                  ))}
                </g>
              ) : (
                <path d="M17 9v16" stroke="var(--soft)" strokeWidth={2} />
              )
            const body = (
              <>
                <svg viewBox="0 0 34 34" className="h-[34px] w-[34px]" aria-hidden>
                  {mark}
                </svg>
                <span
                  // where a phone lies on its side there is room for the present one's name
                  className={
                    i === at
                      ? 'font-bold text-copper'
                      : `max-lg:landscape:sr-only ${i <= far ? 'font-semibold text-ink' : 'text-soft'}`
                  }
                >
                  {s.name}
                </span>
              </>
            )
            const shape =
              'flex flex-col items-center no-underline text-[12px] tracking-tight sm:text-[13.5px] sm:tracking-normal lg:text-base'
            return (
              <li key={s.id} aria-current={i === at ? 'step' : undefined}>
                {open && i !== at ? (
                  <Link to={`/pieces/${piece}/${s.id}`} className={shape}>
                    {body}
                  </Link>
                ) : (
                  <span className={shape}>{body}</span>
                )}
              </li>
            )
          })}
        </ol>
      </div>
    </nav>
  )
}
