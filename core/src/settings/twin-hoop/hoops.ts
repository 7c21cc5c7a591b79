import { bisect, type Vec3 } from '../../geom/index.js'
import { hermite, moveSegment, type Segment } from '../../path/index.js'
import { outline, outlinePoint, outlineRun, type Outline } from '../../stone/index.js'
import { leastBend } from '../../wire/index.js'
import type { Given } from '../kit/index.js'
import { advance, along, widening, type Post } from '../shared/coilRound.js'
import { shankFigures, type ShankSpec } from '../shared/shank.js'
import { shoulderOf, type ShoulderSpec } from '../shared/shoulder.js'
import type { choices } from './choices.js'
import { outlineOf } from './outlineOf.js'

/**
 * Where two hoops lie on a ball or an egg, and what carries them. Worked out upright: y is the hoops' common axis, toward the finger or the bail;
 * the wires that carry the hoops rise along the stone in the plane z = 0, and each hoop is wound round them. mm.
 */
export type K = Given<typeof choices>
export type Which = 'near' | 'far'
export type Side = 'left' | 'right'

/** Packed turns stand this much farther apart than the wire is thick. */
const PACKED = 1.04
/** Lead of a wound end over the wire's thickness: it takes up its lead slowly. */
const LEAD = 1.15
/** A hoop as wide as the stone, or wider, touches nothing: it is put where the stone's normal is this far above its equator, radians. */
const LOOSE_AT = 0.6
/** Curves of the carriers, in thicknesses of their wire: where a shank rises from the finger, where a bail's legs come together. */
const TURN = 1.2
const LEG = 2
/** Of one wire: room between the first turn beside its bend into the far hoop and that bend, in thicknesses. */
const BESIDE = 0.55

/** Where one hoop lies on the post, seen upright as the near one: the far hoop is worked out so, and mirrored. */
export interface HoopPlace {
  /** y of its middle. */
  readonly height: number
  /** Normal direction at its middle, and at its front and back halves. */
  readonly psi: number
  readonly front: number
  readonly back: number
  /** How far apart the halves stand along the post, and the lead of a wound end. */
  readonly gap: number
  readonly lead: number
  /** The stretch of the right post that its wound ends take, and of the left one that its turn in passing takes, mm to either side of its middle. */
  readonly tied: Readonly<Record<Side, number>>
  /** Run along the post from the equator to its middle. */
  readonly latitude: number
}

export interface Ground extends Readonly<Record<Which, HoopPlace>> {
  readonly ring: boolean
  readonly one: boolean
  /** Thickness of the hoops' wire and of what carries them, and how many carry them. */
  readonly size: number
  readonly shankSize: number
  readonly carriers: number
  readonly turns: number
  readonly play: number
  readonly outline: Outline
  /** Length of an egg that lies across a finger, where it is one. */
  readonly lying: number | undefined
  readonly post: Post
  /** Of the hoops' wire from the stone, to its middle: half a wire and the play's share. */
  readonly offset: number
  /** Where the posts begin: at the shank's curve, or at the shoulder. NaN where a shank cannot meet the posts. */
  readonly begins: number
  readonly shank: ShankSpec
  readonly shoulder: ShoulderSpec
  /** Radius by which the carriers' ends are curled in, and of one wire the radius by which its shank turns into the far hoop. */
  readonly curl: number
  readonly bend: number
}

/** The normal direction at which the curve at a distance is as far out as x; undefined where it nowhere is. */
function reaching(o: Outline, x: number, offset: number): number | undefined {
  if (!(x < o.right + offset - 1e-9)) return undefined
  return bisect((psi) => outlinePoint(o, psi, offset)[0] - x, 0, Math.PI / 2, 1e-13).root
}

/** Distance of the hoops' wire from the stone, so that the stone may move by `play` in all between them. */
function offsetFor(o: Outline, radii: readonly number[], d: number, play: number): number {
  const touching = radii.map((r) => reaching(o, r, d / 2))
  const height = (r: number, offset: number) => outlinePoint(o, reaching(o, r, offset)!, offset)[1]
  const held = radii.filter((_, i) => touching[i] !== undefined)
  const moved = (g: number) => held.reduce((sum, r) => sum + height(r, d / 2 + g) - height(r, d / 2), 0)
  const snug =
    held.length > 0 && play > 1e-9
      ? bisect((g) => moved(g) - (play * held.length) / radii.length, 0, play, 1e-12).root
      : 0
  const loose = radii
    .filter((_, i) => touching[i] === undefined)
    .map((r) => bisect((g) => outlinePoint(o, LOOSE_AT, d / 2 + g)[0] - r, 0, r, 1e-12).root)
  return d / 2 + Math.max(snug, ...loose)
}

function placeOf(post: Post, offset: number, r: number, d: number, turns: number): HoopPlace {
  const psi = reaching(post.outline, r, offset) ?? LOOSE_AT
  const wider = widening(post, psi)
  const gap = PACKED * d * wider
  const lead = LEAD * d * wider
  return {
    height: outlinePoint(post.outline, psi, offset)[1],
    psi,
    front: along(post, psi, -gap / 2),
    back: along(post, psi, gap / 2),
    gap,
    lead,
    tied: {
      left: gap / 2 + (d * wider) / 2,
      right: gap / 2 + advance(lead, turns) + (d * wider) / 2,
    },
    latitude: outlineRun(post.outline, 0, psi, post.offset),
  }
}

/**
 * The far hoop of one wire, seen upright as the near one: its front half goes on from the shank, which turns into it past the place where the
 * back half is wound on.
 */
function turnedInto(post: Post, offset: number, r: number, d: number, bend: number): HoopPlace {
  const plain = placeOf(post, offset, r, d, 1)
  const wider = widening(post, plain.psi)
  const gap = (BESIDE * d + bend) * wider
  const tied = gap / 2 + (d * wider) / 2
  return {
    ...plain,
    front: along(post, plain.psi, gap / 2),
    back: along(post, plain.psi, -gap / 2),
    gap: -gap,
    tied: { left: tied, right: tied },
  }
}

/** What stone and choices make of two hoops and their carriers. */
export function groundOf(k: K): Ground {
  const { o, stone } = k
  const [ring, one] = [o.mount === 'ring', o.work === 'one wire']
  const shankSize = k.thick('shankSize')
  const size = one ? shankSize : k.thick('size')
  const carriers = ring && !one ? o.shank : 1
  const across = stone.width
  const upright = outlineOf(stone, ring)
  const [near, far] = [(o.seat + size) / 2, (o.hoop + size) / 2]
  const offset = offsetFor(upright, [near, far], size, o.play)
  const reach = (size + shankSize) / 2
  const post: Post = {
    outline: upright,
    offset: offset + reach,
    half: ((carriers - 1) * shankSize) / 2,
    reach,
  }
  const shank: ShankSpec = {
    inside: o.ring,
    thickness: shankSize,
    sides: across / 2 + post.offset,
    centre: across / 2 + o.ring / 2 - o.bulge,
    radius: TURN * shankSize,
  }
  const shoulder: ShoulderSpec = {
    outline: upright,
    offset: post.offset,
    upright: shankSize / 2,
    before: (o.leave * Math.PI) / 180,
    radius: LEG * shankSize,
  }
  const least = leastBend(k.stock('shankSize'))
  const bend = Math.max(1.5 * shankSize, 1.6 * least)
  return {
    ring,
    one,
    size,
    shankSize,
    carriers,
    turns: o.turns,
    play: o.play,
    outline: upright,
    lying: ring && Math.abs(stone.length - across) > 1e-9 ? stone.length : undefined,
    post,
    offset,
    near: placeOf(post, offset, near, size, o.turns),
    far: one ? turnedInto(post, offset, far, size, bend) : placeOf(post, offset, far, size, o.turns),
    begins: ring ? (shankFigures(shank)?.begins ?? NaN) : shoulderOf(shoulder).leave,
    shank,
    shoulder,
    curl: Math.max(reach, 1.05 * least),
    bend,
  }
}

/** Half of a hoop in front (z > 0) from the right to the left, or behind from the left to the right, at one height; of its front from an angle on. */
export function halfHoop(g: Ground, at: number, face: 'front' | 'back', from = 0): Segment {
  const [x, y] = outlinePoint(g.outline, at, g.offset)
  const sign = face === 'front' ? 1 : -1
  if (g.lying === undefined)
    return {
      kind: 'arc',
      centre: [0, y, 0],
      x: [sign * Math.cos(from), 0, sign * Math.sin(from)],
      y: [-sign * Math.sin(from), 0, sign * Math.cos(from)],
      radius: x,
      sweep: Math.PI - from,
    }
  // an egg lying across: it is turned about z, so the parallel curve of its long outline gives the distance from that axis at each z
  const long = outline('oval', g.lying, g.outline.right * 2)
  const quarterAt = (psi: number): readonly [across: number, z: number] => {
    const [rho, z] = outlinePoint(long, psi, g.offset)
    return [Math.sqrt(Math.max(0, rho * rho - y * y)), z]
  }
  const last = bisect((psi) => outlinePoint(long, psi, g.offset)[0] - y, 0, Math.PI / 2, 1e-13).root
  const place = (angle: number): Vec3 => {
    // the quarter's own angle about the hoop's middle, 0 at the right
    const quarter = angle <= Math.PI / 2 ? angle : Math.PI - angle
    if (quarter < 1e-12) return [angle < 1 ? x : -x, y, 0]
    const turned = (p: number): number => {
      const [u, z] = quarterAt(p)
      return z * Math.cos(quarter) - u * Math.sin(quarter)
    }
    const psi = quarter > Math.PI / 2 - 1e-9 ? last : bisect(turned, 0, last, 1e-13).root
    const [u, z] = quarterAt(psi)
    return [angle <= Math.PI / 2 ? u : -u, y, z]
  }
  const n = 24
  const angles = Array.from({ length: n + 1 }, (_, k) =>
    k <= n / 2 ? from + ((Math.PI / 2 - from) * 2 * k) / n : (Math.PI * k) / n,
  )
  const e = 1e-4
  const slope = angles.map((a, k): Vec3 => {
    if (k === 0 && from === 0) return [0, 0, x]
    if (k === n) return [0, 0, -x]
    const [p, q] = [place(a - e), place(a + e)]
    // the middle, where both quarters meet, runs straight across
    return [(q[0] - p[0]) / (2 * e), 0, k === n / 2 ? 0 : (q[2] - p[2]) / (2 * e)]
  })
  const segment = hermite(angles, angles.map(place), slope)
  if (face === 'front') return segment
  const turn = ([a, b, c]: Vec3): Vec3 => [-a, b, -c]
  return moveSegment(segment, turn, turn)
}
