import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { proposed } from '../kit/index.js'
import { family } from './index.js'

const OUTLINES = ['square', 'cut-corner', 'cushion', 'round', 'oval'] as const

/** Faceted stones of 8 to 20 mm, up to half as long again as wide. */
function stone(random: () => number): Stone {
  const outline = OUTLINES[Math.floor(random() * OUTLINES.length)]!
  const width = Number((8 + 12 * random()).toFixed(1))
  const longer = outline === 'round' ? 1 : outline === 'oval' ? 1.1 + 0.4 * random() : 1 + 0.45 * random()
  return {
    kind: 'faceted',
    outline,
    length: Number((width * longer).toFixed(1)),
    width,
    depth: Number((width * (0.5 + 0.2 * random())).toFixed(1)),
    mineral: 'citrine',
  }
}

const CUSHION: Stone = {
  kind: 'faceted',
  outline: 'cushion',
  length: 12,
  width: 12,
  depth: 7.4,
  mineral: 'citrine',
}

const PENDANT: Options = {
  mount: 'pendant',
  ring: 17.3,
  clear: 0.5,
  seat: 1.4,
  claw: 1.2,
  claws: 'four sides',
  play: 0.05,
  size: '20 AWG',
  clawSize: '18 AWG',
  tieSize: '24 AWG',
  tie: 2,
  alloy: 'copper',
  temper: 'half hard',
  bail: 5,
  neck: 6,
  margin: 6,
}

/** Examples of corner claws. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const small = Math.min(stone.length, stone.width)
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
    return family.space(stone, wish).settled({
      size: pick(proposed([0.5, Math.min(1.3, small / 7)], wish)),
      clawSize: pick(proposed([0.4, 1.7], {})),
      seat: (0.04 + 0.18 * random()) * small,
      claw: (0.03 + 0.15 * random()) * small,
    })
  },
  vary: (options, random) => ({
    ...options,
    play: Math.round(random() * 4) / 20,
    ring: Math.round((15 + 6 * random()) * 10) / 10,
    mount: random() < 0.5 ? 'ring' : 'pendant',
    claws: random() < 0.7 ? 'four sides' : 'three sides',
    clear: Math.round(random() * 15) / 10,
    bail: 4 + Math.round(random() * 6),
    neck: 6 + Math.round(random() * 6),
    margin: Math.round(random() * 20),
  }),
  sound: [
    { name: 'a cushion as a pendant', stone: CUSHION, options: PENDANT },
    {
      name: 'a round stone on a ring',
      stone: { ...CUSHION, outline: 'round' },
      options: { ...PENDANT, mount: 'ring', claw: 1.6 },
    },
    {
      name: 'a rectangle as a pendant',
      stone: { ...CUSHION, outline: 'cut-corner', length: 15 },
      options: PENDANT,
    },
  ],
  broken: [
    {
      name: 'a cushion with a claw over one side only',
      stone: CUSHION,
      options: { ...PENDANT, claws: 'one side' },
      ways: ['front'],
    },
    {
      name: 'a cushion whose claws do not reach over it',
      stone: CUSHION,
      options: { ...PENDANT, claw: 0 },
      ways: ['front'],
    },
  ],
}
