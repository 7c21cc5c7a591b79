import { reachOf, trueGapAt } from '../design/index.js'
import { add, along, cross, dot, sub, type Vec3 } from '../geom/index.js'
import { support } from '../wire/index.js'
import type { Held } from './held.js'
import { besideStation, type Station } from './stations.js'

/** A rigid pose of the stone: where its frame's origin is and how its axes lie (rows of a rotation). */
export interface Pose {
  readonly shift: Vec3
  readonly axes: readonly [Vec3, Vec3, Vec3]
}

export const REST: Pose = {
  shift: [0, 0, 0],
  axes: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
}

const toStone = (pose: Pose, p: Vec3): Vec3 => {
  const d = sub(p, pose.shift)
  return [dot(pose.axes[0], d), dot(pose.axes[1], d), dot(pose.axes[2], d)]
}
const turnInto = (pose: Pose, v: Vec3): Vec3 => [
  dot(pose.axes[0], v),
  dot(pose.axes[1], v),
  dot(pose.axes[2], v),
]
const turnBack = (pose: Pose, v: Vec3): Vec3 => [
  pose.axes[0][0] * v[0] + pose.axes[1][0] * v[1] + pose.axes[2][0] * v[2],
  pose.axes[0][1] * v[0] + pose.axes[1][1] * v[1] + pose.axes[2][1] * v[2],
  pose.axes[0][2] * v[0] + pose.axes[1][2] * v[1] + pose.axes[2][2] * v[2],
]
/** A point of the stone in the piece's frame. */
export const fromStone = (pose: Pose, p: Vec3): Vec3 => add(turnBack(pose, p), pose.shift)

/** Rotation of the pose by the small vector w about a point, with the translation v. Exact rotation, so no drift. */
export function movePose(pose: Pose, about: Vec3, v: Vec3, w: Vec3): Pose {
  const angle = Math.hypot(...w)
  if (angle < 1e-14) return { shift: add(pose.shift, v), axes: pose.axes }
  const k: Vec3 = [w[0] / angle, w[1] / angle, w[2] / angle]
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const spin = (p: Vec3): Vec3 => {
    const kx = cross(k, p)
    const kd = dot(k, p) * (1 - c)
    return [
      p[0] * c + kx[0] * s + k[0] * kd,
      p[1] * c + kx[1] * s + k[1] * kd,
      p[2] * c + kx[2] * s + k[2] * kd,
    ]
  }
  // axes are the rows of piece-to-stone, so each is a stone axis seen in the piece: they turn along
  return {
    shift: add(add(about, spin(sub(pose.shift, about))), v),
    axes: [spin(pose.axes[0]), spin(pose.axes[1]), spin(pose.axes[2])],
  }
}

/** A wire near the stone in some pose: m from the stone to the wire, q on the stone, both in the piece's frame. */
export interface Touch {
  readonly station: number
  readonly m: Vec3
  readonly q: Vec3
  readonly gap: number
}

/**
 * What was measured last at each station, by its number. Where the plane is said to bound it, the stone lies behind m · x = k of its own frame
 * for ever, as a convex stone always does; so a wire that stood before that plane stands off the stone at least as far as from the plane, in every later pose.
 */
export interface Memory {
  /** Normal of the plane, in the stone's frame. */
  readonly m: Float64Array
  /** Its distance from the frame's origin; NaN where nothing was measured yet. */
  readonly k: Float64Array
  /** 1 where the whole stone lies behind that plane. */
  readonly whole: Uint8Array
  /** The place on the wire that was nearest, in the piece's frame. */
  readonly q: Float64Array
  /** The wire's middle in the stone's frame as it was measured, for stones that are not convex, and the gap. */
  readonly c: Float64Array
  readonly gap: Float64Array
  /** Where in its stretch it was nearest, mm from the station. */
  readonly u: Float64Array
  /** The pose in which it was measured: in that very pose it need not be measured again. */
  readonly pose: (Pose | undefined)[]
}

/** Nothing measured at so many stations. */
export const newMemory = (count: number): Memory => ({
  m: new Float64Array(3 * count),
  k: new Float64Array(count).fill(NaN),
  whole: new Uint8Array(count),
  q: new Float64Array(3 * count),
  c: new Float64Array(3 * count),
  gap: new Float64Array(count),
  u: new Float64Array(count),
  pose: new Array<Pose | undefined>(count).fill(undefined),
})

/** A memory that may be written on. */
export const copyOf = ({ m, k, whole, q, c, gap, u, pose }: Memory): Memory => ({
  m: m.slice(),
  k: k.slice(),
  whole: whole.slice(),
  q: q.slice(),
  c: c.slice(),
  gap: gap.slice(),
  u: u.slice(),
  pose: pose.slice(),
})

/** The memory of some of the stations, in this order. */
export function memoryOf(memory: Memory, picked: readonly number[]): Memory {
  const out = newMemory(picked.length)
  picked.forEach((from, to) => {
    for (const key of ['m', 'q', 'c'] as const)
      for (let j = 0; j < 3; j++) out[key][3 * to + j] = memory[key][3 * from + j]!
    out.k[to] = memory.k[from]!
    out.whole[to] = memory.whole[from]!
    out.gap[to] = memory.gap[from]!
    out.u[to] = memory.u[from]!
    out.pose[to] = memory.pose[from]
  })
  return out
}

/** What is asked of the surroundings: the stone, the wires, and the stone's pose among them. */
export interface Scene {
  readonly held: Held
  readonly stations: readonly Station[]
  readonly memory: Memory
}

/** A stretch of wire whose gap cannot fall by more than this toward either end is measured in its middle only, mm. */
const EVEN = 0.001

/** A plane that lies inside a hollow stone's farthest place by no more than this is moved out there, mm. */
const BOUNDED = 5e-4

/** A plane that parts them wider than what was found by more than this counts in its place, mm. */
const WIDER = 1e-5

/** Measures one station's stretch on the true surfaces, where it is nearest, and remembers it. */
export function measure({ held, stations, memory }: Scene, pose: Pose, i: number, reach: number): Touch {
  const st = stations[i]!
  const long = Math.max(-st.from, st.to)
  const look = (u: number) => {
    const { p, section } = besideStation(st, u)
    const c = toStone(pose, p)
    const axes = [turnInto(pose, section.axes[0]), turnInto(pose, section.axes[1])] as const
    const found = trueGapAt(c, { ...section, axes }, (x) => held.nearest(x, st.seed), reach + long)
    const { m, gap } = found
    const way = turnInto(pose, along(st.way, st.bend, 2 * u))
    return {
      ...found,
      u,
      // the gap falls as the wire's middle goes against the normal
      slope: dot(m, way),
      // the wire's skin stands before the plane by its gap
      plane: dot(m, c) - reachOf({ ...section, axes }, m) - gap,
    }
  }
  let best = look(memory.u[i]!)
  const better = (x: typeof best) => {
    if (x.gap < best.gap) best = x
  }
  if (st.section.profile === 'round' && best.gap - long <= reach && Math.abs(best.slope) * long > EVEN) {
    const here = best
    const far = here.slope > 0 ? st.from : st.to
    if (far !== here.u) {
      const end = look(far)
      better(end)
      // between a fall and a rise lies the least
      if (here.slope * end.slope < 0)
        better(look(here.u + ((far - here.u) * here.slope) / (here.slope - end.slope)))
    }
  }
  const { gap, m, q } = best
  const middle = toStone(pose, st.p)
  // the plane that was found before parts them still, and wider: a search among a flat side's many normals may end beside the widest
  const before = memory.whole[i] === 1 ? atLeast({ held, stations, memory }, pose, i) : -Infinity
  if (before > gap + WIDER) {
    memory.gap[i] = before
    memory.pose[i] = pose
    for (let j = 0; j < 3; j++) memory.c[3 * i + j] = middle[j as 0]
    const o = 3 * i
    return {
      station: i,
      m: turnBack(pose, [memory.m[o]!, memory.m[o + 1]!, memory.m[o + 2]!]),
      q: [memory.q[o]!, memory.q[o + 1]!, memory.q[o + 2]!],
      gap: before,
    }
  }
  const at = fromStone(pose, q)
  // a stone with hollows lies behind the planes of its bulging parts all the same
  const out = held.convex ? -Infinity : (held.support?.(m) ?? Infinity)
  memory.whole[i] = out <= best.plane + BOUNDED ? 1 : 0
  memory.k[i] = memory.whole[i] === 1 ? Math.max(best.plane, out) : best.plane
  memory.gap[i] = gap
  memory.u[i] = best.u
  memory.pose[i] = pose
  for (let j = 0; j < 3; j++) {
    memory.m[3 * i + j] = m[j as 0]
    memory.q[3 * i + j] = at[j as 0]
    memory.c[3 * i + j] = middle[j as 0]
  }
  return { station: i, m: turnBack(pose, m), q: at, gap }
}

/** How far a station's stretch stands off the stone at least, mm: from what was measured there, or from the stone's box. */
export function atLeast({ held, stations, memory }: Scene, { axes, shift }: Pose, i: number): number {
  const { p, way, bend, from, to, loose, section } = stations[i]!
  const [x, y, z] = [p[0] - shift[0], p[1] - shift[1], p[2] - shift[2]]
  const [a, b, c] = axes
  const known = memory.k[i]!
  if (memory.whole[i] === 1) {
    const o = 3 * i
    const [m0, m1, m2] = [memory.m[o]!, memory.m[o + 1]!, memory.m[o + 2]!]
    const n0 = a[0] * m0 + b[0] * m1 + c[0] * m2
    const n1 = a[1] * m0 + b[1] * m1 + c[1] * m2
    const n2 = a[2] * m0 + b[2] * m1 + c[2] * m2
    // least of a parabola over the stretch: at an end, or where it turns
    const first = n0 * way[0] + n1 * way[1] + n2 * way[2]
    const second = n0 * bend[0] + n1 * bend[1] + n2 * bend[2]
    let fall = Math.min(from * (first + from * second), to * (first + to * second), 0)
    const turn = -first / (2 * second)
    if (second > 0 && turn > from && turn < to) fall = (first * turn) / 2
    const ahead = n0 * x + n1 * y + n2 * z + fall - loose - known
    if (section.profile === 'round') return ahead - section.size / 2
    const [u, v] = section.axes
    return (
      ahead -
      support(
        section.profile,
        section.size,
        // toward the stone
        -(n0 * u[0] + n1 * u[1] + n2 * u[2]),
        -(n0 * v[0] + n1 * v[1] + n2 * v[2]),
      )
    )
  }
  const s0 = a[0] * x + a[1] * y + a[2] * z
  const s1 = b[0] * x + b[1] * y + b[2] * z
  const s2 = c[0] * x + c[1] * y + c[2] * z
  // the middle of the wire cannot have come nearer than by what it went; its corners and the ends of the stretch by what they swung
  if (known === known) {
    const went = Math.hypot(s0 - memory.c[3 * i]!, s1 - memory.c[3 * i + 1]!, s2 - memory.c[3 * i + 2]!)
    return memory.gap[i]! - went - (went > 0 ? SWING : 0)
  }
  const { low, high } = held
  const dx = Math.max(0, s0 - high[0], low[0] - s0)
  const dy = Math.max(0, s1 - high[1], low[1] - s1)
  const dz = Math.max(0, s2 - high[2], low[2] - s2)
  return Math.sqrt(dx * dx + dy * dy + dz * dz) - section.size * Math.SQRT1_2 - Math.max(-from, to)
}
/** What the ends of a stretch and a square's corners may have swung besides, mm, for stones that are not convex. */
const SWING = 0.05

/** What a station touches of a stone with hollows: every place of it that is nearest for its surroundings. */
function measureAll(scene: Scene, pose: Pose, i: number, reach: number): Touch[] {
  const nearest = measure(scene, pose, i, reach)
  const { held, stations } = scene
  const { p, section } = stations[i]!
  if (scene.memory.whole[i] === 1 || !held.nearestAll || nearest.gap > reach) return [nearest]
  const thick = section.size * Math.SQRT1_2
  const others = held.nearestAll(toStone(pose, p), reach + thick).flatMap(({ q, m, distance }): Touch[] => {
    const [at, way] = [fromStone(pose, q), turnBack(pose, m)]
    const gap = distance - reachOf(section, way)
    // the nearest of all was measured exactly
    const same = dot(way, nearest.m) > SAME_WAY
    return same || gap > reach ? [] : [{ station: i, m: way, q: at, gap }]
  })
  return [nearest, ...others]
}
/** Cosine of 6 degrees: two places that are touched in directions nearer than that are one. */
const SAME_WAY = 0.995

/** All stations within `reach` mm of the stone in this pose, measured. */
export function touches(scene: Scene, pose: Pose, reach: number): Touch[] {
  const out: Touch[] = []
  for (let i = 0; i < scene.stations.length; i++) {
    if (atLeast(scene, pose, i) > reach) continue
    for (const touch of measureAll(scene, pose, i, reach)) if (touch.gap < reach) out.push(touch)
  }
  return out
}

/** Does any wire stand deeper than this in the stone. */
export function standsIn(scene: Scene, pose: Pose, deep: number): boolean {
  for (let i = 0; i < scene.stations.length; i++)
    if (atLeast(scene, pose, i) < -deep && measure(scene, pose, i, deep).gap < -deep) return true
  return false
}

/** Wires near the stone in one pose, with all that was measured there. */
export interface Surroundings {
  readonly near: readonly Touch[]
  readonly memory: Memory
}

/** What is near the stone at rest, found once for all walks from there. */
export function surroundings(held: Held, stations: readonly Station[], reach: number): Surroundings {
  const memory = newMemory(stations.length)
  return { near: touches({ held, stations, memory }, REST, reach), memory }
}

/** Sides of a hollow that one wire may touch. */
const SIDES = 4

/** Figures of a row: normal, moment about the stone's middle (turns times `lever`), gap. */
export const ROW = 7

/** Wires near the stone as inequalities m · (v + w × r) <= gap. Those of a convex stone may be old: true, but stricter than they need be. */
export interface Rows {
  readonly count: number
  readonly station: Int32Array
  readonly figures: Float64Array
  /** Measures the wire of a row anew in this pose. False if that was done already. */
  refresh(row: number): boolean
}

/** Room for rows, used again by each call: only the rows that were asked for last are good. */
let room = { station: new Int32Array(0), fresh: new Uint8Array(0), figures: new Float64Array(0) }

function roomFor(count: number): typeof room {
  if (room.station.length < count)
    room = {
      station: new Int32Array(count),
      fresh: new Uint8Array(count),
      figures: new Float64Array(ROW * count),
    }
  return room
}

/** Rows of what is within reach of a pose, good until the next are asked for. Nothing is measured that was measured before, but on a stone that is not convex. */
export function rowsNear(scene: Scene, pose: Pose, at: Vec3, lever: number, reach: number): Rows {
  const { held, stations, memory } = scene
  // a stone with hollows may be touched on several sides by one wire
  const most = (held.convex ? 1 : SIDES) * stations.length
  const { station, fresh, figures } = roomFor(most)
  const put = (row: number, m: Vec3, q: Vec3, gap: number) => {
    const o = ROW * row
    const [x, y, z] = [q[0] - at[0], q[1] - at[1], q[2] - at[2]]
    figures[o] = m[0]
    figures[o + 1] = m[1]
    figures[o + 2] = m[2]
    figures[o + 3] = (y * m[2] - z * m[1]) * lever
    figures[o + 4] = (z * m[0] - x * m[2]) * lever
    figures[o + 5] = (x * m[1] - y * m[0]) * lever
    figures[o + 6] = gap
  }
  let count = 0
  for (let i = 0; i < stations.length; i++) {
    const known = memory.pose[i] === pose
    const least = known ? memory.gap[i]! : atLeast(scene, pose, i)
    if (least > reach) continue
    if (memory.whole[i] === 1) {
      const o = 3 * i
      put(
        count,
        turnBack(pose, [memory.m[o]!, memory.m[o + 1]!, memory.m[o + 2]!]),
        [memory.q[o]!, memory.q[o + 1]!, memory.q[o + 2]!],
        least,
      )
      fresh[count] = known ? 1 : 0
      station[count++] = i
      continue
    }
    for (const touch of measureAll(scene, pose, i, reach)) {
      if (touch.gap > reach || count === most) continue
      put(count, touch.m, touch.q, touch.gap)
      fresh[count] = 1
      station[count++] = i
    }
  }
  return {
    count,
    station,
    figures,
    refresh: (row) => {
      if (fresh[row]) return false
      fresh[row] = 1
      const touch = measure(scene, pose, station[row]!, reach)
      put(row, touch.m, touch.q, touch.gap)
      return true
    },
  }
}
