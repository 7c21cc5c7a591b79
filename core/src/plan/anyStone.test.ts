import { FAMILIES, type Options, type OptionValue, type Param } from '../settings/index'
import { STONE_KINDS, stoneErrors, type Stone } from '../stone/index'
import { seeded } from '../testing'
import { randomStoneOf } from '../testingStones'
import { plan } from './plan'
import { DEFAULT_SETTINGS } from './settings'

const ROUNDS = Number(process.env.ANY_STONES ?? 48)

/** Any value that a choice can be given, over its whole range. */
function anyOf(p: Param, random: () => number): OptionValue {
  const between = (a: number, b: number) => a + random() * (b - a)
  switch (p.kind) {
    case 'integer':
      return Math.round(between(p.min, p.max))
    case 'number':
      return Number(between(p.min, p.max).toFixed(2))
    case 'choice':
      return p.values[Math.floor(random() * p.values.length)]!
    case 'places':
      return Array.from({ length: Math.floor(random() * (p.most + 1)) }, () =>
        Number(between(0, 12).toFixed(1)),
      ).sort((a, b) => a - b)
  }
}

/** A stone of a kind scaled to anything from a bead of 3 mm to a slab of 150, its outline sometimes a trembling or chipped line. */
function anyStone(k: number, random: () => number): Stone {
  const made = randomStoneOf(STONE_KINDS[k % STONE_KINDS.length]!, random)
  const many = [5, 14, 60, 200][k % 4]!
  const rough = [0.02, 0.1, 0.3, 0.6][Math.floor(random() * 4)]!
  return made.outline === 'free'
    ? {
        ...made,
        points: Array.from({ length: many }, (_, i) => {
          const a = (2 * Math.PI * i) / many
          const r = 1 - rough * random()
          return [
            Number((11 * r * Math.cos(a)).toFixed(2)),
            Number((15 * r * Math.sin(a)).toFixed(2)),
          ] as const
        }),
      }
    : made
}

describe('a stone that the schema takes, with choices anywhere in their ranges', () => {
  it(`never makes a plan throw: it is one, or says why it is none (${ROUNDS} stones)`, () => {
    const random = seeded(Number(process.env.SEED ?? 1))
    let asked = 0
    let made = 0
    for (let k = 0; k < ROUNDS; k++) {
      const stone = anyStone(k, random)
      if (stoneErrors(stone).length > 0) continue
      for (const f of FAMILIES) {
        if (f.fits(stone).some((x) => x.severity === 'error')) continue
        for (let n = 0; n < 4; n++) {
          const options: Options = Object.fromEntries(f.params(stone).map((p) => [p.id, anyOf(p, random)]))
          const result = plan({ stone, family: f.id, options, settings: DEFAULT_SETTINGS })
          asked++
          if (result.ok) made++
          else expect(result.findings.some((x) => x.severity === 'error')).toBe(true)
        }
      }
    }
    expect(asked).toBeGreaterThan(ROUNDS)
    process.stderr.write(`FIGURES ${asked} plans asked for, ${made} made\n`)
  })
})
