import {
  fullStone,
  outlineNearest,
  outlineOf,
  type Options,
  type OptionValue,
  type Param,
  type Slide,
  type Stone,
} from '@verger/core'

/** A place on the piece as it is seen from the front: x to the viewer's right, y toward the bail, mm. */
export type At = readonly [x: number, y: number]

/** Places along the edge are set to a tenth of an hour. */
const HOUR = 0.1

const round = (v: number, step: number): number => Number((Math.round(v / step) * step).toFixed(3))

/** The hour of a clock face on which a place lies. @example hourAt([5, 0]) // 3 */
export function hourAt([x, y]: At): number {
  const hour = (3 - (Math.atan2(y, x) * 6) / Math.PI + 12) % 12
  return round(hour, HOUR) % 12
}

/** A number as its choice takes it: on its step, within its limits. */
const within = (p: Param | undefined, v: number): number =>
  p?.kind === 'number' || p?.kind === 'integer' ? Math.min(p.max, Math.max(p.min, round(v, p.step))) : v

/** What was so when a drag began. */
export interface Begun {
  readonly slide: Slide
  /** Which of the places along the edge is taken. */
  readonly index: number
  readonly at: At
  readonly options: Options
}

const hoursOf = (options: Options, id: string): readonly number[] => {
  const now = options[id]
  return Array.isArray(now) ? (now as readonly number[]) : []
}

/** Hours with one of them elsewhere, in order. */
const movedHour = (hours: readonly number[], index: number, to: number): number[] =>
  hours.map((h, i) => (i === index ? to : h)).sort((a, b) => a - b)

/** Choices after a drag to a place: only what the setting allows moves, on its own steps. */
export function dragged(
  { slide, index, at, options }: Begun,
  to: At,
  stone: Stone,
  params: readonly Param[],
): Record<string, OptionValue> {
  const param = (id: string) => params.find((p) => p.id === id)
  if ('along' in slide) {
    const outline = outlineOf(fullStone(stone))
    const deep = ([x, y]: At): number => (outline ? -outlineNearest(outline, x, y).distance : 0)
    const reach = Number(options[slide.inward]) + deep(to) - deep(at)
    return {
      [slide.along]: movedHour(hoursOf(options, slide.along), index, hourAt(to)),
      [slide.inward]: within(param(slide.inward), reach),
    }
  }
  const [dx, dy] = [to[0] - at[0], to[1] - at[1]]
  const far = Math.hypot(at[0], at[1]) || 1
  const by = {
    up: dy,
    out: dx * (at[0] < 0 ? -1 : 1),
    in: -(dx * at[0] + dy * at[1]) / far,
  }[slide.toward]
  return {
    [slide.choice]: within(param(slide.choice), Number(options[slide.choice]) + by * slide.times),
  }
}

/** Choices after an arrow key on a handle: left and right along the edge, up and down inward and outward; a length longer or shorter. */
export function nudged(
  { slide, index, options }: Omit<Begun, 'at'>,
  key: string,
  params: readonly Param[],
): Record<string, OptionValue> | undefined {
  const way = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[key]
  if (!way) return undefined
  const [side, up] = way as [number, number]
  const stepped = (id: string, by: number) => {
    const p = params.find((x) => x.id === id)
    const step = p?.kind === 'number' || p?.kind === 'integer' ? p.step : 0
    return { [id]: within(p, Number(options[id]) + by * step) }
  }
  if (!('along' in slide)) return stepped(slide.choice, side + up)
  if (up !== 0) return stepped(slide.inward, up)
  const hours = hoursOf(options, slide.along)
  const to = (round((hours[index] ?? 0) + side * HOUR, HOUR) + 12) % 12
  return { [slide.along]: movedHour(hours, index, to) }
}
