import type { Design } from '../design/index.js'
import type { Vec3 } from '../geom/index.js'
import { bodyOf, bodyVolume, type Solid } from '../stone/index.js'
import { NEWTON_PER_GRAM } from '../units/index.js'
import { holdingForce, type CapacityMemory } from './force.js'
import { stationsOfDesign, type Span, type Station } from './stations.js'
import { fromStone, REST, surroundings, touches, walk, type Touch, type WalkResult } from './walk.js'

export type DirectionId = 'front' | 'back' | 'up' | 'down' | 'left' | 'right'

export const DIRECTIONS: readonly { readonly id: DirectionId; readonly d: Vec3 }[] = [
  { id: 'front', d: [0, 0, 1] },
  { id: 'back', d: [0, 0, -1] },
  { id: 'up', d: [0, 1, 0] },
  { id: 'down', d: [0, -1, 0] },
  { id: 'left', d: [-1, 0, 0] },
  { id: 'right', d: [1, 0, 0] },
]

/** Pull demanded, as multiples of the stone's weight. */
export const DEMANDS = { worn: 5, shaken: 20, knocked: 100 } as const

export interface DirectionHold {
  readonly id: DirectionId
  readonly outcome: WalkResult['outcome']
  /** Travel until the wires stop it, mm (for `out`: how far it was followed). */
  readonly travel: number
  /** N; 0 where nothing stops it. */
  readonly force: number
  readonly yielding: readonly string[]
}

/** What holding was found to be. Plain data; an estimate, frictionless, with the low end of the yield range. */
export interface Hold {
  readonly verdict: 'sound' | 'doubtful' | 'fails'
  readonly caught: boolean
  /** Largest travel among the directions that are caught, mm. */
  readonly rattle: number
  readonly directions: readonly DirectionHold[]
  readonly weakest: DirectionId
  /** N, in the weakest direction. */
  readonly force: number
  /** The same over the stone's weight. */
  readonly timesWeight: number
}

const CONTACT = 0.02

/** Centre of the solid's mass, by its slices. */
export const centreOfMass = (solid: Solid): Vec3 => bodyVolume(bodyOf(solid.stone)).centre

/** Touching stretches are represented by their ends, their closest places and one contact every THIN stations between. */
const THIN = 3

/** Counted from the nearer end of the span, so that mirrored spans are thinned alike. */
function thinned(spans: readonly Span[], stations: readonly Station[], contacts: readonly Touch[]): Touch[] {
  return contacts.filter((c, i) => {
    const here = stations[c.station]!
    const beside = (k: 1 | -1): Touch | undefined => {
      const other = contacts[i + k]
      const st = other && stations[other.station]!
      return st && st.span === here.span && Math.abs(st.index - here.index) === 1 ? other : undefined
    }
    const before = beside(-1)
    const after = beside(1)
    const fromEnd = Math.min(here.index, spans[here.span]!.points.length - 1 - here.index)
    return !before || !after || fromEnd % THIN === 0 || (c.gap < before.gap - 1e-9 && c.gap <= after.gap)
  })
}

/**
 * Is the stone caught, how much does it rattle, and what takes it out: a catching walk and the force in six directions.
 * The force is computed where the stone has come to rest. `mass` in g.
 */
export function checkHold(design: Design, solid: Solid, mass: number): Hold {
  const { spans, stations } = stationsOfDesign(design)
  const centre = centreOfMass(solid)
  const memory: CapacityMemory = new Map()
  let [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ]
  for (const st of stations) {
    low = low.map((v, k) => Math.min(v, st.p[k as 0 | 1 | 2]))
    high = high.map((v, k) => Math.max(v, st.p[k as 0 | 1 | 2]))
  }
  const { outline } = solid
  const half = solid.stone.width / 2
  const stoneLow: Vec3 = [outline.left, outline.bottom, solid.back]
  const stoneHigh: Vec3 = [outline.right, outline.top, solid.apex]
  const first = surroundings(solid, stations)
  const directions = DIRECTIONS.map(({ id, d }): DirectionHold => {
    const k = d.findIndex((v) => v !== 0) as 0 | 1 | 2
    const clear = d[k] > 0 ? high[k]! - stoneLow[k] + 1 : stoneHigh[k] - low[k]! + 1
    const result = walk({ solid, stations, centre, direction: d, clear, first })
    if (result.outcome === 'out') return { id, outcome: 'out', travel: result.travel, force: 0, yielding: [] }
    // most directions are stopped where the stone lay: what is near there is known already
    const near =
      result.pose === REST ? first.near : touches(solid, stations, result.pose, CONTACT, result.reach)
    const contacts = thinned(
      spans,
      stations,
      near.filter((t) => t.gap < CONTACT),
    )
    const { force, yielding } = holdingForce({
      spans,
      stations,
      contacts,
      centre: fromStone(result.pose, centre),
      direction: d,
      length: half,
      memory,
    })
    return { id, outcome: 'caught', travel: result.travel, force, yielding }
  })
  const weakest = directions.reduce((a, b) => (b.force < a.force ? b : a))
  const caught = directions.every((d) => d.outcome === 'caught')
  const timesWeight = weakest.force / (mass * NEWTON_PER_GRAM)
  return {
    verdict:
      !caught || timesWeight < DEMANDS.worn ? 'fails' : timesWeight < DEMANDS.knocked ? 'doubtful' : 'sound',
    caught,
    rattle: Math.max(0, ...directions.filter((d) => d.outcome === 'caught').map((d) => d.travel)),
    directions,
    weakest: weakest.id,
    force: weakest.force,
    timesWeight,
  }
}
