import { cross, dot, norm, type Vec3 } from '../geom/index'
import { pathAt } from '../path/index'
import { seeded } from '../testing'
import { bareDesign, hoop, rail } from '../testingDesigns'
import type { Nearest } from '../stone/index'
import { wireSize } from '../wire/index'
import {
  checkDesign,
  gapAt,
  reachOf,
  rollAt,
  sectionAt,
  spanOf,
  trueGapAt,
  wireOf,
  withoutNegativeZero,
  type Design,
  type SectionPose,
} from './index'

const good = bareDesign([rail('rail', [0, 0, 0], [20, 0, 0]), hoop('hoop', 6, 0)])
const changed = (change: (d: Design) => Partial<Design>): string[] =>
  checkDesign({ ...good, ...change(good) })

describe('what makes a value no design', () => {
  it('nothing, of a sound one; a wire is found by its name', () => {
    expect(checkDesign(good)).toEqual([])
    expect(wireOf(good, 'hoop').id).toBe('hoop')
    expect(() => wireOf(good, 'spoke')).toThrow(/no wire "spoke"/)
  })

  it('gaps, kinks, wires that stand twice or have no length: each is told with its wire', () => {
    const withPath = (segments: Design['wires'][number]['path']['segments']) =>
      changed((d) => ({ wires: [{ ...d.wires[0]!, path: { segments } }] }))
    const line = (from: Vec3, to: Vec3) => ({ kind: 'line', from, to }) as const
    expect(withPath([line([0, 0, 0], [10, 0, 0]), line([10, 0.01, 0], [20, 0.01, 0])]).join()).toMatch(
      /rail has a gap of 0\.01/,
    )
    // a tenth in ten: 0.57 degrees
    expect(withPath([line([0, 0, 0], [10, 0, 0]), line([10, 0, 0], [20, 0.1, 0])]).join()).toMatch(
      /rail has a kink of 0\.57°/,
    )
    expect(withPath([line([0, 0, 0], [10, 0, 0]), line([10, 0, 0], [20, 0.08, 0])]).join()).not.toMatch(
      /kink/,
    )
    expect(withPath([line([3, 0, 0], [3, 0, 0])]).join()).toMatch(/rail has no length/)
    expect(changed((d) => ({ wires: [d.wires[0]!, d.wires[0]!] })).join()).toMatch(/rail stands twice/)
  })

  it('parts beyond a wire, members of no wire, needs that come later', () => {
    expect(
      changed((d) => ({
        wires: [{ ...d.wires[0]!, parts: [{ id: 'far', kind: 'leg', s0: 15, s1: 21 }] }, d.wires[1]!],
      })).join(),
    ).toMatch(/part far lies outside rail/)
    expect(changed((d) => ({ wires: [d.wires[1]!] })).join()).toMatch(/names no wire rail/)
    const op = (id: string, needs: string[]): Design['operations'][number] => ({
      id,
      kind: 'bind',
      needs,
      wires: [],
      forms: [],
      minutes: 1,
      values: {},
    })
    expect(changed(() => ({ operations: [op('a', ['b']), op('b', [])] })).join()).toMatch(/a needs b/)
    expect(changed(() => ({ operations: [op('a', []), op('a', [])] })).join()).toMatch(/a stands twice/)
  })
})

describe('how a wire’s section lies', () => {
  it('its axes are square to the way and to each other, its face as near to the one told as that lets', () => {
    const wire = wireOf(good, 'hoop')
    const random = seeded(4)
    for (let k = 0; k < 30; k++) {
      const s = random() * 37
      const { t } = pathAt(wire.path, s)
      const [face, side] = rollAt(wire, s, t)
      expect(dot(face, t)).toBeCloseTo(0, 9)
      expect(norm(face)).toBeCloseTo(1, 9)
      for (const c of [0, 1, 2] as const) expect(side[c]).toBeCloseTo(cross(t, face)[c], 9)
      // a hoop lying flat shows its face upward all round
      expect(face[2]).toBeCloseTo(1, 9)
    }
  })

  it('a twisted square touches with its corners: round, as wide as across them', () => {
    const wire = {
      ...wireOf(good, 'rail'),
      stock: { ...wireOf(good, 'rail').stock, profile: 'square' as const, size: wireSize('1.0 metric') },
      twist: { pitch: 6, sense: 1 as const },
    }
    expect(spanOf(wire)).toBeCloseTo(Math.sqrt(2), 12)
    expect(sectionAt(wire, 3, [1, 0, 0])).toMatchObject({ profile: 'round', size: Math.SQRT2 })
    expect(spanOf({ stock: wire.stock })).toBe(1)
  })
})

describe('the gap between a wire and a ball or a wall', () => {
  const wall = (p: Vec3): Nearest => ({ q: [p[0], p[1], 0], m: [0, 0, 1], distance: p[2], flat: true })
  const ball = (p: Vec3): Nearest => {
    const far = norm(p)
    const m: Vec3 = [p[0] / far, p[1] / far, p[2] / far]
    return { q: [10 * m[0], 10 * m[1], 10 * m[2]], m, distance: far - 10 }
  }
  const turnedBy = (angle: number, profile: SectionPose['profile']): SectionPose => ({
    profile,
    size: 2,
    axes: [
      [0, -Math.sin(angle), Math.cos(angle)],
      [0, Math.cos(angle), Math.sin(angle)],
    ],
  })

  it('over a flat wall: less half of round wire, less what of a turned square points down', () => {
    expect(gapAt([0, 0, 5], wall([0, 0, 5]), turnedBy(0.3, 'round')).gap).toBeCloseTo(4, 9)
    for (const angle of [0, 0.2, Math.PI / 4, 1.1]) {
      const down = Math.abs(Math.cos(angle)) + Math.abs(Math.sin(angle))
      expect(gapAt([0, 0, 5], wall([0, 0, 5]), turnedBy(angle, 'square')).gap).toBeCloseTo(5 - down, 9)
      expect(trueGapAt([0, 0, 5], turnedBy(angle, 'square'), wall, 99).gap).toBeCloseTo(5 - down, 6)
    }
    // flat side down nothing stands out of half-round wire, back down half its width does
    expect(reachOf(turnedBy(0, 'half-round'), [0, 0, 1])).toBeCloseTo(0, 9)
    expect(reachOf(turnedBy(Math.PI, 'half-round'), [0, 0, 1])).toBeCloseTo(1, 9)
  })

  it('beside a ball: the distance of a square from it, against points all round its sides', () => {
    const random = seeded(12)
    for (let k = 0; k < 25; k++) {
      const angle = random() * Math.PI
      const pose = turnedBy(angle, 'square')
      const c: Vec3 = [0, 6 * (random() - 0.5), 12.2 + random()]
      let least = Infinity
      for (let u = -1; u <= 1.0001; u += 0.01)
        for (const [x, y] of [
          [u, 1],
          [u, -1],
          [1, u],
          [-1, u],
        ] as const) {
          const [a, b] = pose.axes
          const p: Vec3 = [0, c[1] + x * a[1] + y * b[1], c[2] + x * a[2] + y * b[2]]
          least = Math.min(least, ball(p).distance)
        }
      const { gap } = trueGapAt(c, pose, ball, 99)
      expect(Math.abs(gap - least)).toBeLessThan(0.01)
      // the plain rule never tells more
      expect(gapAt(c, ball(c), pose).gap).toBeLessThan(gap + 1e-9)
    }
  })
})

it('no figure is written as minus nothing', () => {
  const cleared = withoutNegativeZero({ a: [-0, 1, { b: -0 }], c: 'x', d: -2 })
  expect(JSON.stringify(cleared)).toBe('{"a":[0,1,{"b":0}],"c":"x","d":-2}')
  expect(Object.is((cleared.a as number[])[0], 0)).toBe(true)
})
