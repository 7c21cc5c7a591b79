import { dot, scale, type Vec3 } from '../geom/index.js'
import { barStiffness } from '../path/index.js'
import { alloy } from '../wire/index.js'
import { isLaced, type Setting, type Walked } from './setting.js'
import type { Enough } from './demands.js'
import { fieldOf } from './field.js'
import { resist } from './force.js'
import { copyOf, touches, type Touch } from './contacts.js'
import { fromStone, movePose, type Pose } from './pose.js'

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

/** Each step of a push, mm along its direction, how far it is followed at most, and how many steps away what it may come to lies. */
const STEP = 0.08
const FARTHEST = 70 * STEP
const NEAR = 2
/** The stone is let go when the force has fallen to this share of its peak: where less than that is left it can leave. */
const FALLEN = 0.1
/** Behind the peak it is followed this far at least, mm. */
const AFTER = 0.25
/**
 * Lacing lets go at one edge of the stone and takes hold at the next: its steps go with the stone, as a share of its half length, what it bears is
 * the mean over so many of them, and it is followed to the end, for what it comes to next may hold it again.
 */
const LACED = { step: 1 / 200, mean: 4 }
/** A stone that is pushed gets on, and does not spin for nothing, as a round one may. Forces hang on neither (within 1 %). */
const GOING = { slide: 3, turning: 1e-3 }

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
 * Pushes the stone along d while the wires give way, a step along at a time: it shifts and turns as it goes so that the wires take least for it.
 * Each wire that it presses on, or comes to on the way, bears what its give asks, stiffness × how deep the stone stands in it, but no more
 * than it collapses at. The most that it took is what releases it as a steady force; the area under the curve, elastic and plastic, is what a blow must bring.
 * So a wire that has to give by a hair only to let the stone past counts with a hair's force, and a long springy span lets go before it bends.
 * Small displacements of the wires; each gives by itself. It may be left off once so much was borne: what is told is then not the most that it
 * bears. Longer steps, mm, are quicker and tell the energy less finely.
 */
export function pushOut(
  setting: Setting,
  from: Pick<Walked, 'd' | 'pose'>,
  clear: number,
  until: Until = 'let go',
  asked = STEP,
): Release {
  const { held, spans, stations } = setting
  const { d } = from
  // its own: what is remembered of stiffness is a little off, and what a push finds must not hang on what was asked before
  const stiff: StiffnessMemory = new Map()
  const { memory } = setting
  const laced = isLaced(setting)
  const step = laced ? (asked / STEP) * LACED.step * held.size : asked
  const last: number[] = []
  let pose = from.pose
  const scene = { held, stations, memory: copyOf(setting.first.memory) }
  const way: PushPoint[] = []
  let peak = { force: 0, travel: 0, giving: [] as readonly string[] }
  let fell: number | undefined
  let [energy, borne] = [0, 0]
  const farthest = FARTHEST * (step / asked)
  for (let i = 0; i * step < farthest; i++) {
    const at = fromStone(pose, held.centre)
    const field = fieldOf({
      spans,
      stations,
      contacts: touches(scene, pose, NEAR * step),
      centre: at,
      length: held.size,
      memory,
      // half a step more than it stands in already: that much is to come
      atMost: (t) => stiffness(setting, t, stiff) * (Math.max(0, -t.gap) + step / 2),
      step,
    })
    // a mean over the step
    const found = resist(field, d, GOING)
    const { motion, giving } = found
    // where it could not be worked out it is taken as a step before
    const here = found.stuck ? (way[way.length - 1]?.force ?? 0) : found.force
    const travel = (i + 0.5) * step
    last.push(here)
    if (last.length > (laced ? LACED.mean : 1)) last.shift()
    const force = last.reduce((a, b) => a + b, 0) / last.length
    way.push({ travel, force, pose })
    energy += here * step
    if (force > peak.force)
      peak = { force, travel, giving: [...new Set(giving.map((s) => spans[s]!.wire.id))] }
    const fallen = travel > peak.travel && force < FALLEN * peak.force
    fell = fallen ? (fell ?? travel) : undefined
    // what comes after the stone was let go does not count
    if (!fallen) borne = energy
    if (typeof until === 'object' && peak.force >= until.force && borne >= until.energy) break
    if (travel > clear || (!laced && fallen && travel > peak.travel + AFTER)) break
    const shift = scale(motion.v, step)
    pose = movePose(pose, at, shift, scale(motion.w, step / held.size))
  }
  return { d, ...peak, energy: borne, letsGo: fell ?? way[way.length - 1]?.travel ?? 0, way }
}
