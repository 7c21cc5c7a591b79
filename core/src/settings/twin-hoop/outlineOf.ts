import { outline, type FullStone, type Outline } from '../../stone/index.js'

/** A ball or an egg seen upright, along the axis of its hoops: an egg on a ring lies across the finger. */
export function outlineOf({ length, width }: FullStone, ring: boolean): Outline {
  const tall = ring ? width : length
  return Math.abs(tall - width) < 1e-9 ? outline('round', width, width) : outline('oval', tall, width)
}
