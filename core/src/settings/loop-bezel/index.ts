import { numberOf } from '../../working/index.js'
import type { Segment } from '../../path/index.js'
import {
  familyOf,
  Pen,
  type Recipe,
  type Shaped,
  type Step,
  type Stretch,
  type Tie,
  type Wirework,
} from '../kit/index.js'
import { bailOf, rolledBailPart } from '../kit/parts/rolledBail.js'
import { fixed } from '../shared/efforts.js'
import { unfitForLoops } from '../shared/smoothEdge.js'
import { beadsOn, type Beads } from './beads.js'
import { choices } from './choices.js'
import { F, formulas, ringOf, searched, type HalfRing, type K, type Ring } from './ring.js'
import { text } from './text.js'

type Side = 'right' | 'left'
/** Loops narrower inside than this many thicknesses cannot be drawn out. */
const NARROWEST = 1.6

/** Where loops of one face are tied to each other: their order round the ring from the top left, and their stretch of the wire at either side. */
function tiesOf(k: K, ring: Ring, length: Tie['length']): { readonly front: Tie[]; readonly back: Tie[] } {
  const half = numberOf(length) / 2
  const { pitch } = ring
  const spot = (side: Side, at: number): Stretch => ({
    strand: 'ring',
    part: `loops-${side}`,
    at: [at - half, at + half],
  })
  // all loops in order, each with the places before and behind its tip as one goes that way round
  const loops = [
    ...Array.from({ length: ring.left.loops }, (_, n) => n)
      .reverse()
      .map((i) => loopAt('left', ring.left, i)),
    ...Array.from({ length: ring.right.loops }, (_, i) => loopAt('right', ring.right, i)),
  ]
  const face = (front: boolean): Tie[] => {
    const own = loops.filter((l) => l.front === front)
    return own.slice(1).map((next, i): Tie => {
      const before = own[i]!
      return {
        id: `${front ? 'front' : 'back'}-${i + 1}`,
        kind: 'bind',
        counted: 'sides',
        between: true,
        of: [spot(before.side, before.behind), spot(next.side, next.before)],
        wound: 'link',
        length,
        turns: k.q.links,
        columns: 2,
        rows: 1,
        field: 'links',
        // one length for each face: it runs on from loop to loop
        on: front && k.o.bead > 0 ? F.threaded({ pitch, bead: k.q.bead }) : F.on({ pitch }),
        ...(i > 0 ? { runsOn: true } : {}),
      }
    })
  }
  return { front: face(true), back: face(false) }
}

/** A loop as one goes round from the top left: up the left half it is met from its other end. */
function loopAt(side: Side, half: HalfRing, i: number) {
  const [a, b] = half.widest(i)
  const front = (i % 2 === 0) === half.front
  return side === 'right' ? { side, front, before: a, behind: b } : { side, front, before: b, behind: a }
}

/** From the last loop of the right half up to beside the middle. */
function toNeck(k: K, ring: Ring, side: Side): Pen {
  const half = ring[side]
  const pen = new Pen([0, 0, 0], [1, 0, 0]).draw('loops', 'loops', [half.pattern], half.length)
  const turn = k.radius('size')
  const way = side === 'right' ? 1 : -1
  const up = (Math.acos(Math.max(-1, Math.min(1, pen.heading[1]))) * 180) / Math.PI
  const on = k.on('loops', 'over', 'size', 'link', 'alloy', 'temper')
  pen.bend('turn-up', 'shoulder', turn, k.found('upright', side, up, on), [0, 1, 0])
  pen.line('rise', 'shoulder', F.rise({ turn }))
  const by = Math.abs(pen.at[0]) - k.thick('size') / 2
  return pen.crank('to-middle', 'shoulder', turn, k.found('toMiddle', side, by, on), [-way, 0, 0])
}

function tell(k: K, ring: Ring, rod: number): void {
  const { o } = k
  const inside = numberOf(F.wide({ pitch: ring.pitch, size: k.q.size })) - k.thick('size')
  if (inside < NARROWEST * k.thick('size'))
    k.say('crowded', 'error', 'loops', { loops: o.loops }, { field: 'loops', value: o.loops - 2 })
  else if (rod < NARROWEST * k.thick('size')) k.say('small-loops', 'error', 'over', { rod })
  const lean = [ring.right, ring.left].flatMap((h) => h.pattern.over!.angles)
  if (Math.min(...lean) < STEEP) k.say('steep', 'doubt', 'over', { lean: Math.min(...lean) })
}
/** Loops that lean in by less hold little, degrees from upright. */
const STEEP = 20

/** Links in the order in which they are made: the one at the foot, then up both sides in turn. */
function fromFoot(links: readonly Tie[]): Tie[] {
  const foot = (links.length - 1) / 2
  return links
    .map((tie, i) => ({ tie, off: Math.abs(i - foot) }))
    .sort((a, b) => a.off - b.off)
    .map((x) => x.tie)
}

/** The coil as it comes off its rod, below the stone: its turns as long as the loops. */
function coiled(k: K, ring: Ring, rod: number): Shaped {
  const rise = 1.03 * k.thick('size')
  const half = (way: 1 | -1, { loops, length }: HalfRing): Segment => ({
    kind: 'helix',
    centre: [0, -k.stone.length / 2 - rod, 0],
    x: [0, 1, 0],
    y: [0, 0, way],
    radius: Math.sqrt((numberOf(length) / loops) ** 2 - rise ** 2) / (2 * Math.PI),
    sweep: 2 * Math.PI * loops,
    rise: loops * rise,
  })
  return {
    of: ['ring'],
    kinds: ['loops'],
    like: { 'loops-right': [half(1, ring.right)], 'loops-left': [half(-1, ring.left)] },
  }
}

interface Worked {
  readonly ties: ReturnType<typeof tiesOf>
  readonly beads: Beads | undefined
  /** The rod and the coil on it, mm. */
  readonly rod: number
  readonly coil: number
}

function stepsOf(k: K, ring: Ring, { ties, beads, rod, coil }: Worked): Step[] {
  const { o } = k
  const shaped = (of: (half: HalfRing) => HalfRing['pattern']): Shaped[] => [
    {
      of: ['ring'],
      kinds: ['loops'],
      like: { 'loops-right': [of(ring.right)], 'loops-left': [of(ring.left)] },
    },
  ]
  const n = fixed('loops', o.loops)
  const link = (list: readonly Tie[], face: 'front' | 'back'): Step => {
    const on = face === 'front' ? beads?.on : undefined
    return {
      id: `link-${face}`,
      kind: 'lash',
      wires: ['ring'],
      places: fromFoot(list).map((t) => ({ joint: t.id, ...(on ? { accent: on[t.id]!.id } : {}) })),
      ...(on ? { takes: { thread: fixed('beads', list.length) } } : {}),
      values: { face: on ? 'beaded' : face, n: list.length, bead: o.bead },
    }
  }
  return [
    {
      id: 'wind-coil',
      kind: 'coil',
      takes: { wrap: n },
      forms: [coiled(k, ring, rod)],
      values: { n: o.loops, rod, coil },
    },
    {
      id: 'push-over',
      kind: 'shape',
      takes: { shape: fixed('times', 1) },
      forms: shaped((h) => h.pushedOver),
      values: { n: o.loops },
    },
    {
      id: 'draw-out',
      kind: 'shape',
      takes: { loop: n },
      forms: shaped((h) => h.flat),
      values: { n: o.loops },
    },
    {
      id: 'bend-round',
      kind: 'shape',
      takes: { shape: fixed('times', 2) },
      forms: shaped((h) => h.standing),
    },
    link(ties.back, 'back'),
    { id: 'seat', kind: 'seat', wires: [], stone: 'in' },
    {
      id: 'lay-front',
      kind: 'bend',
      takes: { loop: fixed('loops of the front', o.loops / 2) },
      forms: [{ of: ['ring'], kinds: ['loops'] }],
      values: { n: o.loops / 2, over: o.over },
      final: true,
    },
    link(ties.front, 'front'),
    { id: 'shape-neck', kind: 'shape', forms: [{ of: ['ring'], kinds: ['shoulder', 'neck'] }] },
  ]
}

function make(k: K): Wirework {
  const ring = ringOf(k)
  const { q } = k
  const each = F.each({ left: ring.left.length, right: ring.right.length, loops: q.loops })
  const rod = F.rod({ each, size: q.size })
  const coil = F.coil({ loops: q.loops, size: q.size })
  tell(k, ring, numberOf(rod))
  const ties = tiesOf(k, ring, F.link({ links: q.links, link: q.link }))
  const beads = beadsOn(k, ring, ties.front)
  const [right, left] = [toNeck(k, ring, 'right'), toNeck(k, ring, 'left')]
  const bail = bailOf(k, {
    pen: right,
    other: left,
    ways: k.o,
    strand: 'ring',
    size: 'size',
    stock: k.stock('size'),
    thick: q.size,
    wound: 'link',
    binder: q.link,
    top: k.stone.length / 2,
  })
  return {
    strands: [{ id: 'ring', size: 'size', left: left.pieces, right: right.pieces, finish: 'tucked' }],
    ties: [...ties.back, ...ties.front, ...bail.ties],
    ...(bail.hang ? { hang: bail.hang } : {}),
    ...(beads ? { accents: Object.values(beads.on) } : {}),
    steps: [...stepsOf(k, ring, { ties, beads, rod: numberOf(rod), coil: numberOf(coil) }), ...bail.steps],
    outputs: [
      { id: 'rod', quantity: rod, tool: 'rod', follows: 'over' },
      { id: 'coil', quantity: coil },
      { id: 'pitch', quantity: ring.pitch },
      ...(beads?.outputs ?? []),
    ],
  }
}

/** A ring of loops drawn out of a coil, half of them behind and half over the face, linked all round. */
const recipe: Recipe<typeof choices> = {
  id: 'loop-bezel',
  version: 1,
  worn: ['pendant'],
  text,
  choices,
  parts: [rolledBailPart],
  formulas,
  searched,
  minutes: { loop: 0.25, thread: 0.2 },
  bearing: 'size',
  temper: 'dead soft',
  unfit: unfitForLoops,
  make,
  notes: [
    {
      parts: ['loops'],
      seen: 'front',
      choices: ['over', 'size'],
      slides: { choice: 'over', toward: 'in', times: 1 },
    },
    { parts: ['loops'], seen: 'back', choices: ['loops'] },
    { joints: ['front-4', 'front-9', 'front-2'], seen: 'front', choices: ['link', 'links', 'bead'] },
    { parts: ['bail'], seen: 'front', choices: ['bail', 'roll', 'strip', 'passes'] },
    {
      joints: ['neck'],
      seen: 'front',
      choices: ['neck'],
      slides: { choice: 'neck', toward: 'up', times: 1 },
    },
  ],
  checks: ['links', 'shake', 'push', 'ends', 'worn', 'stone'],
  room: { shoulder: ['neck', 'loops'], loops: ['over', 'loops', 'size'], end: ['neck'] },
  mends: {
    weakest: ['link-front', 'lay-front'],
    links: ['link-front', 'link-back'],
    shake: ['lay-front', 'link-front'],
    push: ['lay-front', 'link-front'],
    ends: ['trim'],
    worn: ['roll-bail'],
    stone: ['seat'],
  },
}
export const family = familyOf(recipe)
