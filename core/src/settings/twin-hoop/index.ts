import type { Family } from '../family.js'
import { workingOf } from '../shared/pieces.js'
import { build, piecesOf } from './build.js'
import { candidates, space } from './candidates.js'
import { fits, review } from './fits.js'
import { habit } from './habit.js'
import { benchMoves, gauges, moves, withBench } from './moves.js'
import { hoopStock, readOptions } from './options.js'
import { params } from './params.js'
import { text } from './text.js'
import { efforts, faceOf, hoopFormulas, joints, outputs } from './working.js'

/** Two hoops narrower than a ball or an egg, wound round a ring's shank or a bail's wire. */
export const family: Family = {
  id: 'twin-hoop',
  version: 1,
  worn: ['pendant', 'ring'],
  text,
  formulas: hoopFormulas,
  params,
  candidates,
  space,
  habit,
  decides: ['size', 'seat', 'hoop', 'turns'],
  bearing: (options) => hoopStock(readOptions(options)),
  fits,
  build,
  review,
  halves: (stone, options) =>
    Object.fromEntries(Object.entries(piecesOf(stone, options)).map(([id, h]) => [id, workingOf(h)])),
  joints,
  outputs,
  face: faceOf,
  efforts,
  gauges,
  moves,
  benchMoves,
  withBench,
  checks: () => ['hoops', 'shake', 'push', 'ends', 'worn', 'symmetry', 'stone'],
  measured: { 'bind-neck': 'neck', 'shape-shank': 'ring', 'shape-loop': 'bail' },
  room: {
    hook: ['bail', 'neck', 'shankSize', 'shank'],
    loop: ['bail', 'shankSize'],
    coil: ['turns', 'hoop', 'seat', 'size'],
    back: ['turns', 'hoop', 'seat', 'size'],
    finger: ['ring', 'shankSize'],
    shoulder: ['neck', 'bail', 'shankSize'],
  },
  mends: {
    weakest: ['coil-far-ends', 'hook'],
    hoops: ['coil-far-ends', 'coil-near-ends'],
    shake: ['coil-far-ends'],
    push: ['coil-far-ends', 'hook'],
    ends: ['trim'],
    worn: ['shape-shank', 'shape-loop'],
    symmetry: ['hook'],
    stone: ['seat'],
  },
  margin: (options) => readOptions(options).margin,
}
