import { remember, type Vec3 } from '../geom/index.js'
import {
  lastUpTo,
  moveSegment,
  reverseSegment,
  segmentAt,
  segmentLength,
  type PathPoint,
  type Segment,
} from './segment.js'

/** A wire's centreline in 3D: segments end to end, tangents continuous. Never samples. */
export interface Path {
  readonly segments: readonly Segment[]
}

/** A path with its lengths worked out, for reading points along it. */
export interface MeasuredPath {
  readonly path: Path
  readonly length: number
  /** Length at which each segment begins; one more for the end. */
  readonly starts: Float64Array
}

const measured = remember<Path, MeasuredPath>(96)

/** Developed length of a path and of its segments; remembered for the last paths asked. */
export const measurePath = (path: Path): MeasuredPath =>
  measured(path, () => {
    const starts = new Float64Array(path.segments.length + 1)
    path.segments.forEach((seg, i) => {
      starts[i + 1] = starts[i]! + segmentLength(seg)
    })
    return { path, length: starts[path.segments.length]!, starts }
  })

/** Developed length of the centreline in mm. */
export const pathLength = (path: Path): number => measurePath(path).length

/** Index of the segment that holds length `s`. */
export const segmentIndex = (m: MeasuredPath, s: number): number =>
  lastUpTo(m.starts, m.path.segments.length, s)

/** Point and direction at `s` mm from the path's start, clamped to its ends. */
export function pathAt(path: Path, s: number): PathPoint {
  const m = measurePath(path)
  const i = segmentIndex(m, s)
  return segmentAt(path.segments[i]!, s - m.starts[i]!)
}

/** The other way round. */
export const reversePath = (path: Path): Path => ({
  segments: [...path.segments].reverse().map(reverseSegment),
})

/** After a rigid move or mirror. */
export const movePath = (path: Path, point: (p: Vec3) => Vec3, direction: (d: Vec3) => Vec3): Path => ({
  segments: path.segments.map((seg) => moveSegment(seg, point, direction)),
})

/** Points for drawing: lines by their ends, curves by chords that leave the curve by at most about `sag` mm. */
export function samplePath(path: Path, sag = 0.02): Vec3[] {
  const out: Vec3[] = []
  const push = (p: Vec3) => {
    const last = out[out.length - 1]
    if (!last || Math.hypot(p[0] - last[0], p[1] - last[1], p[2] - last[2]) > 1e-9) out.push(p)
  }
  for (const seg of path.segments) {
    const length = segmentLength(seg)
    if (seg.kind === 'line') {
      push(seg.from)
      push(seg.to)
      continue
    }
    const step = seg.kind === 'spline' || seg.kind === 'pattern' ? 0.35 : Math.sqrt(8 * sag * seg.radius)
    const count = Math.max(2, Math.ceil(length / step))
    for (let i = 0; i <= count; i++) push(segmentAt(seg, (i / count) * length).p)
  }
  return out
}

/** Points every `step` mm or a little closer, both ends included, with the lengths they stand at. */
export function stationsOf(
  path: Path,
  from: number,
  to: number,
  step: number,
): { readonly s: number; readonly at: PathPoint }[] {
  const count = Math.max(1, Math.ceil((to - from) / step))
  const m = measurePath(path)
  let i = segmentIndex(m, from)
  return Array.from({ length: count + 1 }, (_, k) => {
    const s = from + ((to - from) * k) / count
    while (i < path.segments.length - 1 && m.starts[i + 1]! <= s) i++
    return { s, at: segmentAt(path.segments[i]!, s - m.starts[i]!) }
  })
}

/** Places of a whole path are looked at this far apart, mm: between them an arc of 1 mm stands out by 0.008 mm. */
export const WALK = 0.25

/** Even places along a whole path, both its ends included. One array of numbers: there are a thousand places, and they are kept. */
export class Walk {
  readonly count: number
  /** How far apart they are, mm. */
  readonly spacing: number
  /** Of each its point, then its direction. */
  private readonly numbers: Float64Array

  constructor(path: Path) {
    const stations = stationsOf(path, 0, pathLength(path), WALK)
    this.count = stations.length
    this.spacing = stations[1]!.s
    this.numbers = new Float64Array(6 * this.count)
    stations.forEach(({ at: { p, t } }, i) => {
      this.numbers.set(p, 6 * i)
      this.numbers.set(t, 6 * i + 3)
    })
  }

  /** How far along the path place i is, mm. */
  s(i: number): number {
    return i * this.spacing
  }

  point(i: number): Vec3 {
    return this.at(6 * i)
  }

  /** The way the path goes there. */
  direction(i: number): Vec3 {
    return this.at(6 * i + 3)
  }

  /** One number of a place: 0 to 2 of its point, 3 to 5 of its direction. */
  number(i: number, k: number): number {
    return this.numbers[6 * i + k]!
  }

  points(): Vec3[] {
    return Array.from({ length: this.count }, (_, i) => this.point(i))
  }

  private at(k: number): Vec3 {
    const { numbers } = this
    return [numbers[k]!, numbers[k + 1]!, numbers[k + 2]!]
  }
}

const walks = remember<Path, Walk>(12)

/** Places along a whole path, worked out once for all who look: extents, face, and what stands in what. */
export const walked = (path: Path): Walk => walks(path, () => new Walk(path))
