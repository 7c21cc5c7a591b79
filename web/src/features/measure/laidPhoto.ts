/** A place: in a drawing mm right and down of its middle, in a picture pixels right and down of its corner. */
export type Spot = readonly [x: number, y: number]

/** A photograph as it lies under a drawing in millimetres. */
export interface Laid {
  readonly wide: number
  readonly tall: number
  readonly mmPerPixel: number
  /** Clockwise, degrees. */
  readonly turn: number
  /** Where its middle lies, mm. */
  readonly middle: Spot
}

/** Lying in the middle, as large as a drawing shows it: its scale is not known yet. */
export const within = ({ wide, tall }: { wide: number; tall: number }, reach: number): Laid => ({
  wide,
  tall,
  mmPerPixel: (2 * reach) / Math.max(wide, tall),
  turn: 0,
  middle: [0, 0],
})

const turned = ([x, y]: Spot, degrees: number): Spot => {
  const a = (degrees * Math.PI) / 180
  return [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)]
}

/** Where a pixel lies in the drawing. */
export function placedIn({ wide, tall, mmPerPixel, turn, middle }: Laid, [x, y]: Spot): Spot {
  const [u, v] = turned([(x - wide / 2) * mmPerPixel, (y - tall / 2) * mmPerPixel], turn)
  return [middle[0] + u, middle[1] + v]
}

/** A pixel moved by so much of the drawing, kept in the picture. */
export function moved({ wide, tall, mmPerPixel, turn }: Laid, [x, y]: Spot, by: Spot): Spot {
  const [u, v] = turned(by, -turn)
  const inside = (value: number, most: number) => Math.min(most, Math.max(0, value))
  return [inside(x + u / mmPerPixel, wide), inside(y + v / mmPerPixel, tall)]
}

/** At the scale at which two of its pixels are so many mm apart; undefined where they are one. The picture's middle stays where it is. */
export function scaledBy(laid: Laid, [a, b]: readonly [Spot, Spot], mm: number): Laid | undefined {
  const pixels = Math.hypot(b[0] - a[0], b[1] - a[1])
  return pixels < 1 ? undefined : { ...laid, mmPerPixel: mm / pixels }
}
