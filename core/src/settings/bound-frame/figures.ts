import { twistedSpan } from '../../design/index.js'
import { figure, figures, mm } from '../kit/index.js'
import { stackHeight } from './frame.js'
import { repeatsFor, wovenFoot, type FootBind, type WovenFoot } from './wovenFoot.js'

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>
const woven = (x: Numbers, { weave }: Words): WovenFoot =>
  wovenFoot({
    weave: weave as Exclude<FootBind, 'bound'>,
    wires: x.wires!,
    base: x.size!,
    weaver: x.weaver!,
  })

/** Figures of a bound frame that are formulas. */
export const { make: F, formulas } = figures('frame', {
  halfFoot: mm('{foot} / 2: half of the bound foot', ({ foot }) => foot / 2),
  binder: mm('{bindingSize} / 2: as high as half-round lies, flat side in', (x) => x.bindingSize / 2),
  twisted: mm('{size} × √2: across the corners of a square wire that is twisted', ({ size }) =>
    twistedSpan(size),
  ),
  stack: mm('{wires} × {size}: height of the stack', ({ wires, size }) => wires * size),
  stackTwisted: mm(
    '2 × {thick} twisted + ({wires} − 2) × {size} plain: height of the stack',
    ({ wires, thick, size }) => stackHeight(wires, { thickness: thick, size }),
  ),
  past: mm('{between} × {size}: wires that the strip passes', ({ between, size }) => between * size),
  cuts: figure('', '{wires} + {others}: wires to cut', ({ wires, others }) => wires + others),
  tied: mm('2 × {thick}: two wires at a tied end', ({ thick }) => 2 * thick),
  hull: mm(
    'π × {thick} + 2 × ({stack} − {thick}) + 2 × ({columns} − 1) × {thick}: taut string round wires of which the outer ones are twisted',
    ({ columns, thick, stack }) => Math.PI * thick + 2 * (stack - thick) + 2 * (columns - 1) * thick,
  ),
  gapFoot: mm('{binder} + {footGap}: between frame and stone at the foot', (x) => x.binder + x.footGap),
  rows: figure(
    'turns',
    'rows of {weave} over {wires} wires of {size}, in whole repeats that fill {foot} with wire of {weaver}',
    (x, words) => {
      const made = woven(x, words)
      return made.rows * repeatsFor(x.foot, made)
    },
  ),
  row: mm(
    'wire of one row of {weave} over {wires} wires of {size}, wire of {weaver}: the taut path of a repeat, over its rows',
    (x, words) => woven(x, words).each,
  ),
  sag: mm('{stretch} × {mass}', ({ stretch, mass }) => stretch * mass),
  times: figure('×', '{carried} / {mass}', ({ carried, mass }) => carried / mass),
})
