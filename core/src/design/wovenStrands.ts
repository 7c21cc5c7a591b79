import { add, cross, dist, dot, remember, scale, sub, unit, type Vec3 } from '../geom/index.js'
import { pathAt, type Path } from '../path/index.js'
import { HAND_PACKING, parseWeave, strandPath, strandsOf, wirePlaces, type Weave } from '../weave/index.js'
import { spanOf } from './rollAt.js'
import type { Design, Joint } from './design.js'

const read = remember<string, Weave>(32)

/** A weave's one repeat as it was written. @throws RangeError where it cannot be read */
export const weaveOf = (repeat: string, wires: number): Weave =>
  read(`${wires} ${repeat}`, () => {
    const parsed = parseWeave(repeat, wires)
    if (!parsed.ok) throw new RangeError(`the weave "${repeat}" cannot be read`)
    return parsed.weave
  })

/** One weaving wire along the whole of a weave. */
export interface WovenStrand {
  readonly id: string
  readonly points: readonly Vec3[]
}

/** Base wires that stand farther apart than the weave asks: how far, on average. */
function pitchOf(
  base: readonly { readonly path: Path; readonly s0: number; readonly s1: number }[],
  close: readonly number[],
): { readonly pitch?: number } {
  const at = base.map((m) => pathAt(m.path, (m.s0 + m.s1) / 2).p)
  const pitch = at.slice(1).reduce((sum, p, i) => sum + dist(p, at[i]!), 0) / (at.length - 1)
  const asked = close[close.length - 1]! / (close.length - 1)
  return pitch > FARTHER * asked ? { pitch } : {}
}
/** Farther apart than this many times what a weave asks. */
const FARTHER = 1.1

/** Where the base wires are at a share of the way along them, and the way in which their face looks. */
interface Across {
  readonly places: readonly Vec3[]
  readonly across: Vec3
  readonly face: Vec3
}

/**
 * The weaving wires of a joint where its base wires really lie, the first `repeats` repeats of it: each point of a strand stands between two of
 * them as it does on straight wires, and as far before or behind. `perTurn` chords stand for a whole turn. None for other joints.
 * @throws RangeError where the repeat cannot be read
 * @example wovenStrands(design, design.joints[0]!, new Map()) // []
 */
export function wovenStrands(
  { wires }: Pick<Design, 'wires'>,
  joint: Joint,
  paths: ReadonlyMap<string, Path>,
  { repeats = Infinity, perTurn = 12 }: { readonly repeats?: number; readonly perTurn?: number } = {},
): WovenStrand[] {
  const { woven, members, binder } = joint
  if (!woven) return []
  const base = members.map((m) => {
    const wire = wires.find((w) => w.id === m.wire)!
    return { ...m, path: paths.get(m.wire) ?? wire.path, size: spanOf(wire) }
  })
  const middle = (m: (typeof base)[number]) => pathAt(m.path, (m.s0 + m.s1) / 2).t
  const way = middle(base[0]!)
  const weave = weaveOf(woven.repeat, members.length)
  const close = { base: base[0]!.size, weaver: binder.size.mm, packing: HAND_PACKING }
  const spec = { ...close, ...pitchOf(base, wirePlaces(weave, close)) }
  const x = wirePlaces(weave, spec)

  const acrossAt = (share: number): Across => {
    const at = base.map((m) => {
      const back = dot(middle(m), way) < 0
      const s = (m.s1 - m.s0) * share
      return pathAt(m.path, back ? m.s1 - s : m.s0 + s)
    })
    const t = dot(at[0]!.t, way) < 0 ? scale(at[0]!.t, -1) : at[0]!.t
    const places = at.map((a) => a.p)
    // a single wire has no face of its own: the front is as good as any
    const over = places.length > 1 ? sub(places[places.length - 1]!, places[0]!) : cross(t, [0, 0, 1])
    const face = unit(cross(over, t))
    return { places, across: cross(t, face), face }
  }
  const place = ({ places, across, face }: Across, u: number, z: number): Vec3 => {
    const last = x.length - 1
    const next = x.findIndex((v, i) => i > 0 && u <= v)
    const k = (next < 0 ? last : next) - 1
    const beyond = u < x[0]! ? u - x[0]! : u > x[last]! ? u - x[last]! : 0
    const share = last === 0 ? 0 : Math.max(0, Math.min(1, (u - x[k]!) / (x[k + 1]! - x[k]!)))
    const on = last === 0 ? places[0]! : add(scale(places[k]!, 1 - share), scale(places[k + 1]!, share))
    return add(on, add(scale(across, beyond), scale(face, z)))
  }

  const count = Math.min(repeats, woven.repeats)
  return strandsOf(weave, spec).map((strand) => {
    const one = strandPath(strand, perTurn)
    const long = strand.advance + strand.straight
    const points: Vec3[] = []
    for (let k = 0; k < count; k++)
      for (const [i, [u, v, z]] of one.entries()) {
        // each repeat begins where the one before ended
        if (k > 0 && i === 0) continue
        points.push(place(acrossAt((k + v / long) / woven.repeats), u, z))
      }
    return { id: strand.id, points }
  })
}
