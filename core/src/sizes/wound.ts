import { leaf, numberOf } from '../working/index.js'
import { alloy, ALLOYS, ALLOY_SOURCE, sectionAbout, type AlloyId } from '../wire/index.js'
import {
  SPRING_FIELDS,
  none,
  BAIL_EASE,
  choiceField,
  count,
  lengthField,
  mandrelOf,
  note,
  numberAt,
  sprungOf,
  toolsFor,
  typed,
  work,
  type Calculator,
} from './calculator.js'

// What is wound or bent over something: bails, jump rings, coils; spring-back, and what is left on a spool.

/** A strip rolled into a bail. */
export const bail: Calculator = {
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
        { id: 'inside', quantity: inside, option: 'bail' },
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
export const jump: Calculator = {
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
export const coil: Calculator = {
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

/** Bent over a mandrel, what comes out; and the mandrel for a wanted inside: at both ends of the metal's yield. */
export const spring: Calculator = {
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

/** How much wire is on a spool, by its weight. */
export const spool: Calculator = {
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
