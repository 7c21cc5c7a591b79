import { leaf, numberOf } from '../working/index.js'
import {
  SPRING_FIELDS,
  none,
  BAIL_EASE,
  choiceField,
  lengthField,
  mandrelOf,
  note,
  numberAt,
  toolsFor,
  typed,
  work,
  type Calculator,
} from './calculator.js'
import {
  parseRingSize,
  ringAllowance,
  ringDiameter,
  ringSizeName,
  RING_SYSTEMS,
  RING_TABLES,
  type RingSystem,
} from './rings.js'

// What is worn: rings, cuffs, bracelets, chains.

/** A ring of a size: inside diameter with what a wide or thick shank wants, the wire once round, the mandrel that springs open to it. */
export const ring: Calculator = {
  id: 'ring',
  fields: [
    choiceField('system', RING_SYSTEMS),
    { id: 'size', kind: 'size', start: '7' },
    lengthField('width', 4, 0.3, 25),
    ...SPRING_FIELDS,
    lengthField('joint', 0, 0, 60),
  ],
  work(values, tools) {
    const system = String(values.system) as RingSystem
    const read = parseRingSize(system, String(values.size))
    if (!read.ok)
      return { results: [], notes: [note(`ring-${read.problem}`, 'error', { system }, 'size')], tools: [] }
    const size = leaf(
      'table',
      `inside diameter of size ${String(values.size)}`,
      ringDiameter(system, read.size),
      'mm',
      RING_TABLES[system],
    )
    const allowance = leaf(
      'estimate',
      'allowance for a wide or thick shank',
      ringAllowance({ width: numberAt(values, 'width'), thickness: numberAt(values, 'thickness') }),
      'mm',
    )
    const inside = work('size.ring.inside', { size, allowance })
    const mandrel = mandrelOf(values, inside)
    const names = RING_SYSTEMS.filter((s) => s !== system)
      .map((s) => `${s} ${ringSizeName(s, numberOf(size))}`)
      .join(', ')
    return {
      results: [
        { id: 'inside', quantity: inside },
        { id: 'around', quantity: work('size.around', { across: inside }) },
        {
          id: 'shank',
          quantity: work('size.shank', {
            inside,
            thickness: typed(values, 'thickness'),
            joint: typed(values, 'joint'),
          }),
        },
        { id: 'mandrel', quantity: mandrel },
      ],
      notes: [
        note('ring-also', 'note', { names }),
        note('ring-table', 'note', { table: RING_TABLES[system] }),
        ...(Number(allowance.value) > 0.05
          ? [note('ring-allowance', 'note', { allowance: Number(allowance.value) })]
          : []),
      ],
      tools: toolsFor(values, inside, tools),
    }
  },
}

/** A cuff, open at the back. */
export const cuff: Calculator = {
  id: 'cuff',
  fields: [
    lengthField('wrist', 165, 80, 300),
    lengthField('gap', 28, 0, 80),
    lengthField('ease', 6, 0, 60),
    lengthField('thickness', 2, 0.3, 15),
  ],
  work(values) {
    const [wrist, gap] = [numberAt(values, 'wrist'), numberAt(values, 'gap')]
    return {
      ...none,
      results: [
        {
          id: 'strip',
          quantity: work('size.cuff', {
            wrist: typed(values, 'wrist'),
            ease: typed(values, 'ease'),
            thickness: typed(values, 'thickness'),
            gap: typed(values, 'gap'),
          }),
        },
      ],
      // the wrist is flatter than round: it goes in sideways through a gap of about its depth, a fifth of its girth or more
      notes: [
        ...(gap < 0.12 * wrist ? [note('cuff-gap-small', 'doubt', { gap }, 'gap')] : []),
        ...(gap > 0.24 * wrist ? [note('cuff-gap-wide', 'doubt', { gap }, 'gap')] : []),
        note('cuff-bending', 'note'),
      ],
    }
  },
}

/** A bracelet that closes. */
export const bracelet: Calculator = {
  id: 'bracelet',
  fields: [
    lengthField('wrist', 165, 80, 300),
    lengthField('ease', 12, 0, 60),
    lengthField('thickness', 4, 0.3, 25),
  ],
  work: (values) => ({
    ...none,
    results: [
      {
        id: 'length',
        quantity: work('size.bracelet', {
          wrist: typed(values, 'wrist'),
          ease: typed(values, 'ease'),
          thickness: typed(values, 'thickness'),
        }),
      },
    ],
  }),
}

/** A chain or cord round the neck, and what its end asks of a bail. */
export const chain: Calculator = {
  id: 'chain',
  fields: [
    lengthField('neck', 360, 250, 600),
    lengthField('ease', 40, 0, 400),
    lengthField('drop', 20, 0, 400),
    lengthField('end', 4, 0.5, 30),
  ],
  work: (values) => ({
    ...none,
    results: [
      {
        id: 'length',
        quantity: work('size.chain', {
          neck: typed(values, 'neck'),
          ease: typed(values, 'ease'),
          drop: typed(values, 'drop'),
        }),
      },
      {
        id: 'bail',
        quantity: work('size.bail.inside', {
          passes: typed(values, 'end'),
          ease: leaf('estimate', 'room to pass', BAIL_EASE, 'mm'),
        }),
      },
    ],
    notes: [note('cord-breakaway', 'note')],
  }),
}
