import { cross, dist, dot, norm, scale, sub, unit, type Vec3 } from '../../geom/index'
import { leastRadius, pathAt, pathLength, stationsOf } from '../../path/index'
import { outline, outlineNearest, outlinePoint } from '../../stone/index'
import { seams, seeded } from '../../testing'
import { arcSegments } from './arcs'
import {
  advance,
  along,
  climbingCoil,
  coilTurnLength,
  endCoil,
  passingTurn,
  RAMP,
  startCoil,
  turnRound,
  widening,
  type Post,
} from './coilRound'
import { shankFigures, shankPath } from './shank'
import { shoulderOf, shoulderPath } from './shoulder'

const random = seeded(77)
const between = (low: number, high: number) => low + (high - low) * random()

describe('a shank', () => {
  const list = Array.from({ length: 30 }, () => {
    const inside = between(14, 21)
    const across = between(8, 20)
    const thickness = between(0.8, 1.4)
    return {
      inside,
      thickness,
      sides: across / 2 + between(1, 1.6),
      centre: across / 2 + inside / 2 + between(0, 1),
      radius: 1.2 * thickness,
    }
  })

  it('goes round the finger, turns without a kink and meets the sides along their circle', () => {
    for (const spec of list) {
      const { finger, turn } = shankPath(spec, 0.5)
      const { apart, kink } = seams([finger, turn])
      expect(apart).toBeLessThan(1e-9)
      expect(kink).toBeLessThan(1e-6)
      const path = { segments: [finger, turn] }
      expect(
        dist(pathAt(path, 0).p, [0, spec.centre + (spec.inside + spec.thickness) / 2, 0.5]),
      ).toBeLessThan(1e-9)
      const end = pathAt(path, pathLength(path))
      // on the sides' circle, and along it: at right angles to the way from its middle
      expect(Math.hypot(end.p[0], end.p[1])).toBeCloseTo(spec.sides, 9)
      expect(Math.abs(end.p[0] * end.t[0] + end.p[1] * end.t[1])).toBeLessThan(1e-6)
      const { begins } = shankFigures(spec)!
      expect(Math.atan2(end.p[1], end.p[0])).toBeCloseTo(begins, 9)
    }
  })

  it('leaves the finger its whole opening', () => {
    for (const spec of list) {
      const { finger, turn } = shankPath(spec, 0)
      const path = { segments: [finger, turn] }
      for (const { at } of stationsOf(path, 0, pathLength(path), 0.1))
        expect(Math.hypot(at.p[0], at.p[1] - spec.centre)).toBeGreaterThan(
          (spec.inside + spec.thickness) / 2 - 1e-9,
        )
    }
  })

  it('is none where finger and sides are too far apart to be bridged, or lie in each other', () => {
    const [spec] = list
    expect(shankFigures({ ...spec!, centre: 60 })).toBeUndefined()
    expect(() => shankPath({ ...spec!, centre: 60 }, 0)).toThrow(/do not meet/)
  })
})

describe('a shoulder', () => {
  it('leaves the outline along it and comes up in the upright, straight between its curves', () => {
    for (let k = 0; k < 30; k++) {
      const [length, width] = [between(12, 30), between(10, 20)]
      const o = outline(k % 2 ? 'oval' : 'round', k % 2 ? length : width, width)
      const spec = {
        outline: o,
        offset: between(0.3, 0.8),
        upright: between(0.3, 0.8),
        before: between(0.6, 1.2),
        radius: between(0.8, 1.5),
      }
      const { leave, straight, join } = shoulderOf(spec)
      if (straight < 0.05) continue
      const segments = shoulderPath(spec, -0.3)
      const { apart, kink } = seams(segments)
      expect(apart).toBeLessThan(1e-9)
      expect(kink).toBeLessThan(1e-6)
      const path = { segments }
      const [begin, end] = [pathAt(path, 0), pathAt(path, pathLength(path))]
      const [x, y] = outlinePoint(o, leave, spec.offset)
      expect(dist(begin.p, [x, y, -0.3])).toBeLessThan(1e-9)
      // along the parallel curve: at right angles to its normal
      expect(begin.t[0] * Math.cos(leave) + begin.t[1] * Math.sin(leave)).toBeCloseTo(0, 9)
      expect(dist(end.p, [spec.upright, join, -0.3])).toBeLessThan(1e-9)
      expect(dist(end.t, [0, 1, 0])).toBeLessThan(1e-9)
      // it never comes nearer to the stone than it was
      for (const { at } of stationsOf(path, 0, pathLength(path), 0.1))
        expect(outlineNearest(o, at.p[0], at.p[1]).distance).toBeGreaterThan(spec.offset - 1e-6)
    }
  })
})

describe('arcs of a parallel curve', () => {
  it('lie at their distance from the outline and run on without a gap', () => {
    for (const kind of ['oval', 'round', 'cushion'] as const) {
      const o = outline(kind, kind === 'round' ? 14 : 18, 14)
      const segments = arcSegments(o, -1.2, 1.3, 0.6, 0.1)
      expect(seams(segments).apart).toBeLessThan(1e-6)
      expect(seams(segments).kink).toBeLessThan(1e-6)
      const path = { segments }
      for (const { at } of stationsOf(path, 0, pathLength(path), 0.5))
        expect(outlineNearest(o, at.p[0], at.p[1]).distance).toBeCloseTo(0.6, 6)
    }
  })
})

describe('wire wound round a post', () => {
  const o = outline('round', 14, 14)
  const post = (half = 0): Post => ({ outline: o, offset: 1.4, half, reach: 0.9 })
  const lead = 0.95
  /** From the middle of the bundle: inward of it, and along z. */
  const beside = (p: Vec3) => Math.hypot(p[0], p[1]) - (7 + 1.4)

  it('lies on its post at every place, once round one wire or side by side round several', () => {
    for (const half of [0, 0.5, 1])
      for (const segment of [
        endCoil(post(half), 0.3, 1, 3, lead),
        startCoil(post(half), 0.3, -1, 3, lead),
        climbingCoil(post(half), -0.4, 2, lead, 6),
        ...passingTurn(post(half), 0.2, 1),
      ]) {
        const path = { segments: [segment] }
        for (const { at } of stationsOf(path, 0, pathLength(path), 0.1)) {
          const across = beside(at.p)
          const z = at.p[2]
          // distance from the flat strip that the bundle's middles make
          const away = Math.hypot(across, Math.max(0, Math.abs(z) - half))
          expect(Math.abs(away - 0.9)).toBeLessThan(0.02)
        }
      }
  })

  it('an end is as long as its turns by the rule, its lead behind', () => {
    for (const turns of [2, 3, 4]) {
      const long = pathLength({ segments: [endCoil(post(), 0.3, 1, turns, lead)] })
      const flat = coilTurnLength(post(), turns)
      expect(flat).toBeCloseTo((turns - 0.25) * 2 * Math.PI * 0.9, 9)
      // wound on a straight post it is the hypotenuse; round a curved one the inner side gains what the outer loses
      expect(long).toBeGreaterThan(flat)
      expect(long / Math.hypot(flat, advance(lead, turns - 0.25))).toBeCloseTo(1, 1)
    }
    expect(turnRound(post(1))).toBeCloseTo(4 + 2 * Math.PI * 0.9, 9)
  })

  it('takes up its lead over the first part of a turn and goes evenly from there', () => {
    expect(advance(lead, 0)).toBe(0)
    const d = 1e-6
    const pace = (t: number) => (advance(lead, t + d) - advance(lead, t - d)) / (2 * d)
    expect(pace(RAMP / 2)).toBeCloseTo(lead / 2, 4)
    for (const t of [RAMP + 0.01, 1, 2.5]) expect(pace(t)).toBeCloseTo(lead, 4)
    // without a jump where both meet
    expect(advance(lead, RAMP + d) - advance(lead, RAMP - d)).toBeLessThan(3 * lead * d)
  })

  it('turns lie beside each other: packed by the lead that widening asks, and not in each other', () => {
    const p = post()
    const wire = 0.8
    const psi = 0.2
    const segment = endCoil(p, psi, 1, 4, wire * widening(p, psi) * 1.02)
    const path = { segments: [segment] }
    const list = stationsOf(path, 0, pathLength(path), 0.1)
    const round = 2 * Math.PI * 0.9
    let least = Infinity
    list.forEach((a, i) => {
      for (const b of list.slice(i + 1))
        if (b.s - a.s > 0.6 * round && a.s > round) least = Math.min(least, dist(a.at.p, b.at.p))
    })
    expect(least).toBeGreaterThan(wire * 0.98)
    expect(least).toBeLessThan(wire * 1.1)
  })

  it('comes and leaves straight across the post', () => {
    const across: Vec3 = [0, 0, 1]
    const end = endCoil(post(), 0.3, 1, 3, lead)
    expect(dist(unit(pathAt({ segments: [end] }, 0).t), across)).toBeLessThan(1e-3)
    const start = { segments: [startCoil(post(), 0.3, 1, 3, lead)] }
    expect(dist(unit(pathAt(start, pathLength(start)).t), across)).toBeLessThan(1e-3)
    const [into, outOf] = passingTurn(post(), 0.3, 1)
    expect(seams([into, outOf]).apart).toBeLessThan(1e-6)
    expect(seams([into, outOf]).kink).toBeLessThan(1e-3)
    const pass = { segments: [into, outOf] }
    for (const s of [0, pathLength(pass)])
      expect(dist(unit(pathAt(pass, s).t), scale(across, -1))).toBeLessThan(1e-3)
  })

  it('a turn in passing goes on so far along the post, and a climb as far as it is to rise', () => {
    const p = post()
    const run = (a: Vec3, b: Vec3) =>
      (7 + 1.4) * (Math.atan2(b[1], Math.abs(b[0])) - Math.atan2(a[1], Math.abs(a[0])))
    for (const gap of [0.8, 1.5, -1]) {
      const path = { segments: [...passingTurn(p, 0.1, gap)] }
      expect(run(pathAt(path, 0).p, pathAt(path, pathLength(path)).p)).toBeCloseTo(gap, 3)
    }
    const climb = { segments: [climbingCoil(p, -0.5, 2, lead, 5)] }
    expect(run(pathAt(climb, 0).p, pathAt(climb, pathLength(climb)).p)).toBeCloseTo(5, 3)
    expect(along(p, 0, 8.4 * 0.25)).toBeCloseTo(0.25, 6)
    expect(along(p, 0.25, -8.4 * 0.25)).toBeCloseTo(0, 6)
  })

  it('is never bent tighter than round its post', () => {
    for (const turns of [2, 4]) {
      const segment = endCoil(post(), 0.3, 1, turns, lead)
      expect(leastRadius(segment)).toBeGreaterThan(0.9 * 0.9)
    }
  })

  it('its turns go the same way round: right-handed about the post toward growing directions', () => {
    const path = { segments: [endCoil(post(), 0.2, 1, 3, lead)] }
    for (const { at } of stationsOf(path, 0.2, pathLength(path), 0.3)) {
      const angle = Math.atan2(at.p[1], at.p[0])
      const on: Vec3 = [8.4 * Math.cos(angle), 8.4 * Math.sin(angle), 0]
      const way: Vec3 = [-Math.sin(angle), Math.cos(angle), 0]
      const round = dot(cross(sub(at.p, on), at.t), way)
      expect(round / norm(sub(at.p, on))).toBeGreaterThan(0.5)
    }
  })
})
