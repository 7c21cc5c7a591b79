import { family, numberOf, stockName, type Chosen, type Demanding, type Stone } from '@verger/core'
import type { DrawerRow } from '@verger/contract'
import { useState } from 'react'
import { sayMoney, useSettings } from '../../app/workshop.js'
import { boundsOf, PieceDrawing } from '../../drawing/PieceDrawing.js'
import { viewsOf } from '../../drawing/project.js'
import { Figure } from '../../ui/Figure.js'
import { Hangs } from '../../ui/Hangs.js'
import { hasWire } from '../drawer/tools.js'
import { faceOf, minutesOf } from './order.js'

const LOOK = {
  sound: ['◆', 'text-verdigris'],
  doubtful: ['▲', 'text-amber'],
  fails: ['✕', 'text-red'],
} as const

const LEVEL = ['Easy', 'Middling', 'Demanding'] as const
const REASON: Readonly<Record<Demanding, string>> = {
  'tight-bends': 'bends near what the wire takes',
  'thick-wire': 'wire that is stiff to the hand',
  'many-steps': 'many steps',
  'many-turns': 'many turns to count',
  'closed-on-stone': 'much is closed with the stone in',
  'must-match': 'both sides must match by count',
}

/** A time of work as makers say it. */
const sayTime = (minutes: number): string =>
  minutes < 90
    ? `${Math.round(minutes / 5) * 5} min`
    : `${(Math.round(minutes / 15) / 4).toFixed(2).replace(/\.?0+$/, '')} h`

/** Millimetres of the sheet that every picture of the page is drawn in, so that all are at one scale. */
export interface Sheet {
  readonly wide: number
  readonly tall: number
}

/** What the picture of a setting needs: a ring lies on its finger beside its face. */
export function roomOf({ plan }: Chosen): Sheet {
  const views = pictured(plan.design)
  const boxes = views.map((v) => boundsOf(plan.design, plan.stone, v))
  return {
    wide: boxes.reduce((sum, b) => sum + b.x1 - b.x0 + 3, 3),
    tall: Math.max(...boxes.map((b) => b.y1 - b.y0)) + 6,
  }
}
const pictured = (design: Chosen['plan']['design']) =>
  design.worn === 'ring' ? (['front', 'end'] as const) : [viewsOf(design)[0]!]

/** One setting of this stone: its picture from the paths, what it holds, takes and costs. */
export function Setting({
  found,
  sheet,
  drawer,
  pinned,
  marked,
  alone,
  onPin,
  onTake,
}: {
  found: Chosen
  sheet: Sheet
  drawer: readonly DrawerRow[]
  pinned: boolean
  /** Figures that differ from the other pinned setting. */
  marked: ReadonlySet<string>
  /** The only one there is: it takes the page's width. */
  alone: boolean
  onPin: () => void
  onTake: () => void
}) {
  const settings = useSettings()
  const { plan, line, hold } = found
  const { text } = family(found.family)
  const [mark, colour] = LOOK[line.verdict]
  const stocks = [...new Map(plan.cut.wires.map((w) => [stockName(w.stock), w.stock])).values()].sort(
    (p, q) => q.size.mm - p.size.mm,
  )
  const rows: readonly (readonly [string, string, React.ReactNode])[] = [
    [
      'pull',
      'Pull before it leaves',
      <Figure key="p" name="Pull in the weakest direction" q={hold.shown.pull} digits={0} />,
    ],
    [
      'wire',
      'Wire',
      <span key="w">
        {stocks.map((s) => (
          <span key={stockName(s)} className="block">
            {plan.cut.wires.filter((w) => stockName(w.stock) === stockName(s)).length} × {s.size.label}{' '}
            {s.profile}, {s.temper}
          </span>
        ))}
        {plan.cut.spools.map(({ stock }) => (
          <span key={stockName(stock)} className="block">
            binding {stock.size.label} {stock.profile}
          </span>
        ))}
      </span>,
    ],
    ['metal', 'Metal', <Figure key="m" name="Metal" q={plan.cut.metal} />],
    ['time', 'Time and steps', `${sayTime(minutesOf(found))}, ${plan.steps.length} steps`],
    ['face', 'Face that shows', `${faceOf(found).toFixed(0)} %`],
    ['ease', 'To make', LEVEL[found.difficulty.level]],
  ]
  return (
    <article
      className={`min-w-0 ${alone ? 'grid gap-x-9 md:col-span-2 lg:col-span-3 lg:grid-cols-[3fr_2fr]' : 'flex flex-col'} ${pinned ? 'outline-2 outline-offset-8 outline-copper' : ''}`}
      aria-label={text.name}
      data-family={found.family}
      data-verdict={line.verdict}
    >
      <div className={`sheet ${alone ? 'self-start' : ''}`}>
        <Picture found={found} sheet={sheet} stone={plan.stone} name={text.name} tall={alone} />
      </div>
      <div className="flex min-w-0 flex-1 flex-col">
        <h2 className="mt-2 mb-0 text-[24px]">{text.name}</h2>
        <p className="m-0 min-h-[3.1em] text-[15.5px]">
          <strong className={colour}>
            <span aria-hidden>{mark} </span>
            {line.word}
          </strong>{' '}
          {line.say}
        </p>
        <dl className="m-0 text-[15.5px]">
          {rows.map(([id, name, value]) => (
            <div
              key={id}
              className={`flex items-baseline justify-between gap-3 border-b border-line py-[3px] ${marked.has(id) ? 'bg-copper-wash font-semibold' : ''}`}
            >
              <dt className="text-soft">{name}</dt>
              <dd className="m-0 text-right">{value}</dd>
            </div>
          ))}
        </dl>
        {found.unusual && (
          <p className="m-0 pt-1 text-[15.5px] text-soft">
            Other wire than makers usually take for such a stone: nothing nearer to that was found to hold it.
          </p>
        )}
        <Details found={found} drawer={drawer} />
        <div className="mt-3 flex items-center gap-4">
          <button
            type="button"
            className="btn btn-main"
            onClick={onTake}
            aria-label={`Plan ${text.name.toLowerCase()}`}
          >
            Plan this
          </button>
          {!alone && (
            <button
              type="button"
              className="border-0 bg-transparent p-1 text-copper underline"
              aria-pressed={pinned}
              onClick={onPin}
              aria-label={`${pinned ? 'Unpin' : 'Pin'} ${text.name.toLowerCase()}`}
            >
              {pinned ? 'Unpin' : 'Pin to compare'}
            </button>
          )}
          <span className="ml-auto text-[15.5px] text-soft">
            {sayMoney(numberOf(plan.cost.cost), settings.money)} with labour
          </span>
        </div>
      </div>
    </article>
  )
}

/** The setting from its front, a ring also along the finger, at the page's scale. */
function Picture({
  found,
  sheet,
  stone,
  name,
  tall,
}: {
  found: Chosen
  sheet: Sheet
  stone: Stone
  name: string
  tall: boolean
}) {
  const { design } = found.plan
  const views = pictured(design)
  const boxes = views.map((v) => boundsOf(design, stone, v))
  const whole = boxes.reduce((sum, b) => sum + b.x1 - b.x0 + 3, -3)
  let x = (sheet.wide - whole) / 2
  return (
    <svg
      viewBox={`0 0 ${sheet.wide} ${sheet.tall}`}
      className={`block w-full ${tall ? 'h-[430px]' : 'h-[250px]'}`}
      role="img"
      aria-label={`This stone in: ${name}`}
    >
      {views.map((v, i) => {
        const b = boxes[i]!
        const at = x - b.x0
        x += b.x1 - b.x0 + 3
        return (
          <g key={v} transform={`translate(${at} ${(sheet.tall - (b.y1 - b.y0)) / 2 - b.y0})`} data-view={v}>
            <PieceDrawing design={design} stone={stone} view={v} />
          </g>
        )
      })}
    </svg>
  )
}

/** How it hangs, why it is easy or not, whether its wire is kept, and where makers differ. */
function Details({ found, drawer }: { found: Chosen; drawer: readonly DrawerRow[] }) {
  const [open, setOpen] = useState(false)
  const { text } = family(found.family)
  const { difficulty, plan } = found
  const kept = [...new Set(plan.cut.wires.map((w) => w.stock.size.label))].map(
    (size) => `${size} ${hasWire(drawer, size, plan.cut.wires[0]!.stock.alloy) ? 'kept' : 'to buy'}`,
  )
  return (
    <div>
      <button
        type="button"
        className="border-0 bg-transparent p-0 py-1 text-[15.5px] text-copper underline"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? 'Less' : 'Details'}
      </button>
      {open && (
        <div className="text-[15.5px]">
          <p className="m-0 mb-1">{text.about}</p>
          <ul className="m-0 list-none p-0 text-soft">
            <li>
              {difficulty.reasons.length === 0
                ? 'Nothing in it is out of the ordinary to make.'
                : `${LEVEL[difficulty.level]}: ${difficulty.reasons.map((r) => REASON[r]).join(', ')}.`}
            </li>
            {plan.design.hang && (
              <li>
                It hangs <Hangs plan={plan} />.
              </li>
            )}
            <li>Wire: {kept.join(', ')}.</li>
            <li>{text.school}</li>
          </ul>
        </div>
      )}
    </div>
  )
}
