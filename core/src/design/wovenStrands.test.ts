import { dist, sub, type Vec3 } from '../geom/index'
import { pathAt, pathLength, type Path } from '../path/index'
import { bareDesign } from '../testingDesigns'
import { advanceOf, crowding, HAND_PACKING, strandsOf, wirePlaces, WEAVES } from '../weave/index'
import type { Joint } from './design'
import { weaveOf, wovenStrands } from './wovenStrands'

const BASE = 1
const WEAVER = 0.3
const REPEATS = 5

/** Wires side by side, woven over `REPEATS` repeats, along lines or arcs about one middle. */
function woven(repeat: string, count: number, pathFor: (place: number, length: number) => Path) {
  const weave = weaveOf(repeat, count)
  const spec = { base: BASE, weaver: WEAVER, packing: HAND_PACKING }
  const { woven: advance, twisted } = advanceOf(weave, spec)
  const long = REPEATS * (advance + twisted)
  const places = wirePlaces(weave, spec)
  const middle = (places[0]! + places[places.length - 1]!) / 2
  const wires = places.map((x, i) => ({
    id: `w${i}`,
    path: pathFor(x - middle, long),
    size: `${BASE.toFixed(1)} metric`,
    bound: [],
  }))
  const design = bareDesign(wires)
  const joint: Joint = {
    id: 'band',
    kind: 'weave',
    members: design.wires.map((w) => ({ wire: w.id, s0: 0, s1: pathLength(w.path) })),
    binder: { ...design.wires[0]!.stock, size: { ...design.wires[0]!.stock.size, mm: WEAVER } },
    columns: count,
    rows: 1,
    length: long,
    turns: REPEATS * crowding(weave),
    woven: { repeat, repeats: REPEATS, rows: crowding(weave) },
    hold: 'clamp',
    slip: 10,
  }
  const paths = new Map(design.wires.map((w) => [w.id, w.path]))
  return { design, joint, paths, strands: strandsOf(weave, spec) }
}

const along = (points: readonly Vec3[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + dist(p, points[i]!), 0)

const straight = (x: number, length: number): Path => ({
  segments: [{ kind: 'line', from: [x, 0, 0], to: [x, length, 0] }],
})

/** About a middle on the left, so that wires farther right lie outside. */
const onArc =
  (radius: number) =>
  (x: number, length: number): Path => ({
    segments: [
      {
        kind: 'arc',
        centre: [-radius, 0, 0],
        x: [1, 0, 0],
        y: [0, 1, 0],
        radius: radius + x,
        sweep: length / radius,
      },
    ],
  })

const WOVEN = WEAVES.filter((w) => !w.text.includes('twist')).map(({ id, text }) => {
  const wires = Math.max(...[...text.matchAll(/\((?:\d+-)?(\d+)\)/g)].map((m) => Number(m[1])))
  return [id, text, wires] as const
})

describe('weaving wires where the base wires lie', () => {
  it.each(WOVEN)('%s: as long on straight wires as the weave takes', (_, text, wires) => {
    const { design, joint, paths, strands } = woven(text, wires, straight)
    const drawn = wovenStrands(design, joint, paths, { perTurn: 48 })
    expect(drawn.map((d) => d.id)).toEqual(strands.map((s) => s.id))
    drawn.forEach(({ points }, i) => {
      const { closes, length } = strands[i]!
      // one that ends elsewhere than it began is drawn back behind as well
      if (closes) expect(along(points) / (REPEATS * length)).toBeCloseTo(1, 1)
      else expect(along(points)).toBeGreaterThan(0.97 * REPEATS * length)
    })
  })

  it.each(WOVEN.filter(([, , wires]) => wires > 1))(
    '%s: on a curve it goes through no wire, and lies on each as on straight ones',
    (_, text, wires) => {
      const { design, joint, paths } = woven(text, wires, onArc(12))
      const reach = (BASE + WEAVER) / 2
      for (const { points } of wovenStrands(design, joint, paths, { perTurn: 48 }))
        for (const { id } of design.wires) {
          const path = paths.get(id)!
          const length = pathLength(path)
          const near = Math.min(
            ...points.map((p) => {
              // nearest place on the arc by its angle
              const a = Math.atan2(p[1], p[0] + 12)
              const { p: on } = pathAt(path, Math.max(0, Math.min(length, a * (12 + pathAt(path, 0).p[0]))))
              return Math.hypot(...sub(p, on))
            }),
          )
          expect(near).toBeGreaterThan(reach - 0.03)
        }
    },
  )

  it('so many repeats as are made, and none of what is not woven', () => {
    const { design, joint, paths } = woven('a: 8(1-2)', 2, straight)
    const whole = along(wovenStrands(design, joint, paths)[0]!.points)
    const two = along(wovenStrands(design, joint, paths, { repeats: 2 })[0]!.points)
    expect(two / whole).toBeCloseTo(2 / REPEATS, 2)
    expect(wovenStrands(design, joint, paths, { repeats: 0 })[0]!.points).toEqual([])
    expect(wovenStrands(design, { ...joint, woven: undefined } as unknown as Joint, paths)).toEqual([])
  })
})
