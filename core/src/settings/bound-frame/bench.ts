import { gapAt, type Design, type Joint, type SectionPose, type Wire } from '../../design/index.js'
import { along, cross, sub, unit, type Vec3 } from '../../geom/index.js'
import { measurePath, reversePath, type Path, type Segment } from '../../path/index.js'
import { normalAtHour, outlinePoint, type Stone } from '../../stone/index.js'
import { bind } from '../shared/bind.js'
import type { BenchMove, Options } from '../family.js'
import { build, frameBasis, partRange, wireHeight, type FrameBasis } from './build.js'
import { SPREAD, withBends } from './moves.js'
import { bindingStock, frameStock, readOptions, type BoundFrameOptions } from './options.js'
import { limitsOf } from './params.js'

/** How much farther a bend can be pressed in with the stone in, mm. */
const PRESS = [0.3, 0.6] as const
/** By how much tighter the wires can be drawn together under the neck's binding, mm of their radius, and the binding for it, mm. */
const CLOSER = 0.6
const TO_CLOSE = 40
/** Binding for two ties, mm. */
const TO_TIE_WITH = 120
/** Where a front tail may be led and tied, hours on the right; the left one goes to the mirrored place. */
const TAIL_HOURS = [1, 1.5, 2, 2.5, 3] as const
/** Tail that is left to tie with, mm. */
const TO_TIE = 4
/** Length of frame that a tied tail lies along, mm. */
const TIED = 2

/** What can still be done with the stone in: bends pressed farther in or added, the neck drawn tighter, the front tails led over the edge and tied. */
export function benchMoves(stone: Stone, options: Options): BenchMove[] {
  const o = readOptions(options)
  const most = (id: string) => limitsOf(stone, id).most
  const out: BenchMove[] = []
  const faces = [
    ['front', 'frontOverlap', 'frontBends'],
    ['back', 'backOverlap', 'backBends'],
  ] as const
  for (const [face, reach, places] of faces) {
    for (const by of PRESS) {
      const deeper = Number((o[reach] + by).toFixed(1))
      if (o[places].length > 0 && o[reach] > 0 && deeper <= most(reach))
        out.push({ id: `press-${face}`, values: { by }, change: { [reach]: deeper }, risk: 'edge', wire: 0 })
    }
    const added = o[places].length === 0 ? SPREAD : withBends(o[places])
    if (added)
      out.push({
        id: `add-${face}`,
        values: {},
        change: { [places]: added, ...(o[reach] < 0.5 ? { [reach]: 1 } : {}) },
        risk: 'edge',
        wire: 0,
      })
  }
  const tighter = Number((o.neckRadius - CLOSER).toFixed(1))
  if (tighter >= limitsOf(stone, 'neckRadius').least)
    out.push({ id: 'close-neck', values: {}, change: { neckRadius: tighter }, risk: 'none', wire: TO_CLOSE })
  if (o.wires > 1 && o.tail > 0) {
    const basis = frameBasis(stone, options)
    for (const hour of TAIL_HOURS) {
      const { length } = measurePath(tailOver(basis, hour, 1))
      if (length + TO_TIE <= o.tail)
        out.push({
          id: 'tail-over',
          values: { hour, other: 12 - hour },
          change: {},
          tail: hour,
          risk: 'scratch',
          wire: TO_TIE_WITH,
        })
    }
  }
  return out
}

/** The piece as it stands when these were done, one after the other. @throws RangeError as `build` does */
export function withBench(stone: Stone, options: Options, done: readonly BenchMove[]): Design {
  const changed: Options = Object.assign({}, options, ...done.map((m) => m.change))
  const design = build(stone, changed)
  const tail = [...done].reverse().find((m) => m.tail !== undefined)?.tail
  return tail === undefined ? design : withTails(frameBasis(stone, changed), design, tail)
}

/** The front wire's tails led from the neck over the edge to the sides, and tied there. */
function withTails(basis: FrameBasis, design: Design, hour: number): Design {
  const { o } = basis
  const front = design.wires.find((w) => w.id === 'front')!
  const [from, to] = [partRange(front, 'neck-left').s0, partRange(front, 'neck-right').s1]
  const core = cutPath(front.path, from, to)
  const right = tailOver(basis, hour, 1)
  const left = tailOver(basis, hour, -1)
  const path: Path = { segments: [...reversePath(left).segments, ...core, ...right.segments] }
  const before = measurePath(left).length
  const { length } = measurePath(path)
  const shift = before - from
  const wire: Wire = {
    ...front,
    path,
    roll: [{ s0: 0, s1: length, face: [0, 0, 1] }],
    anchor: front.anchor + shift,
    parts: [
      { id: 'tail-left', kind: 'tail', s0: 0, s1: before },
      ...front.parts
        .filter((p) => p.kind !== 'tail')
        .map((p) => ({ ...p, s0: p.s0 + shift, s1: p.s1 + shift })),
      { id: 'tail-right', kind: 'tail', s0: before + (to - from), s1: length },
    ],
  }
  const tie = (id: string, s0: number, s1: number): Joint => ({
    ...bind({
      id,
      members: [{ wire: 'front', s0, s1 }],
      binder: bindingStock(o),
      columns: 1,
      rows: 2,
      length: TIED,
    }),
    // it holds a tail that lies across: it may turn in it
    hold: 'pin',
  })
  return {
    ...design,
    wires: design.wires.map((w) => (w.id === 'front' ? wire : w)),
    joints: [
      ...design.joints.map((j) => ({
        ...j,
        members: j.members.map((m) =>
          m.wire === 'front' ? { ...m, s0: m.s0 + shift, s1: m.s1 + shift } : m,
        ),
      })),
      tie('tie-left', 0, TIED),
      tie('tie-right', length - TIED, length),
    ],
    free: design.free.filter((f) => f.wire !== 'front'),
    // the steps of the plan end where this begins
    operations: [],
  }
}

/** Segments of a path between two lengths that fall between segments. */
function cutPath(path: Path, from: number, to: number): readonly Segment[] {
  const { starts } = measurePath(path)
  return path.segments.filter((_, i) => starts[i]! >= from - 1e-6 && starts[i + 1]! <= to + 1e-6)
}

/** Places along a tail's way at which the stone is asked how high it stands. */
const ASKED = 28
/** It is led this far off the stone, mm: pulled down it lies on it. */
const OFF = 0.01

/**
 * The way of the front wire's right tail (`side` 1) or left one (-1): folded forward off the top of the neck, down its front, then as a string would lie over the
 * face to the frame at that hour, on top of the front wire.
 */
function tailOver(basis: FrameBasis, hour: number, side: 1 | -1): Path {
  const { o, solid, line, stations } = basis
  const a = line.thickness
  const z = wireHeight(o.wires - 1, o.wires, a)
  const high = z + a + line.binder
  const [x, y] = outlinePoint(solid.outline, normalAtHour(solid.outline, hour), a / 2)
  const top: Vec3 = [(side * a) / 2, stations.join + o.neck, z]
  const over: Vec3 = [(side * a) / 2, stations.join + o.neck, high]
  const down: Vec3 = [(side * a) / 2, stations.join, high]
  const end: Vec3 = [side * x, y, z + a]
  const way = unit([end[0] - down[0], end[1] - down[1], 0])
  const string = stringOver(basis, down, end, way)
  const points = [top, over, ...string, along(end, way, TIED)]
  return {
    segments: points.slice(1).map((to, i) => ({ kind: 'line', from: points[i]!, to })),
  }
}

/** A string from one place to another over the face, in the upright plane through both: the hull of what stands between them. */
function stringOver({ solid, o }: FrameBasis, from: Vec3, to: Vec3, way: Vec3): Vec3[] {
  const gap = (p: Vec3, t: Vec3) => gapAt(p, solid.nearest(p[0], p[1], p[2]), lying(o, t)).gap
  const at = (k: number): Vec3 => along(from, sub(to, from), k)
  const raised = Array.from({ length: ASKED + 1 }, (_, i): Vec3 => {
    const p = at(i / ASKED)
    if (i === 0 || i === ASKED || gap(p, way) >= OFF) return p
    let [lo, hi] = [p[2], solid.apex + 2]
    for (let k = 0; k < 30; k++) {
      const mid = (lo + hi) / 2
      if (gap([p[0], p[1], mid], way) >= OFF) hi = mid
      else lo = mid
    }
    return [p[0], p[1], hi]
  })
  // upper hull over the plane's own length
  const run = (p: Vec3) => (p[0] - from[0]) * way[0] + (p[1] - from[1]) * way[1]
  const hull: Vec3[] = []
  for (const p of raised) {
    while (hull.length > 1) {
      const [b, c] = [hull[hull.length - 2]!, hull[hull.length - 1]!]
      const turn = (run(c) - run(b)) * (p[2] - b[2]) - (c[2] - b[2]) * (run(p) - run(b))
      if (turn < 0) break
      hull.pop()
    }
    hull.push(p)
  }
  return clear(hull, gap)
}

/** The same, lifted where a sloping square would stand in the stone between two of its points. */
function clear(line: readonly Vec3[], gap: (p: Vec3, t: Vec3) => number): Vec3[] {
  let points = [...line]
  for (let round = 0; round < 4; round++) {
    let least = Infinity
    for (let i = 1; i < points.length; i++) {
      const way = sub(points[i]!, points[i - 1]!)
      if (Math.hypot(...way) < 1e-9) continue
      for (const k of [0, 0.25, 0.5, 0.75, 1])
        least = Math.min(least, gap(along(points[i - 1]!, way, k), unit(way)))
    }
    if (least >= 0) break
    points = points.map((p, i): Vec3 =>
      i === 0 || i === points.length - 1 ? p : [p[0], p[1], p[2] - least + OFF],
    )
  }
  return points
}

/** The frame's wire as it lies across a face, a side down. */
function lying(o: BoundFrameOptions, t: Vec3): SectionPose {
  const face = unit(along([0, 0, 1], t, -t[2]))
  const { profile, size } = frameStock(o)
  return { profile, size: size.mm, axes: [face, cross(t, face)] }
}
