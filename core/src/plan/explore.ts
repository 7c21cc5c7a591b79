import type { Options, OptionSpace, OptionValue, Param } from '../settings/index.js'
import { WIRE_SIZES } from '../wire/index.js'
import { draft, gramsOf, hides, isMade, soundAtOnce, type Ask, type Barrier, type Made } from './judge.js'
import { neighboursOf, sizesBeside } from './neighbours.js'
import { chanceAboveZero, surrogate, type Likeness, type Sample } from './surrogate.js'

/** How many options are put through the holding check at most, without any that is sound yet and with one. */
const TRIES = { without: 140, with: 130 }
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

/** Wires that never came to less than this many times the metal of the best are not built again: how far they reach changes it by less. */
const HEAVY = 1.1

/** Options that were built, to choose from. */
interface Choice {
  readonly made: Made
  readonly grams: number
  readonly x: readonly number[]
  readonly at?: readonly number[]
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
  private varied: readonly Param[] | undefined

  constructor(
    private readonly ask: Ask,
    private readonly space: OptionSpace,
    private readonly allowed: (options: Options) => boolean,
  ) {
    const params = this.params()
    this.features = (options) => params.flatMap((p) => featuresOf(p, options[p.id]!))
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
      this.draw(evenly(++this.drawn, dimensions))
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
    if (!this.best && this.asked % AGAIN === 0) this.drawMore(this.pool.length + FRESH)
    const found = this.likeliest()
    if (found.index >= 0 && !(this.best && found.hope < HOPELESS)) {
      this.judge(this.pool.splice(found.index, 1)[0]!)
      return true
    }
    const round = this.best ?? this.nearest?.choice
    if (!round) return false
    if (++this.refills > REFILLS) return this.sweep()
    this.lookRound(round, NEAR / (1 + this.refills))
    this.drawMore(POOL)
    return true
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
    if (this.seen.has(key) || !this.allowed(options)) return
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
    // what hides too much counts too: where all do, the search must end
    this.asked++
    if (hides(this.ask, choice.made.options)) return
    const { barrier, times } = soundAtOnce(this.ask, choice.made)
    const y = marginOf(times, this.ask.limits.demands.knocked, barrier)
    this.samples.push({ x: choice.x, y })
    const wire = this.wireOf(choice.made.options)
    if (barrier) this.tried.set(wire, (this.tried.get(wire) ?? 0) + 1)
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
      for (const value of neighboursOf(p, options[p.id]!)) this.offer({ ...options, [p.id]: value })
    for (const change of thinner(params, options)) this.offer({ ...options, ...change })
    if (!at) return
    for (let i = 0; i < ROUND; i++) {
      const off = evenly(++this.drawn, at.length)
      this.draw(at.map((u, k) => Math.min(1, Math.max(0, u + near * (2 * off[k]! - 1)))))
    }
  }
}

/** By how much reaches are changed together with a wire's size. */
const SCALES = [0.6, 0.8, 1, 1.25, 1.6]

/** Each wire a size thinner, and all of them, with every pair of the first two lengths scaled. */
function thinner(params: readonly Param[], options: Options): Options[] {
  const sizes = params.flatMap((p) =>
    sizesBeside(p, options[p.id]!, 'thinner').map((label): Options => ({ [p.id]: label })),
  )
  const all = sizes.length > 1 ? [Object.assign({}, ...sizes) as Options] : []
  let reaches: Options[] = [{}]
  for (const p of params.flatMap((x) => (x.kind === 'number' ? [x] : [])).slice(0, 2))
    reaches = reaches.flatMap((change) =>
      SCALES.map((scale): Options => {
        const value = Math.round((Number(options[p.id]) * scale) / p.step) * p.step
        return { ...change, [p.id]: Number(Math.min(p.max, Math.max(p.min, value)).toFixed(3)) }
      }),
    )
  return [...sizes, ...all].flatMap((size) => reaches.map((reach) => ({ ...size, ...reach })))
}

/** Everything that bears less than half of what is asked counts alike: the guess is wanted near what is asked. */
const LEAST = -0.8

/** How far from sound, as the logarithm of what holds over what is asked: above 0 is sound. */
function marginOf(times: number, asked: number, barrier: Barrier | undefined): number {
  const log = (v: number) => Math.max(LEAST, Math.min(1, Math.log(Math.max(v, 1e-3))))
  if (!barrier) return Math.max(0.04, log(times / asked))
  switch (barrier.kind) {
    case 'springs':
      // a snap says nothing of how much is lacking
      return barrier.share > 0 ? Math.min(-0.02, log(barrier.share)) : -0.3
    case 'short':
      return Math.min(-0.02, log(barrier.times / asked))
    case 'pull':
      return Math.min(-0.02, log(times / asked))
    default:
      return LEAST
  }
}

/** An option as numbers of about unit scale: sizes and lengths by their logarithm. */
function featuresOf(p: Param, value: OptionValue): readonly number[] {
  if (p.kind === 'places') {
    const right = (value as readonly number[]).filter((h) => h <= 6)
    return [right.length, Math.min(...right, 6), Math.max(...right, 0)]
  }
  if (p.kind === 'choice') {
    const size = WIRE_SIZES.find((s) => s.label === value)
    return [size ? Math.log(size.mm) / 0.25 : p.values.indexOf(String(value))]
  }
  if (p.kind === 'integer') return [Math.log(Math.max(1, Number(value))) / 0.3]
  return [p.min < 0 ? Number(value) : Math.log(Math.max(0.1, Number(value))) / 0.4]
}

const PRIMES = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29] as const

/** The i-th point of a sequence that fills a cube evenly (Halton, leaped past its poor beginning). */
function evenly(i: number, dimensions: number): number[] {
  return PRIMES.slice(0, dimensions).map((base) => {
    let n = 20 + i * LEAP
    let f = 1
    let u = 0
    while (n > 0) {
      f /= base
      u += f * (n % base)
      n = Math.floor(n / base)
    }
    return u
  })
}
/** A prime that is none of the bases: without it the larger bases run side by side. */
const LEAP = 31
