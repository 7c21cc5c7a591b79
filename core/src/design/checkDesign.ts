import { dist, dot } from '../geom/index.js'
import { measurePath, segmentAt, segmentLength, type Segment } from '../path/index.js'
import { jointsMade, stonesLaid, type Design } from './design.js'

/** Where two segments of a wire's path do not meet: the width of the gap, mm, and the kink between their directions, degrees. */
export interface BrokenPath {
  readonly wire: string
  readonly gap: number
  readonly kink: number
}

/** A gap or a kink that a hand could see: more than this the path of a plan never has, mm and degrees. */
const GAP = 1e-3
const KINK = 0.1

/** How far two segments that follow each other are from one smooth line. */
function between(seg: Segment, next: Segment): { readonly gap: number; readonly kink: number } {
  const end = segmentAt(seg, segmentLength(seg))
  const start = segmentAt(next, 0)
  return {
    gap: dist(end.p, start.p),
    kink: (Math.acos(Math.min(1, dot(end.t, start.t))) * 180) / Math.PI,
  }
}

/**
 * The first place where a wire's path is broken by a thousandth of a millimetre or a tenth of a degree; undefined where all are smooth.
 * @example brokenPath(design) // undefined
 */
export function brokenPath(design: Pick<Design, 'wires'>): BrokenPath | undefined {
  for (const { id, path } of design.wires)
    for (let i = 1; i < path.segments.length; i++) {
      const { gap, kink } = between(path.segments[i - 1]!, path.segments[i]!)
      if (gap > GAP || kink > KINK) return { wire: id, gap, kink }
    }
  return undefined
}

/**
 * What makes a value no Design: gaps or kinks in a path (over 1e-4 mm or 0.5°), members or parts outside their wire,
 * names used twice, needs that name nothing or come later. Returns sentences for engineers; empty when sound.
 */
export function checkDesign(design: Design): string[] {
  const out: string[] = []
  const ids = new Set<string>()
  for (const wire of design.wires) {
    if (ids.has(wire.id)) out.push(`wire ${wire.id} stands twice`)
    ids.add(wire.id)
    const { length } = measurePath(wire.path)
    if (!(Number.isFinite(length) && length > 0)) out.push(`wire ${wire.id} has no length`)
    wire.path.segments.forEach((seg, i) => {
      const next = wire.path.segments[i + 1]
      if (!next) return
      const { gap, kink } = between(seg, next)
      if (gap > 1e-4) out.push(`wire ${wire.id} has a gap of ${gap} after segment ${i}`)
      if (kink > 0.5)
        out.push(
          `wire ${wire.id} has a kink of ${kink.toFixed(2)}° after segment ${i} (${seg.kind} to ${next.kind})`,
        )
    })
    for (const part of wire.parts)
      if (part.s0 < -1e-6 || part.s1 > length + 1e-6 || part.s1 < part.s0)
        out.push(`part ${part.id} lies outside ${wire.id}`)
  }
  for (const joint of design.joints)
    for (const member of joint.members)
      if (!ids.has(member.wire)) out.push(`joint ${joint.id} names no wire ${member.wire}`)
  const joints = new Set(design.joints.map((j) => j.id))
  for (const op of design.operations)
    for (const id of jointsMade(op)) if (!joints.has(id)) out.push(`operation ${op.id} names no joint ${id}`)
  const stones = new Set(design.stones.map((s) => s.id))
  for (const op of design.operations)
    for (const id of stonesLaid(op)) if (!stones.has(id)) out.push(`operation ${op.id} names no stone ${id}`)
  const done = new Set<string>()
  for (const op of design.operations) {
    for (const need of op.needs)
      if (!done.has(need)) out.push(`operation ${op.id} needs ${need}, which is not before it`)
    if (done.has(op.id)) out.push(`operation ${op.id} stands twice`)
    done.add(op.id)
  }
  return out
}
