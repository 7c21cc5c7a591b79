import { unit, type Vec3 } from '../geom/index.js'
import { NEWTON_PER_GRAM } from '../units/index.js'
import { holdOf, type Hold } from './check.js'
import { clearOf, settingFrom, walkIn, type Setting } from './setting.js'
import { DEMAND_IDS, DEMANDS, type DemandId, type Demands } from './demands.js'
import { DIRECTIONS, SPHERE, WAYS } from './directions.js'
import { pushOut, type Release, type Until } from './release.js'
import { stationsOfDesign, type Station } from './stations.js'
import type { Design } from '../design/index.js'
import { turnAbout } from './walk.js'

/** Bends are counted this much shorter than planned: what a hand misses by, mm. */
export const SHORT = 0.5
/** A stone that is let go before it went this far has nothing but a snap to hold it, mm. */
export const LEAST_TRAVEL = 0.15

export type Verdict = 'sound' | 'doubtful' | 'fails'

/** What a demand comes to: sound with every bend short, doubtful only as planned. */
export interface DemandVerdict {
  readonly id: DemandId
  /** Multiples of the stone's weight. */
  readonly times: number
  readonly verdict: Verdict
}

/** How the stone can turn without leaving. */
export interface Turning {
  /** Degrees both ways together about x (tipping), y (swinging) and z (spinning in its plane), as far as it was followed. */
  readonly degrees: readonly [number, number, number]
}

/** The stone pushed out of the wires in the directions that may be the weakest. */
export interface Releases {
  /** Followed until the stone is let go. */
  readonly weakest: Release
  /** Each as far as it counts. */
  readonly all: readonly Release[]
}

/** Weak ways of the sphere that are pushed as well, besides the named ones and the weakest by the first check. */
const WEAK_WAYS = 2

/**
 * Pushes the stone out where it may leave: the weakest direction, the six named ones, and the weakest of the sphere. The wires give as springs
 * until they yield, so this is what it takes in the end; the first check is quick and counts them as rigid until then.
 */
export function releases(setting: Setting, hold: Hold): Releases {
  const all = waysOut(hold).map((d) => pushedOut(setting, d, 'counts'))
  const { d } = all.reduce((a, b) => (b.force < a.force ? b : a))
  return { all, weakest: pushedOut(setting, d, 'let go') }
}

/** Ways in which the stone may be let go. */
function waysOut(hold: Hold): readonly Vec3[] {
  const order = hold.sphere.map((_, i) => i).sort((a, b) => hold.sphere[a]! - hold.sphere[b]! || a - b)
  return [hold.arrow, ...DIRECTIONS.map((x) => x.d), ...order.slice(0, WEAK_WAYS).map((i) => SPHERE.ways[i]!)]
}

function pushedOut(setting: Setting, d: Vec3, until: Until): Release {
  const there = walkIn(setting, d)
  if (there.outcome === 'out') return { d, force: 0, travel: there.travel, letsGo: 0, way: [], giving: [] }
  return pushOut(setting, there, clearOf(setting, d), until)
}

/**
 * What the wires bear before they let the stone go, N: `force` or more where they bear that in each of those ways, as `releases` would find with
 * more; else what the first way bears that does not; 0 where nothing but a snap holds it. A quick yes or no. Before the first check is made
 * only the six named ways are pushed, and a snap is not looked for: a quick no.
 */
export function bearsPush(setting: Setting, hold: Hold | undefined, force: number): number {
  let snaps = false
  const enough = { force, travel: hold ? LEAST_TRAVEL : 0 }
  for (const d of hold ? waysOut(hold) : DIRECTIONS.map((x) => x.d)) {
    const found = pushedOut(setting, d, enough)
    if (found.force < force) return found.force
    snaps ||= found.letsGo < LEAST_TRAVEL
  }
  // a snap counts only where it is what holds least
  return hold && snaps && releases(setting, hold).weakest.letsGo < LEAST_TRAVEL ? 0 : force
}

/**
 * The same wires with every bend short: where a wire lies over a face it is drawn outward by so much, in the way the face slopes, and so
 * stands off it.
 */
export function shortened(design: Design, { held }: Setting, by: number): Setting {
  const { spans, stations } = stationsOfDesign(design)
  const drawn = stations.map((st): Station => {
    const { m, distance } = held.nearest(st.p, st.seed)
    if (distance > st.section.size + 1) return st
    const beside = held.outside?.(st.p[0], st.p[1])
    if (beside) {
      // a wire beside the stone stands half its thickness off the outline: what lies nearer than that reaches over a face
      const reach = st.section.size / 2 - beside.distance
      const back = Math.max(0, Math.min(by, reach))
      return { ...st, p: [st.p[0] + beside.way[0] * back, st.p[1] + beside.way[1] * back, st.p[2]] }
    }
    // without an outline it is told by the slope of the face
    const out = Math.hypot(m[0], m[1])
    const over = Math.min(1, Math.max(0, (Math.abs(m[2]) - 0.1) / 0.2))
    if (over === 0 || out < 1e-6) return st
    const [x, y] = unit([m[0], m[1], 0])
    return { ...st, p: [st.p[0] + x * by * over, st.p[1] + y * by * over, st.p[2]] }
  })
  return settingFrom(spans, drawn, held)
}

/** What holds with every bend short: the stone is pushed as it is from the wires as planned, for the first check is rough where it lies in play. */
export function heldShort(design: Design, setting: Setting, mass: number): Sure['short'] {
  const less = shortened(design, setting, SHORT)
  const bent = holdOf(less, mass)
  if (!bent.caught) return { caught: false, force: 0, arrow: bent.arrow }
  const { weakest } = releases(less, bent)
  return {
    caught: true,
    force: weakest.letsGo < LEAST_TRAVEL ? 0 : weakest.force,
    arrow: weakest.d,
  }
}

/** How far the stone can be turned, and whether it is caught from there as well. */
export function turned(setting: Setting): { readonly turning: Turning; readonly caught: boolean } {
  const axes: readonly Vec3[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ]
  const degrees: [number, number, number] = [0, 0, 0]
  let caught = true
  axes.forEach((axis, k) => {
    for (const sign of [1, -1]) {
      const about: Vec3 = [axis[0] * sign, axis[1] * sign, axis[2] * sign]
      const there = turnAbout({
        held: setting.held,
        ...setting.walked,
        axis: about,
      })
      degrees[k]! += (there.angle * 180) / Math.PI
      // a stone that spins freely in its plane is the same stone as before
      if (caught && there.angle > 1e-3)
        caught = WAYS.every((d) => walkIn(setting, d, there.pose).outcome === 'caught')
    }
  })
  return { turning: { degrees }, caught }
}

/** Everything that follows the first check. Forces in N. */
export interface Sure {
  readonly verdict: Verdict
  readonly demands: readonly DemandVerdict[]
  /** The least that takes it out, wires giving way as springs and then for good. */
  readonly force: number
  readonly timesWeight: number
  readonly release: Release
  /** The same with every bend short: caught or not, and the least that takes it out, 0 where nothing but a snap holds it. */
  readonly short: { readonly caught: boolean; readonly force: number; readonly arrow: Vec3 }
  readonly turning: Turning
  /** Caught from turned starts as well. */
  readonly turnedCaught: boolean
}

const WORST: readonly Verdict[] = ['sound', 'doubtful', 'fails']

/**
 * The verdict from its parts: each demand is sound where the stone is caught, from turned starts too, and the force is over it with every bend
 * short as well; doubtful where only as planned; else it fails. Being worn must hold at least; a knock decides between sound and doubtful; a
 * drop is told and decides nothing, for few settings bear it.
 */
export function verdictOf(spec: {
  readonly caught: boolean
  readonly force: number
  readonly letsGo: number
  readonly short: Sure['short']
  readonly mass: number
  readonly demands?: Demands
}): { readonly verdict: Verdict; readonly demands: readonly DemandVerdict[] } {
  const { caught, force, letsGo, short, mass, demands: asked = DEMANDS } = spec
  const weight = mass * NEWTON_PER_GRAM
  const demands = DEMAND_IDS.map((id): DemandVerdict => {
    const times = asked[id]
    const as = caught && force >= times * weight && letsGo >= LEAST_TRAVEL
    const even = as && short.caught && short.force >= times * weight
    return { id, times, verdict: even ? 'sound' : as ? 'doubtful' : 'fails' }
  })
  const of = (id: DemandId) => demands.find((x) => x.id === id)!.verdict
  const verdict = of('worn') === 'fails' ? 'fails' : WORST[Math.min(1, WORST.indexOf(of('knocked')))]!
  return { verdict, demands }
}

/** Parts as one. */
export function sureOf(spec: {
  readonly hold: Hold
  readonly weakest: Release
  readonly short: Sure['short']
  readonly turning: Turning
  readonly turnedCaught: boolean
  readonly mass: number
  readonly demands?: Demands
}): Sure {
  const { hold, weakest, short, turning, turnedCaught, mass, demands = DEMANDS } = spec
  const caught = hold.caught && turnedCaught
  return {
    ...verdictOf({ caught, force: weakest.force, letsGo: weakest.letsGo, short, mass, demands }),
    force: weakest.force,
    timesWeight: weakest.force / (mass * NEWTON_PER_GRAM),
    release: weakest,
    short,
    turning,
    turnedCaught,
  }
}
