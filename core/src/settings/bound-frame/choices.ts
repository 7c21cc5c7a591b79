import { outlineHull, outlineOf, outlinePerimeter, outlinePoint, type FullStone } from '../../stone/index.js'
import { sizesOf, WIRE_SIZES, type WireSize } from '../../wire/index.js'
import { count, gauge, length, nearestSize, oneOf, places, proposed, type Starting } from '../kit/index.js'
import { bailChoices, bailWays } from '../kit/parts/rolledBail.js'
import { FOOT_FORMS } from './foot.js'
import { frameOf, mirrorOf, type Face, type Frame, type FrameChoices } from './frame.js'
import { swirlRoom } from './ends.js'
import { placesAt, spread, type Shares } from './places.js'
import { FOOT_BINDS } from './wovenFoot.js'

const smaller = ({ length: l, width }: FullStone): number => Math.min(l, width)
/** How far bends may reach in: a quarter of the smaller side. */
const reach = (s: FullStone): readonly [number, number] => [
  0,
  Math.max(0.5, Math.floor(smaller(s) * 2.5) / 10),
]

/** Frames by the stone's longest side, mm: typical, uncited. */
const ROWS = [
  { upTo: 18, size: [0.64, 0.73], bindingSize: [0.5, 0.52], wires: [3, 3], temper: 'dead soft' },
  { upTo: 30, size: [0.72, 0.82], bindingSize: [0.5, 0.65], wires: [3, 4], temper: 'dead soft' },
  { upTo: 45, size: [0.72, 0.92], bindingSize: [0.64, 1.03], wires: [3, 4], temper: 'half hard' },
  { upTo: Infinity, size: [0.81, 1.03], bindingSize: [0.81, 1.03], wires: [4, 6], temper: 'half hard' },
] as const
export const rowOf = (s: FullStone) => ROWS.find((r) => Math.max(s.length, s.width) <= r.upTo)!

/** A stone thicker than this share of its smaller side is bound with one wire more. */
const THICK = 0.33
const WIRES = [3, 4, 5, 6]
/** Wires whose stack comes nearest to the edge's height, and one more and one fewer. */
function nearEdge({ stone, mm }: Starting): number[] {
  const edge = Math.max(stone.wall, stone.depth * 0.3)
  const near = Math.round((edge + mm('size')) / mm('size'))
  return [near - 1, near, near + 1].filter((n) => n >= 3 && n <= 6)
}

const FINE = [0.25, 0.85] as const
/** Round a smaller stone than this the foot is bound shorter, so that the bends have room, mm. */
const FINE_WORK = 14
/** Binding is about this share of the frame's thickness. */
const BINDING = 0.66

/** Binding about two thirds as thick as the frame, as thick as makers usually take; what is kept, where it is about as thick. */
function bindingStart({ stone, mm, wish }: Starting): string {
  const fine = WIRE_SIZES.filter((s) => s.mm >= 0.3)
  const here = fine.filter((s) => wish.kept?.includes(s.label) && Math.abs(s.mm / mm('size') - 0.62) < 0.14)
  const [least, most] = rowOf(stone).bindingSize
  const usual = Math.max(least, Math.min(most, BINDING * mm('size')))
  const list: readonly WireSize[] =
    here.length > 0 ? here : fine.filter((s) => sizesOf(wish.series ?? 'AWG').includes(s))
  return list.reduce((best, s) => (Math.abs(s.mm - usual) < Math.abs(best.mm - usual) ? s : best)).label
}

/** Latest angle before the top at which the neck's curve still fits with some room, on both sides, degrees. */
function leaving({ stone, of, mm }: Starting): number {
  const [thick, radius] = [mm('size'), Number(of('neckRadius'))]
  const outlines = [stone, mirrorOf(stone)].map((s) => outlineHull(outlineOf(s as FullStone)))
  for (let degrees = 18; degrees <= 78; degrees++) {
    const nu = (degrees * Math.PI) / 180
    const rooms = outlines.map((o) => {
      const [x] = outlinePoint(o, Math.PI / 2 - nu, thick / 2)
      return (x - thick / 2) / Math.cos(nu) - radius * Math.tan((Math.PI / 2 - nu) / 2)
    })
    if (Math.min(...rooms) > 0.6) return degrees
  }
  return 78
}

/** What a frame's shape hangs on, among the first values. */
const SHAPING = [
  'wires',
  'size',
  'profile',
  'twist',
  'binding',
  'bindingSize',
  'alloy',
  'temper',
  'foot',
  'footForm',
  'footGap',
  'leave',
  'neckRadius',
] as const satisfies readonly (keyof FrameChoices)[]

/** The frame of the first values; none where a foot swallows the outline. */
function frameAt(at: Starting): Frame | undefined {
  const c = Object.fromEntries(SHAPING.map((id) => [id, at.of(id)])) as unknown as FrameChoices
  try {
    return frameOf(at.stone, c)
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return undefined
  }
}

/** Where bends of one face may stand: one, two or three a side, close to foot and neck or nearer to each other. */
const PATTERNS: readonly Shares[] = [
  [0.2],
  [0.5],
  [0.8],
  [0.05, 0.95],
  [0.15, 0.85],
  [0.3, 0.7],
  [0.1, 0.6],
  [0.4, 0.9],
  [0.05, 0.5, 0.95],
  [0.2, 0.5, 0.8],
]
const overlapOf = (at: Starting, face: Face): number => Number(at.of(`${face}Overlap`))
const bends = (face: Face) =>
  places('hold', 8, {
    when: [`${face}Hold`, 'bends'],
    start: (at) => {
      const frame = frameAt(at)
      return frame ? spread(frame, face, overlapOf(at, face)) : []
    },
    search: {
      after: true,
      among: (at) => {
        const frame = frameAt(at)
        return frame ? PATTERNS.map((p) => placesAt(frame, face, overlapOf(at, face), p)) : []
      },
      tries: (at) => {
        const frame = frameAt(at)
        return frame ? [spread(frame, face, overlapOf(at, face))] : []
      },
    },
  })

const accent = () =>
  length('accents', (s) => [0, Math.max(4, Math.round(smaller(s) * 0.5))], { step: 0.5, start: 0, before: 0 })

/** Its tails are not folded: it is rolled, and met there. */
const rolled = bailChoices('size')

/** Choices of a bound frame. Lengths in mm, `leave` in degrees before the top, places as clock hours. */
export const choices = {
  wires: count('wire', 'wires', [3, 6], {
    start: (at) => nearEdge(at)[0] ?? 3,
    usual: (s) => {
      const [few, many] = rowOf(s).wires
      return [few, s.depth > THICK * smaller(s) ? many + 1 : many]
    },
    search: { among: () => WIRES, tries: nearEdge },
  }),
  size: gauge('wire', { by: 'profile' }, [0.4, 1.7], {
    // the thickest of what is usual
    start: ({ stone, wish }) => nearestSize(rowOf(stone).size[1], rowOf(stone).size, wish),
    usual: (s) => rowOf(s).size,
    takes: ({ of }) => 100 * Number(of('wires')),
    search: { among: ({ small, wish }) => proposed([0.5, Math.min(1.3, small / 8)], wish) },
  }),
  profile: oneOf('wire', ['square', 'round']),
  twist: oneOf('wire', ['no', 'open', 'tight'], { before: 'no', when: ['profile', 'square'] }),
  frontOverlap: length('hold', reach, {
    reachedAt: ['bend-front-*', 'sweep-front'],
    start: ({ small }) => Math.max(0.5, 0.07 * small),
    search: { share: [0.018, 0.15], atLeast: 0.3, tries: [0.07, 0.115, 0.05, 0.09, 0.075, 0.035] },
    mend: { move: 'deeper-front', by: [0.3, 0.6, 1] },
  }),
  frontHold: oneOf('hold', ['bends', 'sweep'], { before: 'bends' }),
  frontBends: bends('front'),
  backOverlap: length('hold', reach, {
    reachedAt: ['bend-back-*', 'sweep-back'],
    start: ({ of }) => Number(of('frontOverlap')) + 0.2,
    search: { share: [0.018, 0.15], atLeast: 0.3, tries: [0.08, 0.125, 0.06, 0.1, 0.055, 0.02] },
    mend: { move: 'deeper-back', by: [0.3, 0.6, 1] },
  }),
  backHold: oneOf('hold', ['bends', 'sweep'], { before: 'bends' }),
  backBends: bends('back'),
  foot: length('binding', (s) => [2, Math.max(4, Math.round(smaller(s) * 0.9))], {
    step: 0.5,
    met: ['bind-foot', 'weave-foot'],
    start: ({ stone, small }) =>
      Math.max(3, Math.min(14, outlinePerimeter(outlineOf(stone)) * (small < FINE_WORK ? 0.09 : 0.12))),
  }),
  footBind: oneOf('binding', FOOT_BINDS, { before: 'bound' }),
  footForm: oneOf('binding', FOOT_FORMS, { before: 'arc' }),
  footGap: length('binding', (s) => [0, Math.max(1, Math.round(smaller(s) * 2) / 10)], {
    start: 0,
    before: 0,
  }),
  binding: oneOf('binding', ['half-round', 'round']),
  bindingSize: gauge('binding', { by: 'binding' }, FINE, {
    temper: 'dead soft',
    usual: (s) => rowOf(s).bindingSize,
    start: bindingStart,
  }),
  order: oneOf('binding', ['bends first', 'neck first'], { before: 'bends first' }),
  ...rolled,
  bail: { ...rolled.bail, met: 'roll-bail' },
  neck: { ...rolled.neck, met: 'bind-neck' },
  ...bailWays(undefined, ['bound', 'twisted']),
  pair: oneOf('worn', ['rear', 'middle', 'front'], { before: 'rear' }),
  swirls: oneOf('tails', ['0', '2', '4', 'every end'], {
    start: (at) => {
      const frame = frameAt(at)
      return frame && swirlRoom(frame, Number(at.of('neck'))) >= 0 ? '2' : '0'
    },
    before: 'every end',
  }),
  swirlPlace: oneOf('tails', ['on the shoulders', 'above'], { before: 'above' }),
  tail: length('tails', [0, 80], { step: 1, start: ({ small }) => Math.max(16, small) }),
  tailOver: oneOf('hold', ['no', '1', '1.5', '2', '2.5', '3'], { before: 'no' }),
  bead: accent(),
  beadWire: gauge('accents', 'round', FINE, {
    temper: 'dead soft',
    detail: true,
    before: '26 AWG',
    start: ({ mm, wish }) => nearestSize(mm('bindingSize'), [0.3, 0.55], wish),
  }),
  ball: accent(),
  neckRadius: length('neck', [0.5, 10], {
    detail: true,
    start: ({ mm }) => Math.max(2.5 * mm('size'), 1.5),
  }),
  leave: length('neck', [8, 80], { unit: '°', step: 1, detail: true, start: leaving }),
}
