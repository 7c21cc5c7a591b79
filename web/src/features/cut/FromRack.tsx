import type { RackRow } from '@verger/contract'
import { alloy, sizeSaid, stockName, type NeededWire, type RackPlan, type ShortWire } from '@verger/core'
import { Link } from 'react-router'
import { sayWire, useSettings } from '../../app/workshop.js'
import { oneIn } from '../learned/chances.js'
import { kindSaid, stockOf, thingSaid } from '../rack/things.js'

/** A wire that is cut shorter than planned, for want of a longer one. */
export interface Shorter {
  /** The chance that it runs short; undefined where that is less than it takes. */
  readonly chance: (wire: string, length: number) => number | undefined
  readonly onCut: (wire: string, length: number, rack: string) => void
}

/** What the wires still to be cut come from, each thing of the rack to one scale with what is left of it; and what the rack has not. */
export function FromRack({
  plan,
  rows,
  needs,
  names,
  problem,
  shorter,
}: {
  plan: RackPlan | undefined
  rows: readonly RackRow[] | undefined
  /** What is still to be cut. */
  needs: readonly NeededWire[]
  names: (id: string) => string
  problem: Error | null
  shorter?: Shorter
}) {
  const settings = useSettings()
  if (rows === undefined || (needs.length > 0 && plan === undefined && !problem))
    return <p className="text-soft">Looking through the rack …</p>
  if (problem) return <p className="text-red">✕ {problem.message}</p>
  if (rows.every((r) => r.gone !== null))
    return (
      <p className="text-soft">
        Your{' '}
        <Link className="text-copper underline" to="/rack">
          rack
        </Link>{' '}
        is empty. Lay in the wire you have, and each wire here is told what to cut it from.
      </p>
    )
  if (!plan) return <p className="text-soft">All is cut.</p>
  const used = plan.groups.flatMap((g) => g.from)
  const wasted = plan.groups.reduce((sum, g) => sum + g.wasted, 0)
  const least = plan.groups.every((g) => g.proven)
  const rowOf = (id: string) => rows.find((r) => r.id === id)
  const longest = Math.max(
    1,
    ...used.map((f) => {
      const row = rowOf(f.stock)
      return row?.form === 'spool' ? f.cuts.reduce((sum, c) => sum + c.length, 0) : (row?.length ?? 0)
    }),
  )
  return (
    <div>
      <ul className="m-0 list-none p-0">
        {used.map((f) => {
          const row = rowOf(f.stock)
          if (!row) return null
          return (
            <li key={f.stock} className="mb-2" data-from={f.stock}>
              <span className="flex flex-wrap justify-between gap-x-3 text-[15px]">
                <span>
                  <strong>{thingSaid(row, settings)}</strong>{' '}
                  <span className="text-soft">{kindSaid(stockOf(row.stock))}</span>
                </span>
                <span className={f.rest > 0 && f.rest < settings.rack.keep ? 'text-amber' : 'text-soft'}>
                  leaves {sayWire(f.rest, settings)}
                  {f.rest > 0 && f.rest < settings.rack.keep && ', too short to keep'}
                </span>
              </span>
              <Cuts row={row} cuts={f.cuts} longest={longest} names={names} />
            </li>
          )
        })}
      </ul>
      {likeShort(plan.short).map((alike) => (
        <Lacking key={alike[0]!.id} alike={alike} rows={rows} needs={needs} names={names} shorter={shorter} />
      ))}
      {used.length > 0 && (
        <p className="m-0 text-[15px] text-soft" data-wasted={wasted.toFixed(0)}>
          {wasted < 0.5 ? 'Nothing is wasted.' : `${sayWire(wasted, settings)} is too short to keep.`}{' '}
          {least
            ? 'No other way of cutting does better.'
            : `At best another way would save ${sayWire(
                plan.groups.reduce((sum, g) => sum + g.cost - g.bound, 0),
                settings,
              )}.`}
        </p>
      )}
    </div>
  )
}

/** What is lacking of one stock together. */
export function likeShort(short: readonly ShortWire[]): ShortWire[][] {
  const by = new Map<string, ShortWire[]>()
  for (const s of short) by.set(stockName(s.stock), [...(by.get(stockName(s.stock)) ?? []), s])
  return [...by.values()]
}

/** One thing of the rack: what is cut from it, one behind the other, and the rest. */
export function Cuts({
  row,
  cuts,
  longest,
  names,
}: {
  row: RackRow
  cuts: readonly { readonly id: string; readonly length: number }[]
  longest: number
  names: (id: string) => string
}) {
  const settings = useSettings()
  const { colour } = alloy(row.stock.alloy)
  const k = 1000 / longest
  // a spool goes on beyond what is drawn
  const whole = Math.min(1000, row.length * k)
  const starts = cuts.map((_, i) => cuts.slice(0, i).reduce((sum, c) => sum + c.length, 0))
  return (
    <svg
      viewBox="0 0 1000 18"
      preserveAspectRatio="none"
      className="block h-[18px] w-full"
      role="img"
      aria-label={cuts.map((c) => `${names(c.id)} ${sayWire(c.length, settings)}`).join(', ')}
    >
      <rect x={0} y={5} width={whole} height={8} fill={colour} opacity={0.3} />
      {cuts.map((c, i) => (
        <rect
          key={`${c.id} ${i}`}
          x={starts[i]! * k}
          y={3}
          width={Math.max(1, c.length * k - 3)}
          height={12}
          fill={colour}
        />
      ))}
    </svg>
  )
}

/** Wires of one stock that the rack has not: what is lacking, and what could be done. */
export function Lacking({
  alike,
  rows,
  needs,
  names,
  shorter,
}: {
  alike: readonly ShortWire[]
  rows: readonly RackRow[]
  needs: readonly NeededWire[]
  names: (id: string) => string
  shorter?: Shorter | undefined
}) {
  const settings = useSettings()
  const say = (v: number) => sayWire(v, settings)
  const [first] = alike as [ShortWire]
  const whole = alike.filter((s) => needs.find((n) => n.id === s.id)?.longest === undefined)
  // one thing that would do for every one of them
  const beside = first.instead.find((i) => alike.every((s) => s.instead.some((o) => o.rack === i.rack)))
  const row = beside && rows.find((r) => r.id === beside.rack)
  // the one that the longest left is nearest to
  const nearest = [...whole].sort((a, b) => a.length - b.length)[0]
  const left = Math.floor(first.longest)
  const risk = nearest && shorter?.chance(nearest.id, left)
  const together = alike.reduce((sum, s) => sum + s.length, 0)
  return (
    <div
      className="mb-2 border-l-[5px] border-amber bg-amber-wash px-3 py-1.5 text-[15px]"
      data-short={alike.map((s) => s.id).join(' ')}
    >
      <strong className="block">
        <span aria-hidden>▲ </span>
        Not on the rack: {say(together)} of {stockName(first.stock)}
      </strong>
      {alike.map((s) => `${names(s.id)} ${say(s.length)}`).join(', ')}.{' '}
      {whole.length > 0 && first.longest > 0
        ? `The longest left is ${say(first.longest)}, and a wire is not joined. `
        : ''}
      {row
        ? `${
            beside.differs === 'size'
              ? `${sizeSaid(beside.stock.size)} is there`
              : `The same, ${beside.stock.temper}, is there`
          }: ${thingSaid(row, settings)}. Choose it at Plan and see what it holds.`
        : 'Buy it, or plan with a wire that is there.'}
      {risk !== undefined && (
        <span className="mt-1 block">
          {names(nearest!.id)} could be cut at {say(left)}, with {say(nearest!.length - left)} less spare at
          its ends together: it then runs short <strong>{oneIn(risk)}</strong>.{' '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            onClick={() => shorter!.onCut(nearest!.id, left, first.longestOn!)}
          >
            It is cut so
          </button>
        </span>
      )}
    </div>
  )
}
