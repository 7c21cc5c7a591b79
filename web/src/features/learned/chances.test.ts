import {
  DEFAULT_SETTINGS,
  learnedFrom,
  numberOf,
  plan,
  plannedWires,
  startingOptions,
  type Stone,
} from '@verger/core'
import { chanceAt, chancesOf, oneIn } from './chances'

const STONE: Stone = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'labradorite',
}
const options = startingOptions(STONE, 'bound-frame', { alloy: 'copper' }, undefined, true)!
const made = plan({ stone: STONE, family: 'bound-frame', options, settings: DEFAULT_SETTINGS })
if (!made.ok) throw new Error('the stone cannot be planned')
const { cut, design } = made.plan
const habit = (technique: Parameters<typeof learnedFrom>[0]) => learnedFrom(technique, [])
const chance = (id: string, length: number) => chanceAt({ cut, design }, habit, id, length)

describe('a wire that is cut shorter than planned', () => {
  it('runs short as is told of all of them where it is cut as planned', () => {
    const each = cut.wires.map((w) => chance(w.id, numberOf(w.shown))!)
    const all = 1 - each.reduce((none, p) => none * (1 - p), 1)
    expect(chancesOf({ cut, design }, habit, { whole: 200, joined: 20 }).whole).toBeCloseTo(all, 12)
  })

  it('runs short the likelier the shorter it is, as often as not with nothing spare, and less is no length for it', () => {
    for (const w of cut.wires) {
      const { net } = plannedWires(cut, design).find((p) => p.id === w.id)!
      const lengths = [0.2, 0.5, 1].map((share) => net + share * (numberOf(w.shown) - net))
      const [short, less, planned] = lengths.map((l) => chance(w.id, l)!)
      expect(short).toBeGreaterThan(less!)
      expect(less).toBeGreaterThan(planned!)
      expect(chance(w.id, net + 1e-6)).toBeCloseTo(0.5, 3)
      expect(chance(w.id, net)).toBeUndefined()
    }
    expect(chance('none', 100)).toBeUndefined()
  })
})

it.each([
  [0.005, '1 in 200'],
  [0.0499, '1 in 20'],
  [0.5, '50 in 100'],
  [1 / 12_345, '1 in 12 000'],
  [0, 'less than 1 in 100 000'],
])('%f is said as %s', (p, said) => expect(oneIn(p)).toBe(said))
