import { usePxPerMm } from '../app/trueSize.js'
import type { ReactNode } from 'react'
import { Link } from 'react-router'

/** The page: word mark, what belongs beside it, content on paper, and a millimetre rule along the left edge. */
export function Frame({
  beside,
  right,
  children,
}: {
  beside?: ReactNode
  right?: ReactNode
  children: ReactNode
}) {
  return (
    <div className="flex min-h-screen">
      <Rule />
      <div className="mx-auto flex w-full max-w-[1240px] min-w-0 flex-1 flex-col px-4 pb-6 sm:px-7">
        <header className="flex flex-wrap items-center gap-x-8 gap-y-1 py-3">
          <Link
            to="/"
            className="font-head text-[30px] text-copper italic no-underline"
            aria-label="Verger, home"
          >
            Verger
          </Link>
          <div className="order-3 min-w-0 flex-1 basis-full sm:order-2 sm:basis-auto">{beside}</div>
          <div className="order-2 ml-auto sm:order-3">{right}</div>
        </header>
        <main className="flex min-w-0 flex-1 flex-col">{children}</main>
      </div>
    </div>
  )
}

/** A rule at true size down the side, once the screen is calibrated; as browsers assume until then. */
function Rule() {
  const { px } = usePxPerMm()
  const marks = Array.from({ length: 400 }, (_, i) => i)
  return (
    <svg
      className="sticky top-0 hidden h-screen w-[26px] shrink-0 border-r border-line md:block print:hidden"
      aria-hidden
    >
      {marks.map((i) => (
        <line
          key={i}
          x1={26 - (i % 10 === 0 ? 12 : i % 5 === 0 ? 8 : 5)}
          x2={26}
          y1={i * px}
          y2={i * px}
          stroke="var(--hair)"
          strokeWidth={1}
        />
      ))}
      {marks
        .filter((i) => i % 20 === 0 && i > 0)
        .map((i) => (
          <text key={i} x={2} y={i * px + 4} fontSize={11} fill="var(--soft)">
            {i}
          </text>
        ))}
    </svg>
  )
}
