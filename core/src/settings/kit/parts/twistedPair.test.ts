import { dist, dot, type Vec3 } from '../../../geom/index'
import { leastRadius, pathAt, pathLength, type Path } from '../../../path/index'
import { leaf, numberOf } from '../../../working/index'
import { easeOf, ofPair, twistedWire, twistFigures } from './twistedPair'

const X: Vec3 = [1, 0, 0]
const thick = 0.8

/** Upright along y, 20 mm. */
const straight: Path = { segments: [{ kind: 'line', from: [0, 0, 0], to: [0, 20, 0] }] }
/** The same, then half round a circle of 4 mm backward. */
const rolled: Path = {
  segments: [
    ...straight.segments,
    { kind: 'arc', centre: [0, 20, -4], x: [0, 0, 1], y: [0, 1, 0], radius: 4, sweep: Math.PI },
  ],
}
const pairOn = (line: Path, halves: number) => {
  const ease = easeOf(pathLength(line), thick)
  const spec = { line, across: X, thick, halves, ease }
  return {
    ease,
    right: { segments: [twistedWire(spec, ofPair(thick, 1))] },
    left: { segments: [twistedWire(spec, ofPair(thick, -1))] },
  }
}

describe('a twisted pair', () => {
  it('by hand: a wire is as long as a helix in the middle, and as a spiral that steepens at both ends', () => {
    const halves = 9
    const { ease, right } = pairOn(straight, halves)
    const slope = ((thick / 2) * halves * Math.PI) / (20 - ease)
    const middle = (20 - 2 * ease) * Math.hypot(1, slope)
    // ∫ √(1 + (slope s / ease)²) ds over the ease
    const end = (ease / 2) * (Math.hypot(1, slope) + Math.asinh(slope) / slope)
    expect(pathLength(right) / (middle + 2 * end)).toBeCloseTo(1, 4)
  })

  it.each([
    ['straight', straight, 8],
    ['straight, an odd number of half turns', straight, 9],
    ['rolled', rolled, 12],
  ] as const)(
    '%s: begins and ends side by side as the line goes, and its wires touch all along',
    (_, line, halves) => {
      const { right, left } = pairOn(line, halves)
      const long = [pathLength(right), pathLength(left)] as const
      for (const s of [0, 1]) {
        const there = pathAt(line, s * pathLength(line))
        const [a, b] = [pathAt(right, s * long[0]), pathAt(left, s * long[1])]
        expect(dot(a.t, there.t)).toBeCloseTo(1, 6)
        expect(dot(b.t, there.t)).toBeCloseTo(1, 6)
        const side = s === 0 || halves % 2 === 0 ? 1 : -1
        expect(a.p[0]).toBeCloseTo((side * thick) / 2, 6)
        expect(b.p[0]).toBeCloseTo((-side * thick) / 2, 6)
      }
      // nearest distance of the middles from a place on one to the other
      for (let i = 0; i <= 60; i++) {
        const { p } = pathAt(right, (i / 60) * long[0])
        let least = Infinity
        for (let j = 0; j <= 2000; j++) least = Math.min(least, dist(p, pathAt(left, (j / 2000) * long[1]).p))
        expect(least).toBeGreaterThan(0.96 * thick)
        expect(least).toBeLessThan(1.02 * thick)
      }
    },
  )

  it('goes round more often the longer it is and the finer its wire, once at least', () => {
    const turnsOf = (length: number, size: number) =>
      numberOf(
        twistFigures.turns({
          length: leaf('typed', 'l', length, 'mm'),
          thick: leaf('typed', 't', size, 'mm'),
        }),
      )
    // 22 mm less an ease of 2 mm, once round in 4 mm
    expect(turnsOf(22, 0.8)).toBe(5)
    expect(turnsOf(42, 0.8)).toBe(10)
    expect(turnsOf(21, 0.4)).toBe(10)
    expect(turnsOf(2, 0.8)).toBe(1)
  })

  it('bends no tighter than its own helix', () => {
    const halves = 9
    const { ease, right } = pairOn(straight, halves)
    const rate = (halves * Math.PI) / (20 - ease)
    const helix = (1 + ((thick / 2) * rate) ** 2) / ((thick / 2) * rate ** 2)
    expect(Math.min(...right.segments.map(leastRadius)) / helix).toBeGreaterThan(0.9)
  })
})
