import { outlinePoint, stoneInputs, type Stone } from '../../stone/index.js'
import { pathLength } from '../../path/index.js'
import { ALLOY_SOURCE, alloy, mandrelFor, wireSize } from '../../wire/index.js'
import { leaf, worker, type Formulas, type Quantity } from '../../working/index.js'
import type { EffortWorking, JointWorking, NamedQuantity, Options } from '../family.js'
import { effortsOf, fixed } from '../shared/efforts.js'
import { extentOf, faceShown } from './seen.js'
import {
  carrierStretches,
  geometryOf,
  hoopStretches,
  PALM,
  type TwinHoopGeometry,
  type TwinHoopShape,
} from './geometry.js'
import { MINUTES } from './minutes.js'
import { climbTurns, oneWireStretches } from './oneWire.js'
import { hookRadius, readOptions, turnRadius, type TwinHoopOptions } from './options.js'

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>

/** The shape again from a formula's inputs; what it does not name does not matter to it. */
const shapeOf = (x: Numbers, w: Words): TwinHoopShape => ({
  across: x.width ?? x.length!,
  length: x.length!,
  ring: w.mount === 'ring',
  seat: x.seat ?? x.hoop ?? 0.7 * x.length!,
  hoop: x.hoop ?? x.seat ?? 0.7 * x.length!,
  play: x.play ?? 0,
  turns: x.turns ?? 2,
  size: x.size ?? 1,
  shankSize: x.shankSize ?? 1,
  shank: x.shank ?? 1,
  inside: x.ring ?? 17,
  bulge: x.bulge ?? 0,
  bail: x.bail ?? 5,
  neck: x.neck ?? 5,
  leave: x.leave ?? 24,
  hook: x.hook ?? 2,
  ...(x.bend === undefined ? {} : { bend: x.bend }),
})

const geometryFrom = (x: Numbers, w: Words): TwinHoopGeometry => geometryOf(shapeOf(x, w))

/** Length of one named stretch of the hoops or carriers. */
const stretchFrom =
  (id: string) =>
  (x: Numbers, w: Words): number => {
    const g = geometryFrom(x, w)
    const { left, right } = hoopStretches(g, (w.which ?? 'near') as 'near' | 'far')
    const carrier = carrierStretches(g, 0)
    const halves = { left: [...left, ...carrier.left], right: [...right, ...carrier.right] }
    const sides =
      w.side === undefined ? [...halves.left, ...halves.right] : halves[w.side as 'left' | 'right']
    const found = sides.find((s) => s.id === id)
    return found ? pathLength({ segments: found.segments }) : NaN
  }
const stretch = (id: string, text: string) => ({ unit: 'mm' as const, text, of: stretchFrom(id) })

/** Length of one named stretch of a piece that is worked from one wire. */
function oneFrom(x: Numbers, w: Words): number {
  const found = oneWireStretches(geometryFrom(x, w))[w.side as 'left' | 'right'].find(
    (s) => s.id === w.stretch,
  )
  return found ? pathLength({ segments: found.segments }) : NaN
}

export const hoopFormulas = {
  'hoops.one': {
    unit: 'mm',
    text: 'the stretch “{stretch}” of the {side} end, along the path of the one wire, {size} thick: hoops {seat} and {hoop} inside, {turns} turns, a play of {play}',
    of: oneFrom,
  },
  'hoops.count.turns.one': {
    unit: 'turns',
    text: 'all turns: {binds} of the binding, {climb} up the side, 1 in passing at each hoop, {turns} at the end',
    of: ({ binds, climb, turns }) => binds! + climb! + 2 + turns!,
  },
  'hoops.climb': {
    unit: 'turns',
    text: 'turns up the side: as many packed as an end is wound ({turns}), where the way between the hoops has room, and one for the rest of the way',
    of: (x, w) => climbTurns(geometryFrom(x, w)) + 1,
  },
  'hoops.radius': {
    unit: 'mm',
    text: 'radius to the wire’s middle of the {hoop} hoop’s half {face} the stone: {far} and {near} inside, of {size}, the halves half a wire nearer to and farther from the stone’s middle',
    of: (x, w) => {
      const g = geometryFrom({ ...x, hoop: x.far!, seat: x.near! }, w)
      const place = g[w.hoop as 'near' | 'far']
      return outlinePoint(g.outline, w.face === 'front' ? place.front : place.back, g.offset)[0]
    },
  },
  'hoops.half': { unit: 'mm', text: 'π × {radius}', of: ({ radius }) => Math.PI * radius! },
  'hoops.front': stretch(
    'front',
    'half of the {which} hoop before the stone, along an egg {length} by {width}',
  ),
  'hoops.back': stretch(
    'back',
    'half of the {which} hoop behind the stone, along an egg {length} by {width}',
  ),
  'hoops.pass': stretch(
    'pass',
    'of the {which} hoop, the {side} half of one turn of {size} round {shank} × {shankSize}, going on one wire farther',
  ),
  'hoops.coil': stretch(
    'coil',
    'of the {which} hoop, the {side} end: {turns} turns of {size} round {shank} × {shankSize}, less a quarter, packed: their lead is taken up slowly',
  ),
  'hoops.tied': {
    unit: 'mm',
    text: 'the stretch of a carrier on the {side} that the {which} hoop’s turns take, its wire {size} thick: {turns} of each end on the right, one in passing on the left',
    of: (x, w) => 2 * geometryFrom(x, w)[w.which as 'near' | 'far'].tied[w.side as 'left' | 'right'],
  },
  'hoops.mid': stretch('mid', 'along the stone between the coils of both hoops'),
  'hoops.rise.ring': stretch('rise', 'along the stone from the curve at the finger to the near hoop’s coil'),
  'hoops.rise.pendant': stretch(
    'rise',
    'along the stone from {leave}° before the top to the near hoop’s coil',
  ),
  'hoops.stub': stretch('stub', 'past the far hoop’s coil'),
  'hoops.hook': stretch('hook', 'half a circle of radius {hook} back over the coil, and a little straight'),
  'hoops.finger': stretch('finger', 'about the finger, {ring} inside, to where it turns outward on one side'),
  'hoops.finger.bound': stretch(
    'finger',
    'about the finger, {ring} inside, from the bound middle to where it turns outward on one side',
  ),
  'hoops.turn': stretch('turn', 'a curve of 2 × {shankSize} from the finger to the stone’s side'),
  'hoops.palm': { unit: 'mm', text: '{palm} / 2', of: ({ palm }) => palm! / 2 },
  'hoops.loop': stretch('loop', 'one side of a loop {bail} inside'),
  'hoops.leg': stretch('leg', 'the leg of a loop {bail} inside into the upright, a curve of 2 × {shankSize}'),
  'hoops.shoulder': stretch(
    'shoulder',
    'from {leave}° before the top into the upright, a curve of 2 × {shankSize}',
  ),
  'hoops.spacing': {
    unit: 'mm',
    text: 'between the hoops’ middles: where hoops {seat} and {hoop} inside, of {size}, lie on the stone, and the play of {play}',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      return g.near.height + g.far.height
    },
  },
  'hoops.beyond': {
    unit: 'mm',
    text: 'how far the stone stands out of the near hoop, {seat} inside, toward the finger or the bail; 0 where it lies within it',
    of: (x, w) => {
      const g = geometryFrom(x, w)
      return Math.max(0, g.outline.top - g.near.height - g.shape.size / 2)
    },
  },
  'hoops.mandrel': {
    unit: 'mm',
    text: 'the mandrel over which round wire of {shankSize} springs open to {ring}: yield {yieldStress}, modulus {modulus}',
    of: (x) =>
      mandrelFor(
        { section: 'round', thickness: x.shankSize!, modulus: x.modulus!, yield: x.yieldStress! },
        x.ring!,
      ),
  },
  'hoops.rod': {
    unit: 'mm',
    text: 'the rod over which round wire of {size} springs open to {hoop}: yield {yieldStress}, modulus {modulus}',
    of: (x) =>
      mandrelFor(
        { section: 'round', thickness: x.size!, modulus: x.modulus!, yield: x.yieldStress! },
        x.hoop!,
      ),
  },
  'hoops.extent': {
    unit: 'mm',
    text: 'from end to end of wires and stone along {axis}',
    of: (x, w) => extentOf(geometryFrom(x, w), w.axis as 'x' | 'y' | 'z'),
  },
  'hoops.face': {
    unit: '%',
    text: '100 − the share of the stone, seen from the front, that a wire lies before, by a raster',
    of: (x, w) => 100 * faceShown(geometryFrom(x, w)),
  },
  'hoops.count.turns': {
    unit: 'turns',
    text: 'all turns: {binds} of the binding, and of both hoops 2 × {turns} at their ends and 1 in passing',
    of: ({ binds, turns }) => binds! + 2 * (2 * turns! + 1),
  },
  'hoops.count.sum': {
    unit: 'turns',
    text: 'turns of the binding',
    of: (x) => Object.values(x).reduce((a, b) => a + b, 0),
  },
  'hoops.count.wires': { unit: '', text: '2 hoops + {shank}', of: ({ shank }) => 2 + shank! },
  'hoops.count.hooks': { unit: '', text: '2 × {shank}', of: ({ shank }) => 2 * shank! },
} as const satisfies Formulas

const work = worker(hoopFormulas)

function leavesOf(stone: Stone, options: Options) {
  const o = readOptions(options)
  const s = stoneInputs(stone)
  const chosen = (id: string, value: number | string, unit: Quantity['unit'] = 'mm') =>
    leaf('chosen', `option.${id}`, value, unit)
  const stoneIs: Record<string, Quantity> =
    stone.width === stone.length ? { length: s.length } : { length: s.length, width: s.width }
  const hoops: Record<string, Quantity> = {
    ...stoneIs,
    mount: chosen('mount', o.mount, 'word'),
    seat: chosen('seat', o.seat),
    hoop: chosen('hoop', o.hoop),
    play: chosen('play', o.play),
    turns: chosen('turns', o.turns, 'turns'),
    size: chosen('size', wireSize(o.size).mm),
    shankSize: chosen('shankSize', wireSize(o.shankSize).mm),
    shank: o.mount === 'ring' ? chosen('shank', o.shank, '') : fixed('wires that carry a pendant', 1),
  }
  const worn: Record<string, Quantity> =
    o.mount === 'ring'
      ? { ring: chosen('ring', o.ring), bulge: chosen('bulge', o.bulge) }
      : { leave: chosen('leave', o.leave, '°') }
  const bend: Record<string, Quantity> =
    o.work === 'one wire'
      ? {
          bend: leaf(
            'table',
            `radius to turn ${o.shankSize} into the hoop`,
            turnRadius(o),
            'mm',
            ALLOY_SOURCE,
          ),
        }
      : {}
  return {
    o,
    stoneIs,
    hoops: { ...hoops, ...bend } as Record<string, Quantity>,
    worn,
    chosen,
    bail: chosen('bail', o.bail),
    neck: chosen('neck', o.neck),
  }
}

/** Radius by which the carriers' ends are turned back. */
const hookLeaf = (o: TwinHoopOptions): Quantity =>
  leaf('table', `radius to turn ${o.shankSize} back`, hookRadius(o), 'mm', ALLOY_SOURCE)

/** Length of a stretch of a wire by its name, with its working. */
export function lengthsFor(
  stone: Stone,
  options: Options,
): (wire: string, id: string, side: 'left' | 'right') => Quantity {
  const { o, hoops, stoneIs, worn, bail, neck } = leavesOf(stone, options)
  const all = { ...hoops, ...worn }
  const egg = o.mount === 'ring' && stone.length !== stone.width
  const { mount, hoop, seat, play, size, shankSize, turns, shank } = hoops as Record<string, Quantity>
  const plain = {
    ...stoneIs,
    mount: mount!,
    seat: seat!,
    hoop: hoop!,
    play: play!,
    size: size!,
    shankSize: shankSize!,
    shank: shank!,
  }
  const wound = { ...plain, turns: turns! }
  const hook = hookLeaf(o)
  const word = (name: string, value: string) => leaf('table', name, value, 'word', 'the family')
  const half = (which: string, face: 'front' | 'back'): Quantity => {
    if (egg) return work(`hoops.${face}`, { ...plain, which: word('hoop', which) })
    const { seat: near, hoop: far, ...rest } = plain
    const radius = work('hoops.radius', {
      ...rest,
      near,
      far,
      hoop: word('hoop', which),
      face: word('face', face),
    })
    return work('hoops.half', { radius })
  }
  const make = (wire: string, id: string, side: 'left' | 'right'): Quantity => {
    // the neck is a choice itself
    if (wire === 'one' && id !== 'neck')
      return work('hoops.one', {
        ...all,
        ...(o.mount === 'pendant' ? { bail, neck } : {}),
        hook,
        stretch: word('stretch', id),
        side: word('end', side),
      })
    const which = { which: word('hoop', id === 'near' || id === 'far' ? id : wire) }
    switch (id) {
      case 'front':
      case 'back':
        return half(wire, id)
      case 'pass':
        return work('hoops.pass', { ...plain, ...which, side: word('half', side) })
      case 'coil':
        return work('hoops.coil', { ...wound, ...which, side: word('end', side) })
      case 'near':
      case 'far':
        return work('hoops.tied', { ...wound, ...which, side: word('side', side) })
      case 'mid':
      case 'stub':
        return work(`hoops.${id}`, { ...wound, side: word('side', side) })
      case 'hook':
        return work('hoops.hook', { ...wound, hook, side: word('side', side) })
      case 'rise':
        return work(o.mount === 'ring' ? 'hoops.rise.ring' : 'hoops.rise.pendant', {
          ...all,
          side: word('side', side),
        })
      case 'finger':
        return work(o.shank > 1 ? 'hoops.finger.bound' : 'hoops.finger', all)
      case 'turn':
        return work('hoops.turn', all)
      case 'palm':
        return work('hoops.palm', {
          palm: leaf('table', 'bound middle of a shank', PALM, 'mm', 'our choice'),
        })
      case 'loop':
      case 'leg':
        return work(`hoops.${id}`, { ...stoneIs, bail, shankSize: shankSize!, mount: mount! })
      case 'neck':
        return neck
      case 'shoulder':
        return work('hoops.shoulder', all)
      default:
        throw new RangeError(`no stretch "${id}"`)
    }
  }
  const known = new Map<string, Quantity>()
  return (wire, id, side) => {
    const key =
      wire === 'near' || wire === 'far' || wire === 'one' ? `${wire} ${id} ${side}` : `${id} ${side}`
    const found = known.get(key) ?? make(wire, id, side)
    known.set(key, found)
    return found
  }
}

/** Bound lengths and bundles: a pendant's neck, the far side of a shank of several wires. The coils take no other wire. */
export function joints(stone: Stone, options: Options): Record<string, JointWorking> {
  const { o, neck, hoops } = leavesOf(stone, options)
  if (o.mount === 'pendant')
    return { neck: { length: neck, columns: fixed('wires across the neck', 2), rows: fixed('rows', 1) } }
  if (o.shank === 1) return {}
  return {
    palm: {
      length: leaf('table', 'bound middle of a shank', PALM, 'mm', 'our choice'),
      columns: hoops.shank!,
      rows: fixed('rows', 1),
    },
  }
}

/** Dimensions of the piece, the rods to bend on, and how much of the stone shows. */
export function outputs(stone: Stone, options: Options): NamedQuantity[] {
  const { o, hoops, worn, bail, neck } = leavesOf(stone, options)
  const ring = o.mount === 'ring'
  const all = { ...hoops, ...worn, hook: hookLeaf(o), ...(ring ? {} : { bail, neck }) }
  const axis = (id: 'x' | 'y' | 'z') => ({
    ...all,
    axis: leaf('table', 'axis', id, 'word', 'the piece’s frame'),
  })
  const plain = Object.fromEntries(
    Object.entries(hoops).filter(([id]) => id !== 'turns' && id !== 'shank'),
  ) as typeof hoops
  const spacing = work('hoops.spacing', plain)
  const metal = alloy(o.alloy)
  const [low, high] = metal.yield[o.temper]
  const spring = {
    yieldStress: leaf(
      'table',
      `yield of ${o.alloy}, ${o.temper}, middle`,
      (low + high) / 2,
      'MPa',
      ALLOY_SOURCE,
    ),
    modulus: leaf('table', `modulus of ${o.alloy}`, metal.modulus, 'MPa', ALLOY_SOURCE),
  }
  return [
    { id: 'height', quantity: work('hoops.extent', axis('y')) },
    { id: 'width', quantity: work('hoops.extent', axis('x')) },
    { id: 'thick', quantity: work('hoops.extent', axis('z')) },
    { id: 'spacing', quantity: spacing },
    { id: 'beyond', quantity: work('hoops.beyond', plain) },
    {
      id: 'rod',
      quantity: work('hoops.rod', { hoop: hoops.hoop!, size: hoops.size!, ...spring }),
      tool: 'rod' as const,
    },
    ...(ring
      ? [
          {
            id: 'mandrel',
            tool: 'rod' as const,
            quantity: work('hoops.mandrel', { ring: worn.ring!, shankSize: hoops.shankSize!, ...spring }),
          },
        ]
      : []),
    { id: 'face', quantity: faceOf(stone, options) },
  ]
}

/** Share of the stone's face that shows, %. */
export const faceOf = (stone: Stone, options: Options): Quantity => {
  const { o, hoops, worn, bail, neck } = leavesOf(stone, options)
  return work('hoops.face', {
    ...hoops,
    ...worn,
    hook: hookLeaf(o),
    ...(o.mount === 'ring' ? {} : { bail, neck }),
  })
}

/** Minutes by kind of step. */
export function efforts(
  stone: Stone,
  options: Options,
  turns: Readonly<Record<string, Quantity>>,
): EffortWorking[] {
  const { o, hoops, worn, bail, neck } = leavesOf(stone, options)
  const once = fixed('times in a piece', 1)
  const bound = o.mount === 'pendant' || o.shank > 1
  const several = o.mount === 'ring' && o.shank > 1
  const one = o.work === 'one wire'
  const wires = one ? fixed('wires', 1) : work('hoops.count.wires', { shank: hoops.shank! })
  const binds = bound ? work('hoops.count.sum', turns) : fixed('turns of a binding', 0)
  return effortsOf(MINUTES, {
    gather: once,
    straighten: once,
    cut: wires,
    mark: wires,
    ...(several ? { align: once, unclamp: once } : {}),
    wind: fixed('hoops', 2),
    shape: o.mount === 'pendant' ? fixed('loop and sides', 2) : once,
    turn: one
      ? work('hoops.count.turns.one', {
          binds,
          climb: work('hoops.climb', { ...hoops, ...worn, ...(bound ? { bail, neck } : {}) }),
          turns: hoops.turns!,
        })
      : work('hoops.count.turns', { binds, turns: hoops.turns! }),
    try: once,
    seat: once,
    hook: one ? fixed('ends turned back', 1) : work('hoops.count.hooks', { shank: hoops.shank! }),
    trim: once,
  })
}
