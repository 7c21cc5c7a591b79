import type { Stone } from '../../stone/index.js'
import { wireSize } from '../../wire/index.js'
import type { GaugeAsk, Options } from '../family.js'
import { frameBasis } from './basis.js'
import { readOptions } from './options.js'
import { outlineRun } from '../../stone/index.js'

/**
 * A frame wire bears its share of what is asked in the middle of a side, free between the foot's bind and the neck's, and is bent round the
 * shoulder. The binding is only pulled tight round the frame.
 */
export function gauges(stone: Stone, options: Options, asked: number): GaugeAsk[] {
  const o = readOptions(options)
  const { line, stations } = frameBasis(stone, options)
  const side = outlineRun(line.outline, stations.easeEnd, stations.leave, line.thickness / 2)
  const bends = Math.min(...[o.frontBends, o.backBends].map((list) => list.length))
  const frame = wireSize(o.size).mm
  return [
    {
      option: 'size',
      question: {
        role: 'frame',
        alloy: o.alloy,
        temper: o.temper,
        profile: o.profile,
        radius: o.neckRadius,
        force: asked / Math.max(1, bends),
        span: Math.max(1, side),
      },
    },
    {
      option: 'bindingSize',
      question: {
        role: 'binding',
        alloy: o.alloy,
        temper: 'dead soft',
        profile: o.binding,
        radius: frame / 2,
        force: 0,
        span: Math.max(1, frame),
        around: frame,
      },
    },
  ]
}
