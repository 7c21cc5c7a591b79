import { wireOf } from './design/index.js'
import { REST, settingOf } from './hold/index.js'
import { DEFAULT_SETTINGS, plan, planHold } from './plan/index.js'
import { fullStone, shapeOf, type Stone } from './stone/index.js'
import { ball, bareDesign, hoop } from './testingDesigns.js'
import { FRAME, OVAL } from './testing.js'
import { parseWeave } from './weave/index.js'
import { wireSize, type Stock } from './wire/index.js'
import { leaf } from './working/index.js'

/** A wire of copper, half hard. */
const copper = (profile: Stock['profile'], size: string): Stock => ({
  alloy: 'copper',
  temper: 'half hard',
  profile,
  size: wireSize(size),
})

const CRYSTAL: Stone = {
  kind: 'crystal',
  outline: 'round',
  length: 34,
  width: 11,
  depth: 10,
  mineral: 'rock crystal',
}
const ROUND4: Stone = { kind: 'faceted', outline: 'round', length: 4, width: 4, depth: 2.4, mineral: 'topaz' }
const BALL30: Stone = {
  kind: 'bead',
  form: 'sphere',
  outline: 'round',
  length: 30,
  width: 30,
  depth: 30,
  mineral: 'agate',
}
const OVAL30X22: Stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'agate',
}

/** Corners in binary order; two triangles a face, seen counter-clockwise from outside. */
const UNIT_CUBE = {
  positions: Float64Array.from([0, 1, 2, 3, 4, 5, 6, 7].flatMap((k) => [k & 1, (k >> 1) & 1, (k >> 2) & 1])),
  triangles: Uint32Array.from(
    [
      [0, 2, 3, 1],
      [4, 5, 7, 6],
      [0, 1, 5, 4],
      [2, 6, 7, 3],
      [0, 4, 6, 2],
      [1, 3, 7, 5],
    ].flatMap(([a, b, c, d]) => [a!, b!, c!, a!, c!, d!]),
  ),
}

function planned() {
  const made = plan({ stone: OVAL, family: 'bound-frame', options: FRAME, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error('the first example cannot be planned')
  return made.plan
}

/** For tests only: what examples in doc comments take as given, by the names that they use. Worked out only where one asks for it. */
export const GIVEN: Readonly<Record<string, () => unknown>> = {
  // stones
  oval: () => OVAL30X22,
  ball30: () => BALL30,
  crystal: () => fullStone(CRYSTAL),
  round4: () => ROUND4,
  unitCube: () => UNIT_CUBE,
  // a plan of an oval in a bound frame, and what it is made from
  stone: () => OVAL,
  options: () => FRAME,
  settings: () => DEFAULT_SETTINGS,
  wish: () => ({ alloy: 'copper', temper: 'half hard' }),
  framed: planned,
  design: () => planned().design,
  wire: () => wireOf(planned().design, planned().design.wires[0]!.id),
  firstHold: () => planHold(planned()).hold,
  // bare ones
  ball: () => ball,
  twoHoops: () => settingOf(bareDesign([hoop('upper', 4, 3.8), hoop('lower', 4, -3.8)]), ball(5)),
  shaken: () => ({
    setting: settingOf(bareDesign([hoop('upper', 4, 3.8), hoop('lower', 4, -3.8)]), ball(5)),
    stone: [],
    wires: [],
  }),
  // an engine in which nothing moves
  stillEngine: () => ({
    world: () => ({ step: () => undefined, pose: () => REST, deepest: () => 0, dispose: () => undefined }),
  }),
  draw: () => () => undefined,
  skinOfBall:
    () =>
    ([x, y, z]: readonly [number, number, number]) => {
      const far = Math.hypot(x, y, z)
      return { distance: far - 5, m: [x / far, y / far, z / far] }
    },
  bar40: () => ({
    points: Array.from({ length: 41 }, (_, i) => [i, 0, 0]),
    start: 'clamp',
    end: 'clamp',
    profile: 'round',
    size: 0.8,
    yieldStress: 60,
  }),
  // wires
  square1: () => ({ stock: copper('square', '1.0 metric') }),
  round1: () => copper('round', '1.0 metric'),
  square20: () => copper('square', '20 AWG'),
  round08: () => ({ section: 'round', thickness: 0.8, modulus: 117_000, yield: 60 }),
  round08copper: () => ({ profile: 'round', size: 0.8, alloy: 'copper', temper: 'half hard' }),
  kept: () => ({
    id: 'a',
    alloy: 'copper',
    temper: 'half hard',
    profile: 'square',
    size: '20 AWG',
    price: 20,
    per: 'm',
  }),
  wishes: () => DEFAULT_SETTINGS.rack,
  // a solver that finds nothing: what is left is to cut by hand
  noSolver: () => () => undefined,
  weave: () => {
    const parsed = parseWeave('a: 3(1) 1(1-2)')
    return parsed.ok ? parsed.weave : undefined
  },
  crystalMesh: () => shapeOf(fullStone(CRYSTAL)).mesh,
  // figures
  money: () => (name: string, value: number) => leaf('record', name, value, 'money'),
  typed: () => (name: string, value: number) => leaf('typed', name, value, 'mm'),
  minutes: () => (name: string, value: number) => leaf('estimate', name, value, 'min'),
}
