import type { Family } from '../family.js'
import { benchMoves, withBench } from './bench.js'
import { build } from './build.js'
import { candidates, space } from './candidates.js'
import { fits, review } from './fits.js'
import { gauges } from './gauges.js'
import { habit } from './habit.js'
import { moves } from './moves.js'
import { frameStock, readOptions } from './options.js'
import { params } from './params.js'
import { text } from './text.js'
import { frameFormulas } from './formulas.js'
import { efforts, face, outputs } from './outputs.js'
import { halves, joints } from './working.js'

/** A frame of bound wires round a flat-backed cabochon, as a pendant. */
export const family: Family = {
  id: 'bound-frame',
  version: 1,
  worn: ['pendant'],
  text,
  formulas: frameFormulas,
  params,
  candidates,
  space,
  habit,
  decides: ['wires', 'size', 'frontOverlap', 'frontBends', 'backOverlap', 'backBends'],
  bearing: (options) => frameStock(readOptions(options)),
  fits,
  build,
  review,
  halves,
  joints,
  outputs,
  face,
  efforts,
  gauges,
  moves,
  benchMoves,
  withBench,
  checks: () => ['frame-only', 'shake', 'push', 'ends', 'bail', 'symmetry', 'stone', 'temporary'],
  measured: { 'bind-foot': 'foot', 'weave-foot': 'foot', 'bind-neck': 'neck', 'roll-bail': 'bail' },
  room: {
    tail: ['tailOver', 'tail', 'bead', 'swirls'],
    bend: ['tailOver', 'frontOverlap', 'backOverlap', 'size'],
    turns: ['bead', 'bindingSize', 'size'],
    through: ['bead'],
    coil: ['ball'],
    side: ['frontOverlap', 'backOverlap', 'size'],
    shoulder: ['neckRadius', 'leave', 'neck'],
    tied: ['tailOver', 'bindingSize'],
  },
  mends: {
    weakest: ['bend-front', 'bend-back'],
    'frame-only': ['bind-neck', 'close'],
    shake: ['bend-front'],
    push: ['bend-back', 'bend-front'],
    ends: ['trim'],
    bail: ['roll-bail'],
    symmetry: ['bend-front', 'shoulder'],
    stone: ['seat'],
    temporary: ['untape', 'bind-neck'],
  },
  margin: (options) => readOptions(options).margin,
}
