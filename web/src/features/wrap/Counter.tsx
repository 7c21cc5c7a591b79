import { useState } from 'react'

export interface TapWorth {
  readonly worth: number
  readonly set: (n: number) => void
}

/** How many turns one tap stands for: a turn, or a repeat or row of several. Kept on this device. */
export function useTapWorth(): TapWorth {
  const [worth, setWorth] = useState(() => Math.max(1, Number(localStorage.getItem('verger-tap') ?? 1) || 1))
  return {
    worth,
    set: (n) => {
      localStorage.setItem('verger-tap', String(n))
      setWorth(n)
    },
  }
}

const ONE = { turns: 'turn', knots: 'knot', repeats: 'repeat', places: 'place' } as const

/** Turns or repeats made so far, or places worked, large, on one great button: the ring fills as they come. */
export function Counter({
  beside,
  of,
  turns,
  target,
  exact,
  onCount,
  onBack,
}: {
  /** On a narrow screen its words stand beside the ring, not below it. */
  beside: boolean
  of: keyof typeof ONE
  turns: number
  target: number
  exact: boolean
  onCount: () => void
  onBack: () => void
}) {
  const R = 150
  const shown = Math.min(target, 60)
  const piece = (2 * Math.PI) / shown
  const arc = (i: number) => {
    const a = -Math.PI / 2 + i * piece + piece * 0.09
    const b = a + piece * 0.82
    const p = (t: number) => `${(R * Math.cos(t)).toFixed(2)} ${(R * Math.sin(t)).toFixed(2)}`
    return `M${p(a)}A${R} ${R} 0 0 1 ${p(b)}`
  }
  const outOf =
    turns > target ? `${turns - target} over ${target} ${of}` : `of ${exact ? '' : 'about '}${target} ${of}`
  return (
    <div
      className={`sheet flex min-w-0 flex-1 lg:flex-col ${beside ? 'max-lg:landscape:flex-col' : 'flex-col'}`}
    >
      <button
        type="button"
        className="flex flex-1 cursor-pointer flex-col items-center justify-center border-0 bg-transparent p-1 text-ink lg:p-2"
        onClick={onCount}
        aria-label={`Count a ${ONE[of]}. ${turns} of ${target}`}
      >
        <svg
          viewBox="-180 -180 360 360"
          className={`w-full max-lg:landscape:h-[96px] lg:h-auto lg:max-w-[400px] ${beside ? 'h-[140px]' : 'h-[104px]'}`}
          aria-hidden
        >
          {Array.from({ length: shown }, (_, i) => (
            <path
              key={i}
              d={arc(i)}
              fill="none"
              stroke={i < (turns * shown) / target ? 'var(--copper)' : 'var(--line)'}
              strokeWidth={24}
            />
          ))}
          <text
            y={38}
            textAnchor="middle"
            fontSize={150}
            fontWeight={700}
            fill="var(--ink)"
            data-testid="count"
          >
            {turns}
          </text>
          <text y={88} textAnchor="middle" fontSize={26} fill="var(--soft)" className="max-lg:hidden">
            {outOf}
          </text>
        </svg>
      </button>
      <p
        className={`content-center px-2 text-center text-soft lg:px-4 lg:pb-4 lg:text-lg ${beside ? 'max-lg:portrait:max-w-36' : ''}`}
      >
        <span className="text-ink lg:hidden">{outOf}</span>
        <span className="max-lg:hidden">
          tap here or <span className="kbd">space</span> ·{' '}
        </span>
        <button
          type="button"
          className="min-h-[44px] border-0 bg-transparent p-1 text-copper underline lg:min-h-0"
          onClick={onBack}
          disabled={turns === 0}
        >
          take one back
        </button>{' '}
        <span className="kbd max-lg:hidden">⌫</span>
      </p>
    </div>
  )
}
