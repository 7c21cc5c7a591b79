import type { Finding } from '../finding/index.js'
import { fullStone, type Stone } from './stone.js'

/** Smallest and largest measure that is taken for a stone to be set in wire, mm. */
export const STONE_LIMITS = { least: 2, most: 200 } as const

/**
 * What is wrong with the measures (errors: nothing can be computed) and what is merely unusual (doubts: asked, not refused).
 * @example checkStone({ …, width: 10, depth: 14 })[0].code // 'stone.depth-over-width'
 */
export function checkStone(given: Stone): Finding[] {
  const out: Finding[] = []
  const say = (code: string, severity: Finding['severity'], field: string, values: Finding['values']) =>
    out.push({ code: `stone.${code}`, severity, field, values })
  const stone = fullStone(given)
  const { length, width, depth, wall, fullness } = stone
  for (const [field, value] of Object.entries({ length, width, depth })) {
    if (!Number.isFinite(value) || value < STONE_LIMITS.least)
      say('too-small', 'error', field, { value, least: STONE_LIMITS.least })
    else if (value > STONE_LIMITS.most) say('too-large', 'error', field, { value, most: STONE_LIMITS.most })
  }
  if (!(wall >= 0)) say('wall-negative', 'error', 'wall', { value: wall })
  else if (wall > depth - 0.2) say('wall-over-depth', 'error', 'wall', { wall, depth })
  if (!(fullness >= 1.2 && fullness <= 6)) say('fullness', 'error', 'fullness', { value: fullness })
  if (stone.outline === 'drop' && length <= width * 1.05)
    say('drop-not-longer', 'error', 'length', { length, width })
  if (out.length > 0) return out
  if (depth > width) say('depth-over-width', 'doubt', 'depth', { depth, width })
  if (stone.outline === 'oval' && width > length) say('swapped', 'doubt', 'width', { length, width })
  if (length > 4 * width) say('very-long', 'doubt', 'length', { length, width })
  if (depth < 0.08 * width) say('very-thin', 'doubt', 'depth', { depth, width })
  if (wall > 0.75 * depth) say('wall-high', 'doubt', 'wall', { wall, depth })
  return out
}
