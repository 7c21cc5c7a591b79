import { outlineAfter, outlinePoint, outlineRun } from '../../stone/index.js'
import { numberOf, type Quantity } from '../../working/index.js'
import { BESIDE, type FrameTurns } from '../kit/parts/turnsOnFrame.js'
import type { Frame, K } from './frame.js'
import { FOOT, levelRun, placeOf } from './windows.js'

/** Turns of the lacing round one place of a round. */
export interface Stop {
  readonly id: string
  readonly half: 1 | -1
  readonly level: number
  /** It comes here from this face, or goes on over it. */
  readonly comes: boolean
  readonly face: 1 | -1
  readonly side: 1 | -1
  /** Its turns are wound up the side (1) or down it (−1). */
  readonly up: 1 | -1
  /** mm up that side from the foot. */
  readonly run: number
  readonly turns: Quantity
}

export const word = { side: { 1: 'right', [-1]: 'left' }, face: { 1: 'front', [-1]: 'back' } } as const
const stopId = (side: 1 | -1, level: number, face: 1 | -1): string =>
  `${word.side[side]}-${level}-${word.face[face]}`

/** Does a crossing from a level on one side to a level on the other lead up the frame there (1), or down it (−1). */
function leads(frame: Frame, levels: number, side: 1 | -1, level: number, other: number): 1 | -1 {
  const [x, y] = placeOf(frame, side, level, levels)
  const [u, v] = placeOf(frame, side === 1 ? -1 : 1, other, levels)
  const psi = outlineAfter(
    side === 1 ? frame.right : frame.left,
    FOOT,
    levelRun(frame, side, level, levels),
    frame.off,
  )
  return (x - u) * side * Math.sin(psi) + (v - y) * Math.cos(psi) < 0 ? -1 : 1
}

/**
 * Both ends of the lacing lead from side to side in turn: at each level from the face on which they come past the edge to the other one. Turns begin
 * on the side from which the wire comes and end on that to which it goes on, so that no crossing lies on turns.
 */
export function stopsOf(k: K, frame: Frame, half: 1 | -1): Stop[] {
  const { levels } = k.o
  const lead = BESIDE * k.thick('lace')
  return Array.from({ length: levels }, (_, level): Stop[] => {
    const side: 1 | -1 = level % 2 === 0 ? half : half === 1 ? -1 : 1
    const comes: 1 | -1 = level % 2 === 1 ? 1 : -1
    const goes: 1 | -1 = comes === 1 ? -1 : 1
    const first = level === 0 ? k.q.ends : k.q.turns
    const then = level === levels - 1 ? k.q.ends : k.q.turns
    const came = leads(frame, levels, side, level, Math.max(0, level - 1)) === 1 ? -1 : 1
    const next = level === levels - 1 ? came : leads(frame, levels, side, level, level + 1)
    const middle = levelRun(frame, side, level, levels)
    // the second turns begin beside the end of the first
    const apart = (lead * (came * numberOf(first) + next * numberOf(then))) / 4
    const at = { half, level, side }
    return [
      {
        ...at,
        id: stopId(side, level, comes),
        comes: true,
        face: comes,
        turns: first,
        up: came,
        run: middle - apart,
      },
      {
        ...at,
        id: stopId(side, level, goes),
        comes: false,
        face: goes,
        turns: then,
        up: next,
        run: middle + apart,
      },
    ]
  }).flat()
}

/** The turns of a stop as they lie on their round. */
export function turnsAt(k: K, frame: Frame, { face, side, run, turns, comes, up }: Stop): FrameTurns {
  const outline = side === 1 ? frame.right : frame.left
  const z = face * numberOf(frame.high[face === 1 ? 'front' : 'back'])
  return {
    wire: (along) => {
      const psi = outlineAfter(outline, FOOT, Math.max(0, run + along), frame.off)
      const [x, y] = outlinePoint(outline, psi, frame.off)
      return { at: [side * x, y, z], out: [side * Math.cos(psi), Math.sin(psi), 0] }
    },
    face: [0, 0, face],
    turns: numberOf(turns),
    comes,
    up,
    stiff: k.thick('size'),
    lace: k.thick('lace'),
  }
}

/** Have all turns room on their rounds beside each other. */
export function haveRoom(k: K, frame: Frame, stops: readonly Stop[]): boolean {
  const lead = BESIDE * k.thick('lace')
  const sides = [1, -1] as const
  return sides.every((side) => {
    const most = outlineRun(side === 1 ? frame.right : frame.left, FOOT, frame.leave, frame.off)
    return sides.every((face) => {
      const own = stops
        .filter((s) => s.side === side && s.face === face)
        .map(
          ({ run, turns }) =>
            [run - (lead * numberOf(turns)) / 2, run + (lead * numberOf(turns)) / 2] as const,
        )
        .sort((a, b) => a[0] - b[0])
      return own.every(([low, high], i) => low > 0 && high < (own[i + 1]?.[0] ?? most))
    })
  })
}
