import { seeded } from '../testing'
import { FORMULAS } from '../plan/index'
import { mm } from '../units/index'
import { evaluate, isLeaf, numberOf, type Quantity } from '../working/index'
import {
  alikeBehind,
  compensatedRuns,
  crowding,
  openedBy,
  packingOf,
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
    if (kind < 0.5) return { kind: 'turns', count: 1 + Math.floor(random() * 4), from, to }
    if (kind < 0.7 && to > from) return { kind: 'eight', from, to }
    return { kind: random() < 0.5 ? 'over' : 'under', from, to }
  }
  return {
    wires,
    weavers: ['a', 'b'].slice(0, 1 + Math.floor(random() * 2)).map((id) => ({
      id,
      moves: Array.from({ length: 1 + Math.floor(random() * 5) }, move),
    })),
  }
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
      const radius = (WIRES.base + WIRES.weaver) / 2
      for (const strand of strandsOf(weave, WIRES)) {
        if (!strand.closes || strand.undone) continue
        const path = strandPath(strand, 200)
        const where = writeWeave(weave)
        for (const [x, , z] of path)
          for (const place of places)
            expect({ where, clear: Math.hypot(x - place, z) > radius - 2e-3 }).toEqual({ where, clear: true })
        // what it crosses over the middles of the wires, against the passes
        const crossed: string[] = []
        for (let i = 1; i < path.length; i++) {
          const [a, b] = [path[i - 1]!, path[i]!]
          const over = places
            .map((place, w) => ({ w: w + 1, t: (place - a[0]) / (b[0] - a[0]) }))
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
        expect(large[i]!.length / s.length).toBeCloseTo(2, 9)
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
    expect(packingOf(weave, WIRES.weaver, { repeats: 20, length: 20 * strand!.advance })).toBeCloseTo(
      WIRES.packing,
      9,
    )
    expect(alikeBehind(weave)).toBe(true)
    expect(alikeBehind(read('a: over(1-3) under(3) under(2) under(1)'))).toBe(true)
    expect(alikeBehind(read('a: over(1-2) under(3) over(3) over(2) under(1)'))).toBe(false)
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
      const made = weaveFigures(weave, { ...WIRES, length: 40, tails: 60 })
      const repeats = numberOf(made.repeats)
      expect(Math.abs(numberOf(made.long) - 40)).toBeLessThanOrEqual(strands[0]!.advance / 2 + 1e-9)
      made.strands.forEach((s, i) => {
        expect(numberOf(s.each)).toBeCloseTo(strands[i]!.length, 9)
        expect(numberOf(s.wire)).toBeCloseTo(repeats * strands[i]!.length + 60, 6)
      })
      for (const q of [
        made.advance,
        made.repeats,
        made.long,
        made.minutes,
        ...made.strands.map((s) => s.wire),
      ])
        again(q)
    }
  })

  it('half of the gauge needs about twice the turns; a longer stretch more of everything', () => {
    const weave = read('a: 1(1)')
    const of = (change: object) => weaveFigures(weave, { ...WIRES, length: 60, tails: 0, ...change })
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
})
