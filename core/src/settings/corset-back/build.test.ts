import { sectionAt, trueGapAt, type Design, type Wire } from '../../design/index'
import { dist, dot, sub, type Vec3 } from '../../geom/index'
import { heldAt, heldStone } from '../../hold/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { fullStone, type Stone } from '../../stone/index'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../index'
import { examples } from './examples'
import { family as corset } from './index'

const [point, straight] = examples.sound as [(typeof examples.sound)[0], (typeof examples.sound)[0]]
const size = wireSize('18 AWG').mm
const lace = wireSize('26 AWG').mm

/** A crystal as a box about the y axis: nothing tapers, so all can be worked out by hand. */
const box: Stone = {
  kind: 'crystal',
  outline: 'round',
  length: 32,
  width: 12,
  depth: 9,
  sides: 4,
  baseWidth: 12,
  baseDepth: 9,
  shoulder: 27,
  shoulderWidth: 12,
  shoulderDepth: 9,
  mineral: 'agate',
}
const chosen: Options = { ...point.options, bends: 5, low: 3, high: 4, reach: 0.6, ends: 4, turns: 1 }
const wireOf = (design: Design, id: string): Wire => design.wires.find((w) => w.id === id)!
const partOf = (wire: Wire, id: string) => wire.parts.find((p) => p.id === id)!
const lengthOf = (wire: Wire, id: string): number => partOf(wire, id).s1 - partOf(wire, id).s0

describe('a corset back', () => {
  const design = corset.build(box, chosen)
  const [back, fine] = [wireOf(design, 'back'), wireOf(design, 'lace')]
  // 27 - 3 - 4 = 20 mm of back hold five bends of 4 mm, each a half circle of 2 mm
  const radius = (27 - 3 - 4) / (2 * 5)

  it('by hand: the bends share what the shaft leaves between the first and the last', () => {
    const bend = corset.outputs(box, chosen).find((o) => o.id === 'bend')!
    expect(numberOf(bend.quantity)).toBeCloseTo(radius, 9)
    for (let i = 0; i < 5; i++) {
      const whole = ['in', 'lashed', 'out'].reduce((sum, k) => sum + lengthOf(back, `${k}-${i}-right`), 0)
      expect(whole).toBeCloseTo(Math.PI * radius, 9)
    }
  })

  it('by hand: a rung goes from bend to bend, each out past the stone and what its turns take', () => {
    const taken = (turns: number) => (turns * 1.05 * lace * radius) / (radius - (size + lace) / 2)
    const out = (turns: number) => 6 + 0.6 + size / 2 + radius * (1 - Math.cos(taken(turns) / (2 * radius)))
    expect(lengthOf(back, 'lashed-0-right')).toBeCloseTo(taken(4), 9)
    expect(lengthOf(back, 'lashed-2-right')).toBeCloseTo(taken(1), 9)
    expect(lengthOf(back, 'rung-1-right')).toBeCloseTo(out(4) + out(1) - 2 * radius, 6)
    expect(lengthOf(back, 'rung-2-right')).toBeCloseTo(2 * out(1) - 2 * radius, 6)
  })

  it('by hand: a crossing of a box is straight when its faces are laid flat', () => {
    const off = lace / 2
    for (let i = 0; i < 4; i++) {
      const { s0, s1 } = partOf(fine, `crossing-${i}-right`)
      const [a, b] = [pathAt(fine.path, s0).p, pathAt(fine.path, s1).p]
      // round two edges, each mitred by the wire’s half thickness: over both sides and the face
      const [x, z] = [6 + off, 4.5 + off]
      const corner = (from: Vec3, side: number) => Math.hypot(from[0] - side * x, from[2] - z)
      const flat = corner(a, Math.sign(a[0])) + 2 * x + corner(b, Math.sign(b[0]))
      const mitred = Math.hypot(flat, b[1] - a[1])
      // rounded, each right angle saves (2 - π/2) of its radius, and a little less where it is crossed aslant
      expect(s1 - s0).toBeLessThan(mitred)
      expect(s1 - s0).toBeGreaterThan(mitred - 2 * (2 - Math.PI / 2) * off - 0.02)
    }
  })

  it('the lacing goes round each bend as often as it is told, in one sense', () => {
    for (const turns of [1, 2, 3]) {
      const design = corset.build(box, { ...chosen, turns, bends: 4 })
      const [back, fine] = [wireOf(design, 'back'), wireOf(design, 'lace')]
      for (let i = 0; i < 4; i++) {
        const lashed = partOf(back, `lashed-${i}-right`)
        const middle = pathAt(back.path, (lashed.s0 + lashed.s1) / 2)
        const part = partOf(fine, `turns-${i}-right`)
        const out: Vec3 = [i % 2 === 0 ? 1 : -1, 0, 0]
        let [round, before] = [0, NaN]
        for (const { at } of stationsOf(fine.path, part.s0, part.s1, 0.05)) {
          // about the bend where the turn lies: as far along it as the place is high
          const p = sub(at.p, middle.p)
          const a = p[1] / radius
          const o = dot(p, out) + radius * (1 - Math.cos(a))
          const angle = Math.atan2(p[2], o)
          if (before === before) {
            const by = angle - before
            round += by > Math.PI ? by - 2 * Math.PI : by < -Math.PI ? by + 2 * Math.PI : by
          }
          before = angle
        }
        // from the front past the inner side, and to the front past the outer one: between half a turn more and less
        const told = i === 0 || i === 3 ? 4 : turns
        expect(round / (2 * Math.PI)).toBeGreaterThan(told - 0.55)
        expect(round / (2 * Math.PI)).toBeLessThan(told + 0.15)
      }
    }
  })

  it('a crossing lies on the stone, and no wire stands in it', () => {
    for (const { stone, options } of examples.sound) {
      const made = corset.build(stone, options)
      const held = heldAt(heldStone(fullStone(stone)), made.stones[0]!)
      for (const wire of made.wires)
        for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.2)) {
          const ask = (p: Vec3) => held.nearest(p, { theta: NaN, phi: NaN })
          const { gap } = trueGapAt(at.p, sectionAt(wire, s, at.t), ask, 0.1)
          expect(gap).toBeGreaterThan(-0.05)
        }
      const fine = wireOf(made, 'lace')
      for (const part of fine.parts.filter((p) => p.kind === 'taut')) {
        // it touches at the edges alone: closely enough to meet them
        const gaps = stationsOf(fine.path, part.s0, part.s1, 0.03).map(
          ({ at }) => held.nearest(at.p, { theta: NaN, phi: NaN }).distance - fine.stock.size.mm / 2,
        )
        expect(Math.min(...gaps)).toBeLessThan(0.01)
      }
    }
  })

  it('mirrored bends mirror: both sides stand out alike on a straight crystal', () => {
    const made = corset.build(straight.stone, { ...straight.options, turns: 4, ends: 4 })
    const back = wireOf(made, 'back')
    const middles = [0, 1, 2, 3, 4, 5].map((i) => {
      const { s0, s1 } = partOf(back, `lashed-${i}-right`)
      return pathAt(back.path, (s0 + s1) / 2).p
    })
    for (const p of middles) expect(Math.abs(p[0])).toBeCloseTo(Math.abs(middles[0]![0]), 6)
    expect(dist(middles[0]!, middles[2]!)).toBeCloseTo(dist(middles[1]!, middles[3]!), 6)
  })

  it('refuses what it cannot lace, each in its own words', () => {
    const codes = (stone: Stone) => corset.fits(stone).map((f) => f.code)
    expect(codes({ ...box, kind: 'cabochon', outline: 'oval', width: 20, depth: 7 })).toEqual([
      'corset-back.no-shaft',
    ])
    expect(codes({ ...box, width: 28, baseWidth: 28, shoulderWidth: 28 })).toEqual(['corset-back.short'])
    expect(corset.fits(box, { ...chosen, bends: 14 }).map((f) => f.code)).toContain('corset-back.bends-crowd')
    expect(corset.fits(box, { ...chosen, ends: 8, lace: '24 AWG', reach: 0.7 }).map((f) => f.code)).toContain(
      'corset-back.turns-crowd',
    )
    // a bend of one radius has no inner side left for lacing as thick as itself
    for (const back of ['bends', 'closed loops'])
      expect(
        corset.fits(box, { ...chosen, back, size: '22 AWG', lace: '22 AWG' }).map((f) => f.code),
      ).not.toEqual([])
    expect(corset.fits(box, { ...chosen, reach: 0.3 }).map((f) => f.code)).toContain(
      'corset-back.no-room-for-lace',
    )
  })
})

describe('a corset back of two legs', () => {
  const options: Options = { ...chosen, back: 'closed loops', bends: 8, neck: 5, bail: 5 }
  const design = corset.build(box, options)
  const back = wireOf(design, 'back')
  // bent two fifths over the limit of half-hard copper: 0.6 of a thickness inside
  const turn = 1.4 * (0.6 + 0.5) * size
  const inward = (turns: number) => {
    const taken = (turns * 1.05 * lace * turn) / (turn - (size + lace) / 2)
    return turn * (1 - Math.cos(taken / (2 * turn)))
  }
  const out = (turns: number) => 6 + 0.6 + size / 2 + inward(turns)
  const leg = out(1) - 2 * turn

  it('by hand: four loops a side share what the shaft leaves, and the legs go up where the smallest can be bent', () => {
    for (const side of ['left', 'right']) {
      expect(lengthOf(back, `up-0-${side}`)).toBeCloseTo(2.5, 9)
      for (const row of [1, 2, 3]) expect(lengthOf(back, `up-${row}-${side}`)).toBeCloseTo(5, 9)
      const { s0, s1 } = partOf(back, `up-2-${side}`)
      for (const s of [s0, s1]) expect(Math.abs(pathAt(back.path, s).p[0])).toBeCloseTo(leg, 4)
    }
  })

  it('by hand: a loop is a circle as wide as its turns ask, and climbs by the thickness of its wire', () => {
    // the first on the right and the last on the left take more turns, and reach farther
    for (const [i, side, turns] of [
      [0, 'right', 4],
      [1, 'left', 1],
      [4, 'right', 1],
      [7, 'left', 4],
    ] as const) {
      const radius = (out(turns) - leg) / 2
      const round = 2 * Math.PI * radius
      const whole = ['in', 'lashed', 'out'].reduce((sum, k) => sum + lengthOf(back, `${k}-${i}-${side}`), 0)
      expect(whole / (round + (0.6 * (1.02 * size) ** 2) / round)).toBeCloseTo(1, 3)
      const { s0, s1 } = partOf(back, `lashed-${i}-${side}`)
      const { p } = pathAt(back.path, (s0 + s1) / 2)
      expect(p[0]).toBeCloseTo((side === 'right' ? 1 : -1) * out(turns), 3)
    }
  })

  it('both legs end side by side above the middle, and its stirrup stands in the middle before the foot', () => {
    const { s0, s1 } = partOf(back, 'neck-right')
    expect(s1 - s0).toBeCloseTo(5, 9)
    const [right, left] = ['right', 'left'].map((side) => {
      const part = partOf(back, `neck-${side}`)
      return pathAt(back.path, (part.s0 + part.s1) / 2).p
    }) as [Vec3, Vec3]
    ;[size / 2, -size / 2].forEach((x, i) => expect([right, left][i]![0]).toBeCloseTo(x, 3))
    expect(dist([right[0] - size, right[1], right[2]], left)).toBeLessThan(1e-3)
    const middle = pathAt(back.path, back.anchor).p
    expect(middle[0]).toBeCloseTo(0, 9)
    expect(middle[2]).toBeGreaterThan(4.5)
    expect(middle[1]).toBeCloseTo(pathAt(back.path, partOf(back, 'tip-right').s0).p[1] + turn, 4)
  })

  it('an odd number of bends is made even, and its loops share the same shaft', () => {
    for (const [bends, rows] of [
      [7, 4],
      [5, 3],
      [3, 2],
    ] as const) {
      const odd = wireOf(corset.build(box, { ...options, bends }), 'back')
      expect(odd.parts.filter((p) => p.kind === 'lashed')).toHaveLength(2 * rows)
      expect(lengthOf(odd, 'up-1-right')).toBeCloseTo(20 / rows, 9)
      expect(lengthOf(odd, 'up-0-right')).toBeCloseTo(10 / rows, 9)
    }
  })
})

describe('a stone hung by its other end', () => {
  const slab: Stone = {
    kind: 'slab',
    outline: 'oval',
    length: 40,
    width: 14,
    depth: 6,
    edge: 1,
    mineral: 'agate',
  }

  it('that looks alike both ways is set alike', () => {
    const [up, down] = ['top up', 'top down'].map((hung) => corset.build(slab, { ...chosen, hung }))
    expect(down!.stones).toEqual([{ id: 'stone', of: 0, turn: [0, 0, 180], shift: [0, 0, 0] }])
    for (const wire of up!.wires) {
      const other = wireOf(down!, wire.id)
      const length = pathLength(wire.path)
      expect(pathLength(other.path) / length).toBeCloseTo(1, 4)
      for (let s = 0; s <= length; s += length / 60)
        expect(dist(pathAt(wire.path, s).p, pathAt(other.path, s).p)).toBeLessThan(0.02)
    }
  })

  it('with its point down: the shaft that is laced lies above the point, and the back’s top over its base', () => {
    const options: Options = { ...chosen, hung: 'top down', foot: 'coil', coil: 5 }
    const design = corset.build(box, options)
    const back = wireOf(design, 'back')
    // the lowest bend stands 3 mm above the shaft’s end, that 5 mm above the point
    const { s0, s1 } = partOf(back, 'lashed-0-right')
    expect(pathAt(back.path, (s0 + s1) / 2).p[1]).toBeCloseTo(-16 + 5 + 3 + radiusOf(5), 3)
    // past its bend it is cranked down onto the base
    const top = partOf(back, 'down-to-it-right')
    expect(pathAt(back.path, top.s1).p[1]).toBeCloseTo(16 + 0.05 + size / 2, 3)
    expect(design.hang![1]).toBeGreaterThan(16)
  })
  const radiusOf = (bends: number): number => (27 - 3 - 4) / (2 * bends)
})

describe('a coil under the foot', () => {
  const options: Options = { ...chosen, foot: 'coil', coil: 5, low: 5 }
  const design = corset.build(box, options)
  const back = wireOf(design, 'back')
  const middle = (i: number) => {
    const { s0, s1 } = partOf(back, `coil-${i}-left`)
    return stationsOf(back.path, s0, s1, 0.2).map((x) => x.at.p)
  }

  it('by hand: two rounds of its radius, level, the upper one a hair under a flat foot', () => {
    const radius = (5 + size) / 2
    const [upper, lower] = [middle(0), middle(1)]
    for (const p of [...upper, ...lower]) expect(Math.hypot(p[0], p[2])).toBeCloseTo(radius, 2)
    const highest = Math.max(...upper.map((p) => p[1]))
    expect(highest).toBeCloseTo(-16 - 0.05 - size / 2, 3)
    // one under the other without standing in it
    for (const a of upper.slice(0, -12))
      for (const b of lower.slice(0, 4)) expect(dist(a, b)).toBeGreaterThan(0.95 * size)
  })

  it('a point stands in it where it is as wide, and does not pass', () => {
    const held = heldStone(fullStone(point.stone))
    const turned = corset.build(point.stone, { ...point.options, hung: 'top down', foot: 'coil', coil: 5 })
    const wire = wireOf(turned, 'back')
    const { s0, s1 } = partOf(wire, 'coil-0-left')
    const gaps = stationsOf(wire.path, s0, s1, 0.1).map(({ at: { p } }) => {
      // asked in the stone’s own frame: it hangs by its other end
      const own: Vec3 = [-p[0], -p[1], p[2]]
      return held.nearest(own, { theta: NaN, phi: NaN }).distance - size / 2
    })
    expect(Math.min(...gaps)).toBeGreaterThan(-0.02)
    expect(Math.min(...gaps)).toBeLessThan(0.35)
  })
})

describe('hammered bends', () => {
  it('by hand: flat with round edges, of the same section as the round wire', () => {
    for (const [hammer, left] of [
      ['a little', 0.85],
      ['flat', 0.65],
    ] as const) {
      const outputs = corset.outputs(box, { ...chosen, hammer })
      const of = (id: string) => numberOf(outputs.find((o) => o.id === id)!.quantity)
      const [thin, wide] = [of('hammeredThin'), of('hammeredWide')]
      expect(thin).toBeCloseTo(left * size, 9)
      expect(thin * (wide - thin) + (Math.PI / 4) * thin ** 2).toBeCloseTo((Math.PI / 4) * size ** 2, 9)
    }
    const steps = (hammer: string) => corset.build(box, { ...chosen, hammer }).operations.map((o) => o.id)
    expect(steps('no')).not.toContain('hammer')
    // before the stone is tried, and never with it in
    const flat = steps('flat')
    expect(flat.indexOf('hammer')).toBeLessThan(flat.indexOf('seat'))
    expect(flat.indexOf('hammer')).toBeGreaterThan(flat.indexOf('bend-back'))
  })
})
