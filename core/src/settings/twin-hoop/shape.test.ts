import type { Design, Wire } from '../../design/index'
import { cross, dist, dot, norm, scale, sub, unit, type Vec3 } from '../../geom/index'
import { heldStone } from '../../hold/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { fullStone } from '../../stone/index'
import { fittings, type Fitting as Case } from '../../testing'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import { examples } from './examples'
import { family as hoops } from './index'

const LIST = fittings({ chosen: hoops, examples }, 5, 16, (stone, random) => {
  const worn = random() < 0.5 ? 'ring' : 'pendant'
  return {
    ...examples.random(stone, { alloy: 'copper', temper: 'dead soft', worn }, random),
    play: Math.round(random() * 4) / 10,
    shank: 1 + Math.floor(random() * 3),
  }
})
const isRing = (c: Case) => c.options.mount === 'ring'
const isBall = (c: Case) => c.stone.length === c.stone.width
const mm = (c: Case, id: 'size' | 'shankSize') => wireSize(String(c.options[id])).mm
const wireOf = (design: Design, id: string): Wire => design.wires.find((w) => w.id === id)!
const carriersOf = ({ design }: Case) => design.wires.filter((w) => w.id !== 'near' && w.id !== 'far')
const points = (wire: Wire, id: string, step: number): Vec3[] => {
  const p = wire.parts.find((x) => x.id === id)
  return p ? stationsOf(wire.path, p.s0, p.s1, step).map((x) => x.at.p) : []
}
/** Along the hoops' axis: toward the finger of a ring, which lies behind the stone, or up toward a bail. */
const axial = (c: Case, p: Vec3) => (isRing(c) ? -p[2] : p[1])
const output = (c: Case, id: string): number =>
  numberOf(hoops.outputs(c.stone, c.options).find((o) => o.id === id)!.quantity)

/** Nearest place of a wire to a point, by its stations. */
function nearestOn(list: readonly { readonly p: Vec3; readonly t: Vec3 }[], p: Vec3) {
  return list.reduce((a, b) => (dist(b.p, p) < dist(a.p, p) ? b : a))
}
const stationsAll = (wire: Wire) =>
  stationsOf(wire.path, 0, pathLength(wire.path), 0.05).map(({ at }) => ({ p: at.p, t: unit(at.t) }))

describe('two hoops over random balls and eggs', () => {
  it('a ball lies between its hoops with its play: their spacing by Pythagoras', () => {
    const balls = LIST.filter(isBall)
    expect(balls.length).toBeGreaterThan(3)
    for (const c of balls) {
      const d = mm(c, 'size')
      const R = c.stone.width / 2
      const height = (inside: number) => Math.sqrt((R + d / 2) ** 2 - ((inside + d) / 2) ** 2)
      const spacing = height(Number(c.options.seat)) + height(Number(c.options.hoop))
      expect(output(c, 'spacing')).toBeCloseTo(spacing + Number(c.options.play), 6)
    }
  })

  it('hoops are as wide inside as chosen, on the mean of their halves', () => {
    for (const c of LIST.filter(isBall)) {
      const d = mm(c, 'size')
      for (const [id, option] of [
        ['near', 'seat'],
        ['far', 'hoop'],
      ] as const) {
        const wire = wireOf(c.design, id)
        const radius = (part: string) => {
          const list = points(wire, part, 0.3)
          const out = list.map((p) => (isRing(c) ? Math.hypot(p[0], p[1]) : Math.hypot(p[0], p[2])))
          // a half is a half circle about the axis
          expect(Math.max(...out) - Math.min(...out)).toBeLessThan(0.01)
          return out.reduce((a, b) => a + b, 0) / out.length
        }
        const mean = (radius('front-left') + radius('back-right')) / 2
        expect(Math.abs(2 * mean - d - Number(c.options[option]))).toBeLessThan(
          0.03 * Number(c.options[option]),
        )
      }
    }
  })

  it('no place of a hoop stands in the stone, and both halves lie close to it', () => {
    for (const c of LIST) {
      const held = heldStone(fullStone(c.stone))
      const d = mm(c, 'size')
      for (const id of ['near', 'far'])
        for (const part of ['front-left', 'back-right']) {
          const gaps = points(wireOf(c.design, id), part, 0.3).map(
            (p) => held.nearest(p, { theta: NaN, phi: NaN }).distance - d / 2,
          )
          expect(Math.min(...gaps)).toBeGreaterThan(-0.02)
          // a hoop that is nearly as wide as the stone stands off by much to give it its play along the axis
          expect(Math.max(...gaps)).toBeLessThan(Number(c.options.play) + 0.05)
        }
    }
  })

  it('wound ends lie on their carriers, and go round them as often as chosen less a quarter', () => {
    for (const c of LIST.filter((x) => carriersOf(x).length === 1).slice(0, 5)) {
      const [d, ds] = [mm(c, 'size'), mm(c, 'shankSize')]
      const post = stationsAll(carriersOf(c)[0]!)
      for (const id of ['near', 'far'])
        for (const part of ['coil-left', 'coil-right']) {
          const coil = points(wireOf(c.design, id), part, 0.05)
          let turned = 0
          let before: Vec3 | undefined
          let axisBefore: Vec3 | undefined
          for (const p of coil) {
            const { p: on, t } = nearestOn(post, p)
            const away = sub(p, on)
            const across = sub(away, scale(t, dot(away, t)))
            expect(Math.abs(norm(across) - (d + ds) / 2)).toBeLessThan(0.06)
            if (before && axisBefore) {
              const angle = Math.atan2(dot(cross(before, across), axisBefore), dot(before, across))
              turned += angle
            }
            before = across
            axisBefore = t
          }
          const turns = Math.abs(turned) / (2 * Math.PI)
          expect(Math.abs(turns - (Number(c.options.turns) - 0.25))).toBeLessThan(0.06)
        }
    }
  })

  it('joints count what is wound: one turn in passing, both ends on the other side', () => {
    for (const c of LIST)
      for (const id of ['near', 'far']) {
        const of = (joint: string) => c.design.joints.find((j) => j.id === joint)!
        expect(of(`${id}-left`).turns).toBe(1)
        expect(of(`${id}-right`).turns).toBe(2 * Number(c.options.turns))
        expect(of(`${id}-right`).hold).toBe(Number(c.options.turns) >= 2 ? 'clamp' : 'pin')
        expect(of(`${id}-right`).columns).toBe(carriersOf(c).length)
      }
  })

  it('a ring is as wide inside as the finger, and the stone stands into it by its bulge', () => {
    const rings = LIST.filter(isRing)
    expect(rings.length).toBeGreaterThan(3)
    for (const c of rings) {
      const ds = mm(c, 'shankSize')
      const inside = Number(c.options.ring)
      for (const wire of carriersOf(c)) {
        const list = ['palm-left', 'palm-right', 'finger-left', 'finger-right'].flatMap((id) =>
          points(wire, id, 0.3),
        )
        // across the finger: the wires of a shank lie beside each other along it
        const flat = list.map((p): readonly [number, number] => [p[0], p[2]])
        const lowest = Math.min(...flat.map(([, z]) => z))
        const z = lowest + (inside + ds) / 2
        for (const [x, h] of flat) expect(Math.hypot(x, h - z)).toBeCloseTo((inside + ds) / 2, 2)
        const under = heldStone(fullStone(c.stone)).nearest([0, 0, z], { theta: NaN, phi: NaN }).distance
        expect(inside / 2 - under).toBeCloseTo(Number(c.options.bulge), 1)
      }
    }
  })

  it('the wires of a shank lie side by side and are alike', () => {
    const many = LIST.filter((c) => isRing(c) && Number(c.options.shank) > 1)
    expect(many.length).toBeGreaterThan(0)
    for (const c of many) {
      const list = carriersOf(c)
      expect(list).toHaveLength(Number(c.options.shank))
      const ds = mm(c, 'shankSize')
      list.slice(1).forEach((wire, i) => {
        const [p, q] = [list[i]!, wire].map((w) => pathAt(w.path, w.anchor).p)
        expect(dist(p!, q!)).toBeCloseTo(ds, 6)
      })
      // the outer ones are each other's mirror
      expect(pathLength(list[0]!.path)).toBeCloseTo(pathLength(list[list.length - 1]!.path), 6)
    }
  })

  it('hoops of one size are each other’s mirror', () => {
    const alike = LIST.filter((c) => c.options.seat === c.options.hoop)
    expect(alike.length).toBeGreaterThan(3)
    for (const c of alike) {
      const [near, far] = [wireOf(c.design, 'near'), wireOf(c.design, 'far')]
      expect(pathLength(far.path)).toBeCloseTo(pathLength(near.path), 9)
      for (let k = 0; k <= 40; k++) {
        const s = (pathLength(near.path) * k) / 40
        const [p, q] = [pathAt(near.path, s).p, pathAt(far.path, s).p]
        expect(axial(c, p)).toBeCloseTo(-axial(c, q), 6)
        expect(p[0]).toBeCloseTo(q[0], 6)
      }
    }
  })

  it('more turns take as much more wire as they are long, and leave all else as it is', () => {
    for (const c of LIST.filter((x) => carriersOf(x).length === 1).slice(0, 6)) {
      const turns = Number(c.options.turns)
      const more = { ...c.options, turns: turns + 1 }
      if (hoops.fits(c.stone, more).some((f) => f.severity === 'error')) continue
      const design = hoops.build(c.stone, more)
      const [d, ds] = [mm(c, 'size'), mm(c, 'shankSize')]
      const turn = Math.PI * (d + ds)
      for (const id of ['near', 'far']) {
        const grows = pathLength(wireOf(design, id).path) - pathLength(wireOf(c.design, id).path)
        // a turn at each end, with a lead of at least its own thickness
        expect(grows / 2).toBeGreaterThan(Math.hypot(turn, d) * 0.98)
        expect(grows / 2).toBeLessThan(Math.hypot(turn, 2 * d) * 1.02)
      }
    }
  })
})

describe('the order of work of two hoops', () => {
  it('the far hoop is wound on before the stone is in and the near one over it; either hand does the same steps', () => {
    for (const { stone, options } of LIST.slice(0, 6)) {
      const [right, left] = (['right', 'left'] as const).map(
        (hand) => hoops.build(stone, options, hand).operations,
      ) as [Design['operations'], Design['operations']]
      expect([...left.map((s) => s.id)].sort()).toEqual([...right.map((s) => s.id)].sort())
      const at = (id: RegExp) => right.findIndex((s) => id.test(s.id))
      const stoneIn = right.findIndex((s) => s.stone === 'in')
      const far = at(/far/)
      expect(far).toBeGreaterThan(-1)
      expect(stoneIn).toBeGreaterThan(far)
      // whatever a step needs is done before it
      for (const list of [right, left])
        list.forEach((s, i) => {
          for (const need of s.needs) expect(list.findIndex((x) => x.id === need)).toBeLessThan(i)
        })
      // every joint is closed exactly once
      const closed = right.flatMap((s) => (s.joint ? [s.joint] : []))
      const joints = hoops.build(stone, options).joints.map((j) => j.id)
      for (const id of joints) expect(closed).toContain(id)
    }
  })
})
