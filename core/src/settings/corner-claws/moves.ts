import type { Design } from '../../design/index.js'
import type { Stone } from '../../stone/index.js'
import { NEWTON_PER_GRAM } from '../../units/index.js'
import { COMMON_SIZES, wireSize } from '../../wire/index.js'
import type { BenchMove, GaugeAsk, MendMove, Options } from '../family.js'
import { basisOf, build } from './build.js'
import { CLAWED, clawSides, readOptions } from './options.js'
import { params } from './params.js'

const most = (stone: Stone, id: string): number => {
  const p = params(stone).find((x) => x.id === id)
  return p?.kind === 'number' ? p.max : -Infinity
}
const tenth = (v: number): number => Math.round(v * 10) / 10

/** More claws, deeper claws or seat, a longer tie, harder or thicker wire: what corner claws can do about their hold. */
export function moves(stone: Stone, options: Options): MendMove[] {
  const o = readOptions(options)
  const out: MendMove[] = []
  if (o.claws !== 'four sides') out.push({ id: 'more-claws', change: { claws: CLAWED[0] }, values: {} })
  for (const by of [0.3, 0.6]) {
    const [claw, seat] = [tenth(o.claw + by), tenth(o.seat + by)]
    if (claw <= most(stone, 'claw')) out.push({ id: 'deeper-claws', change: { claw }, values: { by } })
    if (seat <= most(stone, 'seat')) out.push({ id: 'deeper-seat', change: { seat }, values: { by } })
  }
  if (o.tie + 1 <= most(stone, 'tie'))
    out.push({ id: 'longer-tie', change: { tie: o.tie + 1 }, values: { by: 1 } })
  if (o.temper === 'dead soft') out.push({ id: 'harder', change: { temper: 'half hard' }, values: {} })
  for (const id of ['clawSize', 'size'] as const) {
    const now = wireSize(o[id]).mm
    const list = params(stone).find((p) => p.id === id)
    for (const size of COMMON_SIZES.filter(
      (s) => s.mm > now * 1.04 && list?.kind === 'choice' && list.values.includes(s.label),
    )
      .sort((a, b) => a.mm - b.mm)
      .slice(0, 2))
      out.push({ id: `thicker-${id}`, change: { [id]: size.label }, values: { size: size.label } })
  }
  return out
}

/** With the stone in: the claws are pressed down until they lie on the crown. */
export function benchMoves(_stone: Stone, options: Options): BenchMove[] {
  const o = readOptions(options)
  return o.play > 0
    ? [{ id: 'press-claws', change: { play: 0 }, values: { by: o.play }, risk: 'edge', wire: 0 }]
    : []
}

/** The piece as it stands when these were done. @throws RangeError as `build` does */
export const withBench = (stone: Stone, options: Options, done: readonly BenchMove[]): Design =>
  build(stone, Object.assign({}, options, ...done.map((m) => m.change)) as Options)

/** What the setting is asked to bear: a knock, as a multiple of the stone's weight. */
const KNOCK = 100

/** A seat wire or a claw bears its share of a knock in the middle of its side, tied at both corners. */
export function gauges(stone: Stone, options: Options, mass: number): GaugeAsk[] {
  const { o, geometry: g } = basisOf(stone, options)
  const force = KNOCK * mass * NEWTON_PER_GRAM
  const ask = (
    option: 'size' | 'clawSize',
    profile: 'square' | 'half-round',
    arm: (typeof g.seats)['x'],
    sides: number,
    radius: number,
  ): GaugeAsk => ({
    option,
    question: {
      role: 'frame',
      alloy: o.alloy,
      temper: o.temper,
      profile,
      radius,
      force: force / Math.max(1, sides),
      span: 2 * (arm.vertex + arm.level + arm.ramp),
    },
  })
  return [
    ask('size', 'square', g.seats.y, 4, g.shape.seatBend),
    ask('clawSize', 'half-round', g.claws.y, clawSides(o.claws).length, g.shape.clawBend),
  ]
}
