import { reachOf, trueGapAt, type SectionPose } from '../design/index.js'
import { dot, norm, sub, type Vec3 } from '../geom/index.js'
import { support } from '../wire/index.js'
import type { Held } from './held.js'
import { fromStone, REST, toStone, turnBack, turnInto, type Pose } from './pose.js'
import { besideStation, type Station } from './stations.js'

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
  /** How far each stood off at least when all were looked at last, and the pose of then: what is far cannot have come near since. */
  readonly off: Float64Array
  looked: Pose | undefined
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
  off: new Float64Array(count),
  looked: undefined,
})

/** A memory that may be written on. */
export const copyOf = ({ m, k, whole, q, c, gap, u, pose, off, looked }: Memory): Memory => ({
  m: m.slice(),
  k: k.slice(),
  whole: whole.slice(),
  q: q.slice(),
  c: c.slice(),
  gap: gap.slice(),
  u: u.slice(),
  pose: pose.slice(),
  off: off.slice(),
  looked,
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

/** A stretch whose gap cannot fall by more than this toward either end is measured in its middle only, mm: well under what counts as touching. */
const EVEN = 0.006

/** Gaps up to this are found true, mm; wider ones are left at their bound, which is less: nothing is stopped by them before they are found anew. */
const TRUE_WITHIN = 0.1

/** A plane that lies inside a hollow stone's farthest place by no more than this is moved out there, mm. */
const BOUNDED = 5e-4

/** A plane that parts them wider than what was found by more than this counts in its place, mm. */
const WIDER = 1e-5

/** What was measured last at a station, as it is in a pose. */
function remembered({ memory }: Scene, pose: Pose, i: number): Touch {
  const o = 3 * i
  return {
    station: i,
    m: turnBack(pose, [memory.m[o]!, memory.m[o + 1]!, memory.m[o + 2]!]),
    q: [memory.q[o]!, memory.q[o + 1]!, memory.q[o + 2]!],
    gap: memory.gap[i]!,
  }
}

/** How a stretch falls toward a plane as one goes along it from `u` into one of its halves, a mm: as its middle goes, and as its section turns. */
function slopeAt({ way, bends, from, to, ends, section }: Station, n: Vec3, u: number, half: 0 | 1): number {
  const middle = dot(n, way) + 2 * u * dot(n, bends[half])
  if (section.profile === 'round') return middle
  const turned = toward(ends[half].section, n[0], n[1], n[2]) - toward(section, n[0], n[1], n[2])
  return middle - turned / (half === 0 ? from : to)
}

/** Measures one station's stretch on the true surfaces, where it is nearest, and remembers it. */
export function measure({ held, stations, memory }: Scene, pose: Pose, i: number, reach: number): Touch {
  const st = stations[i]!
  const { from, to } = st
  const long = Math.max(-from, to)
  const nearest = (x: Vec3) => held.nearest(x, st.seed)
  const look = (u: number) => {
    const { p, section } = besideStation(st, u)
    const c = toStone(pose, p)
    const { profile, size } = section
    // a round one is alike all round
    const axes =
      profile === 'round'
        ? section.axes
        : ([turnInto(pose, section.axes[0]), turnInto(pose, section.axes[1])] as const)
    const own = { profile, size, axes }
    const { gap, m, q } = trueGapAt(c, own, nearest, TRUE_WITHIN)
    // the wire's skin stands before the plane by its gap
    return { u, gap, m, q, plane: dot(m, c) - reachOf(own, m) - gap }
  }
  const here = look(memory.u[i]!)
  let best = here
  if (here.gap - long <= reach && long > 0) {
    const n = turnBack(pose, here.m)
    // toward which end it falls
    const half = here.u < 0 || (here.u === 0 && slopeAt(st, n, 0, 0) > 0) ? 0 : 1
    const slope = slopeAt(st, n, here.u, half)
    const falls = slope > 0 ? from : to
    // from one half into the other only through the station
    const far = here.u !== 0 && falls * here.u < 0 ? 0 : falls
    if (far !== here.u && Math.abs(slope) * long > EVEN) {
      const end = look(far)
      if (end.gap < best.gap) best = end
      const rise = slopeAt(st, turnBack(pose, end.m), far, half)
      // between a fall and a rise lies the least
      if (slope * rise < 0) {
        const between = look(here.u + ((far - here.u) * slope) / (slope - rise))
        if (between.gap < best.gap) best = between
      }
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
    return remembered({ held, stations, memory }, pose, i)
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

const apart = (x: number, y: number, z: number): number => Math.sqrt(x * x + y * y + z * z)

/** How far a section reaches against a direction in the piece's frame, mm. */
function toward({ profile, size, axes: [u, v] }: SectionPose, n0: number, n1: number, n2: number): number {
  if (profile === 'round') return size / 2
  return support(profile, size, -(n0 * u[0] + n1 * u[1] + n2 * u[2]), -(n0 * v[0] + n1 * v[1] + n2 * v[2]))
}

/**
 * How far a station's stretch stands off the stone at least, mm: from what was measured there, or from the stone's box. Two bounds by the plane
 * that was found: the stretch's own least distance from it; and, for a wire that bends round the stone and so leads behind the plane, the
 * distance of the place that was nearest, less what other places may have come nearer since, whose normals differ by no more than the stretch turns.
 */
export function atLeast({ held, stations, memory }: Scene, { axes, shift }: Pose, i: number): number {
  const { p, way, bends, from, to, ends, loose, turn, section } = stations[i]!
  const x = p[0] - shift[0]
  const y = p[1] - shift[1]
  const z = p[2] - shift[2]
  const a = axes[0]
  const b = axes[1]
  const c = axes[2]
  const known = memory.k[i]!
  const s0 = a[0] * x + a[1] * y + a[2] * z
  const s1 = b[0] * x + b[1] * y + b[2] * z
  const s2 = c[0] * x + c[1] * y + c[2] * z
  const went =
    known === known ? apart(s0 - memory.c[3 * i]!, s1 - memory.c[3 * i + 1]!, s2 - memory.c[3 * i + 2]!) : 0
  if (memory.whole[i] === 1) {
    const o = 3 * i
    const m0 = memory.m[o]!
    const m1 = memory.m[o + 1]!
    const m2 = memory.m[o + 2]!
    const n0 = a[0] * m0 + b[0] * m1 + c[0] * m2
    const n1 = a[1] * m0 + b[1] * m1 + c[1] * m2
    const n2 = a[2] * m0 + b[2] * m1 + c[2] * m2
    const first = n0 * way[0] + n1 * way[1] + n2 * way[2]
    const own = toward(section, n0, n1, n2)
    const u = memory.u[i]!
    let least = -own
    let there = -own
    // over either half a parabola, less how the section turns: its least is at the end, or where it turns back
    for (let half = 0; half < 2; half++) {
      const whole = half === 0 ? from : to
      if (whole === 0) continue
      const bend = bends[half as 0 | 1]
      const second = n0 * bend[0] + n1 * bend[1] + n2 * bend[2]
      const far = section.profile === 'round' ? own : toward(ends[half as 0 | 1].section, n0, n1, n2)
      const rise = first - (far - own) / whole
      const back = second > 0 ? -rise / (2 * second) : 0
      const within = back * whole > 0 && Math.abs(back) < Math.abs(whole)
      least = Math.min(least, (within ? (rise * back) / 2 : whole * (rise + whole * second)) - own)
      if (u * whole > 0) there = u * (rise + u * second) - own
    }
    const middle = s0 * m0 + s1 * m1 + s2 * m2 - known
    return middle + Math.max(least - loose, there - turn * went)
  }
  // the middle of the wire cannot have come nearer than by what it went; its corners and the ends of the stretch by what they swung
  if (known === known) return memory.gap[i]! - went - (went > 0 ? SWING : 0)
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
  const { held, stations, memory } = scene
  const nearest =
    memory.pose[i] === pose && memory.whole[i] === 1
      ? remembered(scene, pose, i)
      : measure(scene, pose, i, reach)
  const { p, section } = stations[i]!
  if (memory.whole[i] === 1 || !held.nearestAll || nearest.gap > reach) return [nearest]
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

/** Where the stone has moved by more than this, all wires are looked at again, mm. */
const LOOK_AGAIN = 0.5

/** How far any point of the stone has moved at most from one pose to another; without an earlier one, endlessly. */
function movedSince(before: Pose | undefined, pose: Pose, { centre, low, high }: Held): number {
  if (!before) return Infinity
  if (before === pose) return 0
  const shifted = norm(sub(fromStone(pose, centre), fromStone(before, centre)))
  // a turn moves no point by more than its axes' ends move together, times how far out the point lies
  const turned = Math.hypot(...before.axes.map((x, k) => norm(sub(x, pose.axes[k as 0 | 1 | 2]))))
  const far = Math.hypot(...low.map((x, k) => Math.max(centre[k as 0]! - x, high[k as 0]! - centre[k as 0]!)))
  return shifted + turned * far
}

/**
 * Calls with every station that stands within reach of a pose at least, and how near it comes at least. What stood far off when all were looked
 * at last is passed over until the stone has moved as far.
 */
function eachWithin(scene: Scene, pose: Pose, reach: number, near: (i: number, least: number) => void): void {
  const { held, stations, memory } = scene
  const moved = movedSince(memory.looked, pose, held)
  const anew = moved > LOOK_AGAIN
  if (anew) memory.looked = pose
  for (let i = 0; i < stations.length; i++) {
    if (!anew && memory.off[i]! - moved > reach) continue
    const least = memory.pose[i] === pose ? memory.gap[i]! : atLeast(scene, pose, i)
    if (anew) memory.off[i] = least
    if (least <= reach) near(i, least)
  }
}

/** All stations within `reach` mm of the stone in this pose, measured. */
export function touches(scene: Scene, pose: Pose, reach: number): Touch[] {
  const out: Touch[] = []
  eachWithin(scene, pose, reach, (i) => {
    for (const touch of measureAll(scene, pose, i, reach)) if (touch.gap < reach) out.push(touch)
  })
  return out
}

/** Does any wire stand deeper than this in the stone. */
export function standsIn(scene: Scene, pose: Pose, deep: number): boolean {
  let found = false
  eachWithin(scene, pose, -deep, (i) => {
    found ||= measure(scene, pose, i, deep).gap < -deep
  })
  return found
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
  eachWithin(scene, pose, reach, (i, least) => {
    if (memory.whole[i] === 1) {
      const o = 3 * i
      put(
        count,
        turnBack(pose, [memory.m[o]!, memory.m[o + 1]!, memory.m[o + 2]!]),
        [memory.q[o]!, memory.q[o + 1]!, memory.q[o + 2]!],
        least,
      )
      fresh[count] = memory.pose[i] === pose ? 1 : 0
      station[count++] = i
      return
    }
    for (const touch of measureAll(scene, pose, i, reach)) {
      if (touch.gap > reach || count === most) continue
      put(count, touch.m, touch.q, touch.gap)
      fresh[count] = 1
      station[count++] = i
    }
  })
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
