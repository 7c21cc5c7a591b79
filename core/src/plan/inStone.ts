import { gapAt, isWound, sectionAt, trueGapAt, type Clash, type Design, type Wire } from '../design/index.js'
import type { Held } from '../hold/index.js'
import { walked } from '../path/index.js'
import { section } from '../wire/index.js'

/** Less deep in the stone a wire only touches it, mm: wire gives, and hands do not work to it. */
const TOUCHING = 0.05
/** A wire near the stone is looked at this far apart, mm; one that is farther off only as often as it can have come nearer. */
const SPACING = 0.5

/** A wire in the place of the stone, or what is bound round it: then `id` is the joint's. */
export interface InStone extends Omit<Clash, 'other'> {
  readonly other: { readonly kind: 'stone' | 'binding'; readonly id: string }
}

/** Height that a joint's binding lies on a wire between two places of it. */
interface Bound {
  readonly joint: string
  readonly s0: number
  readonly s1: number
  readonly high: number
}

/** What is bound round a wire; of a coil the wound wire has a path of its own. */
const boundOn = (design: Design, wire: Wire): Bound[] =>
  design.joints.filter(isWound).flatMap((j) =>
    j.members
      .filter((m) => m.wire === wire.id)
      .map(({ s0, s1 }) => ({
        joint: j.id,
        s0,
        s1,
        high: section(j.binder.profile, j.binder.size.mm).height,
      })),
  )

/**
 * Where a wire of a design, or what is bound round it, would stand in the stone: of each wire and each joint the deepest place, where it is
 * deeper than things that touch.
 * @example inStone(design, heldStone(fullStone(stone))) // []
 */
export function inStone(design: Design, held: Held): InStone[] {
  const found = new Map<string, InStone>()
  const meet = (wire: Wire, s: number, gap: number, p: InStone['p'], joint?: string) => {
    if (gap >= -TOUCHING) return
    const key = `${wire.id}|${joint ?? ''}`
    if ((found.get(key)?.deep ?? 0) >= -gap) return
    const part = wire.parts.find((x) => x.s0 <= s + 1e-9 && s <= x.s1 + 1e-9)
    const other: InStone['other'] = joint ? { kind: 'binding', id: joint } : { kind: 'stone', id: '' }
    found.set(key, { wire: wire.id, other, deep: -gap, p, parts: part ? [part.kind] : [] })
  }
  for (const wire of design.wires) {
    const walk = walked(wire.path)
    const bound = boundOn(design, wire)
    const thickest = Math.max(0, ...bound.map((b) => b.high))
    const seed = { theta: NaN, phi: NaN }
    for (let i = 0; i < walk.count;) {
      const [s, p] = [walk.s(i), walk.point(i)]
      const pose = sectionAt(wire, s, walk.direction(i))
      const near = held.nearest(p, seed)
      const here = bound.filter((b) => s >= b.s0 && s <= b.s1)
      const over = Math.max(0, ...here.map((b) => b.high))
      let { gap } = gapAt(p, near, pose)
      // the quick rule may tell of a square beside a curved face that it stands deeper than it does
      if (gap - over < -TOUCHING) gap = trueGapAt(p, pose, (at) => held.nearest(at, seed), Infinity).gap
      meet(wire, s, gap, p)
      for (const b of here) meet(wire, s, gap - b.high, p, b.joint)
      i += Math.max(1, Math.floor(Math.max(SPACING, gap - thickest) / walk.spacing))
    }
  }
  return [...found.values()].sort((a, b) => b.deep - a.deep)
}
