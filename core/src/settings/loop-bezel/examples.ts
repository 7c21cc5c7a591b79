import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { proposed } from '../kit/index.js'
import { family } from './index.js'

const round1 = (v: number): number => Number(v.toFixed(1))

/** Ovals, rounds, cushions and drops of 14 to 40 mm, flat behind, a third of them domed behind too. */
function stone(random: () => number): Stone {
  const width = round1(14 + 20 * random())
  const outline = (['oval', 'round', 'cushion', 'drop'] as const)[Math.floor(4 * random())]!
  const length =
    outline === 'round' ? width : round1(width * ((outline === 'drop' ? 1.25 : 1.05) + 0.35 * random()))
  const depth = round1(width * (0.2 + 0.12 * random()))
  const puffy = random() < 0.3
  return {
    kind: puffy ? 'puffy' : 'cabochon',
    outline,
    length,
    width,
    depth: puffy ? round1(1.4 * depth) : depth,
    wall: round1(Math.max(1.2, 0.25 * depth)),
    mineral: 'agate',
  }
}

const OVAL: Stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 6.5,
  wall: 2,
  mineral: 'agate',
}

const OPTIONS: Options = {
  bail: 5,
  neck: 6,
  passes: 3,
  roll: 'backward',
  strip: 'bound',
  loops: 36,
  over: 3,
  links: 3,
  size: '22 AWG',
  link: '28 AWG',
  alloy: 'copper',
  temper: 'dead soft',
  surface: 'left bright',
  margin: 6,
  bead: 0,
}

/** Examples of a ring of loops. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    return family.space(stone, wish).settled({
      size: pick(proposed([0.5, 0.82], {})),
      over: Math.round(10 * Math.min(stone.length, stone.width) * (0.1 + 0.1 * random())) / 10,
    })
  },
  vary: (options, random) => ({
    ...options,
    links: 2 + Math.floor(3 * random()),
    bead: random() < 0.3 ? 1.5 : 0,
    roll: random() < 0.7 ? 'backward' : 'forward',
    strip: random() < 0.7 ? 'bound' : 'folded tails',
    neck: 5 + Math.round(random() * 4),
    margin: Math.round(random() * 20),
  }),
  sound: [{ name: 'a flat-backed oval', stone: OVAL, options: OPTIONS }],
  broken: [
    {
      name: 'loops that hardly reach past the edge',
      stone: OVAL,
      options: { ...OPTIONS, over: 0.9 },
      ways: ['front'],
    },
  ],
}
