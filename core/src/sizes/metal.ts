import { ALLOYS, bendingForce, type AlloyId, type Temper } from '../wire/index.js'
import { bendsOf, LIKE } from './metalWorth.js'
import { leaf, numberOf } from '../working/index.js'
import {
  choiceField,
  count,
  lengthField,
  none,
  note,
  numberAt,
  typed,
  work,
  type Calculator,
  type CalculatorValues,
} from './calculator.js'

// What a metal is worth against another, and how it hardens as it is worked.

const PROFILES = ['round', 'square', 'half-round'] as const
const METALS = ALLOYS.map((a) => a.id)
const TEMPERS = ['dead soft', 'half hard'] as const

const wordsOf = (values: CalculatorValues, ids: readonly string[]) =>
  Object.fromEntries(ids.map((id) => [id, leaf('chosen', id, String(values[id]), 'word')]))

/** A wire of another metal, profile or temper that is worth the same. */
export const alike: Calculator = {
  id: 'alike',
  fields: [
    lengthField('wire', 0.8, 0.1, 6),
    choiceField('profile', PROFILES),
    choiceField('alloy', METALS),
    choiceField('temper', TEMPERS, 'half hard'),
    choiceField('like', LIKE),
    choiceField('otherProfile', PROFILES, 'square'),
    choiceField('otherAlloy', METALS, 'sterling silver'),
    choiceField('otherTemper', TEMPERS, 'half hard'),
  ],
  work(values) {
    const ids = ['profile', 'alloy', 'temper', 'like', 'otherProfile', 'otherAlloy', 'otherTemper']
    const inputs = { wire: typed(values, 'wire'), ...wordsOf(values, ids) }
    const exact = work('size.alike', inputs)
    const sold = work('size.alike.sold', inputs)
    const ratio = work('size.alike.ratio', inputs)
    const { felt } = bendingForce(
      { profile: String(values.otherProfile) as 'round', size: numberOf(sold) },
      String(values.otherAlloy) as AlloyId,
      String(values.otherTemper) as Temper,
    )
    return {
      tools: [],
      results: [
        { id: 'exact', quantity: exact },
        { id: 'sold', quantity: sold },
        { id: 'ratio', quantity: ratio },
      ],
      notes: [note('alike-felt', 'note', { felt })],
    }
  },
}

/** How often one place of a wire can be bent before it is hard, and before it cracks. */
export const worked: Calculator = {
  id: 'worked',
  fields: [
    lengthField('wire', 0.8, 0.1, 6),
    choiceField('alloy', METALS),
    choiceField('temper', TEMPERS),
    lengthField('inside', 1.5, 0.05, 100),
    count('bends', 2, 1, 60),
    { id: 'flattened', kind: 'number', start: 0, least: 0, most: 60 },
  ],
  work(values) {
    const inputs = {
      wire: typed(values, 'wire'),
      inside: typed(values, 'inside'),
      bends: typed(values, 'bends', ''),
      flattened: typed(values, 'flattened', '%'),
      ...wordsOf(values, ['alloy', 'temper']),
    }
    const { state } = bendsOf(
      {
        wire: numberAt(values, 'wire'),
        inside: numberAt(values, 'inside'),
        bends: numberAt(values, 'bends'),
        flattened: numberAt(values, 'flattened'),
      },
      { alloy: String(values.alloy), temper: String(values.temper) },
    )
    return {
      ...none,
      results: [
        { id: 'workable', quantity: work('size.bends.workable', inputs) },
        { id: 'cracks', quantity: work('size.bends.cracks', inputs) },
        { id: 'soft', quantity: work('size.bends.soft', inputs) },
        { id: 'hard', quantity: work('size.bends.hard', inputs) },
      ],
      notes: [
        note(
          `worked-${state.replaceAll(' ', '-')}`,
          state === 'still workable' ? 'note' : 'doubt',
          { bends: numberAt(values, 'bends') },
          'bends',
        ),
      ],
    }
  },
}
