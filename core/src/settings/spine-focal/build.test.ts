import type { Design } from '../../design/index'
import { norm, type Vec3 } from '../../geom/index'
import { heldSeated, holdOf, settingOf } from '../../hold/index'
import { measurePath, pathLength, stationsOf, type Path } from '../../path/index'
import { DEFAULT_SETTINGS, holdLine, plan, planHold, planThorough } from '../../plan/index'
import { fullStone, outlineOf, type Stone } from '../../stone/index'
import { wireSize } from '../../wire/index'
import { NEWTON_PER_GRAM } from '../../units/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as spine } from './index'

const [led, straight] = examples.sound as readonly [(typeof examples.sound)[0], (typeof examples.sound)[0]]
const { stone: ball } = led
const R = ball.length / 2
const size = wireSize('18 AWG').mm
const part = (d: Design, id: string) => d.wires[0]!.parts.find((p) => p.id === id)!
const places = (d: Design, id: string): readonly Vec3[] => {
  const { s0, s1 } = part(d, id)
  return stationsOf(d.wires[0]!.path, s0, s1, 0.05).map((x) => x.at.p)
}

describe('a leg through a ball and one behind it', () => {
  const design = spine.build(ball, led.options)

  it('by hand: through the hole it is as long as a chord of the ball beside its middle', () => {
    const { s0, s1 } = part(design, 'through-right')
    // the rim of the hole lies half its width from the axis
    const chord = 2 * Math.sqrt(R ** 2 - (ball.hole! / 2) ** 2)
    expect(s1 - s0).toBeCloseTo(chord, 2)
  })

  it('by hand: the leg behind stands off the ball by half its thickness and what was chosen, and touches it nowhere', () => {
    const leg = places(design, 'leg-left')
    const off = Number(led.options.off)
    expect(Math.min(...leg.map((p) => p[2]))).toBeCloseTo(-(R + size / 2 + off), 2)
    expect(Math.min(...leg.map((p) => norm(p)))).toBeGreaterThan(R + size / 2)
    // bent as widely as its run below lets it be: no box stands about the ball
    const [low, deep] = [Math.min(...leg.map((p) => p[1])), Math.min(...leg.map((p) => p[2]))]
    expect(Math.max(...leg.map((p) => norm(p)))).toBeLessThan(0.9 * Math.hypot(low, deep))
  })

  it('its legs come up side by side, touching, over the middle of the hole', () => {
    const { s1 } = part(design, 'neck-left')
    const { s0 } = part(design, 'neck-right')
    const at = (s: number): Vec3 => stationsOf(design.wires[0]!.path, s, s + 0.1, 0.1)[0]!.at.p
    const [left, right] = [at(s1), at(s0)]
    expect(right[0] - left[0]).toBeCloseTo(size, 6)
    expect(right[0] + left[0]).toBeCloseTo(0, 6)
    expect([left[2], right[2]]).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)])
    expect(left[1]).toBeCloseTo(right[1], 6)
  })

  it('round a tube its bends stand off the sharp edges too', () => {
    const tube: Stone = { ...ball, form: 'tube', length: 20, width: 13, depth: 13 }
    const leg = places(spine.build(tube, { ...led.options, neck: 6 }), 'leg-left')
    // by hand: the nearest place of a cylinder in the plane of the leg is that of a rectangle
    const gaps = leg.map(([x, y, z]) =>
      Math.hypot(x / 2, Math.max(0, Math.abs(y) - 10), Math.max(0, Math.abs(z) - 6.5)),
    )
    expect(Math.min(...gaps)).toBeGreaterThan(size / 2)
  })
})

describe.each([
  ['front to back', 2],
  ['side to side', 0],
] as const)('a drop that hangs by a hole from %s', (way, axis) => {
  const { stone, options } = examples.sound.find((e) => e.name.endsWith(way))!
  const design = spine.build(stone, options)
  const thick = wireSize(String(options.size)).mm
  const tip = outlineOf(fullStone(stone)).top

  it('by hand: its legs leave the hole where the stone ends, and meet above its top', () => {
    const through = places(design, 'through-right')
    // from the middle of the stone to its face; its outline there is wider than the hole is high
    const half = Math.abs(through[through.length - 1]![axis])
    if (way === 'front to back') expect(half).toBeCloseTo(stone.depth / 2, 3)
    else expect(half).toBeLessThan(stone.width / 2)
    for (const side of ['left', 'right']) {
      const leg = places(design, `leg-${side}`)
      const [first, last] = [leg[0]!, leg[leg.length - 1]!]
      const [low, top] = first[1] < last[1] ? [first, last] : [last, first]
      expect(low[1]).toBeCloseTo(tip - stone.place!, 6)
      expect(top[1]).toBeGreaterThan(tip)
      expect(Math.abs(top[0])).toBeCloseTo(thick / 2, 6)
      expect(top[2]).toBeCloseTo(0, 6)
    }
  })

  it('both legs are alike, each the other one turned half round', () => {
    const [left, right] = ['left', 'right'].map((side) => part(design, `leg-${side}`))
    expect(left!.s1 - left!.s0).toBeCloseTo(right!.s1 - right!.s0, 6)
    const across = places(design, 'leg-left').map((p) => Math.abs(p[axis]))
    expect(Math.max(...across)).toBeCloseTo(
      Math.max(...places(design, 'leg-right').map((p) => Math.abs(p[axis]))),
      2,
    )
  })
})

describe('a wire between a coil and a loop', () => {
  const design = spine.build(straight.stone, straight.options)
  const out = (id: string, o: Options = straight.options): number =>
    numberOf(spine.outputs(straight.stone, o).find((x) => x.id === id)!.quantity)

  it('by hand: its coil is flat, and as wide as it is told', () => {
    const coil = places(design, 'coil-left')
    const ys = coil.map((p) => p[1])
    expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(1e-6)
    const some = coil.filter((_, i) => i % 5 === 0)
    const wide = Math.max(
      ...some.map((p) => Math.max(...some.map((q) => Math.hypot(p[0] - q[0], p[2] - q[2])))),
    )
    expect(out('across') / (wide + size)).toBeCloseTo(1, 1)
  })

  it('by hand: each half turn is longer than the one before by half a circle over half a thickness', () => {
    const long = (coil: number) => {
      const { s0, s1 } = part(spine.build(straight.stone, { ...straight.options, coil }), 'coil-left')
      return s1 - s0
    }
    // the third turn is two half turns, each four half thicknesses and a little farther out than those of the first
    const step = Math.PI * 2 * 2 * 1.04 * size
    expect(long(3) - long(2) - (long(2) - long(1))).toBeCloseTo(step - Math.PI * 2 * 1.04 * size, 6)
  })

  it('lets the stone go where its coil is cut off, downward, and holds it as it is', () => {
    const made = plan({
      stone: straight.stone,
      family: 'spine-focal',
      options: straight.options,
      settings: DEFAULT_SETTINGS,
    })
    if (!made.ok) throw new Error('no plan')
    const held = heldSeated(straight.stone, design.stones[0]!)
    const ways = (d: Design) => holdOf(settingOf(d, held), made.plan.asked).directions
    expect(ways(design).every((w) => w.outcome === 'caught')).toBe(true)
    expect(
      ways(cutOff(design, part(design, 'down-left').s0))
        .filter((w) => w.outcome === 'out')
        .map((w) => w.id),
    ).toEqual(['down'])
  })
})

/** A design whose wire begins only here. */
function cutOff(design: Design, from: number): Design {
  const wire = design.wires[0]!
  const { starts } = measurePath(wire.path)
  const path: Path = { segments: wire.path.segments.filter((_, i) => starts[i]! >= from - 1e-6) }
  const lost = pathLength(wire.path) - pathLength(path)
  const moved = <T extends { readonly s0: number; readonly s1: number }>(x: T): T => ({
    ...x,
    s0: x.s0 - lost,
    s1: x.s1 - lost,
  })
  return {
    ...design,
    wires: [{ ...wire, path, parts: wire.parts.filter((p) => p.s0 >= from - 1e-6).map(moved) }],
    joints: design.joints.map((j) => ({ ...j, members: j.members.map(moved) })),
  }
}

it('refuses what no wire can be run through, each in its own words', () => {
  const codes = (stone: Stone, o?: Options) => spine.fits(stone, o).map((f) => f.code)
  expect(codes({ ...ball, hole: 0 })).toEqual(['spine-focal.no-hole'])
  expect(codes({ ...ball, hole: 0.3 })).toEqual(['spine-focal.narrow'])
  expect(codes({ ...ball, hole: 4 })).toEqual(['spine-focal.wide'])
  expect(codes({ ...ball, way: 'width' })).toEqual(['spine-focal.across'])
  expect(codes({ ...ball, hole: 1 }, led.options)).toContain('spine-focal.too-thick')
  expect(codes({ ...ball, hole: 2.2 }, led.options)).toContain('spine-focal.slips')
})

it('is not said to be held with short bends, which it has none of: with play along its wire', () => {
  const made = plan({ stone: ball, family: 'spine-focal', options: led.options, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error('no plan')
  const { hold } = planHold(made.plan)
  const line = holdLine(hold, hold.force / NEWTON_PER_GRAM, planThorough(made.plan, hold), 0)
  expect(line.more).toContain('a tenth of a millimetre of play along its wire too')
  expect(line.more).not.toContain('short')
}, 60_000)
