import { roundUpCut, type Mm } from '../units/index.js'
import { bundleHull, HAND_PACKING } from '../weave/index.js'
import { section } from '../wire/index.js'
import { worker, type Formulas } from '../working/index.js'

const sum = (x: Readonly<Record<string, number>>): number => Object.values(x).reduce((a, b) => a + b, 0)

export const cutFormulas = {
  'cut.length': { unit: 'mm', text: 'sum of the named parts and the spare at both ends', of: (x) => sum(x) },
  'cut.both': { unit: 'mm', text: 'left and right', of: (x) => sum(x) },
  'cut.run': { unit: 'mm', text: 'sum of what lies between the middle and here', of: (x) => sum(x) },
  'cut.mark.left': {
    unit: 'mm',
    text: 'spare and what lies between the left end and here',
    of: (x) => sum(x),
  },
  'cut.mark.middle': {
    unit: 'mm',
    text: '{spare} spare + left half {half}',
    of: ({ spare, half }) => spare! + half!,
  },
  'cut.mark.right': {
    unit: 'mm',
    text: '{spare} spare + left half {half} + {run}',
    of: ({ spare, half, run }) => spare! + half! + run!,
  },
  'cut.spare': { unit: 'mm', text: '2 × {margin}', of: ({ margin }) => 2 * margin! },
  'cut.end': {
    unit: 'mm',
    text: '{margin} + {pulled}, by which it is pulled to the last',
    of: ({ margin, pulled }) => margin! + pulled!,
  },
  'cut.net': { unit: 'mm', text: 'sum of the named parts, without spare', of: (x) => sum(x) },
  'cut.shown': {
    unit: 'mm',
    text: '{length}, up to the next {step}',
    of: ({ length, step }) => roundUpCut(length as Mm, step),
  },
  'cut.together': {
    unit: 'mm',
    text: '{longest}: of those that are cut alike',
    of: ({ longest }) => longest!,
  },
  'cut.folded': {
    unit: 'mm',
    text: '2 × (the longer of {left} and {right}, + {end}): the middle is where it is folded in half',
    of: ({ left, right, end }) => 2 * (Math.max(left!, right!) + end!),
  },
  'cut.spare.folded': {
    unit: 'mm',
    text: '{shown} / 2 − {left}: what is left at the left end',
    of: ({ shown, left }) => shown! / 2 - left!,
  },
  'cut.school.girth': { unit: 'mm', text: '{times} × {girth}', of: ({ times, girth }) => times! * girth! },
  'cut.school.fixed': { unit: 'mm', text: '{fixed}, whatever the stone', of: ({ fixed }) => fixed! },
  'cut.over': {
    unit: 'mm',
    text: '{length} − {path} that the path takes: below 0 is lacking',
    of: ({ length, path }) => length! - path!,
  },
  'cut.spare.school': {
    unit: 'mm',
    text: '({shown} − {net}) / 2: what is left at each end',
    of: ({ shown, net }) => (shown! - net!) / 2,
  },
  'cut.hull.square': {
    unit: 'mm',
    text: '2 × {size} × ({columns} + {rows}): round {columns} by {rows} square wires',
    of: ({ size, columns, rows }) =>
      bundleHull({ profile: 'square', size: size!, columns: columns!, rows: rows! }),
  },
  'cut.hull.round': {
    unit: 'mm',
    text: 'taut string round {columns} by {rows} round wires of {size}',
    of: ({ size, columns, rows }) =>
      bundleHull({ profile: 'round', size: size!, columns: columns!, rows: rows! }),
  },
  'cut.height.half-round': { unit: 'mm', text: '{width} / 2, flat side in', of: ({ width }) => width! / 2 },
  'cut.height.round': { unit: 'mm', text: '{width}', of: ({ width }) => width! },
  'cut.lead': {
    unit: 'mm',
    text: `{width} × ${HAND_PACKING}, packed by hand`,
    of: ({ width }) => width! * HAND_PACKING,
  },
  'cut.turn': {
    unit: 'mm',
    text: '√(({hull} + π × {height})² + {lead}²)',
    of: ({ hull, height, lead }) => Math.hypot(hull! + Math.PI * height!, lead!),
  },
  'cut.turns': {
    unit: 'turns',
    text: '{length} / {lead}, to the nearest whole turn',
    of: ({ length, lead }) => Math.max(1, Math.round(length! / lead!)),
  },
  'cut.bind': {
    unit: 'mm',
    text: '{turns} × {turn} + 2 × {hand} to hold',
    of: ({ turns, turn, hand }) => turns! * turn! + 2 * hand!,
  },
  'cut.bind.on': {
    unit: 'mm',
    text: '{turns} × {turn} + {on} on to the next',
    of: ({ turns, turn, on }) => turns! * turn! + on!,
  },
  'cut.total': { unit: 'mm', text: 'sum over the pieces', of: (x) => sum(x) },
  'cut.area.square': { unit: 'mm²', text: '{size}²', of: ({ size }) => section('square', size!).area },
  'cut.area.round': { unit: 'mm²', text: 'π/4 × {size}²', of: ({ size }) => section('round', size!).area },
  'cut.area.half-round': {
    unit: 'mm²',
    text: 'π/8 × {size}²',
    of: ({ size }) => section('half-round', size!).area,
  },
  'cut.mass': {
    unit: 'g',
    text: '{length} × {area} × {density} / 1000',
    of: ({ length, area, density }) => (length! * area! * density!) / 1000,
  },
  'cut.cost': {
    unit: 'money',
    text: '{mass} / 1000 × {price}',
    of: ({ mass, price }) => (mass! / 1000) * price!,
  },
  'cut.metal': { unit: 'money', text: 'sum over the wires', of: (x) => sum(x) },
} as const satisfies Formulas

export const work = worker(cutFormulas)
