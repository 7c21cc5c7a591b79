import { stockName } from '../../wire/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import type { PartOfWork, Shaped, Step, Wirework } from '../kit/index.js'
import { fixed } from '../shared/efforts.js'
import type { Ground, K, Which } from './hoops.js'
import { climbTurns, PALM } from './wires.js'

/** What the steps need to know of the work: its wires, the rods for the hoops and how wide these come off them, how they look then, and what a bail brings. */
export interface Ordered {
  readonly wires: readonly string[]
  readonly posts: readonly string[]
  readonly rods: Readonly<Record<Which, Quantity>>
  readonly open: Readonly<Record<Which, Quantity>>
  readonly like: Readonly<Record<Which, Shaped['like']>>
  readonly bail?: PartOfWork | undefined
}

const ofRing = (k: K) => ({ ring: k.o.ring, mandrel: numberOf(k.mandrel('shankSize', k.q.ring)) })
const aside = ['shoulder', 'turn', 'side', 'tied']

function begun(k: K, { wires, bail }: Ordered, id: string, bound: boolean): Step[] {
  const n = wires.length
  const all = fixed('wires', n)
  const names = {
    hoops: stockName(k.stock('size')),
    shank: stockName(k.stock('shankSize')),
    wire: stockName(k.stock('shankSize')),
    binding: stockName(k.stock('bindingSize')),
  }
  const one = id === '-one' ? id : ''
  return [
    { id: `gather${one}${bail || bound ? '-bound' : ''}`, kind: 'gather', wires: [], values: names },
    { id: 'straighten', kind: 'straighten', wires: [] },
    { id: `cut${one}`, kind: 'cut', final: true, takes: { cut: all }, values: { n } },
    { id: `mark${one}`, kind: 'mark', takes: { mark: all }, values: { n } },
  ]
}

/** Rounds a ring on the mandrel once more: turns drawn tight at its sides have pulled at it. */
const trued = (k: K, g: Ground): Step[] =>
  g.ring ? [{ id: 'true-shank', kind: 'shape', values: ofRing(k) }] : []
const trimmed = (k: K): Step => ({
  id: 'trim',
  kind: 'trim',
  final: true,
  values: { margin: k.o.margin },
})

/** A ring's shank, or a bail and the way round the stone: `sides` are the parts that lie along it. */
function carrying(k: K, g: Ground, of: readonly string[], sides: Shaped, bail?: PartOfWork): Step[] {
  if (!g.ring)
    return [
      ...bail!.steps,
      { id: 'shape-sides', kind: 'shape', wires: of, forms: [sides], values: { leave: k.o.leave } },
    ]
  const finger: Shaped = { of, kinds: ['finger'] }
  const id = g.one ? 'shape-shank-one' : 'shape-shank'
  return [{ id, kind: 'shape', wires: of, forms: [finger, sides], values: ofRing(k) }]
}

/** Hoops first, tried with the stone between them; then shank or bail, the near hoop, the stone, the far hoop over it, both ends of each carrier. */
export function severalSteps(k: K, g: Ground, work: Ordered): Wirework['steps'] {
  const { o, hand } = k
  const { posts, rods, open, like, bail } = work
  const n = posts.length
  const bound = g.ring && n > 1
  const wound = (hoop: Which): Step => ({
    id: `wind-${hoop}`,
    kind: 'wind',
    wires: [hoop],
    forms: [{ of: [hoop], kinds: ['pass', 'front', 'back'], like: like[hoop]! }],
    values: {
      hoop,
      rod: numberOf(rods[hoop]),
      open: numberOf(open[hoop]),
      inside: hoop === 'near' ? o.seat : o.hoop,
    },
  })
  const tied = (hoop: Which): Step[] => [
    {
      id: `coil-${hoop}-passing`,
      kind: 'coil',
      joint: `${hoop}-left`,
      forms: [{ of: [hoop], kinds: ['pass', 'front', 'back'] }],
      values: { n, inside: hoop === 'near' ? o.seat : o.hoop },
    },
    {
      id: `coil-${hoop}-ends`,
      kind: 'coil',
      joint: `${hoop}-right`,
      ...(hoop === 'far' ? { final: true } : {}),
      forms: [{ of: [hoop], kinds: ['coil'] }],
      values: { n, turns: o.turns, both: 2 * o.turns },
    },
  ]
  const palm: Step[] = [
    { id: 'align', kind: 'align', wires: posts, hold: { on: 'tape' }, values: { n } },
    { id: 'bind-palm', kind: 'bind', joint: 'palm', values: { n, each: numberOf(PALM) / 2 } },
    { id: 'untape', kind: 'unclamp', wires: posts, hold: { off: 'tape' } },
  ]
  const curled = (side: 'left' | 'right'): Step => ({
    id: `hook-${side}`,
    kind: 'hook',
    wires: posts,
    takes: { hook: fixed('ends', n) },
    forms: [{ of: posts, ids: [`hook-${side}`] }],
    values: { side },
  })
  return [
    ...begun(k, work, '', bound),
    wound('near'),
    wound('far'),
    { id: 'try-between', kind: 'try', wires: [] },
    ...(bound ? palm : []),
    ...carrying(k, g, posts, { of: posts, kinds: aside }, bail),
    ...tied('near'),
    { id: 'try', kind: 'try', wires: [], values: { play: o.play } },
    { id: 'seat', kind: 'seat', wires: [], stone: 'in' },
    ...tied('far'),
    ...(hand === 'right' ? (['left', 'right'] as const) : (['right', 'left'] as const)).map(curled),
    ...trued(k, g),
    trimmed(k),
  ]
}

/** From one wire: shank or bail first, then the far hoop, the stone, up the side, the near hoop over it, and both ends. */
export function oneWireSteps(k: K, g: Ground, work: Ordered): Wirework['steps'] {
  const { o } = k
  const { wires: of, rods, open, bail } = work
  const round = (which: Which, ids: readonly string[]): Step => ({
    id: `wind-one-${which}`,
    kind: 'wind',
    forms: [{ of, ids }],
    values: {
      rod: numberOf(rods[which]),
      open: numberOf(open[which]),
      inside: which === 'near' ? o.seat : o.hoop,
    },
  })
  const turned = (id: string, joint: string, part: string, more: Partial<Step> = {}): Step => ({
    id,
    kind: 'coil',
    joint,
    forms: [{ of, ids: [part] }],
    ...more,
  })
  const left = ['rise', 'near', 'mid', 'far', 'stub'].flatMap((id) => [`${id}-left`, `${id}-right`])
  const bent = ['turn', 'shoulder'].flatMap((id) => [`${id}-left`, `${id}-right`])
  return [
    ...begun(k, work, '-one', false),
    ...carrying(k, g, of, { of, ids: [...bent, ...left] }, bail),
    round('far', ['bend-right', 'far-front-right', 'far-back-right']),
    turned('coil-one-far', 'far-left', 'far-pass-right'),
    { id: 'try-one', kind: 'try', wires: [] },
    { id: 'seat-one', kind: 'seat', wires: [], stone: 'in' },
    turned('climb', 'climb', 'climb-right', { values: { packed: climbTurns(g) } }),
    round('near', ['near-front-right', 'near-back-right']),
    turned('coil-one-near', 'near-left', 'near-pass-right'),
    turned('coil-one-end', 'near-right', 'coil-right', { final: true }),
    { id: 'hook-one', kind: 'hook', forms: [{ of, ids: ['hook-left'] }] },
    ...trued(k, g),
    trimmed(k),
  ]
}
