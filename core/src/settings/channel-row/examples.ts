import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { proposed } from '../kit/index.js'
import { family } from './index.js'

const round1 = (v: number): number => Number(v.toFixed(1))

/** Rows of 2 to 12 faceted stones of 3 to 6 mm: round, square, oval, cushion and cut-corner, equal or graded. */
function stone(random: () => number): Stone {
  const width = round1(3 + 3 * random())
  const outline = (['round', 'square', 'oval', 'cushion', 'cut-corner'] as const)[Math.floor(5 * random())]!
  const length = outline === 'round' || outline === 'square' ? width : round1(width * (1 + 0.4 * random()))
  const graded = random() < 0.4
  return {
    kind: 'faceted',
    outline,
    length,
    width,
    depth: round1(width * (0.58 + 0.12 * random())),
    mineral: 'garnet',
    group: {
      kind: 'row',
      count: 2 + Math.floor(11 * random()),
      gap: round1(0.5 * random()),
      ...(graded
        ? {
            last: round1(length * (0.65 + 0.3 * random())),
            order: random() < 0.5 ? ('largest in the middle' as const) : ('to one end' as const),
          }
        : {}),
    },
  }
}

const OPTIONS: Options = {
  ends: 'two loops',
  bail: 3,
  passes: 1.5,
  tails: 30,
  over: 0.8,
  under: 0.6,
  play: 0.03,
  gap: 0.3,
  eights: 1,
  end: 2.5,
  size: '23 AWG',
  lower: '23 AWG',
  lace: '30 AWG',
  alloy: 'copper',
  temper: 'half hard',
  surface: 'left bright',
  margin: 6,
}

/** Five square garnets of 4 mm. */
const EQUAL: Stone = {
  kind: 'faceted',
  outline: 'square',
  length: 4,
  width: 4,
  depth: 2.6,
  mineral: 'garnet',
  group: { kind: 'row', count: 5, gap: 0.3 },
}

/** Five cushions, the largest in the middle. */
const GRADED: Stone = {
  ...EQUAL,
  outline: 'cushion',
  group: { kind: 'row', count: 5, gap: 0.3, last: 3, order: 'largest in the middle' },
}

/** Examples of a channel row. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    const size = pick(proposed([0.5, 0.83], wish))
    return family.space(stone, wish).settled({
      over: (0.12 + 0.17 * random()) * Math.min(stone.length, stone.width),
      size,
      lace: pick(proposed([0.25, 0.33], wish)),
    })
  },
  vary: (options, random) => ({
    ...options,
    ends: (['two loops', 'one loop', 'left long'] as const)[Math.floor(3 * random())]!,
    bail: 3 + Math.round(2 * random()),
    eights: 1 + Math.floor(1.5 * random()),
    gap: round1(0.6 * random()),
    margin: Math.round(random() * 20),
  }),
  sound: [
    { name: 'five square garnets', stone: EQUAL, options: OPTIONS },
    { name: 'five graded ones', stone: GRADED, options: OPTIONS },
  ],
  broken: [
    {
      name: 'rails that reach in by a tenth of a millimetre',
      stone: EQUAL,
      options: { ...OPTIONS, over: 0.1, under: 0.1, play: 0.3 },
      ways: ['left', 'up', 'down'],
    },
  ],
}
