import type { Stone } from '../../stone/index.js'
import { ALLOYS, WIRE_SIZES } from '../../wire/index.js'
import type { Param } from '../family.js'
import { BEFORE } from './options.js'

const RING = { option: 'mount', equals: 'ring' } as const
const SEVERAL = { option: 'work', equals: 'several wires' } as const
const PENDANT = { option: 'mount', equals: 'pendant' } as const

/** Choices of two hoops. Limits that hang on the stone scale with it. */
export function params(stone: Stone): readonly Param[] {
  const across = stone.width
  const wires = WIRE_SIZES.filter((s) => s.mm >= 0.6 && s.mm <= 2.1).map((s) => s.label)
  const fine = WIRE_SIZES.filter((s) => s.mm >= 0.25 && s.mm <= 0.85).map((s) => s.label)
  const tenth = (v: number) => Math.round(v * 10) / 10
  const hoop = (id: string): Param => ({
    id,
    group: 'hoops',
    kind: 'number',
    unit: 'mm',
    min: tenth(0.4 * across),
    max: tenth(1.15 * across),
    step: 0.1,
  })
  return [
    { id: 'mount', group: 'worn', kind: 'choice', values: ['ring', 'pendant'] },
    { id: 'work', group: 'wire', kind: 'choice', values: ['several wires', 'one wire'], before: BEFORE.work },
    { id: 'ring', group: 'worn', kind: 'number', unit: 'mm', min: 10, max: 27, step: 0.1, shownWhen: RING },
    { id: 'shank', group: 'worn', kind: 'integer', unit: 'wires', min: 1, max: 4, step: 1, shownWhen: RING },
    { id: 'bulge', group: 'worn', kind: 'number', unit: 'mm', min: -2, max: 2, step: 0.1, shownWhen: RING },
    { id: 'bail', group: 'worn', kind: 'number', unit: 'mm', min: 2, max: 15, step: 0.5, shownWhen: PENDANT },
    { id: 'neck', group: 'worn', kind: 'number', unit: 'mm', min: 2, max: 15, step: 0.5, shownWhen: PENDANT },
    hoop('seat'),
    hoop('hoop'),
    { id: 'play', group: 'hoops', kind: 'number', unit: 'mm', min: 0, max: 1.5, step: 0.1 },
    { id: 'turns', group: 'hoops', kind: 'integer', unit: 'turns', min: 1, max: 4, step: 1 },
    { id: 'size', group: 'wire', kind: 'choice', values: wires, shownWhen: SEVERAL },
    { id: 'shankSize', group: 'wire', kind: 'choice', values: wires },
    { id: 'alloy', group: 'wire', kind: 'choice', values: ALLOYS.map((a) => a.id) },
    { id: 'temper', group: 'wire', kind: 'choice', values: ['dead soft', 'half hard'] },
    { id: 'binding', group: 'wire', kind: 'choice', values: ['half-round', 'round'], detail: true },
    { id: 'bindingSize', group: 'wire', kind: 'choice', values: fine, detail: true },
    {
      id: 'leave',
      group: 'worn',
      kind: 'number',
      unit: '°',
      min: 8,
      max: 60,
      step: 1,
      shownWhen: PENDANT,
      detail: true,
    },
    { id: 'margin', group: 'wire', kind: 'number', unit: 'mm', min: 0, max: 50, step: 1, detail: true },
  ]
}
