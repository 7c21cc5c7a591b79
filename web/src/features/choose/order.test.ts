import { AIMS, type Aim, type Chosen } from '@verger/core'
import { faceOf, metalOf, minutesOf, sorted } from './order'

const leaf = (value: number) => ({ value, unit: '', working: { kind: 'typed', name: 'x' } })
const chosen = (
  family: string,
  verdict: 'sound' | 'doubtful' | 'fails',
  figures: { hold: number; cost: number; minutes: number; face?: number; level: number },
): Chosen =>
  ({
    family,
    line: { verdict },
    hold: { hold: { timesWeight: figures.hold } },
    difficulty: { level: figures.level },
    plan: {
      cost: { hours: leaf(figures.minutes / 60) },
      cut: { metal: leaf(figures.cost) },
      outputs: figures.face === undefined ? [] : [{ id: 'face', quantity: leaf(figures.face) }],
    },
  }) as never

const list = [
  chosen('claws', 'sound', { hold: 140, cost: 3, minutes: 120, face: 80, level: 3 }),
  chosen('frame', 'sound', { hold: 300, cost: 5, minutes: 90, face: 90, level: 2 }),
  chosen('hoops', 'sound', { hold: 110, cost: 2, minutes: 60, face: 70, level: 2 }),
  chosen('loose', 'fails', { hold: 900, cost: 1, minutes: 10, face: 100, level: 1 }),
  chosen('maybe', 'doubtful', { hold: 950, cost: 1.5, minutes: 20, face: 99, level: 1 }),
]
const names = (by: Aim) => sorted(list, by).map((c) => c.family)

describe('settings in order', () => {
  it('the figures are those of the plan; a setting that tells no face hides none', () => {
    expect(minutesOf(list[0]!)).toBeCloseTo(120, 9)
    expect(metalOf(list[0]!)).toBe(3)
    expect(faceOf(list[0]!)).toBe(80)
    expect(faceOf(chosen('x', 'sound', { hold: 1, cost: 1, minutes: 1, level: 1 }))).toBe(100)
  })

  it('by what matters to the maker, each its own way', () => {
    expect(names('strongest').slice(0, 3)).toEqual(['frame', 'claws', 'hoops'])
    expect(names('least metal').slice(0, 3)).toEqual(['hoops', 'claws', 'frame'])
    expect(names('shows most').slice(0, 3)).toEqual(['frame', 'claws', 'hoops'])
    // as easy as each other: the quicker first
    for (const aim of ['usual', 'easiest'] as const)
      expect(names(aim).slice(0, 3)).toEqual(['hoops', 'frame', 'claws'])
  })

  it('what holds soundly always comes first, then what is doubtful, however cheap what fails is', () => {
    for (const by of AIMS) expect(names(by).slice(3)).toEqual(['maybe', 'loose'])
  })

  it('does not hang on the order that they came in, and leaves the list as it was', () => {
    const before = list.map((c) => c.family)
    for (const by of AIMS) expect(sorted([...list].reverse(), by)).toEqual(sorted(list, by))
    expect(list.map((c) => c.family)).toEqual(before)
    const twins = ['b', 'a', 'c'].map((f) =>
      chosen(f, 'sound', { hold: 1, cost: 1, minutes: 1, face: 50, level: 1 }),
    )
    for (const by of AIMS) expect(sorted(twins, by).map((c) => c.family)).toEqual(['a', 'b', 'c'])
  })
})
