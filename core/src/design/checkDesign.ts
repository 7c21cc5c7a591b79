import { dist, dot } from '../geom/index.js'
import { measurePath, segmentAt, segmentLength } from '../path/index.js'
import type { Design } from './design.js'

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
      const end = segmentAt(seg, segmentLength(seg))
      const start = segmentAt(next, 0)
      if (dist(end.p, start.p) > 1e-4)
        out.push(`wire ${wire.id} has a gap of ${dist(end.p, start.p)} after segment ${i}`)
      const angle = (Math.acos(Math.min(1, dot(end.t, start.t))) * 180) / Math.PI
      if (angle > 0.5)
        out.push(
          `wire ${wire.id} has a kink of ${angle.toFixed(2)}° after segment ${i} (${seg.kind} to ${next.kind})`,
        )
    })
    for (const part of wire.parts)
      if (part.s0 < -1e-6 || part.s1 > length + 1e-6 || part.s1 < part.s0)
        out.push(`part ${part.id} lies outside ${wire.id}`)
  }
  for (const joint of design.joints)
    for (const member of joint.members)
      if (!ids.has(member.wire)) out.push(`joint ${joint.id} names no wire ${member.wire}`)
  const done = new Set<string>()
  for (const op of design.operations) {
    for (const need of op.needs)
      if (!done.has(need)) out.push(`operation ${op.id} needs ${need}, which is not before it`)
    if (done.has(op.id)) out.push(`operation ${op.id} stands twice`)
    done.add(op.id)
  }
  return out
}
