import { ALONE, type Design, type Joint, type Wire } from './design/index.js'
import type { Vec3 } from './geom/index.js'
import { askedOf, DEMANDS, holdOf, type Held, type Hold, type Setting } from './hold/index.js'
import { pathLength, type Path } from './path/index.js'
import { wireSize, type AlloyId, type Profile, type Temper } from './wire/index.js'

/** For tests only: a wire of a bare design, bound where it is said; millimetres along it. */
export interface BareWire {
  readonly id: string
  readonly path: Path
  readonly bound: readonly (readonly [s0: number, s1: number])[]
  readonly size?: string
  readonly profile?: Profile
  readonly alloy?: AlloyId
  readonly temper?: Temper
  readonly taut?: boolean
  readonly hold?: Joint['hold']
  readonly slip?: number
}

/** For tests only: wires and what binds them, and nothing else. Each bound stretch is a joint by itself. */
export function bareDesign(wires: readonly BareWire[]): Design {
  const made = wires.map((w): Wire => {
    const length = pathLength(w.path)
    return {
      id: w.id,
      stock: {
        alloy: w.alloy ?? 'copper',
        temper: w.temper ?? 'half hard',
        profile: w.profile ?? 'round',
        size: wireSize(w.size ?? '1.0 metric'),
      },
      path: w.path,
      roll: [{ s0: 0, s1: length, face: [0, 0, 1] }],
      ends: [
        { place: [0, 0, 0], direction: [1, 0, 0], finish: 'tucked' },
        { place: [0, 0, 0], direction: [1, 0, 0], finish: 'tucked' },
      ],
      parts: w.taut ? [{ id: 'taut', kind: 'taut', s0: 0, s1: length }] : [],
      anchor: 0,
    }
  })
  const joints = wires.flatMap((w, k) =>
    w.bound.map(([s0, s1], i): Joint => ({
      id: `${w.id}-${i}`,
      kind: 'bind',
      members: [{ wire: w.id, s0, s1 }],
      binder: made[k]!.stock,
      columns: 1,
      rows: 1,
      length: s1 - s0,
      turns: 4,
      hold: w.hold ?? 'clamp',
      slip: w.slip ?? 1000,
    })),
  )
  return {
    version: 1,
    family: 'bare',
    stones: ALONE,
    wires: made,
    joints,
    accents: [],
    operations: [],
  }
}

/** For tests only: what holds a stone of so many grams that hangs, by the demands that a workshop begins with. */
export const holdFor = (setting: Setting, mass: number): Hold =>
  holdOf(setting, askedOf(DEMANDS, mass, undefined))

/** For tests only: a circle of wire about the z axis (or y), bound at its two sides. */
export function hoop(
  id: string,
  radius: number,
  at: number,
  axis: 'y' | 'z' = 'z',
  more: Partial<BareWire> = {},
): BareWire {
  const centre: Vec3 = axis === 'z' ? [0, 0, at] : [0, at, 0]
  const path: Path = {
    segments: [
      {
        kind: 'arc',
        centre,
        x: [1, 0, 0],
        y: axis === 'z' ? [0, 1, 0] : [0, 0, 1],
        radius,
        sweep: 2 * Math.PI,
      },
    ],
  }
  const round = 2 * Math.PI * radius
  const bound = [
    [0, 0.4],
    [round / 2 - 0.2, round / 2 + 0.2],
    [round - 0.4, round],
  ] as const
  return { id, path, bound, ...more }
}

/** For tests only: a straight wire between two places, bound at its ends. */
export function rail(id: string, from: Vec3, to: Vec3, more: Partial<BareWire> = {}): BareWire {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2])
  return {
    id,
    path: { segments: [{ kind: 'line', from, to }] },
    bound: [
      [0, 0.4],
      [length - 0.4, length],
    ],
    ...more,
  }
}

/** For tests only: straight fingers round a ball, each leaning in over it and touching at this height above its middle (degrees), its clamp so far below. */
export function claws(R: number, size: number, height: number, long: number, count = 3): BareWire[] {
  const wire = `${size.toFixed(1)} metric`
  const e = (height * Math.PI) / 180
  return Array.from({ length: count }, (_, k): BareWire => {
    const a = (2 * Math.PI * k) / count
    const out: Vec3 = [Math.cos(a), Math.sin(a), 0]
    const reach = R + size / 2
    const touch: Vec3 = [out[0] * reach * Math.cos(e), out[1] * reach * Math.cos(e), reach * Math.sin(e)]
    // along the wire, square to the contact's normal, upward and in
    const t: Vec3 = [-out[0] * Math.sin(e), -out[1] * Math.sin(e), Math.cos(e)]
    const at = (s: number): Vec3 => [touch[0] + t[0] * s, touch[1] + t[1] * s, touch[2] + t[2] * s]
    return {
      id: `claw-${k}`,
      size: wire,
      path: { segments: [{ kind: 'line', from: at(-long - 1), to: at(0.6) }] },
      bound: [[0, 1]],
    }
  })
}

/** For tests only: a ball as it is held. */
export function ball(radius: number, centre: Vec3 = [0, 0, 0]): Held {
  return {
    nearest: (p) => {
      const d: Vec3 = [p[0] - centre[0], p[1] - centre[1], p[2] - centre[2]]
      const r = Math.hypot(...d)
      const m: Vec3 = r > 1e-9 ? [d[0] / r, d[1] / r, d[2] / r] : [0, 0, 1]
      return {
        q: [centre[0] + m[0] * radius, centre[1] + m[1] * radius, centre[2] + m[2] * radius],
        m,
        distance: r - radius,
      }
    },
    convex: true,
    low: [centre[0] - radius, centre[1] - radius, centre[2] - radius],
    high: [centre[0] + radius, centre[1] + radius, centre[2] + radius],
    centre,
    size: radius,
  }
}

/** For tests only: a round tapered body along y, thicker toward +y, with flat ends. */
export function cone(thin: number, thick: number, length: number): Held {
  const slope = (thick - thin) / length
  const mid = (thin + thick) / 2
  const lean = Math.hypot(1, slope)
  return {
    nearest: (p) => {
      const r = Math.hypot(p[0], p[2])
      const e: Vec3 = r > 1e-9 ? [p[0] / r, 0, p[2] / r] : [1, 0, 0]
      const half = length / 2
      // along the side: foot of the perpendicular in the half plane, kept between the ends
      const t = Math.max(-half, Math.min(half, (p[1] + slope * (r - mid)) / (1 + slope * slope)))
      const side = mid + slope * t
      const outside = r > mid + slope * p[1]
      if (Math.abs(p[1]) <= half && !outside) {
        const toSide = (mid + slope * p[1] - r) / lean
        const toEnd = half - Math.abs(p[1])
        const n: Vec3 = [e[0] / lean, -slope / lean, e[2] / lean]
        if (toSide <= toEnd)
          return {
            q: [p[0] + n[0] * toSide, p[1] + n[1] * toSide, p[2] + n[2] * toSide],
            m: n,
            distance: -toSide,
          }
        const up = Math.sign(p[1])
        return { q: [p[0], up * half, p[2]], m: [0, up, 0], distance: -toEnd }
      }
      const end = Math.sign(p[1]) * half
      const within = Math.min(r, mid + slope * end)
      const onEnd = Math.abs(p[1]) > half && r <= mid + slope * end
      const q: Vec3 = onEnd ? [e[0] * within, end, e[2] * within] : [e[0] * side, t, e[2] * side]
      const d: Vec3 = [p[0] - q[0], p[1] - q[1], p[2] - q[2]]
      const distance = Math.hypot(...d)
      return {
        q,
        m: distance > 1e-9 ? [d[0] / distance, d[1] / distance, d[2] / distance] : [e[0], 0, e[2]],
        distance,
      }
    },
    convex: true,
    low: [-thick, -length / 2, -thick],
    high: [thick, length / 2, thick],
    centre: [0, (slope * length * length) / (12 * mid), 0],
    size: length / 2,
  }
}
