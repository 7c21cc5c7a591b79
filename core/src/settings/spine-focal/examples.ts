import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { family } from './index.js'

const round1 = (v: number): number => Number(v.toFixed(1))

/** A drop of 18 to 34 mm, drilled across below its tip. */
function drop(random: () => number): Stone {
  const length = round1(18 + 16 * random())
  const depth = round1(4 + 3 * random())
  return {
    kind: 'slab',
    outline: 'drop',
    way: random() < 0.5 ? 'depth' : 'width',
    length,
    width: round1(length * (0.5 + 0.2 * random())),
    depth,
    edge: round1(0.3 * depth),
    hole: round1(0.9 + 0.3 * random()),
    place: round1(4 + 1.5 * random()),
    mineral: 'agate',
  }
}

/** Beads of 8 to 24 mm, round, egg-shaped, flattened, barrels, tubes and coins, drilled through their length; and drops drilled across. */
function stone(random: () => number): Stone {
  if (random() < 0.2) return drop(random)
  const form = (['sphere', 'egg', 'flattened', 'barrel', 'tube', 'coin'] as const)[Math.floor(6 * random())]!
  const width = round1(8 + 10 * random())
  const longer = form === 'flattened' ? 0.6 + 0.2 * random() : 1.1 + 0.5 * random()
  const length = form === 'sphere' || form === 'coin' ? width : round1(width * longer)
  return {
    kind: 'bead',
    form,
    outline: 'round',
    length,
    width,
    depth: form === 'coin' ? round1(3.5 + 2 * random()) : width,
    hole: round1(0.9 + 0.5 * random()),
    mineral: 'agate',
  }
}

const BALL: Stone = {
  kind: 'bead',
  form: 'sphere',
  outline: 'round',
  length: 12,
  width: 12,
  depth: 12,
  hole: 1.1,
  mineral: 'agate',
}

const OPTIONS: Options = {
  leads: 'two legs',
  bail: 5,
  neck: 4.5,
  passes: 3,
  roll: 'backward',
  strip: 'bound',
  coil: 2,
  play: 0.05,
  off: 0.1,
  size: '18 AWG',
  bind: '28 AWG',
  alloy: 'copper',
  temper: 'half hard',
  surface: 'left bright',
  margin: 6,
}

/** A drop drilled from front to back below its tip. */
const DROP: Stone = {
  kind: 'slab',
  outline: 'drop',
  length: 33,
  width: 20,
  depth: 6,
  edge: 2,
  hole: 1.1,
  place: 4,
  mineral: 'jasper',
}

/** Examples of a spine. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish) => family.space(stone, wish).settled({}),
  vary: (options, random) => ({
    ...options,
    leads: random() < 0.5 ? 'two legs' : 'coil below',
    roll: random() < 0.7 ? 'backward' : 'forward',
    strip: random() < 0.6 ? 'bound' : random() < 0.6 ? 'twisted' : 'folded tails',
    coil: 2 + Math.floor(3 * random()),
    play: Math.round(random() * 4) / 20,
    off: Math.round(random() * 6) / 10,
    bail: 4 + Math.round(random() * 4),
    neck: 4 + Math.round(random() * 4),
    margin: Math.round(random() * 20),
  }),
  sound: [
    { name: 'a ball on a leg through it and one behind', stone: BALL, options: OPTIONS },
    {
      name: 'a ball between a coil and a loop',
      stone: BALL,
      options: { ...OPTIONS, leads: 'coil below', neck: 3 },
    },
    {
      name: 'a drop that hangs by a hole from front to back',
      stone: DROP,
      options: { ...OPTIONS, size: '19 AWG' },
    },
    {
      name: 'a drop that hangs by a hole from side to side',
      stone: { ...DROP, way: 'width', width: 14 },
      options: { ...OPTIONS, size: '20 AWG' },
    },
  ],
  broken: [
    {
      name: 'a heavy ball on wire as thin as thread',
      stone: { ...BALL, length: 24, width: 24, depth: 24, hole: 0.6 },
      options: { ...OPTIONS, leads: 'coil below', size: '26 AWG', temper: 'dead soft' },
      ways: ['up'],
    },
  ],
}
