import { packBundle, thickestFirst, type BundleWire } from '../geom/index.js'
import { leaf, numberOf } from '../working/index.js'
import {
  choiceField,
  count,
  lengthField,
  note,
  numberAt,
  typed,
  work,
  type Calculator,
} from './calculator.js'
import { nearestTools } from './tools.js'
import { bundleOf } from './formulas.js'

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
  work(values, tools) {
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
    const side = work('size.collar.side', inputs)
    return {
      // a side is bent over the edge of flat jaws: the nearest width makes it
      tools: nearestTools(
        numberOf(side),
        tools.filter((t) => t.flat),
        (across) => across,
      ).slice(0, 2),
      results: [
        { id: 'side', quantity: side },
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

/** How many of a bundle go through, thickest first: halved and halved again, for one more never needs less room. */
function passing(wires: readonly BundleWire[], room: number): number {
  const order = thickestFirst(wires)
  let [lo, hi] = [0, wires.length]
  while (lo < hi) {
    const mid = Math.ceil((lo + hi) / 2)
    const first = order.slice(0, mid).map((i) => wires[i]!)
    if (packBundle(first).diameter <= room + 1e-9) lo = mid
    else hi = mid - 1
  }
  return lo
}

/** Wires through a drill hole or a tube: one kind, or two. */
export const hole: Calculator = {
  id: 'hole',
  fields: [
    count('count', 3, 1, 10),
    choiceField('profile', ['round', 'square']),
    lengthField('wire', 0.5, 0.1, 4),
    count('second', 0, 0, 4),
    lengthField('secondWire', 0.3, 0.1, 4),
    lengthField('ease', 0.1, 0, 3),
    lengthField('hole', 1.2, 0.1, 30),
  ],
  work(values) {
    const inputs = {
      count: typed(values, 'count', ''),
      wire: typed(values, 'wire'),
      second: typed(values, 'second', ''),
      secondWire: typed(values, 'secondWire'),
      profile: leaf('chosen', 'profile', String(values.profile), 'word'),
    }
    const needed = work('size.hole', { ...inputs, ease: typed(values, 'ease') })
    const [has, ease] = [numberAt(values, 'hole'), numberAt(values, 'ease')]
    const asked = {
      wire: numberAt(values, 'wire'),
      secondWire: numberAt(values, 'secondWire'),
      second: numberAt(values, 'second'),
      count: numberAt(values, 'count'),
    }
    const words = { profile: String(values.profile) }
    const alike = asked.second === 0
    const passes = (n: number) =>
      packBundle(bundleOf({ ...asked, count: n }, words)).diameter + ease <= has + 1e-9
    // of one kind it is told how many go through; of two which is put through first, and where it stops
    const most = alike ? Array.from({ length: 10 }, (_, i) => i + 1).filter(passes).length : 0
    const fits = numberOf(needed) <= has
    const through = alike || fits ? 0 : passing(bundleOf(asked, words), has - ease)
    const thickFirst = asked.wire * (words.profile === 'square' ? Math.SQRT2 : 1) >= asked.secondWire
    const short = numberOf(needed) - has
    return {
      tools: [],
      results: [
        { id: 'needed', quantity: needed },
        { id: 'hull', quantity: work('size.bundle.hull', inputs) },
      ],
      notes: alike
        ? [
            fits
              ? note('hole-passes', 'note', { most })
              : note('hole-narrow', 'doubt', { most, short }, 'hole'),
          ]
        : [
            fits
              ? note('hole-order', 'note', { first: thickFirst ? asked.wire : asked.secondWire })
              : note(
                  'hole-narrow-mixed',
                  'doubt',
                  { through, of: asked.count + asked.second, short },
                  'hole',
                ),
          ],
    }
  },
}
