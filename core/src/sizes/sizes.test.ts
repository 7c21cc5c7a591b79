import { fill } from '../finding/index'
import { knownFormulas } from '../plan/index'
import { seeded } from '../testing'
import { evaluate, isLeaf, numberOf, type Quantity } from '../working/index'
import {
  calculator,
  CALCULATORS,
  calculatorText,
  nearestTools,
  parseRingSize,
  ringAllowance,
  ringDiameter,
  ringSize,
  ringSizeName,
  RING_SYSTEMS,
  sizesText,
  startValues,
  type CalculatorField,
} from './index'

const FORMULAS = knownFormulas()

const run = (id: string, change: Record<string, number | string> = {}) => {
  const c = calculator(id)
  const found = c.work({ ...startValues(c), ...change }, [])
  return {
    codes: found.notes.map((n) => n.code.replace('sizes.', '')),
    of: (result: string) => {
      const r = found.results.find((x) => x.id === result)
      if (!r) throw new Error(`${id} has no ${result}`)
      return numberOf(r.quantity)
    },
  }
}

describe('ring sizes, against tables entered by hand', () => {
  // inside diameters as printed, to a tenth: published tables differ by about as much
  it.each([
    ['US', '3', 14.1],
    ['US', '5', 15.7],
    ['US', '6', 16.5],
    ['US', '7', 17.3],
    ['US', '8', 18.1],
    ['US', '9', 18.9],
    ['US', '10', 19.8],
    ['US', '12', 21.4],
    ['UK', 'F', 13.9],
    ['UK', 'J', 15.5],
    ['UK', 'L', 16.3],
    ['UK', 'N', 17.1],
    ['UK', 'P', 17.9],
    ['UK', 'T', 19.5],
    ['UK', 'Z', 21.9],
    ['ISO', '44', 14.0],
    ['ISO', '54', 17.2],
    ['ISO', '60', 19.1],
    ['Japan', '1', 13.0],
    ['Japan', '7', 15.0],
    ['Japan', '13', 17.0],
    ['Japan', '19', 19.0],
  ] as const)('%s %s is %d mm inside', (system, text, mm) => {
    const read = parseRingSize(system, text)
    if (!read.ok) throw new Error('not read')
    expect(Math.abs(ringDiameter(system, read.size) - mm)).toBeLessThanOrEqual(0.1)
  })

  it('reads sizes as they are written, and refuses what is none', () => {
    const size = (system: (typeof RING_SYSTEMS)[number], text: string) => {
      const read = parseRingSize(system, text)
      return read.ok ? read.size : read.problem
    }
    expect(size('US', '7 1/2')).toBe(7.5)
    expect(size('US', '7½')).toBe(7.5)
    expect(size('US', ' 6,25 ')).toBe(6.25)
    expect(size('UK', 'n')).toBe(13)
    expect(size('UK', 'N½')).toBe(13.5)
    expect(size('UK', 'Z+2')).toBe(27)
    expect(size('UK', '7')).toBe('not-a-size')
    expect(size('US', 'N')).toBe('not-a-size')
    expect(size('US', '99')).toBe('out-of-range')
    expect(size('ISO', '7')).toBe('out-of-range')
  })

  it('there and back in every system, and names that read back as themselves', () => {
    for (const system of RING_SYSTEMS)
      for (let inside = 13.5; inside < 22; inside += 0.37) {
        expect(ringDiameter(system, ringSize(system, inside))).toBeCloseTo(inside, 9)
        const name = ringSizeName(system, inside)
        const read = parseRingSize(system, name)
        if (!read.ok) throw new Error(`${system} ${name}`)
        // to half a step of its scale
        expect(Math.abs(ringDiameter(system, read.size) - inside)).toBeLessThan(0.21)
      }
  })

  it('a wide shank wants more, a narrow thin one nothing', () => {
    expect(ringAllowance({ width: 3, thickness: 1.2 })).toBe(0)
    expect(ringAllowance({ width: 10, thickness: 1.2 })).toBeCloseTo(0.5 * 0.8128, 9)
    expect(ringAllowance({ width: 7, thickness: 1.2 })).toBeLessThan(
      ringAllowance({ width: 9, thickness: 1.2 }),
    )
    expect(ringAllowance({ width: 3, thickness: 3.8 })).toBeCloseTo(0.2, 9)
  })
})

describe('calculators, against figures worked out by hand', () => {
  it('hoops for a sphere of 12 with 1 mm wire: 9.5 stand 7.66 apart, 11 stand 5.00', () => {
    expect(run('hoops').of('spacing')).toBeCloseTo(7.66, 2)
    expect(run('hoops', { hoop: 11 }).of('spacing')).toBeCloseTo(5, 2)
    expect(run('hoops', { hoop: 12 }).codes).toContain('hoop-too-wide')
    // each hoop touches the sphere: its wire’s middle is a sphere’s and a wire’s radius from the centre
    const spacing = run('hoops', { sphere: 20, wire: 1.3, hoop: 15 }).of('spacing')
    expect(Math.hypot(spacing / 2, 15 / 2 + 0.65)).toBeCloseTo(10.65, 9)
  })

  it('a bail that 4 mm pass, of 0.8 mm wires in two layers of 0.26', () => {
    const bail = run('bail', { ends: 0 })
    expect(bail.of('inside')).toBe(5)
    expect(bail.of('thickness')).toBeCloseTo(1.32, 9)
    expect(bail.of('strip')).toBeCloseTo(Math.PI * 6.32, 9)
  })

  it('a coil is its helix, by chords', () => {
    const coil = run('coil', { tails: 0 })
    const [R, lead, n] = [1.75, 0.5 * 1.03, 40_000]
    let turn = 0
    for (let i = 0; i < n; i++) {
      const a = (2 * Math.PI) / n
      turn += Math.hypot(
        R * (Math.cos(a * (i + 1)) - Math.cos(a * i)),
        R * (Math.sin(a * (i + 1)) - Math.sin(a * i)),
        lead / n,
      )
    }
    expect(coil.of('turn')).toBeCloseTo(turn, 6)
    expect(coil.of('wire')).toBeCloseTo(20 * turn, 4)
    expect(coil.of('height')).toBeCloseTo(20 * lead + 0.5, 9)
  })

  it('a triangle round a waist touches it: the waist’s circle lies in it', () => {
    const c = run('collar', { waist: 7, play: 0, wire: 0.8, corners: 3 })
    const side = c.of('side')
    // radius of the circle inside a triangle of that side, at the wires’ middles
    expect(side / (2 * Math.sqrt(3))).toBeCloseTo(3.5 + 0.4, 9)
    expect(c.of('across')).toBeCloseTo(14, 9)
    expect(run('collar', { cap: 7 }).codes).toContain('collar-drops')
    expect(run('collar', { cap: 12 }).codes).toContain('collar-corners')
    // with ever more corners the polygon becomes the circle
    const many = run('collar', { corners: 8, play: 0 })
    expect(8 * many.of('side')).toBeGreaterThan(Math.PI * 7.8)
    expect(8 * many.of('side')).toBeLessThan(Math.PI * 7.8 * 1.06)
  })

  it('wires through a hole, cuffs, chains, jump rings, a spool', () => {
    expect(run('hole', { count: 3, wire: 0.5, ease: 0 }).of('needed')).toBeCloseTo(1.077, 3)
    expect(run('hole', { count: 7, wire: 0.5, ease: 0, hole: 1.5 }).codes).toContain('hole-passes')
    expect(run('hole', { count: 7, wire: 0.5, ease: 0, hole: 1.49 }).codes).toContain('hole-narrow')
    expect(run('cuff').of('strip')).toBeCloseTo(165 + 6 + 2 * Math.PI - 28, 9)
    expect(run('chain').of('length')).toBeCloseTo(440, 9)
    const jump = run('jump', { inside: 4, thickness: 1, count: 10 })
    expect(jump.of('all')).toBeCloseTo(50 * Math.PI, 9)
    expect(jump.codes).toContain('jump-closes')
    expect(run('jump', { inside: 2, thickness: 1 }).codes).toContain('jump-tight')
    expect(run('jump', { inside: 12, thickness: 1 }).codes).toContain('jump-loose')
    expect(run('spool', { mass: 20, empty: 30 }).codes).toContain('spool-lighter')
  })

  it('a ring bent over its mandrel comes out at its size', () => {
    const ring = run('ring', { size: '7', thickness: 1.2, alloy: 'sterling silver' })
    expect(ring.of('inside')).toBeCloseTo(17.32, 2)
    const sprung = run('spring', {
      thickness: 1.2,
      alloy: 'sterling silver',
      mandrel: ring.of('mandrel'),
      inside: ring.of('inside'),
    })
    expect(sprung.of('gives')).toBeLessThan(ring.of('inside'))
    expect(sprung.of('gives-hard')).toBeGreaterThan(ring.of('inside'))
    expect(sprung.of('mandrel')).toBeCloseTo(ring.of('mandrel'), 9)
    expect(run('ring', { system: 'UK', size: '7' }).codes).toEqual(['ring-not-a-size'])
  })

  it('the nearest tool is the one that gives the nearest size, not the one nearest in size', () => {
    const rods = [16, 17, 17.5, 18].map((across) => ({ name: `rod ${across}`, across }))
    const best = nearestTools(17.3, rods, (d) => d * 1.02)
    expect(best[0]).toEqual({ tool: rods[1], gives: 17.34, off: expect.closeTo(0.04, 9) })
    const found = calculator('spring').work({ ...startValues(calculator('spring')), inside: 17.6 }, rods)
    expect(found.tools).toHaveLength(3)
    expect(Math.abs(found.tools[0]!.off)).toBeLessThanOrEqual(Math.abs(found.tools[1]!.off))
    for (const t of found.tools) expect(t.gives).toBeGreaterThan(t.tool.across)
  })
})

describe('every calculator', () => {
  const random = seeded(3)
  const value = (f: CalculatorField): number | string => {
    if (f.kind === 'choice') return f.choices[Math.floor(random() * f.choices.length)]!
    if (f.kind === 'size') return ['7', 'N', '54', 'rubbish', ''][Math.floor(random() * 5)]!
    // spread evenly over the sizes, not the millimetres
    const least = Math.max(f.least, 0.05)
    const v = least * (f.most / least) ** random()
    return f.kind === 'count' ? Math.max(f.least, Math.round(v)) : v
  }
  it('as good as: exact by powers of the size, alike against itself', () => {
    const same = { profile: 'round', alloy: 'copper', temper: 'half hard' } as const
    const other = { otherProfile: 'square', otherAlloy: 'copper', otherTemper: 'half hard' }
    // π d⁴/64 = a⁴/12, d³/6 = a³/4, π d²/4 = a²
    const exact = { 'as stiff': (12 * Math.PI) / 64, 'as strong': 4 / 6, 'as heavy': Math.PI / 4 }
    for (const [like, power] of [
      ['as stiff', 4],
      ['as strong', 3],
      ['as heavy', 2],
    ] as const)
      expect(run('alike', { wire: 1, like, ...same, ...other }).of('exact')).toBeCloseTo(
        exact[like] ** (1 / power),
        9,
      )
    const itself = { otherProfile: 'round', otherAlloy: 'copper', otherTemper: 'half hard' }
    expect(run('alike', { wire: 0.8, ...same, ...itself }).of('ratio')).toBeCloseTo(1, 9)
  })

  it('bent again and again: sharper, thicker, flatter and harder wire lasts less', () => {
    const bends = (change: Record<string, string | number>) => run('worked', change).of('cracks')
    const base = bends({})
    expect(bends({ inside: 0.5 })).toBeLessThan(base)
    expect(bends({ wire: 1.2 })).toBeLessThan(base)
    expect(bends({ flattened: 30 })).toBeLessThan(base)
    expect(bends({ temper: 'half hard' })).toBeLessThan(base)
    // by hand: strain t/(2R) each way, its share of the ductility to the power 1/0.6 spent, 0.7 is where it may crack
    const spent = (0.4 / 1.9 / 1) ** (1 / 0.6)
    expect(base).toBe(Math.ceil(0.7 / spent))
    expect(run('worked', { bends: 60 }).codes).toContain('worked-about-to-crack')
    expect(run('worked', { bends: 1 }).codes).toContain('worked-still-workable')
    expect(run('worked', {}).of('hard')).toBeGreaterThan(run('worked', {}).of('soft'))
  })

  it('a collar’s side is made over the nearest flat jaws, not over a rod', () => {
    const tools = [
      { name: 'rod', across: 10 },
      { name: 'jaws', across: 11, flat: true },
      { name: 'wide jaws', across: 20, flat: true },
    ]
    const c = calculator('collar')
    const found = c.work(startValues(c), tools)
    expect(found.tools[0]!.tool.name).toBe('jaws')
    expect(found.tools.some((t) => t.tool.name === 'rod')).toBe(false)
  })

  it('two kinds through a hole: told which goes first and how many go', () => {
    const mixed = { count: 2, profile: 'round', wire: 0.8, second: 2, secondWire: 0.3, ease: 0 }
    // two of 0.8 side by side are 1.6 across, and up to a third of the circle fits into each of the gaps beside them
    expect(run('hole', { ...mixed, hole: 1.61 }).codes).toContain('hole-order')
    expect(run('hole', { ...mixed, hole: 1.61 }).of('needed')).toBeCloseTo(1.6, 2)
    expect(run('hole', { ...mixed, hole: 1.5 }).codes).toContain('hole-narrow-mixed')
  })

  it.each(CALCULATORS.map((c) => c.id))(
    '%s: has words, finite figures and workings that give them again',
    (id) => {
      const c = calculator(id)
      const text = calculatorText[id]!
      for (const f of c.fields) expect(text.fields).toHaveProperty(f.id)
      const again = (q: Quantity): void => {
        if (isLeaf(q)) return
        expect(evaluate(q, FORMULAS)).toBe(q.value)
        for (const [name] of FORMULAS[q.formula]!.text.matchAll(/(?<=\{)\w+(?=\})/g))
          expect(q.inputs).toHaveProperty(name)
        Object.values(q.inputs).forEach(again)
      }
      for (let k = 0; k < 120; k++) {
        const values = k === 0 ? startValues(c) : Object.fromEntries(c.fields.map((f) => [f.id, value(f)]))
        const { results, notes } = c.work(values, [{ name: 'rod', across: 5 }])
        for (const r of results) {
          expect(text.results).toHaveProperty(r.id)
          expect(Number.isFinite(numberOf(r.quantity))).toBe(true)
          again(r.quantity)
        }
        for (const n of notes) expect(fill(sizesText[n.code]!, n.values)).not.toMatch(/[{}]|NaN/)
        // nothing to show only where an error says why
        expect(results.length > 0 || notes.some((n) => n.severity === 'error')).toBe(true)
      }
    },
  )
})
