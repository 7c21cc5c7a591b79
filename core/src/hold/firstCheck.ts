import type { Design } from '../design/index.js'
import { dot, remember, type Vec3 } from '../geom/index.js'
import { holdOf, judged, NOTHING, type Hold } from './check.js'
import { enoughFor, shareOf, type Asked, type Enough } from './demands.js'
import { DIRECTIONS, nearestWay, WAYS } from './directions.js'
import type { Held } from './held.js'
import { isLaced, settingOf, walkIn, type Setting } from './setting.js'
import { pushedOut, toleranced, weakestFirst } from './thorough.js'

/** The weakest way of all, and those of the sphere next to it that lie well apart from it and from each other. */
function weakWaysApart(hold: Hold): readonly Vec3[] {
  const picked: Vec3[] = [hold.arrow]
  for (const d of weakestFirst(hold)) {
    if (picked.length > APART_WAYS) break
    if (picked.every((p) => dot(p, d) < APART)) picked.push(d)
  }
  return picked
}
/** So many besides the weakest, at least 30 degrees apart: told by its cosine. */
const APART_WAYS = 3
const APART = Math.cos(Math.PI / 6)

/** The first check looks at fewer ways than the thorough one: so many times what is asked is asked of them. */
const MORE = 1.3
/** It pushes in longer steps, mm, which tell a little more energy than there is. */
const FIRST_STEP = 0.16
/**
 * Where a stone with play slips out: front and back, the eight ways between one of them and a side, every other of the eight between three, and
 * down, where it hangs, with what is beside it.
 */
const FIRST_WAYS = WAYS.filter(([x, y, z]) => (z === 0 ? y < 0 : x * y === 0 || x * y * z < 0))
/** Ways nearer to each other than this, by the cosine between them, are one. */
const SAME = 0.999
/** Of these front, back and down are pushed, where they are not among the weakest: there the reach alone takes a blow. */
const FIRST_PUSHES = FIRST_WAYS.filter(([x, y, z]) => x === 0 && y * z === 0)

/** What the first check asks of a way: a little more than is enough, for it looks at few. */
function moreThanEnough(asked: Asked): Enough {
  const { force, energy } = enoughFor(asked)
  return { force: MORE * force, energy: MORE * energy }
}

const bearsMore = (less: Setting, d: Vec3, more: Enough): boolean =>
  shareOf(pushedOut(less, d, more, FIRST_STEP), more) >= 1

/** Is the stone caught in one way with what a hand misses by, and is what the first check asks of that way borne. */
export function bearsCarefully(setting: Setting, d: Vec3, asked: Asked): boolean {
  const less = toleranced(setting, 'both')
  return walkIn(less, d).outcome === 'caught' && bearsMore(less, d, moreThanEnough(asked))
}

/**
 * A way in which what the first check found sound by its forces is doubtful: one of seventeen in which the stone is not caught with what a hand
 * misses by, or of the weakest four that lie apart, front, back and down, followed until enough was borne, one that bears less. It looks at less
 * than the thorough check does, and asks for a little more in turn. Undefined where there is none.
 */
export function firstDoubt(setting: Setting, hold: Hold, asked: Asked): Vec3 | undefined {
  const less = toleranced(setting, 'both')
  const out = FIRST_WAYS.find((d) => walkIn(less, d).outcome !== 'caught')
  if (out) return out
  const more = moreThanEnough(asked)
  const weak = weakWaysApart(hold)
  const named = FIRST_PUSHES.filter((d) => weak.every((w) => dot(w, d) < SAME))
  return [...weak, ...named].find((d) => !bearsMore(less, d, more))
}

/**
 * A taut wire bears as the stone goes on: pushed aside a round of lacing gives by nothing at first. Where the forces at rest are too little,
 * what is borne is found by pushing, as far as is asked: in the named ways and the weakest.
 */
function pushedFurther(setting: Setting, hold: Hold, asked: Asked): Hold {
  if (!hold.caught || hold.verdict === 'sound' || !isLaced(setting)) return hold
  const until = { force: enoughFor(asked).force, energy: 0 }
  const push = (d: Vec3) => pushedOut(setting, d, until, FIRST_STEP)
  // what bears enough at rest need not be followed
  const directions = hold.directions.map((x) =>
    x.force >= until.force ? x : { ...x, force: Math.max(x.force, push(x.d).force) },
  )
  const between = weakWaysApart(hold)
    .filter((d) => DIRECTIONS.every((x) => dot(x.d, d) < SAME))
    .map(push)
  const all = [...directions, ...between]
  const least = all.reduce((a, b) => (b.force < a.force ? b : a))
  const force = Math.max(hold.force, least.force)
  const found = { ...hold, force, undecided: hold.undecided && force < NOTHING }
  return {
    ...found,
    verdict: judged(found, asked),
    directions,
    arrow: least.d,
    weakest:
      DIRECTIONS[
        nearestWay(
          least.d,
          DIRECTIONS.map((x) => x.d),
        )
      ]!.id,
    timesWeight: force / asked.weight,
  }
}

/** What is borne by the first check: by the forces at rest, and in lacing by pushing as far as is asked. */
export const firstForces = (setting: Setting, asked: Asked): Hold =>
  pushedFurther(setting, holdOf(setting, asked), asked)

/** What the first check finds: forces, and a way in which what they find sound is doubtful. */
export interface FirstFound {
  readonly hold: Hold
  readonly doubt: Vec3 | undefined
}

/** The last few: a search asks of what it proposes in the end what the plan of it asks again. */
const laced = remember<Design, Map<string, FirstFound>>(4)

/** The first check of a laced setting. */
export function firstLaced(design: Design, setting: Setting, asked: Asked): FirstFound {
  const { low, high } = setting.held
  const key = JSON.stringify([asked, low, high])
  const known = laced(design, () => new Map())
  const found = known.get(key) ?? foundFirst(setting, asked)
  known.set(key, found)
  return found
}

/** First check of a design round what is held: its forces, and the verdict with a cheap form of what a hand misses by. */
export const firstCheck = (design: Design, held: Held, asked: Asked): Hold =>
  firstCheckIn(design, settingOf(design, held), asked)

/** The same of a setting that was made ready before. */
export function firstCheckIn(design: Design, setting: Setting, asked: Asked): Hold {
  const { hold, doubt } = isLaced(setting) ? firstLaced(design, setting, asked) : foundFirst(setting, asked)
  return doubt ? { ...hold, verdict: 'doubtful' } : hold
}

function foundFirst(setting: Setting, asked: Asked): FirstFound {
  const hold = firstForces(setting, asked)
  return { hold, doubt: hold.verdict === 'sound' ? firstDoubt(setting, hold, asked) : undefined }
}
