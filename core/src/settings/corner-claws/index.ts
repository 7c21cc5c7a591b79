import type { Family } from '../family.js'
import { workingOf } from '../shared/pieces.js'
import { build, piecesOf } from './build.js'
import { candidates, space } from './candidates.js'
import { fits, review } from './fits.js'
import { benchMoves, gauges, moves, withBench } from './moves.js'
import { clawStock, readOptions } from './options.js'
import { params } from './params.js'
import { text } from './text.js'
import { clawFormulas } from './formulas.js'
import { efforts, joints, outputs } from './working.js'

/** A seat under a faceted stone and claws over its sides, tied together at its corners. */
export const family: Family = {
  id: 'corner-claws',
  version: 1,
  worn: ['pendant', 'ring'],
  text,
  formulas: clawFormulas,
  params,
  candidates,
  space,
  decides: ['size', 'clawSize', 'seat', 'claw'],
  bearing: (options) => clawStock(readOptions(options)),
  fits,
  build,
  review,
  halves: (stone, options) =>
    Object.fromEntries(Object.entries(piecesOf(stone, options)).map(([id, h]) => [id, workingOf(h)])),
  joints,
  outputs,
  efforts,
  gauges,
  moves,
  benchMoves,
  withBench,
  checks: () => ['corners', 'shake', 'push', 'ends', 'worn', 'symmetry', 'stone'],
  measured: { 'bind-neck': 'neck', 'shape-shank': 'ring', 'roll-bail': 'bail' },
  room: {
    end: ['clear', 'ring', 'neck', 'size', 'clawSize'],
    shoulder: ['clear', 'neck', 'size', 'clawSize'],
    finger: ['ring', 'size'],
  },
  mends: {
    weakest: ['tie', 'bend-claw'],
    corners: ['tie'],
    shake: ['tie', 'bend-claw'],
    push: ['tie', 'bend-claw'],
    ends: ['trim'],
    worn: ['shape'],
    symmetry: ['bend-claw', 'bend-seat'],
    stone: ['seat'],
  },
  margin: (options) => readOptions(options).margin,
}
