import { packCircles } from '../geom/index.js'
import { leaf, numberOf } from '../working/index.js'
import { count, lengthField, note, numberAt, typed, work, type Calculator } from './calculator.js'

// What holds a stone, or goes through it: hoops, collars, wires in a hole.

/** Two hoops round a sphere. */
export const hoops: Calculator = {
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
export const collar: Calculator = {
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
export const hole: Calculator = {
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
