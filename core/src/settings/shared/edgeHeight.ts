import type { Skin } from '../../path/index.js'
import { outlineOf, type FullStone } from '../../stone/index.js'
import { skinOf } from '../kit/parts/lacing.js'

/** So far inside its edge it is asked how high the stone is there, mm. */
export const INSIDE = 0.4

/** Height of a stone's surface above or below a place inside its edge, mm. */
function heightAt(skin: Skin, x: number, y: number, face: 1 | -1, most: number): number {
  let [low, high] = [0, most]
  for (let n = 0; n < HALVINGS; n++) {
    const middle = (low + high) / 2
    if (skin([x, y, face * middle]).distance < 0) low = middle
    else high = middle
  }
  return low
}
const HALVINGS = 16
/** Places along each arc of the outline that are asked; arcs that turn more sharply than the wire lies inside are not. */
const ASKED = 6

/** How far a stone's surface lies before (1) or behind (−1) the girdle just inside its edge, where that is least, mm. For stones with an outline. */
export function edgeHeight(stone: FullStone, face: 1 | -1): number {
  const skin = skinOf(stone)
  const heights = outlineOf(stone)
    .arcs.filter(({ r }) => r < 0 || r > INSIDE)
    .flatMap(({ cx, cy, r, from, to }) =>
      Array.from({ length: ASKED }, (_, i) => {
        const at = from + ((to - from) * (i + 0.5)) / ASKED
        const [x, y] = [cx + (r - INSIDE) * Math.cos(at), cy + (r - INSIDE) * Math.sin(at)]
        return heightAt(skin, x, y, face, stone.depth)
      }),
    )
  return Math.min(...heights)
}
