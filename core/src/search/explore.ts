import type { Options, OptionSpace, Param } from '../settings/index.js'
import { halton } from './halton.js'
import { featuresOf } from './features.js'
import { draft, gramsOf, hides, isMade, judge, soundAtOnce, type Ask, type Made } from './judge.js'
import { Nogoods } from './nogoods.js'
import { marginOf, outcomeOf } from './margin.js'
import { neighboursOf, stepped, thinner } from './neighbours.js'
import { chanceAboveZero, surrogate, type Likeness, type Sample } from './surrogate.js'

/** How many options are put through the holding check at most, without any that is sound yet and with one. */
const TRIES = { without: 140, with: 130 }
/** As much of a try is what turns out to hide too much. */
const HIDDEN = 0.25
/** How many are built to choose from, and drawn for it: most have no room. */
const POOL = 240
const DRAWS = 700
const MOST_DRAWN = 1200
/** When there are so many times more samples it is asked anew how alike they are. */
const RETHINK = 1.25
/** As many are drawn round each new best, so far off it in each direction of the cube. */
const ROUND = 40
const NEAR = 0.14
/** How often more are drawn when nothing that is left promises anything. */
const REFILLS = 3
/** While nothing is sound, so many more are built after every so many that were judged. */
const FRESH = 50
const AGAIN = 10
/** So many noes of the same wires halve what more of them promise: the guess is smoother than what holds. */
const TIRED = 6
/** A saving of less is not worth what it takes from the hold. */
const WORTH = 0.02
/** A doubt fewer is worth as much as this share of the metal. */
const FEWER = 0.5
/** Where nothing is sound yet it is looked for by so much more than is asked: else what is nearly so is tried over and over. */
const AIM = 0.15
/** No further where the likeliest gain, chance times share of the metal, is under this. */
const HOPELESS = 0.002

/**
 * At last so many more are tried where the guess sees no hope: what holds is less smooth than it. So far off it may be, and this near (in units
 * of the features) to one that was tried another says little.
 */
const SWEEP = 24
const SURPRISE = 0.3
const ALIKE = 0.6

/**
 * What fails by so little (in the logarithm of what holds over what is asked) is looked at again beside itself, so often at most: from one
 * step of a length to the next more changes than that. What fails by `LITTLE` more promises a third as much.
 */
const BESIDE = 36
const HARDLY = 0.09
const LITTLE = 0.04
const STEPS = [-1, 1, -2, 2]
/** And only where so much would be saved. */
const TELLS = 0.04
/** Round a near miss's place in the space so many are drawn, so far off. */
const CLOSE = 12
const CLOSELY = 0.04

/** Wires that never came to less than this many times the metal of the best are not built again: how far they reach changes it by less. */
const HEAVY = 1.1

/** Options that were built, to choose from. */
interface Choice {
  readonly made: Made
  readonly grams: number
  readonly x: readonly number[]
  readonly at?: readonly number[]
}

/** What hardly failed, with what lies beside it and how many of that were judged. */
interface Miss {
  readonly choice: Choice
  readonly y: number
  beside?: Choice[]
  tried: number
}

/** What a search ended with: the lightest that is sound, or else what comes nearest to it. */
export interface Explored {
  readonly options: Options
  readonly sound: boolean
}

/**
 * The lightest sound options of a space and some others besides; the first are judged in any case. What was judged so far teaches a guess of how far others are from sound; the
 * one with the best chance of saving metal is judged next. Fewer doubts come before less metal. Deterministic: the space is drawn evenly.
 */
export function explore(
  ask: Ask,
  space: OptionSpace,
  from: { readonly first: readonly Options[]; readonly others: readonly Options[] },
  allowed: (options: Options) => boolean,
): Explored | undefined {
  const search = new Search(ask, space, allowed)
  search.begin(from.first, from.others)
  while (search.step());
  return search.result()
}

class Search {
  private readonly features: (options: Options) => readonly number[]
  private readonly samples: Sample[] = []
  private pool: Choice[] = []
  private readonly seen = new Set<string>()
  private best: Choice | undefined
  private nearest: { readonly choice: Choice; readonly y: number } | undefined
  /** How often choices of the same wires were not sound. */
  private readonly tried = new Map<string, number>()
  /** The least metal that was built of the same wires. */
  private readonly least = new Map<string, number>()
  private asked = 0
  private drawn = 0
  private alike: { readonly likeness: Likeness; readonly of: number } | undefined
  private refills = 0
  private swept = 0
  private readonly misses: Miss[] = []
  private readonly nogoods: Nogoods
  private beside = 0
  private varied: readonly Param[] | undefined

  constructor(
    private readonly ask: Ask,
    private readonly space: OptionSpace,
    private readonly allowed: (options: Options) => boolean,
  ) {
    const params = this.params()
    this.features = (options) => params.flatMap((p) => featuresOf(p, options[p.id]!))
    this.nogoods = new Nogoods(params.map((p) => p.id))
  }

  begin(first: readonly Options[], others: readonly Options[]): void {
    for (const options of first) this.offer(options)
    const judged = this.pool
    this.pool = []
    for (const choice of judged) this.judge(choice)
    for (const options of others) this.offer(options)
    this.drawMore(POOL)
  }

  /** Draws from the whole space until there are so many to choose from, or it has been tried long enough. */
  private drawMore(many: number): void {
    const { dimensions } = this.space
    for (let i = 0; i < DRAWS && this.pool.length < many && this.drawn < MOST_DRAWN; i++)
      this.draw(halton(++this.drawn, dimensions))
  }

  /** What is guessed from all that was judged; how alike things are is asked again now and then. */
  private guess(): ReturnType<typeof surrogate> {
    const { samples, alike } = this
    const guess = surrogate(
      samples,
      alike && samples.length < RETHINK * alike.of ? alike.likeness : undefined,
    )
    if (!alike || alike.likeness !== guess.likeness || samples.length >= RETHINK * alike.of)
      this.alike = { likeness: guess.likeness, of: samples.length }
    return guess
  }

  /** Judges the most promising; false where there is none. */
  step(): boolean {
    if (this.asked >= (this.best ? TRIES.with : TRIES.without)) return false
    if (this.samples.length === 0) {
      this.pool.sort((a, b) => a.grams - b.grams)
      const [middling] = this.pool.splice(this.pool.length >> 1, 1)
      if (!middling) return false
      this.judge(middling)
      return true
    }
    if (!this.best && this.asked % AGAIN < 1) this.drawMore(this.pool.length + FRESH)
    const found = this.likeliest()
    if (found.index >= 0 && !(this.best && found.hope < HOPELESS)) {
      this.judge(this.pool.splice(found.index, 1)[0]!)
      return true
    }
    const round = this.best ?? this.nearest?.choice
    if (!round) return false
    if (++this.refills > REFILLS) return this.besideMiss() || this.sweep()
    this.lookRound(round, NEAR / (1 + this.refills))
    this.drawMore(POOL)
    return true
  }

  /** Judges one that lies a step beside what hardly failed; false where there is none, or that was done often enough. */
  private besideMiss(): boolean {
    if (!this.best || this.beside >= BESIDE) return false
    const worth = ({ choice, y, tried }: Miss) => (this.gainOf(choice) * Math.exp(y / LITTLE)) / (1 + tried)
    for (const miss of [...this.misses].sort((a, b) => worth(b) - worth(a))) {
      if (this.gainOf(miss.choice) < TELLS) continue
      miss.beside ??= this.around(miss.choice)
      const choice = miss.beside.shift()
      if (!choice || this.gainOf(choice) < TELLS || this.nogoods.failsAsBefore(choice.made.options)) continue
      miss.tried++
      this.beside++
      this.judge(choice)
      return true
    }
    return false
  }

  /** What can be built a small step of one length away, and closely round its place in the space. */
  private around({ made: { options }, at }: Choice): Choice[] {
    const elsewhere = this.pool
    this.pool = []
    for (const by of STEPS)
      for (const p of this.params())
        for (const value of stepped(p, options[p.id]!, by))
          this.offer(this.space.settled({ ...options, [p.id]: value }))
    if (at) this.drawRound(at, CLOSELY, CLOSE)
    const found = this.pool
    this.pool = elsewhere
    return found
  }

  /** Judges one that is unlike those tried; false where that was done often enough. */
  private sweep(): boolean {
    if (!this.best || ++this.swept > SWEEP) return false
    if (this.swept === 1) this.drawMore(this.pool.length + POOL)
    const guess = this.guess()
    const index = this.most((choice) => {
      const { mean, spread } = guess(choice.x)
      const unlike = Math.min(
        ALIKE,
        ...this.samples.map(({ x }) => Math.hypot(...x.map((u, k) => u - choice.x[k]!))),
      )
      return (unlike / ALIKE) * chanceAboveZero({ mean, spread: Math.hypot(spread, SURPRISE) })
    }).index
    if (index < 0) return false
    this.judge(this.pool.splice(index, 1)[0]!)
    return true
  }

  /** Which of those to choose from promises most, and how much. */
  private likeliest(): { readonly hope: number; readonly index: number } {
    const guess = this.guess()
    const aim = this.best ? 0 : AIM
    return this.most(({ x }) => {
      const { mean, spread } = guess(x)
      return chanceAboveZero({ mean: mean - aim, spread })
    })
  }

  /** The one of which most is to be hoped, by its chance and what it would be worth, less where others of the same wires failed. */
  private most(chanceOf: (choice: Choice) => number): { readonly hope: number; readonly index: number } {
    let most = { hope: 0, index: -1 }
    this.pool.forEach((choice, index) => {
      const gain = this.gainOf(choice)
      if (gain <= 0) return
      const tried = 1 + (this.tried.get(this.wireOf(choice.made.options)) ?? 0) / TIRED
      const hope = (gain * chanceOf(choice)) / tried
      if (hope > most.hope) most = { hope, index }
    })
    return most
  }

  result(): Explored | undefined {
    const found = this.best ?? this.nearest?.choice
    return found && { options: found.made.options, sound: this.best !== undefined }
  }

  /** What the space turns. */
  private params(): readonly Param[] {
    return (this.varied ??= this.ask.chosen
      .params(this.ask.stone)
      .filter((p) => this.space.varies.includes(p.id)))
  }

  /** What a choice is made of: its sizes and counts, without its lengths and places. */
  private wireOf(options: Options): string {
    return this.params()
      .flatMap((p) => (p.kind === 'choice' || p.kind === 'integer' ? [String(options[p.id])] : []))
      .join()
  }

  /** What it would be worth if it were sound. */
  private gainOf({ made, grams }: Choice): number {
    const { best } = this
    const doubts = made.doubts.length
    if (!best) return 1 / (1 + doubts)
    if (doubts !== best.made.doubts.length) return doubts < best.made.doubts.length ? FEWER : 0
    const saving = 1 - grams / best.grams
    return saving > WORTH ? saving : 0
  }

  private draw(at: readonly number[]): void {
    const options = this.space.at(at)
    if (options) this.offer(options, at)
  }

  /** Builds options and adds them to those to choose from. */
  private offer(options: Options, at?: readonly number[]): void {
    const key = JSON.stringify(options)
    if (this.seen.has(key) || this.nogoods.failsAsBefore(options) || !this.allowed(options)) return
    this.seen.add(key)
    const wire = this.wireOf(options)
    const least = this.least.get(wire)
    if (this.best && least !== undefined && least > HEAVY * this.best.grams) return
    const made = draft(this.ask, options)
    if (!isMade(made)) return
    const grams = gramsOf(this.ask, made)
    this.least.set(wire, Math.min(grams, least ?? Infinity))
    this.pool.push({ made, grams, x: this.features(options), ...(at ? { at } : {}) })
  }

  private judge(choice: Choice): void {
    // what hides too much counts too, though little: where all do, the search must end
    if (hides(this.ask, choice.made.options)) {
      this.asked += HIDDEN
      return
    }
    this.asked++
    const atOnce = soundAtOnce(this.ask, choice.made)
    // a yes is asked once more, whole, as the plan will be: pushes asked in another order may end elsewhere
    const { barrier, share } = atOnce.barrier ? atOnce : judge(this.ask, choice.made)
    const y = marginOf(share, barrier)
    this.samples.push({ x: choice.x, y })
    const wire = this.wireOf(choice.made.options)
    if (barrier) {
      this.tried.set(wire, (this.tried.get(wire) ?? 0) + 1)
      if (this.nogoods.learn(choice.made.options, outcomeOf(barrier)))
        this.pool = this.pool.filter((c) => !this.nogoods.failsAsBefore(c.made.options))
    }
    if (y < 0 && y > -HARDLY) this.misses.push({ choice, y, tried: 0 })
    const nearer = !this.nearest || y > this.nearest.y
    if (nearer) this.nearest = { choice, y }
    if (!barrier && this.gainOf(choice) > 0) {
      this.best = choice
      this.pool = this.pool.filter((c) => this.gainOf(c) > 0)
      this.lookRound(choice, NEAR)
    } else if (nearer && !this.best) this.lookRound(choice, NEAR)
  }

  /**
   * Offers what lies round a choice: a step of one option away, thinner wire with other reaches, and round its place in the space. Few places of
   * the whole space are of just these gauges.
   */
  private lookRound({ made: { options }, at }: Choice, near: number): void {
    const params = this.params()
    for (const p of params)
      for (const value of neighboursOf(p, options[p.id]!))
        this.offer(this.space.settled({ ...options, [p.id]: value }))
    for (const change of thinner(params, options)) this.offer(this.space.settled({ ...options, ...change }))
    if (at) this.drawRound(at, near, ROUND)
  }

  private drawRound(at: readonly number[], near: number, many: number): void {
    for (let i = 0; i < many; i++) {
      const off = halton(++this.drawn, at.length)
      this.draw(at.map((u, k) => Math.min(1, Math.max(0, u + near * (2 * off[k]! - 1)))))
    }
  }
}
