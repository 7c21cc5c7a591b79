import type { Design, Joint, Wire } from '../design/index.js'
import { sectionAt, type SectionPose } from '../design/index.js'
import type { Vec3 } from '../geom/index.js'
import { stationsOf } from '../path/index.js'
import { alloy, section } from '../wire/index.js'
import type { DomeSeed } from '../stone/index.js'

/** A stretch of one wire between two joints, or inside one: what a contact's force is carried by. Derived, never declared. */
export interface Span {
  readonly id: string
  readonly wire: Wire
  readonly kind: 'span' | 'bound'
  readonly start: 'clamp' | 'pin'
  readonly end: 'clamp' | 'pin'
  /** Points of the centreline at most 1 mm apart: the bar that bends. */
  readonly points: readonly Vec3[]
  readonly length: number
}

/** A place on a wire that may touch the stone. */
export interface Station {
  readonly span: number
  readonly index: number
  readonly p: Vec3
  readonly section: SectionPose
  readonly seed: DomeSeed
}

const SPACING = 1

interface Stretch {
  readonly s0: number
  readonly s1: number
  readonly joint: Joint
}

/**
 * Spans and stations of a design. On each wire the stretches bound in joints part it; between two of them lies a span held as
 * its joints hold. Beyond the first and last joint the wire is a free end and carries nothing here.
 */
export function stationsOfDesign(design: Design): { readonly spans: Span[]; readonly stations: Station[] } {
  const spans: Span[] = []
  const stations: Station[] = []
  for (const wire of design.wires) {
    const bound: Stretch[] = design.joints
      .flatMap((joint) =>
        joint.members.filter((m) => m.wire === wire.id).map((m) => ({ s0: m.s0, s1: m.s1, joint })),
      )
      .sort((a, b) => a.s0 - b.s0)
    const add = (kind: Span['kind'], s0: number, s1: number, start: Joint, end: Joint) => {
      if (s1 - s0 < 1e-6) return
      const list = stationsOf(wire.path, s0, s1, SPACING)
      const fix = (j: Joint): 'clamp' | 'pin' => (j.hold === 'clamp' ? 'clamp' : 'pin')
      const span = spans.length
      spans.push({
        id: `${wire.id}:${start.id}-${end.id}:${spans.filter((x) => x.wire === wire).length}`,
        wire,
        kind,
        start: fix(start),
        end: fix(end),
        points: list.map((x) => x.at.p),
        length: s1 - s0,
      })
      list.forEach((x, index) =>
        stations.push({
          span,
          index,
          p: x.at.p,
          section: sectionAt(wire, x.s, x.at.t),
          seed: { theta: NaN, phi: NaN },
        }),
      )
    }
    bound.forEach((b, i) => {
      add('bound', b.s0, b.s1, b.joint, b.joint)
      const next = bound[i + 1]
      if (next && next.s0 > b.s1) add('span', b.s1, next.s0, b.joint, next.joint)
    })
  }
  return { spans, stations }
}

/** Low end of the yield range of a wire, MPa: what holding is judged by. */
export const lowYield = (wire: Wire): number => alloy(wire.stock.alloy).yield[wire.stock.temper][0]

/** Force at which a wire shears off beside an anchor: A sy / √3. Caps every contact. */
export const shearLoad = (wire: Wire): number =>
  (section(wire.stock.profile, wire.stock.size.mm).area * lowYield(wire)) / Math.sqrt(3)
