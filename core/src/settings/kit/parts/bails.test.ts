import { dist, type Vec3 } from '../../../geom/index'
import { pathAt, pathLength, type Path } from '../../../path/index'
import { seams } from '../../../testing'
import { wireSize, type Stock } from '../../../wire/index'
import { leaf, numberOf, type Quantity } from '../../../working/index'
import { wireFrom, type Piece } from '../../shared/pieces'
import { Pen } from '../pen'
import { castOnLoop } from './castOnLoop'
import { crossingRing } from './crossingRing'
import { bailOf } from './rolledBail'
import { rimLoop } from './rimLoop'

const THICK = 0.8
const stock: Stock = { alloy: 'copper', temper: 'dead soft', profile: 'round', size: wireSize('20 AWG') }
const mm = (name: string, value: number): Quantity => leaf('typed', name, value, 'mm')

/** What a part is given: choices, and what it tells. */
function given(o: Readonly<Record<string, number | string>>) {
  const told: string[] = []
  const q = Object.fromEntries(
    Object.entries(o).map(([id, v]) => [
      id,
      typeof v === 'number' ? mm(id, v) : leaf('chosen', id, v, 'word'),
    ]),
  )
  const k = {
    o,
    q,
    say: (code: string) => told.push(code),
    found: (_: string, which: string, value: number) => mm(which, value),
    on: () => ({}),
  }
  // each part asks for its own choices only
  return { k: k as unknown as never, told }
}
const half = (pieces: readonly Piece[]): Path => ({ segments: pieces.flatMap((p) => p.segments) })
const whole = (left: readonly Piece[], right: readonly Piece[]): Path =>
  wireFrom({ id: 'wire', stock, halves: { left, right }, finish: 'cut flush' }).path
const spots = (path: Path, count = 2000): Vec3[] =>
  Array.from({ length: count + 1 }, (_, i) => pathAt(path, (i / count) * pathLength(path)).p)
const told = (pieces: readonly Piece[]): number => pieces.reduce((sum, p) => sum + numberOf(p.length), 0)

/** Smooth, and as long as its figures say. */
function expectDrawn(pieces: readonly Piece[]): void {
  const path = half(pieces)
  const { apart, kink } = seams(path.segments)
  expect(apart).toBeLessThan(1e-7)
  expect(kink).toBeLessThan(1e-5)
  expect(pathLength(path)).toBeCloseTo(told(pieces), 6)
}

/** Least distance between places of a line that are farther from each other along it than so much. */
function nearestToItself(path: Path, farther: number): number {
  const list = spots(path, 700)
  const step = pathLength(path) / 700
  let least = Infinity
  list.forEach((p, i) => {
    for (let j = i + Math.ceil(farther / step); j < list.length; j++)
      least = Math.min(least, dist(p, list[j]!))
  })
  return least
}

describe('a loop of the wire’s own middle', () => {
  const loopOf = (rounds: string, more: Readonly<Record<string, number>> = {}) => {
    const { k, told } = given({ bail: 4, neck: 3, passes: 3, rounds, ...more })
    const foot = { y: 10, z: 1 }
    return { told, ...castOnLoop(k, { strand: 'wire', thick: mm('thick', THICK), wound: 'fine', foot }) }
  }

  it.each(['once round', 'twice round'])(
    '%s: both halves come down side by side to where the neck ends',
    (rounds) => {
      const { pens, hang } = loopOf(rounds)
      for (const pen of [pens.left, pens.right]) {
        expectDrawn(pen.pieces)
        expect(pen.heading).toEqual([0, -1, 0].map((v) => expect.closeTo(v, 6)))
      }
      expect(pens.right.at).toEqual([THICK / 2, 10, 1].map((v) => expect.closeTo(v, 6)))
      expect(pens.left.at).toEqual([-THICK / 2, 10, 1].map((v) => expect.closeTo(v, 6)))
      const path = whole(pens.left.pieces, pens.right.pieces)
      const high = Math.max(...spots(path).map((p) => p[1]))
      expect(hang![1]).toBeCloseTo(high - THICK / 2, 3)
      // wire on wire, never in itself
      expect(nearestToItself(path, 6 * THICK)).toBeGreaterThan(0.97 * THICK)
    },
  )

  it('by hand: once round is the loop that a wrapped one has, twice round one turn of the rod more', () => {
    const once = loopOf('once round')
    const twice = loopOf('twice round')
    const long = ({ pens }: typeof once) => told(pens.left.pieces) + told(pens.right.pieces)
    // one more round of radius 2.4, and down beside each other 2.9 mm for the way back
    const round = 2 * Math.PI * 2.4
    expect(long(twice) - long(once)).toBeGreaterThan(round)
    expect(long(twice) - long(once)).toBeLessThan(round + 2 * 4 * THICK)
    const wide = spots(half(once.pens.right.pieces)).filter((p) => p[1] > 14)
    expect(Math.max(...wide.map((p) => p[0]))).toBeCloseTo(2.4, 3)
  })

  it('tells what must pass and does not', () => {
    expect(loopOf('once round').told).toEqual([])
    expect(loopOf('once round', { passes: 4 }).told).toEqual(['bail-narrow'])
  })
})

describe('tails folded to a bail', () => {
  const folded = (bail: number, roll = 'backward') => {
    const { k, told } = given({ bail, neck: 5, passes: 3, strip: 'folded tails', roll })
    const pen = new Pen([THICK / 2, 10, 0], [0, 1, 0])
    const part = bailOf(k, {
      pen,
      ways: { roll: roll as 'backward', strip: 'folded tails' },
      strand: 'pair',
      size: 'size',
      stock,
      thick: mm('thick', THICK),
      wound: 'fine',
      binder: mm('binder', 0.3),
      top: 9,
    })
    return { pen, part, told }
  }

  it.each(['backward', 'forward'])('%s: the ends lie on the neck along all of it', (roll) => {
    const { pen, part } = folded(5, roll)
    expectDrawn(pen.pieces)
    const behind = roll === 'backward' ? -THICK : THICK
    const pressed = pen.pieces.find((p) => p.id === 'pressed')!
    const [from, to] = [pathAt(half([pressed]), 0).p, pathAt(half([pressed]), 5).p]
    expect([from, to]).toEqual([
      [THICK / 2, 15, behind].map((v) => expect.closeTo(v, 9)),
      [THICK / 2, 10, behind].map((v) => expect.closeTo(v, 9)),
    ])
    expect(part.ties[0]!.of.map((m) => ('part' in m ? m.part : m[1]))).toEqual([
      'neck-left',
      'neck-right',
      'pressed-left',
      'pressed-right',
    ])
    // inside the fold a rod of its width lies free
    const middle: Vec3 = [THICK / 2, part.hang![1] - 2.5, part.hang![2]]
    const nearest = Math.min(...spots(half(pen.pieces)).map((p) => dist(p, middle)))
    expect(nearest).toBeCloseTo(2.5 + THICK / 2, 2)
  })

  it('says where the wire takes no fold so small', () => {
    expect(folded(5).told).toEqual([])
    expect(folded(3).told).toContain('bail-narrow')
    expect(folded(1).told).toContain('fold-too-small')
  })
})

describe('a loop turned out of a rim', () => {
  it('goes once round, as wide inside as was chosen, and on as before', () => {
    const { k, told } = given({ bail: 3, passes: 2 })
    const pen = new Pen([0, 8, 0], [1, 0, 0])
    const on = {
      which: 'right',
      thick: mm('thick', THICK),
      outward: [0, 1, 0] as Vec3,
      over: [0, 0, 1] as Vec3,
    }
    pen.line('before', 'rim', mm('before', 4))
    const hang = rimLoop(k, { pen, ...on })
    pen.line('after', 'rim', mm('after', 4))
    expectDrawn(pen.pieces)
    expect(told).toEqual([])
    expect(hang).toEqual([4, 8 + 1.9 + 1.5, 0].map((v) => expect.closeTo(v, 9)))
    const list = spots(half(pen.pieces))
    expect(Math.max(...list.map((p) => p[1]))).toBeCloseTo(8 + 3 + THICK, 2)
    // where it crosses itself one lies on the other
    expect(nearestToItself(half(pen.pieces), 6 * THICK)).toBeGreaterThan(THICK)
  })
})

describe('a ring through a crossing', () => {
  const hung = (bail: number, passes = 3) => {
    const { k, told } = given({ bail, passes, ringSize: 0.9 })
    const at: Vec3 = [0, 12, 0.5]
    return { told, at, ...crossingRing(k, { at, below: mm('below', THICK), stock }) }
  }

  it('closes, hangs on the crossing without standing in it, and opens to the side', () => {
    const { strand, at, hang } = hung(5)
    expectDrawn(strand.right)
    const list = spots(half(strand.right))
    expect(dist(list[0]!, list[list.length - 1]!)).toBeLessThan(1e-9)
    for (const p of list) expect(p[0]).toBeCloseTo(0, 9)
    // its lowest place is under the crossing by half of both
    expect(Math.min(...list.map((p) => p[1]))).toBeCloseTo(at[1] - THICK - 0.45, 6)
    expect(Math.max(...list.map((p) => p[1]))).toBeCloseTo(hang[1] + 0.45, 6)
    expect(told(strand.right)).toBeCloseTo(Math.PI * 5.9, 6)
  })

  it('counts what the crossing leaves for what must pass', () => {
    expect(hung(5).told).toEqual([])
    expect(hung(4, 3.4).told).toEqual(['ring-full'])
    expect(hung(3, 3).told).toEqual(['bail-narrow', 'ring-full'])
  })
})
