import type { Vec2 } from '../geom/index.js'
import { outlineMoments, type Outline, type OutlineArc } from './outline.js'
import { thinOutline } from './thinOutline.js'
import { corneredArcs, dropArcs, ellipseArcs, freeArcs, heartArcs } from './outlineArcs.js'
import { OUTLINE_SHARES, TIP_SHARE, type OutlineKind } from './stone.js'

/** What an outline is made from, mm. Corner: radius of the corners, or the width cut off them. */
export interface OutlineSpec {
  readonly kind: OutlineKind
  readonly length: number
  readonly width: number
  readonly corner?: number | undefined
  readonly cleft?: number | undefined
  readonly points?: readonly Vec2[] | undefined
}

const START = -Math.PI / 2
const TURN = 2 * Math.PI

/** Radius of a drop's tip: an estimate from its width. @example tipRadius(18) // 1.08 */
export const tipRadius = (width: number): number => TIP_SHARE * width

/**
 * The outline of a stone of this kind, length along y, width along x.
 * @throws RangeError unless both are above 0, a drop is longer than wide, corners and cleft fit, and a free outline is seen whole from its middle
 * @example outlinePerimeter(outline('oval', 30, 22)) // 82.165
 */
export function outline(
  kind: OutlineKind,
  length: number,
  width: number,
  more: Pick<OutlineSpec, 'corner' | 'cleft' | 'points'> = {},
): Outline {
  const points = more.points ? more.points.map((p) => p.join(',')).join(' ') : ''
  const key = `${kind} ${length} ${width} ${more.corner ?? ''} ${more.cleft ?? ''} ${points}`
  let found = known.get(key)
  if (!found) {
    found = makeOutline({ kind, length, width, ...more })
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, found)
  }
  return found
}

/** The last few outlines: formulas of one plan ask for the same one many times. */
const known = new Map<string, Outline>()
const MOST_KNOWN = 24

function makeOutline(spec: OutlineSpec): Outline {
  const { kind, length, width } = spec
  if (!(length > 0 && width > 0)) throw new RangeError(`outline needs length and width above 0`)
  const small = Math.min(length, width)
  const corner = spec.corner ?? OUTLINE_SHARES.corner * small
  const [w, l] = [width / 2, length / 2]
  switch (kind) {
    case 'round':
      return closeOutline(kind, [{ cx: 0, cy: 0, r: length / 2, from: START, to: START + TURN }])
    case 'oval':
      return closeOutline(
        kind,
        length === width
          ? [{ cx: 0, cy: 0, r: length / 2, from: START, to: START + TURN }]
          : ellipseArcs(width / 2, length / 2),
      )
    case 'drop':
      if (!(length > width)) throw new RangeError('a drop is longer than it is wide')
      return closeOutline(kind, dropArcs(length, width, tipRadius(width)))
    case 'cushion':
      return fitted(
        spec,
        RECTANGLE,
        OUTLINE_SHARES.cushionBulge,
        spec.corner ?? OUTLINE_SHARES.cushionCorner * small,
      )
    case 'square':
      return fitted(spec, RECTANGLE, 0, corner)
    case 'cut-corner': {
      const cut = spec.corner ?? OUTLINE_SHARES.cut * small
      const [a, b] = [1 - cut / w, 1 - cut / l]
      if (!(a > 0.05 && b > 0.05)) throw new RangeError('the corners take more than the sides')
      const corners: Vec2[] = [
        [-a, -1],
        [a, -1],
        [1, -b],
        [1, b],
        [a, 1],
        [-a, 1],
        [-1, b],
        [-1, -b],
      ]
      return fitted(spec, corners, 0, OUTLINE_SHARES.tip * small * 0.5)
    }
    case 'marquise':
      // two arcs: a lens whose bulge is half the width over the length
      return lens(spec)
    case 'triangle':
      return fitted(
        spec,
        [
          [-1, -2 / 3],
          [1, -2 / 3],
          [0, 4 / 3],
        ],
        OUTLINE_SHARES.triangleBulge,
        corner,
      )
    case 'hexagon':
      return fitted(
        spec,
        [
          [0, -1],
          [1, -0.5],
          [1, 0.5],
          [0, 1],
          [-1, 0.5],
          [-1, -0.5],
        ],
        0,
        OUTLINE_SHARES.tip * small,
      )
    case 'heart':
      return closeOutline(
        kind,
        heartArcs(length, width, spec.cleft ?? OUTLINE_SHARES.cleft * width, OUTLINE_SHARES.tip * width),
      )
    case 'free': {
      const points = spec.points ?? []
      if (points.length < 5) throw new RangeError('a free outline needs five points or more')
      return freeOutline(spec, thinOutline(points).points)
    }
    default: {
      const never: never = kind
      throw new RangeError(`unknown outline ${String(never)}`)
    }
  }
}

const RECTANGLE: readonly Vec2[] = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1],
]

/** Corners scaled until the rounded outline has the asked length and width. */
function fitted(spec: OutlineSpec, corners: readonly Vec2[], bulge: number, radius: number): Outline {
  let [sx, sy] = [spec.width / 2, spec.length / 2]
  let o = closeOutline(
    spec.kind,
    corneredArcs(
      corners.map(([x, y]): Vec2 => [x * sx, y * sy]),
      bulge,
      radius,
    ),
  )
  for (let i = 0; i < 40; i++) {
    const [kx, ky] = [spec.width / (o.right - o.left), spec.length / (o.top - o.bottom)]
    if (Math.abs(kx - 1) + Math.abs(ky - 1) < 1e-12) break
    sx *= kx
    sy *= ky
    o = closeOutline(
      spec.kind,
      corneredArcs(
        corners.map(([x, y]): Vec2 => [x * sx, y * sy]),
        bulge,
        radius,
      ),
    )
  }
  return o
}

/** Two equal arcs with rounded tips, of the asked length and width. */
function lens(spec: OutlineSpec): Outline {
  if (!(spec.length > spec.width * 1.05)) throw new RangeError('a marquise is longer than it is wide')
  const radius = OUTLINE_SHARES.tip * spec.width * 0.5
  let half = spec.length / 2
  let o: Outline | undefined
  for (let i = 0; i < 60; i++) {
    o = closeOutline(
      'marquise',
      corneredArcs(
        [
          [0, -half],
          [0, half],
        ],
        spec.width / (4 * half),
        radius,
      ),
    )
    const k = spec.length / (o.top - o.bottom)
    if (Math.abs(k - 1) < 1e-13) break
    half *= k
  }
  return o!
}

/** A free outline, scaled to its length and width, its middle at the middle of its area. */
function freeOutline(spec: OutlineSpec, points: readonly Vec2[]): Outline {
  let placed = points
  for (let i = 0; i < 30; i++) {
    const o = closeOutline('free', freeArcs(placed), false)
    const [cx, cy] = outlineMoments(o).centre
    const [kx, ky] = [spec.width / (o.right - o.left), spec.length / (o.top - o.bottom)]
    if (Math.abs(kx - 1) + Math.abs(ky - 1) + Math.abs(cx) / spec.width + Math.abs(cy) / spec.length < 1e-9)
      break
    placed = placed.map(([x, y]): Vec2 => [(x - cx) * kx, (y - cy) * ky])
  }
  return closeOutline('free', freeArcs(placed))
}

/** Puts arcs in order from the foot, splits the one that runs across it, and measures them. @throws RangeError when a part is hidden from the star centre */
export function closeOutline(kind: OutlineKind, raw: readonly OutlineArc[], star = true): Outline {
  const arcs = raw.filter((k) => Math.abs(k.to - k.from) > 1e-12)
  let convex = true
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity]
  let turned = 0
  for (const k of arcs) {
    turned += k.to - k.from
    if (k.r < 0 || k.to < k.from) convex = false
    const take = (a: number) => {
      const [x, y] = [k.cx + k.r * Math.cos(a), k.cy + k.r * Math.sin(a)]
      left = Math.min(left, x)
      right = Math.max(right, x)
      bottom = Math.min(bottom, y)
      top = Math.max(top, y)
    }
    take(k.from)
    take(k.to)
    const [lo, hi] = [Math.min(k.from, k.to), Math.max(k.from, k.to)]
    for (let q = Math.ceil(lo / (Math.PI / 2)); q * (Math.PI / 2) < hi; q++) take(q * (Math.PI / 2))
  }
  if (Math.abs(turned - TURN) > 1e-6) throw new RangeError('the outline crosses itself')
  const rolled = convex ? fromFoot(arcs) : arcs
  const starts = new Float64Array(rolled.length)
  let before = START
  rolled.forEach((k, i) => {
    let angle = Math.atan2(k.cy + k.r * Math.sin(k.from), k.cx + k.r * Math.cos(k.from))
    if (i === 0) before = convex && angle > START - 1e-9 && angle < START + 1e-9 ? START : angle
    if (i === 0) angle = before
    else {
      angle += TURN * Math.round((before - angle) / TURN)
      if (star && angle < before - 1e-7)
        throw new RangeError('a part of the outline is hidden from its middle')
      angle = Math.max(angle, before)
    }
    starts[i] = angle
    before = angle
  })
  return { kind, arcs: rolled, starts, convex, top, bottom, left, right }
}

/** Arcs from the one that holds the normal straight down, split there, their normals ascending from -π/2. */
function fromFoot(arcs: readonly OutlineArc[]): OutlineArc[] {
  const at = arcs.findIndex((k) => {
    const down = START + TURN * Math.ceil((k.from - START - 1e-12) / TURN)
    return down < k.to - 1e-12
  })
  const cut = arcs[at]
  if (!cut) throw new RangeError('the outline has no foot')
  const down = START + TURN * Math.ceil((cut.from - START - 1e-12) / TURN)
  const ordered: OutlineArc[] = [{ ...cut, from: down }, ...arcs.slice(at + 1), ...arcs.slice(0, at)]
  if (down > cut.from + 1e-12) ordered.push({ ...cut, to: down })
  let psi = START
  return ordered.map((k) => {
    const from = psi
    psi += k.to - k.from
    return { ...k, from, to: psi }
  })
}
