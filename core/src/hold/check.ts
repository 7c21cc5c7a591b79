import { dot, type Vec3 } from '../geom/index.js'
import { enoughFor, type Asked } from './demands.js'
import { DIRECTIONS, nearestWay, SPHERE, WAYS, type DirectionId } from './directions.js'
import { fieldOf, mergedFields, type Field } from './field.js'
import { resist, TOGETHER, weakestFrom, type Resistance } from './force.js'
import { copyOf, touches, type Touch } from './contacts.js'
import { fromStone, REST } from './pose.js'
import { isLaced, walkIn, type Setting, type Walked, type WayHold } from './setting.js'
import { settle } from './settle.js'

export interface DirectionHold extends WayHold {
  readonly id: DirectionId
  /** N; 0 where nothing stops it. */
  readonly force: number
  readonly yielding: readonly string[]
}

/** Where a wire touches the stone. */
export interface Contact {
  readonly wire: string
  readonly p: Vec3
}

/** What holding was found to be. Plain data; an estimate, frictionless, with the low end of the yield range. */
export interface Hold {
  readonly verdict: 'sound' | 'doubtful' | 'fails'
  readonly caught: boolean
  /** No way is known to let it out, but of one or more it could not be found out whether it does, or what bears there. */
  readonly undecided: boolean
  /** Largest travel among the ways that are caught, mm. */
  readonly rattle: number
  /** All 26 ways, in the order of `WAYS`. */
  readonly ways: readonly WayHold[]
  /** The six named ways, with their forces. */
  readonly directions: readonly DirectionHold[]
  /** Force in each of the 162 ways of `SPHERE`, N. */
  readonly sphere: readonly number[]
  /** The named way nearest to where it leaves last. */
  readonly weakest: DirectionId
  /** Where it leaves last: the exact weakest direction, or one in which nothing stops it. */
  readonly arrow: Vec3
  /** How it turns as it leaves, radians a mm about the centre of its mass. */
  readonly turning: Vec3
  /** N, in the weakest direction. */
  readonly force: number
  /** The same over the stone's weight. */
  readonly timesWeight: number
  /** Wires that give way first, by id. */
  readonly giving: readonly string[]
  /** Where wires touch the stone as it lies. */
  readonly contacts: readonly Contact[]
}

/** A wire this near touches, mm. */
export const CONTACT = 0.02
/** Where a wire that touches has sprung, one this near touches too, mm: typical, uncited. */
const SPRUNG = 0.05
/** A stone that moves less than this has hardly any play, mm; a way that bears less than this share of what half of them bear stands out. */
const TIGHT = 0.15
const ODD = 0.35
/** A force under this is none, N. */
export const NOTHING = 1e-6
/** A stone that went less far than this is looked at where it lay. */
const STAYED = 0.005

/** Has the stone gone anywhere in this walk. */
const hasMoved = (walked: Walked): boolean => walked.pose !== REST && Math.abs(walked.travel) > STAYED

/** What touches the stone in the pose that a walk ended in. */
function contactsAfter({ held, stations, first }: Setting, walked: Walked): readonly Touch[] {
  const within = walked.within ?? CONTACT
  if (!hasMoved(walked)) return first.near.filter((t) => t.gap < within)
  return touches({ held, stations, memory: copyOf(first.memory) }, walked.pose, within)
}

/** Contacts as a field about the stone's middle in the pose that a walk ended in. */
const fieldWith = (
  { held, spans, stations, memory }: Setting,
  walked: Walked,
  contacts: readonly Touch[],
): Field =>
  fieldOf({
    spans,
    stations,
    contacts,
    centre: hasMoved(walked) ? fromStone(walked.pose, held.centre) : held.centre,
    length: held.size,
    memory,
  })

/** Fields of where walks ended; and of where the stone lies, by how near a wire counts as touching. */
const fields = new WeakMap<Walked, Field>()
const resting = new WeakMap<Setting, Map<number, Field>>()

/** What touches the stone where a walk ended, as a field: asked for again and again of the same walk. */
function fieldAfter(setting: Setting, walked: Walked): Field {
  const made = () => fieldWith(setting, walked, contactsAfter(setting, walked))
  if (hasMoved(walked)) {
    const field = fields.get(walked) ?? made()
    fields.set(walked, field)
    return field
  }
  const known = resting.get(setting) ?? new Map<number, Field>()
  resting.set(setting, known)
  const within = walked.within ?? CONTACT
  const field = known.get(within) ?? made()
  known.set(within, field)
  return field
}

/** What is borne in a walk's own way where it ended, N. */
const bearsAfter = (setting: Setting, walked: Walked): number =>
  resist(fieldAfter(setting, walked), walked.d).force

/** A way at whose end nothing resists yet, followed until something does. */
function atRest(setting: Setting, walked: Walked, springs = false): Walked {
  if (walked.outcome !== 'caught') return walked
  const { held, stations, first } = setting
  const { d } = walked
  if (!springs && bearsAfter(setting, walked) > 0) return walked
  const memory = copyOf(first.memory)
  const found = settle({
    pose: walked.pose,
    d,
    centre: held.centre,
    length: held.size,
    touching: (pose, reach) => touches({ held, stations, memory }, pose, reach),
    resistance: (pose, contacts, way) =>
      resist(fieldWith(setting, { ...walked, pose, travel: Infinity }, contacts), way),
    contact: CONTACT,
    springs,
  })
  const there = found.moved ? { ...walked, pose: found.pose, travel: walked.travel + found.travel } : walked
  // wires that touch spring before they bend for good, and the stone comes to lie against those that are that near
  const sprung = { ...there, within: SPRUNG }
  const bears = bearsAfter(setting, there)
  return (springs || bears === 0) && bearsAfter(setting, sprung) > bears ? sprung : there
}

/** A way that bears oddly little, with what a spring's give leads to: followed so far where the stone has hardly any play, else the wires that near. */
const onward = (setting: Setting, walked: Walked, tight: boolean): Walked =>
  // what a taut wire gives is found by pushing
  isLaced(setting) ? walked : tight ? atRest(setting, walked, true) : { ...walked, within: SPRUNG }

/**
 * A stone with hardly any play may have stopped where one wire has it and the next is a hair away. Ways that bear far less than the others are
 * followed as far as a wire springs; what it meets there counts.
 */
function settleOdd(setting: Setting, walked: Walked[]): void {
  if (isLaced(setting) || walked.some((w) => w.outcome !== 'caught')) return
  const tight = walked.every((w) => Math.abs(w.travel) <= TIGHT)
  const forces = walked.map((w) => bearsAfter(setting, w))
  const middle = [...forces].sort((a, b) => a - b)[forces.length >> 1]!
  forces.forEach((force, i) => {
    if (force >= ODD * middle) return
    const next = onward(setting, walked[i]!, tight)
    if (bearsAfter(setting, next) > force) walked[i] = next
  })
}

/** The ways of `WAYS` round a direction, nearest first. */
function waysRound(d: Vec3): number[] {
  return WAYS.map((w, i) => ({ i, c: dot(w, d) }))
    .sort((a, b) => b.c - a.c || a.i - b.i)
    .slice(0, AROUND)
    .filter((x) => x.c > 0.5)
    .map((x) => x.i)
}
const AROUND = 3
const ROUND = SPHERE.ways.map(waysRound)

/** How many of the weakest ways on the sphere a search for the exact weakest begins from. */
const STARTS = 3
/** A way that is not weaker than this share of the weakest named one is no start. */
const NEAR_LEAST = 1.02

/** Where a push in one way comes to rest, as `holdOf` counts it; `usual` is what most ways bear, N. */
export function restIn(setting: Setting, d: Vec3, usual: number): Walked {
  const there = atRest(setting, walkIn(setting, d))
  if (there.outcome !== 'caught' || bearsAfter(setting, there) >= ODD * usual) return there
  return onward(setting, there, Math.abs(there.travel) <= TIGHT)
}

/** What the wires bear in one way where the stone comes to rest in it, N: 0 where it lets the stone out. Settled further only while it bears less than `enough`. */
export function bearsIn(setting: Setting, d: Vec3, enough: number): number {
  const walked = atRest(setting, walkIn(setting, d))
  if (walked.outcome !== 'caught') return 0
  if (bearsAfter(setting, walked) >= enough) return bearsAfter(setting, walked)
  const together = resist(fieldAfter(setting, walked), d, TOGETHER).force
  if (together >= enough) return together
  return Math.max(together, bearsAfter(setting, onward(setting, walked, Math.abs(walked.travel) <= TIGHT)))
}

/**
 * What holds at most, N: the least of the six named ways, which the weakest of all can only be under, and that way; 0 where it lets the stone
 * out. Left off as soon as it is under `enough`: a quick no, never a yes.
 */
export function atMost(setting: Setting, enough: number): { readonly force: number; readonly way: Vec3 } {
  let least = { force: Infinity, way: DIRECTIONS[0]!.d }
  for (const { d } of DIRECTIONS) {
    const force = bearsIn(setting, d, enough)
    if (force < least.force) least = { force, way: d }
    if (force < enough) break
  }
  return least
}

/** A direction that may be the weakest. */
interface Candidate {
  readonly d: Vec3
  readonly found: Resistance
  readonly field: Field
  /** Which of the named ways it is. */
  readonly named?: number
}

/**
 * The weakest of some directions by what the contacts of each wire bear together. That is never less than what they were found to bear apart, so
 * only those are asked that may still be the weakest; what is found of a named way replaces what stood there.
 */
function weakestTogether(candidates: readonly Candidate[], named: Resistance[]): Candidate {
  const order = [...candidates].sort((a, b) => a.found.force - b.found.force)
  let least: Candidate | undefined
  for (const c of order) {
    if (least && c.found.force >= least.found.force) break
    const found = resist(c.field, c.d, TOGETHER)
    if (c.named !== undefined) named[c.named] = found
    if (!least || found.force < least.found.force) least = { ...c, found }
  }
  return least!
}

/** The verdict by what is borne alone. */
export const judged = (
  { caught, undecided, force }: Pick<Hold, 'caught' | 'undecided' | 'force'>,
  asked: Asked,
): Hold['verdict'] =>
  undecided
    ? 'doubtful'
    : !caught || force < asked.worn
      ? 'fails'
      : force < enoughFor(asked).force
        ? 'doubtful'
        : 'sound'

/**
 * Is the stone caught, how much does it rattle, and what takes it out: pushed in 26 ways, then the force in 162 where it has come to rest, and
 * the exact weakest direction from the three weakest of them. As planned, and by forces alone. Deterministic.
 */
export function holdOf(setting: Setting, asked: Asked): Hold {
  const { spans } = setting
  const walked = WAYS.map((d) => atRest(setting, walkIn(setting, d)))
  settleOdd(setting, walked)
  const ownField = (i: number): Field => fieldAfter(setting, walked[i]!)
  const merged = new Map<string, Field>()
  /** Between the ways that were walked the stone comes to rest on what stops it in those around: all of that together. */
  const between = (round: readonly number[]): Field | undefined => {
    if (walked[round[0]!]!.outcome !== 'caught') return undefined
    const caughtIn = round.filter((i) => walked[i]!.outcome === 'caught')
    // ways in which it did not move share a field: where all do, so do the directions between them
    const key = [...new Set(caughtIn.map((i) => (hasMoved(walked[i]!) ? i : -1)))]
      .sort((a, b) => a - b)
      .join()
    const field = merged.get(key) ?? mergedFields([...new Set(caughtIn.map((i) => ownField(i)))])
    merged.set(key, field)
    return field
  }
  const nothing = (d: Vec3): Resistance => ({ force: 0, motion: { v: d, w: [0, 0, 0] }, giving: [] })
  const sphere = SPHERE.ways.map((d, i) => {
    const field = between(ROUND[i]!)
    return field ? resist(field, d) : nothing(d)
  })
  const named = DIRECTIONS.map(({ d }, i) => {
    const there = walked[i]!
    return there.outcome !== 'caught' ? nothing(d) : resist(ownField(i), d)
  })
  const caught = walked.every((w) => w.outcome === 'caught')
  const leastNamed = Math.min(...named.map((r) => r.force))
  /** In one direction the stone is pushed itself, and asked where it came to rest. */
  const exact = (d: Vec3): Field => {
    const there = restIn(setting, d, leastNamed)
    return there.outcome === 'caught' ? fieldAfter(setting, there) : fieldWith(setting, there, [])
  }
  // what stops it in the ways around may all stand beside a way between them: there it is pushed itself
  if (caught)
    sphere.forEach((r, i) => {
      const d = SPHERE.ways[i]!
      if (r.force < NOTHING) sphere[i] = resist(exact(d), d)
    })
  const order = sphere.map((_, i) => i).sort((a, b) => sphere[a]!.force - sphere[b]!.force || a - b)
  const free = walked.find((w) => w.outcome === 'out') ?? walked.find((w) => w.outcome === 'undecided')
  const found = free
    ? { d: free.d, found: nothing(free.d) }
    : weakestTogether(
        [
          ...DIRECTIONS.map(({ d }, i) => ({ d, found: named[i]!, field: ownField(i), named: i })),
          ...order.slice(0, STARTS).flatMap((i) => {
            if (sphere[i]!.force >= leastNamed * NEAR_LEAST) return []
            const weak = weakestFrom(exact, SPHERE.ways[i]!)
            return [{ ...weak, field: exact(weak.d) }]
          }),
        ],
        named,
      )
  const names = (r: Resistance) => r.giving.map((s) => spans[s]!.id)
  const { force } = found.found
  // caught and held by nothing is no answer: it stopped where nothing resists yet, and no way on was found
  const undecided = caught ? force < NOTHING : walked.every((w) => w.outcome !== 'out')
  const { w } = found.found.motion
  return {
    verdict: judged({ caught, undecided, force }, asked),
    caught,
    undecided,
    rattle: Math.max(0, ...walked.filter((x) => x.outcome === 'caught').map((x) => x.travel)),
    ways: walked.map(({ d, outcome, travel }) => ({ d, outcome, travel })),
    directions: DIRECTIONS.map(({ id, d }, i) => ({
      id,
      d,
      outcome: walked[i]!.outcome,
      travel: walked[i]!.travel,
      force: named[i]!.force,
      yielding: names(named[i]!),
    })),
    // nothing is weaker than the weakest, also where contacts were counted apart
    sphere: sphere.map((r) => (r.force > 0 ? Math.max(r.force, force) : 0)),
    weakest: DIRECTIONS[nearestWay(found.d, WAYS.slice(0, 6))]!.id,
    arrow: found.d,
    turning: [w[0] / setting.held.size, w[1] / setting.held.size, w[2] / setting.held.size],
    force,
    timesWeight: force / asked.weight,
    giving: [...new Set(found.found.giving.map((s) => spans[s]!.wire.id))],
    contacts: setting.first.near
      .filter((t) => t.gap < CONTACT)
      .map((t) => {
        const st = setting.stations[t.station]!
        return { wire: spans[st.span]!.wire.id, p: t.q }
      }),
  }
}
