import type { Design, Joint } from '../design/index'
import { cross, type Vec3 } from '../geom/index'
import { pathLength, type Path, type Segment } from '../path/index'
import { ball, bareDesign, holdFor } from '../testingDesigns'
import { alloy, section } from '../wire/index'
import { settingOf, SPHERE } from './index'

const R = 5
const SIZE = 0.5
const r = R + SIZE / 2
/** What one wire bears before it stretches, N. */
const pull = section('round', SIZE).area * alloy('copper').yield['half hard'][0]
/** Half of what of a wire lies in a tie, mm. */
const HALF = 0.1

interface Line {
  readonly id: string
  readonly path: Path
  /** Where it is tied, mm along it, with the tie's name. */
  readonly ties: readonly (readonly [s: number, tie: string])[]
}

/** Fine wires drawn taut and tied to each other, and to nothing else. */
function netOf(lines: readonly Line[]): Design {
  const plain = bareDesign(
    lines.map(({ id, path }) => ({ id, path, size: `${SIZE} metric`, taut: true, bound: [] })),
  )
  const ties = [...new Set(lines.flatMap((l) => l.ties.map(([, tie]) => tie)))]
  const joints = ties.map((tie): Joint => ({
    id: tie,
    kind: 'bind',
    members: lines.flatMap(({ id, path, ties: own }) =>
      own
        .filter(([, name]) => name === tie)
        .map(([s]) => ({ wire: id, s0: Math.max(0, s - HALF), s1: Math.min(pathLength(path), s + HALF) })),
    ),
    binder: plain.wires[0]!.stock,
    columns: 1,
    rows: 1,
    length: 2 * HALF,
    turns: 3,
    hold: 'clamp',
    slip: 1000,
  }))
  return { ...plain, joints }
}

/** A part of a circle in a plane through the middle of the ball. */
const round = (x: Vec3, y: Vec3, sweep: number): Segment => ({
  kind: 'arc',
  centre: [0, 0, 0],
  x,
  y,
  radius: r,
  sweep,
})

describe('a ball in three loops tied to each other', () => {
  const quarter = (Math.PI * r) / 2
  const loop = (id: string, x: Vec3, y: Vec3, names: readonly string[]): Line => ({
    id,
    path: { segments: [round(x, y, Math.PI), round([-x[0], -x[1], -x[2]], [-y[0], -y[1], -y[2]], Math.PI)] },
    ties: [...names, names[0]!].map((name, i) => [i * quarter, name] as const),
  })
  const design = netOf([
    loop('xy', [1, 0, 0], [0, 1, 0], ['+x', '+y', '-x', '-y']),
    loop('yz', [0, 1, 0], [0, 0, 1], ['+y', '+z', '-y', '-z']),
    loop('zx', [0, 0, 1], [1, 0, 0], ['+z', '+x', '-z', '-x']),
  ])
  const hold = holdFor(settingOf(design, ball(R)), 1)

  it('is held: the four wires that lead away from where it goes each pull at it with their tension', () => {
    expect(hold.caught).toBe(true)
    for (const { force } of hold.directions) expect(force / (4 * pull)).toBeCloseTo(1, 1)
  })

  it('least between three of them, by 2 √3 tensions', () => {
    // a motion v is resisted by 2 Σ over pairs of axes max(|v_i|, |v_j|) tensions: along (1, 1, 1) / √3 by 2 √3
    expect(hold.force / (2 * Math.sqrt(3) * pull)).toBeCloseTo(1, 1)
    const expected = (d: Vec3): number => {
      const [a, b, c] = d.map(Math.abs) as [number, number, number]
      return 2 * (Math.max(a, b) + Math.max(b, c) + Math.max(c, a)) * pull
    }
    // no direction takes more than its own motion does
    SPHERE.ways.forEach((d, i) => expect(hold.sphere[i]!).toBeLessThan(1.1 * expected(d)))
  })
})

describe('a net of rings over a ball', () => {
  const height = (latitude: number): number => r * Math.sin((latitude * Math.PI) / 180)
  const ring = (latitude: number): Line => {
    const width = r * Math.cos((latitude * Math.PI) / 180)
    const half = (x: Vec3): Segment => ({
      kind: 'arc',
      centre: [0, 0, height(latitude)],
      x,
      y: cross([0, 0, 1], x),
      radius: width,
      sweep: Math.PI,
    })
    const names = ['+x', '+y', '-x', '-y', '+x'].map((side) => `${side} ${latitude}`)
    return {
      id: `ring ${latitude}`,
      path: { segments: [half([1, 0, 0]), half([-1, 0, 0])] },
      ties: names.map((name, i) => [(i * Math.PI * width) / 2, name] as const),
    }
  }
  /** From the mouth down one side, under the ball and up the other. */
  const upright = (id: 'x' | 'y', mouth: number, rings: readonly number[]): Line => {
    const out: Vec3 = id === 'x' ? [1, 0, 0] : [0, 1, 0]
    const a = (mouth * Math.PI) / 180
    const from: Vec3 = [out[0] * Math.cos(a), out[1] * Math.cos(a), Math.sin(a)]
    const way: Vec3 = [out[0] * Math.sin(a), out[1] * Math.sin(a), -Math.cos(a)]
    const at = (latitude: number): number => ((mouth - latitude) / 180) * Math.PI * r
    const sweep = Math.PI + 2 * a
    const whole = sweep * r
    return {
      id: `upright ${id}`,
      path: { segments: [round(from, way, sweep)] },
      ties: [
        ...rings.map((latitude) => [at(latitude), `+${id} ${latitude}`] as const),
        [whole / 2, 'foot'] as const,
        ...[...rings].reverse().map((latitude) => [whole - at(latitude), `-${id} ${latitude}`] as const),
      ],
    }
  }
  const net = (rings: readonly number[]): Design =>
    netOf([...rings.map(ring), upright('x', rings[0]!, rings), upright('y', rings[0]!, rings)])
  const held = (rings: readonly number[]) => holdFor(settingOf(net(rings), ball(R)), 1)

  it('with its mouth under the ball’s middle it lets it out, and only there', () => {
    const open = held([-10, -40])
    expect(open.caught).toBe(false)
    const [front, back] = open.directions
    expect(front).toMatchObject({ id: 'front', outcome: 'out' })
    expect(back).toMatchObject({ id: 'back', outcome: 'caught' })
  })

  it('drawn together above it, it holds, by what its four uprights lead inward over it', () => {
    const mouth = 35
    const closed = held([mouth, 0, -40])
    expect(closed.caught).toBe(true)
    // between two ties an upright pulls along its directions there; the rings, being level, do not
    const [top, bottom] = [(mouth * Math.PI) / 180 - HALF / r, HALF / r]
    const each = Math.cos(bottom) - Math.cos(top)
    expect(closed.directions[0]!.force / (4 * each * pull)).toBeCloseTo(1, 1)
    expect(held([50, 0, -40]).directions[0]!.force).toBeGreaterThan(1.5 * closed.directions[0]!.force)
  })
})
