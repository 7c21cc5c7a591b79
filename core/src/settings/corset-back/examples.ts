import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { proposed } from '../kit/index.js'
import { family } from './index.js'

const round1 = (v: number): number => Number(v.toFixed(1))

/** Crystals of 22 to 46 mm, tapered or not, with and without a chip at the base. */
function stone(random: () => number): Stone {
  const length = round1(22 + 24 * random())
  const width = round1(length * (0.26 + 0.16 * random()))
  const depth = round1(width * (0.75 + 0.25 * random()))
  const base = 0.95 + 0.2 * random()
  const shoulder = 0.72 + 0.25 * random()
  return {
    kind: 'crystal',
    outline: 'round',
    length,
    width,
    depth,
    sides: 4 + Math.floor(4 * random()),
    baseWidth: round1(width * base),
    baseDepth: round1(depth * base),
    shoulder: round1(length * (0.7 + 0.15 * random())),
    shoulderWidth: round1(width * shoulder),
    shoulderDepth: round1(depth * shoulder),
    ...(random() < 0.3 ? { chip: round1(1 + random()) } : {}),
    mineral: 'rock crystal',
  }
}

const POINT: Stone = {
  kind: 'crystal',
  outline: 'round',
  length: 34,
  width: 11,
  depth: 10,
  mineral: 'rock crystal',
}

const OPTIONS: Options = {
  back: 'S bends',
  roll: 'backward',
  strip: 'bound',
  bail: 4,
  neck: 3.5,
  bends: 6,
  turns: 1,
  ends: 5,
  foot: 'hook',
  tip: 2.5,
  stand: 0.05,
  low: 3.2,
  high: 3.2,
  reach: 0.6,
  size: '18 AWG',
  lace: '26 AWG',
  alloy: 'copper',
  temper: 'half hard',
  margin: 6,
}

/** The same on two legs with four loops each. */
const LOOPS: Options = { ...OPTIONS, back: 'closed loops', bends: 8, ends: 3, bail: 5, neck: 5 }

/** Examples of a corset back. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    return family.space(stone, wish).settled({
      size: pick(proposed([0.78, Math.max(0.95, Math.min(1.35, stone.width / 8))], wish)),
      lace: pick(proposed([0.38, 0.55], {})),
      bends: 4 + Math.floor(5 * random()),
    })
  },
  vary: (options, random) => ({
    ...options,
    turns: 1 + Math.floor(3 * random()),
    ends: 3 + Math.floor(3 * random()),
    back: random() < 0.6 ? 'S bends' : 'closed loops',
    roll: random() < 0.7 ? 'backward' : 'forward',
    strip: random() < 0.6 ? 'bound' : random() < 0.6 ? 'twisted' : 'folded tails',
    foot: random() < 0.6 ? 'hook' : random() < 0.6 ? 'coil' : 'none',
    hung: random() < 0.8 ? 'top up' : 'top down',
    hammer: random() < 0.8 ? 'no' : 'a little',
    stand: Math.round(random() * 6) / 20,
    bail: 3 + Math.round(random() * 4),
    neck: 3 + Math.round(random() * 4),
    margin: Math.round(random() * 20),
  }),
  sound: [
    { name: 'a crystal point', stone: POINT, options: OPTIONS },
    {
      name: 'a crystal without taper, stopped at both ends',
      stone: { ...POINT, baseWidth: 11, baseDepth: 10, shoulderWidth: 11, shoulderDepth: 10 },
      options: { ...OPTIONS, lace: '24 AWG', reach: 0.7 },
    },
    { name: 'a point laced twice round each bend', stone: POINT, options: { ...OPTIONS, turns: 2 } },
    { name: 'a point on two legs with closed loops', stone: POINT, options: LOOPS },
    {
      name: 'the same under a twisted bail rolled forward',
      stone: POINT,
      options: { ...LOOPS, strip: 'twisted', roll: 'forward' },
    },
    {
      name: 'a point hung thick end up, its point in a coil',
      stone: POINT,
      options: { ...OPTIONS, hung: 'top down', foot: 'coil', coil: 4 },
    },
  ],
  broken: [
    {
      name: 'a point without a hook under its foot',
      stone: POINT,
      options: { ...OPTIONS, foot: 'none' },
      ways: ['down'],
    },
    {
      name: 'two legs without a stirrup under its foot',
      stone: POINT,
      options: { ...LOOPS, foot: 'none' },
      ways: ['down'],
    },
    {
      name: 'a point hung thick end up without a coil under it',
      stone: POINT,
      options: { ...OPTIONS, hung: 'top down', foot: 'none', bends: 4 },
      ways: ['down'],
    },
  ],
}
