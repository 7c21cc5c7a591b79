import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { family } from './index.js'

const round1 = (v: number): number => Number(v.toFixed(1))

/** Stones of 14 to 40 mm: slabs, cabochons flat and domed behind, faceted ones; oval, round, drops, cushions and hearts. */
function stone(random: () => number): Stone {
  const width = round1(14 + 18 * random())
  const kind = (['slab', 'cabochon', 'puffy', 'faceted'] as const)[Math.floor(4 * random())]!
  const outline = (['oval', 'round', 'drop', 'cushion', 'heart'] as const)[
    Math.floor((kind === 'faceted' ? 4 : 5) * random())
  ]!
  const longer = outline === 'round' || outline === 'heart' ? 1 : 1.15 + 0.3 * random()
  const depth = round1(width * (0.2 + 0.12 * random()))
  return {
    kind,
    outline,
    length: round1(width * longer),
    width,
    depth: kind === 'puffy' || kind === 'faceted' ? round1(1.6 * depth) : depth,
    ...(kind === 'cabochon' ? { wall: round1(Math.max(1.2, 0.25 * depth)) } : {}),
    mineral: 'agate',
  }
}

/** A creek pebble of uneven outline. */
const PEBBLE: Stone = {
  kind: 'slab',
  outline: 'free',
  length: 30,
  width: 22,
  depth: 7,
  edge: 3,
  mineral: 'jasper',
  points: [
    [0, -15],
    [8, -12],
    [11, -3],
    [9, 8],
    [3, 15],
    [-6, 12],
    [-11, 4],
    [-10, -6],
    [-6, -13],
  ],
}

const OPTIONS: Options = {
  bail: 5,
  neck: 4,
  passes: 3,
  rounds: 'once round',
  levels: 6,
  turns: 2,
  ends: 4,
  size: '18 AWG',
  lace: '26 AWG',
  alloy: 'copper',
  temper: 'half hard',
  surface: 'left bright',
  margin: 6,
}

const HEART: Stone = {
  kind: 'puffy',
  outline: 'heart',
  length: 24,
  width: 25,
  depth: 9,
  mineral: 'rose quartz',
}

/** Examples of a criss-cross cage. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish) => family.space(stone, wish).settled({}),
  vary: (options, random) => ({
    ...options,
    levels: Math.max(3, Number(options.levels) + Math.floor(3 * random())),
    turns: 1 + Math.floor(2 * random()),
    rounds: random() < 0.6 ? 'once round' : 'twice round',
    bail: 4 + Math.round(random() * 4),
    neck: 4 + Math.round(random() * 4),
    margin: Math.round(random() * 20),
  }),
  sound: [
    { name: 'an uneven pebble', stone: PEBBLE, options: OPTIONS },
    { name: 'a heart', stone: HEART, options: OPTIONS },
  ],
  broken: [
    {
      name: 'a pebble crossed twice with wire as thin as thread',
      stone: PEBBLE,
      options: { ...OPTIONS, levels: 3, lace: '32 AWG' },
      ways: ['front'],
    },
  ],
}
