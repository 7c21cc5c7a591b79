import { dist, type Vec2, type Vec3 } from '../../geom/index'
import { holdOf, releases, settingOf } from '../../hold/index'
import { pathAt } from '../../path/index'
import { DEFAULT_SETTINGS, plan, settingOfPlan } from '../../plan/index'
import { fullStone, outline, outlinePoints, solidOf, type Stone } from '../../stone/index'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as cage } from './index'
import {
  crossingsOf,
  edgesOf,
  fewestLevels,
  narrowest,
  pushedApart,
  ROOM,
  widestOpen,
  type Sides,
} from './windows'

const { stone: pebble, options } = examples.sound[0]!
/** A round slab: every place of its edge is like the next. */
const disc: Stone = {
  kind: 'slab',
  outline: 'round',
  length: 24,
  width: 24,
  depth: 6,
  edge: 2,
  mineral: 'jasper',
}
const size = wireSize('18 AWG').mm
const lace = wireSize('26 AWG').mm
const out = (stone: Stone, id: string, o: Options = options): number =>
  numberOf(cage.outputs(stone, o).find((x) => x.id === id)!.quantity)

describe('a criss-cross cage', () => {
  const design = cage.build(disc, options)
  const frame = design.wires.find((w) => w.id === 'frame')!
  const strand = design.wires.find((w) => w.id === 'lace')!
  const part = (id: string) => [frame, strand].flatMap((w) => w.parts).find((p) => p.id === id)!

  it('by hand: each round is a circle a wire and a turn off the edge, but for what its shoulders leave', () => {
    const radius = 12 + size / 2 + lace + 0.02
    const edge = part('edge-right')
    const [from, to] = [pathAt(frame.path, edge.s0), pathAt(frame.path, edge.s1)].map(({ p }) => p) as [
      Vec3,
      Vec3,
    ]
    // both ends lie on the circle, as high; what is between them over the foot is its length
    for (const [x, y] of [from, to]) expect(Math.hypot(x, y)).toBeCloseTo(radius, 6)
    const half = Math.atan2(Math.abs(from[0]), from[1])
    expect(edge.s1 - edge.s0).toBeCloseTo(2 * radius * (Math.PI - half), 6)
  })

  it('by hand: both rounds lie with their crowns as high as the stone is just inside its edge', () => {
    // a rounded edge of 2 mm, 0.4 mm in: 1 mm and the side of a triangle
    const edge = 1 + Math.sqrt(2 ** 2 - 1.6 ** 2)
    const heights = ['edge-right', 'edge-left'].map((id) => pathAt(frame.path, part(id).s0 + 20).p[2])
    // its triangles lie up to 0.01 mm inside it
    expect(Math.abs(Math.max(...heights) - (edge - size / 2))).toBeLessThan(0.015)
    expect(Math.abs(Math.min(...heights) + (edge - size / 2))).toBeLessThan(0.015)
  })

  it('by hand: six places a side are twelve straps and eleven crossings, six in front and five behind', () => {
    const taut = strand.parts.filter((p) => p.kind === 'taut')
    expect(taut.filter((p) => p.id.startsWith('strap'))).toHaveLength(12)
    const crossings = taut.filter((p) => p.id.startsWith('crossing'))
    const front = crossings.filter((p) => pathAt(strand.path, (p.s0 + p.s1) / 2).p[2] > 0)
    expect([front.length, crossings.length - front.length]).toEqual([6, 5])
    expect(design.joints.filter((j) => j.kind === 'coil')).toHaveLength(24)
  })

  it('by hand: the lacing is its crossings, its straps and its turns, each worked out from its ends', () => {
    // a crossing: the way between the crowns that it leaves, over a face that lies a little higher
    const span = (id: string): readonly [number, number] => {
      const { s0, s1 } = part(id)
      return [dist(pathAt(strand.path, s0).p, pathAt(strand.path, s1).p), s1 - s0]
    }
    for (const id of ['crossing-1-right', 'crossing-2-left', 'crossing-3-right']) {
      const [straight, along] = span(id)
      expect(along).toBeGreaterThan(straight)
      expect(along).toBeLessThan(1.03 * straight)
    }
    // a strap: from one outer side to the other, past what its turns take
    const c = (size + lace) / 2 + 0.02
    const apart = 2 * (1 + Math.sqrt(2 ** 2 - 1.6 ** 2) - size / 2)
    const [straight] = span('strap-2-right')
    expect(straight).toBeCloseTo(apart + 2 * c - 2 * 1.05 * c, 1)
    // turns: round a wire at their own distance, and what leads to and from them
    const turns = part('turns-4-right')
    expect(turns.s1 - turns.s0).toBeGreaterThan(2 * 2 * Math.PI * c)
    expect(turns.s1 - turns.s0).toBeLessThan(4 * 2 * Math.PI * c)
  })

  it('every crossing lies over the face of the stone, and where two meet one lies on the other', () => {
    const cab: Stone = { ...disc, kind: 'cabochon', wall: 2, edge: 0 }
    const made = cage.build(cab, options)
    const wire = made.wires.find((w) => w.id === 'lace')!
    const solid = solidOf(fullStone(cab))
    const places = (id: string): Vec3[] => {
      const { s0, s1 } = wire.parts.find((p) => p.id === id)!
      return Array.from({ length: 400 }, (_, i) => pathAt(wire.path, s0 + ((s1 - s0) * i) / 399).p)
    }
    for (const id of ['crossing-0', 'crossing-2']) {
      const [one, other] = ['right', 'left'].map((half) => places(`${id}-${half}`)) as [Vec3[], Vec3[]]
      const gaps = one.map(([x, y, z]) => solid.nearest(x, y, z).distance - lace / 2)
      expect(Math.min(...gaps)).toBeGreaterThan(-0.03)
      expect(Math.min(...gaps)).toBeLessThan(0.03)
      const between = Math.min(...one.map((p) => Math.min(...other.map((q) => dist(p, q)))))
      expect(between).toBeGreaterThan(0.95 * lace)
      expect(between).toBeLessThan(1.3 * lace)
    }
  })

  it('without its crossings in front it lets the stone out there, without those behind there', () => {
    const made = plan({ stone: pebble, family: 'criss-cross-cage', options, settings: DEFAULT_SETTINGS })
    if (!made.ok) throw new Error('no plan')
    const whole = made.plan.design
    const { held } = settingOfPlan(made.plan)
    const borne = (without: RegExp): number => {
      const joints = whole.joints.filter((j) => !without.test(j.id))
      const setting = settingOf({ ...whole, joints }, held)
      const hold = holdOf(setting, made.plan.asked)
      return hold.caught ? releases(setting, hold).weakest.force : 0
    }
    const all = borne(/^never$/)
    expect(all).toBeGreaterThan(made.plan.asked.pressed)
    for (const face of [/-front$/, /-back$/]) expect(borne(face)).toBeLessThan(0.25 * all)
    // tied on one side only
    expect(borne(/^left-/)).toBeLessThan(0.25 * all)
  }, 120_000)

  it('refuses what has no edge, and a point sharper than wire is bent', () => {
    const codes = (stone: Stone, o?: Options) => cage.fits(stone, o).map((f) => f.code)
    expect(codes({ ...disc, kind: 'bead', form: 'sphere', depth: 24 })).toEqual(['criss-cross-cage.no-edge'])
    expect(codes({ ...disc, outline: 'cut-corner', width: 10, corner: 2 })).toEqual([
      'criss-cross-cage.pointed',
    ])
    expect(codes(disc, { ...options, levels: 14, turns: 4 })).toEqual(['criss-cross-cage.crowded'])
    expect(codes(disc, options)).toEqual([])
  })
})

describe('windows of a cage', () => {
  const edges = edgesOf(fullStone(pebble))
  const sides: Sides = { ...edges, off: 0.9, leave: 1 }

  /** The largest circle by brute force: places in a fine grid inside the frame, each as far as its nearest line. */
  const byGrid = (levels: number, face: 1 | -1): number => {
    const round = outlinePoints(outline('free', 30, 22, { points: fullStone(pebble).points }), 0.01).map(
      ([x, y]): Vec2 => {
        const far = Math.hypot(x, y)
        return [x * (1 + 0.9 / far), y * (1 + 0.9 / far)]
      },
    )
    const lines = [
      ...crossingsOf(sides, levels, face),
      ...round.map((p, i) => [p, round[(i + 1) % round.length]!] as const),
    ]
    let most = 0
    for (let x = -9; x <= 9; x += 0.25)
      for (let y = -13; y <= 13; y += 0.25) {
        const free = Math.min(
          ...lines.map(([a, b]) => {
            const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
            const t = Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy)))
            return Math.hypot(x - a[0] - t * dx, y - a[1] - t * dy)
          }),
        )
        most = Math.max(most, free)
      }
    return 2 * most
  }

  it('are as wide as a fine grid of places finds them', () => {
    for (const levels of [4, 6])
      for (const face of [1, -1] as const)
        expect(widestOpen(sides, levels, face)).toBeCloseTo(byGrid(levels, face), 0)
  })

  it('grow no wider with each level more, and the fewest that keep the stone in are proposed', () => {
    const wide = [4, 6, 8, 10].map((levels) => widestOpen(sides, levels, 1))
    for (let i = 1; i < wide.length; i++) expect(wide[i]!).toBeLessThan(wide[i - 1]! + 0.01)
    const stone = fullStone({ ...disc, length: 34, width: 22, outline: 'oval' })
    const fewest = fewestLevels(stone)
    expect(fewest).toBeGreaterThan(4)
    expect(out(stone, 'window', { ...options, levels: fewest })).toBeLessThan(ROOM * narrowest(stone) + 1)
    expect(out(stone, 'passes')).toBe(22)
  })

  it('by hand: a wire of 24 mm that grows longer by 1 % leads 1.7 mm aside in its middle', () => {
    // half of it, 12 mm, becomes the long side of a triangle
    expect(pushedApart(24) / 2).toBeCloseTo(Math.sqrt(12.12 ** 2 - 12 ** 2), 9)
  })
})
