import type { DrawerRow } from '@verger/contract'
import { family, sizeSaid, stockName, type Chosen, type Demanding } from '@verger/core'
import { useId, type ReactNode } from 'react'
import { sayIn, sayMoney, useSettings } from '../../app/workshop.js'
import { Figure } from '../../ui/Figure.js'
import { Hangs } from '../../ui/Hangs.js'
import { hasWire } from '../drawer/tools.js'
import { costOf, faceOf, metalOf, minutesOf, pullOf, sayTime } from './order.js'
import { VERDICT_LOOK } from '../../ui/verdictLook.js'

const LEVEL = ['Easy', 'Middling', 'Demanding'] as const
const REASON: Readonly<Record<Demanding, string>> = {
  'tight-bends': 'bends near what the wire takes',
  'thick-wire': 'wire that is stiff to the hand',
  'many-steps': 'many steps',
  'many-turns': 'many turns to count',
  'closed-on-stone': 'much is closed with the stone in',
  'must-match': 'both sides must match by count',
}

/** Rows of figures, each for one setting, and whether two settings differ in it by more than a hair. */
const ROWS: readonly {
  readonly name: string
  readonly of: (found: Chosen) => ReactNode
  readonly differ: (a: Chosen, b: Chosen) => boolean
}[] = [
  {
    name: 'Pull before it leaves',
    of: ({ hold }) => <Figure name="Pull in the weakest direction" q={hold.shown.pull} digits={0} />,
    differ: apart(pullOf),
  },
  { name: 'Wire', of: (found) => <Wires found={found} />, differ: (a, b) => wiresOf(a) !== wiresOf(b) },
  { name: 'Metal', of: ({ plan }) => <Figure name="Metal" q={plan.cut.metal} />, differ: apart(metalOf) },
  { name: 'With labour', of: (found) => <Cost found={found} />, differ: apart(costOf) },
  {
    name: 'Time and steps',
    of: (found) => `${sayTime(minutesOf(found))}, ${found.plan.steps.length} steps`,
    differ: apart(minutesOf),
  },
  {
    name: 'Face that shows',
    of: (found) => `${faceOf(found).toFixed(0)} %`,
    differ: (a, b) => Math.abs(faceOf(a) - faceOf(b)) > 1,
  },
  {
    name: 'To make',
    of: ({ difficulty }) => (
      <>
        {LEVEL[difficulty.level]}
        {difficulty.reasons.length > 0 && (
          <span className="block text-[15px] text-soft">
            {difficulty.reasons.map((r) => REASON[r]).join(', ')}
          </span>
        )}
      </>
    ),
    differ: (a, b) => a.difficulty.level !== b.difficulty.level,
  },
  {
    name: 'It hangs',
    of: ({ plan }) => (plan.design.hang ? <Hangs plan={plan} /> : 'not: it is worn on a finger'),
    differ: () => false,
  },
]

function apart(f: (c: Chosen) => number) {
  return (a: Chosen, b: Chosen): boolean =>
    Math.abs(f(a) - f(b)) > 0.05 * Math.max(Math.abs(f(a)), Math.abs(f(b)))
}

const wiresOf = ({ plan }: Chosen): string =>
  plan.cut.wires.map((w) => `${w.stock.size.label} ${w.stock.profile}`).join()

function Cost({ found }: { found: Chosen }) {
  const { money } = useSettings()
  return sayMoney(costOf(found), money)
}

function Wires({ found: { plan } }: { found: Chosen }) {
  const stocks = [...new Map(plan.cut.wires.map((w) => [stockName(w.stock), w.stock])).values()].sort(
    (p, q) => q.size.mm - p.size.mm,
  )
  return (
    <span>
      {stocks.map((s) => (
        <span key={stockName(s)} className="block">
          {plan.cut.wires.filter((w) => stockName(w.stock) === stockName(s)).length} × {sizeSaid(s.size)}{' '}
          {s.profile}, {s.temper}
        </span>
      ))}
      {plan.cut.spools.map(({ stock }) => (
        <span key={stockName(stock)} className="block">
          binding {sizeSaid(stock.size)} {stock.profile}
        </span>
      ))}
    </span>
  )
}

/** The setting that is taken: what it is, what it bears, takes and costs, with another beside it where one is asked for. */
export function Setting({
  found,
  others,
  beside,
  onBeside,
  drawer,
  onTake,
}: {
  found: Chosen
  others: readonly Chosen[]
  beside: Chosen | undefined
  onBeside: (family: string | undefined) => void
  drawer: readonly DrawerRow[]
  onTake: () => void
}) {
  const settings = useSettings()
  const pick = useId()
  const { text } = family(found.family)
  const { mark, word } = VERDICT_LOOK[found.line.verdict]
  const stocks = new Map(found.plan.cut.wires.map(({ stock }) => [stock.size.label, stock]))
  const kept = [...stocks.values()].map(
    ({ size, alloy }) => `${sizeSaid(size)} ${hasWire(drawer, size.label, alloy) ? 'kept' : 'to buy'}`,
  )
  const shown = beside ? [found, beside] : [found]
  return (
    <section
      className="mt-5 grid gap-x-12 gap-y-4 lg:grid-cols-[2fr_3fr]"
      aria-label={text.name}
      data-taken={found.family}
    >
      <div>
        <h2 className="m-0 text-[26px]">{text.name}</h2>
        <p className="m-0 mt-1">
          <strong className={word}>
            <span aria-hidden>{mark} </span>
            {found.line.word}
          </strong>{' '}
          {sayIn(found.line.say, settings)}
        </p>
        {found.unusual && (
          <p className="m-0 pt-1 text-soft">
            Other wire than makers usually take for such a stone: nothing nearer to that was found to hold it.
          </p>
        )}
        <p className="m-0 mt-2">{text.about}</p>
        <p className="m-0 mt-2 text-soft">
          {text.school} Wire: {kept.join(', ')}.
        </p>
        <button type="button" className="btn btn-main mt-4" onClick={onTake}>
          Plan {text.name.toLowerCase()}
        </button>
      </div>
      <div className="min-w-0">
        {others.length > 0 && (
          <p className="m-0 mb-1 flex items-baseline justify-end gap-3">
            <label htmlFor={pick} className="text-soft">
              Beside it
            </label>
            <select
              id={pick}
              className="plain w-auto"
              value={beside?.family ?? ''}
              onChange={(e) => onBeside(e.target.value === '' ? undefined : e.target.value)}
            >
              <option value="">nothing</option>
              {others.map((o) => (
                <option key={o.family} value={o.family}>
                  {family(o.family).text.name}
                </option>
              ))}
            </select>
          </p>
        )}
        <table className="w-full border-collapse">
          {beside && (
            <thead>
              <tr className="border-b border-line text-left">
                <td />
                {shown.map((s) => (
                  <th key={s.family} scope="col" className="py-1 pl-4 font-semibold">
                    {family(s.family).text.name}
                  </th>
                ))}
              </tr>
            </thead>
          )}
          <tbody>
            {ROWS.map(({ name, of, differ }) => (
              <tr
                key={name}
                className={`border-b border-line align-baseline ${beside && differ(found, beside) ? 'bg-copper-wash font-semibold' : ''}`}
              >
                <th scope="row" className="py-1.5 text-left font-normal text-soft">
                  {name}
                </th>
                {shown.map((s) => (
                  <td key={s.family} className="py-1.5 pl-4">
                    {of(s)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}
