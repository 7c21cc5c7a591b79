import { massProperties, type Vec3 } from '../geom/index'
import { movePath } from '../path/index'
import { fullStone, shapeOf } from '../stone/index'
import { bareDesign, ball, claws, cone, holdFor, hoop, rail, type BareWire } from '../testingDesigns'
import { alloy, section } from '../wire/index'
import {
  DIRECTIONS,
  heldMesh,
  pushOut,
  settingOf,
  SPHERE,
  stationsOfDesign,
  walkIn,
  WAYS,
  type Held,
} from './index'

const setting = (wires: readonly BareWire[], held: Held, spacing?: number) =>
  settingOf(bareDesign(wires), held, spacing)
const outcome = (wires: readonly BareWire[], held: Held, d: Vec3) => walkIn(setting(wires, held), d).outcome
const way = (id: string): Vec3 => DIRECTIONS.find((x) => x.id === id)!.d

describe('directions', () => {
  it('26 ways and 162 on the sphere, all of length 1, all different, in opposite pairs', () => {
    expect(WAYS.length).toBe(26)
    expect(SPHERE.ways.length).toBe(162)
    expect(SPHERE.faces.length).toBe(320)
    for (const list of [WAYS, SPHERE.ways]) {
      expect(new Set(list.map((d) => d.map((v) => v.toFixed(4)).join())).size).toBe(list.length)
      for (const d of list) {
        expect(Math.hypot(...d)).toBeCloseTo(1, 9)
        expect(list.some((e) => Math.hypot(e[0] + d[0], e[1] + d[1], e[2] + d[2]) < 1e-6)).toBe(true)
      }
    }
  })
})

describe('a sphere between two hoops', () => {
  /** Two hoops of inside diameter `inside`, as far apart as touches the ball and so much more. */
  const hoops = (R: number, inside: number, d: number, play = 0): BareWire[] => {
    const r = inside / 2 + d / 2
    const half = r < R + d / 2 ? Math.sqrt((R + d / 2) ** 2 - r ** 2) : 2
    return [hoop('upper', r, half + play / 2), hoop('lower', r, -half - play / 2)]
  }

  it('narrower than it: caught; the spacing is the closed form of the sizes', () => {
    // R 6, d 1: 9.5 inside stand 7.66 apart
    const s = setting(hoops(6, 9.5, 1), ball(6))
    const h = holdFor(s, 2)
    expect(h.caught).toBe(true)
    expect(h.rattle).toBeLessThan(0.05)
    expect(h.contacts.length).toBeGreaterThan(10)
  })

  it('wider: it slips out both ways', () => {
    const wide = hoops(6, 12.4, 1)
    expect(outcome(wide, ball(6), way('front'))).toBe('out')
    expect(outcome(wide, ball(6), way('back'))).toBe('out')
  })

  it('set apart they let it rattle by half of that each way', () => {
    const walked = walkIn(setting(hoops(6, 9.5, 1, 0.6), ball(6)), way('front'))
    expect(walked.outcome).toBe('caught')
    expect(walked.travel).toBeCloseTo(0.3, 1)
  })

  it('turns freely: its force hangs on no moment', () => {
    const s = setting(hoops(6, 9.5, 1), ball(6))
    const h = holdFor(s, 2)
    expect(Number.isFinite(h.force)).toBe(true)
    expect(h.force).toBeGreaterThan(0)
    // mirror images hold alike
    expect(h.directions[0]!.force / h.directions[1]!.force).toBeCloseTo(1, 2)
  })

  it('does not hang on how finely the wires are followed: 16 to 1024 contacts a hoop, within 2.5 %', () => {
    const round = 2 * Math.PI * 5.25
    const checks = [16, 32, 64, 128, 256, 512, 1024].map((n) =>
      holdFor(setting(hoops(6, 9.5, 1), ball(6), round / n), 2),
    )
    const finest = checks[checks.length - 1]!
    for (const h of checks) {
      expect(h.caught).toBe(true)
      expect(Math.abs(h.force / finest.force - 1)).toBeLessThan(0.025)
      h.directions.forEach((d, i) =>
        expect(Math.abs(d.force / finest.directions[i]!.force - 1)).toBeLessThan(0.025),
      )
    }
  })
})

describe('a ball in three rings about its axes', () => {
  it('is held in all 162 ways, with and without play', () => {
    const rings = (play: number): BareWire[] => {
      const r = 6 + 0.5 + play
      const turned = (id: string, to: (p: Vec3) => Vec3): BareWire => {
        const plain = hoop(id, r, 0)
        return { ...plain, id, path: movePath(plain.path, to, to) }
      }
      return [
        turned('across', (p) => p),
        turned('along', ([x, y, z]) => [z, x, y]),
        turned('upright', ([x, y, z]) => [y, z, x]),
      ]
    }
    for (const play of [0, 0.05]) {
      const s = setting(rings(play), ball(6))
      const h = holdFor(s, 2)
      expect([h.caught, h.undecided]).toEqual([true, false])
      for (const force of h.sphere) expect(force).toBeGreaterThan(0)
    }
  })
})

describe('a ball in claws', () => {
  it('pulled up: three times Mp over the finger’s length, by the sine of where they touch', () => {
    for (const [height, long] of [
      [30, 8],
      [50, 8],
      [30, 12],
    ] as const) {
      const s = setting(claws(5, 1, height, long), ball(5), 0.25)
      const walked = walkIn(s, way('front'))
      expect(walked.outcome).toBe('caught')
      const h = holdFor(s, 1)
      const mp = section('round', 1).plastic * alloy('copper').yield['half hard'][0]
      const closed = (3 * mp * Math.sin((height * Math.PI) / 180)) / long
      // wires within 0.02 mm touch: the nearest of them stands up to half a millimetre nearer the clamp
      expect(h.directions[0]!.force / closed).toBeGreaterThan(0.97)
      expect(h.directions[0]!.force / closed).toBeLessThan(long / (long - 0.9))
    }
  })

  it('twice as thick at the same place: eight times the force', () => {
    const force = (size: number) =>
      holdFor(setting(claws(5, size, 40, 10), ball(5), 0.25), 1).directions[0]!.force
    expect(force(1.2) / force(0.6)).toBeGreaterThan(7.2)
    expect(force(1.2) / force(0.6)).toBeLessThan(8.8)
  })

  it('is free downward, where nothing is; and one claw alone catches nothing', () => {
    expect(outcome(claws(5, 1, 30, 8), ball(5), way('back'))).toBe('out')
    expect(outcome(claws(5, 1, 30, 8, 1), ball(5), [0.7071, 0, 0.7071])).toBe('out')
  })
})

describe('windows and channels', () => {
  it('four stops: a window wider than the ball lets it through, a narrower one does not', () => {
    const stops = (half: number): BareWire[] => [
      rail('left', [-half - 0.5, -20, 6], [-half - 0.5, 20, 6]),
      rail('right', [half + 0.5, -20, 6], [half + 0.5, 20, 6]),
      rail('below', [-20, -half - 0.5, 7], [20, -half - 0.5, 7]),
      rail('above', [-20, half + 0.5, 7], [20, half + 0.5, 7]),
    ]
    expect(outcome(stops(5.2), ball(5), way('front'))).toBe('out')
    expect(outcome(stops(4.2), ball(5), way('front'))).toBe('caught')
  })

  it('a ball in a channel of four rails is free along it, and stopped across', () => {
    const r = 3.6
    const channel = [
      [r, r],
      [r, -r],
      [-r, r],
      [-r, -r],
    ].map(([x, z], i) => rail(`rail-${i}`, [x!, -30, z!], [x!, 30, z!]))
    // rails touch the ball at 45 degrees: their middles stand R + d/2 from its axis
    const held = ball(Math.hypot(r, r) - 0.5)
    const h = holdFor(setting(channel, held), 1)
    const by = (id: string) => h.directions.find((d) => d.id === id)!
    expect(by('up').outcome).toBe('out')
    expect(by('down').outcome).toBe('out')
    for (const id of ['left', 'right', 'front', 'back']) expect(by(id).outcome).toBe('caught')
    expect(h.verdict).toBe('fails')
  })
})

describe('a tapered crystal in wraps', () => {
  /** Rings that lie on the taper at two heights. */
  const wraps = (thin: number, thick: number, length: number): BareWire[] =>
    [-0.25, 0.25].map((at, k) => {
      const y = at * length
      const slope = (thick - thin) / length
      const r = (thin + thick) / 2 + slope * y + 0.5 * Math.hypot(1, slope)
      return hoop(`wrap-${k}`, r, y, 'y')
    })

  it('leaves toward its thick end, and is stopped by the taper toward the thin one', () => {
    const held = cone(3, 6, 24)
    expect(outcome(wraps(3, 6, 24), held, way('up'))).toBe('out')
    expect(outcome(wraps(3, 6, 24), held, way('down'))).toBe('caught')
  })

  it('without taper it leaves both ways', () => {
    const held = cone(4, 4, 24)
    expect(outcome(wraps(4, 4, 24), held, way('up'))).toBe('out')
    expect(outcome(wraps(4, 4, 24), held, way('down'))).toBe('out')
  })
})

describe('a taut wire', () => {
  /** Two wires that cross over a ball, each straight down on both sides to its anchors: four legs. */
  const over = (more: Partial<BareWire>, R = 5): BareWire[] => {
    const r = R + (more.size ? 0.5 : 0.25)
    return (
      [
        [1, 0, 0],
        [0, 1, 0],
      ] as const
    ).map((x, k): BareWire => ({
      id: `over-${k}`,
      size: '0.5 metric',
      path: {
        segments: [
          { kind: 'line', from: [x[0] * r, x[1] * r, -8], to: [x[0] * r, x[1] * r, 0] },
          { kind: 'arc', centre: [0, 0, 0], x, y: [0, 0, 1], radius: r, sweep: Math.PI },
          { kind: 'line', from: [-x[0] * r, -x[1] * r, 0], to: [-x[0] * r, -x[1] * r, -8] },
        ],
      },
      bound: [
        [0, 0.4],
        [8 + Math.PI * r + 7.6, 16 + Math.PI * r],
      ],
      ...more,
    }))
  }
  // it is taut between its two joints
  const taut = { taut: true }

  it('is a cable: its two legs bear twice its tension, many times what it bears as a beam', () => {
    const pull = (section('round', 0.5).area * alloy('copper').yield['half hard'][0]) as number
    const force = (more: Partial<BareWire>) => holdFor(setting(over(more), ball(5)), 1).directions[0]!.force
    expect(force(taut) / (4 * pull)).toBeCloseTo(1, 1)
    expect(force(taut)).toBeGreaterThan(5 * force({}))
    // a joint that slips sooner ends it
    expect(force({ ...taut, slip: 10 }) / 40).toBeCloseTo(1, 1)
    // square law: twice as thick bears four times
    const thick = holdFor(setting(over({ ...taut, size: '1.0 metric' }), ball(5)), 1).directions[0]!.force
    expect(thick / force(taut)).toBeCloseTo(4, 0)
  })
})

describe('one taut wire over a ball twice', () => {
  const R = 5
  const r = R + 0.25
  const leg = 8
  /** Over it along x, under a corner, and over it along y. */
  const points: Vec3[] = [
    [-r, 0, -leg],
    [0, -r, -leg],
  ]
  const half = (x: Vec3) => [
    { kind: 'line' as const, from: [x[0] * r, x[1] * r, -leg] as Vec3, to: [x[0] * r, x[1] * r, 0] as Vec3 },
    { kind: 'arc' as const, centre: [0, 0, 0] as Vec3, x, y: [0, 0, 1] as Vec3, radius: r, sweep: Math.PI },
    {
      kind: 'line' as const,
      from: [-x[0] * r, -x[1] * r, 0] as Vec3,
      to: [-x[0] * r, -x[1] * r, -leg] as Vec3,
    },
  ]
  const over = 2 * leg + Math.PI * r
  const between = Math.SQRT2 * r
  const wire: BareWire = {
    id: 'lace',
    size: '0.5 metric',
    taut: true,
    path: {
      segments: [...half([1, 0, 0]), { kind: 'line', from: points[0]!, to: points[1]! }, ...half([0, -1, 0])],
    },
    bound: [
      [0, 0.4],
      [over - 0.4, over + between + 0.4],
      [2 * over + between - 0.4, 2 * over + between],
    ],
  }
  const pull = (section('round', 0.5).area * alloy('copper').yield['half hard'][0]) as number
  const forward = (ends: number, middle: number): number => {
    const design = bareDesign([wire])
    const joints = design.joints.map((j, i) => ({ ...j, slip: i === 1 ? middle : ends }))
    return holdFor(settingOf({ ...design, joints }, ball(R)), 1).directions[0]!.force
  }

  it('bears one tension all along, whatever the turns between hold: four legs of it', () => {
    expect(forward(1000, 0.01) / (4 * pull)).toBeCloseTo(1, 1)
    // turns that hold do not make it more
    expect(forward(1000, 1000) / (4 * pull)).toBeCloseTo(1, 1)
  })

  it('ends where its ends slip, and what the turns between hold comes to that', () => {
    expect(forward(5, 0.01) / (4 * 5)).toBeCloseTo(1, 1)
    expect(forward(5, 2) / (4 * 7)).toBeCloseTo(1, 1)
  })

  it('a stiff wire does not hinge where few turns of a fine one are wound on it', () => {
    const bar: BareWire = {
      id: 'bar',
      path: { segments: [{ kind: 'line', from: [-10, 0, 0], to: [10, 0, 0] }] },
      bound: [
        [0, 1],
        [19, 20],
      ],
      hold: 'pin',
    }
    const design = bareDesign([bar])
    const runs = {
      ...design,
      joints: design.joints.map((j) => ({
        ...j,
        members: j.members.map((m) => ({ ...m, runs: true as const })),
      })),
    }
    const ends = (d: typeof design) =>
      settingOf(d, ball(R))
        .spans.filter((s) => s.kind === 'span')
        .map((s) => [s.start, s.end])
    expect(ends(design)).toEqual([['pin', 'pin']])
    expect(ends(runs)).toEqual([['clamp', 'clamp']])
  })
})

describe('a stone with a hollow', () => {
  it('a wire in the notch of a heart is touched on both flanks: the stone does not go up', () => {
    const stone = fullStone({
      kind: 'slab',
      outline: 'heart',
      length: 22,
      width: 24,
      depth: 6,
      mineral: 'jasper',
    })
    const { index, mesh } = shapeOf(stone, 0.02)
    const held = heldMesh(index, massProperties(mesh).centre)
    // the highest place in the notch at which a wire of 1 mm just lies in it, found by going down
    let y = 12
    while (Math.min(...index.nearestAll([0, y, 0], 4).map((n) => n.distance)) > 0.505) y -= 0.005
    const s = setting([rail('pin', [0, y, -12], [0, y, 12])], held)
    const near = s.first.near.filter((t) => t.gap < 0.02)
    // both flanks, by normals that look to either side
    expect(near.some((t) => t.m[0] > 0.1)).toBe(true)
    expect(near.some((t) => t.m[0] < -0.1)).toBe(true)
    expect(walkIn(s, way('up')).outcome).toBe('caught')
    // pushed aside it rides over a flank and off; from the wire it goes freely
    expect(walkIn(s, way('left')).outcome).toBe('out')
    expect(walkIn(s, way('down')).outcome).toBe('out')
  })
})

describe('input that nothing can be said of', () => {
  const finite = (h: ReturnType<typeof holdFor>) => {
    for (const v of [h.force, h.timesWeight, h.rattle, ...h.sphere, ...h.arrow, ...h.turning])
      expect(Number.isNaN(v)).toBe(false)
    expect(h.verdict).toBe('fails')
  }
  it('no wire near the stone, a stone outside the wires, a wire without a joint: not caught, and no NaN', () => {
    finite(holdFor(setting([hoop('far', 50, 0)], ball(3)), 1))
    finite(holdFor(setting([hoop('hoop', 6, 0), hoop('other', 6, 8)], ball(3, [40, 0, 0])), 1))
    finite(holdFor(setting([{ ...hoop('loose', 6, 0), bound: [] }, hoop('far', 60, 0)], ball(3)), 1))
  })
  it('a stone without mass is held by any force: times its weight is infinite, not NaN', () => {
    const s = setting([hoop('upper', 5.25, 3.83), hoop('lower', 5.25, -3.83)], ball(6))
    expect(holdFor(s, 0).timesWeight).toBe(Infinity)
  })
})

describe('pushed out, wires giving', () => {
  it('a ball out of claws: what they bear where they reach far over it, a part of it where they spring open by the little that is asked', () => {
    const pushed = (height: number) => {
      const s = setting(claws(5, 1, height, 12), ball(5), 0.25)
      return { released: pushOut(s, walkIn(s, way('front')), 30), rigid: holdFor(s, 1).directions[0]!.force }
    }
    const deep = pushed(45)
    expect(deep.released.force / deep.rigid).toBeGreaterThan(0.7)
    expect(deep.released.force / deep.rigid).toBeLessThan(1.5)
    expect(deep.released.giving.length).toBe(3)
    expect(deep.released.way[0]!.travel).toBeLessThan(0.1)
    // a reach of 8 degrees: 0.05 mm to open, 3 EI/l³ each: about a fifth of what yields
    const shallow = pushed(8)
    expect(shallow.released.force).toBeLessThan(0.6 * shallow.rigid)
    expect(shallow.released.force).toBeGreaterThan(0)
  })

  it('spans between joints, inside them and beyond', () => {
    const { spans } = stationsOfDesign(
      bareDesign([
        rail('rail', [0, 0, 0], [20, 0, 0], {
          bound: [
            [4, 5],
            [12, 13],
          ],
        }),
      ]),
    )
    expect(spans.map((s) => [s.kind, s.start, s.end])).toEqual([
      ['free', 'free', 'clamp'],
      ['bound', 'clamp', 'clamp'],
      ['span', 'clamp', 'clamp'],
      ['bound', 'clamp', 'clamp'],
      ['free', 'clamp', 'free'],
    ])
  })
})
