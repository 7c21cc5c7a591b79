import type { Stone } from '../../stone/index.js'
import { ALLOYS, WIRE_SIZES } from '../../wire/index.js'
import type { Param } from '../family.js'
import { CLAWED } from './options.js'

const RING = { option: 'mount', equals: 'ring' } as const
const PENDANT = { option: 'mount', equals: 'pendant' } as const

/** Choices of corner claws. Limits that hang on the stone scale with it. */
export function params(stone: Stone): readonly Param[] {
  const small = Math.min(stone.length, stone.width)
  const reach = Math.max(0.4, Math.floor(small * 2.5) / 10)
  const wires = WIRE_SIZES.filter((s) => s.mm >= 0.4 && s.mm <= 1.7).map((s) => s.label)
  const fine = WIRE_SIZES.filter((s) => s.mm >= 0.2 && s.mm <= 0.65).map((s) => s.label)
  return [
    { id: 'mount', group: 'worn', kind: 'choice', values: ['pendant', 'ring'] },
    { id: 'ring', group: 'worn', kind: 'number', unit: 'mm', min: 10, max: 27, step: 0.1, shownWhen: RING },
    { id: 'clear', group: 'worn', kind: 'number', unit: 'mm', min: 0, max: 4, step: 0.1, shownWhen: RING },
    { id: 'bail', group: 'worn', kind: 'number', unit: 'mm', min: 2, max: 15, step: 0.5, shownWhen: PENDANT },
    { id: 'neck', group: 'worn', kind: 'number', unit: 'mm', min: 2, max: 15, step: 0.5, shownWhen: PENDANT },
    { id: 'seat', group: 'hold', kind: 'number', unit: 'mm', min: 0.1, max: reach, step: 0.1 },
    { id: 'claw', group: 'hold', kind: 'number', unit: 'mm', min: 0, max: reach, step: 0.1 },
    { id: 'claws', group: 'hold', kind: 'choice', values: CLAWED },
    { id: 'play', group: 'hold', kind: 'number', unit: 'mm', min: 0, max: 0.5, step: 0.05 },
    { id: 'tie', group: 'hold', kind: 'number', unit: 'mm', min: 1, max: 6, step: 0.5 },
    { id: 'size', group: 'wire', kind: 'choice', values: wires },
    { id: 'clawSize', group: 'wire', kind: 'choice', values: wires },
    { id: 'tieSize', group: 'wire', kind: 'choice', values: fine },
    { id: 'alloy', group: 'wire', kind: 'choice', values: ALLOYS.map((a) => a.id) },
    { id: 'temper', group: 'wire', kind: 'choice', values: ['dead soft', 'half hard'] },
    { id: 'margin', group: 'wire', kind: 'number', unit: 'mm', min: 0, max: 50, step: 1, detail: true },
  ]
}
