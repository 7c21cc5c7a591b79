import { dist } from '../../geom/index'
import { leastRadius, pathAt, pathLength, stationsOf } from '../../path/index'
import { ballCentre, coilAccent, offFrom } from './coilAccent'

const SPEC = {
  from: [0.4, 0, 1] as const,
  middle: [6, -1] as const,
  toward: Math.PI * 1.2,
  ball: 2.5,
  thickness: 0.8,
  least: 0.6,
}
const coil = coilAccent(SPEC)
const path = { segments: [...coil.lead, ...coil.first, ...coil.tied, ...coil.rest] }
const wound = { segments: [...coil.first, ...coil.tied, ...coil.rest] }

describe('a ball in a coil', () => {
  it('touches the ball all along, from its floor ring to over its widest place', () => {
    const centre = ballCentre(SPEC)
    const heights: number[] = []
    for (const { at } of stationsOf(wound, 0, pathLength(wound), 0.1)) {
      expect(dist(at.p, centre)).toBeCloseTo(2.9, 2)
      heights.push(at.p[2] - centre[2])
    }
    // floor: 0.8 of 2.9 under the middle; end: sin 0.7 of it over the middle
    expect(heights[0]).toBeCloseTo(-0.8 * 2.9, 3)
    expect(heights[heights.length - 1]).toBeCloseTo(2.9 * Math.sin(0.7), 1)
    heights.slice(1).forEach((h, i) => expect(h).toBeGreaterThan(heights[i]! - 1e-6))
    expect(coil.over).toBeGreaterThan(0.4)
  })

  it('takes the length of its circles, by adding up turn after turn', () => {
    // independent: chords of the same turns on the sphere, by where each lies over the floor
    const pitch = (1.05 * 0.8) / 2.9 / 0.925
    const n = 40000
    const place = (t: number) => {
      const u = Math.min(1, t / 0.7)
      const rise = t < 0.15 ? (t * t) / 0.3 : t - 0.075
      const phi = Math.asin(0.6) + pitch * (rise + 0.4 * u * u * (3 - 2 * u))
      const alpha = -2 * Math.PI * t
      return [
        2.9 * Math.sin(phi) * Math.cos(alpha),
        2.9 * Math.sin(phi) * Math.sin(alpha),
        -2.9 * Math.cos(phi),
      ] as const
    }
    let sum = 0
    for (let i = 0; i < n; i++) sum += dist(place((i / n) * coil.turns), place(((i + 1) / n) * coil.turns))
    expect(pathLength(wound)).toBeCloseTo(sum, 1)
  })

  it('turns lie beside each other and not in each other, without a kink, no tighter than the wire bends', () => {
    const points = stationsOf(path, 0, pathLength(path), 0.25)
    let least = Infinity
    points.forEach((p, i) => {
      for (const q of points.slice(i + 1)) if (q.s - p.s > 4) least = Math.min(least, dist(p.at.p, q.at.p))
    })
    expect(least).toBeGreaterThan(0.8 - 0.03)
    for (let s = 0.05; s < pathLength(path); s += 0.05) {
      const [p, q] = [pathAt(path, s - 0.05).t, pathAt(path, s).t]
      expect(p[0] * q[0] + p[1] * q[1] + p[2] * q[2]).toBeGreaterThan(0.99)
    }
    expect(Math.min(...path.segments.map(leastRadius))).toBeGreaterThan(0.6)
  })

  it('just touches an equal wire that lies as far off as it says', () => {
    const off = offFrom(SPEC)
    // a wire in the floor ring's plane, square to the line from the middle
    const [c, s] = [Math.cos(SPEC.toward), Math.sin(SPEC.toward)]
    let least = Infinity
    for (const { at } of stationsOf(wound, 0, pathLength(wound), 0.05))
      for (let u = -2; u <= 2; u += 0.05)
        least = Math.min(least, dist(at.p, [6 + off * c - u * s, -1 + off * s + u * c, 1]))
    expect(least).toBeGreaterThan(0.8 - 1e-6)
    expect(least).toBeLessThan(0.95)
    // it is tied where it lies nearest
    const [t] = coil.tied
    const middle = pathAt({ segments: [t!] }, pathLength({ segments: [t!] }) / 2).p
    expect(dist(middle, [6 + off * c, -1 + off * s, 1])).toBeLessThan(1.3)
  })

  it('refuses a ball whose floor ring the wire cannot bend to', () => {
    expect(() => coilAccent({ ...SPEC, ball: 0.5, least: 1 })).toThrow(RangeError)
  })
})
