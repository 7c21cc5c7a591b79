import type { Stone } from '../../stone/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { family } from './index.js'

/** Balls of 9 to 22 mm, half of them eggs up to half as long again. */
function stone(random: () => number): Stone {
  const width = Number((9 + 13 * random()).toFixed(1))
  const egg = random() < 0.5
  const length = egg ? Number((width * (1.05 + 0.45 * random())).toFixed(1)) : width
  return {
    kind: 'bead',
    form: egg ? 'egg' : 'sphere',
    outline: 'round',
    length,
    width,
    depth: width,
    mineral: 'agate',
  }
}

const BALL: Stone = {
  kind: 'bead',
  form: 'sphere',
  outline: 'round',
  length: 14,
  width: 14,
  depth: 14,
  mineral: 'agate',
}

const EGG: Stone = { ...BALL, form: 'egg', length: 19 }

const PENDANT: Options = {
  mount: 'pendant',
  passes: 3,
  rounds: 'once round',
  ring: 17.3,
  shank: 1,
  bulge: 0,
  seat: 11.2,
  hoop: 11.2,
  play: 0.1,
  turns: 3,
  size: '20 AWG',
  shankSize: '18 AWG',
  alloy: 'copper',
  temper: 'half hard',
  bail: 5,
  neck: 4,
  leave: 16,
  bindingSize: '26 AWG',
  margin: 8,
}

const RING: Options = { ...PENDANT, mount: 'ring', seat: 12.8, hoop: 11.2, bulge: -1.2, size: '20 AWG' }

/** All from one wire, which is wound round itself: soft. */
const ONE: Options = { ...PENDANT, work: 'one wire', temper: 'dead soft' }

/** Examples of two hoops. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const { dimensions, at } = family.space(stone, { ...wish, worn: wish.worn ?? 'pendant' })
    const options = at(Array.from({ length: dimensions }, random))
    // thick wire is carried by none that is sold
    return options ?? examples.random(stone, wish, random)
  },
  vary: (options, random) => ({
    ...options,
    play: Math.round(random() * 4) / 10,
    ring: Math.round((15 + 6 * random()) * 10) / 10,
    shank: random() < 0.6 ? 1 : 1 + Math.floor(3 * random()),
    bail: 4 + Math.round(random() * 6),
    work: random() < 0.35 ? 'one wire' : 'several wires',
    margin: Math.round(random() * 20),
  }),
  sound: [
    { name: 'a ball as a pendant', stone: BALL, options: PENDANT },
    { name: 'a ball on a ring', stone: BALL, options: RING },
    { name: 'an egg as a pendant', stone: EGG, options: { ...PENDANT, leave: 21 } },
    { name: 'a ball as a pendant from one wire', stone: BALL, options: ONE },
  ],
  broken: [
    {
      name: 'a ball in one wire whose hoops are wider than it',
      stone: BALL,
      options: { ...ONE, seat: 16, hoop: 16 },
      ways: ['down'],
    },
    {
      name: 'a ball between hoops wider than it',
      stone: BALL,
      options: { ...PENDANT, seat: 17, hoop: 17 },
      ways: ['down'],
    },
    {
      name: 'a ball whose hoops are hardly wound on',
      stone: BALL,
      options: { ...PENDANT, turns: 1 },
      ways: ['front', 'back'],
    },
  ],
}
