import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'

/** Money in cents; null where it was not entered, which is not the same as nothing. */
export type Amount = number | null

/** What a piece costs beside wire and time, and how its price is made. Fees and margin in per cent. */
export interface PieceCosts {
  readonly stone: Amount
  readonly findings: readonly { readonly name: string; readonly cost: Amount }[]
  readonly packaging: Amount
  readonly fees: number | null
  readonly method: 'time and materials' | 'multiple of materials'
  readonly margin: number
  readonly multiple: number
}

export const pricingFormulas = {
  'price.materials': {
    unit: 'money',
    text: 'sum of what has been entered',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'price.all': {
    unit: 'money',
    text: '{materials} + {labour}',
    of: ({ materials, labour }) => materials! + labour!,
  },
  'price.time': {
    unit: 'money',
    text: '({materials} + {labour}) × (1 + {margin} / 100)',
    of: ({ materials, labour, margin }) => (materials! + labour!) * (1 + margin! / 100),
  },
  'price.multiple': {
    unit: 'money',
    text: '{materials} × {multiple}',
    of: ({ materials, multiple }) => materials! * multiple!,
  },
  'price.gross': {
    unit: 'money',
    text: '{net} / (1 − {fees} / 100): so that the fees come out of the price, not out of the work',
    of: ({ net, fees }) => net! / (1 - fees! / 100),
  },
  'price.fee': {
    unit: 'money',
    text: '{price} × {fees} / 100',
    of: ({ price, fees }) => (price! * fees!) / 100,
  },
  'price.left': {
    unit: 'money',
    text: '{sold} − {fee} − {materials}: for the time that went into it',
    of: ({ sold, fee, materials }) => sold! - fee! - materials!,
  },
} as const satisfies Formulas

const work = worker(pricingFormulas)

/** A price by one method, with what it rests on. */
export interface Pricing {
  readonly materials: Quantity
  /** Materials and labour. */
  readonly costs: Quantity
  /** What both methods ask, fees included where they are known. */
  readonly byTime: Quantity
  readonly byMultiple: Quantity
  /** By the chosen method. */
  readonly price: Quantity
  readonly fee: Quantity | undefined
  /** What was not entered, and therefore is not in the price. */
  readonly missing: readonly string[]
}

/**
 * Price of a piece by two methods. What was not entered is left out and named in `missing`, never counted as nothing.
 * @throws RangeError for fees of 100 % or more
 * @example numberOf(pricing({ metal: money('metal', 2), labour: money('labour', 30), costs: { stone: 0, findings: [], packaging: 0, fees: 0, method: 'multiple of materials', margin: 0, multiple: 4 } }).byMultiple) // 8
 */
export function pricing(spec: {
  readonly metal: Quantity
  readonly labour: Quantity
  readonly costs: PieceCosts
}): Pricing {
  const { metal, labour, costs } = spec
  if (costs.fees !== null && !(costs.fees < 100))
    throw new RangeError(`fees must be below 100 %, got ${costs.fees}`)
  const missing: string[] = []
  const entered: Record<string, Quantity> = { wire: metal }
  const put = (name: string, amount: Amount) => {
    if (amount === null) missing.push(name)
    else entered[name] = leaf('record', `cost of ${name}`, amount / 100, 'money')
  }
  put('stone', costs.stone)
  costs.findings.forEach((f, i) => put(f.name in entered ? `${f.name} ${i + 1}` : f.name, f.cost))
  put('packaging', costs.packaging)
  if (costs.fees === null) missing.push('selling fees')
  const materials = work('price.materials', entered)
  const fees = costs.fees === null ? undefined : leaf('record', 'selling fees', costs.fees, '%')
  const gross = (net: Quantity) => (fees ? work('price.gross', { net, fees }) : net)
  const byTime = gross(
    work('price.time', { materials, labour, margin: leaf('record', 'margin', costs.margin, '%') }),
  )
  const byMultiple = gross(
    work('price.multiple', { materials, multiple: leaf('record', 'multiple', costs.multiple, '') }),
  )
  const price = costs.method === 'time and materials' ? byTime : byMultiple
  return {
    materials,
    costs: work('price.all', { materials, labour }),
    byTime,
    byMultiple,
    price,
    fee: fees && work('price.fee', { price, fees }),
    missing,
  }
}

/** What a sale leaves for the time: the price paid less fees and materials. Cents in, money out. */
export function leftForTime(sold: number, made: Pricing): Quantity {
  const paid = leaf('record', 'sold for', sold / 100, 'money')
  const fees = made.fee?.inputs.fees
  const fee = fees
    ? work('price.fee', { price: paid, fees })
    : leaf('estimate', 'selling fees, not entered', 0, 'money')
  return work('price.left', { sold: paid, fee, materials: made.materials })
}
