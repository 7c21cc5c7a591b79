import {
  add,
  along,
  cross,
  dot,
  isWound,
  pathAt,
  pathLength,
  samplePath,
  scale,
  spanOf,
  squareTo,
  stationsOf,
  sub,
  THROUGH,
  type Design,
  type Joint,
  type Path,
  type Vec3,
  type Wire,
} from '@verger/core'

export type View = 'front' | 'side' | 'back' | 'end'

/**
 * To the sheet: x right, y down, and depth toward the viewer. The side is seen from the left, its front face to the right; the end from the
 * foot, its front face up: a ring as it lies on the finger.
 */
export function project(view: View, [x, y, z]: Vec3): readonly [number, number, number] {
  switch (view) {
    case 'front':
      return [x, -y, z]
    case 'back':
      return [-x, -y, -z]
    case 'side':
      return [z, -y, -x]
    case 'end':
      return [x, -z, -y]
    default: {
      const never: never = view
      throw new RangeError(`unknown view ${String(never)}`)
    }
  }
}

/** The views that a piece is drawn in: a ring also along the finger. */
export const viewsOf = (design: Pick<Design, 'worn'>): readonly View[] =>
  design.worn === 'ring' ? ['front', 'side', 'end'] : ['front', 'side', 'back']

/** All stretches of a wire at about one depth, as SVG path data. */
export interface Run {
  readonly wire: string
  readonly d: string
  readonly depth: number
}

const text = (v: number): string => v.toFixed(2)

/** Runs of a wire by depth, so that what is nearer is drawn over what is farther. */
export const runsOf = (id: string, path: Path, view: View, thickness: number): Run[] =>
  runsThrough(id, samplePath(path, 0.01), view, thickness)

/** Runs of a wire by depth without what lies hidden in the hole of a stone. */
export const runsOutside = (wire: Wire, path: Path, view: View, thickness: number): Run[] => {
  const hidden = wire.parts.filter((p) => p.kind === THROUGH).sort((a, b) => a.s0 - b.s0)
  if (hidden.length === 0) return runsOf(wire.id, path, view, thickness)
  const stops = [0, ...hidden.flatMap((p) => [p.s0, p.s1]), pathLength(path)]
  return Array.from({ length: stops.length / 2 }, (_, i) => [stops[2 * i]!, stops[2 * i + 1]!] as const)
    .filter(([from, to]) => to - from > NOTHING)
    .flatMap(([from, to]) =>
      runsThrough(
        wire.id,
        stationsOf(path, from, to, FINE).map((x) => x.at.p),
        view,
        thickness,
      ),
    )
}
/** Places on such a wire are so near to each other, and shorter than this nothing is drawn, mm. */
const FINE = 0.12
const NOTHING = 1e-3

/** Runs of a line through these points by depth: a wire that goes up and down a hundred times is still a few runs. */
export function runsThrough(id: string, line: readonly Vec3[], view: View, thickness: number): Run[] {
  const points = line.map((p) => project(view, p))
  const out = new Map<number, string[]>()
  const bucket = (depth: number) => Math.round(depth / (thickness * 0.5))
  let start = 0
  for (let i = 1; i <= points.length; i++) {
    const here = points[i]
    const level = bucket(points[start]![2])
    if (here && bucket(here[2]) === level) continue
    const from = Math.max(0, start - 1)
    const to = Math.min(points.length, i + 1)
    const stretches = out.get(level) ?? []
    for (const [k, [x, y]] of points.slice(from, to).entries())
      stretches.push(`${k === 0 ? 'M' : 'L'}${text(x)} ${text(y)}`)
    out.set(level, stretches)
    start = i
  }
  return [...out].map(([level, stretches]) => ({
    wire: id,
    d: stretches.join(''),
    depth: level * thickness * 0.5,
  }))
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

/** Where one turn of a bind lies: the middle of its bundle, the bundle's direction, the two ways across it, and how far the wires reach in each. */
export interface TurnFrame {
  readonly centre: Vec3
  readonly along: Vec3
  readonly across: Vec3
  readonly deep: Vec3
  /** Half of the bundle's width and depth, mm. */
  readonly half: readonly [across: number, deep: number]
}

/** Height of the binder on what it is wound on. */
export const binderHeight = (joint: Joint): number =>
  joint.binder.profile === 'half-round' ? joint.binder.size.mm / 2 : joint.binder.size.mm

/** Turns of a joint, `count` of them from its start, at their true places. Turns that the wires make themselves lie on their paths, and a weave has strands: none. */
export function turnFrames(
  design: Design,
  joint: Joint,
  paths: ReadonlyMap<string, Path>,
  count = joint.turns,
): TurnFrame[] {
  if (!isWound(joint) || joint.woven) return []
  const members = joint.members.flatMap((m) => {
    const wire = design.wires.find((w) => w.id === m.wire)
    return wire ? [{ ...m, path: paths.get(m.wire) ?? wire.path, size: spanOf(wire) }] : []
  })
  // the last runs the way that the turns are counted: at the neck and the bail the left stretch runs the other way
  const last = members[members.length - 1]
  if (!last) return []
  const middle = (m: typeof last) => pathAt(m.path, (m.s0 + m.s1) / 2).t
  const way = middle(last)
  return Array.from({ length: Math.min(count, joint.turns) }, (_, k) => {
    const share = (k + 0.5) / joint.turns
    const ends = members.map((m) => {
      const back = dot(middle(m), way) < 0
      return {
        ...pathAt(m.path, back ? m.s1 - (m.s1 - m.s0) * share : m.s0 + (m.s1 - m.s0) * share),
        size: m.size,
      }
    })
    const centre = scale(
      ends.reduce<Vec3>((sum, q) => add(sum, q.p), [0, 0, 0]),
      1 / ends.length,
    )
    const t = ends[ends.length - 1]!.t
    // a pair lies as it lies; more wires are laid across and deep
    const apart = ends.length === 2 ? sub(ends[1]!.p, ends[0]!.p) : undefined
    const aside = apart && sub(apart, scale(t, dot(apart, t)))
    const across =
      aside && Math.hypot(...aside) > 1e-6
        ? scale(aside, 1 / Math.hypot(...aside))
        : cross(squareTo(Math.abs(t[2]) < 0.9 ? [0, 0, 1] : [0, 1, 0], t), t)
    const deep = cross(t, across)
    const reach = (v: Vec3) => Math.max(...ends.map((q) => Math.abs(dot(sub(q.p, centre), v)) + q.size / 2))
    return { centre, along: t, across, deep, half: [reach(across), reach(deep)] as const }
  })
}

/** How many of a weave's repeats so many turns make, whole ones. */
export const repeatsMade = ({ woven, turns }: Joint, count: number): number =>
  woven ? Math.floor(Math.min(count, turns) / woven.rows + 1e-9) : 0

/** Turns of a joint as bars across its bundle in one view. */
export function barsOf(
  design: Design,
  joint: Joint,
  view: View,
  paths: ReadonlyMap<string, Path>,
  count = joint.turns,
): Bar[] {
  const tb = binderHeight(joint)
  return turnFrames(design, joint, paths, count).map(({ centre, across, deep, half }) => {
    const bar = (v: Vec3, reach: number) => {
      const [p, q] = [-1, 1].map((s) => project(view, along(centre, v, s * reach))) as [
        readonly [number, number, number],
        readonly [number, number, number],
      ]
      return { p, q, length: Math.hypot(q[0] - p[0], q[1] - p[1]) }
    }
    const one = bar(across, half[0] + tb)
    const two = bar(deep, half[1] + tb)
    const { p, q } = one.length >= two.length ? one : two
    // as near as the bundle's nearer side
    const toward = (v: Vec3, reach: number) => Math.abs(project(view, v)[2]) * reach
    const depth = project(view, centre)[2] + toward(across, half[0]) + toward(deep, half[1]) + tb
    return { joint: joint.id, x1: p[0], y1: p[1], x2: q[0], y2: q[1], depth }
  })
}
