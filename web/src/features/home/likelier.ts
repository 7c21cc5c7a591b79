import type { Stone } from '@verger/core'

/** What is likely meant where measures stand in another order than they are asked: none where they may well be as they are. */
export function likelier(stone: Stone): Pick<Stone, 'length' | 'width' | 'depth'> | undefined {
  const { length, width, depth } = stone
  // no stone that is set by its edge is thicker than it is wide
  if (depth <= Math.min(length, width)) return undefined
  const [most, middle, least] = [length, width, depth].sort((a, b) => b - a) as [number, number, number]
  return { length: most, width: middle, depth: least }
}
