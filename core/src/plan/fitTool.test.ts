import { family } from '../settings/index'
import { examplesOf } from '../testingPlans'
import { numberOf } from '../working/index'
import { fittedTool } from './fitTool'

const RINGS = examplesOf('loop-bezel').sound

describe('a choice fitted to a tool', () => {
  it.each(RINGS.map((e) => [e.name, e] as const))(
    '%s: loops that are wound on the rod that there is',
    (_, { stone, options }) => {
      const chosen = family('loop-bezel')
      const rodOf = (o: typeof options) =>
        numberOf(chosen.outputs(stone, o).find((x) => x.id === 'rod')!.quantity)
      const step = rodOf({ ...options, over: Number(options.over) + 0.1 }) - rodOf(options)
      for (const by of [-0.3, 0.25, 0.5]) {
        const found = fittedTool(stone, 'loop-bezel', options, 'rod', rodOf(options) + by)!
        expect(found.choice).toBe('over')
        const { size } = found
        expect(size).toBeCloseTo(rodOf({ ...options, over: found.value }), 9)
        // no step of the choice comes nearer than half of what a step changes
        expect(Math.abs(size - rodOf(options) - by)).toBeLessThanOrEqual(0.55 * step)
      }
    },
  )

  it('is told of nothing that follows no choice, and stops at its limits', () => {
    const { stone, options } = RINGS[0]!
    expect(fittedTool(stone, 'loop-bezel', options, 'pitch', 3)).toBeUndefined()
    expect(fittedTool(stone, 'loop-bezel', options, 'no such thing', 3)).toBeUndefined()
    const huge = fittedTool(stone, 'loop-bezel', options, 'rod', 40)
    const p = family('loop-bezel')
      .params(stone)
      .find((x) => x.id === 'over')!
    if (huge && p.kind === 'number') expect(huge.value).toBeLessThanOrEqual(p.max)
  })
})
