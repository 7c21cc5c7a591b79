import { dist, dot, type Vec3 } from '../geom/index'
import { seeded } from '../testing'
import { section } from '../wire/index'
import {
  collapseLoad,
  hermite,
  leastRadius,
  pathAt,
  pathLength,
  reversePath,
  segmentAt,
  segmentLength,
  sharedLoads,
  type BarLoad,
  type Segment,
} from './index'

const ARC: Segment = { kind: 'arc', centre: [1, 2, 3], x: [1, 0, 0], y: [0, 0.6, 0.8], radius: 4, sweep: 2.2 }
const HELIX: Segment = {
  kind: 'helix',
  centre: [0, 0, 0],
  x: [1, 0, 0],
  y: [0, 1, 0],
  radius: 2,
  sweep: 9,
  rise: 3,
}
const SPLINE = hermite(
  [0, 2, 5],
  [
    [0, 0, 0],
    [2, 1, 0],
    [4, 0, 2],
  ],
  [
    [1, 0, 0],
    [1, 0.2, 0.1],
    [0.8, -0.5, 0.6],
  ],
)

function sampled(seg: Segment, n = 20000): number {
  let sum = 0
  const length = segmentLength(seg)
  for (let i = 0; i < n; i++)
    sum += dist(segmentAt(seg, (length * i) / n).p, segmentAt(seg, (length * (i + 1)) / n).p)
  return sum
}

describe('segments', () => {
  it.each([
    ['arc', ARC],
    ['helix', HELIX],
    ['spline', SPLINE],
  ])('%s: length, unit tangents and reversal', (_, seg) => {
    const length = segmentLength(seg)
    expect(sampled(seg, 4000)).toBeCloseTo(length, 3)
    for (const s of [0, 0.3, 0.71, 1].map((k) => k * length)) {
      const here = segmentAt(seg, s)
      expect(Math.hypot(...here.t)).toBeCloseTo(1, 9)
      const ahead = segmentAt(seg, Math.min(length, s + 1e-4))
      const back = segmentAt(seg, Math.max(0, s - 1e-4))
      const d = dist(ahead.p, back.p)
      expect(
        dot(
          [(ahead.p[0] - back.p[0]) / d, (ahead.p[1] - back.p[1]) / d, (ahead.p[2] - back.p[2]) / d],
          here.t,
        ),
      ).toBeCloseTo(1, 5)
      const reversed = pathAt(reversePath({ segments: [seg] }), length - s)
      expect(dist(reversed.p, here.p)).toBeLessThan(1e-5)
      expect(dot(reversed.t, here.t)).toBeCloseTo(-1, 6)
    }
  })

  it('knows the tightest radius of an arc and of a parabola', () => {
    expect(leastRadius(ARC)).toBe(4)
    // y = x² from -1 to 1: radius 1/2 at the bottom
    const parabola: Segment = {
      kind: 'spline',
      points: [
        [-1, 1, 0],
        [-1 / 3, -1 / 3, 0],
        [1 / 3, -1 / 3, 0],
        [1, 1, 0],
      ],
    }
    expect(leastRadius(parabola)).toBeCloseTo(0.5, 6)
  })

  it('finds the sharpest place of a spline wherever it lies: as circles through 4,000 triples of its places do', () => {
    const random = seeded(3)
    for (let k = 0; k < 60; k++) {
      const points: Vec3[] = Array.from({ length: 4 }, (_, i) => [
        i * 2 + random(),
        4 * random() - 2,
        4 * random() - 2,
      ])
      const spline: Segment = { kind: 'spline', points }
      // the same by central differences of the curve itself
      const place = (u: number): Vec3 =>
        [0, 1, 2].map((j) => {
          const [a, b, c, d] = points.map((p) => p[j as 0])
          const v = 1 - u
          return v ** 3 * a! + 3 * v * v * u * b! + 3 * v * u * u * c! + u ** 3 * d!
        }) as unknown as Vec3
      let least = Infinity
      const h = 1e-3
      for (let i = 0; i <= 4000; i++) {
        const u = h + ((1 - 2 * h) * i) / 4000
        const [p, q, r] = [place(u - h), place(u), place(u + h)]
        const [a, b, c] = [dist(p, q), dist(q, r), dist(p, r)]
        const s = (a + b + c) / 2
        const area = Math.sqrt(Math.max(0, s * (s - a) * (s - b) * (s - c)))
        if (area > 1e-15) least = Math.min(least, (a * b * c) / (4 * area))
      }
      // the ends lie just outside what was sampled
      expect(leastRadius(spline)).toBeLessThan(least * 1.001)
      const inside = Math.min(leastRadius(spline) / least, 1)
      expect(inside).toBeGreaterThan(0.9)
    }
  })

  it('a quarter circle as a path is as long as it should be', () => {
    expect(pathLength({ segments: [{ ...ARC, sweep: Math.PI / 2 } as Segment] })).toBeCloseTo(2 * Math.PI, 10)
  })
})

describe('collapse load', () => {
  const straight = (length: number, n = 40): Vec3[] =>
    Array.from({ length: n + 1 }, (_, i) => [(length * i) / n, 0, 0])
  const plain = { profile: 'square' as const, size: 0.8, yieldStress: 100 }
  const mp = section('square', 0.8).plastic * 100

  it('straight and clamped: 2 Mp L / (a (L − a))', () => {
    for (const a of [10, 20, 30]) {
      const load = collapseLoad(
        { points: straight(40), start: 'clamp', end: 'clamp', ...plain },
        a,
        [0, 0, 1],
      )
      expect(load / ((2 * mp * 40) / (a * (40 - a)))).toBeCloseTo(1, 2)
    }
  })

  it('straight and pinned: half of that', () => {
    const load = collapseLoad({ points: straight(40), start: 'pin', end: 'pin', ...plain }, 20, [0, 0, 1])
    expect(load / ((mp * 40) / (20 * 20))).toBeCloseTo(1, 2)
  })

  it('half circle out of its plane at the crown: about 2 Mp / R, less than the straight rule', () => {
    const R = 12
    const n = 60
    const points: Vec3[] = Array.from({ length: n + 1 }, (_, i) => [
      R * Math.cos((Math.PI * i) / n),
      R * Math.sin((Math.PI * i) / n),
      0,
    ])
    const round = { profile: 'round' as const, size: 0.8, yieldStress: 100 }
    const Mp = section('round', 0.8).plastic * 100
    const load = collapseLoad({ points, start: 'clamp', end: 'clamp', ...round }, n / 2, [0, 0, 1])
    expect(load / ((2 * Mp) / R)).toBeGreaterThan(0.75)
    expect(load / ((2 * Mp) / R)).toBeLessThan(1.15)
    const L = Math.PI * R
    expect(load).toBeLessThan((2 * Mp * L) / ((L / 2) * (L / 2)))
  })

  it('grows with the cube of the thickness and with yield, and does not hang on the sampling', () => {
    const bar = { points: straight(40), start: 'clamp' as const, end: 'clamp' as const, ...plain }
    const base = collapseLoad(bar, 13, [0, 0.6, 0.8])
    expect(collapseLoad({ ...bar, size: 1.6 }, 13, [0, 0.6, 0.8]) / base).toBeGreaterThan(7.5)
    expect(collapseLoad({ ...bar, size: 1.6 }, 13, [0, 0.6, 0.8]) / base).toBeLessThan(8.2)
    expect(collapseLoad({ ...bar, yieldStress: 250 }, 13, [0, 0.6, 0.8]) / base).toBeCloseTo(2.5, 6)
    const fine = collapseLoad({ ...bar, points: straight(40, 160) }, 52, [0, 0.6, 0.8])
    expect(fine / base).toBeCloseTo(1, 2)
  })

  it('is the same whichever way round the bar and the frame of reference are', () => {
    const points: Vec3[] = Array.from({ length: 31 }, (_, i) => [
      i * 0.9,
      3 * Math.sin(i / 9),
      2 * Math.cos(i / 14),
    ])
    const bar = {
      points,
      start: 'clamp' as const,
      end: 'clamp' as const,
      ...plain,
      profile: 'round' as const,
    }
    const there = collapseLoad(bar, 11, [0, 0, 1])
    const back = collapseLoad({ ...bar, points: [...points].reverse() }, 19, [0, 0, -1])
    expect(back / there).toBeCloseTo(1, 3)
  })

  const bar = { points: straight(40), start: 'clamp' as const, end: 'clamp' as const, ...plain }
  const at = (index: number, more: Partial<BarLoad> = {}): BarLoad => ({
    index,
    direction: [0, 0, 1],
    worth: 1,
    ...more,
  })
  const sum = (forces: Float64Array) => forces.reduce((a, b) => a + b, 0)

  it('several loads on a clamped bar: at its thirds 3 Mp / L each; spread evenly 16 Mp / L in all, twice one in the middle', () => {
    // the mechanism of the thirds: hinges at both ends and under both loads, 4 Mp θ of work for 2 F θ L/3
    const thirds = sharedLoads({ ...bar, points: straight(42, 42) }, [at(14), at(28)])
    expect(sum(thirds) / ((12 * mp) / 42)).toBeCloseTo(1, 2)
    const all = Array.from({ length: 39 }, (_, i) => at(i + 1))
    // evenly: all but the last are told to weigh alike by a bound that shrinks until it fits
    const evenly = (f: number) =>
      sharedLoads(
        bar,
        all.map((l) => ({ ...l, most: f })),
      )
    const each = (16 * mp) / 40 / 40
    expect(sum(evenly(each * 0.97)) / (39 * each * 0.97)).toBeCloseTo(1, 4)
    expect(sum(evenly(each * 1.06)) / (39 * each * 1.06)).toBeLessThan(0.999)
  })

  it('a finger bears loads whose moments add up at its clamp, whichever end that is', () => {
    const finger = { ...bar, end: 'free' as const }
    for (const [a, b] of [
      [10, 30],
      [30, 10],
    ] as const) {
      const [f, g] = sharedLoads(finger, [at(a, { worth: 1 }), at(b, { worth: 2.9 })])
      const mirrored = sharedLoads({ ...finger, start: 'free', end: 'clamp' }, [
        at(40 - a, { worth: 1 }),
        at(40 - b, { worth: 2.9 }),
      ])
      expect((f! * a + g! * b) / mp).toBeCloseTo(1, 2)
      expect(mirrored[0]).toBeCloseTo(f!, 6)
      expect(mirrored[1]).toBeCloseTo(g!, 6)
    }
  })

  it('bears no less together than in turns, no more than each alone, and what a bound leaves', () => {
    const random = seeded(5)
    for (let k = 0; k < 40; k++) {
      const points: Vec3[] = straight(30, 30).map(([x]) => [x, 4 * Math.sin(x / 7), 3 * Math.cos(x / 9)])
      const curved = { ...bar, points, profile: 'round' as const }
      const loads = [4, 11, 18, 25].map((i) => at(i, { worth: 0.2 + random() }))
      const alone = loads.map((l) => collapseLoad(curved, l.index, l.direction))
      const found = sharedLoads(curved, loads)
      const worth = found.reduce((s, f, i) => s + f * loads[i]!.worth, 0)
      const inTurns = Math.max(...alone.map((f, i) => f * loads[i]!.worth))
      expect(worth).toBeGreaterThan(inTurns * (1 - 1e-3))
      expect(worth).toBeLessThan(alone.reduce((s, f, i) => s + f * loads[i]!.worth, 0) * (1 + 1e-3))
      const most = random() * alone[1]!
      expect(
        sharedLoads(
          curved,
          loads.map((l, i) => (i === 1 ? { ...l, most } : l)),
        )[1],
      ).toBeLessThan(most * 1.001)
    }
  })

  it('never shears: beside an anchor little more than A sy / √3', () => {
    const shear = (section('square', 0.8).area * 100) / Math.sqrt(3)
    for (const index of [0, 1, 39]) {
      const load = collapseLoad({ ...bar, points: straight(4, 40) }, index, [0, 0, 1])
      expect(load / shear).toBeLessThan(1.2)
      expect(load / shear).toBeGreaterThan(0.9)
    }
  })
})
