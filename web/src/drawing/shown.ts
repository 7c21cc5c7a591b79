import {
  bodyBox,
  bodyOf,
  fullStone,
  inPiece,
  samplePath,
  spanOf,
  type Design,
  type Path,
  type Stone,
} from '@verger/core'
import { accentsShown } from './accent.js'
import { barsOf, project, type View } from './project.js'
import { stonesShown } from './stonesShown.js'

/** What of a piece is to be seen: by default all of it, finished. */
export interface Shown {
  readonly paths?: ReadonlyMap<string, Path>
  readonly active?: ReadonlySet<string>
  /** Turns made per joint; missing joints have none. Undefined: all of them. */
  readonly turns?: Readonly<Record<string, number>>
  readonly stone?: 'in' | 'out' | 'ghost'
  /** Of several stones those that are in. Undefined: all of them. */
  readonly stones?: readonly string[]
  /** The metal is darkened. Undefined: where the plan darkens it. */
  readonly dark?: boolean
  /** Accents that are on. Undefined: all of them. */
  readonly accents?: readonly string[]
}

export interface Bounds {
  readonly x0: number
  readonly x1: number
  readonly y0: number
  readonly y1: number
}

/** Extent of stones and wires on the sheet, mm. */
export function boundsOf(design: Design, stone: Stone, view: View, shown: Shown = {}): Bounds {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity]
  const take = (x: number, y: number, r: number) => {
    x0 = Math.min(x0, x - r)
    x1 = Math.max(x1, x + r)
    y0 = Math.min(y0, y - r)
    y1 = Math.max(y1, y + r)
  }
  for (const { stone: own, seat } of stonesShown(design, stone, shown)) {
    const b = bodyBox(bodyOf(fullStone(own)))
    const place = inPiece(seat)
    for (const x of [b.x0, b.x1])
      for (const y of [b.y0, b.y1])
        for (const z of [b.z0, b.z1]) {
          const [u, v] = project(view, place([x, y, z]))
          take(u, v, 0)
        }
  }
  for (const wire of design.wires)
    for (const p of samplePath(shown.paths?.get(wire.id) ?? wire.path, 0.1)) {
      const [x, y] = project(view, p)
      take(x, y, spanOf(wire) / 2)
    }
  for (const accent of accentsShown(design, shown)) {
    const [x, y] = project(view, accent.centre)
    take(x, y, accent.radius)
  }
  // the turns lie round the wires, where the piece is shown with all of them
  if (!shown.turns && !shown.paths) {
    const paths = new Map(design.wires.map((w) => [w.id, w.path]))
    for (const joint of design.joints)
      for (const bar of barsOf(design, joint, view, paths)) {
        take(bar.x1, bar.y1, 0)
        take(bar.x2, bar.y2, 0)
      }
  }
  return { x0, x1, y0, y1 }
}
