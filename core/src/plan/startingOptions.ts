import { pathLength } from '../path/index.js'
import type { Design } from '../design/index.js'
import { family, type CandidateGroup, type Family, type Options, type Wish } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import { alloy, massPerMm, section, type Stock } from '../wire/index.js'
import {
  askOf,
  isMade,
  judge,
  LIMITS,
  make,
  type Ask,
  type Barrier,
  type Judged,
  type Limits,
  type Made,
} from './judge.js'
import { neighboursOf, sizesBeside } from './neighbours.js'

/** How many candidates are put through the holding check at most. */
const HOLD_TRIES = 40
/** In a quick search, how many of a group. */
const QUICK_TRIES = 2
/** A group whose wire is under the best one's by this share may still be lighter when it is measured. */
const ROUGH = 1.08
/** Wire that springs aside is followed by one that is stronger by this factor. */
const STIFFER = 1.05
/** Reaches of a group that must spring aside before the next wire is turned to. */
const SPRUNG_AT = 2
/** Wire with less than this share of the strength that a failed one seems to lack is passed over. */
const TELLING = { quick: 0.85, slow: 0.6 }

/**
 * Starting options for a stone: the lightest wire whose plan has no errors and no doubts, hides no more of the face than the limit, and
 * holds soundly; failing that the strongest of those tried. Wire that is kept comes first: another is offered only where none of it is sound.
 * A small stone may need the softer temper than wished. Undefined where no candidate can be built at all. Deterministic.
 */
export function startingOptions(
  stone: Stone,
  id: string,
  wish: Wish,
  limits: Limits = LIMITS,
  quick = false,
): Options | undefined {
  const chosen = family(id)
  if (chosen.fits(stone).some((f) => f.severity === 'error')) return undefined
  const ask = askOf(chosen, stone, limits, quick)
  const tempers = [wish.temper, wish.temper === 'dead soft' ? 'half hard' : 'dead soft']
  for (const temper of tempers) {
    const found = searchOptions(ask, { ...wish, temper })
    if (found) return found
  }
  // nothing hides so little: what does is offered, and its plan says how much it hides
  return limits.hidden < ALL ? startingOptions(stone, id, wish, { ...limits, hidden: ALL }, quick) : undefined
}
const ALL = 100

function searchOptions(ask: Ask, wish: Wish): Options | undefined {
  const groups = ask.chosen.candidates(ask.stone, wish).map((g) => new Group(ask, g))
  const kept = (g: Group): boolean => g.sizes(ask.chosen).every((size) => wish.kept?.includes(size))
  return (wish.kept?.length ? trial(groups.filter(kept), ask, wish.kept) : undefined) ?? trial(groups, ask)
}

/** A group of candidates with what is known of them; built only when their turn comes. */
class Group {
  private list: readonly Options[] | undefined
  private readonly known = new Map<Options, Made | Barrier>()

  constructor(
    private readonly ask: Ask,
    private readonly from: CandidateGroup,
  ) {}

  get wire(): number {
    return this.from.wire
  }

  get options(): readonly Options[] {
    return (this.list ??= this.from.options())
  }

  /** Size of the wire that bears the stone. */
  sizes(chosen: Family): readonly string[] {
    return this.options.slice(0, 1).map((o) => chosen.bearing(o).size.label)
  }

  made(options: Options): Made | Barrier {
    let found = this.known.get(options)
    if (!found) this.known.set(options, (found = make(this.ask, options)))
    return found
  }
}

/**
 * Puts groups through the holding check, fewest doubts first and within them the lightest; `only` of these sizes and sound, or else the strongest
 * that was tried. Collapse loads grow with the bending strength of the wire: what is far too weak is not even built.
 */
function trial(groups: readonly Group[], ask: Ask, only?: readonly string[]): Options | undefined {
  const { chosen, limits } = ask
  const { worn, knocked } = limits.demands
  let strongest: { options: Options; times: number } | undefined
  let needed = 0
  let tries = 0
  for (let doubts = 0; doubts < 6 && tries < HOLD_TRIES; doubts++) {
    let best: { options: Options; grams: number; wire: number } | undefined
    let left = false
    for (const group of groups) {
      if (best && (ask.quick || group.wire > best.wire * ROUGH)) break
      let here = 0
      let sprung = 0
      for (const options of group.options) {
        if (ask.quick && here === QUICK_TRIES) break
        if (strengthOf(chosen.bearing(options)) < needed) continue
        const made = group.made(options)
        if (!isMade(made)) continue
        if (made.doubts.length > doubts) left = true
        if (made.doubts.length !== doubts) continue
        if (best && gramsOf(made.design) >= best.grams) continue
        if (++tries > HOLD_TRIES) break
        here++
        const { barrier, times } = judged(ask, made)
        if (!strongest || times > strongest.times) strongest = { options, times }
        if (!barrier) {
          best = { options, grams: gramsOf(made.design), wire: group.wire }
          break
        }
        const strength = strengthOf(chosen.bearing(options))
        // what springs aside at two reaches does so at any: it takes a stiffer wire
        if (barrier.kind === 'springs') {
          if (++sprung >= SPRUNG_AT) needed = Math.max(needed, STIFFER * strength)
        }
        // what hardly holds at all lacks reach, not strength
        else if (times >= worn)
          needed = Math.max(
            needed,
            (ask.quick ? TELLING.quick : TELLING.slow) * strength * (knocked / Math.max(times, 10)),
          )
      }
    }
    if (best) return ask.quick ? best.options : polished(ask, best.options, doubts, only)
    if (!left) break
  }
  if (only || !strongest) return undefined
  const mended = ask.quick ? undefined : (repaired(ask, strongest.options) ?? stouter(ask, strongest.options))
  return mended ? polished(ask, mended.options, mended.doubts.length) : strongest.options
}

/** The cheap no first, and all that follows only where there is none. */
function judged(ask: Ask, made: Made): Judged {
  const first = judge({ ...ask, quick: true }, made)
  return ask.quick || first.barrier ? first : judge(ask, made)
}

/** Options one step away from these, by the options that the search decides. */
function stepsAway({ chosen, stone }: Ask, from: Options): Options[] {
  const params = chosen.params(stone)
  return chosen.decides.flatMap((option) => {
    const param = params.find((p) => p.id === option)
    return param ? neighboursOf(param, from[option]!).map((value) => ({ ...from, [option]: value })) : []
  })
}

/** By how much reaches are changed together with a wire's size. */
const SCALES = { thinner: [0.5, 0.75, 1, 1.3], thicker: [0.75, 1, 1.4, 1.9, 2.5] } as const
/** How many of those are put through the holding check, the lightest first. */
const TOGETHER = { thinner: 14, thicker: 30 } as const

/**
 * Another wire and other reaches at once: thinner wire bends sooner, but reaches less far if it may; neither step by itself is good. One wire's
 * size a step away, thinner, or thicker or as it is, with every pair of reaches scaled.
 */
function togetherFrom({ chosen, stone }: Ask, from: Options, way: 'thinner' | 'thicker'): Options[] {
  const decided = chosen.params(stone).filter((p) => chosen.decides.includes(p.id))
  const sizes = [
    ...(way === 'thicker' ? [{}] : []),
    ...decided.flatMap((p) => sizesBeside(p, from[p.id]!, way).map((label): Options => ({ [p.id]: label }))),
  ]
  const reaches = decided.flatMap((p) => (p.kind === 'number' ? [p] : [])).slice(0, 2)
  let changes: Options[] = [{}]
  for (const p of reaches)
    changes = changes.flatMap((change) =>
      SCALES[way].flatMap((scale) => {
        const value = Number((Math.round((Number(from[p.id]) * scale) / p.step) * p.step).toFixed(3))
        return value >= p.min && value <= p.max ? [{ ...change, [p.id]: value }] : []
      }),
    )
  return sizes.flatMap((size) => changes.map((change) => ({ ...from, ...size, ...change })))
}

/** Those of options that can be built, lightest first. */
const byGrams = (ask: Ask, list: readonly Options[]): { made: Made; grams: number }[] =>
  list
    .map((options) => make(ask, options))
    .filter(isMade)
    .map((made) => ({ made, grams: gramsOf(made.design) }))
    .sort((a, b) => a.grams - b.grams)

/** The lightest that is sound of thicker wires with other reaches; none where that leads nowhere. */
const stouter = (ask: Ask, from: Options): Made | undefined =>
  byGrams(ask, togetherFrom(ask, from, 'thicker'))
    .slice(0, TOGETHER.thicker)
    .find((x) => !judged(ask, x.made).barrier)?.made

/** How many steps are taken to polish or repair, and how many holding checks each may cost. */
const POLISH = { steps: 6, tries: 14 }
/** The heaviest of the steps away: what they hold is asked, the lighter of them first. */
const REPAIRS = 8
/** A step that saves a smaller share of the metal is not worth what it takes from the hold. */
const WORTH = 0.02

/** From options that are good to lighter ones that are, a step at a time. */
function polished(ask: Ask, from: Options, doubts: number, sizes?: readonly string[]): Options {
  let best = { options: from, grams: gramsOf(ask.chosen.build(ask.stone, from)) }
  let tries = 0
  for (let step = 0; step < POLISH.steps; step++) {
    const lighter = (list: readonly Options[]) =>
      byGrams(
        ask,
        list.filter((options) => !sizes || sizes.includes(ask.chosen.bearing(options).size.label)),
      ).filter((x) => x.grams < best.grams * (1 - WORTH) && x.made.doubts.length <= doubts)
    const next =
      lighter(stepsAway(ask, best.options)).find(
        (x) => ++tries <= POLISH.tries && !judged(ask, x.made).barrier,
      ) ??
      lighter(togetherFrom(ask, best.options, 'thinner'))
        .slice(-TOGETHER.thinner)
        .find((x) => !judged(ask, x.made).barrier)
    if (!next) break
    best = { options: next.made.options, grams: next.grams }
  }
  return best.options
}

/** From options that do not hold soundly to some that do, by the step that holds most; none where that leads nowhere. */
function repaired(ask: Ask, from: Options): Made | undefined {
  let at = from
  let held = 0
  for (let step = 0; step < 2; step++) {
    const near = stepsAway(ask, at)
      .map((options) => make(ask, options))
      .filter(isMade)
      .sort((a, b) => gramsOf(a.design) - gramsOf(b.design))
    let best: { options: Options; times: number } | undefined
    for (const made of near.slice(-REPAIRS)) {
      const { barrier, times } = judged(ask, made)
      if (!barrier) return made
      if (!best || times > best.times) best = { options: made.options, times }
    }
    if (!best || best.times <= held) return undefined
    at = best.options
    held = best.times
  }
  return undefined
}

/** Metal of a design, g, without what is spare at the ends. */
export const gramsOf = (design: Design): number =>
  design.wires.reduce((sum, w) => sum + massPerMm(w.stock) * pathLength(w.path), 0)

/** Bending strength of a wire, N mm: what its collapse loads go with. */
const strengthOf = (stock: Stock): number =>
  section(stock.profile, stock.size.mm).plastic * alloy(stock.alloy).yield[stock.temper][0]
