import { bisect, dist, type Vec2 } from '../../geom/index.js'
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
export const TOP = Math.PI / 2
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

const fromLine = (p: Vec2, [a, b]: readonly [Vec2, Vec2]): number => {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const whole = dx * dx + dy * dy
  const t = whole > 0 ? Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / whole)) : 0
  return dist([p[0], p[1], 0], [a[0] + t * dx, a[1] + t * dy, 0])
}

/** Places round the frame, and rows of places that are asked first; then it is asked nearer and nearer by. */
const ROUND = 72
const ROWS = 24
const NEARER = 6

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
  const lines = [
    ...crossingsOf(sides, levels, face),
    ...frame.map((p, i) => [p, frame[(i + 1) % frame.length]!] as const),
  ]
  const inside = ([x, y]: Vec2): boolean => {
    let odd = false
    frame.forEach((a, i) => {
      const b = frame[(i + 1) % frame.length]!
      if (a[1] > y !== b[1] > y && x < a[0] + ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1])) odd = !odd
    })
    return odd
  }
  const freeAt = (p: Vec2): number => (inside(p) ? Math.min(...lines.map((l) => fromLine(p, l))) : 0)
  const [left, right] = [-sides.left.right, sides.right.right]
  const [low, high] = [sides.right.bottom, sides.right.top]
  let best: { at: Vec2; free: number } = { at: [0, 0], free: 0 }
  const ask = (at: Vec2) => {
    const free = freeAt(at)
    if (free > best.free) best = { at, free }
  }
  for (let i = 1; i < ROWS; i++)
    for (let j = 1; j < ROWS; j++) ask([left + ((right - left) * i) / ROWS, low + ((high - low) * j) / ROWS])
  let step = Math.max(right - left, high - low) / ROWS
  for (let n = 0; n < NEARER; n++, step /= 2) {
    const [x, y] = best.at
    for (const i of [-1, 0, 1]) for (const j of [-1, 0, 1]) ask([x + i * step, y + j * step])
  }
  return 2 * best.free
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
    if (Math.max(...wide) < ROOM * narrowest(stone)) return levels
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
