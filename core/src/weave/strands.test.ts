import { dist, type Vec3 } from '../geom/index'
import { seeded } from '../testing'
import { knownFormulas } from '../plan/index'
import { mm } from '../units/index'
import { evaluate, isLeaf, numberOf, type Quantity } from '../working/index'
import {
  alikeBehind,
  compensatedRuns,
  baseLengths,
  basePath,
  crowding,
  edgePlaces,
  openedBy,
  packingOf,
  runsAlong,
  twistOf,
  parseWeave,
  strandPath,
  strandsOf,
  turnLength,
  turnRatio,
  weaveFigures,
  WEAVES,
  wirePlaces,
  writeWeave,
  type Move,
  type Strand,
  type Weave,
  type WeaveWires,
} from './index'

const FORMULAS = knownFormulas()

const read = (text: string, wires?: number): Weave => {
  const parsed = parseWeave(text, wires)
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.problem))
  return parsed.weave
}

/** A random weave of one or two weavers over two to five wires. */
function randomWeave(random: () => number): Weave {
  const wires = 2 + Math.floor(random() * 4)
  const move = (): Move => {
    const from = 1 + Math.floor(random() * wires)
    const to = Math.min(wires, from + Math.floor(random() * 3))
    const kind = random()
    if (kind < 0.1) return random() < 0.5 ? { kind: 'loop', from: 1, to } : { kind: 'loop', from, to: wires }
    if (kind < 0.5) return { kind: 'turns', count: 1 + Math.floor(random() * 4), from, to }
    if (kind < 0.7 && to > from) return { kind: 'eight', from, to }
    return { kind: random() < 0.5 ? 'over' : 'under', from, to }
  }
  const tie = (): Move => ({ kind: random() < 0.6 ? 'knot' : 'half', from: 1, to: wires })
  const weavers = ['a', 'b', 'cd'].slice(0, 1 + Math.floor(random() * 3)).map((id) => ({
    id,
    moves: Array.from({ length: 1 + Math.floor(random() * 5) }, id === 'cd' ? tie : move),
  }))
  if (random() < 0.8) return { wires, weavers }
  return { wires, weavers, twist: { count: 1 + Math.floor(random() * 5), from: 1, to: 2 } }
}

const WIRES: WeaveWires = { base: 0.8, weaver: 0.3, packing: 1.04 }

describe('the notation', () => {
  it('is read and written: every common weave, and random ones', () => {
    for (const w of WEAVES) expect(writeWeave(read(w.text))).toBe(w.text)
    expect(new Set(WEAVES.map((w) => w.id)).size).toBe(WEAVES.length)
    expect(WEAVES.length).toBeGreaterThanOrEqual(14)
    const random = seeded(21)
    for (let k = 0; k < 300; k++) {
      const weave = randomWeave(random)
      expect(read(writeWeave(weave), weave.wires)).toEqual(weave)
    }
  })

  it.each([
    ['', 'empty', 1, 1],
    ['3(1)', 'no-weaver', 1, 1],
    ['a: 3(1)\na: 1(2)', 'weaver-twice', 2, 1],
    ['a:', 'no-moves', 1, 3],
    ['a: 3(1) four(2)', 'not-a-move', 1, 9],
    ['a: 3(1\n', 'not-a-move', 1, 4],
    ['a: 1(1)\nb: 0(1)', 'count', 2, 4],
    ['a: 99(1)', 'count', 1, 4],
    ['a: 2(3-1)', 'wires-backward', 1, 4],
    ['a: 2(0)', 'no-such-wire', 1, 4],
    ['a: 2(1-13)', 'no-such-wire', 1, 4],
    ['a: 8(2)', 'eight-needs-two', 1, 4],
    ['a: loop(2) 1(1-3)', 'loop-needs-edge', 1, 4],
    ['a: 1(1-2) knot(1-2)', 'knot-needs-pair', 1, 11],
    ['ab: half(1-2) 2(1)', 'pair-knots-only', 1, 15],
    ['ab: knot(1-2)\nc: 1(3)', 'knot-all', 1, 5],
    ['aa: knot(1)', 'one-letter-twice', 1, 1],
    ['ab: knot(1-2)\nb: 1(1)', 'weaver-twice', 2, 1],
    ['twist: 2(1-2)\ntwist: 1(1-2)', 'twist-twice', 2, 1],
    ['twist: 2(1)', 'twist-needs-two', 1, 7],
    ['twist: 2(1-2) 1(1-2)', 'twist-whole', 1, 7],
    ['twist: over(1-2)', 'twist-whole', 1, 7],
    ['a: 1(1) -', 'not-a-move', 1, 9],
    ['a: knot', 'not-a-move', 1, 4],
    ['a: 1 (2)', 'not-a-move', 1, 4],
    ['a: over(2-1)', 'wires-backward', 1, 4],
    ['a: 1(1)\n\nB: 1(1)', 'no-weaver', 3, 1],
    ['abc: 1(1)', 'no-weaver', 1, 1],
    ['a: under(0-1)', 'no-such-wire', 1, 4],
    ['a: 2(1-2)x', 'not-a-move', 1, 4],
  ])('%j is refused: %s in line %d at %d', (text, problem, line, at) => {
    expect(parseWeave(text)).toMatchObject({ ok: false, problem: { problem, line, at } })
  })

  it('a wire that the weave has not is refused where their number is given', () => {
    expect(parseWeave('a: 1(3)', 2)).toMatchObject({ ok: false, problem: { problem: 'no-such-wire' } })
    expect(read('a: 1(1)', 4).wires).toBe(4)
  })
})

/** Length of a path by its chords. */
const chords = (strand: Strand): number => {
  const path = strandPath(strand, 4000)
  let sum = 0
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!]
    sum += Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2])
  }
  return sum
}

describe('strands', () => {
  it('closed forms: one turn round one wire and two, a figure of eight', () => {
    const one = strandsOf(read('a: 1(1)'), { base: 1, weaver: 0.3, packing: 1 })[0]!
    expect(one.length).toBeCloseTo(4.095, 3)
    expect(one.advance).toBeCloseTo(0.3, 9)
    const two = strandsOf(read('a: 1(1-2)'), { base: 0.8, weaver: 0.4, packing: 1 })[0]!
    expect(Math.sqrt(two.length ** 2 - two.advance ** 2)).toBeCloseTo(5.37, 3)
    // the wires of an eight stand a weaver apart: it is two whole circles
    const eight = strandsOf(read('a: 8(1-2)'), { base: 0.8, weaver: 0.4, packing: 1 })[0]!
    expect(Math.sqrt(eight.length ** 2 - eight.advance ** 2)).toBeCloseTo(4 * Math.PI * 0.6, 9)
  })

  it('a bundle’s turn is the turn that cut lists count with', () => {
    for (const columns of [1, 2, 3, 5]) {
      const strand = strandsOf(read(`a: 1(1-${columns})`), WIRES)[0]!
      const turn = turnLength({
        bundle: { profile: 'round', size: WIRES.base, columns, rows: 1 },
        binderHeight: mm(WIRES.weaver),
        lead: mm(WIRES.weaver * WIRES.packing),
      })
      expect(strand.length).toBeCloseTo(turn, 9)
    }
  })

  it('wire used is the length of the path, added up; for every common weave and random ones that close', () => {
    const random = seeded(4)
    const weaves = [
      ...WEAVES.map((w) => read(w.text)),
      ...Array.from({ length: 320 }, () => randomWeave(random)),
    ]
    let counted = 0
    for (const weave of weaves)
      for (const strand of strandsOf(weave, WIRES)) {
        expect(Number.isFinite(strand.length)).toBe(true)
        if (!strand.closes || strand.undone) continue
        expect({
          weave: writeWeave(weave),
          ratio: Math.round((1e5 * chords(strand)) / strand.length),
        }).toEqual({
          weave: writeWeave(weave),
          ratio: 1e5,
        })
        counted++
      }
    expect(counted).toBeGreaterThan(60)
  })

  it('the path touches wires and goes through none; it passes each on the face that was said, in that order', () => {
    const random = seeded(8)
    const weaves = [
      ...WEAVES.map((w) => read(w.text)),
      ...Array.from({ length: 80 }, () => randomWeave(random)),
    ]
    for (const weave of weaves) {
      const places = wirePlaces(weave, WIRES)
      const edges = edgePlaces(places, WIRES)
      const posts = [edges[0], ...places, edges[1]]
      const radius = (WIRES.base + WIRES.weaver) / 2
      for (const strand of strandsOf(weave, WIRES)) {
        if (!strand.closes || strand.undone) continue
        const path = strandPath(strand, 200)
        const where = writeWeave(weave)
        const left = strand.passes.some((p) => p.from < 0 || p.to < 0)
        // knots are laid to a sixteenth
        const least = radius - (strand.curve ? radius / 16 : 2e-3)
        const clear = path.every(
          ([x, , z]) =>
            places.every((place) => Math.hypot(x - place, z) > least) &&
            (!left || Math.hypot(x - edges[0], z) > WIRES.weaver - 2e-3),
        )
        expect({ where, clear }).toEqual({ where, clear: true })
        const hooks = {
          left: strand.passes.some((p) => Math.min(p.from, p.to) < 0),
          right: strand.passes.some((p) => Math.max(p.from, p.to) > weave.wires),
        }
        // what it crosses over the middles of the wires, against the passes
        const crossed: string[] = []
        for (let i = 1; i < path.length; i++) {
          const [a, b] = [path[i - 1]!, path[i]!]
          const over = posts
            .map((place, w) => ({ w, t: (place - a[0]) / (b[0] - a[0]) }))
            // beside the wires only what is hooked round counts: a turn that passes there is no pass over it
            .filter(({ w }) => (w > 0 || hooks.left) && (w <= weave.wires || hooks.right))
            .filter(({ t }) => t > 1e-9 && t <= 1 + 1e-9)
            .sort((p, q) => p.t - q.t)
          for (const { w, t } of over) {
            const z = a[2] + t * (b[2] - a[2])
            const word = `${w}${z > 0 ? 'f' : 'b'}`
            if (crossed[crossed.length - 1] !== word) crossed.push(word)
          }
        }
        const said = strand.passes.flatMap((p) => {
          const right = p.to > p.from
          const n = Math.abs(p.to - p.from)
          return Array.from(
            { length: n },
            (_, k) => `${right ? p.from + 1 + k : p.from - k}${p.face === 'front' ? 'f' : 'b'}`,
          )
        })
        const folded = said.filter((w, i) => w !== said[i - 1])
        // the path may begin at another place of the round
        const round = (list: readonly string[]) => {
          const l = list[0] === list[list.length - 1] && list.length > 1 ? list.slice(0, -1) : [...list]
          const turned = l.map((_, i) => [...l.slice(i), ...l.slice(0, i)].join(' '))
          return turned.sort()[0]
        }
        // whole circles round one wire are drawn one upon the other where they are many: compare the others
        if (folded.length === said.length)
          expect({ where, way: round(crossed) }).toEqual({ where, way: round(folded) })
      }
    }
  })

  it('open laid costs advance and saves turns; scaled wires scale everything', () => {
    for (const w of WEAVES) {
      const weave = read(w.text)
      const [tight, open, large] = [
        strandsOf(weave, WIRES),
        strandsOf(weave, { ...WIRES, packing: 2 }),
        strandsOf(weave, { base: 1.6, weaver: 0.6, packing: WIRES.packing }),
      ]
      tight.forEach((s, i) => {
        expect(open[i]!.advance / s.advance).toBeCloseTo(2 / 1.04, 9)
        expect(open[i]!.length / open[i]!.advance).toBeLessThan(s.length / s.advance)
        expect(large[i]!.length / s.length).toBeCloseTo(2, 7)
      })
    }
  })

  it('a repeat is as tall as its strands are many where they are the most', () => {
    const tall = (text: string) => crowding(read(text))
    expect(tall('a: 1(1)')).toBe(1)
    expect(tall('a: 3(1) 2(1-2)')).toBe(5)
    // an eight goes through the middle twice, a plain weave twice through every gap however many wires there are
    expect(tall('a: 8(1-2)')).toBe(2)
    expect(tall('a: over(1) under(2) over(3) under(3) over(2) under(1)')).toBe(2)
    expect(tall('a: over(1) under(2) over(3) under(4) over(4) under(3) over(2) under(1)')).toBe(2)
    // two weavers side by side on wires of their own share the height, on one wire they add up
    expect(tall('a: 2(1)\nb: 2(3)')).toBe(2)
    expect(tall('a: 2(1)\nb: 2(1)')).toBe(4)
    const weave = read('a: 3(1) 2(1-2)')
    const [strand] = strandsOf(weave, WIRES)
    expect(packingOf(weave, WIRES, { repeats: 20, length: 20 * strand!.advance })).toBeCloseTo(
      WIRES.packing,
      9,
    )
    expect(alikeBehind(weave)).toBe(true)
    expect(alikeBehind(read('a: over(1-3) under(3) under(2) under(1)'))).toBe(true)
    expect(alikeBehind(read('a: over(1-2) under(3) over(3) over(2) under(1)'))).toBe(false)
  })

  it('a weave and its mirror image close alike, and take as much wire: random turns on two to four wires', () => {
    const random = seeded(12)
    const mirrored = (weave: Weave): Weave => ({
      ...weave,
      weavers: weave.weavers.map((w) => ({
        ...w,
        moves: w.moves.map((m) => ({ ...m, from: weave.wires + 1 - m.to, to: weave.wires + 1 - m.from })),
      })),
    })
    let closing = 0
    for (let i = 0; i < 400; i++) {
      const count = 2 + Math.floor(3 * random())
      const moves = Array.from({ length: 1 + Math.floor(3 * random()) }, (): Move => {
        const from = 1 + Math.floor(count * random())
        const to = Math.min(count, from + Math.floor(2 * random()))
        return { kind: 'turns', count: 1 + Math.floor(3 * random()), from, to }
      })
      const weave: Weave = { wires: count, weavers: [{ id: 'a', moves }] }
      const sizes = { base: 0.8, weaver: 0.3, packing: 1.05 }
      const [one] = strandsOf(weave, sizes)
      const [two] = strandsOf(mirrored(weave), sizes)
      expect([writeWeave(weave), one!.closes, one!.passes.length]).toEqual([
        writeWeave(weave),
        two!.closes,
        two!.passes.length,
      ])
      if (one!.closes && two!.closes) {
        closing++
        expect(two!.length).toBeCloseTo(one!.length, 9)
      }
    }
    expect(closing).toBeGreaterThan(100)
  })

  it('says whether a repeat closes', () => {
    const closes = (text: string) => strandsOf(read(text), WIRES).map((s) => s.closes)
    for (const w of WEAVES)
      expect({ id: w.id, closes: closes(w.text).every(Boolean) }).toEqual({ id: w.id, closes: true })
    expect(closes('a: over(1-2)')).toEqual([false])
    expect(closes('a: over(1) under(2)')).toEqual([false])
    expect(() => strandsOf(read('a: 1(1)'), { ...WIRES, packing: 0.9 })).toThrow(RangeError)
  })
})

describe('loops, knots and twists', () => {
  it('a square knot is tied by mirror images; half knots are turns that change sides', () => {
    const [a, b] = strandsOf(read('ab: knot(1-2)'), WIRES)
    expect(a!.length).toBeCloseTo(b!.length, 9)
    expect(a!.closes && b!.closes).toBe(true)
    expect(alikeBehind(read('ab: knot(1-2)'))).toBe(true)
    const flat = strandsOf(read('ab: half(1-2) half(1-2)'), WIRES)[0]!
    expect(flat.closes).toBe(true)
    expect(strandsOf(read('ab: half(1-2)'), WIRES)[0]!.closes).toBe(false)
    // a string over both wires from beside them to beside them, which it is longer than twice in a knot
    const r = (WIRES.base + WIRES.weaver) / 2
    for (const strand of [a!, flat]) expect(strand.length).toBeGreaterThan(2 * (Math.PI * r + WIRES.base))
  })

  it('rigid strands of knots touch the wires and each other, and hardly stand in anything: knots and spirals, by points on them', () => {
    for (const [base, weaver] of [
      [1, 1],
      [0.8, 0.3],
      [0.5, 0.4],
    ] as const)
      for (const over of ['1', '1-2', '1-3'])
        for (const text of [`knot(${over}) knot(${over})`, Array(4).fill(`half(${over})`).join(' ')]) {
          const wires = { base, weaver, packing: 1.03 }
          const weave = read(`ab: ${text}`)
          const [a, b] = strandsOf(weave, wires).map((s) => strandPath(s, 60)) as [Vec3[], Vec3[]]
          const apart = Math.min(...a.flatMap((p) => b.map((q) => dist(p, q))))
          expect({ base, text, near: apart > 0.935 * weaver }).toEqual({ base, text, near: true })
          expect(apart).toBeLessThan(1.05 * weaver)
          // a strand and its next turns: places on it that lie farther from each other along it than round a bend
          const own = Math.min(...a.flatMap((p, i) => a.slice(i + 40).map((q) => dist(p, q))))
          expect(own).toBeGreaterThan(0.86 * weaver)
          // what is woven of like wires about two takes four to five times its own length: typical, uncited
          if (base === weaver && over === '1-2') {
            const { length, advance } = strandsOf(weave, wires)[0]!
            expect(length / advance).toBeGreaterThan(4)
            expect(length / advance).toBeLessThan(5)
          }
        }
  })

  it('a loop costs its turn and a turn round the chain', () => {
    const loop = strandsOf(read('a: loop(1)'), WIRES)[0]!
    const plane = Math.sqrt(loop.length ** 2 - loop.advance ** 2)
    // a figure of eight round the wire and the strand beside it, which it touches both: two whole circles
    expect(plane).toBeCloseTo(Math.PI * (WIRES.base + WIRES.weaver) + 2 * Math.PI * WIRES.weaver, 9)
    const right = strandsOf(read('a: 1(1) loop(2)'), WIRES)[0]!
    expect(right.passes.some((p) => p.to === 3)).toBe(true)
  })

  it('twisted wires touch, and take what a fine polyline along them measures', () => {
    for (const k of [2, 3, 5]) {
      const weave = read(`twist: 2(1-${k})`)
      const paths = Array.from({ length: k }, (_, i) => basePath(weave, WIRES, i + 1, 4000))
      const { pitch } = twistOf(weave.twist!, WIRES.base)
      paths.forEach((path, i) => {
        let sum = 0
        for (let j = 1; j < path.length; j++)
          sum += Math.hypot(...[0, 1, 2].map((d) => path[j]![d]! - path[j - 1]![d]!))
        expect(sum).toBeCloseTo(baseLengths(weave, WIRES)[i]!, 4)
        expect(path[path.length - 1]![1] - path[0]![1]).toBeCloseTo(2 * pitch, 9)
      })
      const apart = Math.hypot(...[0, 1, 2].map((d) => paths[0]![7]![d]! - paths[1]![7]![d]!))
      expect(apart).toBeCloseTo(WIRES.base, 9)
    }
    // beside a twist a weaver runs straight, and its advance is the twist's
    const both = read('a: 4(1-2)\ntwist: 2(1-2)')
    const [strand] = strandsOf(both, WIRES)
    const alone = strandsOf(read('a: 4(1-2)'), WIRES)[0]!
    expect(strand!.length - alone.length).toBeCloseTo(2 * twistOf(both.twist!, WIRES.base).pitch, 9)
    expect(
      packingOf(both, WIRES, { repeats: 5, length: 5 * (strand!.advance + strand!.straight) }),
    ).toBeCloseTo(WIRES.packing, 9)
    expect(() => packingOf(read('twist: 1(1-2)'), WIRES, { repeats: 5, length: 20 })).toThrow(RangeError)
  })
})

describe('figures of a stretch', () => {
  it('whole repeats that come nearest to the length, wire by strand, and workings that give them again', () => {
    const again = (q: Quantity): void => {
      if (isLeaf(q)) return
      expect(evaluate(q, FORMULAS)).toBe(q.value)
      Object.values(q.inputs).forEach(again)
    }
    for (const known of WEAVES) {
      const weave = read(known.text)
      const strands = strandsOf(weave, WIRES)
      const made = weaveFigures(weave, { ...WIRES, length: 40, tails: 60, limit: 400 })
      const repeats = numberOf(made.repeats)
      const advance = numberOf(made.advance)
      if (strands[0]) expect(advance).toBeCloseTo(strands[0].advance + strands[0].straight, 9)
      expect(Math.abs(numberOf(made.long) - 40)).toBeLessThanOrEqual(advance / 2 + 1e-9)
      made.strands.forEach((s, i) => {
        expect(numberOf(s.each)).toBeCloseTo(strands[i]!.length, 9)
        expect(numberOf(s.wire)).toBeCloseTo(repeats * strands[i]!.length + numberOf(s.pieces) * 60, 6)
        // pieces within reach, whole repeats, none lost
        expect(s.joins.units.reduce((a, b) => a + b, 0)).toBe(repeats)
        for (const n of s.joins.units) expect(n * strands[i]!.length + 60).toBeLessThanOrEqual(400 + 1e-6)
      })
      for (const q of [
        made.advance,
        made.repeats,
        made.long,
        made.minutes,
        ...made.strands.map((s) => s.wire),
        ...made.twisted.map((t) => t.wire),
      ])
        again(q)
    }
  })

  it('half of the gauge needs about twice the turns; a longer stretch more of everything', () => {
    const weave = read('a: 1(1)')
    const of = (change: object) =>
      weaveFigures(weave, { ...WIRES, length: 60, tails: 0, limit: 400, ...change })
    expect(numberOf(of({ weaver: 0.15 }).repeats) / numberOf(of({}).repeats)).toBeCloseTo(2, 1)
    expect(numberOf(of({ length: 120 }).minutes)).toBeGreaterThan(1.9 * numberOf(of({}).minutes))
    expect(() => of({ length: 0 })).toThrow(RangeError)
  })
})

describe('on a curve', () => {
  it('R 6 and 2.4 apart: 3 to 2; R 8: 4 to 3', () => {
    expect(turnRatio({ radius: 6, apart: 2.4 })).toBeCloseTo(1.5, 9)
    expect(turnRatio({ radius: 8.4, apart: 2.4 })).toBeCloseTo(4 / 3, 9)
    expect(compensatedRuns({ inner: 2, apart: 2.4, curve: [6, 6, 6, 6] })).toEqual([3, 3, 3, 3])
    expect(compensatedRuns({ inner: 3, apart: 2.4, curve: [8.4, 8.4] })).toEqual([4, 4])
    expect(openedBy({ radius: 6, apart: 2.4 })).toBeCloseTo(50, 9)
  })

  it('whole numbers whose sum never strays from what the curve wants by more than half a turn', () => {
    const random = seeded(2)
    for (let k = 0; k < 200; k++) {
      const apart = 1 + 3 * random()
      const inner = 1 + Math.floor(random() * 6)
      const curve = Array.from({ length: 40 }, () => {
        const r = apart * (0.7 + 6 * random())
        return random() < 0.1 ? Infinity : random() < 0.3 ? -r : r
      })
      const runs = compensatedRuns({ inner, apart, curve })
      // by arc lengths: the outer wire’s arc over the inner’s, added up
      let wanted = 0
      let made = 0
      curve.forEach((r, i) => {
        const turn = 0.01
        wanted += Number.isFinite(r)
          ? (inner * Math.abs(r + apart / 2) * turn) / (Math.abs(r - apart / 2) * turn)
          : inner
        made += runs[i]!
        expect(Number.isInteger(runs[i])).toBe(true)
        expect(Math.abs(made - wanted)).toBeLessThan(0.5 + 1e-6)
      })
    }
    expect(() => turnRatio({ radius: 1, apart: 2 })).toThrow(RangeError)
  })

  it('along a path whose radius changes: within half a turn of the arc at the end of every run, by walking it finely', () => {
    const random = seeded(12)
    for (let k = 0; k < 100; k++) {
      const apart = 1 + 2 * random()
      const advance = 0.2 + 0.4 * random()
      const path = Array.from({ length: 1 + Math.floor(6 * random()) }, () => {
        const r = apart * (0.7 + 6 * random())
        const radius = random() < 0.2 ? Infinity : random() < 0.3 ? -r : r
        return { radius, length: 4 + 20 * random() }
      })
      const made = runsAlong({ inner: 3, apart, advance, path })
      // both wires as fine polylines of their own, from the same middle line
      const at = { in: [0], out: [0] }
      for (const { radius, length } of path)
        for (let i = 0; i < 2000; i++) {
          const step = length / 2000
          const turn = step / radius
          at.in.push(at.in[at.in.length - 1]! + (step - (turn * apart) / 2))
          at.out.push(at.out[at.out.length - 1]! + (step + (turn * apart) / 2))
        }
      const total = at.in[at.in.length - 1]!
      let [inside, outside] = [0, 0]
      for (const run of made.runs) {
        inside += run.inside
        outside += run.outside
        const where = at.in.findIndex((v) => v >= (inside / made.inside) * total - 1e-6)
        expect(Math.abs(outside - at.out[where]! / advance)).toBeLessThan(0.5 + 0.1)
      }
      expect({ inside, outside }).toEqual({ inside: made.inside, outside: made.outside })
      expect(Math.abs(inside - total / advance)).toBeLessThan(0.5 + 1e-3)
    }
    expect(() => runsAlong({ inner: 2, apart: 4, advance: 1, path: [{ radius: 2, length: 3 }] })).toThrow(
      RangeError,
    )
  })
})
