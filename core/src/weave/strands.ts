import type { Vec3 } from '../geom/index.js'
import { pathAt, pathLength, segmentLength, type Segment } from '../path/index.js'
import { beltOf, roundings, stretchLength, type Post, type Stretch2 } from './belt.js'
import { curveThrough, halfKnot, knotsOn, type KnotWay } from './knots.js'
import type { Weave } from './notation.js'
import { advanceOf } from './twist.js'
import { edgePlaces, isUndone, waysOf, wirePlaces, type Pass, type Way, type WeaveWires } from './ways.js'

/** One weaver in one repeat. */
export interface Strand {
  readonly id: string
  /** Does it end where it began. */
  readonly closes: boolean
  /** A pass goes back on the face on which it came: pulled taut it is gone. */
  readonly undone: boolean
  readonly start: number
  readonly end: number
  /** Along the base wires while it is woven, mm, and beside a twist of them. */
  readonly advance: number
  readonly straight: number
  /** Wire used, mm. */
  readonly length: number
  readonly passes: readonly Pass[]
  /** Its taut way in the plane across the wires: of all but knots. */
  readonly stretches: readonly Stretch2[]
  /** Of knots: its curve in space, across, along and out of the wires. */
  readonly curve?: Segment
  /** Its base wires stand apart: it leads straight across from one to the other, and rises on them alone. */
  readonly apart?: true
}

/**
 * Path and consumption of every weaver in one repeat. Strands lie one weaver's thickness × packing apart where they are the most (see
 * `crowding`), and the whole repeat advances by that; each strand rises evenly along its way, so that its length is √(plane² + advance²), exact for a taut strand on rigid wires; those of knots go as `halfKnot` lays them. A weaver that
 * does not end in the gap where it began is closed by a pass behind, which is not counted, so that its path can be drawn. Along a twist of the
 * base wires the weavers run straight.
 * @throws RangeError for a thickness not above 0 or a packing below 1
 * @example strandsOf(parseWeave('a: 1(1)').weave, { base: 1, weaver: 0.3, packing: 1 })[0].length // 4.095
 */
export function strandsOf(weave: Weave, wires: WeaveWires): Strand[] {
  const { base, weaver, packing } = wires
  if (!(base > 0 && weaver > 0 && packing >= 1))
    throw new RangeError(`a weave needs wires above 0 mm and a packing of 1 or more`)
  const places = wirePlaces(weave, wires)
  const edges = edgePlaces(places, wires)
  const radius = (base + weaver) / 2
  const post = (wire: number): Post =>
    wire === 0
      ? { x: edges[0], radius: weaver }
      : wire > weave.wires
        ? { x: edges[1], radius: weaver }
        : { x: places[wire - 1]!, radius }
  const { woven, twisted } = advanceOf(weave, wires)
  const apart = wires.pitch ? { apart: true as const } : {}
  const knotted = (way: Way & { readonly halves: readonly KnotWay[] }): Strand => {
    const sizes = { base, weaver, span: places[places.length - 1]!, high: woven / way.halves.length }
    const curve = curveThrough(knotsOn(way.halves.map((half) => halfKnot(sizes, half))))
    const { id, start, end, passes } = way
    return {
      id,
      closes: start === end,
      undone: false,
      start,
      end,
      advance: woven,
      straight: twisted,
      length: segmentLength(curve) + twisted,
      passes,
      stretches: [],
      curve,
      ...apart,
    }
  }
  return waysOf(weave).map((way) => {
    const { id, start, end, passes, halves } = way
    if (halves) return knotted({ ...way, halves })
    const closes = start === end
    const whole: readonly Pass[] = closes ? passes : [...passes, { face: 'back', from: end, to: start }]
    const stretches = beltOf(roundings(whole, weave.wires, base > weaver), post)
    const plane =
      stretches.reduce((sum, s) => sum + stretchLength(s), 0) - (closes ? 0 : backPass(end, start, post))
    return {
      id,
      closes,
      undone: isUndone(whole),
      start,
      end,
      advance: woven,
      straight: twisted,
      length: Math.hypot(plane, woven) + twisted,
      passes,
      stretches,
      ...apart,
    }
  })
}

/** Length of the uncounted pass that closes an open way: behind, straight across. */
const backPass = (from: number, to: number, post: (wire: number) => Post): number => {
  const [a, b] = [post(Math.min(from, to) + 1), post(Math.max(from, to))]
  return b.x - a.x + (Math.PI / 2) * (a.radius + b.radius)
}

/** Points along a strand's path, x to the right, y along the wires, z to the front; mm. */
export function strandPath(strand: Strand, perTurn = 48): Vec3[] {
  if (strand.curve) {
    const path = { segments: [strand.curve] }
    const whole = pathLength(path)
    // a half knot goes about once round
    const steps = perTurn * strand.passes.length
    const points = Array.from({ length: steps + 1 }, (_, i) => pathAt(path, (whole * i) / steps).p)
    return strand.straight > 0 ? [...points, straightOn(points[points.length - 1]!, strand.straight)] : points
  }
  const rising = (s: Stretch2): number => (strand.apart && s.kind === 'line' ? 0 : stretchLength(s))
  const total = strand.stretches.reduce((sum, s) => sum + rising(s), 0)
  const out: Vec3[] = []
  let gone = 0
  const put = (x: number, z: number, along: number) => out.push([x, (strand.advance * along) / total, z])
  for (const s of strand.stretches) {
    const l = rising(s)
    const steps =
      s.kind === 'line' ? 1 : Math.max(1, Math.ceil((perTurn * Math.abs(s.sweep)) / (2 * Math.PI)))
    for (let k = out.length === 0 ? 0 : 1; k <= steps; k++) {
      const t = k / steps
      if (s.kind === 'line')
        put(s.from[0] + t * (s.to[0] - s.from[0]), s.from[1] + t * (s.to[1] - s.from[1]), gone + t * l)
      else {
        const a = s.start + t * s.sweep
        put(s.centre[0] + s.radius * Math.cos(a), s.centre[1] + s.radius * Math.sin(a), gone + t * l)
      }
    }
    gone += l
  }
  return strand.straight > 0 ? [...out, straightOn(out[out.length - 1]!, strand.straight)] : out
}

const straightOn = ([x, y, z]: Vec3, by: number): Vec3 => [x, y + by, z]
