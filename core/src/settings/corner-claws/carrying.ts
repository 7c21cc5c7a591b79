import type { Vec3 } from '../../geom/index.js'
import { hermite, pathLength, type Segment } from '../../path/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import { angle, figures, mm, type Given, type PartOfWork, type Pen, type Tie } from '../kit/index.js'
import { bailOf } from '../kit/parts/rolledBail.js'
import { PAST, type Arm } from './arms.js'
import type { choices } from './choices.js'

/** What the top seat wire, or of a ring the top and bottom ones, go on to behind their ties. */
type K = Given<typeof choices>

const DIAGONAL = Math.SQRT1_2
/** The pair of a bail leans over to the middle so far from upright, degrees, and its curves are so many thicknesses. */
const LEAN = 62
const CURVE = 2.5

export const { make: F, formulas } = figures('claws', {
  binder: mm('{tieSize} / 2: as high as half-round lies, flat side in', ({ tieSize }) => tieSize / 2),
  curve: mm('{times} × {size}: radius of the curves over to the neck', ({ times, size }) => times * size),
  shoulder: mm(
    '({half} − {vertex}) / 2 − ({tied} + {tie}) / √2 over cos {lean}°, less its curves of {curve} and half of {size}: straight between them',
    ({ half, vertex, tied, tie, lean, curve, size }) => {
      const from = (vertex - half) / 2 + (tied + tie) * DIAGONAL
      const way = ((90 + lean) * Math.PI) / 180
      return (
        (size / 2 + curve - curve * Math.sin(way) - (from - curve * DIAGONAL + curve * Math.sin(way))) /
        Math.cos(way)
      )
    },
  ),
})

export const searched = {
  rise: 'from the tie down to beside the finger, the {which}',
  finger: 'round the finger to the bound middle, drawn together on the way, the {which}',
  lap: 'under the finger, past each other, the {which}',
} as const

/** From the top right tie over to the middle, up, and rolled backward to a bail. */
export function bailFrom(k: K, pen: Pen, arm: Arm, tied: Quantity): PartOfWork {
  const { q } = k
  const lean = angle('lean of the pair over to the middle', LEAN)
  const curve = F.curve({ times: leaf('table', 'curves', CURVE, '', 'our choice'), size: q.size })
  const { half, vertex } = arm
  const run = F.shoulder({ half, vertex, tied, tie: q.tie, lean, curve, size: q.size })
  if (numberOf(run) < 0) k.say('no-shoulder', 'error', 'size', { lacks: -numberOf(run) })
  pen.together('shoulder', 'shoulder', (p) =>
    p
      .bend('lean', 'shoulder', curve, angle('over to the middle', 45 + LEAN), [-1, 0, 0])
      .line('across', 'shoulder', run)
      .bend('upright', 'shoulder', curve, lean, [0, 1, 0]),
  )
  const bail = bailOf(k, {
    pen,
    ways: k.o,
    strand: 'seat-top',
    size: 'size',
    stock: k.stock('size'),
    thick: q.size,
    wound: 'tieSize',
    binder: F.binder({ tieSize: q.tieSize }),
    top: k.stone.length / 2,
  })
  return {
    ...bail,
    steps: [
      {
        id: 'shape-neck',
        kind: 'shape',
        wires: ['seat-top'],
        forms: [{ of: ['seat-top'], kinds: ['shoulder', 'neck'] }],
      },
      ...bail.steps,
    ],
  }
}

/** The shank's ends lie past each other under the finger by this much, mm. */
const LAP = 8
/** Lanes in which the four ends lie side by side under the finger, in thicknesses from the middle. */
const LANES = { right: 0.5, left: 1.5 } as const

/**
 * From the right tie of the top or bottom seat wire down round the finger, drawn to its lane beside the other ends. The left end goes the same
 * way in the mirror, in a lane of its own. `culet` is the height of the stone's lowest point.
 */
export function shankFrom(k: K, pen: Pen, side: 'top' | 'bottom', end: 'left' | 'right', culet: number): Pen {
  const a = k.thick('size')
  const R = (k.o.ring + a) / 2
  const z = culet - k.o.clear - k.o.ring / 2
  const lane = LANES[end] * a
  const tied = pen.at
  // straight on until it is past its neighbour's end
  const on = (numberOf(PAST) + a) * DIAGONAL
  const from: Vec3 = [tied[0] + on, tied[1] + on, tied[2]]
  // a free curve from the tie's way out to straight down beside the finger
  const beside: Vec3 = [R, Math.max(lane, Math.min(from[1] * 0.75, from[1] - 1)), z]
  const gap = Math.hypot(Math.max(R, from[0] + 0.2) - from[0], beside[1] - from[1], z - from[2])
  const rise = hermite(
    [0, 1],
    [from, beside],
    [
      [0.75 * gap * DIAGONAL, 0.75 * gap * DIAGONAL, 0],
      [0, -0.25 * gap, -1.1 * gap],
    ],
  )
  // about the finger to its far side and past it, drawn to its lane on the way
  const past = LAP / 2 / R
  const [bound, total] = [Math.PI / 2 - past, Math.PI / 2 + past]
  const slope = (-0.25 / 1.1) * R * bound
  const across = (t: number): readonly [y: number, slope: number] => {
    // cubic from the side's place and way to the lane, level from where the other end comes to lie beside it
    if (t >= bound) return [lane, 0]
    const u = t / bound
    const [h0, h1, h2] = [2 * u ** 3 - 3 * u * u + 1, u ** 3 - 2 * u * u + u, 3 * u * u - 2 * u ** 3]
    const [d0, d1, d2] = [6 * u * u - 6 * u, 3 * u * u - 4 * u + 1, 6 * u - 6 * u * u]
    return [h0 * beside[1] + h1 * slope + h2 * lane, (d0 * beside[1] + d1 * slope + d2 * lane) / bound]
  }
  const knots = Array.from({ length: 17 }, (_, i) => (total * i) / 16)
  const finger = (first: number, last: number): Segment => {
    const at = [first, ...knots.filter((t) => t > first + 1e-9 && t < last - 1e-9), last]
    return hermite(
      at,
      at.map((t): Vec3 => [R * Math.cos(t), across(t)[0], z - R * Math.sin(t)]),
      at.map((t): Vec3 => [-R * Math.sin(t), across(t)[1], -R * Math.cos(t)]),
    )
  }
  const hangsOn = k.on(
    'mount',
    'seat',
    'claw',
    'play',
    'size',
    'clawSize',
    'tie',
    'ring',
    'clear',
    'alloy',
    'temper',
    'seatTemper',
  )
  const put = (id: keyof typeof searched, segments: readonly Segment[]) =>
    pen.draw(id, id, segments, k.found(id, `${side} wire’s ${end} end`, pathLength({ segments }), hangsOn))
  put('rise', [{ kind: 'line', from: tied, to: from }, rise])
  put('finger', [finger(0, bound)])
  return put('lap', [finger(bound, total)])
}

/** A ring's ends bound side by side under the finger. */
export function palmOf(k: K, lap: Quantity): PartOfWork {
  const shank = ['seat-top', 'seat-bottom']
  const tie: Tie = {
    id: 'palm',
    kind: 'bind',
    of: shank.flatMap((id) => (['left', 'right'] as const).map((end) => [id, `lap-${end}`] as const)),
    wound: 'tieSize',
    length: lap,
    columns: 4,
    rows: 1,
    field: 'tieSize',
  }
  const mandrel = k.mandrel('size', k.q.ring)
  return {
    ties: [tie],
    steps: [
      {
        id: 'shape-shank',
        kind: 'shape',
        wires: shank,
        forms: [{ of: shank, kinds: ['rise', 'finger', 'lap'] }],
        values: { ring: k.o.ring, mandrel: numberOf(mandrel) },
      },
      { id: 'bind-palm', kind: 'bind', joint: 'palm' },
    ],
  }
}
