import type { Design } from '../../design/index.js'
import { measurePath } from '../../path/index.js'
import type { Stone } from '../../stone/index.js'
import type { BenchMove, Options } from '../family.js'
import { frameBasis } from './basis.js'
import { build } from './build.js'
import { endsOf } from './ends.js'
import { SPREAD, withBends } from './moves.js'
import { readOptions } from './options.js'
import { tailOver, TAIL_HOURS, withTails } from './tailOver.js'
import { limitsOf } from './params.js'

/** How much farther a bend can be pressed in with the stone in, mm. */
const PRESS = [0.3, 0.6] as const
/** By how much tighter the wires can be drawn together under the neck's binding, mm of their radius, and the binding for it, mm. */
const CLOSER = 0.6
const TO_CLOSE = 40
/** Binding for two ties, mm. */
const TO_TIE_WITH = 120
/** Tail that is left to tie with, mm. */
const TO_TIE = 4

/** What can still be done with the stone in: bends pressed farther in or added, the neck drawn tighter, the front tails led over the edge and tied. */
export function benchMoves(stone: Stone, options: Options): BenchMove[] {
  const o = readOptions(options)
  const most = (id: string) => limitsOf(stone, id).most
  const out: BenchMove[] = []
  const faces = [
    ['front', 'frontOverlap', 'frontBends'],
    ['back', 'backOverlap', 'backBends'],
  ] as const
  for (const [face, reach, places] of faces) {
    for (const by of PRESS) {
      const deeper = Number((o[reach] + by).toFixed(1))
      if (o[places].length > 0 && o[reach] > 0 && deeper <= most(reach))
        out.push({ id: `press-${face}`, values: { by }, change: { [reach]: deeper }, risk: 'edge', wire: 0 })
    }
    const added = o[places].length === 0 ? SPREAD : withBends(o[places])
    if (added)
      out.push({
        id: `add-${face}`,
        values: {},
        change: { [places]: added, ...(o[reach] < 0.5 ? { [reach]: 1 } : {}) },
        risk: 'edge',
        wire: 0,
      })
  }
  const tighter = Number((o.neckRadius - CLOSER).toFixed(1))
  if (tighter >= limitsOf(stone, 'neckRadius').least)
    out.push({ id: 'close-neck', values: {}, change: { neckRadius: tighter }, risk: 'none', wire: TO_CLOSE })
  if (o.wires > 1 && endsOf(o, o.wires - 1) === 'above') {
    const basis = frameBasis(stone, options)
    for (const hour of TAIL_HOURS) {
      const { length } = measurePath(tailOver(basis, hour, 1))
      if (length + TO_TIE <= o.tail)
        out.push({
          id: 'tail-over',
          values: { hour, other: 12 - hour },
          change: {},
          tail: hour,
          risk: 'scratch',
          wire: TO_TIE_WITH,
        })
    }
  }
  return out
}

/** The piece as it stands when these were done, one after the other. @throws RangeError as `build` does */
export function withBench(stone: Stone, options: Options, done: readonly BenchMove[]): Design {
  const changed: Options = Object.assign({}, options, ...done.map((m) => m.change))
  const design = build(stone, changed)
  const tail = [...done].reverse().find((m) => m.tail !== undefined)?.tail
  return tail === undefined
    ? design
    : { ...withTails(frameBasis(stone, changed), design, tail), operations: [] }
}
