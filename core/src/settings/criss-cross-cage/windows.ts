import { bisect, emptyCircle, type Vec2 } from '../../geom/index.js'
import {
  fullStone,
  mirroredStone,
  outlineAfter,
  outlineHull,
  outlineOf,
  outlinePoint,
  outlineRun,
  type FullStone,
  type Outline,
} from '../../stone/index.js'
import { latestLeave } from '../shared/shoulder.js'

/** Normals at the foot and at the top, radians. */
export const FOOT = -Math.PI / 2
const TOP = Math.PI / 2
/** From the foot to the lowest level, and from the highest to where the frame turns up: shares of the way between two levels. */
const BELOW = 0.6
const ABOVE = 0.4

/** A stone's edge on the right as a taut string lies round it, and on the left as the mirror shows it. */
export const edgesOf = (stone: FullStone): Readonly<Record<'right' | 'left', Outline>> => ({
  right: outlineHull(outlineOf(stone)),
  left: outlineHull(outlineOf(stone.outline === 'free' ? fullStone(mirroredStone(stone)) : stone)),
})

/** A frame's round as both sides of it are seen from the middle, to the right: the left one in the mirror. */
export interface Sides {
  readonly right: Outline
  readonly left: Outline
  /** From the outline to the frame wire's middle, mm; and the normal at which it turns up to the neck, radians. */
  readonly off: number
  readonly leave: number
}

/** So far up a side a level lies, counted from 0, mm from the foot along the frame: all levels stand equally far above each other. */
export function levelRun(
  { off, leave, ...sides }: Sides,
  side: 1 | -1,
  level: number,
  levels: number,
): number {
  const outline = side === 1 ? sides.right : sides.left
  const [low, high] = [outline.bottom - off, outlinePoint(outline, leave, off)[1]]
  const y = low + ((high - low) * (level + BELOW)) / (levels - 1 + BELOW + ABOVE)
  const psi = bisect((at) => outlinePoint(outline, at, off)[1] - y, FOOT, leave, 1e-9).root
  return outlineRun(outline, FOOT, psi, off)
}

/** Where a level lies on the frame, seen from the front. */
export const placeOf = (sides: Sides, side: 1 | -1, level: number, levels: number): Vec2 => {
  const outline = side === 1 ? sides.right : sides.left
  const psi = outlineAfter(outline, FOOT, levelRun(sides, side, level, levels), sides.off)
  const [x, y] = outlinePoint(outline, psi, sides.off)
  return [side * x, y]
}

/**
 * Crossings of one face by the places that they join, seen from the front: straight across behind at the lowest level, and from there up two at a
 * time, from an even level to the next in front and from an odd one behind.
 */
export function crossingsOf(sides: Sides, levels: number, face: 1 | -1): (readonly [Vec2, Vec2])[] {
  const place = (side: 1 | -1, level: number) => placeOf(sides, side, level, levels)
  return [
    ...(face === -1 ? [[place(1, 0), place(-1, 0)] as const] : []),
    ...Array.from({ length: levels - 1 }, (_, i) => i)
      .filter((i) => (i % 2 === 0) === (face === 1))
      .flatMap((i) => [[place(1, i), place(-1, i + 1)] as const, [place(-1, i), place(1, i + 1)] as const]),
  ]
}

/** Places round the frame by which its line is told. */
const ROUND = 72

/** Diameter of the largest circle on a face that meets neither frame nor crossings, mm, as they are seen from the front. */
export function widestOpen(sides: Sides, levels: number, face: 1 | -1): number {
  const frame: Vec2[] = []
  for (const side of [1, -1] as const) {
    const outline = side === 1 ? sides.right : sides.left
    const half = Array.from({ length: ROUND / 2 + 1 }, (_, i): Vec2 => {
      const [x, y] = outlinePoint(outline, FOOT + (i * Math.PI) / (ROUND / 2), sides.off)
      return [side * x, y]
    })
    frame.push(...(side === 1 ? half : half.reverse()))
  }
  return 2 * emptyCircle(frame, crossingsOf(sides, levels, face)).radius
}

/** A fine wire is pushed aside until it is longer by this share: then it stays so. */
export const STRETCH = 0.01

/** How far apart two wires of a length are pushed in their middles. */
export const pushedApart = (long: number): number => long * Math.sqrt((1 + STRETCH) ** 2 - 1)

/** No round window that is smaller lets a stone through: the middle one of its three measures, mm. */
export const narrowest = ({ length, width, depth }: Pick<FullStone, 'length' | 'width' | 'depth'>): number =>
  [length, width, depth].sort((a, b) => a - b)[1]!

/** A window is no wider than this share of what the stone passes: so much is left for what is measured wrong. */
export const ROOM = 0.9
const [LEAST, MOST] = [4, 14]
/** What is proposed before the frame's wire is known has a little less still. */
const SURE = 0.95
/** A frame of usual wire, before its size is chosen: how far it lies off the edge, and its shoulders, mm. */
const OFF = 0.95
const SHOULDER = { offset: OFF, upright: 0.5, radius: 2 } as const

/** Fewest levels whose widest window, its wires pushed aside, lets the stone through on neither face. */
export function fewestLevels(stone: FullStone): number {
  const edges = edgesOf(stone)
  const sides: Sides = {
    ...edges,
    off: OFF,
    leave:
      TOP -
      (Math.max(...Object.values(edges).map((outline) => latestLeave({ outline, ...SHOULDER }))) * Math.PI) /
        180,
  }
  for (let levels = LEAST; levels < MOST; levels++) {
    const wide = ([1, -1] as const).map(
      (face) => widestOpen(sides, levels, face) + pushedApart(longest(sides, levels)),
    )
    if (Math.max(...wide) < SURE * ROOM * narrowest(stone)) return levels
  }
  return MOST
}

/** The longest crossing, as it is seen from the front, mm. */
export const longest = (sides: Sides, levels: number): number =>
  Math.max(
    ...([1, -1] as const).flatMap((face) =>
      crossingsOf(sides, levels, face).map(([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1])),
    ),
  )
