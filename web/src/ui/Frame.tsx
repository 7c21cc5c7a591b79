import { useCommands } from '../app/Commands.js'
import { usePxPerMm } from '../app/trueSize.js'
import { useEffect, useRef, type ReactNode, type RefObject } from 'react'
import { Link, NavigationType, useLocation, useNavigationType } from 'react-router'

/** The page: word mark, what belongs beside it, the menu once somebody is signed in, content on paper, and a millimetre rule along the left edge. */
export function Frame({
  beside,
  right,
  title,
  children,
}: {
  beside?: ReactNode
  right?: ReactNode
  /** What the browser calls the page; its heading where nothing is said. */
  title?: string
  children: ReactNode
}) {
  const main = useRef<HTMLElement>(null)
  const open = useCommands()
  useArrival(main, title)
  return (
    <div className="flex min-h-screen">
      <a
        href="#content"
        className="sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-30 focus:bg-sheet focus:px-4 focus:py-2 focus:text-copper"
        onClick={(e) => {
          e.preventDefault()
          main.current?.focus()
        }}
      >
        To the content
      </a>
      <Rule />
      <div className="mx-auto flex w-full max-w-[1240px] min-w-0 flex-1 flex-col px-4 pb-6 sm:px-7">
        <header className="flex flex-wrap items-center gap-x-4 gap-y-1 py-3 sm:gap-x-8">
          <Link
            to="/"
            className="font-head text-[30px] text-copper italic no-underline"
            aria-label="Verger, home"
          >
            Verger
          </Link>
          <div className="order-3 min-w-0 flex-1 basis-full lg:order-2 lg:basis-auto max-lg:landscape:order-2 max-lg:landscape:basis-auto">
            {beside}
          </div>
          <div className="order-2 ml-auto flex items-center gap-3 sm:gap-5 lg:order-3 max-lg:landscape:order-3">
            {right}
            {open && (
              <button
                type="button"
                className="btn px-3 sm:px-5"
                aria-haspopup="dialog"
                onClick={() => open('menu')}
              >
                Menu
              </button>
            )}
          </div>
        </header>
        <main ref={main} id="content" tabIndex={-1} className="flex min-w-0 flex-1 flex-col outline-none">
          {children}
        </main>
      </div>
    </div>
  )
}

/** The page that was come to last. */
let arrived: string | undefined

/** Names the page in the browser, and takes the focus to its heading when it was come to by a link: a screen reader then reads where one is. */
function useArrival(main: RefObject<HTMLElement | null>, title: string | undefined): void {
  const { pathname } = useLocation()
  const back = useNavigationType() === NavigationType.Pop
  // after every render: a page may bring its heading late
  useEffect(() => {
    const heading = main.current?.querySelector('h1')
    document.title = [title ?? heading?.textContent, 'Verger'].filter(Boolean).join(' · ')
    if (!heading || arrived === pathname) return
    const first = arrived === undefined
    arrived = pathname
    // a field that the page itself begins at keeps the focus, and going back keeps the place
    if (first || back || main.current?.contains(document.activeElement)) return
    heading.tabIndex = -1
    heading.classList.add('outline-none')
    heading.focus()
  })
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
          <text key={i} x={1} y={i * px + 4} fontSize={12} fill="var(--soft)">
            {i}
          </text>
        ))}
    </svg>
  )
}
