import {
  alloy,
  ALLOYS,
  awg,
  bendingForce,
  equivalent,
  flowStress,
  lengthOnSpool,
  mandrelFor,
  nearestGauges,
  section,
  sectionAbout,
  springShare,
  sprungDiameter,
  swg,
  wireInTwist,
  workedThrough,
  worthOf,
  type BendAxis,
  type PlainWire,
  type Springy,
  type WireShape,
} from './index'

describe('gauges, against tables entered by hand', () => {
  // millimetres as printed in gauge tables, to a thousandth
  it.each([
    [0, 8.251],
    [4, 5.189],
    [8, 3.264],
    [10, 2.588],
    [12, 2.053],
    [14, 1.628],
    [16, 1.291],
    [18, 1.024],
    [20, 0.812],
    [21, 0.723],
    [22, 0.644],
    [24, 0.511],
    [26, 0.405],
    [28, 0.321],
    [30, 0.255],
    [36, 0.127],
  ])('AWG %d is %d mm', (n, mm) => expect(awg(n)).toBeCloseTo(mm, 3))

  it.each([
    [0, 8.23],
    [4, 5.893],
    [8, 4.064],
    [10, 3.251],
    [12, 2.642],
    [14, 2.032],
    [16, 1.626],
    [18, 1.219],
    [20, 0.914],
    [21, 0.813],
    [22, 0.711],
    [24, 0.559],
    [26, 0.457],
    [28, 0.376],
    [30, 0.315],
    [36, 0.193],
    [40, 0.122],
  ])('SWG %d is %d mm', (n, mm) => expect(swg(n)).toBeCloseTo(mm, 3))

  it('a bare gauge is ambiguous: the same thickness has two numbers', () => {
    expect(nearestGauges(0.9)).toEqual({
      awg: { n: 19, mm: expect.closeTo(0.912, 3) },
      swg: { n: 20, mm: expect.closeTo(0.914, 3) },
    })
    expect(nearestGauges(0.813)).toMatchObject({ awg: { n: 20 }, swg: { n: 21 } })
    expect(() => swg(20.5)).toThrow(RangeError)
    expect(() => swg(41)).toThrow(RangeError)
  })
})

/** Area, second moment and plastic modulus by adding up thin strips: the section given by its width at each height. */
function byStrips(low: number, high: number, widthAt: (y: number) => number) {
  const n = 200_000
  const h = (high - low) / n
  const ys = Array.from({ length: n }, (_, i) => low + (i + 0.5) * h)
  const dA = ys.map((y) => widthAt(y) * h)
  const area = dA.reduce((a, b) => a + b, 0)
  const middle = ys.reduce((sum, y, i) => sum + y * dA[i]!, 0) / area
  const inertia = ys.reduce((sum, y, i) => sum + (y - middle) ** 2 * dA[i]!, 0)
  let below = 0
  let k = 0
  while (below < area / 2) below += dA[k++]!
  const halves = ys[k]!
  const plastic = ys.reduce((sum, y, i) => sum + Math.abs(y - halves) * dA[i]!, 0)
  return { area, inertia, plastic }
}

describe('sections, against strips added up', () => {
  const cases: [string, WireShape, BendAxis, [number, number, (y: number) => number]][] = [
    ['round', { profile: 'round', size: 0.8 }, 'flat', [-0.4, 0.4, (y) => 2 * Math.sqrt(0.16 - y * y)]],
    ['square', { profile: 'square', size: 0.8 }, 'flat', [-0.4, 0.4, () => 0.8]],
    [
      'square over a corner',
      { profile: 'square', size: 0.8 },
      'corner',
      [-0.4 * Math.SQRT2, 0.4 * Math.SQRT2, (y) => 2 * (0.4 * Math.SQRT2 - Math.abs(y))],
    ],
    [
      'half-round over its flat',
      { profile: 'half-round', size: 1 },
      'flat',
      [0, 0.5, (y) => 2 * Math.sqrt(0.25 - y * y)],
    ],
    [
      'half-round sideways',
      { profile: 'half-round', size: 1 },
      'edge',
      [-0.5, 0.5, (y) => Math.sqrt(0.25 - y * y)],
    ],
    ['flat, the easy way', { profile: 'flat', width: 2, height: 0.5 }, 'flat', [-0.25, 0.25, () => 2]],
    ['flat, the hard way', { profile: 'flat', width: 2, height: 0.5 }, 'edge', [-1, 1, () => 0.5]],
  ]
  it.each(cases)('%s', (_, shape, axis, strips) => {
    const [made, counted] = [sectionAbout(shape, axis), byStrips(...strips)]
    for (const k of ['area', 'inertia', 'plastic'] as const) expect(made[k] / counted[k]).toBeCloseTo(1, 3)
    expect(made.thickness).toBeCloseTo(strips[1] - strips[0], 9)
  })

  it('agrees with what holding is computed with, and twisted wires are their strands', () => {
    for (const profile of ['round', 'square', 'half-round'] as const)
      for (const k of ['area', 'inertia', 'plastic'] as const)
        expect(sectionAbout({ profile, size: 0.9 })[k] / section(profile, 0.9)[k]).toBeCloseTo(1, 2)
    const pair = sectionAbout({ profile: 'twisted pair', size: 0.6, pitch: 4 })
    expect(pair.area).toBeCloseTo(2 * sectionAbout({ profile: 'round', size: 0.6 }).area, 12)
    expect(() => sectionAbout({ profile: 'flat', width: 0, height: 1 })).toThrow(RangeError)
    expect(() => sectionAbout({ profile: 'twisted pair', size: 1, pitch: Number.NaN })).toThrow(RangeError)
  })

  it('wire in a twisted pair is the helix that each strand runs, by chords', () => {
    const n = 100_000
    let sum = 0
    const at = (t: number) => [0.3 * Math.cos(t), 0.3 * Math.sin(t), (3 * t) / (2 * Math.PI)] as const
    for (let i = 0; i < n; i++) {
      const [p, q] = [at((2 * Math.PI * i) / n), at((2 * Math.PI * (i + 1)) / n)]
      sum += Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2])
    }
    expect(wireInTwist({ profile: 'twisted pair', size: 0.6, pitch: 3 }, 3)).toBeCloseTo(sum, 6)
    expect(() => wireInTwist({ profile: 'round', size: 1 }, 3)).toThrow(/not twisted/)
  })
})

/** Moment of an elastic, perfectly plastic section bent to a radius, by strips; sprung radius from 1/Rf = 1/Ri − M/(EI). */
function sprungByStrips({ section: kind, thickness: t, modulus: E, yield: sy }: Springy, radius: number) {
  const n = 20_000
  const h = t / n
  let [moment, inertia] = [0, 0]
  for (let i = 0; i < n; i++) {
    const y = -t / 2 + (i + 0.5) * h
    const width = kind === 'round' ? 2 * Math.sqrt(Math.max(0, (t * t) / 4 - y * y)) : 1
    const stress = Math.max(-sy, Math.min(sy, (E * y) / radius))
    moment += stress * y * width * h
    inertia += y * y * width * h
  }
  return 1 - (moment / (E * inertia)) * radius
}

describe('spring-back', () => {
  const wire = (section: Springy['section'], thickness: number, sy: number): Springy => ({
    section,
    thickness,
    modulus: 117_000,
    yield: sy,
  })

  it('the closed forms are the elastic-plastic moment, for both sections', () => {
    for (const kind of ['round', 'rectangular'] as const)
      for (const sy of [60, 180, 400])
        for (const R of [2, 9.4, 30, 60]) {
          const w = wire(kind, 0.8, sy)
          const x = (R * sy) / (w.modulus * w.thickness)
          if (x >= 0.5) expect(springShare(w, R)).toBe(0)
          else expect(springShare(w, R)).toBeCloseTo(sprungByStrips(w, R), 4)
        }
  })

  it('0.8 mm round on 18 mm: about 2 % at 60 MPa and 6 % at 180', () => {
    expect(100 * (1 - springShare(wire('round', 0.8, 60), 9.4))).toBeCloseTo(2, 0)
    expect(100 * (1 - springShare(wire('round', 0.8, 180), 9.4))).toBeCloseTo(6, 0)
  })

  it('there and back: the mandrel for a size gives that size', () => {
    for (const kind of ['round', 'rectangular'] as const)
      for (const t of [0.4, 0.8, 1.3])
        for (const sy of [60, 200, 450])
          for (const inside of [3, 10, 17.35, 60]) {
            const w = wire(kind, t, sy)
            const mandrel = mandrelFor(w, inside)
            expect(mandrel).toBeLessThan(inside)
            expect(sprungDiameter(w, mandrel)).toBeCloseTo(inside, 5)
          }
  })

  it('grows with radius and yield, falls with thickness; what stays elastic springs straight', () => {
    const share = (t: number, sy: number, R: number) => springShare(wire('round', t, sy), R)
    expect(share(0.8, 100, 20)).toBeLessThan(share(0.8, 100, 10))
    expect(share(0.8, 200, 10)).toBeLessThan(share(0.8, 100, 10))
    expect(share(1.2, 100, 10)).toBeGreaterThan(share(0.8, 100, 10))
    expect(sprungDiameter(wire('round', 0.4, 450), 400)).toBe(Infinity)
    expect(() => springShare(wire('round', 0, 100), 10)).toThrow(RangeError)
  })
})

describe('working a wire', () => {
  const copper = alloy('copper')
  const bend = { kind: 'bend', radius: 1 } as const
  const gentle = { kind: 'bend', radius: 4 } as const
  const back = { kind: 'straighten', radius: 4 } as const

  it('hardens from its yield, never softens but by heat, and says when it is about to crack', () => {
    for (const metal of ALLOYS)
      for (const temper of ['dead soft', 'half hard'] as const) {
        const many = workedThrough(
          metal,
          temper,
          0.8,
          Array.from({ length: 60 }, (_, i) => (i % 2 ? back : gentle)),
        )
        expect(flowStress(metal.yield[temper][0], metal.swift, 0)).toBeCloseTo(metal.yield[temper][0], 9)
        many.forEach((w, i) => {
          expect(w.yield[0]).toBeGreaterThan(i === 0 ? metal.yield[temper][0] : many[i - 1]!.yield[0])
          expect(w.spent).toBeGreaterThan(i === 0 ? 0 : many[i - 1]!.spent)
        })
        expect(many[0]!.state).toBe('still workable')
        expect(many[59]!.state).toBe('about to crack')
        // each state once, in order
        const states = many.map((w) => w.state).filter((s, i, all) => s !== all[i - 1])
        expect(states).toEqual(['still workable', 'getting hard', 'about to crack'])
      }
  })

  it('few sharp bends spend as much as many gentle ones; half hard less is left', () => {
    const spent = (radius: number, n: number, temper: 'dead soft' | 'half hard' = 'dead soft') =>
      workedThrough(
        copper,
        temper,
        0.8,
        Array.from({ length: n }, () => ({ kind: 'bend', radius }) as const),
      )[n - 1]!.spent
    expect(spent(1, 10)).toBeCloseTo(10 * spent(1, 1), 12)
    expect(spent(2, 1) / spent(1, 1)).toBeCloseTo(0.5 ** (1 / 0.6), 9)
    expect(spent(1, 3, 'half hard')).toBeGreaterThan(spent(1, 3))
  })

  it('hammering and twisting harden, heat begins anew', () => {
    const done = workedThrough(copper, 'half hard', 0.8, [
      { kind: 'hammer', by: 0.2 },
      { kind: 'twist', pitch: 3 },
      { kind: 'anneal' },
      bend,
    ])
    expect(done[1]!.yield[0]).toBeGreaterThan(done[0]!.yield[0])
    expect(done[2]).toMatchObject({ strain: 0, spent: 0, state: 'still workable' })
    expect(done[2]!.yield[0]).toBeCloseTo(copper.yield['dead soft'][0], 9)
    expect(done[3]!.yield[0]).toBeLessThan(done[1]!.yield[0])
    for (const bad of [
      { kind: 'bend', radius: 0 },
      { kind: 'hammer', by: 1 },
      { kind: 'twist', pitch: -1 },
    ] as const)
      expect(() => workedThrough(copper, 'dead soft', 0.8, [bad])).toThrow(RangeError)
  })
})

describe('handling', () => {
  it('force to bend is the plastic moment over the lever, and goes with the cube of the size', () => {
    const soft = bendingForce({ profile: 'round', size: 1 }, 'copper', 'dead soft')
    expect(soft.hand[0]).toBeCloseTo(45 / 6 / 25, 9)
    const thick = bendingForce({ profile: 'round', size: 2 }, 'copper', 'dead soft')
    expect(thick.hand[1] / soft.hand[1]).toBeCloseTo(8, 9)
    expect(thick.pliers[0]).toBeLessThan(thick.hand[0])
    expect(soft.felt).toBe('easy with the fingers')
    expect(bendingForce({ profile: 'round', size: 3 }, 'stainless steel', 'half hard').felt).toBe(
      'too stiff to bend by hand',
    )
  })

  it('an equivalent is worth the same, and the way back leads home', () => {
    const wire: PlainWire = { profile: 'round', size: 0.8, alloy: 'copper', temper: 'half hard' }
    for (const like of ['stiffness', 'strength', 'weight'] as const)
      for (const profile of ['round', 'square', 'half-round'] as const)
        for (const metal of ['brass', 'sterling silver', 'aluminium'] as const) {
          const other = { profile, alloy: metal, temper: 'dead soft' } as const
          const { exact, sold, ratio } = equivalent(wire, other, like)
          expect(worthOf({ ...other, size: exact }, like) / worthOf(wire, like)).toBeCloseTo(1, 9)
          const back = equivalent({ ...other, size: exact }, wire, like)
          expect(back.exact).toBeCloseTo(0.8, 9)
          expect(ratio).toBeCloseTo(worthOf({ ...other, size: sold.mm }, like) / worthOf(wire, like), 9)
          expect(ratio).toBeGreaterThan(0.4)
          expect(ratio).toBeLessThan(2.5)
        }
    // a square as stiff as a round: (3π/16)^(1/4) of its thickness
    expect(equivalent(wire, { ...wire, profile: 'square' }, 'stiffness').exact).toBeCloseTo(
      0.8 * ((3 * Math.PI) / 16) ** 0.25,
      9,
    )
  })

  it('length on a spool: 1 kg of 0.8 mm copper is about 222 m', () => {
    const kilo = { mass: 1000, empty: 0, shape: { profile: 'round', size: 0.8 }, alloy: 'copper' } as const
    expect(lengthOnSpool(kilo) / 1000).toBeCloseTo(1000 / ((Math.PI / 4) * 0.64 * 8.96), 6)
    expect(lengthOnSpool({ ...kilo, mass: 250, empty: 250 })).toBe(0)
    expect(() => lengthOnSpool({ ...kilo, mass: 30, empty: 40 })).toThrow(/weighs 40 g empty/)
  })
})
