import {
  askedOf,
  crossingWires,
  DEMANDS,
  enoughFor,
  firstForces,
  heldAmong,
  releases,
  settingOf,
  type Asked,
  type Held,
  type Hold,
  type Releases,
  type Thorough,
} from '../hold/index.js'
import { family, type Options } from '../settings/index.js'
import type { Design } from '../design/index.js'
import { stoneFrom, stoneInputs, stoneMeasures } from '../stone/index.js'
import { NEWTON_PER_GRAM } from '../units/index.js'
import { leaf, worker, type Formulas, type Quantity } from '../working/index.js'
import type { Plan } from './plan.js'
import { askedFor, seatedStone } from './seated.js'

/** Figures of the holding line. */
export interface HoldQuantities {
  readonly pull: Quantity
  readonly times: Quantity
  readonly rattle: Quantity
  /** Once the thorough check is there. */
  readonly energy?: Quantity
}

type Numbers = Readonly<Record<string, number>>
type Words = Readonly<Record<string, string>>

/** Stone and options again from a formula's inputs. */
function again(x: Numbers, w: Words): { readonly design: Design; readonly held: Held } {
  const plainNames = <T>(of: Readonly<Record<string, T>>) =>
    Object.fromEntries(
      Object.entries(of).flatMap(([k, v]) => (k.startsWith('stone.') ? [[k.slice(6), v]] : [])),
    )
  const stone = stoneFrom(plainNames(x), plainNames(w))
  const id = w.family!
  const options: Record<string, Options[string]> = {}
  for (const p of family(id).params(stone)) {
    const key = `option.${p.id}`
    // a choice that came after these options were saved
    if (w[key] === undefined && x[key] === undefined) continue
    if (p.kind === 'places') options[p.id] = w[key] === '' ? [] : w[key]!.split(', ').map(Number)
    else options[p.id] = p.kind === 'choice' ? w[key]! : x[key]!
  }
  const design = family(id).build(stone, options)
  return { design, held: heldAmong({ design, stone }, w.seat) }
}

/** The first check again. */
function recompute(x: Numbers, w: Words): Hold {
  const { design, held } = again(x, w)
  return firstForces(settingOf(design, held), enoughAsked(x))
}

/** The pushes again, with wires that give. */
function pushed(x: Numbers, w: Words): Releases {
  const { design, held } = again(x, w)
  const setting = settingOf(design, held)
  return releases(setting, firstForces(setting, enoughAsked(x)))
}
/** Figures of holding hang on no demand, but for lacing's, which is pushed until so much was borne, N. */
function enoughAsked({ enough }: Numbers): Asked {
  const any = askedOf(DEMANDS, 1, undefined)
  return enough === undefined ? any : { ...any, worn: enough, shaken: enough, pressed: enough }
}

export const holdFormulas = {
  'hold.force': {
    unit: 'N',
    text: 'least, over all directions, of the largest force the touching wires balance without friction, each span by its plastic collapse load at the low end of the yield range; from every measure and option',
    of: (x, w) => recompute(x, w).force,
  },
  'hold.release': {
    unit: 'N',
    text: 'least, over the directions in which it may leave, of the most that it takes to push the stone out while the wires give as springs and then for good; from every measure and option',
    of: (x, w) => pushed(x, w).weakest.force,
  },
  'hold.energy': {
    unit: 'N mm',
    text: 'least, over the directions in which it may leave, of the area under the push until the stone is let go: what a blow must bring; from every measure and option',
    of: (x, w) => pushed(x, w).energy,
  },
  'hold.rattle': {
    unit: 'mm',
    text: 'farthest the stone goes in any of 26 directions before the wires stop it; from every measure and option',
    of: (x, w) => recompute(x, w).rattle,
  },
  'hold.pull': {
    unit: 'g',
    text: `{force} / ${NEWTON_PER_GRAM}`,
    of: ({ force }) => force! / NEWTON_PER_GRAM,
  },
  'hold.times': { unit: '×', text: '{pull} / {mass}', of: ({ pull, mass }) => pull! / mass! },
} as const satisfies Formulas

const work = worker(holdFormulas)

/** The line's figures, of the stone that is held least. The two that are searched for keep the value found and name every input it hangs on. */
export function holdQuantities(made: Plan, hold: Hold, thorough?: Thorough, seat?: string): HoldQuantities {
  const s = stoneInputs(made.stone)
  const { stone } = seatedStone(made, seat)
  const inputs: Record<string, Quantity> = {
    family: leaf('chosen', 'family', made.family, 'word'),
    ...(seat === undefined ? {} : { seat: leaf('chosen', 'stone of the row', seat, 'word') }),
    ...Object.fromEntries(Object.entries(s).map(([k, q]) => [`stone.${k}`, q])),
  }
  for (const [id, value] of Object.entries(made.options)) {
    const key = `option.${id}`
    inputs[key] =
      typeof value === 'number'
        ? leaf('chosen', key, value, '')
        : leaf('chosen', key, typeof value === 'string' ? value : value.join(', '), 'word')
  }
  const { wires } = made.design
  if (wires.some((w) => w.parts.some((p) => p.kind === 'taut')) || crossingWires(made.design).length > 0)
    inputs.enough = leaf(
      'table',
      'most that is asked as a force',
      enoughFor(askedFor(made, seat)).force,
      'N',
      'the demands',
    )
  const found = (formula: keyof typeof holdFormulas, value: number): Quantity => ({
    value,
    unit: holdFormulas[formula].unit,
    formula,
    inputs,
  })
  const pull = work('hold.pull', {
    force: thorough ? found('hold.release', thorough.force) : found('hold.force', hold.force),
  })
  return {
    pull,
    times: work('hold.times', {
      pull,
      mass: stone === made.stone ? made.measures.mass : stoneMeasures(stone).mass,
    }),
    rattle: found('hold.rattle', hold.rattle),
    ...(thorough ? { energy: found('hold.energy', thorough.energy) } : {}),
  }
}
