import { widthIsLength, type Stone } from '../../stone/index.js'
import { ALLOYS, WIRE_SIZES } from '../../wire/index.js'
import type { Param } from '../family.js'
import { FOOT_FORMS } from './foot.js'
import { FOOT_BINDS } from './wovenFoot.js'
import { BEFORE, TWISTS } from './options.js'

/** Least and most of a number among the choices; no limits for what is no number. */
export function limitsOf(stone: Stone, id: string): { readonly least: number; readonly most: number } {
  const p = params(stone).find((x) => x.id === id)
  return p?.kind === 'number' ? { least: p.min, most: p.max } : { least: -Infinity, most: Infinity }
}

/** Choices of a bound frame. Limits that hang on the stone scale with it. */
export function params(stone: Stone): readonly Param[] {
  const small = Math.min(stone.length, widthIsLength(stone) ? stone.length : stone.width)
  const reach = Math.max(0.5, Math.floor(small * 2.5) / 10)
  const frame = WIRE_SIZES.filter((s) => s.mm >= 0.4 && s.mm <= 1.7).map((s) => s.label)
  const fine = WIRE_SIZES.filter((s) => s.mm >= 0.25 && s.mm <= 0.85).map((s) => s.label)
  return [
    { id: 'wires', group: 'frame', kind: 'integer', unit: 'wires', min: 3, max: 6, step: 1 },
    { id: 'size', group: 'frame', kind: 'choice', values: frame },
    { id: 'profile', group: 'frame', kind: 'choice', values: ['square', 'round'] },
    {
      id: 'twist',
      group: 'frame',
      kind: 'choice',
      values: TWISTS,
      before: BEFORE.twist,
      shownWhen: { option: 'profile', equals: 'square' },
    },
    { id: 'alloy', group: 'frame', kind: 'choice', values: ALLOYS.map((a) => a.id) },
    { id: 'temper', group: 'frame', kind: 'choice', values: ['dead soft', 'half hard'] },
    { id: 'frontOverlap', group: 'hold', kind: 'number', unit: 'mm', min: 0, max: reach, step: 0.1 },
    { id: 'frontBends', group: 'hold', kind: 'places', most: 8 },
    { id: 'backOverlap', group: 'hold', kind: 'number', unit: 'mm', min: 0, max: reach, step: 0.1 },
    { id: 'backBends', group: 'hold', kind: 'places', most: 8 },
    {
      id: 'foot',
      group: 'binding',
      kind: 'number',
      unit: 'mm',
      min: 2,
      max: Math.max(4, Math.round(small * 0.9)),
      step: 0.5,
    },
    { id: 'footBind', group: 'binding', kind: 'choice', values: FOOT_BINDS, before: BEFORE.footBind },
    {
      id: 'footForm',
      group: 'binding',
      kind: 'choice',
      values: FOOT_FORMS,
      before: BEFORE.footForm,
    },
    {
      id: 'footGap',
      group: 'binding',
      kind: 'number',
      unit: 'mm',
      min: 0,
      max: Math.max(1, Math.round(small * 2) / 10),
      step: 0.1,
      before: BEFORE.footGap,
    },
    { id: 'neck', group: 'binding', kind: 'number', unit: 'mm', min: 3, max: 15, step: 0.5 },
    { id: 'binding', group: 'binding', kind: 'choice', values: ['half-round', 'round'] },
    { id: 'bindingSize', group: 'binding', kind: 'choice', values: fine },
    { id: 'bail', group: 'bail', kind: 'number', unit: 'mm', min: 2, max: 15, step: 0.5 },
    { id: 'tail', group: 'bail', kind: 'number', unit: 'mm', min: 0, max: 80, step: 1 },
    {
      id: 'swirls',
      group: 'bail',
      kind: 'choice',
      values: ['0', '2', '4', 'every end'],
      before: BEFORE.swirls,
    },
    {
      id: 'swirlPlace',
      group: 'bail',
      kind: 'choice',
      values: ['above', 'on the shoulders'],
      before: BEFORE.swirlPlace,
    },
    {
      id: 'tailOver',
      group: 'hold',
      kind: 'choice',
      values: ['no', '1', '1.5', '2', '2.5', '3'],
      before: BEFORE.tailOver,
    },
    ...(['bead', 'ball'] as const).map((id): Param => ({
      id,
      group: 'accents',
      kind: 'number',
      unit: 'mm',
      min: 0,
      max: Math.max(4, Math.round(small * 0.5)),
      step: 0.5,
      before: BEFORE[id],
    })),
    { id: 'leave', group: 'neck', kind: 'number', unit: '°', min: 8, max: 80, step: 1, detail: true },
    {
      id: 'neckRadius',
      group: 'neck',
      kind: 'number',
      unit: 'mm',
      min: 0.5,
      max: 10,
      step: 0.1,
      detail: true,
    },
    { id: 'margin', group: 'neck', kind: 'number', unit: 'mm', min: 0, max: 50, step: 1, detail: true },
  ]
}
