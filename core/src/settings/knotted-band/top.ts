import { add, norm, scale, sub, unit, type Vec3 } from '../../geom/index.js'
import { hermite, moveSegment, pathLength, segmentLength, type Segment } from '../../path/index.js'
import {
  curveThrough,
  evenKnots,
  HAND_PACKING,
  halfKnot,
  knotsOn,
  smoothThrough,
  straightRun,
  type CurveKnot,
} from '../../weave/index.js'
import { outlineOf } from '../../stone/index.js'
import { leaf, numberOf, type Quantity } from '../../working/index.js'
import { Pen, type Step, type Strand, type Stretch, type Tie } from '../kit/index.js'
import { rollOf } from '../kit/parts/rolledBail.js'
import { easeOf, twistedWire, twistFigures } from '../kit/parts/twistedPair.js'
import { fixed } from '../shared/efforts.js'
import { roundColumns, RUNS } from '../shared/roundColumns.js'
import { repeated } from '../shared/strip.js'
import { F, onBand, SIDES, strandId, type Band, type K, type Side } from './band.js'

/** Where all ends have come up side by side above the stone: so many thicknesses above the band’s last knots. */
const GATHERED = 4

const PULLED = leaf('table', 'by which an end is pulled', 25, 'mm', 'our choice')
const PACKING = leaf('table', 'packing', HAND_PACKING, '', 'turns laid by hand')

/** In which order pairs of ends are wound round the rest and cut: the outermost first, those in front before those behind. Two pairs go on. */
export const windingOrder = (
  wires: number,
): { readonly wound: readonly number[]; readonly kept: readonly number[] } => {
  const wound: number[] = []
  let [low, high] = [0, wires - 1]
  while (high - low > 1) {
    wound.push(high--)
    if (high - low > 1) wound.push(low++)
  }
  return { wound, kept: [low, high] }
}

/** The wires still inside when one of a pair is wound: the lowest and the highest of them. */
function insideOf(wires: number, level: number): readonly [number, number] {
  const { wound } = windingOrder(wires)
  const left = Array.from({ length: wires }, (_, i) => i).filter(
    (i) => !wound.slice(0, level + 1).includes(i),
  )
  return [left[0]!, left[left.length - 1]!]
}

/** What comes up above the band, and how: every wire's two pens, the ties and the steps of the neck and the bail. */
export interface Top {
  readonly strands: readonly Strand[]
  readonly ties: readonly Tie[]
  readonly steps: readonly Step[]
  readonly hang: Vec3
}

export function topOf(k: K, band: Band): Top {
  const { q, o } = k
  const d = k.thick('size')
  const wires = band.wires.length
  const { wound, kept } = windingOrder(wires)
  const tops = F.tops({ wraps: q.wraps, packing: PACKING, size: q.size })
  const on = k.on('wires', 'size', 'wraps')
  const depth = (i: number): number => (i - (wires - 1) / 2) * d
  const pens = band.halves.map(({ right, left }) => ({
    right: new Pen([0, 0, 0], [1, 0, 0]).draw('knots', 'knots', [right.pattern], right.length),
    left: new Pen([0, 0, 0], [-1, 0, 0]).draw('knots', 'knots', [left.pattern], left.length),
  }))
  const top = outlineOf(k.stone).top + numberOf(F.off({ size: q.size }))
  const up = Math.max(top, ...pens.flatMap((p) => [p.right.at[1], p.left.at[1]])) + GATHERED * d
  const sign = { right: 1, left: -1 } as const
  const name = (i: number, side: Side) => `${i + 1} ${side}`
  pens.forEach((own, i) => {
    for (const side of SIDES) {
      const pen = own[side]
      const to: Vec3 = [(sign[side] * d) / 2, up, depth(i)]
      const far = norm(sub(to, pen.at))
      const seg = hermite([0, 1], [pen.at, to], [scale(pen.heading, 1.1 * far), [0, 1.1 * far, 0]])
      pen.draw(
        'shoulder',
        'shoulder',
        [seg],
        k.found('shoulder', name(i, side), segmentLength(seg), onBand(k)),
      )
    }
  })
  const neck = F.level({ before: fixed('pairs wound', wound.length), tops })
  wound.forEach((i, level) => {
    const inside = insideOf(wires, level).map(depth) as unknown as readonly [number, number]
    const inFront = i > inside[1] / d + (wires - 1) / 2
    for (const side of SIDES) {
      const pen = pens[i]![side]
      const leads = (side === 'right') === inFront
      const height = { before: fixed('pairs wound before', level), tops, packing: PACKING, size: q.size }
      pen.line('neck', 'neck', leads ? F.level(height) : F.second(height))
      const y = pen.at[1]
      // it stands where a corner begins, or where the short side before that corner does
      const first = inFront ? (leads ? 0 : 7) : leads ? 4 : 3
      const count = RUNS * o.wraps
      const turned = roundColumns(d, inside, first, count)
      const beyond = roundColumns(d, inside, first, count + 1)[turned.length]!
      const whole = turned[turned.length - 1]!.s / o.wraps
      const rise = (2 * HAND_PACKING * d) / whole
      const points: Vec3[] = [
        [(sign[side] * d) / 2, 0, depth(i)],
        ...turned.slice(leads ? 1 : 2).map((t): Vec3 => [t.x, LEAD * d + rise * t.s, t.z]),
      ]
      const before = turned[turned.length - 2]!
      const ended: Vec3 = [beyond.x - before.x, rise * (beyond.s - before.s), beyond.z - before.z]
      const curve = smoothThrough(points, UP, unit(ended))
      // as long wherever it begins
      const own = curveThrough(evenKnots(curve, ON_TURN * o.wraps, UP, unit(ended)))
      const lifted = ([px, py, pz]: Vec3): Vec3 => [px, py + y, pz]
      const seg = moveSegment(own, lifted, (v) => v)
      pen.draw('wrap', 'wrap', [seg], k.found('wrap', name(i, side), segmentLength(own), on))
    }
  })
  const bail = bailFrom(k, kept, pens, neck, up, on)
  const range = (level: number): readonly [number, number] => [
    level * numberOf(tops),
    (level + 1) * numberOf(tops),
  ]
  const wraps = wound.map((i, level): Tie => {
    const others = [...wound.slice(level + 1), ...kept]
    return {
      id: `wrap-${level + 1}`,
      kind: 'coil',
      of: [
        ...SIDES.map((side): Stretch => [strandId(i), `wrap-${side}`]),
        ...others.flatMap((j) =>
          SIDES.map((side): Stretch => ({ strand: strandId(j), part: `neck-${side}`, at: range(level) })),
        ),
      ],
      wound: 'size',
      length: tops,
      turns: F.ends({ wraps: q.wraps }),
      clamps: 1,
      counted: 'sides',
      columns: 2,
      rows: others.length,
      field: 'wraps',
    }
  })
  return {
    strands: pens.map((p, i): Strand => ({
      id: strandId(i),
      size: 'size',
      left: p.left.pieces,
      right: p.right.pieces,
      pulled: PULLED,
      finish: 'tucked',
    })),
    ties: [...wraps, ...bail.ties],
    steps: [
      {
        id: 'close-top',
        kind: 'coil',
        places: wound.map((i, level) => ({
          joint: `wrap-${level + 1}`,
          forms: [{ of: [strandId(i)], kinds: ['wrap'] }],
        })),
        forms: [{ of: pens.map((_, i) => strandId(i)), kinds: ['shoulder', 'neck'] }],
        values: { n: wound.length, wraps: o.wraps },
      },
      ...bail.steps,
    ],
    hang: bail.hang,
  }
}
const UP: Vec3 = [0, 1, 0]
/** Places on an end for each of its turns. */
const ON_TURN = 16
/** An end rises by so much before its first turn, in thicknesses. */
const LEAD = 1.15

/** The two pairs that go on, tied or twisted to a strip and rolled. */
function bailFrom(
  k: K,
  kept: readonly number[],
  pens: readonly Readonly<Record<Side, Pen>>[],
  neck: Quantity,
  join: number,
  on: Readonly<Record<string, Quantity>>,
): Pick<Top, 'ties' | 'steps' | 'hang'> {
  const { q, o, stone } = k
  const d = k.thick('size')
  const knotted = o.strip === 'knotted'
  const forward = o.roll === 'forward'
  const { radius, strip, hang } = rollOf(
    k,
    {
      thick: q.size,
      over: knotted ? F.coat({ size: q.size }) : F.rope({ size: q.size }),
      past: F.past({ size: q.size, ends: fixed('wires side by side', pens.length) }),
      stock: k.stock('size'),
      forward,
      top: stone.length / 2,
      join: [0, join, 0],
      neck,
    },
    (need) => k.say('bail-onto-stone', 'error', 'bail', { bail: o.bail, need }),
  )
  const begin: Vec3 = [0, join + numberOf(neck), 0]
  const [rise, loop, ...down] = strip(begin, 'bound') as [Segment, Segment, ...Segment[]]
  const tail = [...down, ...strip(begin, 'bare')]
  const rolled = F.rolled({ radius })
  const spread = numberOf(F.spread({ size: q.size }))
  const line: readonly Segment[] =
    knotted && rise.kind === 'line'
      ? [{ ...rise, from: [begin[0], begin[1] + spread, begin[2]] }, loop]
      : [rise, loop]
  const whole = pathLength({ segments: line })
  const strung = F.strung({ size: q.size, rolled, spread: F.spread({ size: q.size }) })
  const count = numberOf(strung)
  const turns = twistFigures.turns({ length: rolled, thick: F.square({ size: q.size }) })
  const long = { ...on, ...k.on('bail', 'roll', 'strip') }
  const found = (name: 'spread' | 'strip' | 'tail', i: number, side: Side, seg: Segment) =>
    k.found(name, `${i + 1} ${side}`, segmentLength(seg), long)
  // seen from the piece's middle its outside is behind, or before
  const rolledAcross = { up: ACROSS, side: forward ? 1 : -1 } as const
  kept.forEach((i, row) => {
    for (const side of SIDES) {
      const pen = pens[i]![side]
      pen.line('neck', 'neck', neck)
      const across = side === 'right' ? 1 : -1
      /** Where it lies in the strip: across, and out of the roll. */
      const place = knotted
        ? stripKnots(d, whole / count, row === 1, across)
        : { x: (across * d) / 2, out: ((row === 1) === forward ? -d : d) / 2, knots: [] }
      if (knotted) {
        const to: Vec3 = [place.x, pen.at[1] + spread, 0]
        const ways: Vec3[] = [
          [0, spread, 0],
          [0, spread, 0],
        ]
        const out = hermite([0, 1], [pen.at, to], ways)
        pen.draw('spread', 'bail', [out], found('spread', i, side, out))
        const pattern = repeated(place.knots, whole / count, { ...rolledAcross, carrier: line, count })
        pen.draw('bail', 'knotted', [pattern], found('strip', i, side, pattern))
      } else {
        const rope = {
          line: { segments: line },
          across: ACROSS,
          halves: 2 * numberOf(turns),
          ease: easeOf(whole, d),
        }
        // four wires lie in a square
        const phase = Math.atan2(forward ? -place.out : place.out, place.x)
        const seg = twistedWire(rope, { radius: d * Math.SQRT1_2, phase })
        pen.draw('bail', 'twisted', [seg], found('strip', i, side, seg))
      }
      const ending = pathLength({ segments: tail })
      const knots = straightRun(place.x, ending, d).map(({ at: [x, y], slope }) => ({
        at: [x, y, place.out] as Vec3,
        slope,
      }))
      const end = repeated(knots, ending, { ...rolledAcross, carrier: tail, count: 1 })
      pen.draw('bare', 'bare', [end], found('tail', i, side, end))
    }
  })
  const strands = kept.map(strandId)
  const members = strands.flatMap((id) => SIDES.map((side): Stretch => [id, `bail-${side}`]))
  const common = {
    id: 'bail',
    of: members,
    wound: 'size',
    length: rolled,
    columns: 4,
    rows: 1,
    field: 'bail',
  } as const
  return {
    hang,
    ties: [
      knotted
        ? {
            ...common,
            kind: 'knot',
            ties: [2, 3],
            turns: strung,
            clamps: 1,
          }
        : { ...common, kind: 'twist', turns, clamps: 1 },
    ],
    steps: [
      {
        id: knotted ? 'knot-bail' : 'twist-strip',
        kind: knotted ? 'lash' : 'wind',
        joint: 'bail',
        wires: strands,
        values: { n: knotted ? count : numberOf(turns), long: numberOf(rolled) },
      },
      {
        id: 'roll-strip',
        kind: 'roll',
        wires: strands,
        final: true,
        forms: [{ of: strands, kinds: ['bail', 'knotted', 'twisted', 'bare'] }],
        values: {
          inside: o.bail,
          way: forward ? 'forward' : 'backward',
          end: forward ? 'before' : 'behind',
        },
      },
    ],
  }
}

/** Across a strip that is rolled over the piece's top. */
const ACROSS: Vec3 = [1, 0, 0]

/** A wire of the bail's strip through one square knot: those behind are tied round by those in front. */
function stripKnots(
  d: number,
  high: number,
  works: boolean,
  across: 1 | -1,
): { readonly x: number; readonly out: number; readonly knots: readonly CurveKnot[] } {
  const from = across === 1 ? 'right' : 'left'
  if (!works) {
    const x = (across * d) / 2
    return { x, out: 0, knots: straightRun(x, high, d) }
  }
  const sizes = { base: d, weaver: d, span: d, high: high / 2 }
  const face = across === 1 ? 'back' : 'front'
  const knots = knotsOn([
    halfKnot(sizes, { from, face }),
    halfKnot(sizes, { from: across === 1 ? 'left' : 'right', face }),
  ]).map(({ at, slope }): CurveKnot => ({ at: add(at, [-d / 2, 0, 0]), slope }))
  return { x: knots[0]!.at[0], out: 0, knots }
}
