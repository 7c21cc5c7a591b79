import { family, type Options } from '../settings/index'
import { numberOf } from '../working/index'
import { seeded } from '../testing'
import type { Stone } from '../stone/index'
import { COMMON_SIZES, wireSize } from '../wire/index'
import { DEFAULT_SETTINGS, plan, planHold, type Plan, type PlanRequest } from '../plan/index'
import { LIMITS, startingOptions } from '../search/index'
import { mends } from './index'
import { askOf, draft, isMade, soundAtOnce } from '../search/index'
import { firstShare, wholeHold } from '../plan/index'

const EACH = Number(process.env.MEND_ROUNDS ?? 1)
const SEED = Number(process.env.SEED ?? 1)

const request = (stone: Stone, options: Options): PlanRequest => ({
  stone,
  family: 'bound-frame',
  options,
  settings: DEFAULT_SETTINGS,
})
const made = (stone: Stone, options: Options): Plan | undefined => {
  const result = plan(request(stone, options))
  return result.ok ? result.plan : undefined
}
const wireOf = (p: Plan): number => numberOf(p.cut.mass)
/** Most plans of a grid are not: a quick no first. */
function isSound(p: Plan): boolean {
  const ask = askOf(family('bound-frame'), p.stone, LIMITS, false)
  const built = draft(ask, p.options)
  return isMade(built) && !soundAtOnce(ask, built).barrier && wholeHold(p).verdict === 'sound'
}

/** Sizes of the same kind, thinnest first. */
const SIZES = [...COMMON_SIZES].sort((a, b) => a.mm - b.mm)
const sized = (o: Options, steps: number): Options | undefined => {
  const now = SIZES.findIndex((s) => s.label === wireSize(String(o.size)).label)
  const size = SIZES[now + steps]
  return size && { ...o, size: size.label }
}

const DAMAGES: readonly (readonly [string, (o: Options, random: () => number) => Options | undefined])[] = [
  [
    'a bend removed',
    (o, random) => {
      const face = random() < 0.5 ? 'frontBends' : 'backBends'
      const bends = o[face] as readonly number[]
      const gone = Math.floor(random() * bends.length)
      return { ...o, [face]: bends.filter((_, i) => i !== gone) }
    },
  ],
  [
    'reach halved',
    (o, random) => {
      const face = random() < 0.5 ? 'frontOverlap' : 'backOverlap'
      return { ...o, [face]: Number((Number(o[face]) / 2).toFixed(1)) }
    },
  ],
  ['two sizes thinner', (o) => sized(o, -2)],
  // the foot held by a turn or two only: it may turn there
  ['a tie off', (o) => ({ ...o, foot: 1 })],
]

/** Everything that a frame's options could be changed to, as a coarse grid: reach on both faces, bends of both, wire. */
function grid(o: Options): Options[] {
  const out: Options[] = []
  const reaches = (id: string) => [0, 0.3, 0.6, 1].map((by) => Number((Number(o[id]) + by).toFixed(1)))
  const spread = [1.5, 4, 8, 10.5]
  for (const frontOverlap of reaches('frontOverlap'))
    for (const backOverlap of reaches('backOverlap'))
      for (const frontBends of [o.frontBends!, spread])
        for (const backBends of [o.backBends!, spread])
          for (const steps of [0, 1, 2, 3]) {
            const s = sized({ ...o, frontOverlap, backOverlap, frontBends, backBends }, steps)
            if (s) out.push(s)
          }
  return out
}

/** The lightest sound plan of a grid, or none: every plan is made, and they are checked from the lightest up. */
function cheapest(stone: Stone, o: Options): Plan | undefined {
  return grid(o)
    .flatMap((g) => made(stone, g) ?? [])
    .sort((a, b) => wireOf(a) - wireOf(b))
    .find(isSound)
}

describe('mends against every change of a grid', () => {
  it(`${EACH} damaged frames of each kind: nine in ten that the grid can mend are mended, with at most a fifth more wire`, () => {
    const random = seeded(SEED)
    let [mendable, mended, dear] = [0, 0, 0]
    const said: string[] = []
    // a single round takes every second kind: which, goes with the seed
    const kinds = DAMAGES.filter((_, i) => EACH > 1 || (i + SEED) % 2 === 1)
    for (const [name, damage] of kinds) {
      let broken = 0
      for (let tries = 0; broken < EACH && tries < 6 * EACH + 2; tries++) {
        const length = 22 + 12 * random()
        const stone: Stone = {
          kind: 'cabochon',
          outline: 'oval',
          length: Number(length.toFixed(1)),
          width: Number((length * (0.66 + 0.16 * random())).toFixed(1)),
          depth: Number((5 + 3 * random()).toFixed(1)),
          wall: Number((1 + 1.2 * random()).toFixed(1)),
          mineral: 'labradorite',
        }
        const good = startingOptions(
          stone,
          'bound-frame',
          { alloy: 'copper', temper: 'half hard' },
          LIMITS,
          true,
        )
        const options = good && damage(good, random)
        const before = options && made(stone, options)
        if (!before) continue
        const { hold } = planHold(before)
        if (isSound(before)) continue
        broken++
        const best = cheapest(stone, options)
        if (!best) continue
        mendable++
        const found = mends(request(stone, options), before, { share: firstShare(before, hold) })[0]
        if (found?.verdict !== 'sound') {
          said.push(`${name}: not mended: ${JSON.stringify(stone)} ${JSON.stringify(options)}`)
          continue
        }
        // made and checked once more from scratch
        const after = made(stone, { ...options, ...found.change })!
        expect(wholeHold(after).verdict).toBe('sound')
        mended++
        const ratio = wireOf(after) / wireOf(best)
        if (ratio > 1.2) {
          dear++
          said.push(
            `${name}: ${ratio.toFixed(2)} times the wire of the grid’s cheapest: ${JSON.stringify(found.change)}`,
          )
        }
      }
      said.push(`${name}: ${broken} broken`)
    }
    process.stderr.write(
      `FIGURES the grid mends ${mendable}, mended ${mended}, ${dear} with over a fifth more wire\n${said.join('\n')}\n`,
    )
    expect(mendable).toBeGreaterThan(0)
    expect(mended / mendable).toBeGreaterThanOrEqual(0.9)
    expect(dear / mendable).toBeLessThanOrEqual(0.1)
  })
})
