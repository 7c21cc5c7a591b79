import type { Design } from './design/index.js'
import { cross, dist, dot, norm, unit } from './geom/index.js'
import { segmentAt, segmentLength, type Segment } from './path/index.js'
import { examples } from './settings/bound-frame/examples.js'
import type { Family, FamilyExamples, Options } from './settings/index.js'
import type { Stone } from './stone/index.js'

/** For tests only: numbers in [0, 1) from a seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6d2b79f5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

const [frame] = examples.sound

/** For tests only: a flat-backed oval and a frame that holds it, the family's own first example. */
export const OVAL: Stone = frame!.stone
export const FRAME: Options = frame!.options

/** For tests only: how far segments' ends lie apart where they meet (mm), and how sharply their ways differ there (radians), at most. */
export function seams(segments: readonly Segment[]): { readonly apart: number; readonly kink: number } {
  let [apart, kink] = [0, 0]
  segments.slice(1).forEach((next, i) => {
    const before = segments[i]!
    const [a, b] = [segmentAt(before, segmentLength(before)), segmentAt(next, 0)]
    apart = Math.max(apart, dist(a.p, b.p))
    kink = Math.max(kink, norm(cross(unit(a.t), unit(b.t))))
    if (dot(a.t, b.t) < 0) kink = Math.PI
  })
  return { apart, kink }
}

/** For tests only: a stone with options that fit it, and what they build. */
export interface Fitting {
  readonly stone: Stone
  readonly options: Options
  readonly design: Design
}

/** For tests only: so many random stones with options drawn for them, those of which neither stone nor plan raises an error. @throws Error where hardly any fit */
export function fittings(
  { chosen, examples: own }: { readonly chosen: Family; readonly examples: FamilyExamples },
  seed: number,
  many: number,
  draw: (stone: Stone, random: () => number) => Options,
): Fitting[] {
  const random = seeded(seed)
  const out: Fitting[] = []
  for (let tries = 0; out.length < many; tries++) {
    if (tries > 400 * many) throw new Error(`only ${out.length} of ${many} fit`)
    const stone = own.stone(random)
    const options = draw(stone, random)
    if (chosen.fits(stone, options).some((f) => f.severity === 'error')) continue
    const design = chosen.build(stone, options)
    if (chosen.review(stone, options).some((f) => f.severity === 'error')) continue
    out.push({ stone, options, design })
  }
  return out
}
