import type { Design } from '../design/index.js'
import {
  DEMANDS,
  heldStone,
  holdOf,
  releases,
  settingOf,
  SHORT,
  shortened,
  verdictOf,
  type Demands,
  type Held,
  type Hold,
  type Setting,
} from '../hold/index.js'
import { family, type Family, type Options, type Wish } from '../settings/index.js'
import { fullStone, stoneMeasures, type Stone } from '../stone/index.js'
import { alloy, section, type Stock } from '../wire/index.js'
import { numberOf } from '../working/index.js'

/** How many candidates are put through the holding check at most. */
const HOLD_TRIES = 8

/** What is asked of candidates: the stone as it is held, its mass in g, and what they are to bear. */
interface Ask {
  readonly held: Held
  readonly mass: number
  readonly demands: Demands
  /** Only the first check and the bends a little short; the push with wires that give is left to the plan. */
  readonly quick: boolean
}

/** A candidate that can be built, with what its findings say. */
interface Candidate {
  readonly options: Options
  readonly design: Design
  readonly doubts: number
}

/**
 * Starting options for a stone: the lightest wire whose plan has no errors and no doubts and whose holding is sound;
 * failing that the strongest of those tried. Wire that is kept comes first: another is offered only where none of it is sound. A small
 * stone may need the softer temper than wished. Undefined where no candidate can be built at all.
 */
export function startingOptions(
  stone: Stone,
  id: string,
  wish: Wish,
  demands: Demands = DEMANDS,
  quick = false,
): Options | undefined {
  const chosen = family(id)
  if (chosen.fits(stone).some((f) => f.severity === 'error')) return undefined
  const mass = numberOf(stoneMeasures(stone).mass)
  const ask: Ask = { held: heldStone(fullStone(stone)), mass, demands, quick }
  const tempers = [wish.temper, wish.temper === 'dead soft' ? 'half hard' : 'dead soft']
  for (const temper of tempers) {
    const found = searchOptions(chosen, stone, { ...wish, temper }, ask)
    if (found) return found
  }
  return undefined
}

function searchOptions(chosen: Family, stone: Stone, wish: Wish, ask: Ask): Options | undefined {
  const list = chosen.candidates(stone, wish)
  const made = new Map<Options, Candidate | undefined>()
  /** Built only when its turn comes: most are never asked for. */
  const make = (options: Options): Candidate | undefined => {
    if (made.has(options)) return made.get(options)
    let found: Candidate | undefined
    if (!chosen.fits(stone, options).some((f) => f.severity === 'error')) {
      const design = chosen.build(stone, options)
      const findings = chosen.review(stone, options, design)
      if (!findings.some((f) => f.severity === 'error'))
        found = { options, design, doubts: findings.filter((f) => f.severity === 'doubt').length }
    }
    made.set(options, found)
    return found
  }
  const kept = (options: Options): boolean => wish.kept?.includes(chosen.bearing(options).size.label) ?? false
  return (
    (wish.kept?.length ? trial(chosen, list.filter(kept), make, ask, true) : undefined) ??
    trial(chosen, list, make, ask)
  )
}

/**
 * Puts candidates through the holding check until one is sound, fewest doubts first and within them the lightest; `only` sound ones, or
 * else the strongest that was tried. Collapse loads grow with the bending strength of the wire: what is far too weak is not even built.
 */
function trial(
  chosen: Family,
  list: readonly Options[],
  make: (options: Options) => Candidate | undefined,
  ask: Ask,
  only = false,
): Options | undefined {
  const { held, mass, demands } = ask
  let best: { options: Options; times: number } | undefined
  let needed = 0
  let tries = 0
  let left = list
  for (let doubts = 0; left.length > 0 && tries < HOLD_TRIES; doubts++) {
    const later: Options[] = []
    for (const options of left) {
      const strength = strengthOf(chosen.bearing(options))
      if (strength < needed) continue
      const c = make(options)
      if (!c) continue
      if (c.doubts > doubts) {
        later.push(options)
        continue
      }
      if (++tries > HOLD_TRIES) break
      const setting = settingOf(c.design, held)
      const hold = holdOf(setting, mass, demands)
      if (hold.verdict === 'sound' && staysSound(c.design, setting, hold, ask)) return options
      if (!best || hold.timesWeight > best.times) best = { options, times: hold.timesWeight }
      // what hardly holds at all lacks reach, not strength
      if (hold.timesWeight >= demands.worn)
        needed = Math.max(needed, 0.85 * strength * (demands.knocked / Math.max(hold.timesWeight, 10)))
    }
    left = later
  }
  return only ? undefined : best?.options
}

/** What is sound at first sight: is it so pushed out with wires that give, and with every bend short. */
function staysSound(design: Design, setting: Setting, hold: Hold, { mass, demands, quick }: Ask): boolean {
  const bent = holdOf(shortened(design, setting, SHORT), mass)
  const short = { caught: bent.caught, force: bent.force, arrow: bent.arrow }
  // the cheaper part first
  if (!short.caught || short.force < hold.force * (demands.knocked / hold.timesWeight)) return false
  if (quick) return true
  const { force, letsGo } = releases(setting, hold).weakest
  return verdictOf({ caught: true, force, letsGo, short, mass, demands }).verdict === 'sound'
}

/** Bending strength of a wire, N mm: what its collapse loads go with. */
const strengthOf = (stock: Stock): number =>
  section(stock.profile, stock.size.mm).plastic * alloy(stock.alloy).yield[stock.temper][0]
