import { inPiece, seatedStones, type Design, type Seated, type SeatedStone } from '../design/index.js'
import { dist, type Vec3 } from '../geom/index.js'
import { bodyOf, fullStone, outlineOf, outlinePoints, type Stone } from '../stone/index.js'
import type { Held } from './held.js'
import { heldSeated } from './heldStone.js'

/** A piece's design with the stone that was measured for it. */
export interface Piece {
  readonly design: Pick<Design, 'stones'>
  readonly stone: Stone
}

/** How closely a stone beside is drawn, and how thick a wire along its surface, mm. */
const TOLERANCE = 0.01
const THICK = 0.3

/**
 * The stone of a piece that stands for all: the one that was measured, which is the largest of a row.
 * @throws RangeError where the design seats a stone that the group has not
 */
export function chiefOf({ design, stone }: Piece): Seated {
  const all = seatedStones({ design, stone })
  return all.find((s) => s.stone.length === stone.length) ?? all[0]!
}

/** A fingertip is about so wide, mm. */
const FINGERTIP = 10

/** How many stones of a piece a fingertip lies on that is laid on one of them. @example underFingertip(ALONE, 'stone') // 1 */
export function underFingertip(stones: readonly SeatedStone[], id: string): number {
  const own = stones.find((s) => s.id === id)!
  return stones.filter((s) => dist(s.shift, own.shift) <= FINGERTIP / 2).length
}

/**
 * One of a piece's stones as it lies there, with those that lie beside it: they are in its way as wire is. The chief one where none
 * is named.
 * @throws RangeError where there is none of that name
 */
export function heldAmong(piece: Piece, id?: string): Held {
  const all = seatedStones(piece)
  const own = id === undefined ? chiefOf(piece) : all.find((s) => s.id === id)
  if (!own) throw new RangeError(`the piece has no stone "${id ?? ''}"`)
  const held = heldSeated(own.stone, own.seat)
  if (all.length === 1) return held
  const beside = all
    .filter((s) => s !== own && liesBeside(own, s))
    .flatMap((s) => ringsOf(s).map((line) => ({ id: s.id, thick: THICK, line })))
  return { ...held, beside }
}

const across = ({ stone }: Seated): number => Math.max(stone.length, stone.width)
/** No third stone has room between the two. */
const liesBeside = (a: Seated, b: Seated): boolean =>
  dist(a.seat.shift, b.seat.shift) < 0.75 * (across(a) + across(b))

/** Its edge, and half way up and down from there: drawn in by half of their thickness. */
function ringsOf({ stone, seat }: Seated): (readonly Vec3[])[] {
  const full = fullStone(stone)
  const place = inPiece(seat)
  const points = outlinePoints(outlineOf(full), TOLERANCE)
  const { stretches } = bodyOf(full)
  const [below, above] = [stretches[0]!, stretches[stretches.length - 1]!]
  return [below.at(0.5), { h: 0, u: 1, v: 1 }, above.at(0.5)].map(({ h, u, v }) => {
    const within = (measure: number): number => Math.max(0, measure - THICK) / measure
    const [across, along] = [u * within(u * full.width), v * within(v * full.length)]
    return points.map(([x, y]) => place([across * x, along * y, h]))
  })
}
