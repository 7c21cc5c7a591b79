import { numberOf, type Quantity } from '../../working/index.js'
import type { PartOfWork, Shaped, Step, Wirework } from '../kit/index.js'
import { boundMiddle, trueShank } from '../kit/parts/shank.js'
import { fixed } from '../shared/efforts.js'
import type { Ground, K, Which } from './hoops.js'
import { climbTurns } from './wires.js'

/** What the steps need to know of the work: its wires (of several those that carry the hoops), the rods for the hoops and how wide these come off them, how they look then, and what a bail brings. */
export interface Ordered {
  readonly wires: readonly string[]
  readonly rods: Readonly<Record<Which, Quantity>>
  readonly open: Readonly<Record<Which, Quantity>>
  readonly like: Readonly<Partial<Record<Which, Shaped['like']>>>
  readonly bail?: PartOfWork | undefined
}

const ofRing = (k: K) => ({ ring: k.o.ring, mandrel: numberOf(k.mandrel('shankSize', k.q.ring)) })
const aside = ['shoulder', 'turn', 'side', 'tied']

const trued = (k: K, g: Ground): Step[] => (g.ring ? [trueShank(k, k.mandrel('shankSize', k.q.ring))] : [])

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

/** A hoop bent round its rod: how wide it springs open, and to what its turn in passing will draw it. */
const wind = (k: K, { rods, open }: Ordered, hoop: Which, id: string, form: Shaped): Step => ({
  id,
  kind: 'wind',
  forms: [form],
  values: { rod: numberOf(rods[hoop]), open: numberOf(open[hoop]), inside: insideOf(k, hoop) },
})
const insideOf = ({ o }: K, hoop: Which): number => (hoop === 'near' ? o.seat : o.hoop)

/** Hoops first, tried with the stone between them; then shank or bail, the near hoop, the stone, the far hoop over it, both ends of each carrier. */
export function severalSteps(k: K, g: Ground, work: Ordered): Wirework['steps'] {
  const { o, hand } = k
  const { wires: posts, bail } = work
  const n = posts.length
  const tied = (hoop: Which): Step[] => [
    {
      id: `coil-${hoop}-passing`,
      kind: 'coil',
      joint: `${hoop}-left`,
      forms: [{ of: [hoop], kinds: ['pass', 'front', 'back'] }],
      values: { n, inside: insideOf(k, hoop) },
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
  const curled = (side: 'left' | 'right'): Step => ({
    id: `hook-${side}`,
    kind: 'hook',
    wires: posts,
    takes: { hook: fixed('ends', n) },
    forms: [{ of: posts, ids: [`hook-${side}`] }],
    values: { side },
  })
  return [
    ...(['near', 'far'] as const).map((hoop) => ({
      ...wind(k, work, hoop, `wind-${hoop}`, {
        of: [hoop],
        kinds: ['pass', 'front', 'back'],
        like: work.like[hoop]!,
      }),
      wires: [hoop],
    })),
    { id: 'try-between', kind: 'try', wires: [] },
    ...(g.ring ? boundMiddle(posts, 'bindingSize').steps : []),
    ...carrying(k, g, posts, { of: posts, kinds: aside }, bail),
    ...tied('near'),
    { id: 'try', kind: 'try', wires: [], values: { play: o.play } },
    { id: 'seat', kind: 'seat', wires: [], stone: 'in' },
    ...tied('far'),
    ...(hand === 'right' ? (['left', 'right'] as const) : (['right', 'left'] as const)).map(curled),
    ...trued(k, g),
  ]
}

/** From one wire: shank or bail first, then the far hoop, the stone, up the side, the near hoop over it, and both ends. */
export function oneWireSteps(k: K, g: Ground, work: Ordered): Wirework['steps'] {
  const { wires: of, bail } = work
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
    ...carrying(k, g, of, { of, ids: [...bent, ...left] }, bail),
    wind(k, work, 'far', 'wind-one-far', { of, ids: ['bend-right', 'far-front-right', 'far-back-right'] }),
    turned('coil-one-far', 'far-left', 'far-pass-right'),
    { id: 'try-one', kind: 'try', wires: [] },
    { id: 'seat-one', kind: 'seat', wires: [], stone: 'in' },
    turned('climb', 'climb', 'climb-right', { values: { packed: climbTurns(g) } }),
    wind(k, work, 'near', 'wind-one-near', { of, ids: ['near-front-right', 'near-back-right'] }),
    turned('coil-one-near', 'near-left', 'near-pass-right'),
    turned('coil-one-end', 'near-right', 'coil-right', { final: true }),
    { id: 'hook-one', kind: 'hook', forms: [{ of, ids: ['hook-left'] }] },
    ...trued(k, g),
  ]
}
