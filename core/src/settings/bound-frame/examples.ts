import { fullStone, type Stone } from '../../stone/index.js'
import { COMMON_SIZES } from '../../wire/index.js'
import type { FamilyExamples, Options } from '../family.js'
import { METAL, startOf } from '../kit/index.js'
import { choices } from './choices.js'

/** Points of a free outline, smooth and most often hollow somewhere, in no particular unit. */
function freePoints(random: () => number): [number, number][] {
  const waves = [2, 3].map((k) => ({ k, by: random() * (k === 2 ? 0.16 : 0.1), at: random() * 2 * Math.PI }))
  return Array.from({ length: 16 }, (_, i): [number, number] => {
    const t = (i / 16) * 2 * Math.PI
    const r = 10 * waves.reduce((sum, w) => sum + w.by * Math.sin(w.k * t + w.at), 1)
    return [Number((r * Math.cos(t)).toFixed(2)), Number((r * Math.sin(t)).toFixed(2))]
  })
}

const COMMON = ['round', 'oval', 'drop'] as const
const REGULAR = [
  'cushion',
  'square',
  'cut-corner',
  'marquise',
  'triangle',
  'hexagon',
  'heart',
  'free',
  'free',
] as const

/** Cabochons with a flat back, a third of them domed behind too, half of them of the three commonest outlines. */
function stone(random: () => number): Stone {
  const kinds = random() < 0.5 ? COMMON : REGULAR
  const outline = kinds[Math.floor(random() * kinds.length)]!
  const width = 12 + random() * 22
  const slim = outline === 'drop' || outline === 'marquise'
  const length = outline === 'round' ? width : width * (slim ? 1.25 + random() * 0.6 : 1 + random() * 0.7)
  const depth = width * (0.18 + random() * 0.3)
  const puffy = random() < 0.33
  return {
    kind: puffy ? 'puffy' : 'cabochon',
    outline,
    length: Number(length.toFixed(1)),
    width: Number((outline === 'round' ? length : width).toFixed(1)),
    depth: Number(depth.toFixed(1)),
    wall: Number((depth * random() * (puffy ? 0.25 : 0.45)).toFixed(1)),
    ...(outline === 'free' ? { points: freePoints(random) } : {}),
    ...(puffy ? { back: Number((depth * (0.15 + random() * 0.3)).toFixed(1)) } : {}),
    fullness: Number((1.6 + random() * 1.6).toFixed(2)),
    mineral: 'agate',
  }
}

const OVAL: Stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'labradorite',
}

const FRAME: Options = {
  wires: 3,
  size: '20 AWG',
  profile: 'square',
  alloy: 'copper',
  temper: 'half hard',
  binding: 'half-round',
  bindingSize: '24 AWG',
  foot: 9,
  neck: 6,
  leave: 24,
  neckRadius: 2.1,
  frontBends: [1.4, 4, 8, 10.6],
  frontOverlap: 1.4,
  backBends: [1.4, 4, 8, 10.6],
  backOverlap: 1.6,
  bail: 5,
  passes: 3,
  tail: 22,
  margin: 10,
}

/** Examples of the bound frame. */
export const examples: FamilyExamples = {
  stone,
  random: (stone, wish, random) => {
    const full = fullStone(stone)
    const small = Math.min(full.length, full.width)
    const gauges = COMMON_SIZES.filter((s) => s.mm >= 0.5 && s.mm <= 1.3)
    const size = gauges[Math.floor(random() * gauges.length)]!
    const reach = () => Number((0.3 + random() * 0.14 * small).toFixed(1))
    const wires = 3 + Math.floor(random() * 4)
    const [frontOverlap, backOverlap] = [reach(), reach()]
    const decided = { size: size.label, wires, frontOverlap, backOverlap }
    const plain = startOf({ ...choices, ...METAL }, full, wish, decided)
    const twin = (right: readonly number[]) =>
      [...right, ...right.map((h) => Number((12 - h).toFixed(1)))].sort((a, b) => a - b)
    const shaken = (h: number, by: number) => Number((h + (random() - 0.5) * by).toFixed(1))
    // one to three pairs evenly and shaken, or where the craft would put them and shaken a little
    const pairs = (face: 'front' | 'back') => {
      if (random() < 0.5) {
        const n = 1 + Math.floor(random() * 3)
        return twin(Array.from({ length: n }, (_, i) => shaken(1.2 + ((i + 0.5) / n) * 3.4, 1.2)))
      }
      const craft = (plain[`${face}Bends`] as readonly number[]).filter((h) => h < 6)
      return twin(craft.length > 0 ? craft.map((h) => shaken(h, 0.4)) : [3])
    }
    return { ...plain, frontBends: pairs('front'), backBends: pairs('back') }
  },
  vary: (options, random) => ({
    ...options,
    profile: random() < 0.7 ? 'square' : 'round',
    twist: random() < 0.3 ? (random() < 0.5 ? 'open' : 'tight') : 'no',
    tail: Math.round(random() * 50),
    swirls: (['0', '2', '4', 'every end'] as const)[Math.floor(random() * 4)]!,
    pair: (['rear', 'rear', 'middle', 'front'] as const)[Math.floor(random() * 4)]!,
    roll: random() < 0.7 ? 'backward' : 'forward',
    strip: random() < 0.8 ? 'bound' : 'twisted',
    frontHold: random() < 0.85 ? 'bends' : 'sweep',
    backHold: random() < 0.8 ? 'bends' : 'sweep',
    order: random() < 0.5 ? 'bends first' : 'neck first',
    swirlPlace: random() < 0.5 ? 'above' : 'on the shoulders',
    tailOver: random() < 0.3 ? '1.5' : 'no',
    ball: random() < 0.25 ? 3 + Math.round(random() * 6) / 2 : 0,
    bead: random() < 0.35 ? 2 + Math.round(random() * 6) / 2 : 0,
    ...(random() < 0.25
      ? {
          footBind: (['figure of eight', 'over and under', 'ladder', 'slanted'] as const)[
            Math.floor(random() * 4)
          ]!,
          binding: 'round',
          twist: 'no',
        }
      : {}),
    footForm: (['arc', 'straight', 'V'] as const)[Math.floor(random() * 3)]!,
    footGap: Math.round(random() * 12) / 10,
    bail: 4 + Math.round(random() * 6),
    margin: Math.round(random() * 20),
  }),
  sound: [{ name: 'a flat-backed oval', stone: OVAL, options: FRAME }],
  broken: [
    {
      name: 'a flat-backed oval without bends in front',
      stone: OVAL,
      options: { ...FRAME, frontBends: [] },
      ways: ['front'],
    },
    {
      name: 'a flat-backed oval without bends behind',
      stone: OVAL,
      options: { ...FRAME, backBends: [] },
      ways: ['back'],
    },
    {
      name: 'a flat-backed oval with bends on one side only',
      stone: OVAL,
      options: { ...FRAME, frontBends: [8, 10.6], backBends: [8, 10.6] },
      ways: ['front', 'back', 'right'],
    },
  ],
}
