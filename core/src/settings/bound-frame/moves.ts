import type { Stone } from '../../stone/index.js'
import { COMMON_SIZES, wireSize } from '../../wire/index.js'
import type { MendMove, Options } from '../family.js'
import { readOptions, type BoundFrameOptions } from './options.js'
import { limitsOf, params } from './params.js'

/** Steps by which a reach over a face is deepened, mm. */
const DEEPER = [0.3, 0.6, 1] as const
/** Next sizes that are tried. */
const THICKER = 3

/** Two more bends, in the middles of the widest gaps between neighbours round the clock, mirrored left and right. */
export function withBends(hours: readonly number[]): number[] | undefined {
  const sorted = [...hours].sort((a, b) => a - b)
  const right = sorted.filter((h) => h > 0 && h < 6)
  const left = sorted.filter((h) => h > 6 && h < 12)
  // what is missing on one side is copied over from the other
  const mirrored = (list: readonly number[]) => list.map((h) => Number((12 - h).toFixed(1)))
  const missing = [
    ...mirrored(left).filter((h) => !right.some((r) => Math.abs(r - h) < 0.5)),
    ...mirrored(right).filter((h) => !left.some((l) => Math.abs(l - h) < 0.5)),
  ]
  const added = missing.length > 0 ? missing : [3, 9].filter((h) => !sorted.some((s) => Math.abs(s - h) < 1))
  return added.length === 0 ? undefined : [...sorted, ...added].sort((a, b) => a - b)
}

/** Bends well spread, where there are none. */
export const SPREAD = [1.5, 4, 8, 10.5]

/** Deeper bends, more bends, harder or thicker wire: what a bound frame can do about its hold. */
export function moves(stone: Stone, options: Options): MendMove[] {
  const o = readOptions(options)
  const list = params(stone)
  const most = (id: string) => limitsOf(stone, id).most
  const out: MendMove[] = []
  const add = (id: string, change: Partial<BoundFrameOptions>, values: MendMove['values'] = {}) =>
    out.push({ id, change: change as Options, values })
  const faces = [
    ['front', 'frontOverlap', 'frontBends'],
    ['back', 'backOverlap', 'backBends'],
  ] as const
  for (const by of DEEPER) {
    const deeper = (id: (typeof faces)[number][1]) => Number((o[id] + by).toFixed(1))
    for (const [face, reach] of faces)
      if (deeper(reach) <= most(reach)) add(`deeper-${face}`, { [reach]: deeper(reach) }, { by })
    if (faces.every(([, reach]) => deeper(reach) <= most(reach)))
      add('deeper-both', { frontOverlap: deeper('frontOverlap'), backOverlap: deeper('backOverlap') }, { by })
  }
  const bends = faces.map(([face, reach, places]) => ({
    face,
    change: {
      [places]: o[places].length === 0 ? SPREAD : withBends(o[places]),
    } as Partial<BoundFrameOptions>,
    // bends that reach nothing hold nothing
    reach: o[reach] < 0.5 ? { [reach]: Math.min(1, most(reach)) } : {},
    found: o[places].length === 0 || withBends(o[places]) !== undefined,
  }))
  for (const b of bends) if (b.found) add(`bends-${b.face}`, { ...b.change, ...b.reach })
  if (bends.every((b) => b.found))
    add(
      'bends-both',
      Object.assign({}, ...bends.flatMap((b) => [b.change, b.reach])) as Partial<BoundFrameOptions>,
    )
  for (const [face, reach] of faces)
    if (o[reach] < 0.5) add(`reach-${face}`, { [reach]: Math.min(1.2, most(reach)) })
  if (o.temper === 'dead soft') add('harder', { temper: 'half hard' })
  const now = wireSize(o.size).mm
  const param = list.find((p) => p.id === 'size')
  const sizes = COMMON_SIZES.filter(
    (s) => s.mm > now * 1.04 && param?.kind === 'choice' && param.values.includes(s.label),
  )
    .sort((a, b) => a.mm - b.mm)
    .slice(0, THICKER)
  for (const size of sizes) add('thicker', { size: size.label }, { size: size.label })
  return out
}
