import { gapAt, sectionAt } from '../../design/index'
import { convexHull, dist, perimeter } from '../../geom/index'
import { pathAt, pathLength, stationsOf } from '../../path/index'
import { fullStone, solidOf } from '../../stone/index'
import { DEFAULT_SETTINGS, plan, planHold } from '../../plan/index'
import { FRAME, OVAL } from '../../testing'
import { parseWeave, strandsOf } from '../../weave/index'
import { family as boundFrame } from './index'
import { FOOT_BINDS, wovenFoot } from './wovenFoot'

describe('outer wires twisted', () => {
  const TWISTED = { ...FRAME, wires: 4, twist: 'open', tail: 0 }

  it('the front and the rear, in opposite senses, as wide as across their corners; those between stay square', () => {
    const design = boundFrame.build(OVAL, TWISTED)
    const senses = design.wires.map((w) => w.twist?.sense)
    expect(senses).toEqual([-1, undefined, undefined, 1])
    expect(design.wires[0]!.twist!.pitch).toBeCloseTo(8 * 0.812, 2)
    // by hand: 0.812 × √2 = 1.148; heights from the middle of a stack of 2 × 1.148 + 2 × 0.812 = 3.921
    const z = design.wires.map((w) => pathAt(w.path, w.anchor).p[2])
    expect(z).toEqual([-1.386, -0.406, 0.406, 1.386].map((v) => expect.closeTo(v, 2) as number))
    const stack = boundFrame.outputs(OVAL, TWISTED).find((o) => o.id === 'stack')!
    expect(Number(stack.quantity.value)).toBeCloseTo(3.92, 2)
  })

  it('a turn of binding is the taut string round its bundle', () => {
    const hull = (id: string) => Number(boundFrame.joints(OVAL, TWISTED)[id]!.hull!.value)
    // independent: the hull of points on both twisted wires' circles, two wires wide at the neck
    const string = (xs: readonly number[]) => {
      const points = xs.flatMap((x) =>
        [-1.3864, 1.3864].flatMap((y) =>
          Array.from({ length: 720 }, (_, k): [number, number] => [
            x + 0.5742 * Math.cos((k * Math.PI) / 360),
            y + 0.5742 * Math.sin((k * Math.PI) / 360),
          ]),
        ),
      )
      return perimeter(convexHull(points))
    }
    expect(hull('foot')).toBeCloseTo(string([0]), 2)
    expect(hull('neck')).toBeCloseTo(string([-0.5742, 0.5742]), 2)
    expect(boundFrame.joints(OVAL, { ...TWISTED, twist: 'no' }).foot!.hull).toBeUndefined()
  })

  it('a twist of round wire is no twist, and a twisted frame carries as much as the square wire it is made of', () => {
    expect(boundFrame.build(OVAL, { ...TWISTED, profile: 'round' }).wires.every((w) => !w.twist)).toBe(true)
    const steps = (change: object) =>
      boundFrame.build(OVAL, { ...TWISTED, ...change }).operations.map((o) => o.id)
    expect(steps({})).toContain('twist')
    expect(steps({ twist: 'no' })).not.toContain('twist')
    const carried = (twist: string) => {
      const options = { ...TWISTED, size: '26 AWG', temper: 'dead soft', twist }
      const found = boundFrame.review(OVAL, options)
      return Number(found.find((f) => f.code === 'bound-frame.too-light')!.values.carried)
    }
    // it goes round farther out, by a fifth of a thickness
    expect(carried('open') / carried('no')).toBeGreaterThan(0.95)
    expect(carried('open') / carried('no')).toBeLessThan(1)
  })
})

describe('a bead above the stone', () => {
  const WITH = {
    ...FRAME,
    bead: 4,
    tail: 0,
    leave: 40,
    foot: 5,
    frontBends: [3.2, 8.8],
    backBends: [3.2, 8.8],
  }
  const design = boundFrame.build(OVAL, WITH)
  const bead = design.accents[0]!
  const solid = solidOf(fullStone(OVAL))

  it('stands in nothing: neither stone nor any wire, and touches one of them', () => {
    expect(boundFrame.fits(OVAL, WITH).map((f) => f.code)).toEqual([])
    let least = solid.nearest(...bead.centre).distance
    for (const wire of design.wires.filter((w) => w.id !== 'bead'))
      for (const { s, at } of stationsOf(wire.path, 0, pathLength(wire.path), 0.1)) {
        const [u, v] = sectionAt(wire, s, at.t).axes
        const to = at.p.map((x, k) => bead.centre[k]! - x) as [number, number, number]
        // nearest point of the square section to the bead's middle
        const clamp = (n: readonly number[]) =>
          Math.max(-0.406, Math.min(0.406, to[0] * n[0]! + to[1] * n[1]! + to[2] * n[2]!))
        const [a, b] = [clamp(u), clamp(v)]
        least = Math.min(least, Math.hypot(...to.map((x, k) => x - a * u[k]! - b * v[k]!)))
      }
    expect(least).toBeGreaterThan(2)
    expect(least).toBeLessThan(2.4)
  })

  it('its wire goes through its middle, and is the sum of its parts on both sides alike', () => {
    const wire = design.wires.find((w) => w.id === 'bead')!
    const { p, t } = pathAt(wire.path, wire.anchor)
    expect(dist(p, bead.centre)).toBeLessThan(1e-9)
    expect(Math.abs(t[0])).toBeCloseTo(1, 9)
    const half = boundFrame.halves(OVAL, WITH).bead!
    expect(half.left.map((x) => x.quantity.value)).toEqual(half.right.map((x) => x.quantity.value))
  })

  it('hides of the face what its disc lies before, and says what is too small or has no place', () => {
    const face = (options: object) =>
      Number(boundFrame.outputs(OVAL, options as never).find((o) => o.id === 'face')!.quantity.value)
    let before = 0
    const n = 400
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const [u, v] = [((i + 0.5) / n) * 4 - 2, bead.centre[1] + ((j + 0.5) / n) * 4 - 2]
        const inBead = Math.hypot(u, v - bead.centre[1]) < 2
        if (inBead && (u / 11) ** 2 + (v / 15) ** 2 < 1) before++
      }
    const share = (before * (4 / n) ** 2 * 100) / (Math.PI * 11 * 15)
    expect(face({ ...WITH, bead: 0 }) - face(WITH)).toBeCloseTo(share, 1)
    const review = (bead: number) => {
      const options = { ...WITH, bead }
      return boundFrame.review(OVAL, options).map((f) => f.code)
    }
    expect(review(1)).toContain('bound-frame.bead-slips')
    expect(review(10)).toContain('bound-frame.bead-crowds')
    expect(
      boundFrame.fits(OVAL, { ...WITH, leave: 20, neckRadius: 2, bindingSize: '18 AWG' }).map((f) => f.code),
    ).toContain('bound-frame.bead-no-room')
  })
})

describe('a ball on the shoulder', () => {
  const WITH = { ...FRAME, ball: 4, tail: 20, swirls: '2' }
  const design = boundFrame.build(OVAL, WITH)
  const ball = design.accents.find((a) => a.id === 'ball')!
  const front = design.wires.find((w) => w.id === 'front')!

  it('takes nothing from what holds the stone: it is borne as without it', () => {
    const pull = (options: typeof WITH) => {
      const made = plan({ stone: OVAL, family: 'bound-frame', options, settings: DEFAULT_SETTINGS })
      if (!made.ok) throw new Error(JSON.stringify(made.findings))
      return planHold(made.plan).hold
    }
    const [withBall, without] = [pull(WITH), pull({ ...WITH, ball: 0 })]
    expect(withBall.verdict).toBe(without.verdict)
    expect(withBall.force / without.force).toBeGreaterThan(0.9)
  })

  it('lies in turns of the front wire’s right end, clear of the stone and of the rest of the frame', () => {
    expect(boundFrame.fits(OVAL, WITH).map((f) => f.code)).toEqual([])
    const solid = solidOf(fullStone(OVAL))
    const coil = front.parts.filter((p) => p.kind === 'coil' || p.id === 'tied-right')
    for (const { s0, s1 } of coil)
      for (let s = s0; s <= s1; s += 0.2) {
        const { p, t } = pathAt(front.path, s)
        expect(dist(p, ball.centre)).toBeCloseTo(2 + 0.406, 2)
        expect(gapAt(p, solid.nearest(...p), sectionAt(front, s, t)).gap).toBeGreaterThan(0)
      }
    // nothing else comes into the sphere that the coil takes
    const [start] = [coil[0]!.s0]
    let least = Infinity
    for (const w of design.wires)
      for (const { s, at } of stationsOf(w.path, 0, pathLength(w.path), 0.1))
        if (w !== front || s < start - 6) least = Math.min(least, dist(at.p, ball.centre))
    expect(least).toBeGreaterThan(2 + 0.812 + 0.3)
  })

  it('its coil comes to the frame where it is tied, and its left end is a swirl as asked', () => {
    const tied = front.parts.find((p) => p.id === 'tied-right')!
    const middle = pathAt(front.path, (tied.s0 + tied.s1) / 2).p
    const shoulder = front.parts.filter((p) => /side|shoulder/.test(p.kind) && p.id.endsWith('right'))
    let least = Infinity
    for (const { s0, s1 } of shoulder)
      for (let s = s0; s < s1; s += 0.05) least = Math.min(least, dist(pathAt(front.path, s).p, middle))
    expect(least).toBeGreaterThan(0.8)
    expect(least).toBeLessThan(0.812 + 0.7)
    expect(front.parts.map((p) => p.id)).toContain('tail-left')
    const steps = design.operations.map((o) => o.id)
    for (const id of ['coil-ball', 'tie-ball', 'close-ball', 'curl-front']) expect(steps).toContain(id)
  })

  it('hides of the face what its coil lies before, and says what it cannot be combined with', () => {
    const face = (options: object) =>
      Number(boundFrame.outputs(OVAL, options as never).find((o) => o.id === 'face')!.quantity.value)
    let before = 0
    const n = 500
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const [u, v] = [((i + 0.5) / n) * 6 - 3, ((j + 0.5) / n) * 6 - 3]
        const [x, y] = [u + ball.centre[0], v + ball.centre[1]]
        if (Math.hypot(u, v) < 2.812 && (x / 11) ** 2 + (y / 15) ** 2 < 1) before++
      }
    const share = (before * (6 / n) ** 2 * 100) / (Math.PI * 11 * 15)
    expect(face({ ...WITH, ball: 0 }) - face(WITH)).toBeCloseTo(share, 1)
    const codes = (change: object) => boundFrame.fits(OVAL, { ...WITH, ...change }).map((f) => f.code)
    expect(codes({ tailOver: '2' })).toContain('bound-frame.ball-and-tail')
    expect(codes({ ball: 1 })).toContain('bound-frame.ball-no-room')
  })
})

describe('a woven foot', () => {
  const WOVEN = { ...FRAME, binding: 'round', bindingSize: '26 AWG', footBind: 'over and under' }
  const d = 0.405

  it('its wires stand apart by the weaving wire at the foot, and lie in their stack along the side', () => {
    const design = boundFrame.build(OVAL, WOVEN)
    const at = (s: (w: (typeof design.wires)[0]) => number) =>
      design.wires.map((w) => pathAt(w.path, s(w)).p[2])
    const foot = at((w) => w.anchor)
    expect(foot[1]! - foot[0]!).toBeCloseTo(0.812 + d, 2)
    expect(foot[2]! - foot[1]!).toBeCloseTo(0.812 + d, 2)
    const shoulder = at((w) => w.parts.find((p) => p.id === 'shoulder-right')!.s0)
    expect(shoulder[1]! - shoulder[0]!).toBeCloseTo(0.812, 3)
    // the outer wires are a little longer for it, the middle one is not
    const bound = boundFrame.build(OVAL, { ...WOVEN, footBind: 'bound' })
    const longer = design.wires.map((w, i) => pathLength(w.path) - pathLength(bound.wires[i]!.path))
    expect(longer[0]).toBeGreaterThan(0.02)
    expect(longer[1]).toBeCloseTo(0, 6)
    expect(longer[2]).toBeCloseTo(longer[0]!, 6)
  })

  it('by hand: rows over three wires, their number and wire', () => {
    const design = boundFrame.build(OVAL, WOVEN)
    const joint = design.joints.find((j) => j.id === 'foot')!
    // two rows a repeat, each its wire's thickness and three hundredths
    const repeats = Math.round(9 / (2 * d * 1.03))
    expect(joint.turns).toBe(2 * repeats)
    expect(joint.counted).toBe('pattern')
    const row = Number(boundFrame.joints(OVAL, WOVEN).foot!.turn!.value)
    // across: from one gap past three wires to the other, over and under each in turn, round the outer one: longer than straight across
    const across = 3 * 0.812 + 2 * d
    expect(row).toBeGreaterThan(across)
    expect(row).toBeLessThan(across + 3 * 2 * (0.812 + d))
    expect(boundFrame.joints(OVAL, { ...WOVEN, footBind: 'bound' }).foot!.turn).toBeUndefined()
  })

  it('every weave comes back to where it began, and no pass of it is gone when it is drawn taut', () => {
    for (const footBind of FOOT_BINDS.slice(1))
      for (const n of [2, 3, 4, 5, 6]) {
        const { repeat } = wovenFoot({ weave: footBind as 'slanted', wires: n, base: 0.8, weaver: d })
        const read = parseWeave(repeat, n)
        if (!read.ok) throw new Error(repeat)
        const [strand] = strandsOf(read.weave, { base: 0.8, weaver: d, packing: 1.05 })
        expect([repeat, strand!.closes, strand!.undone]).toEqual([repeat, true, false])
      }
  })

  it('wants round wire and plain frame wires, and has a step of its own', () => {
    const said = (change: object) => boundFrame.fits(OVAL, { ...WOVEN, ...change })
    expect(said({ foot: 6 }).map((f) => f.code)).toEqual([])
    const half = said({ foot: 6, binding: 'half-round' })
    expect(half.map((f) => [f.code, f.mend?.value])).toEqual([['bound-frame.weave-round', 'round']])
    expect(said({ twist: 'open' }).map((f) => f.code)).toContain('bound-frame.weave-twisted')
    const steps = boundFrame.build(OVAL, WOVEN).operations.map((o) => o.id)
    expect(steps).toContain('weave-foot')
    expect(steps).not.toContain('bind-foot')
  })
})
