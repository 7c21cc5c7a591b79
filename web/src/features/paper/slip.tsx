import { family, numberOf, pricing } from '@verger/core'
import { shapeName, sizeName } from '../../app/stoneWords.js'
import { sayMoney, sayTime } from '../../app/workshop.js'
import { ledgerWires, tookOf } from '../ledger/figures.js'
import type { OnPaper, Sheet } from './sheet.js'

/** What a piece took and what it costs. */
function figures({ plan, piece, tally, settings }: OnPaper) {
  const { timed, minutes, cost } = tookOf(plan, tally, settings)
  const price = pricing({ metal: plan.cut.metal, labour: cost.labour, costs: piece.costs })
  const money = (v: number) => sayMoney(v, settings.money)
  return { timed, minutes: numberOf(minutes), cost, price, money }
}

/** Wire planned and used, time and price on one slip. */
export const slipSheet: Sheet = (of) => {
  const { plan, piece, tally, photographs, say } = of
  const { text } = family(plan.family)
  const { timed, minutes, cost, price, money } = figures(of)
  const rows = ledgerWires(plan, tally).map(({ id, name, planned, used, unused, metal }) => ({
    id,
    cells: [name, say(numberOf(planned)), used === undefined ? unused : say(used), money(numberOf(metal))],
  }))
  const sums: readonly (readonly [string, string])[] = [
    ['Metal', money(numberOf(plan.cut.metal))],
    [timed ? 'Time, recorded' : 'Time, estimated', sayTime(minutes * 60_000)],
    ['Labour', money(numberOf(cost.labour))],
    ...(piece.costs.stone === null ? [] : [['Stone', money(piece.costs.stone / 100)] as const]),
    ...piece.costs.findings.flatMap((f) => (f.cost === null ? [] : [[f.name, money(f.cost / 100)] as const])),
    ...(piece.costs.packaging === null ? [] : [['Packaging', money(piece.costs.packaging / 100)] as const]),
    ['Price', money(numberOf(price.price))],
    ...(piece.costs.sold === null ? [] : [['Sold for', money(piece.costs.sold / 100)] as const]),
  ]
  return [
    {
      id: 'slip',
      node: (
        <div className="w-[120mm] text-[3.6mm]">
          <p className="m-0 pb-[2mm]">
            {plan.stone.mineral}, {shapeName(plan.stone)}, {sizeName(plan.stone)} · {text.name}
          </p>
          <table className="w-full border-collapse">
            <thead>
              <tr className="border-b border-ink text-left">
                {['wire', 'planned', 'used', 'metal'].map((h, i) => (
                  <th key={h} className={`py-[0.8mm] font-semibold ${i > 0 ? 'text-right' : ''}`}>
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map(({ id, cells }) => (
                <tr key={id} className="border-b border-line">
                  {cells.map((cell, i) => (
                    <td key={i} className={`py-[0.8mm] ${i > 0 ? 'text-right' : ''}`}>
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <dl className="m-0 pt-[3mm]">
            {sums.map(([name, amount]) => (
              <div key={name} className="flex justify-between border-b border-line py-[0.8mm]">
                <dt>{name}</dt>
                <dd className={`m-0 ${name === 'Price' ? 'font-semibold' : ''}`}>{amount}</dd>
              </div>
            ))}
          </dl>
          {price.missing.length > 0 && (
            <p className="m-0 pt-[2mm]">Not entered, so not in the price: {price.missing.join(', ')}.</p>
          )}
        </div>
      ),
    },
    ...(photographs.length === 0
      ? []
      : [
          {
            id: 'photographs',
            node: (
              <div className="flex gap-[3mm] pt-[4mm] text-[3.6mm]">
                {photographs.map(({ says, address }) => (
                  <figure key={address} className="m-0 w-[38mm]">
                    <img src={address} alt={says} className="h-[44mm] w-[38mm] object-contain object-top" />
                    <figcaption>{says}</figcaption>
                  </figure>
                ))}
              </div>
            ),
          },
        ]),
  ]
}

/** A tag to cut out and fold: what it is, of what, and for how much. */
export const tagSheet: Sheet = (of) => {
  const { plan, piece } = of
  const { price, money } = figures(of)
  const asked = piece.costs.sold === null ? numberOf(price.price) : piece.costs.sold / 100
  return [
    {
      id: 'tag',
      node: (
        <div
          className="flex h-[30mm] w-[110mm] border border-dashed border-ink text-[3.4mm]"
          data-testid="tag"
        >
          <div className="flex w-[55mm] flex-col justify-between border-r border-dashed border-line p-[3mm]">
            <strong className="font-head text-[4.4mm] leading-tight">{piece.name || 'Unnamed piece'}</strong>
            <span className="text-[5mm] font-semibold">{money(asked)}</span>
          </div>
          <div className="flex w-[55mm] flex-col justify-center p-[3mm]">
            <span>{plan.stone.mineral}</span>
            <span>{String(plan.options.alloy)}, set in wire by hand</span>
          </div>
        </div>
      ),
    },
  ]
}
