import { pathAt, samplePath, type Design, type Joint, type Path, type Vec3 } from '@verger/core'

export type View = 'front' | 'side' | 'back'

/** To the sheet: x right, y down, and depth toward the viewer. The side is seen from the left, its front face to the right. */
export const project = (view: View, [x, y, z]: Vec3): readonly [number, number, number] =>
  view === 'front' ? [x, -y, z] : view === 'back' ? [-x, -y, -z] : [z, -y, -x]

/** A stretch of wire at about one depth, as SVG path data. */
export interface Run {
  readonly wire: string
  readonly d: string
  readonly depth: number
}

const text = (v: number): string => v.toFixed(2)

/** Runs of a wire by depth, so that what is nearer is drawn over what is farther. */
export function runsOf(id: string, path: Path, view: View, thickness: number): Run[] {
  const points = samplePath(path, 0.01).map((p) => project(view, p))
  const out: Run[] = []
  const bucket = (depth: number) => Math.round(depth / (thickness * 0.5))
  let start = 0
  for (let i = 1; i <= points.length; i++) {
    const here = points[i]
    if (here && bucket(here[2]) === bucket(points[start]![2])) continue
    const from = Math.max(0, start - 1)
    const to = Math.min(points.length, i + 1)
    const piece = points.slice(from, to)
    out.push({
      wire: id,
      d: piece.map(([x, y], k) => `${k === 0 ? 'M' : 'L'}${text(x)} ${text(y)}`).join(''),
      depth: bucket(points[start]![2]) * thickness * 0.5,
    })
    start = i
  }
  return out
}

/** One turn of a bind as a bar across its bundle. */
export interface Bar {
  readonly joint: string
  readonly x1: number
  readonly y1: number
  readonly x2: number
  readonly y2: number
  readonly depth: number
}

/** Where one turn of a bind lies: the middle of its bundle, the bundle's direction, and the two ways across it. */
export interface TurnFrame {
  readonly centre: Vec3
  readonly along: Vec3
  readonly across: Vec3
  readonly deep: Vec3
}

/** Height of the binder on what it is wound on. */
export const binderHeight = (joint: Joint): number =>
  joint.binder.profile === 'half-round' ? joint.binder.size.mm / 2 : joint.binder.size.mm

/** Turns of a joint, `count` of them from its start, at their true places. */
export function turnFrames(
  design: Design,
  joint: Joint,
  paths: ReadonlyMap<string, Path>,
  count = joint.turns,
): TurnFrame[] {
  const first = joint.members[0]
  const wire = design.wires.find((w) => w.id === first?.wire)
  if (!first || !wire) return []
  const mids =
    joint.columns === 1 ? [joint.members[(joint.members.length - 1) >> 1]!] : [first, joint.members[1]!]
  return Array.from({ length: Math.min(count, joint.turns) }, (_, k) => {
    const share = (k + 0.5) / joint.turns
    const ends = mids.map((m, i) => {
      const path = paths.get(m.wire) ?? wire.path
      // at the neck and the bail the left stretch runs the other way: its start is the far end
      const s = joint.columns === 2 && i === 0 ? m.s1 - (m.s1 - m.s0) * share : m.s0 + (m.s1 - m.s0) * share
      return pathAt(path, s)
    })
    const c = [0, 1, 2].map(
      (i) => ends.reduce((sum, q) => sum + q.p[i as 0 | 1 | 2], 0) / ends.length,
    ) as unknown as Vec3
    const t = ends[ends.length - 1]!.t
    const level = joint.columns === 1 || joint.rows > 1
    return {
      centre: level ? [c[0], c[1], 0] : c,
      along: t,
      across: joint.columns === 2 ? [1, 0, 0] : [-t[1], t[0], 0],
      deep: joint.columns === 2 ? [0, -t[2], t[1]] : [0, 0, 1],
    }
  })
}

/** Turns of a joint as bars across its bundle in one view. */
export function barsOf(
  design: Design,
  joint: Joint,
  view: View,
  paths: ReadonlyMap<string, Path>,
  count = joint.turns,
): Bar[] {
  const wire = design.wires.find((w) => w.id === joint.members[0]?.wire)
  if (!wire) return []
  const a = wire.stock.size.mm
  const tb = binderHeight(joint)
  return turnFrames(design, joint, paths, count).map(({ centre, across, deep }) => {
    const bar = (v: Vec3, half: number) => {
      const [p, q] = [-1, 1].map((s) =>
        project(view, [
          centre[0] + s * v[0] * half,
          centre[1] + s * v[1] * half,
          centre[2] + s * v[2] * half,
        ]),
      ) as [readonly [number, number, number], readonly [number, number, number]]
      return { p, q, length: Math.hypot(q[0] - p[0], q[1] - p[1]) }
    }
    const one = bar(across, (joint.columns * a) / 2 + tb)
    const two = bar(deep, (joint.rows * a) / 2 + tb)
    const { p, q } = one.length >= two.length ? one : two
    const depth = project(view, centre)[2] + ((view === 'side' ? joint.columns : joint.rows) * a) / 2 + tb
    return { joint: joint.id, x1: p[0], y1: p[1], x2: q[0], y2: q[1], depth }
  })
}
