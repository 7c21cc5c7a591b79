import { remember } from '../../geom/index.js'
import { pathLength, stationsOf, type Path } from '../../path/index.js'
import { coveredShare } from '../shared/covered.js'
import { oneWireStretches } from './oneWire.js'
import { asWorn, carrierStretches, hoopStretches, type TwinHoopGeometry } from './geometry.js'

interface Seen {
  readonly path: Path
  readonly size: number
}
const seen = remember<TwinHoopGeometry, readonly Seen[]>(8)

/** Every wire's path as worn, with its thickness: what is seen of the piece. */
const pathsOf = (g: TwinHoopGeometry): readonly Seen[] => seen(g, () => workOut(g))

function workOut(g: TwinHoopGeometry): Seen[] {
  const { ring, size, shankSize, shank } = g.shape
  const path = (list: Parameters<typeof asWorn>[1]): Path => ({
    segments: asWorn(ring, list).flatMap((s) => s.segments),
  })
  if (g.shape.bend !== undefined) {
    const { left, right } = oneWireStretches(g)
    return [left, right].map((list) => ({ path: path(list), size: shankSize }))
  }
  return [
    ...(['near', 'far'] as const).flatMap((which) => {
      const { left, right } = hoopStretches(g, which)
      return [left, right].map((list) => ({ path: path(list), size }))
    }),
    ...Array.from({ length: shank }, (_, i) => carrierStretches(g, i)).flatMap(({ left, right }) =>
      [left, right].map((list) => ({ path: path(list), size: shankSize })),
    ),
  ]
}

/** From end to end of wires and stone along an axis of the worn piece, mm. */
export function extentOf(g: TwinHoopGeometry, axis: 'x' | 'y' | 'z'): number {
  const k = axis === 'x' ? 0 : axis === 'y' ? 1 : 2
  const half = (axis === 'y' ? g.shape.length : g.shape.across) / 2
  let [low, high] = [-half, half]
  for (const { path, size } of pathsOf(g))
    for (const { at } of stationsOf(path, 0, pathLength(path), 0.1)) {
      low = Math.min(low, at.p[k] - size / 2)
      high = Math.max(high, at.p[k] + size / 2)
    }
  return high - low
}

/** Share of the stone's face before which no wire lies. */
export function faceShown(g: TwinHoopGeometry): number {
  const [a, b] = [g.shape.across / 2, g.shape.length / 2]
  return (
    1 -
    coveredShare({
      wires: pathsOf(g),
      inside: (x, y) => (x / a) ** 2 + (y / b) ** 2 < 1,
      box: { x0: -a, x1: a, y0: -b, y1: b },
      above: 0,
    })
  )
}
