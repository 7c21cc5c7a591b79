import { isWound, type Design } from '../../design/index.js'
import type { Finding } from '../../finding/index.js'
import { remember } from '../../geom/index.js'
import { fullStone, stoneErrors, type Stone } from '../../stone/index.js'
import { leaf, type Formulas, type Quantity } from '../../working/index.js'
import type { Family, Hand, NamedQuantity, Options } from '../family.js'
import { fixed } from '../shared/efforts.js'
import {
  METAL,
  paramsOf,
  stockOf,
  type Choices,
  leavesOf,
  readChoices,
  usualCounts,
  usualSizes,
  given,
} from './choices.js'
import { commonFindings, commonFormulas, designOf, effortsOf, gaugesOf } from './common.js'
import { makerOf, makingFormulas, type Made } from './made.js'
import { penFormulas } from './pen.js'
import type { Recipe, Unfit } from './recipe.js'
import { benchMovesOf, candidatesOf, movesOf, searched, spaceOf } from './searching.js'
import { extentOf, faceShown } from './seen.js'
import { textOf } from './text.js'

/** Extents of the piece, by the axis along which each lies. */
const EXTENTS = { height: 'y', width: 'x', thick: 'z' } as const

/** A family out of its recipe: what is not written there is worked out here for all families alike. */
export function familyOf<C extends Choices>(recipe: Recipe<C>): Family {
  const choices = { ...recipe.choices, ...METAL } as C & typeof METAL
  const minutes = recipe.minutes ?? {}
  const maker = makerOf(recipe, choices)
  const designs = remember<Made, Design>(2)
  const design = (made: Made): Design => designs(made, () => designOf(recipe.id, made, minutes))

  const last = remember<Options, Map<Hand, { readonly stone: Stone; readonly made: Made }>>(2)
  const madeOf = (stone: Stone, options: Options, hand: Hand = 'right'): Made => {
    const known = last(options, () => new Map())
    const before = known.get(hand)
    if (before?.stone === stone) return before.made
    const made = maker.make(fullStone(stone), options, hand)
    known.set(hand, { stone, made })
    return made
  }
  const errorsOf = (stone: Stone, options: Options): Finding[] =>
    madeOf(stone, options).findings.filter((f) => f.severity === 'error')
  const build: Family['build'] = (stone, options, hand) => design(madeOf(stone, options, hand))

  const seen: Formulas = {
    [`${recipe.id}.extent`]: {
      unit: 'mm',
      text: 'from end to end of stone, wires and what is bound round them along {axis}',
      of: (x, words) => {
        const made = maker.again(x, words)
        return extentOf(design(made), made.stone, words.axis as 'x' | 'y' | 'z')
      },
    },
    [`${recipe.id}.face`]: {
      unit: '%',
      text: '100 − the share of the stone, seen from the front, that a wire lies before, by a raster',
      of: (x, words) => {
        const made = maker.again(x, words)
        return 100 * faceShown(design(made), made.stone)
      },
    },
  }
  const everything = Object.keys(choices).filter((id) => id !== 'margin')
  const faceOf = (made: Made): Quantity => ({
    value: 100 * faceShown(design(made), made.stone),
    unit: '%',
    formula: `${recipe.id}.face`,
    inputs: made.on(everything),
  })

  return {
    id: recipe.id,
    version: recipe.version,
    worn: recipe.worn,
    text: textOf(recipe),
    formulas: Object.assign(
      {},
      ...(recipe.parts ?? []).map((p) => p.formulas),
      recipe.formulas,
      maker.searched,
      makingFormulas,
      penFormulas,
      commonFormulas,
      seen,
    ) as Formulas,
    params: (stone) => paramsOf(choices, fullStone(stone)),
    candidates: (stone, wish) => candidatesOf(choices, fullStone(stone), wish),
    space: (stone, wish) => spaceOf(choices, fullStone(stone), wish),
    habit: (stone, alloy) => ({
      sizes: usualSizes(choices, fullStone(stone), alloy),
      counts: usualCounts(choices, fullStone(stone)),
      temper: given(recipe.temper ?? 'half hard', fullStone(stone)),
    }),
    decides: searched(choices),
    bearing: (options) => {
      const { bearing } = recipe
      const size = typeof bearing === 'function' ? bearing(readChoices(choices, options)) : bearing
      return stockOf(choices, options, size)
    },
    fits: (stone, options) => {
      const wrong = stoneErrors(stone)
      if (wrong.length > 0) return wrong
      const row: Unfit | undefined =
        stone.group?.kind === 'row' && !recipe.takesRows ? { code: 'row', field: 'group' } : undefined
      const unfit = row ?? recipe.unfit(fullStone(stone))
      if (unfit) {
        const { code, field, values = {} } = unfit
        return [{ code: `${recipe.id}.${code}`, severity: 'error', field, values }]
      }
      return options ? errorsOf(stone, options) : []
    },
    build,
    review: (stone, options) => {
      const made = madeOf(stone, options)
      return [...commonFindings(recipe.id, made), ...made.findings.filter((f) => f.severity !== 'error')]
    },
    halves: (stone, options) =>
      Object.fromEntries(
        madeOf(stone, options).work.strands.map(({ id, left = [], right }) => {
          const told = (list: typeof right) => list.map(({ kind, length }) => ({ kind, quantity: length }))
          return [id, { left: told(left), right: told(right) }]
        }),
      ),
    joints: (stone, options) => {
      const sizes = leavesOf(choices, readChoices(choices, options))
      return Object.fromEntries(
        madeOf(stone, options)
          .work.ties.filter(isWound)
          .map((t) => [
            t.id,
            {
              length: t.length,
              wound: sizes[t.wound]!,
              columns: fixed(`wires across at ${t.id}`, t.columns),
              rows: t.deep ?? fixed(`rows at ${t.id}`, t.rows),
              ...(t.hull ? { hull: t.hull } : {}),
              ...(t.row && t.turns ? { turns: t.turns, turn: t.row } : {}),
              ...(t.on ? { on: t.on } : {}),
            },
          ]),
      )
    },
    outputs: (stone, options) => {
      const made = madeOf(stone, options)
      const built = design(made)
      const inputs = made.on(everything)
      const extents = Object.entries(EXTENTS).map(([id, axis]): NamedQuantity => ({
        id,
        quantity: {
          value: extentOf(built, made.stone, axis),
          unit: 'mm',
          formula: `${recipe.id}.extent`,
          inputs: { ...inputs, axis: leaf('table', 'axis', axis, 'word', 'the family') },
        },
      }))
      return [...extents, ...made.work.outputs, { id: 'face', quantity: faceOf(made) }]
    },
    face: (stone, options) => faceOf(madeOf(stone, options)),
    efforts: (stone, options, turns) => effortsOf(madeOf(stone, options), minutes, turns),
    gauges: (stone, options, force) => gaugesOf(madeOf(stone, options), force),
    moves: (stone, options) => [
      ...movesOf(choices, fullStone(stone), options),
      ...(recipe.moves?.(fullStone(stone), readChoices(choices, options)) ?? []),
    ],
    benchMoves: (stone, options) => [
      ...benchMovesOf(choices, options),
      ...(recipe.benchMoves?.(fullStone(stone), readChoices(choices, options)) ?? []),
    ],
    notes: recipe.notes ?? [],
    checks: () => recipe.checks,
    measured: Object.fromEntries(
      Object.entries(choices).flatMap(([id, c]) => [c.met ?? []].flat().map((step) => [step, id])),
    ),
    reached: Object.fromEntries(
      Object.entries(choices).flatMap(([id, c]) => (c.reachedAt ?? []).map((step) => [step, id])),
    ),
    room: recipe.room ?? {},
    mends: recipe.mends,
    margin: (options) => Number(options.margin),
    cutLengths: recipe.cutLengths,
    pulled: (stone, options) =>
      Object.fromEntries(
        madeOf(stone, options).work.strands.flatMap((s) => (s.pulled ? [[s.id, s.pulled]] : [])),
      ),
  }
}
