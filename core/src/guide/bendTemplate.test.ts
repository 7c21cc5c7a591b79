import { FAMILIES, family } from '../settings/index'
import { bendTemplates } from './index'
import { examplesOf } from '../testingPlans'

const designs = FAMILIES.flatMap((f) =>
  examplesOf(f.id).sound.map((e) => ({ id: f.id, design: family(f.id).build(e.stone, e.options) })),
)

describe('templates to bend on', () => {
  it('are there where a wire is bent to and fro in one plane, as long as the wire there', () => {
    const found = designs.flatMap(({ design }) => bendTemplates(design))
    expect(found.length).toBeGreaterThan(0)
    for (const { points, length } of found) {
      const line = points
        .slice(1)
        .reduce((sum, [x, y], i) => sum + Math.hypot(x - points[i]![0], y - points[i]![1]), 0)
      // chords of the bends: a little shorter, by a thousandth; where the wire crosses itself by what it climbs too
      expect(line / length).toBeGreaterThan(0.995)
      expect(line).toBeLessThanOrEqual(length + 1e-9)
    }
  })

  it('have their marks on the line, from below to above: on both sides in turn, or all on one', () => {
    for (const { design } of designs)
      for (const { points, marks } of bendTemplates(design)) {
        for (const { at } of marks)
          expect(Math.min(...points.map(([x, y]) => Math.hypot(x - at[0], y - at[1])))).toBeLessThan(0.11)
        const heights = marks.map((m) => m.at[1])
        expect(heights).toEqual([...heights].sort((a, b) => a - b))
        const sides = marks.map((m) => Math.sign(m.at[0]))
        const turns = new Set(sides.slice(1).map((side, i) => side * sides[i]!))
        expect(turns.size).toBe(1)
      }
  })
})
