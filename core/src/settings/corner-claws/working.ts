import { convexHull, perimeter, type Vec2 } from '../../geom/index.js'
import { pathLength } from '../../path/index.js'
import { stoneFrom, stoneInputs, type Stone } from '../../stone/index.js'
import { ALLOY_SOURCE, alloy, mandrelFor, wireSize } from '../../wire/index.js'
import { leaf, worker, type Formulas, type Quantity } from '../../working/index.js'
import type { EffortWorking, JointWorking, NamedQuantity, Options } from '../family.js'
import { effortsOf, fixed } from '../shared/efforts.js'
import { BAIL_BARE } from '../shared/rolledBail.js'
import { armHalves, axisOf, geometryOf, PAST, type ClawGeometry, type ClawShape } from './geometry.js'
import { MINUTES } from './minutes.js'
import { bendRadius, clawSides, readOptions, type Clawed, type Side } from './options.js'
import { extentOf, faceShown } from './seen.js'

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>

/** Stone measures travel under their own names; everything else is an option. */
const shapeOf = (x: Numbers, w: Words): ClawShape => {
  const own = (of: Readonly<Record<string, number | string>>) =>
    Object.fromEntries(
      Object.entries(of).flatMap(([k, v]) => (k.startsWith('stone ') ? [[k.slice(6), v]] : [])),
    )
  return {
    stone: stoneFrom(own(x) as Numbers, own(w) as Words),
    ring: w.mount === 'ring',
    inside: x.ring ?? 17,
    clear: x.clear ?? 0,
    seat: x.seat ?? 1,
    claw: x.claw ?? 1,
    play: x.play ?? 0,
    size: x.size ?? 1,
    clawSize: x.clawSize ?? 1,
    tieSize: x.tieSize ?? 0.3,
    tie: x.tie ?? 2,
    bail: x.bail ?? 5,
    neck: x.neck ?? 5,
    seatBend: x.seatBend ?? 1,
    clawBend: x.clawBend ?? 1,
  }
}
const geometryFrom = (x: Numbers, w: Words): ClawGeometry => geometryOf(shapeOf(x, w))

/** Length of a named stretch of an arm. */
const stretch = (text: string) => ({
  unit: 'mm' as const,
  text,
  of: (x: Numbers, w: Words): number => {
    const halves = armHalves(geometryFrom(x, w), w.tier as 'seat' | 'claw', w.side as Side)
    const found = halves[w.half as 'left' | 'right'].find((s) => s.id === w.stretch)
    return found ? pathLength({ segments: found.segments }) : NaN
  },
})

/** Taut string round the tails of a corner: two square wires below, so many half-round ones, flat side down, above. */
function cornerHull(size: number, clawSize: number, claws: number): number {
  const points: Vec2[] = [
    [-size, 0],
    [size, 0],
    [-size, -size],
    [size, -size],
  ]
  const middles = claws === 2 ? [-clawSize / 2, clawSize / 2] : claws === 1 ? [clawSize / 2] : []
  for (const m of middles)
    for (let i = 0; i <= 64; i++)
      points.push([
        m + (clawSize / 2) * Math.cos((Math.PI * i) / 64),
        (clawSize / 2) * Math.sin((Math.PI * i) / 64),
      ])
  return perimeter(convexHull(points))
}

export const clawFormulas = {
  'claws.angle': {
    unit: '°',
    text: 'slope of the {part} under or over the sides across {axis}, against the girdle',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      const angle = (w.part === 'crown' ? g.crown : g.pavilion)[w.axis as 'x' | 'y']
      return (angle * 180) / Math.PI
    },
  },
  'claws.gap': {
    unit: 'mm',
    text: '{girdle} + {seat} × tan {pavilion}° + {claw} × tan {crown}° + {play}: between the tiers where they touch the stone',
    of: ({ girdle, seat, pavilion, claw, crown, play }) =>
      girdle! +
      seat! * Math.tan((pavilion! * Math.PI) / 180) +
      claw! * Math.tan((crown! * Math.PI) / 180) +
      play!,
  },
  'claws.opening': {
    unit: 'mm',
    text: '{side} − 2 × {seat}: between the seat wires’ inner edges, smaller than the stone',
    of: ({ side, seat }) => side! - 2 * seat!,
  },
  'claws.half': {
    unit: 'mm',
    text: '{side} / 2 − {reach} + {thickness} / 2: from the stone’s middle to the wire’s',
    of: ({ side, reach, thickness }) => side! / 2 - reach! + thickness! / 2,
  },
  'claws.vertex': {
    unit: 'mm',
    text: '{own} − ({seatOwn} − {seatOther}) − {thickness} / √2: half of the width between two bends, to where their lines meet',
    of: ({ own, seatOwn, seatOther, thickness }) => own! - (seatOwn! - seatOther!) - thickness! / Math.SQRT2,
  },
  'claws.width': { unit: 'mm', text: '2 × {vertex}', of: ({ vertex }) => 2 * vertex! },
  'claws.middle': {
    unit: 'mm',
    text: '{vertex} − {radius} × tan 22.5°: half of the straight middle',
    of: ({ vertex, radius }) => vertex! - radius! * Math.tan(Math.PI / 8),
  },
  'claws.bend': {
    unit: 'mm',
    text: 'π / 4 × {radius}: a bend of 45°',
    of: ({ radius }) => (Math.PI / 4) * radius!,
  },
  'claws.level': stretch('of the {tier}’s {side} wire, straight on until it is past the stone’s edge'),
  'claws.ramp': stretch(
    'of the {tier}’s {side} wire, the way up or down to where the tails of a corner meet',
  ),
  'claws.wait': stretch(
    'of the {tier}’s {side} wire, straight on until all tails of the corner lie together',
  ),
  'claws.end': { unit: 'mm', text: '{past}', of: ({ past }) => past! },
  'claws.slope': {
    unit: '°',
    text: 'the way of the {tier} on the {side}: arccos(1 − rise / (2 × its bend’s radius)), 60° at most',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      const arm = (w.tier === 'seat' ? g.seats : g.claws)[axisOf(w.side as Side)]
      return (arm.slope * 180) / Math.PI
    },
  },
  'claws.shoulder': stretch(
    'from the tie over to the neck: two curves of 2.5 × {size} and what is straight between them',
  ),
  'claws.bail': stretch('one side of the bail’s strip, bound: a bail {bail} inside, rolled backward'),
  'claws.bare': { unit: 'mm', text: '{bare}', of: ({ bare }) => bare! },
  'claws.rise': stretch('from the tie down to beside the finger, {ring} inside, the {half} end'),
  'claws.finger': stretch('round the finger, {ring} inside, to the bound middle, the {half} end'),
  'claws.lap': stretch('under the finger, past each other, the {half} end'),
  'claws.hull': {
    unit: 'mm',
    text: 'taut string round two square wires of {size} and {claws} half-round ones of {clawSize} on them',
    of: ({ size, clawSize, claws }) => cornerHull(size!, clawSize!, claws!),
  },
  'claws.extent': {
    unit: 'mm',
    text: 'from end to end of wires and stone along {axis}',
    of: (x, w) => extentOf(geometryFrom(x, w), w.axis as 'x' | 'y' | 'z', w.claws as Clawed),
  },
  'claws.face': {
    unit: '%',
    text: '100 − the share of the stone, seen from the front, that a wire lies before, by a raster',
    of: (x, w) => 100 * faceShown(geometryFrom(x, w), w.claws as Clawed),
  },
  'claws.clear': {
    unit: 'mm',
    text: 'from the stone’s lowest point up to the lowest face of the seat: room that a flat surface under it leaves',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      return Math.min(g.seats.x.z, g.seats.y.z) - g.shape.size / 2 - g.culet
    },
  },
  'claws.mandrel': {
    unit: 'mm',
    text: 'the mandrel over which square wire of {size} springs open to {ring}: yield {yieldStress}, modulus {modulus}',
    of: (x) =>
      mandrelFor(
        { section: 'rectangular', thickness: x.size!, modulus: x.modulus!, yield: x.yieldStress! },
        x.ring!,
      ),
  },
  'claws.count.turns': {
    unit: 'turns',
    text: 'all turns of the ties',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'claws.count.wires': { unit: '', text: '4 seat wires + {claws} claws', of: ({ claws }) => 4 + claws! },
} as const satisfies Formulas

const work = worker(clawFormulas)

function leavesOf(stone: Stone, options: Options) {
  const o = readOptions(options)
  const s = stoneInputs(stone)
  const chosen = (id: string, value: number | string, unit: Quantity['unit'] = 'mm') =>
    leaf('chosen', `option.${id}`, value, unit)
  const ring = o.mount === 'ring'
  const radius = (which: 'size' | 'clawSize') =>
    leaf(
      'table',
      `bend radius of ${o.alloy}, ${o.temper}, ${o[which]}`,
      bendRadius(o, wireSize(o[which]).mm),
      'mm',
      ALLOY_SOURCE,
    )
  const measures = Object.fromEntries(
    Object.entries(s).flatMap(([k, q]) => (q ? [[`stone ${k}`, q]] : [])),
  ) as Record<string, Quantity>
  const tiers: Record<string, Quantity> = {
    ...measures,
    mount: chosen('mount', o.mount, 'word'),
    seat: chosen('seat', o.seat),
    claw: chosen('claw', o.claw),
    play: chosen('play', o.play),
    size: chosen('size', wireSize(o.size).mm),
    clawSize: chosen('clawSize', wireSize(o.clawSize).mm),
    tie: chosen('tie', o.tie),
    seatBend: radius('size'),
    clawBend: radius('clawSize'),
  }
  const worn: Record<string, Quantity> = ring
    ? { ring: chosen('ring', o.ring), clear: chosen('clear', o.clear) }
    : {
        bail: chosen('bail', o.bail),
        neck: chosen('neck', o.neck),
        tieSize: chosen('tieSize', wireSize(o.tieSize).mm),
      }
  return { o, s, ring, chosen, tiers, worn, all: { ...tiers, ...worn } }
}
type Leaves = ReturnType<typeof leavesOf>

const word = (name: string, value: string) => leaf('table', name, value, 'word', 'the family')

const sideOf = ({ s }: Leaves, axis: 'x' | 'y'): Quantity => (axis === 'y' ? s.length : s.width)

/** From the stone's middle to the middle of a wire. */
const outOf = (q: Leaves, tier: 'seat' | 'claw', axis: 'x' | 'y'): Quantity =>
  work('claws.half', {
    side: sideOf(q, axis),
    reach: tier === 'seat' ? q.tiers.seat! : q.tiers.claw!,
    thickness: tier === 'seat' ? q.tiers.size! : q.tiers.clawSize!,
  })

const vertexOf = (q: Leaves, tier: 'seat' | 'claw', axis: 'x' | 'y'): Quantity =>
  work('claws.vertex', {
    own: outOf(q, tier, axis),
    seatOwn: outOf(q, 'seat', axis),
    seatOther: outOf(q, 'seat', axis === 'x' ? 'y' : 'x'),
    thickness: tier === 'seat' ? q.tiers.size! : q.tiers.clawSize!,
  })

/** Length of a stretch of an arm by its name, with its working. */
export function lengthsFor(
  stone: Stone,
  options: Options,
): (tier: 'seat' | 'claw', side: Side, id: string, half: 'left' | 'right') => Quantity {
  const q = leavesOf(stone, options)
  const { tiers, worn, all } = q
  const known = new Map<string, Quantity>()
  const make = (tier: 'seat' | 'claw', side: Side, id: string, half: 'left' | 'right'): Quantity => {
    const axis = axisOf(side)
    const radius = tier === 'seat' ? tiers.seatBend! : tiers.clawBend!
    const named = (inputs: Readonly<Record<string, Quantity>>) => ({
      ...inputs,
      tier: word('tier', tier),
      // opposite sides are alike
      side: word('side', axis === 'y' ? (side === 'bottom' && q.ring ? 'bottom' : 'top') : 'right'),
      half: word('half', half),
      stretch: word('stretch', id),
    })
    switch (id) {
      case 'middle':
        return work('claws.middle', { vertex: vertexOf(q, tier, axis), radius })
      case 'bend':
        return work('claws.bend', { radius })
      case 'level':
      case 'ramp':
      case 'wait':
        return work(`claws.${id}`, named(tiers))
      case 'tie':
        return tiers.tie!
      case 'end':
        return work('claws.end', { past: leaf('table', 'past the tie', PAST, 'mm', 'our choice') })
      case 'neck':
        return worn.neck!
      case 'bare':
        return work('claws.bare', {
          bare: leaf('table', 'bare end of the bail strip', BAIL_BARE, 'mm', 'our choice'),
        })
      case 'shoulder':
      case 'bail':
      case 'rise':
      case 'finger':
      case 'lap':
        return work(`claws.${id}`, named(all))
      default:
        throw new RangeError(`no stretch "${id}"`)
    }
  }
  return (tier, side, id, half) => {
    const key = `${tier} ${axisOf(side)} ${id} ${half}`
    const found = known.get(key) ?? make(tier, side, id, half)
    known.set(key, found)
    return found
  }
}

/** Bound lengths and bundles: the four corners, and the bail's or the shank's own. */
export function joints(stone: Stone, options: Options): Record<string, JointWorking> {
  const q = leavesOf(stone, options)
  const length = lengthsFor(stone, options)
  const clawed = clawSides(q.o.claws)
  const near = {
    'top-left': ['top', 'left'],
    'top-right': ['top', 'right'],
    'bottom-right': ['bottom', 'right'],
    'bottom-left': ['bottom', 'left'],
  } as const
  const corner = (sides: readonly Side[]): JointWorking => {
    const claws = sides.filter((s) => clawed.includes(s)).length
    return {
      length: q.tiers.tie!,
      columns: fixed('wires across a corner', 2),
      rows: fixed('rows at a corner', claws > 0 ? 2 : 1),
      hull: work('claws.hull', {
        size: q.tiers.size!,
        clawSize: q.tiers.clawSize!,
        claws: fixed('claws at this corner', claws),
      }),
    }
  }
  const out: Record<string, JointWorking> = Object.fromEntries(
    Object.entries(near).map(([id, sides]) => [id, corner(sides)]),
  )
  const pair = { columns: fixed('wires across', 2), rows: fixed('rows', 1) }
  return q.ring
    ? {
        ...out,
        palm: {
          length: length('seat', 'top', 'lap', 'right'),
          columns: fixed('wires across the shank', 4),
          rows: fixed('rows', 1),
        },
      }
    : {
        ...out,
        neck: { length: q.worn.neck!, ...pair },
        bail: { length: length('seat', 'top', 'bail', 'right'), ...pair },
      }
}

const gapOf = (q: Leaves, axis: 'x' | 'y'): Quantity => {
  const { seat, claw, play } = q.tiers
  const angle = (part: 'crown' | 'pavilion') =>
    work('claws.angle', {
      ...Object.fromEntries(Object.entries(q.tiers).filter(([k]) => k.startsWith('stone '))),
      part: word('part', part),
      axis: word('axis', axis),
    })
  return work('claws.gap', {
    girdle: q.s.girdle!,
    seat: seat!,
    claw: claw!,
    play: play!,
    pavilion: angle('pavilion'),
    crown: angle('crown'),
  })
}

const faceOf = (q: Leaves): Quantity =>
  work('claws.face', { ...q.all, claws: q.chosen('claws', q.o.claws, 'word') })

/** Dimensions of the piece, the numbers to set pliers to, and how much of the stone shows. */
export function outputs(stone: Stone, options: Options): NamedQuantity[] {
  const q = leavesOf(stone, options)
  const { o, all, tiers } = q
  const claws = q.chosen('claws', o.claws, 'word')
  const extent = (axis: 'x' | 'y' | 'z') => work('claws.extent', { ...all, claws, axis: word('axis', axis) })
  const square = stone.length === stone.width
  const axes: readonly ('x' | 'y')[] = square ? ['y'] : ['y', 'x']
  const named = { x: 'Across', y: 'Along' } as const
  const slope = (tier: 'seat' | 'claw') =>
    work('claws.slope', { ...tiers, tier: word('tier', tier), side: word('side', 'top') })
  const metal = alloy(o.alloy)
  const [low, high] = metal.yield[o.temper]
  return [
    { id: 'height', quantity: extent('y') },
    { id: 'width', quantity: extent('x') },
    { id: 'thick', quantity: extent('z') },
    ...axes.map((k) => ({ id: `gap${named[k]}`, quantity: gapOf(q, k) })),
    ...axes.map((k) => ({
      id: `opening${named[k]}`,
      quantity: work('claws.opening', { side: sideOf(q, k), seat: tiers.seat! }),
    })),
    ...axes.flatMap((k) =>
      (['seat', 'claw'] as const).map((tier) => ({
        id: `${tier}Width${named[k]}`,
        quantity: work('claws.width', { vertex: vertexOf(q, tier, k) }),
        tool: 'jaws' as const,
      })),
    ),
    { id: 'seatSlope', quantity: slope('seat') },
    { id: 'clawSlope', quantity: slope('claw') },
    { id: 'clear', quantity: work('claws.clear', tiers) },
    ...(q.ring
      ? [
          {
            id: 'mandrel',
            quantity: work('claws.mandrel', {
              ring: q.worn.ring!,
              size: tiers.size!,
              yieldStress: leaf(
                'table',
                `yield of ${o.alloy}, ${o.temper}, middle`,
                (low + high) / 2,
                'MPa',
                ALLOY_SOURCE,
              ),
              modulus: leaf('table', `modulus of ${o.alloy}`, metal.modulus, 'MPa', ALLOY_SOURCE),
            }),
            tool: 'rod' as const,
          },
        ]
      : []),
    { id: 'face', quantity: faceOf(q) },
  ]
}

/** Minutes by kind of step. */
export function efforts(
  stone: Stone,
  options: Options,
  turns: Readonly<Record<string, Quantity>>,
): EffortWorking[] {
  const { o, ring } = leavesOf(stone, options)
  const once = fixed('times in a piece', 1)
  const wires = work('claws.count.wires', { claws: fixed('claws', clawSides(o.claws).length) })
  return effortsOf(MINUTES, {
    gather: once,
    straighten: once,
    cut: wires,
    mark: wires,
    bend: wires,
    turn: work('claws.count.turns', turns),
    try: once,
    seat: once,
    close: fixed('corners closed over the stone', 4),
    ...(ring ? { shape: once } : { shape: once, roll: once }),
    trim: once,
  })
}
