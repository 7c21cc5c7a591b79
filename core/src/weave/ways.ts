import { HALF_HIGH, type KnotWay } from './knots.js'
import type { Move, Weave, Weaver } from './notation.js'

/** One half turn: from a gap to another, in front of the wires between them or behind. */
export interface Pass {
  readonly face: 'front' | 'back'
  readonly from: number
  readonly to: number
}

/** Wires that a weave is made of, mm: base wires, weaving wire, and how far apart turns are laid against packed ones. */
export interface WeaveWires {
  readonly base: number
  readonly weaver: number
  /** 1 is wire against wire; by hand 1.02 to 1.08; 2 leaves a wire's width open. */
  readonly packing: number
  /** From the middle of a base wire to that of the next, mm, where they stand farther apart than the weave asks. */
  readonly pitch?: number
}

/** One strand's passes in one repeat, and the gaps where it begins and ends. */
export interface Way {
  readonly id: string
  readonly start: number
  readonly end: number
  readonly passes: readonly Pass[]
  /** The half knots that it is tied in, in order. */
  readonly halves?: readonly KnotWay[]
}

/**
 * The passes of one repeat of every strand. Loops and knots hook round a strand that stands beside the outer wires: it counts as one more
 * wire there, 0 at the left and `wires` + 1 at the right, and the gaps beyond are −1 and `wires` + 1.
 */
export const waysOf = ({ wires, weavers }: Weave): Way[] =>
  weavers.flatMap((w) => (w.id.length === 2 ? knotted(w, wires) : [alone(w, wires)]))

/** A strand that is laid: where it stands, and what it did. */
function laying(start: number) {
  let gap = start
  const passes: Pass[] = []
  return {
    passes,
    gap: () => gap,
    go: (face: Pass['face'], to: number) => {
      if (to === gap) return
      passes.push({ face, from: gap, to })
      gap = to
    },
  }
}

/**
 * Is one of a strand's passes undone by the next, or the last of a repeat by the first: it goes back on the face on which it came, and pulled
 * taut is gone. `passes` lead back to where they began.
 */
export const isUndone = (passes: readonly Pass[]): boolean =>
  passes.length > 1 &&
  passes.some((p, i) => {
    const q = passes[(i + 1) % passes.length]!
    return p.face === q.face && p.to > p.from !== q.to > q.from
  })

/**
 * A weaver for itself. It begins left of the first wires that it goes round, or right of them where it comes back to its beginning only from
 * there, or needs fewer passes (a loop begins at its edge): a weave and its mirror image are the same weave.
 */
function alone({ id, moves }: Weaver, wires: number): Way {
  const first = moves[0]!
  if (first.kind === 'loop') return laidFrom({ id, moves }, wires, first.from > 1 ? wires : 0)
  const [left, right] = [first.from - 1, first.to].map((start) => laidFrom({ id, moves }, wires, start)) as [
    Way,
    Way,
  ]
  const comesBack = ({ start, end, passes }: Way) => start === end && !isUndone(passes)
  if (comesBack(left) !== comesBack(right)) return comesBack(left) ? left : right
  return right.passes.length < left.passes.length ? right : left
}

/** The one of two gaps that is nearer to a third; none where both are as near. */
const nearer = (from: number, a: number, b: number): number | undefined => {
  const [toA, toB] = [Math.abs(from - a), Math.abs(from - b)]
  return toA === toB ? undefined : toA < toB ? a : b
}

/** A weaver for itself that begins in a gap. */
function laidFrom({ id, moves }: Weaver, wires: number, start: number): Way {
  const { passes, gap, go } = laying(start)
  const reach = (m: Move) => {
    const [left, right] = [m.from - 1, m.to]
    if (gap() !== left && gap() !== right)
      go('back', nearer(gap(), left, right) ?? nearer(start, left, right) ?? left)
    return gap() === left ? ([left, right] as const) : ([right, left] as const)
  }
  for (const m of moves) {
    switch (m.kind) {
      case 'turns': {
        const [near, far] = reach(m)
        for (let k = 0; k < m.count; k++) {
          go('front', far)
          go('back', near)
        }
        break
      }
      case 'eight': {
        // in front of the near half, through between, behind the far half, and the same way back
        const [near, far] = reach(m)
        const middle = Math.floor((near + far) / 2)
        go('front', middle)
        go('back', far)
        go('front', middle)
        go('back', near)
        break
      }
      case 'loop': {
        // a turn, then up between the edge wire and the chain beside it, over the chain and back beneath
        const [edge, far, out] = m.from === 1 ? [0, m.to, -1] : [wires, m.from - 1, wires + 1]
        go('back', edge)
        go('front', far)
        go('back', edge)
        go('front', out)
        go('back', edge)
        break
      }
      case 'over':
        go('front', reach(m)[1])
        break
      case 'under':
        go('back', reach(m)[1])
        break
      case 'knot':
      case 'half':
        throw new RangeError(`a ${m.kind} needs two weavers`)
      default: {
        const never: never = m
        throw new RangeError(`unknown move ${JSON.stringify(never)}`)
      }
    }
  }
  return { id, start, end: gap(), passes }
}

/**
 * Two weavers that tie knots, each begun beside the outer wires: the first stays in front in a square knot, the one at the left goes in front in a
 * half knot.
 */
function knotted({ id, moves }: Weaver, wires: number): Way[] {
  return [...id].map((letter, k): Way => {
    const [left, right] = [0, wires]
    const start = k === 0 ? left : right
    const { passes, gap, go } = laying(start)
    const halves: KnotWay[] = []
    const half = (face: KnotWay['face']) => {
      const from = gap() === left ? 'left' : 'right'
      halves.push({ from, face })
      go(face, from === 'left' ? right : left)
    }
    for (const m of moves) {
      if (m.kind === 'half') half(gap() === left ? 'front' : 'back')
      else for (let n = 0; n < 2; n++) half(k === 0 ? 'front' : 'back')
    }
    return { id: letter, start, end: gap(), passes, halves }
  })
}

/** Middle of each base wire, mm from the left: touching, but where a weaver goes through between two they stand apart by its thickness. */
export function wirePlaces(weave: Weave, { base, weaver, pitch = 0 }: WeaveWires): number[] {
  const open = new Set<number>()
  for (const { passes } of waysOf(weave)) {
    // a strand that comes into a gap between two wires goes through it
    for (const p of passes) for (const g of [p.from, p.to]) if (g > 0 && g < weave.wires) open.add(g)
  }
  const places = [0]
  for (let g = 1; g < weave.wires; g++)
    places.push(places[g - 1]! + Math.max(pitch, base + (open.has(g) ? weaver : 0)))
  return places
}

/** Middles of the strands that loops and knots hook round: left of the wires and right of them; mm. A strand goes between them and the wires. */
export const edgePlaces = (places: readonly number[], { base, weaver }: WeaveWires): [number, number] => {
  const off = (base + weaver) / 2 + weaver
  return [places[0]! - off, places[places.length - 1]! + off]
}

/** Does any strand stand beside the outer wires, or hook round what stands there: left, right. */
export const hasEdges = (weave: Weave): [boolean, boolean] => {
  const ways = waysOf(weave)
  if (ways.some((w) => w.halves)) return [true, true]
  const gaps = ways.flatMap((w) => w.passes.flatMap((p) => [p.from, p.to]))
  return [Math.min(0, ...gaps) < 0, Math.max(0, ...gaps) > weave.wires]
}

/**
 * Strands that lie one above the other in one repeat, at the place where they are the most: on the front or the back of a wire, or
 * through a gap, all weavers together; a half knot counts as high as it is. So many weaver's thicknesses the repeat needs along the base wires.
 */
export function crowding(weave: Weave): number {
  const count = new Map<string, number>()
  const put = (place: string, high = 1) => count.set(place, (count.get(place) ?? 0) + high)
  const ways = waysOf(weave)
  if (ways.length === 0) return 0
  for (const { passes, start, end, halves } of ways)
    passes.forEach((p, i) => {
      const [low, high] = [Math.min(p.from, p.to), Math.max(p.from, p.to)]
      for (let wire = low + 1; wire <= high; wire++) put(`${p.face} ${wire}`, halves ? HALF_HIGH : 1)
      const q = i + 1 < passes.length ? passes[i + 1]! : start === end ? passes[0]! : undefined
      if (!halves && q && q.face !== p.face) put(`gap ${p.to}`)
    })
  return Math.max(...count.values())
}

/** Do both faces of a weave look alike: is the number of strands on the front of every wire that on its back. */
export function alikeBehind(weave: Weave): boolean {
  const sum = Array.from({ length: weave.wires + 2 }, () => 0)
  for (const { passes } of waysOf(weave))
    for (const p of passes)
      for (let wire = Math.min(p.from, p.to) + 1; wire <= Math.max(p.from, p.to); wire++)
        sum[wire]! += p.face === 'front' ? 1 : -1
  return sum.every((v) => v === 0)
}
