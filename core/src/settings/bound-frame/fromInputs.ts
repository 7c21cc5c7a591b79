import type { Vec2 } from '../../geom/index.js'
import { pathLength, type Path } from '../../path/index.js'
import {
  outline,
  outlineHull,
  outlineRun,
  solidOf,
  stoneFrom,
  type Outline,
  type OutlineKind,
} from '../../stone/index.js'

import { planBends, type PlannedBend } from './bends.js'
import { beadHalf } from '../shared/beadAccent.js'
import { framed, wireHeight, type FrameSide } from './basis.js'
import { placeBall } from './ball.js'
import { placeBead } from './bead.js'
import { wovenFoot } from './wovenFoot.js'

import type { FootForm } from './foot.js'
import { tailPath } from './tailOver.js'
import { easeSegment, frameStations, type FrameLine } from './outlinePath.js'

export type Numbers = Readonly<Record<string, number>>
export type Words = Readonly<Record<string, string>>

/** The stone's own edge from a formula's inputs. */
export const edgeOf = (x: Numbers, w: Words): Outline =>
  outline(w.outline as OutlineKind, x.length!, x.width ?? x.length!, {
    corner: x.corner,
    cleft: x.cleft,
    points: w.points === undefined ? undefined : pointsIn(w.points),
  })

/** The points of a free outline as a formula's input tells them. */
export const pointsIn = (said: string): Vec2[] =>
  said.split(' ').map((p) => p.split(',').map(Number) as unknown as Vec2)

/** The same inputs as the left half is seen in the mirror: they differ for a free outline only. */
export const mirrorWords = (w: Words): Words =>
  w.points === undefined
    ? w
    : {
        ...w,
        points: pointsIn(w.points)
          .map(([u, v]) => `${u === 0 ? 0 : -u},${v}`)
          .reverse()
          .join(' '),
      }

/** Height at which both sides stand upright. */
export const joinOf = (x: Numbers, w: Words): number =>
  Math.max(...[w, mirrorWords(w)].map((side) => plainStations(lineOf(x, side)).join))

/** Stations of a line whose foot does not matter. */
export const plainStations = (line: FrameLine) =>
  frameStations({ ...line, foot: 0, footForm: 'arc', footGap: 0 })

/** The frame's line from a formula's inputs; what the formula does not name does not matter to it. */
export function lineOf(x: Numbers, w: Words): FrameLine {
  return {
    outline: outlineHull(edgeOf(x, w)),
    thickness: x.thickness!,
    size: x.size ?? x.thickness!,
    binder: x.binder ?? 0,
    foot: x.foot ?? 0,
    footForm: (w.footForm ?? 'arc') as FootForm,
    footGap: x.footGap ?? 0,
    footRadius: x.bendRadius ?? 1,
    leave: x.leave ?? 30,
    neckRadius: x.neckRadius ?? 1,
  }
}

export const pathOf = (segments: Parameters<typeof pathLength>[0]['segments']) => pathLength({ segments })

/** How the outer wires touch: a formula that names both their width and their size is about twisted ones. */
export const touchingOf = (x: Numbers, w: Words) =>
  x.size === undefined ? (w.profile as 'square' | 'round') : ('round' as const)

/** The weave at the foot from a formula's inputs. */
export const wovenFrom = (x: Numbers, w: Words) =>
  wovenFoot({
    weave: w.weave as Parameters<typeof wovenFoot>[0]['weave'],
    wires: x.wires!,
    base: x.size!,
    weaver: x.weaver!,
  })

/** The bends that a formula's inputs name, of one face. */
export function bendsFrom(x: Numbers, w: Words): PlannedBend[] {
  const face = w.face as 'front' | 'back'
  const n = x.wires!
  const hours = w.places === '' ? [] : w.places!.split(', ').map(Number)
  return (['left', 'right'] as const).flatMap((side) => {
    const words = side === 'left' ? mirrorWords(w) : w
    const line = lineOf(x, words)
    return planBends({
      // the back is flat: what stands above the wall does not matter to it
      solid: framed(solidOf(stoneFrom({ ...x, depth: x.depth ?? x.wall! + 1 }, words))),
      line,
      stations: frameStations(line),
      face,
      hours,
      side,
      overlap: x.overlap!,
      profile: touchingOf(x, w),
      radius: x.bendRadius!,
      z: wireHeight(face === 'front' ? n - 1 : 0, n, line),
    })
  })
}

/** From the foot in to the edge and along it, up to where the frame leaves it. */
export function sideOfFrame(x: Numbers, w: Words): number {
  const line = lineOf(x, w)
  const st = frameStations(line)
  return (
    pathOf([easeSegment(line, st, 0, x.lift ?? 0)]) +
    outlineRun(line.outline, st.easeEnd, st.leave, line.thickness / 2)
  )
}

/** The bead's place and its wire's right half, from a formula's inputs. @throws RangeError where it has no place */
export function beadFrom(x: Numbers, w: Words) {
  const side = (words: Words): FrameSide => {
    const line = lineOf(x, words)
    return { line, stations: plainStations(line), solid: framed(solidOf(stoneFrom(x, words))) }
  }
  const right = side(w)
  const mirrored = mirrorWords(w)
  const left = mirrored === w ? right : side(mirrored)
  const placed = placeBead({
    right,
    left,
    join: joinOf(x, w),
    wires: x.wires!,
    profile: touchingOf(x, w),
    bead: x.bead!,
    fine: x.fine!,
  })
  if (!placed) throw new RangeError('a bead has no place above the stone')
  return { ...placed, side: right, half: beadHalf(placed.right, placed.on) }
}

/** A ball's place and its coil from a formula's inputs. @throws RangeError where it has no place */
export function ballFrom(x: Numbers, w: Words) {
  const line = lineOf(x, w)
  const side: FrameSide = { line, stations: plainStations(line), solid: framed(solidOf(stoneFrom(x, w))) }
  const placed = placeBall({
    ...side,
    join: joinOf(x, w),
    neck: x.neck!,
    wires: x.wires!,
    ball: x.ball!,
    least: x.leastBend!,
  })
  if (!placed) throw new RangeError('a ball has no place on the shoulder')
  return { ...placed, side }
}

/** The way of a tail led over the face, from a formula's inputs. */
export function tailFrom(x: Numbers, w: Words): Path {
  const line = lineOf(x, w)
  return tailPath(
    {
      solid: framed(solidOf(stoneFrom(x, w))),
      line,
      stations: plainStations(line),
      join: joinOf(x, w),
      o: { wires: x.wires!, neck: x.neck! },
      profile: touchingOf(x, w),
      least: x.leastBend!,
    },
    x.hour!,
  )
}
