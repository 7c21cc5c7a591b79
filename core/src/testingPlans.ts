import { DEFAULT_SETTINGS, plan, type Plan } from './plan/index.js'
import type { FamilyExamples, Options } from './settings/index.js'
import { stoneErrors, type Stone } from './stone/index.js'
import { seeded } from './testing.js'

/** For tests only: the plan of a stone in a family, where it can be made. */
export function planOf(family: string, stone: Stone, options: Options): Plan | undefined {
  const result = plan({ stone, family, options, settings: DEFAULT_SETTINGS })
  return result.ok ? result.plan : undefined
}

/** For tests only: plans of a family's random stones with random options, those that can be made; without end. */
export function* randomPlans(family: string, examples: FamilyExamples, seed: number): Generator<Plan, never> {
  const random = seeded(seed)
  for (;;) {
    const stone = examples.stone(random)
    if (stoneErrors(stone).length > 0) continue
    const made = planOf(
      family,
      stone,
      examples.random(stone, { alloy: 'copper', temper: 'half hard' }, random),
    )
    if (made) yield made
  }
}

/** What of Jest is used here: this file is compiled with the core, where its types are not. */
declare const jest: { requireActual<T>(path: string): T }

/** For tests only: a family's example stones and options, by its id. */
export const examplesOf = (family: string): FamilyExamples =>
  jest.requireActual<{ examples: FamilyExamples }>(`./settings/${family}/examples`).examples

/**
 * For tests only: does a check of this family take long: what is drawn taut is pushed step by step, of several stones each is checked, and bands of
 * knots have hundreds of spans.
 */
export function isSlow(family: string): boolean {
  const { stone, options } = examplesOf(family).sound[0]!
  const { design } = planOf(family, stone, options)!
  return (
    design.stones.length > 1 ||
    design.wires.some((w) => w.parts.some((p) => p.kind === 'taut')) ||
    design.joints.some((j) => j.kind === 'knot')
  )
}

/** For tests only: a wish in copper, in the temper that a family's examples are worked in. */
export const usualWish = (family: string) => ({
  alloy: 'copper',
  temper: String(examplesOf(family).sound[0]!.options.temper),
  worn: 'pendant' as const,
})
