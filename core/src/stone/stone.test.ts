import { seeded, OVAL } from '../testing'
import { numberOf } from '../working/index'
import {
  checkStone,
  domeShare,
  ellipsePerimeter,
  fullStone,
  MINERALS,
  normalAtHour,
  outline,
  outlineArea,
  outlineNearest,
  outlinePerimeter,
  outlinePoint,
  outlineRay,
  quarterLength,
  solidOf,
  stoneMeasures,
  stoneText,
  type OutlineKind,
  type Stone,
} from './index'

describe('closed forms', () => {
  it('ellipse 30 by 22: perimeter 82.165, and by plain chords', () => {
    expect(ellipsePerimeter(15, 11)).toBeCloseTo(82.165, 3)
    let sum = 0
    const n = 20000
    for (let i = 0; i < n; i++) {
      const [a, b] = [(2 * Math.PI * i) / n, (2 * Math.PI * (i + 1)) / n]
      sum += Math.hypot(15 * (Math.cos(b) - Math.cos(a)), 11 * (Math.sin(b) - Math.sin(a)))
    }
    expect(ellipsePerimeter(15, 11)).toBeCloseTo(sum, 5)
    expect(ellipsePerimeter(7, 7)).toBeCloseTo(14 * Math.PI, 10)
  })

  it('the frame’s closed centreline 0.406 outside is 84.716 (Steiner)', () => {
    expect(ellipsePerimeter(15, 11) + 2 * Math.PI * 0.406).toBeCloseTo(84.716, 3)
    expect(outlinePerimeter(outline('oval', 30, 22), 0.406)).toBeCloseTo(84.716, 2)
  })

  it('lengthwise girth of a half-ellipse dome 30 by 7 is 65.710', () => {
    const m = stoneMeasures({ ...OVAL, wall: 0 })
    expect(numberOf(m.girthLength)).toBeCloseTo(65.71, 2)
    expect(30 + ellipsePerimeter(15, 7) / 2).toBeCloseTo(65.71, 2)
  })

  it('volume of 30 by 22 by 7 with wall 2 is 2764.6, by slices as well', () => {
    expect(numberOf(stoneMeasures(OVAL).volume)).toBeCloseTo(2764.6, 1)
    const n = 4000
    let volume = Math.PI * 15 * 11 * 2
    for (let i = 0; i < n; i++) volume += ((Math.PI * 15 * 11 * 5) / n) * (1 - ((i + 0.5) / n) ** 2)
    expect(volume).toBeCloseTo(2764.6, 1)
  })

  it('dome share agrees with quadrature for other fullness', () => {
    for (const p of [1.2, 1.7, 2, 3, 5]) {
      const n = 200000
      let sum = 0
      for (let i = 0; i < n; i++) {
        const rho = (i + 0.5) / n
        sum += (2 * rho * (1 - rho ** p) ** (1 / p)) / n
      }
      expect(domeShare(p)).toBeCloseTo(sum, 5)
    }
    expect(domeShare(2)).toBeCloseTo(2 / 3, 12)
  })

  it('quarter of a circle and of a diamond', () => {
    expect(quarterLength(5, 5, 2)).toBeCloseTo((5 * Math.PI) / 2, 8)
    expect(quarterLength(3, 4, 1)).toBeCloseTo(5, 8)
  })
})

describe('outlines', () => {
  const kinds: [OutlineKind, number, number][] = [
    ['round', 14, 14],
    ['oval', 30, 22],
    ['oval', 36, 12],
    ['drop', 27, 18],
    ['drop', 40, 15],
  ]
  it.each(kinds)('%s %d by %d is closed, smooth and of its measures', (kind, length, width) => {
    const o = outline(kind, length, width)
    const points = Array.from({ length: 2000 }, (_, i) =>
      outlinePoint(o, -Math.PI / 2 + (2 * Math.PI * i) / 2000),
    )
    const xs = points.map((p) => p[0])
    const ys = points.map((p) => p[1])
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(width, 2)
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(length, 2)
    o.arcs.forEach((arc, i) => {
      const next = o.arcs[(i + 1) % o.arcs.length]!
      expect(arc.cx + arc.r * Math.cos(arc.to)).toBeCloseTo(next.cx + next.r * Math.cos(next.from), 8)
      expect(arc.cy + arc.r * Math.sin(arc.to)).toBeCloseTo(next.cy + next.r * Math.sin(next.from), 8)
      expect(Math.cos(arc.to - next.from)).toBeCloseTo(1, 12)
    })
    let shoelace = 0
    let around = 0
    points.forEach((p, i) => {
      const q = points[(i + 1) % points.length]!
      shoelace += (p[0] * q[1] - q[0] * p[1]) / 2
      around += Math.hypot(q[0] - p[0], q[1] - p[1])
    })
    expect(outlineArea(o) / shoelace).toBeCloseTo(1, 3)
    expect(outlinePerimeter(o) / around).toBeCloseTo(1, 3)
  })

  it('arcs of an oval leave the true ellipse by under 0.001 of its width, at 3 : 1 too', () => {
    for (const [l, w] of [
      [30, 22],
      [36, 12],
    ] as const) {
      const o = outline('oval', l, w)
      for (let i = 0; i < 3000; i++) {
        const t = (2 * Math.PI * i) / 3000
        const n = outlineNearest(o, (w / 2) * Math.cos(t), (l / 2) * Math.sin(t))
        expect(Math.abs(n.distance)).toBeLessThan(0.001 * w)
      }
    }
  })

  it('nearest point agrees with brute force', () => {
    const random = seeded(3)
    for (const [kind, length, width] of kinds) {
      const o = outline(kind, length, width)
      const dense = Array.from({ length: 6000 }, (_, i) =>
        outlinePoint(o, -Math.PI / 2 + (2 * Math.PI * i) / 6000),
      )
      for (let k = 0; k < 40; k++) {
        const a = random() * 2 * Math.PI
        const r = outlineRay(o, a).radius + random() * 3 - 0.4
        const [x, y] = [r * Math.cos(a), r * Math.sin(a)]
        const brute = Math.min(...dense.map((p) => Math.hypot(p[0] - x, p[1] - y)))
        expect(Math.abs(outlineNearest(o, x, y).distance)).toBeCloseTo(brute, 1)
        expect(Math.abs(outlineNearest(o, x, y).distance)).toBeLessThanOrEqual(brute + 1e-9)
      }
    }
  })

  it('finds clock places', () => {
    const o = outline('oval', 30, 22)
    expect(normalAtHour(o, 12)).toBeCloseTo(Math.PI / 2, 6)
    expect(normalAtHour(o, 3)).toBeCloseTo(0, 6)
    expect(normalAtHour(o, 6)).toBeCloseTo(-Math.PI / 2, 6)
    expect(normalAtHour(o, 9)).toBeCloseTo(Math.PI, 6)
  })

  it('refuses a drop that is not longer than wide', () => {
    expect(() => outline('drop', 18, 18)).toThrow(RangeError)
  })
})

describe('the solid', () => {
  /** Points of the surface, thick enough to find the nearest one by brute force. */
  function cloud(stone: Stone): [number, number, number][] {
    const s = fullStone(stone)
    const solid = solidOf(s)
    const out: [number, number, number][] = []
    for (let i = 0; i < 240; i++) {
      const a = (2 * Math.PI * i) / 240
      const r = outlineRay(solid.outline, a).radius
      for (let k = 0; k <= 60; k++) {
        const phi = (Math.PI / 2) * (k / 60)
        const g = (Math.cos(phi) ** s.fullness + Math.sin(phi) ** s.fullness) ** (-1 / s.fullness)
        const rho = g * Math.cos(phi)
        out.push([rho * r * Math.cos(a), rho * r * Math.sin(a), solid.rim + solid.rise * g * Math.sin(phi)])
        out.push([(k / 60) * r * Math.cos(a), (k / 60) * r * Math.sin(a), solid.back])
      }
      for (let k = 0; k <= 12; k++)
        out.push([r * Math.cos(a), r * Math.sin(a), solid.back + ((solid.rim - solid.back) * k) / 12])
    }
    return out
  }

  it.each([
    ['oval', OVAL],
    ['oval without wall', { ...OVAL, wall: 0 }],
    ['drop', { ...OVAL, outline: 'drop' as const, length: 27, width: 18 }],
    ['full dome', { ...OVAL, fullness: 3.2 }],
    ['flat dome', { ...OVAL, fullness: 1.5 }],
    ['round', { ...OVAL, outline: 'round' as const, length: 14, width: 14, depth: 5 }],
  ])('nearest point of the %s agrees with a cloud of its surface', (_, stone) => {
    const solid = solidOf(fullStone(stone))
    const points = cloud(stone)
    const random = seeded(19)
    for (let k = 0; k < 60; k++) {
      const c = points[Math.floor(random() * points.length)]!
      const p: [number, number, number] = [
        c[0] * (1 + random() * 0.2),
        c[1] * (1 + random() * 0.2),
        c[2] + (c[2] > 0 ? 1 : -1) * random() * 1.5,
      ]
      const near = solid.nearest(...p)
      const brute = Math.min(...points.map((q) => Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2])))
      expect(Math.abs(near.distance)).toBeLessThan(brute + 1e-6)
      expect(brute - Math.abs(near.distance)).toBeLessThan(0.25)
      expect(Math.hypot(near.q[0] - p[0], near.q[1] - p[1], near.q[2] - p[2])).toBeCloseTo(
        Math.abs(near.distance),
        6,
      )
      expect(Math.hypot(...near.m)).toBeCloseTo(1, 6)
    }
  })

  it('refuses measures that enclose nothing', () => {
    expect(() => solidOf(fullStone({ ...OVAL, wall: 7 }))).toThrow(RangeError)
  })
})

describe('consistency', () => {
  it.each([
    [{ depth: 24 }, 'stone.depth-over-width', 'doubt'],
    [{ width: 34 }, 'stone.swapped', 'doubt'],
    [{ length: 1 }, 'stone.too-small', 'error'],
    [{ length: 300 }, 'stone.too-large', 'error'],
    [{ wall: 6.9 }, 'stone.wall-over-depth', 'error'],
    [{ fullness: 9 }, 'stone.fullness', 'error'],
    [{ outline: 'drop' as const, length: 22 }, 'stone.drop-not-longer', 'error'],
    [{ wall: -1 }, 'stone.wall-negative', 'error'],
  ])('%j says %s', (change, code, severity) => {
    expect(checkStone({ ...OVAL, ...change }).find((f) => f.code === code)?.severity).toBe(severity)
  })

  it('is content with an ordinary stone', () => {
    expect(checkStone(OVAL)).toEqual([])
  })

  it('has words for each finding', () => {
    for (const stone of [
      { ...OVAL, depth: 24 },
      { ...OVAL, length: 90 },
      { ...OVAL, depth: 1.7, wall: 0 },
      { ...OVAL, wall: 6 },
    ])
      for (const f of checkStone(stone)) expect(stoneText[f.code]).toBeDefined()
  })
})

describe('minerals', () => {
  it('are at least eighty, each with ordered ranges and colours', () => {
    expect(MINERALS.length).toBeGreaterThanOrEqual(80)
    expect(new Set(MINERALS.map((m) => m.id)).size).toBe(MINERALS.length)
    for (const m of MINERALS) {
      const [low, typical, high] = m.density
      expect(low <= typical && typical <= high).toBe(true)
      expect(m.hardness[0]).toBeLessThanOrEqual(m.hardness[1])
      expect(m.colour.every((c) => /^#[0-9A-F]{6}$/i.test(c))).toBe(true)
    }
  })
})
