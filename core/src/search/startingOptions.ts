import {
  family,
  type Aim,
  type CandidateGroup,
  type Habit,
  type Options,
  type Wish,
  type Wished,
} from '../settings/index.js'
import { remember } from '../geom/index.js'
import type { Stone } from '../stone/index.js'
import { alloy, section, wireSize, type Stock } from '../wire/index.js'
import { numberOf } from '../working/index.js'
import {
  askOf,
  draft,
  isMade,
  judge,
  LIMITS,
  make,
  ROOM,
  type Ask,
  type Barrier,
  type Limits,
  soundAtOnce,
  type Made,
} from './judge.js'
import { explore } from './explore.js'
import { aimedAt, bearingOption, BESIDE, strangeness } from './habits.js'

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
 * Starting options for a stone, by what is aimed at: wire that makers usually take, holding soundly with room to spare and without a doubt; or
 * of such wire what is easiest, strongest or shows most; or the least metal of all, searched for thoroughly by `explore` unless `quick`. Where
 * nothing usual holds, the size beside it, and then what does. Wire that is kept comes first: another is offered only where none of it is
 * sound. The temper is the wished one or what suits the part, and the other where nothing of that holds. Undefined where nothing can be built at all. Deterministic.
 */
export function startingOptions(
  stone: Stone,
  id: string,
  wished: Wished,
  limits: Limits = LIMITS,
  quick = false,
): Options | undefined {
  const chosen = family(id)
  if (chosen.fits(stone).some((f) => f.severity === 'error')) return undefined
  const { aim = 'usual', ...wish } = wished
  const habit = chosen.habit(stone, wish.alloy)
  const ask = askOf(chosen, stone, limits, quick || aim !== 'least metal')
  const first = wish.temper ?? habit.temper
  const tempers = [first, first === 'dead soft' ? 'half hard' : 'dead soft']
  let kept: Reached | undefined
  for (const temper of tempers) {
    const found = aim === 'least metal' ? undefined : reachFor(ask, habit, aim, { ...wish, temper })
    if (found?.enough) return found.options
    if (found && (!kept || found.share > kept.share)) kept = found
  }
  if (kept) return kept.options
  for (const temper of tempers) {
    const found = searchOptions(ask, { ...wish, temper })
    if (found) return found
  }
  // nothing hides so little: what does is offered, and its plan says how much it hides
  return limits.hidden < ALL
    ? startingOptions(stone, id, wished, { ...limits, hidden: ALL }, quick)
    : undefined
}
const ALL = 100

/** A proposal with wire that is usual, or a size beside that. */
interface Reached {
  readonly options: Options
  readonly share: number
  /** It holds with room to spare. */
  readonly enough: boolean
}

/** So many are put through the holding check at most while nothing is sound, and with one that has no room to spare. */
const REACHES = { without: 40, with: 10 }

/** So many groups are opened for a first try. */
const FIRST_TRIES = 12

/** A habit with only what a group's options share. */
function sharedHabit({ sizes, counts = {}, ...habit }: Habit, shared: Options): Habit {
  const of = <T>(all: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(all).filter(([id]) => shared[id] !== undefined))
  return { ...habit, sizes: of(sizes), counts: of(counts) }
}

/**
 * Options to begin a search with: of the wire nearest to what makers usually take the first that can be built, without a doubt if one of a few
 * can, whether they hold or not. For a picture while the search goes on. Undefined where none of the first few can be built.
 */
export function firstTry(
  stone: Stone,
  id: string,
  wish: Omit<Wished, 'aim'>,
  limits: Limits = LIMITS,
): Options | undefined {
  const chosen = family(id)
  const habit = chosen.habit(stone, wish.alloy)
  const ask = askOf(chosen, stone, limits, true)
  const temper = wish.temper ?? habit.temper
  const off = ({ shared }: CandidateGroup): number => {
    const [wire] = Object.keys(sharedHabit(habit, shared).sizes)
    if (wire === undefined) return 0
    const aimed = aimedAt(habit, wire, stone, { alloy: wish.alloy, temper })
    return Math.abs(Math.log(wireSize(String(shared[wire])).mm / aimed))
  }
  const far = ({ shared }: CandidateGroup): number => strangeness(sharedHabit(habit, shared), shared)
  const groups = chosen
    .candidates(stone, { ...wish, temper })
    .map((group) => ({ group, far: far(group), off: off(group) }))
    .sort((a, b) => a.far - b.far || a.off - b.off)
  let doubted: Options | undefined
  for (const { group } of groups.slice(0, FIRST_TRIES)) {
    const [likeliest] = group.options()
    const made = likeliest && draftMended(ask, likeliest)
    if (!made || !isMade(made)) continue
    if (made.doubts.length === 0) return made.options
    doubted ??= made.options
  }
  return doubted
}

/** What is built of options, with the mend of what keeps them from being built, and of what keeps those. */
function draftMended(ask: Ask, options: Options): Made | Barrier {
  let tried = options
  let found = draft(ask, tried)
  for (let i = 0; i < MENDS && !isMade(found) && found.kind === 'error' && found.finding.mend; i++) {
    const { field, value, with: others } = found.finding.mend
    tried = { ...tried, ...others, [field]: value }
    found = draft(ask, tried)
  }
  return found
}
const MENDS = 2

/** Candidates by how far they lie from what is usual. A group is opened only when it may hold one that is asked for. */
class Candidates {
  private readonly groups: readonly { readonly far: number; readonly options: () => readonly Options[] }[]
  private readonly far: (o: Options) => number

  constructor({ chosen, stone }: Ask, habit: Habit, wish: Wish) {
    const opened = remember<CandidateGroup, readonly Options[]>(Infinity)
    this.far = (o) => strangeness(habit, o)
    this.groups = chosen.candidates(stone, wish).map((group) => ({
      // its options lie no nearer than what they share
      far: strangeness(sharedHabit(habit, group.shared), group.shared),
      options: () => opened(group, () => group.options()),
    }))
  }

  /** Those that lie farther than `over` and no farther than `most`. */
  between(over: number, most: number): Options[] {
    return this.groups
      .filter((g) => g.far <= most)
      .flatMap((g) => g.options())
      .filter((o) => this.far(o) > over && this.far(o) <= most)
  }

  /** The next wire size at which something lies beyond so many sizes; undefined where nothing does. */
  next(over: number): number | undefined {
    const all = this.groups.flatMap((g) => g.options()).map((o) => Math.ceil(this.far(o)))
    const left = all.filter((n) => n > over)
    return left.length > 0 ? Math.min(...left) : undefined
  }
}

/** Candidates with wire that is kept and usual first, then what is usual, the size beside it, and what lies farther off, the nearest first. */
function* tiersOf(ask: Ask, habit: Habit, wish: Wish): Generator<readonly Options[]> {
  const candidates = new Candidates(ask, habit, wish)
  const { kept } = wish
  if (kept?.length)
    yield candidates.between(-1, BESIDE).filter((o) => kept.includes(ask.chosen.bearing(o).size.label))
  yield candidates.between(-1, 0)
  yield candidates.between(0, BESIDE)
  for (let n = candidates.next(BESIDE); n !== undefined; n = candidates.next(n))
    yield candidates.between(Math.max(BESIDE, n - 1), n)
}

/** Goes through candidates of usual wire in the order of the aim, then those of the size beside it, then the others. Undefined where none of them is sound. */
function reachFor(ask: Ask, habit: Habit, aim: Exclude<Aim, 'least metal'>, wish: Wish): Reached | undefined {
  let best: Reached | undefined
  let tried = 0
  for (const tier of tiersOf(ask, habit, wish))
    for (const options of inOrder(ask, habit, aim, tier)) {
      if (tried >= (best ? REACHES.with : REACHES.without)) return best
      const made = make(ask, options)
      if (!isMade(made) || made.doubts.length > 0) continue
      tried++
      const { barrier, share } = judge(ask, made)
      if (barrier) continue
      if (share >= ROOM) return { options, share, enough: true }
      if (!best || share > best.share) best = { options, share, enough: false }
    }
  return best
}

/** Candidates in the order in which an aim would have them: alike ones stay in their own. */
function inOrder(
  ask: Ask,
  habit: Habit,
  aim: Exclude<Aim, 'least metal'>,
  list: readonly Options[],
): Options[] {
  const { chosen, stone } = ask
  const thick = (o: Options): number => chosen.bearing(o).size.mm
  const wires = (o: Options): number => Number(o.wires ?? 1)
  const by: Readonly<Record<typeof aim, (o: Options) => number>> = {
    usual: (o) => {
      const id = bearingOption(chosen, o)
      return id === undefined ? 0 : Math.abs(Math.log(thick(o) / aimedAt(habit, id, stone, o)))
    },
    easiest: (o) => wires(o) * 10 + thick(o),
    strongest: (o) => -strengthOf(chosen.bearing(o)),
    'shows most': (o) => (isMade(draft(ask, o)) ? -numberOf(chosen.face(stone, o)) : 0),
  }
  return list
    .map((o, i) => ({ o, i, rank: by[aim](o) }))
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map(({ o }) => o)
}
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
