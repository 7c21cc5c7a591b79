import { bisect, scale, type Vec3 } from '../../../geom/index.js'
import { pathLength } from '../../../path/index.js'
import type { CrossExtent } from '../../../stone/index.js'
import { leaf, numberOf, type Quantity } from '../../../working/index.js'
import type { FamilyText } from '../../family.js'
import { length, oneOf } from '../choices.js'
import { figure, figures, mm } from '../figures.js'
import { angle, type Pen } from '../pen.js'
import type { Given } from '../recipe.js'
import { loopStretch } from './closedLoop.js'

const FRONT: Vec3 = [0, 0, 1]
const UP: Vec3 = [0, 1, 0]
const DOWN: Vec3 = [0, -1, 0]
const SIDE: Vec3 = [1, 0, 0]
/** Rounds of a coil under a foot, so many thicknesses apart. */
const ROUNDS = 2
const APART = 1.05

/** Choices of what stops a stone at its foot: nothing, a hook, or a small coil in which it stands. */
export const footChoices = {
  foot: oneOf('hold', ['hook', 'coil', 'none'], { mend: { move: 'foot-hook', to: 'hook' } }),
  tip: length('hold', [1, 8], { step: 0.5, start: 2.5, when: ['foot', 'hook'] }),
  coil: length('hold', [2, 12], {
    step: 0.5,
    start: ({ small }) => Math.max(3, Math.round(small) / 2),
    before: 5,
    when: ['foot', 'coil'],
  }),
}

const { make: F, formulas } = figures('foot', {
  underFoot: figure(
    '°',
    '90° + {lean}°: from the back’s lean, downward, to forward',
    ({ lean }) => 90 + lean,
  ),
  lift: mm('{turn} − {size} / 2: back onto the end, past the bend', ({ turn, size }) => turn - size / 2),
  round: mm('({coil} + {size}) / 2: radius of the coil', ({ coil, size }) => (coil + size) / 2),
})

/** How far a wire is cranked from a bend that lies wholly past an end to lie on it. */
export const liftOf = F.lift

const searched = {
  down: 'behind the stone, from the lowest bend to under its foot',
  under: 'under the foot, forward to the front',
  in: ['°', 'the hook’s tip, turned in until it is by the stone: {which}'],
  coil: 'the {which} round of a coil of {radius} under the foot, the next under it by 1.05 × {size}',
} as const

const text: Partial<FamilyText> = {
  params: { foot: 'Under the foot', tip: 'Hook’s tip', coil: 'Foot’s coil, inside' },
  parts: { foot: 'under the foot' },
  findings: {
    'foot-no-room':
      'There is no room to bend the wire forward under the foot below the lowest bend: {lacks:1} mm lack. Begin the bends higher.',
    'coil-wide': 'The stone falls through a coil {coil:1} mm inside. It stands in {most:1} mm or less.',
  },
  steps: {
    'shape-foot': {
      title: 'Bend the foot',
      say: 'Turn the lower end down, forward under where the stone’s foot will be, and {tip:1} mm up before it, its tip turned in toward the stone.',
      look: 'The stone stands in it without rocking.',
    },
    'coil-foot': {
      title: 'Coil the foot',
      say: 'Turn the lower end down and forward, and wind it twice round a rod of {coil:1} mm, level, one round under the other.',
      look: 'The stone’s foot stands in the coil and cannot pass it.',
    },
  },
  moves: { 'foot-hook': 'A hook under the foot' },
  prices: { 'foot-hook': 'seen under the stone' },
}

/** What a recipe names to have a stop under the foot among its parts. */
export const underFootPart = { formulas, searched, text }

/** A wire that comes down behind a stone to under its foot. */
export interface ComesDown {
  readonly pen: Pen
  /** The way up along the back, and its lean forward. */
  readonly up: Vec3
  readonly lean: Quantity
  /** Radius of its bends, and its thickness. */
  readonly turn: Quantity
  readonly size: Quantity
  /** y of the stone's lowest place, how far a chip goes up from it, and how far the stone reaches at a height. */
  readonly foot: number
  readonly chip: number
  extentAt(y: number): CrossExtent
  /** Play between it and the stone, and how far up the first bend is, mm. */
  readonly stand: number
  readonly low: number
  /** What its figures hang on, and which leg it is. */
  readonly on: Readonly<Record<string, Quantity>>
  readonly leg?: string
}

/** From behind the stone, heading down: forward at a height under its foot; where that is broad, by a bend that lies wholly below it and a crank up. */
function forwardUnder(k: Given<typeof footChoices>, way: ComesDown, height: number, broad: boolean): Pen {
  const { pen, up, lean, turn, size, on, leg = '' } = way
  const [R, thick] = [numberOf(turn), numberOf(size)]
  const low = broad ? height - (R - thick / 2) : height
  const down = (pen.at[1] - low - R * (1 + up[2])) / up[1]
  if (down < 0) k.say('foot-no-room', 'error', 'foot', { lacks: -down })
  pen
    .line('down', 'foot', k.found('down', `foot${leg}`, down, on))
    .bend('under', 'foot', turn, F.underFoot({ lean }), FRONT)
  return broad ? pen.crank('lift', 'foot', turn, F.lift({ turn, size }), UP) : pen
}

/** Heights at which it is asked how far the stone stands out before its foot. */
const ASKED = 4

/** From behind the stone, heading down: forward under its foot and up its front. */
export function hookUnder(k: Given<typeof footChoices>, way: ComesDown): Pen {
  const { turn, size, foot, stand, leg = '' } = way
  const on = { ...way.on, ...k.on('foot', 'tip') }
  const [R, thick] = [numberOf(turn), numberOf(size)]
  const pen = forwardUnder(k, { ...way, on }, foot - stand - thick / 2, true)
  // its second bend stands as far before the stone as its corner asks
  const inside = R - thick / 2
  const base = foot + Math.min(inside, 0.5 * way.low) + way.chip
  const tip = Math.min(foot + way.low, foot - stand - thick / 2 + R + k.o.tip)
  // its tip stands clear of the stone as far up as it goes: a point widens there
  const front = Math.max(
    ...Array.from(
      { length: ASKED + 1 },
      (_, i) => way.extentAt(base + (Math.max(0, tip - base) * i) / ASKED).front,
    ),
  )
  const before = front + R - Math.sqrt(Math.max(0, inside ** 2 - (inside - stand) ** 2))
  return pen
    .line('below', 'foot', k.found('under', `foot${leg}`, before - R - pen.at[2], on))
    .bend('up', 'foot', turn, angle('a right angle', 90), UP)
    .line('tip', 'foot', k.q.tip)
}

/** A hook's tip is turned in until it is so near the stone, mm, and no farther than this, degrees. */
const BY_STONE = 0.3
const TURNED_IN = 60

/** The end of a hook turned in until it is by the stone: nothing comes under it. */
export function tipIn(k: Given<typeof footChoices>, way: ComesDown, pen: Pen): Pen {
  const { turn, size, leg = '' } = way
  const [, y, z] = pen.at
  const R = numberOf(turn)
  const radians = (degrees: number): number => (degrees * Math.PI) / 180
  const room = (degrees: number): number => {
    const a = radians(degrees)
    const front = z - R * (1 - Math.cos(a)) - numberOf(size) / 2
    return front - way.extentAt(y + R * Math.sin(a)).front - BY_STONE
  }
  const by = room(TURNED_IN) >= 0 ? TURNED_IN : room(0) <= 0 ? 0 : bisect(room, 0, TURNED_IN, 1e-6).root
  if (by < 1) return pen
  const on = { ...way.on, ...k.on('foot', 'tip') }
  return pen.bend('in', 'foot', turn, k.found('in', `foot${leg}`, by, on), scale(FRONT, -1))
}

/** Heights at which it is asked where the stone is as wide as its coil; nearer than this they are one, mm. */
const HALVINGS = 40

/** The height at which a stone that stands in a ring touches it, and the middle of the stone there; its foot where that is wider than the ring. */
function standsAt(k: Given<typeof footChoices>, { foot, low, size, extentAt }: ComesDown): Vec3 {
  const inside = k.o.coil / 2
  const round = (y: number) => {
    const { back, front, passes } = extentAt(y)
    return { half: passes, z: (back + front) / 2 }
  }
  const near = foot + 0.01
  const thick = numberOf(size)
  if (round(near).half >= inside) return [0, foot - thick / 2, round(near).z]
  let [a, b] = [near, foot + low]
  if (round(b).half <= inside)
    k.say('coil-wide', 'error', 'coil', { coil: k.o.coil, most: Math.floor(4 * round(b).half) / 2 })
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (a + b) / 2
    if (round(middle).half < inside) a = middle
    else b = middle
  }
  // the ring's upper skin lies where the stone is as wide as its inside
  return [0, a - thick / 2, round(a).z]
}

/** Radius of the coil: the wire comes down so far beside the middle. */
export const coilRadius = (k: Given<typeof footChoices>, size: Quantity): Quantity =>
  F.round({ coil: k.q.coil, size })

/** From behind the stone, heading down beside its middle: forward under its foot, and round in a small coil in which it stands. */
export function coilUnder(k: Given<typeof footChoices>, way: ComesDown): Pen {
  const { turn, size, stand } = way
  const on = { ...way.on, ...k.on('foot', 'coil') }
  const [R, thick] = [numberOf(turn), numberOf(size)]
  const radius = coilRadius(k, size)
  const [, y, z] = standsAt(k, way)
  // the bend behind is out of the way of a point, not of a broad foot
  const broad = way.extentAt(Math.max(y + R, way.foot + 0.01)).back < way.pen.at[2] + R
  const pen = forwardUnder(k, { ...way, on }, y - stand, broad)
  pen.line('below', 'foot', k.found('under', 'coil', z - pen.at[2], on))
  for (let round = 0; round < ROUNDS; round++) {
    const loop = {
      at: pen.at,
      heading: pen.heading,
      inward: SIDE,
      over: DOWN,
      radius: numberOf(radius),
      rise: APART * thick,
    }
    const path = [loopStretch(loop, 0, 2 * Math.PI)]
    const which = leafOf(round)
    pen.draw(
      `coil-${round}`,
      'foot',
      path,
      k.found('coil', which, pathLength({ segments: path }), { ...on, radius, size }),
    )
  }
  return pen.line('end', 'foot', END)
}
const leafOf = (round: number): string => `${round + 1}.`
/** Its end goes straight on by so much, pressed against the coil. */
const END = leaf('table', 'end beside the coil', 0.5, 'mm', 'our choice')
