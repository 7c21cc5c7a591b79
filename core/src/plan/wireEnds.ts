import { isWound, jointOf, seatedStones, type Design, type Wire, type WireEnd } from '../design/index.js'
import { dist, type Vec3 } from '../geom/index.js'
import { heldSeated } from '../hold/index.js'
import { pathAt, pathLength, stationsOf } from '../path/index.js'
import type { Stone } from '../stone/index.js'

/** What keeps a cut end down: turns beside it, another wire or its own curl that it lies against, or the stone. */
export type HeldDown = 'turns' | 'wire' | 'curl' | 'stone'

/** A cut end of a piece: of a wire, or of what is wound round others. */
export interface PieceEnd {
  readonly id: string
  /** The wire, or the joint whose wound wire it is. */
  readonly of: string
  readonly wound: boolean
  readonly side: 'left' | 'right'
  readonly place: Vec3
  /** The way out of the wire. */
  readonly direction: Vec3
  readonly finish: WireEnd['finish']
  /** Nothing where a cloth could lift it. */
  readonly by: HeldDown | undefined
  /** The joint beside it. */
  readonly joint?: string
}

/** An end no farther than this past the turns beside it is kept by them, in thicknesses and at least, mm. */
const BESIDE = 2
const BESIDE_LEAST = 1.6
/** An end lies against a wire or the stone where no more than this is between them, mm: a cloth's thread does not come under it. */
const AGAINST = 0.4
/** Of its own wire it lies against what is at least so many thicknesses away along it. */
const APART = 4
/** In a curl no more than this share of its thickness is between the turns. */
const IN_CURL = 0.4

/** The joint whose turns lie beside an end of a wire. */
function turnsBeside(design: Design, wire: Wire, s: number): string | undefined {
  const near = Math.max(BESIDE_LEAST, BESIDE * wire.stock.size.mm)
  const beside = design.joints.find((j) =>
    j.members.some((m) => m.wire === wire.id && Math.abs(s - Math.max(m.s0, Math.min(m.s1, s))) <= near),
  )
  return beside?.id
}

/** Does an end lie against a wire: another, or its own where it has come back to it. */
function liesAgainst(design: Design, wire: Wire, s: number, place: Vec3): 'wire' | 'curl' | undefined {
  const own = wire.stock.size.mm
  for (const other of design.wires) {
    const between = other === wire ? Math.max(AGAINST, IN_CURL * own) : AGAINST
    const touching = (own + other.stock.size.mm) / 2 + between
    const found = stationsOf(other.path, 0, pathLength(other.path), 0.2).some(
      (x) => (other !== wire || Math.abs(x.s - s) > APART * own) && dist(x.at.p, place) <= touching,
    )
    if (found) return other === wire ? 'curl' : 'wire'
  }
  return undefined
}

/** How many cut ends of a piece nothing keeps down. @example looseCount(framed.design, framed.stone) // 4 */
export const looseCount = (design: Design, stone: Stone): number =>
  wireEnds(design, stone).filter((e) => e.by === undefined).length

/**
 * Every cut end of a piece, where it is, which way it looks and what keeps it down: of the wires from the design, of what is wound two for each
 * joint, which lie under their own turns.
 * @example wireEnds(framed.design, framed.stone).length // 12
 */
export function wireEnds(design: Design, stone: Stone): PieceEnd[] {
  const stones = seatedStones({ design, stone }).map(({ stone: one, seat }) => heldSeated(one, seat))
  const byStone = (place: Vec3, thick: number): boolean =>
    stones.some((held) => held.nearest(place, { theta: NaN, phi: NaN }).distance - thick / 2 <= AGAINST)
  const wires = design.wires.flatMap((wire) =>
    (['left', 'right'] as const).map((side, k): PieceEnd => {
      const { place, direction, finish } = wire.ends[k]!
      const s = k === 0 ? 0 : pathLength(wire.path)
      const joint = turnsBeside(design, wire, s)
      const by = joint
        ? 'turns'
        : (liesAgainst(design, wire, s, place) ?? (byStone(place, wire.stock.size.mm) ? 'stone' : undefined))
      return {
        id: `${wire.id}-${side}`,
        of: wire.id,
        wound: false,
        side,
        place,
        direction,
        finish,
        by,
        ...(joint ? { joint } : {}),
      }
    }),
  )
  const wound = design.joints
    .filter((j) => isWound(j) && !j.runsOn)
    .flatMap(({ id }) => {
      const { wire, s0, s1 } = jointOf(design, id).members[0]!
      const path = design.wires.find((w) => w.id === wire)!.path
      return (['left', 'right'] as const).map((side, k): PieceEnd => {
        const { p, t } = pathAt(path, k === 0 ? s0 : s1)
        return {
          id: `${id}-${side}`,
          of: id,
          wound: true,
          side,
          place: p,
          direction: k === 0 ? [-t[0], -t[1], -t[2]] : t,
          finish: 'tucked',
          by: 'turns',
          joint: id,
        }
      })
    })
  return [...wires, ...wound]
}
