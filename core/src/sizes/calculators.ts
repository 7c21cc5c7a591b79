import { packCircles } from '../geom/index.js'
import { leaf, numberOf } from '../working/index.js'
import { alloy, ALLOYS, ALLOY_SOURCE, sectionAbout, type AlloyId } from '../wire/index.js'
import {
  choiceField,
  lengthField,
  mandrelOf,
  note,
  numberAt,
  SPRING_FIELDS,
  sprungOf,
  toolsFor,
  typed,
  work,
  type Calculator,
  type CalculatorField,
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

const none = { notes: [], tools: [] } as const
const count = (id: string, start: number, least: number, most: number): CalculatorField => ({
  id,
  kind: 'count',
  start,
  least,
  most,
})

/** A ring of a size: inside diameter with what a wide or thick shank wants, the wire once round, the mandrel that springs open to it. */
const ring: Calculator = {
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

/** Bent over a mandrel, what comes out; and the mandrel for a wanted inside: at both ends of the metal's yield. */
const spring: Calculator = {
  id: 'spring',
  fields: [...SPRING_FIELDS, lengthField('inside', 18, 0.5, 300), lengthField('mandrel', 18, 0.5, 300)],
  work(values, tools) {
    const inside = typed(values, 'inside')
    const mandrel = typed(values, 'mandrel')
    const [low, high] = [sprungOf(values, mandrel, 'low'), sprungOf(values, mandrel, 'high')]
    const flat = [low, high].some((q) => !Number.isFinite(numberOf(q)))
    return {
      results: [
        { id: 'mandrel', quantity: mandrelOf(values, inside) },
        { id: 'mandrel-hard', quantity: mandrelOf(values, inside, 'high') },
        ...(flat
          ? []
          : [
              { id: 'gives', quantity: low },
              { id: 'gives-hard', quantity: high },
            ]),
      ],
      notes: flat ? [note('springs-straight', 'doubt', {}, 'mandrel')] : [],
      tools: toolsFor(values, inside, tools),
    }
  },
}

/** A cuff, open at the back. */
const cuff: Calculator = {
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
const bracelet: Calculator = {
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
const chain: Calculator = {
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
/** Rolled bails close oval: room beyond what must pass, mm; an estimate. */
const BAIL_EASE = 1

/** A strip rolled into a bail. */
const bail: Calculator = {
  id: 'bail',
  fields: [
    lengthField('passes', 4, 0.5, 40),
    lengthField('ease', BAIL_EASE, 0, 10),
    lengthField('wires', 0.8, 0.2, 8),
    lengthField('binding', 0.26, 0, 3),
    lengthField('ends', 4, 0, 60),
  ],
  work(values) {
    const inside = work('size.bail.inside', { passes: typed(values, 'passes'), ease: typed(values, 'ease') })
    const thickness = work('size.bail.thickness', {
      wires: typed(values, 'wires'),
      binding: typed(values, 'binding'),
    })
    return {
      ...none,
      results: [
        { id: 'inside', quantity: inside },
        { id: 'thickness', quantity: thickness },
        {
          id: 'strip',
          quantity: work('size.bail.strip', { inside, thickness, ends: typed(values, 'ends') }),
        },
      ],
      notes: [note('bail-last-end', 'note')],
    }
  },
}

/** Jump rings off a coil. */
const jump: Calculator = {
  id: 'jump',
  fields: [lengthField('inside', 4, 0.5, 60), count('count', 10, 1, 2000), ...SPRING_FIELDS],
  work(values, tools) {
    const inside = typed(values, 'inside')
    const wire = typed(values, 'thickness')
    const aspect = work('size.jump.aspect', { inside, wire })
    const one = work('size.jump.length', { inside, wire })
    const ratio = numberOf(aspect)
    return {
      results: [
        { id: 'aspect', quantity: aspect },
        { id: 'length', quantity: one },
        { id: 'all', quantity: work('size.times', { one, count: typed(values, 'count', '') }) },
        { id: 'outside', quantity: work('size.outside', { inside, wire }) },
        { id: 'mandrel', quantity: mandrelOf(values, inside) },
      ],
      // from here on pliers cannot close it flush, or a pull opens it; typical, uncited
      notes:
        ratio < 2.2
          ? [note('jump-tight', 'doubt', { aspect: ratio }, 'inside')]
          : ratio > 9
            ? [note('jump-loose', 'doubt', { aspect: ratio }, 'inside')]
            : [note('jump-closes', 'note', { aspect: ratio })],
      tools: toolsFor(values, inside, tools),
    }
  },
}

/** A coil wound on a rod: close, or stretched. */
const coil: Calculator = {
  id: 'coil',
  fields: [
    lengthField('rod', 3, 0.3, 60),
    lengthField('wire', 0.5, 0.1, 5),
    count('turns', 20, 1, 2000),
    { id: 'spread', kind: 'number', start: 1.03, least: 1, most: 20 },
    lengthField('tails', 40, 0, 500),
  ],
  work(values) {
    const [rod, wire] = [typed(values, 'rod'), typed(values, 'wire')]
    const turns = typed(values, 'turns', 'turns')
    const lead = work('size.coil.lead', { wire, spread: typed(values, 'spread', '') })
    const turn = work('size.coil.turn', { rod, wire, lead })
    return {
      ...none,
      results: [
        { id: 'turn', quantity: turn },
        { id: 'height', quantity: work('size.coil.height', { turns, lead, wire }) },
        { id: 'wire', quantity: work('size.coil.wire', { turns, turn, tails: typed(values, 'tails') }) },
        { id: 'outside', quantity: work('size.outside', { inside: rod, wire }) },
      ],
    }
  },
}

/** Two hoops round a sphere. */
const hoops: Calculator = {
  id: 'hoops',
  fields: [lengthField('sphere', 12, 2, 80), lengthField('wire', 1, 0.2, 5), lengthField('hoop', 9.5, 1, 90)],
  work(values) {
    const [sphere, wire, hoop] = [typed(values, 'sphere'), typed(values, 'wire'), typed(values, 'hoop')]
    if (numberOf(hoop) >= numberOf(sphere))
      return {
        results: [],
        notes: [note('hoop-too-wide', 'error', { hoop: numberOf(hoop), sphere: numberOf(sphere) }, 'hoop')],
        tools: [],
      }
    const spacing = work('size.hoop.spacing', { sphere, wire, hoop })
    const bulge = work('size.hoop.bulge', { sphere, spacing, wire })
    return {
      tools: [],
      results: [
        { id: 'spacing', quantity: spacing },
        { id: 'bulge', quantity: bulge },
        { id: 'length', quantity: work('size.hoop.length', { hoop, wire }) },
      ],
      notes: [
        // hoops nearly as wide as the sphere meet at its middle: they bend apart for it at once
        ...(numberOf(hoop) > 0.93 * numberOf(sphere) ? [note('hoop-shallow', 'doubt', {}, 'hoop')] : []),
        ...(numberOf(spacing) < numberOf(wire) ? [note('hoop-touching', 'doubt', {}, 'hoop')] : []),
        note('hoop-tied', 'note'),
      ],
    }
  },
}

/** A triangle or polygon of twisted wires round a waist. */
const collar: Calculator = {
  id: 'collar',
  fields: [
    lengthField('waist', 7, 1, 80),
    lengthField('cap', 20, 1, 120),
    lengthField('wire', 0.8, 0.2, 4),
    count('corners', 3, 3, 8),
    lengthField('play', 0.4, 0, 10),
  ],
  work(values) {
    const inputs = {
      waist: typed(values, 'waist'),
      play: typed(values, 'play'),
      wire: typed(values, 'wire'),
      corners: typed(values, 'corners', ''),
    }
    const opening = work('size.collar.opening', { waist: inputs.waist, play: inputs.play })
    const across = work('size.collar.across', {
      waist: inputs.waist,
      play: inputs.play,
      corners: inputs.corners,
    })
    const cap = numberAt(values, 'cap')
    return {
      tools: [],
      results: [
        { id: 'side', quantity: work('size.collar.side', inputs) },
        { id: 'opening', quantity: opening },
        { id: 'across', quantity: across },
      ],
      notes:
        cap <= numberOf(opening)
          ? [note('collar-drops', 'error', { cap, opening: numberOf(opening) }, 'cap')]
          : cap < numberOf(across) + 0.5
            ? [note('collar-corners', 'doubt', { cap, across: numberOf(across) }, 'cap')]
            : [],
    }
  },
}

/** Wires through a drill hole or a tube. */
const hole: Calculator = {
  id: 'hole',
  fields: [
    count('count', 3, 1, 12),
    lengthField('wire', 0.5, 0.1, 4),
    lengthField('ease', 0.1, 0, 3),
    lengthField('hole', 1.2, 0.1, 30),
  ],
  work(values) {
    const n = numberAt(values, 'count')
    const packed = leaf(
      'table',
      `smallest circle round ${n} of 1 mm`,
      packCircles(Array.from({ length: n }, () => 1)).diameter,
      '',
      'geometry',
    )
    const needed = work('size.hole', {
      packed,
      wire: typed(values, 'wire'),
      ease: typed(values, 'ease'),
      count: typed(values, 'count', ''),
    })
    const has = numberAt(values, 'hole')
    const most = Array.from({ length: 12 }, (_, i) => i + 1).filter(
      (k) =>
        packCircles(Array.from({ length: k }, () => 1)).diameter * numberAt(values, 'wire') +
          numberAt(values, 'ease') <=
        has + 1e-9,
    ).length
    return {
      tools: [],
      results: [{ id: 'needed', quantity: needed }],
      notes: [
        numberOf(needed) <= has
          ? note('hole-passes', 'note', { most })
          : note('hole-narrow', 'doubt', { most, short: numberOf(needed) - has }, 'hole'),
      ],
    }
  },
}

/** How much wire is on a spool, by its weight. */
const spool: Calculator = {
  id: 'spool',
  fields: [
    { id: 'mass', kind: 'mass', start: 130, least: 0.1, most: 20000 },
    { id: 'empty', kind: 'mass', start: 22, least: 0, most: 20000 },
    choiceField('profile', ['round', 'square', 'half-round']),
    lengthField('wire', 0.8, 0.1, 6),
    choiceField(
      'alloy',
      ALLOYS.map((a) => a.id),
    ),
  ],
  work(values) {
    const [mass, empty] = [numberAt(values, 'mass'), numberAt(values, 'empty')]
    if (mass < empty)
      return { results: [], notes: [note('spool-lighter', 'error', { mass, empty }, 'mass')], tools: [] }
    const metal = alloy(String(values.alloy) as AlloyId)
    const profile = String(values.profile) as 'round' | 'square' | 'half-round'
    return {
      ...none,
      results: [
        {
          id: 'length',
          quantity: work('size.spool', {
            mass: typed(values, 'mass', 'g'),
            empty: typed(values, 'empty', 'g'),
            area: leaf(
              'table',
              `area of ${profile} ${numberAt(values, 'wire')} mm`,
              sectionAbout({ profile, size: numberAt(values, 'wire') }).area,
              'mm²',
              'geometry',
            ),
            density: leaf('table', `density of ${metal.id}`, metal.density, 'g/cm³', ALLOY_SOURCE),
          }),
        },
      ],
    }
  },
}

/** The small calculators, in the order in which they are shown. */
export const CALCULATORS: readonly Calculator[] = [
  bail,
  ring,
  jump,
  coil,
  hole,
  hoops,
  collar,
  cuff,
  bracelet,
  chain,
  spring,
  spool,
]

/** A calculator by its id. @throws RangeError when there is none */
export function calculator(id: string): Calculator {
  const found = CALCULATORS.find((c) => c.id === id)
  if (!found) throw new RangeError(`no calculator "${id}"`)
  return found
}

/** What a calculator begins with. */
export const startValues = (c: Calculator): Record<string, number | string> =>
  Object.fromEntries(c.fields.map((f) => [f.id, f.start]))
