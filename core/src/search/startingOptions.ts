import { family, type CandidateGroup, type Options, type Wish } from '../settings/index.js'
import type { Stone } from '../stone/index.js'
import { alloy, section, type Stock } from '../wire/index.js'
import {
  askOf,
  isMade,
  LIMITS,
  make,
  type Ask,
  type Barrier,
  type Limits,
  soundAtOnce,
  type Made,
} from './judge.js'
import { explore } from './explore.js'

/** How many candidates are put through the holding check at most. */
const HOLD_TRIES = 40
/** And how many of a group. */
const QUICK_TRIES = 2
/** Wire with less than this share of the strength that a failed one seems to lack is passed over. */
const TELLING = 0.85
/** Share of what is asked under which options hardly hold at all; and the least share by which stronger wire is asked for. */
const HARDLY = 0.05
const MOST_LACKING = 0.1

/**
 * Starting options for a stone: the lightest wire whose plan has no errors and no doubts, hides no more of the face than the limit, and
 * holds soundly; failing that what comes nearest to it. Thoroughly by `explore`; `quick`: the first of the family's candidates that does. Wire that is kept comes first: another is offered only where none of it is sound.
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
  const isKept = (options: Options): boolean =>
    wish.kept?.includes(ask.chosen.bearing(options).size.label) ?? false
  const kept = wish.kept?.length ? groups.filter((g) => g.options.length > 0 && g.options.every(isKept)) : []
  const quick = { ...ask, quick: true }
  if (ask.quick) return (kept.length > 0 ? trial(kept, quick, true) : undefined) ?? trial(groups, quick)
  const space = ask.chosen.space(ask.stone, wish)
  /** Begins with what is found quickly and with candidates from light to heavy. */
  const slow = (list: readonly Group[], allowed: (options: Options) => boolean) => {
    const first = trial(list, quick)
    const from = {
      first: [...(first ? [first] : []), ...spreadOf(list)],
      others: list.flatMap((g) => g.options),
    }
    return explore(ask, space, from, allowed)
  }
  if (kept.length > 0) {
    const found = slow(kept, isKept)
    if (found?.sound) return found.options
  }
  return slow(groups, () => true)?.options
}

/** How many groups a thorough search begins with. */
const BEGINS = 5

/** The likeliest of a few groups, evenly from the lightest to the heaviest. */
const spreadOf = (groups: readonly Group[]): Options[] =>
  Array.from(
    { length: BEGINS },
    (_, i) => groups[Math.round((i * (groups.length - 1)) / (BEGINS - 1))],
  ).flatMap((g) => g?.options.slice(0, 1) ?? [])

/** A group of candidates with what is known of them; built only when their turn comes. */
class Group {
  private list: readonly Options[] | undefined
  private readonly known = new Map<Options, Made | Barrier>()

  constructor(
    private readonly ask: Ask,
    private readonly from: CandidateGroup,
  ) {}

  get options(): readonly Options[] {
    return (this.list ??= this.from.options())
  }

  made(options: Options): Made | Barrier {
    let found = this.known.get(options)
    if (!found) this.known.set(options, (found = make(this.ask, options)))
    return found
  }
}

/**
 * Puts groups through the first check, fewest doubts first and within them the lightest; `sound` or nothing, or else the strongest that was
 * tried. Collapse loads grow with the bending strength of the wire: what is far too weak is not even built.
 */
function trial(groups: readonly Group[], ask: Ask, sound = false): Options | undefined {
  const { chosen } = ask
  let strongest: { options: Options; share: number } | undefined
  let needed = 0
  let tries = 0
  for (let doubts = 0; doubts < 6 && tries < HOLD_TRIES; doubts++) {
    let left = false
    for (const group of groups) {
      let here = 0
      for (const options of group.options) {
        if (here === QUICK_TRIES) break
        if (strengthOf(chosen.bearing(options)) < needed) continue
        const made = group.made(options)
        if (!isMade(made)) continue
        if (made.doubts.length > doubts) left = true
        if (made.doubts.length !== doubts) continue
        if (++tries > HOLD_TRIES) break
        here++
        const { barrier, share } = soundAtOnce(ask, made)
        if (!strongest || share > strongest.share) strongest = { options, share }
        if (!barrier) return options
        // what hardly holds at all lacks reach, not strength
        if (share >= HARDLY)
          needed = Math.max(
            needed,
            (TELLING * strengthOf(chosen.bearing(options))) / Math.max(share, MOST_LACKING),
          )
      }
    }
    if (!left) break
  }
  return sound ? undefined : strongest?.options
}

/** Bending strength of a wire, N mm: what its collapse loads go with. */
const strengthOf = (stock: Stock): number =>
  section(stock.profile, stock.size.mm).plastic * alloy(stock.alloy).yield[stock.temper][0]
