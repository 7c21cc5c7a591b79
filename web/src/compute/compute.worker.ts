import {
  benchMoves,
  checkStone,
  chooseOne,
  DEFAULT_SETTINGS,
  fittedTool,
  FAMILIES,
  familyFor,
  fill,
  findingsWithRoom,
  fitInFrame,
  fitRecipe,
  followsByItself,
  gaugeNeighbours,
  holdAfter,
  holdLine,
  holdQuantities,
  NEWTON_PER_GRAM,
  numberOf,
  looseCount,
  looseEnds,
  plan,
  planHold,
  planThoroughPart,
  pressing,
  settingOfPlan,
  shoulders,
  sketchOne,
  startingOptions,
  stoneMore,
  stoneText,
  thoroughFrom,
  tryBench,
  tryMend,
  whyOption,
  type BenchMove,
  type FirstHeld,
  type Plan,
  type Stone,
  type ThoroughParts,
} from '@verger/core'
import { expose } from 'comlink'

/** The core behind a worker: quick plans apart from slower holding. */
const compute = {
  plan,
  hold(...args: Parameters<typeof planHold>) {
    const found = planHold(...args)
    const [{ design, stone }] = args
    const loose = looseCount(design, stone)
    return { ...found, line: holdLine(found.hold, numberOf(found.shown.pull), undefined, loose) }
  },
  findingsWithRoom,
  startingOptions,
  followsByItself,
  fitRecipe,
  stoneMore,
  gaugeNeighbours,
  tryMend,
  whyOption,
  benchMoves,
  tryBench,
  /** The piece as it stands after what was done with the stone in, with its line; undefined where it leaves no room. */
  afterBench(made: Plan, done: readonly BenchMove[]) {
    const after = holdAfter(made, done)
    if (!after) return undefined
    const { hold, design } = after
    const loose = looseCount(design, made.stone)
    return { hold, design, line: holdLine(hold, hold.force / NEWTON_PER_GRAM, undefined, loose) }
  },
  thoroughPart: planThoroughPart,
  /** Bends on the shoulder, ends that a cloth would pull open, and what a bend pressed in bears on the stone with. */
  holdNotes(made: Plan) {
    const setting = settingOfPlan(made)
    return { shoulders: shoulders(setting), ends: looseEnds(setting), pressing: pressing(setting) }
  },
  /** The thorough check from its parts, with its own line and figures. */
  thorough(made: Plan, { hold, id }: FirstHeld, parts: ThoroughParts) {
    const thorough = thoroughFrom(made, hold, parts, id)
    if (!thorough) throw new RangeError('a part of the thorough check is missing')
    const shown = holdQuantities(made, hold, thorough, id)
    const line = holdLine(hold, numberOf(shown.pull), thorough, looseCount(made.design, made.stone))
    return { hold, thorough, shown, line }
  },
  /** Stones that go into this very frame, best held first; those of another shape or size are left out. */
  fitting(made: Plan, stones: readonly { readonly id: string; readonly stone: Stone }[]) {
    return stones
      .flatMap(({ id, stone }) => {
        const fit = fitInFrame(made, stone)
        return fit ? [{ id, ...fit }] : []
      })
      .sort((a, b) => a.tight - b.tight || (a.rattle ?? 9) - (b.rattle ?? 9))
  },
  /** The first family that takes a stone; else why it cannot be, or why none does, in words. */
  unfit(stone: Stone): { readonly wrong: string } | { readonly why: string } | { readonly family: string } {
    const first = (findings: ReturnType<typeof checkStone>, words: Readonly<Record<string, string>>) => {
      const f = findings.find((x) => x.severity === 'error')
      return f && fill(words[f.code] ?? f.code, f.values)
    }
    const wrong = first(checkStone(stone), stoneText)
    if (wrong !== undefined) return { wrong }
    const id = familyFor(stone)
    if (id !== undefined) return { family: id }
    const nearest = FAMILIES[0]!
    return { why: first([...nearest.fits(stone)], { ...stoneText, ...nearest.text.findings }) ?? '' }
  },
  chooseOne,
  sketchOne,
  /** Plans and checks a setting of a stone for nothing, so that what is asked next finds its code compiled. */
  warmUp(stone: Stone, checks: boolean) {
    const id = checkStone(stone).some((f) => f.severity === 'error') ? undefined : familyFor(stone)
    if (id === undefined) return
    const sketch = sketchOne({ stone, family: id, wish: { alloy: 'copper' }, settings: DEFAULT_SETTINGS })
    if (checks && sketch && 'design' in sketch) planHold(sketch)
  },
  fittedTool,
}

export type Compute = typeof compute
expose(compute)
