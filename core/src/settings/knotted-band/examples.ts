import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { proposed } from '../kit/index.js'
import { family } from './index.js'

const round1 = (v: number): number => Number(v.toFixed(1))

/** Ovals, rounds, cushions and drops of 14 to 36 mm with an edge of 2 mm and more, flat behind, a third of them domed behind too. */
function stone(random: () => number): Stone {
  const width = round1(14 + 16 * random())
  const outline = (['oval', 'round', 'cushion', 'drop'] as const)[Math.floor(4 * random())]!
  const length =
    outline === 'round' ? width : round1(width * ((outline === 'drop' ? 1.25 : 1.05) + 0.35 * random()))
  const depth = round1(Math.max(4.5, width * (0.2 + 0.12 * random())))
  const puffy = random() < 0.3
  return {
    kind: puffy ? 'puffy' : 'cabochon',
    outline,
    length,
    width,
    depth: puffy ? round1(1.5 * depth) : depth,
    wall: round1(2.3 + 0.8 * random()),
    mineral: 'agate',
  }
}

const OVAL: Stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 6.5,
  wall: 2.4,
  mineral: 'agate',
}
const OPTIONS: Options = {
  bail: 5,
  passes: 3,
  roll: 'backward',
  strip: 'knotted',
  wraps: 2,
  size: '28 AWG',
  wires: 'six',
  knots: 1,
  pitch: 2.65,
  loops: 31,
  over: 2.4,
  alloy: 'copper',
  temper: 'dead soft',
  surface: 'left bright',
  margin: 6,
}

/** Examples of a knotted band. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    return family.space(stone, wish).settled({ size: pick(proposed([0.3, 0.4], {})) })
  },
  vary: (options, random) => ({
    ...options,
    roll: random() < 0.7 ? 'backward' : 'forward',
    strip: random() < 0.7 ? 'knotted' : 'twisted',
    wraps: 1 + Math.round(2 * random()),
    margin: Math.round(random() * 20),
  }),
  sound: [{ name: 'a flat-backed oval', stone: OVAL, options: OPTIONS }],
  broken: [
    {
      name: 'loops that are hardly pushed past the edge',
      stone: OVAL,
      options: { ...OPTIONS, over: 1 },
      ways: ['front', 'up'],
    },
  ],
}
