import type { Design } from '../../design/index.js'
import type { Stone } from '../../stone/index.js'
import { COMMON_SIZES, wireSize } from '../../wire/index.js'
import type { BenchMove, GaugeAsk, MendMove, Options } from '../family.js'
import { basisOf, build } from './build.js'
import { readOptions } from './options.js'
import { params } from './params.js'

const limits = (stone: Stone, id: string): readonly [number, number] => {
  const p = params(stone).find((x) => x.id === id)
  return p && (p.kind === 'number' || p.kind === 'integer') ? [p.min, p.max] : [-Infinity, Infinity]
}
const tenth = (v: number): number => Math.round(v * 10) / 10

/** Narrower hoops, less play, one turn more, harder or thicker wire: what two hoops can do about their hold. */
export function moves(stone: Stone, options: Options): MendMove[] {
  const o = readOptions(options)
  const out: MendMove[] = []
  const across = stone.width
  for (const share of [0.9, 0.85, 0.8, 0.7]) {
    const hoop = tenth(share * across)
    const change = { ...(hoop < o.hoop ? { hoop } : {}), ...(hoop < o.seat ? { seat: hoop } : {}) }
    if (Object.keys(change).length > 0) out.push({ id: 'narrower', change, values: { hoop } })
  }
  if (o.play > 0.1) out.push({ id: 'closer', change: { play: 0.1 }, values: { play: 0.1 } })
  if (o.turns < limits(stone, 'turns')[1])
    out.push({ id: 'more-turns', change: { turns: o.turns + 1 }, values: { turns: o.turns + 1 } })
  if (o.temper === 'dead soft') out.push({ id: 'harder', change: { temper: 'half hard' }, values: {} })
  const now = wireSize(o.size).mm
  const sizes = params(stone).find((p) => p.id === 'size')
  for (const size of COMMON_SIZES.filter(
    (s) => s.mm > now * 1.04 && sizes?.kind === 'choice' && sizes.values.includes(s.label),
  )
    .sort((a, b) => a.mm - b.mm)
    .slice(0, 2))
    out.push({ id: 'thicker', change: { size: size.label }, values: { size: size.label } })
  return out
}

/** With the stone in: the far hoop is pressed toward the near one until it lies on the stone. */
export function benchMoves(_stone: Stone, options: Options): BenchMove[] {
  const o = readOptions(options)
  return o.play > 0
    ? [{ id: 'press-hoops', change: { play: 0 }, values: { by: o.play }, risk: 'scratch', wire: 0 }]
    : []
}

/** The piece as it stands when these were done. @throws RangeError as `build` does */
export const withBench = (stone: Stone, options: Options, done: readonly BenchMove[]): Design =>
  build(stone, Object.assign({}, options, ...done.map((m) => m.change)) as Options)

/** A hoop bears what is asked on one half, tied at both sides; a shank bears the hand's own pull. */
export function gauges(stone: Stone, options: Options, asked: number): GaugeAsk[] {
  const { o, geometry } = basisOf(stone, options)
  return [
    {
      option: 'size',
      question: {
        role: 'frame',
        alloy: o.alloy,
        temper: o.temper,
        profile: 'round',
        radius: geometry.post.reach,
        force: asked / 2,
        span: (Math.PI / 2) * o.hoop,
      },
    },
    {
      option: 'shankSize',
      question: {
        role: o.mount === 'ring' ? 'shank' : 'bail',
        alloy: o.alloy,
        temper: o.temper,
        profile: 'round',
        radius: 2 * wireSize(o.shankSize).mm,
        force: asked,
        span: stone.width,
      },
    },
  ]
}
