import type { PieceSummary, StoneRow } from '@verger/contract'
import { fullStone } from '@verger/core'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import {
  Fragment,
  lazy,
  memo,
  Suspense,
  useDeferredValue,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { Link } from 'react-router'
import { sizeName } from '../../app/stoneWords.js'
import { StoneShape } from '../../drawing/StoneShape.js'
import { stoneLines } from '../../drawing/stoneLines.js'
import { STATIONS } from '../../ui/Road.js'
import { photoAddress } from '../../app/api.js'
import { heapsOf, ORDERS, trayOf, type Order, type Which } from './order.js'
import { useTrayKeys } from './useTrayKeys.js'

const EmptyTray = lazy(() => import('./EmptyTray.js'))
const TrayFiles = lazy(() => import('./TrayFiles.js'))

/** Pixels a millimetre of the tray; one scale for all stones. */
const SCALE = 4.2 // .squared in index.css rules ten of them
const CELL = 148
/** Words under a stone, and the air round it, px. */
const WORDS = 92
/** A heading over a heap, px. */
const HEADING = 40

/** The stones at one scale on a 10 mm grid: looked for, put in order, and only those in sight drawn. */
export function Tray({ stones, pieces }: { stones: readonly StoneRow[]; pieces: readonly PieceSummary[] }) {
  const [words, setWords] = useState('')
  const [order, setOrder] = useState<Order>('newest')
  const [which, setWhich] = useState<Which>('all')
  const [files, setFiles] = useState(false)
  const wanted = useDeferredValue(words)
  const found = useMemo(() => trayOf(stones, { words: wanted, order, which }), [stones, wanted, order, which])
  const here = stones.filter((s) => s.away === (which === 'away')).length
  if (stones.length === 0)
    return (
      <Suspense fallback={null}>
        <EmptyTray />
      </Suspense>
    )
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-6 gap-y-1" role="search">
        <input
          type="search"
          className="plain max-w-64"
          placeholder="Look for a name, material, shape"
          aria-label="Look for a stone"
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
        <label className="flex items-center gap-1.5">
          <span className="text-soft">in order</span>
          <select
            className="border-0 bg-transparent font-semibold"
            value={order}
            onChange={(e) => setOrder(e.target.value as Order)}
          >
            {Object.entries(ORDERS).map(([id, say]) => (
              <option key={id} value={id}>
                {say}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-1.5">
          <span className="text-soft">show</span>
          <select
            className="border-0 bg-transparent font-semibold"
            value={which}
            onChange={(e) => setWhich(e.target.value as Which)}
          >
            <option value="all">all</option>
            <option value="free">free ones</option>
            <option value="in use">those in a piece</option>
            <option value="away">those put away</option>
          </select>
        </label>
        <span className="text-soft" aria-live="polite" data-testid="tray-count">
          {found.length === here ? `${here} stones` : `${found.length} of ${here} stones`}
        </span>
        <button
          type="button"
          className="ml-auto border-0 bg-transparent p-0 font-semibold text-copper underline"
          onClick={() => setFiles(true)}
        >
          In and out as a file
        </button>
      </div>
      {files && (
        <Suspense fallback={null}>
          <TrayFiles stones={stones} onClose={() => setFiles(false)} />
        </Suspense>
      )}
      {found.length === 0 ? (
        <p className="sheet p-8 text-center text-lg text-soft">
          {which === 'away' && words === '' ? 'Nothing was put away.' : 'No stone is called that.'}{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 text-copper underline"
            onClick={() => {
              setWords('')
              setWhich('all')
            }}
          >
            Show all
          </button>
        </p>
      ) : (
        <>
          <Rows stones={found} pieces={pieces} order={order} />
          <p className="m-0 mt-2 text-[15px] text-soft max-sm:hidden">
            Arrow keys go from stone to stone; <kbd className="kbd">D</kbd> lays another like it beside it,{' '}
            <kbd className="kbd">P</kbd> puts it away, <kbd className="kbd">Delete</kbd> removes it.
          </p>
        </>
      )}
    </>
  )
}

function Rows({
  stones,
  pieces,
  order,
}: {
  stones: readonly StoneRow[]
  pieces: readonly PieceSummary[]
  order: Order
}) {
  const sheet = useRef<HTMLUListElement>(null)
  const [columns, setColumns] = useState(8)
  const [offset, setOffset] = useState(0)
  useLayoutEffect(() => {
    const el = sheet.current!
    const measure = () => {
      setColumns(Math.max(2, Math.floor((el.clientWidth - 24) / CELL)))
      setOffset(el.getBoundingClientRect().top + window.scrollY)
    }
    const watch = new ResizeObserver(measure)
    watch.observe(el)
    measure()
    return () => watch.disconnect()
  }, [])
  const rows = useMemo(
    () =>
      heapsOf(stones, order).flatMap(({ heading, stones: heap }) =>
        Array.from({ length: Math.ceil(heap.length / columns) }, (_, k) => {
          const list = heap.slice(k * columns, (k + 1) * columns)
          return {
            stones: list,
            tall: Math.max(...list.map((s) => s.stone.length)),
            heading: k === 0 && heading !== undefined ? `${heading} · ${heap.length}` : undefined,
          }
        }),
      ),
    [stones, order, columns],
  )
  const seen = useWindowVirtualizer({
    count: rows.length,
    estimateSize: (i) => rows[i]!.tall * SCALE + WORDS + (rows[i]!.heading === undefined ? 0 : HEADING),
    overscan: 1,
    scrollMargin: offset,
    // a jump of the bar brings in fifty stones: they are drawn in slices, so that nothing waits for them
    useFlushSync: false,
  })
  // heights are known, not measured: new rows are laid out anew
  useLayoutEffect(() => seen.measure(), [rows, seen])
  const inSight = useDeferredValue(seen.getVirtualItems())
  const high = seen.getTotalSize() + 20
  useLayoutEffect(() => {
    sheet.current!.style.height = `${high}px`
  }, [high])
  const pieceOf = useMemo(() => new Map(pieces.map((p) => [p.stoneId, p])), [pieces])
  const onKey = useTrayKeys(sheet, stones, columns)
  return (
    <ul className="sheet squared relative m-0 list-none px-3" onKeyDown={onKey} ref={sheet}>
      {inSight.map((item) => {
        const band = rows[item.index]
        if (!band) return null
        const { stones: list, tall, heading } = band
        const top = item.start - offset + 14
        return (
          <Fragment key={item.index}>
            {heading !== undefined && <Heading words={heading} y={top} />}
            {list.map((row, k) => (
              <Cell
                key={row.id}
                row={row}
                piece={pieceOf.get(row.id)}
                tall={tall}
                x={k / columns}
                width={1 / columns}
                y={top + (heading === undefined ? 0 : HEADING)}
              />
            ))}
          </Fragment>
        )
      })}
    </ul>
  )
}

/** What stands over a heap. */
function Heading({ words, y }: { words: string; y: number }) {
  return (
    <li
      className="absolute right-3 left-3 border-b border-hair font-head text-xl"
      ref={(el) => {
        if (el) el.style.top = `${y}px`
      }}
    >
      {words}
    </li>
  )
}

const Cell = memo(function Cell({
  row,
  piece,
  tall,
  x,
  width,
  y,
}: {
  row: StoneRow
  piece: PieceSummary | undefined
  tall: number
  x: number
  width: number
  y: number
}) {
  const stone = useMemo(() => fullStone(row.stone), [row.stone])
  const b = stoneLines(stone, 'front').box
  const [wide, high] = [b.x1 - b.x0, b.y1 - b.y0]
  const at = piece && STATIONS.find((s) => s.id === piece.station)
  return (
    <li
      className="absolute px-1 text-center"
      data-stone={row.id}
      ref={(el) => {
        if (!el) return
        el.style.left = `calc(12px + (100% - 24px) * ${x})`
        el.style.width = `calc((100% - 24px) * ${width})`
        el.style.top = `${y}px`
      }}
    >
      <Link
        to={piece ? `/pieces/${piece.id}/${piece.station}` : `/stones/${row.id}`}
        className="block text-ink no-underline"
      >
        <svg
          width={(wide + 1) * SCALE}
          height={(tall + 1) * SCALE}
          viewBox={`${b.x0 - 0.5} ${b.y0 - (tall - high) - 0.5} ${wide + 1} ${tall + 1}`}
          className="mx-auto block max-w-full"
          aria-hidden
        >
          <StoneShape stone={stone} view="front" />
        </svg>
        <span className="mt-1 block truncate font-semibold">{row.name || row.stone.mineral}</span>
        <span className="block text-[15px] text-soft">
          {sizeName(row.stone)}
          {row.stone.group && (
            <b> {row.stone.group.kind === 'row' ? `× ${row.stone.group.count}` : 'pair'}</b>
          )}
        </span>
        <span className={`block text-[15px] font-semibold ${piece ? 'text-copper' : 'text-verdigris'}`}>
          {at ? at.name.toLowerCase() : row.away ? 'put away' : 'free'}
        </span>
        {row.photo && (
          <img
            src={photoAddress(row, true)}
            alt=""
            loading="lazy"
            className="absolute top-0 right-2 h-9 w-9 rounded-full border border-hair object-cover"
          />
        )}
      </Link>
    </li>
  )
})
