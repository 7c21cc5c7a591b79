import { dot, type Vec3 } from '../geom/index.js'
import { barStiffness } from '../path/index.js'
import { alloy } from '../wire/index.js'
import type { Setting, Walked } from './setting.js'
import type { Enough } from './demands.js'
import { fieldOf, resist } from './force.js'
import { copyOf, fromStone, movePose, touches, type Pose, type Touch } from './near.js'

/** A point of a push: how far the stone's middle has gone, and the force that it took to get there. */
export interface PushPoint {
  readonly travel: number
  readonly force: number
  readonly pose: Pose
}

/** What it takes to push the stone out, wires giving way before it. */
export interface Release {
  readonly d: Vec3
  /** The most that it took before the stone was let go, N. */
  readonly force: number
  /** Area under the push until the stone was let go, N mm: what a blow must bring to take it out. */
  readonly energy: number
  /** How far the stone had gone at the peak, mm: so far the wires give and come back, or stay bent. */
  readonly travel: number
  /** Where it falls well under that for good: here the stone is let go, mm. As far as it was followed where it never does. */
  readonly letsGo: number
  /** The way, from where it lay until the force falls off. */
  readonly way: readonly PushPoint[]
  /** Wires that bore it at the peak, by id. */
  readonly giving: readonly string[]
}

/** Each step of a push, mm of the stone's fastest point. */
const STEP = 0.08
const MOST_STEPS = 70
/** Wires this near the stone bear on it in a step, mm. */
const NEAR = 0.02
/** The stone is let go when the force has fallen to this share of its peak: where less than that is left it can leave. */
const FALLEN = 0.1
/** Behind the peak it is followed this far at least, mm. */
const AFTER = 0.25
/**
 * A stone that is pushed does not spin for nothing, as a round one may, and gets on: rocking to and fro in a round seat, a hundredth of a step
 * along each time, it would get nowhere. What it comes to lie against is found in the next step; forces hang on neither (within 1 %).
 */
const GOING = { slide: 8, turning: 1e-3 }

/** How far a push is followed: until the stone is let go, or until so much was borne. */
export type Until = 'let go' | Enough

/** Stiffness of a wire at a station against a push along m, N/mm; remembered as capacities are. */
type StiffnessMemory = Map<number, { readonly m: Vec3; readonly k: number }>

function stiffness(setting: Setting, touch: Touch, memory: StiffnessMemory): number {
  const known = memory.get(touch.station)
  if (known && dot(known.m, touch.m) > 0.985) return known.k
  const station = setting.stations[touch.station]!
  const span = setting.spans[station.span]!
  const k =
    span.kind === 'bound'
      ? Infinity
      : barStiffness(
          {
            points: span.points,
            start: span.start,
            end: span.end,
            profile: span.wire.stock.profile,
            size: span.wire.stock.size.mm,
            modulus: alloy(span.wire.stock.alloy).modulus,
          },
          station.index,
          touch.m,
        )
  memory.set(touch.station, { m: touch.m, k })
  return k
}

/**
 * Pushes the stone along d while the wires give way: at each step every wire that it presses on bears what its give asks, stiffness × how deep
 * the stone stands in it, but no more than it collapses at; the stone goes where that is least. The most that it took is what releases it as a steady force; the
 * area under the curve, elastic and plastic, is what a blow must bring.
 * So a wire that has to give by a hair only to let the stone past counts with a hair's force, and a long springy span lets go before it bends.
 * Small displacements of the wires; each gives by itself. It may be left off once so much was borne: what is told is then not the most that it
 * bears.
 */
export function pushOut(
  setting: Setting,
  from: Pick<Walked, 'd' | 'pose'>,
  clear: number,
  until: Until = 'let go',
): Release {
  const { held, spans, stations } = setting
  const { d } = from
  // its own: what is remembered of stiffness is a little off, and what a push finds must not hang on what was asked before
  const stiff: StiffnessMemory = new Map()
  const { memory } = setting
  let pose = from.pose
  let at = fromStone(pose, held.centre)
  const start = at
  const scene = { held, stations, memory: copyOf(setting.first.memory) }
  const way: PushPoint[] = []
  let peak = { force: 0, travel: 0, giving: [] as readonly string[] }
  let fell: number | undefined
  let [energy, borne, last] = [0, 0, { travel: 0, force: 0 }]
  for (let i = 0; i < MOST_STEPS; i++) {
    const contacts = touches(scene, pose, NEAR)
    const travel = dot([at[0] - start[0], at[1] - start[1], at[2] - start[2]], d)
    const field = fieldOf({
      spans,
      stations,
      contacts,
      centre: at,
      length: held.size,
      memory,
      // half a step more than it stands in already: that much is to come
      atMost: (t) => stiffness(setting, t, stiff) * (Math.max(0, -t.gap) + STEP / 2),
    })
    const { force, motion, giving } = resist(field, d, GOING)
    way.push({ travel, force, pose })
    // by trapezia; what comes after the stone was let go does not count
    energy += ((force + last.force) / 2) * Math.max(0, travel - last.travel)
    last = { travel, force }
    if (force > peak.force)
      peak = { force, travel, giving: [...new Set(giving.map((s) => spans[s]!.wire.id))] }
    const fallen = travel > peak.travel && force < FALLEN * peak.force
    fell = fallen ? (fell ?? travel) : undefined
    if (!fallen) borne = energy
    if (typeof until === 'object' && peak.force >= until.force && borne >= until.energy) break
    if (travel > clear || (fallen && travel > peak.travel + AFTER)) break
    const { v, w } = motion
    const turn: Vec3 = [w[0] / held.size, w[1] / held.size, w[2] / held.size]
    const fastest = Math.hypot(...v) + Math.hypot(...w)
    const s = STEP / Math.max(fastest, 1e-9)
    pose = movePose(pose, at, [v[0] * s, v[1] * s, v[2] * s], [turn[0] * s, turn[1] * s, turn[2] * s])
    at = fromStone(pose, held.centre)
  }
  return { d, ...peak, energy: borne, letsGo: fell ?? way[way.length - 1]?.travel ?? 0, way }
}
