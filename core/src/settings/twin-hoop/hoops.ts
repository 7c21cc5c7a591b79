import { bisect } from '../../geom/index.js'
import { outlinePoint, type Outline } from '../../stone/index.js'
import { leastBend } from '../../wire/index.js'
import type { Given } from '../kit/index.js'
import {
  along,
  hoopOn,
  LOOSE_AT,
  reaching,
  widening,
  type HoopPlace,
  type Post,
} from '../shared/coilRound.js'
import { outlineAlong, type RoundEgg } from '../shared/halfHoop.js'
import { shankFigures, type ShankSpec } from '../shared/shank.js'
import { shoulderOf, type ShoulderSpec } from '../shared/shoulder.js'
import type { choices } from './choices.js'

/**
 * Where two hoops lie on a ball or an egg, and what carries them. Worked out upright: y is the hoops' common axis, toward the finger or the bail;
 * the wires that carry the hoops rise along the stone in the plane z = 0, and each hoop is wound round them. mm.
 */
export type K = Given<typeof choices>
export type Which = 'near' | 'far'
export type Side = 'left' | 'right'

/** Curves of the carriers, in thicknesses of their wire: where a shank rises from the finger, where a bail's legs come together. */
const TURN = 1.2
const LEG = 2
/** Of one wire: room between the first turn beside its bend into the far hoop and that bend, in thicknesses. */
const BESIDE = 0.55

export interface Ground extends RoundEgg, Readonly<Record<Which, HoopPlace>> {
  readonly ring: boolean
  readonly one: boolean
  /** Thickness of the hoops' wire and of what carries them, and how many carry them. */
  readonly size: number
  readonly shankSize: number
  readonly carriers: number
  readonly turns: number
  readonly play: number
  readonly post: Post
  /** Where the posts begin: at the shank's curve, or at the shoulder. NaN where a shank cannot meet the posts. */
  readonly begins: number
  readonly shank: ShankSpec
  readonly shoulder: ShoulderSpec
  /** Radius by which the carriers' ends are curled in, and of one wire the radius by which its shank turns into the far hoop. */
  readonly curl: number
  readonly bend: number
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

/**
 * The far hoop of one wire, seen upright as the near one: its front half goes on from the shank, which turns into it past the place where the
 * back half is wound on.
 */
function turnedInto(post: Post, offset: number, r: number, d: number, bend: number): HoopPlace {
  const plain = hoopOn(post, offset, r, d, 1)
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
  const upright = outlineAlong(stone, ring)
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
    near: hoopOn(post, offset, near, size, o.turns),
    far: one ? turnedInto(post, offset, far, size, bend) : hoopOn(post, offset, far, size, o.turns),
    begins: ring ? (shankFigures(shank)?.begins ?? NaN) : shoulderOf(shoulder).leave,
    shank,
    shoulder,
    curl: Math.max(reach, 1.05 * least),
    bend,
  }
}
