import { unit, type Vec3 } from '../geom/index.js'
import { holdOf, NOTHING, restIn, type Hold } from './check.js'
import { DEMAND_IDS, enoughFor, isBlow, shareOf, type Asked, type DemandId, type Enough } from './demands.js'
import { DIRECTIONS, SPHERE, WAYS } from './directions.js'
import { smaller, type Held } from './held.js'
import { pushOut, type Release, type Until } from './release.js'
import { clearOf, settingFrom, walkIn, type Setting } from './setting.js'
import type { Station } from './stations.js'
import { turnAbout } from './walk.js'

/** Bends are counted this much shorter than planned at most: what a hand misses by, mm. */
export const SHORT = 0.5
/** The stone is counted this much smaller all round at most: what a hand leaves between wire and stone, mm. */
export const PLAY = 0.1
/** A small stone is worked more finely: no more than these shares of its smaller side. Typical, uncited: 0.03 to 0.08 and 0.005 to 0.02. */
const FINELY = { short: 0.05, play: 0.0125 }

/** What a hand misses by, mm. */
export interface Misses {
  readonly short: number
  readonly play: number
}

/** What a hand misses by on a stone of this size; what is strung has no reach that could be short. @example missesOn({ low: [-3, -3, -2], high: [3, 3, 2] }).short // 0.3 */
export function missesOn({ low, high, strung }: Pick<Held, 'low' | 'high' | 'strung'>): Misses {
  const side = Math.min(high[0] - low[0], high[1] - low[1])
  return {
    short: strung ? 0 : Math.min(SHORT, FINELY.short * side),
    play: Math.min(PLAY, FINELY.play * side),
  }
}
/** A wire that reaches over a face by less than this lies beside the stone, mm: no bend, but a wall that leans or a turn of the outline. */
const BESIDE = 0.05

export type Verdict = 'sound' | 'doubtful' | 'fails'

/** What a demand comes to: sound with what a hand misses by, doubtful only as planned. */
export interface DemandVerdict {
  readonly id: DemandId
  /** What is asked, and what is borne as planned: N, of blows N mm. */
  readonly asks: number
  readonly bears: number
  readonly verdict: Verdict
}

/** How the stone can turn without leaving. */
export interface Turning {
  /** Degrees both ways together about x (tipping), y (swinging) and z (spinning in its plane), as far as it was followed. */
  readonly degrees: readonly [number, number, number]
}

/** The stone pushed out of the wires in the directions that may be the weakest. */
export interface Releases {
  /** The way that takes the least force. */
  readonly weakest: Release
  /** The least energy of any of the ways, N mm. */
  readonly energy: number
  readonly all: readonly Release[]
}

/** Weak ways of the sphere that are pushed as well, besides the named ones and the weakest by the first check. */
const WEAK_WAYS = 2

/**
 * Pushes the stone out where it may leave: the weakest direction, the six named ones, and the weakest of the sphere. The wires give as springs
 * until they yield, so this is what it takes in the end; the first check is quick and counts them as rigid until then.
 */
export function releases(setting: Setting, hold: Hold): Releases {
  const all = waysOut(hold).map((d) => pushedOut(setting, d, 'let go'))
  return {
    all,
    weakest: all.reduce((a, b) => (b.force < a.force ? b : a)),
    energy: Math.min(...all.map((r) => r.energy)),
  }
}

/** Ways in which the stone may be let go. */
function waysOut(hold: Hold): readonly Vec3[] {
  return [hold.arrow, ...DIRECTIONS.map((x) => x.d), ...weakWays(hold)]
}

/** Ways of the sphere by the first check, the weakest first. */
export const weakestFirst = ({ sphere }: Hold): readonly Vec3[] =>
  sphere
    .map((_, i) => i)
    .sort((a, b) => sphere[a]! - sphere[b]! || a - b)
    .map((i) => SPHERE.ways[i]!)

/** The weakest of them. */
const weakWays = (hold: Hold): readonly Vec3[] => weakestFirst(hold).slice(0, WEAK_WAYS)

/** The stone pushed out in one way from where it comes to rest in it; what it takes is 0 where it leaves. */
export function pushedOut(setting: Setting, d: Vec3, until: Until, step?: number): Release {
  const there = walkIn(setting, d)
  if (there.outcome !== 'caught')
    return { d, force: 0, energy: 0, travel: there.travel, letsGo: 0, way: [], giving: [] }
  const pushed = pushOut(setting, there, clearOf(setting, d), until, step)
  // a caught stone that takes nothing to be pushed out was not pushed from where it lies
  if (pushed.force > NOTHING) return pushed
  // where it stopped nothing resists yet, and each step would slide on as free: it is pushed from where it comes to rest
  return pushOut(setting, restIn(setting, d, Infinity), clearOf(setting, d), until, step)
}

/** What wires bear where no more is asked than what is enough: figures above that are not followed. */
export interface Borne {
  readonly caught: boolean
  /** N and N mm, the least of all ways; 0 where the stone is not caught. */
  readonly force: number
  readonly energy: number
  /** The way that bears the least share of what is asked, or in which the stone leaves. */
  readonly arrow: Vec3
}

/**
 * Pushes the stone out as `releases` does, each way only until enough was borne. Before the first check is made only the six named ways are
 * pushed: a quick no. Left off at the first way that does not bear enough when `atOnce` is asked.
 */
export function borneBy(setting: Setting, hold: Hold | undefined, enough: Enough, atOnce = false): Borne {
  if (hold && !hold.caught) return { caught: false, force: 0, energy: 0, arrow: hold.arrow }
  let least: Borne = { caught: true, force: Infinity, energy: Infinity, arrow: [0, 0, 1] }
  let worst = Infinity
  for (const d of hold ? waysOut(hold) : DIRECTIONS.map((x) => x.d)) {
    const found = pushedOut(setting, d, enough)
    const share = shareOf(found, enough)
    least = {
      caught: least.caught && found.way.length > 0,
      force: Math.min(least.force, found.force),
      energy: Math.min(least.energy, found.energy),
      arrow: share < worst ? d : least.arrow,
    }
    worst = Math.min(worst, share)
    if (atOnce && share < 1) break
  }
  return least
}

/** What a hand misses by: bends short, the stone with play all round, or both at once. */
export const TOLERANCES = ['short', 'play', 'both'] as const
export type Tolerance = (typeof TOLERANCES)[number]

/** The same wires round the same stone with what a hand misses by. */
export function toleranced(setting: Setting, tolerance: Tolerance): Setting {
  const { held, spans, all, memory } = setting
  const misses = missesOn(held)
  return settingFrom(
    spans,
    // seeds are of the stone as it was: each setting has its own
    all.map((st) => ({
      // what is drawn taut lies on the stone: no bend that could be short
      ...(tolerance === 'play' || spans[st.span]!.taut ? st : drawnBack(st, held, misses.short)),
      seed: { theta: NaN, phi: NaN },
    })),
    tolerance === 'short' ? held : smaller(held, misses.play),
    memory,
  )
}

/** The same wires with every bend short. */
export const shortened = ({ held, spans, all, memory }: Setting, by: number): Setting =>
  settingFrom(
    spans,
    all.map((st) => (spans[st.span]!.taut ? st : drawnBack(st, held, by))),
    held,
    memory,
  )

/**
 * Where a wire lies over a face it is drawn outward by so much, in the way the face slopes, and so stands off it: all of it, also where it reaches
 * over by less, for what a hand misses by is then more than what holds.
 */
function drawnBack(st: Station, held: Held, by: number): Station {
  const { m, distance } = held.nearest(st.p, st.seed)
  if (distance > st.section.size + 1) return st
  const beside = held.outside?.(st.p[0], st.p[1])
  if (beside) {
    // a wire beside the stone stands half its thickness off the outline: what lies nearer than that reaches over a face
    const reach = st.section.size / 2 - beside.distance
    if (reach < BESIDE) return st
    return { ...st, p: [st.p[0] + beside.way[0] * by, st.p[1] + beside.way[1] * by, st.p[2]] }
  }
  // without an outline it is told by the slope of the face
  const out = Math.hypot(m[0], m[1])
  const over = Math.min(1, Math.max(0, (Math.abs(m[2]) - 0.1) / 0.2))
  if (over === 0 || out < 1e-6) return st
  const [x, y] = unit([m[0], m[1], 0])
  return { ...st, p: [st.p[0] + x * by * over, st.p[1] + y * by * over, st.p[2]] }
}

/** What is borne with what a hand misses by. */
export function borneWith(setting: Setting, tolerance: Tolerance, asked: Asked): Borne {
  const less = toleranced(setting, tolerance)
  return borneBy(less, holdOf(less, asked), enoughFor(asked))
}

/** What is borne with both at once, and, where that is not enough, with each alone: which of them it is that lets the stone go. */
export interface Careful {
  readonly misses: Misses
  readonly both: Borne
  readonly short?: Borne
  readonly play?: Borne
}

export function heldCarefully(setting: Setting, asked: Asked): Careful {
  const both = borneWith(setting, 'both', asked)
  const misses = missesOn(setting.held)
  // a stone with hollows takes long to be asked: which of the two it is, is not told of it
  if (shareOf(both, enoughFor(asked)) >= 1 || !setting.held.convex) return { misses, both }
  return {
    misses,
    both,
    short: borneWith(setting, 'short', asked),
    play: borneWith(setting, 'play', asked),
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
export interface Thorough {
  readonly verdict: Verdict
  readonly demands: readonly DemandVerdict[]
  /** The least that takes it out, wires giving way as springs and then for good, N. */
  readonly force: number
  /** The least energy of a blow that takes it out, N mm. */
  readonly energy: number
  readonly timesWeight: number
  readonly release: Release
  readonly careful: Careful
  readonly turning: Turning
  /** Caught from turned starts as well. */
  readonly turnedCaught: boolean
}

/**
 * The verdict from its parts: each demand is sound where the stone is caught, from turned starts too, and it is borne with every bend short and
 * with play all round, each alone and both at once; doubtful where only as planned; else it fails. Being worn must hold at least; a fall is told
 * and decides nothing, for few settings bear it.
 */
export function verdictOf(spec: {
  readonly caught: boolean
  /** It could not be found out whether it is caught. */
  readonly undecided?: boolean
  readonly force: number
  readonly energy: number
  readonly careful: Omit<Careful, 'misses'>
  readonly asked: Asked
}): { readonly verdict: Verdict; readonly demands: readonly DemandVerdict[] } {
  const { caught, undecided, force, energy, careful, asked } = spec
  const all = [careful.both, careful.short, careful.play].filter((b) => b !== undefined)
  const demands = DEMAND_IDS.map((id): DemandVerdict => {
    const of = (b: { readonly force: number; readonly energy: number }) => (isBlow(id) ? b.energy : b.force)
    const asks = asked[id]
    const bears = caught ? of({ force, energy }) : 0
    // a fall is not followed with what a hand misses by
    const even = id === 'fallen' || all.every((b) => b.caught && of(b) >= asks)
    return {
      id,
      asks,
      bears,
      verdict: undecided ? 'doubtful' : bears < asks ? 'fails' : even ? 'sound' : 'doubtful',
    }
  })
  const of = (id: DemandId) => demands.find((x) => x.id === id)!.verdict
  const sound = demands.every((d) => d.id === 'fallen' || d.verdict === 'sound')
  return { verdict: of('worn') === 'fails' ? 'fails' : sound ? 'sound' : 'doubtful', demands }
}

/** Parts as one. */
export function thoroughOf(spec: {
  readonly hold: Hold
  readonly pushed: Pick<Releases, 'weakest' | 'energy'>
  readonly careful: Careful
  readonly turning: Turning
  readonly turnedCaught: boolean
  readonly asked: Asked
}): Thorough {
  const { hold, pushed, careful, turning, turnedCaught, asked } = spec
  const { weakest, energy } = pushed
  return {
    ...verdictOf({
      caught: hold.caught && turnedCaught,
      undecided: hold.undecided,
      force: weakest.force,
      energy,
      careful,
      asked,
    }),
    force: weakest.force,
    energy,
    timesWeight: weakest.force / asked.weight,
    release: weakest,
    careful,
    turning,
    turnedCaught,
  }
}
