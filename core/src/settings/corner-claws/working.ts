import { stoneInputs, type Stone } from '../../stone/index.js'
import { ALLOY_SOURCE, alloy, wireSize } from '../../wire/index.js'
import { leaf, worker, type Quantity } from '../../working/index.js'
import type { EffortWorking, JointWorking, NamedQuantity, Options } from '../family.js'
import { effortsOf, fixed } from '../shared/efforts.js'
import { BAIL_BARE } from '../shared/rolledBail.js'
import { clawFormulas } from './formulas.js'
import { axisOf, PAST } from './geometry.js'
import { MINUTES } from './minutes.js'
import { bendRadius, clawSides, readOptions, type Side } from './options.js'

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
    height: q.s.crown!,
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
