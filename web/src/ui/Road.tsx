import type { StationId } from '@verger/contract'
import { Link } from 'react-router'

export const STATIONS: readonly { readonly id: StationId; readonly name: string }[] = [
  { id: 'measure', name: 'Measure' },
  { id: 'choose', name: 'Choose' },
  { id: 'plan', name: 'Plan' },
  { id: 'cut', name: 'Cut' },
  { id: 'wrap', name: 'Wrap' },
  { id: 'proof', name: 'Proof' },
  { id: 'ledger', name: 'Ledger' },
]

/** The road of a piece as one wire: done stations are coils on it, the present one a ring, those to come are open. */
export function Road({
  piece,
  here,
  reached,
}: {
  piece?: string | undefined
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
                <g>
                  <circle cx={17} cy={17} r={11} fill="var(--paper)" stroke="var(--copper)" strokeWidth={4} />
                  <circle cx={17} cy={17} r={4} fill="var(--copper)" />
                </g>
              ) : i <= far ? (
                <g stroke="var(--copper)" strokeWidth={3} fill="none">
                  {[7, 12, 17, 22].map((k) => (
                    <path key={k} d={`M${k} 8q6 9 2 18`} />
                  ))}
                </g>
              ) : (
                <circle cx={17} cy={17} r={7} fill="var(--paper)" stroke="var(--hair)" strokeWidth={3} />
              )
            const body = (
              <>
                <svg viewBox="0 0 34 34" className="h-[34px] w-[34px]" aria-hidden>
                  {mark}
                </svg>
                <span
                  className={
                    i === at ? 'font-bold text-copper' : i <= far ? 'font-semibold text-ink' : 'text-soft'
                  }
                >
                  {s.name}
                </span>
              </>
            )
            const shape = 'flex flex-col items-center no-underline text-[13.5px] lg:text-base'
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
