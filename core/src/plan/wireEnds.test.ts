import { OVAL, FRAME } from '../testing'
import { FAMILIES, family } from '../settings/index'
import { isWound } from '../design/index'
import { dist } from '../geom/index'
import { pathAt, pathLength } from '../path/index'
import { examplesOf } from '../testingPlans'
import { holdLine } from './holdLine'
import { planHold, plan } from './plan'
import { DEFAULT_SETTINGS } from './settings'
import { looseCount, wireEnds } from './wireEnds'

describe('the cut ends of a piece', () => {
  it.each(FAMILIES.map((f) => f.id))(
    '%s: two of every wire and of every wound wire, where they are',
    (id) => {
      for (const { stone, options } of examplesOf(id).sound) {
        const design = family(id).build(stone, options)
        const ends = wireEnds(design, stone)
        // what runs on from one joint to the next has no ends there
        const wound = design.joints.filter((j) => isWound(j) && !j.runsOn)
        expect(ends).toHaveLength(2 * design.wires.length + 2 * wound.length)
        expect(new Set(ends.map((e) => e.id)).size).toBe(ends.length)
        for (const end of ends.filter((e) => !e.wound)) {
          const { path } = design.wires.find((w) => w.id === end.of)!
          const tip = pathAt(path, end.side === 'left' ? 0 : pathLength(path))
          expect(dist(tip.p, end.place)).toBeLessThan(1e-9)
        }
      }
    },
  )

  it('swirls that stand free above are kept down by nothing, and the same cut off at the neck are', () => {
    const loose = (change: object) =>
      looseCount(family('bound-frame').build(OVAL, { ...FRAME, ...change }), OVAL)
    expect(loose({ swirls: 'every end', swirlPlace: 'above' })).toBe(4)
    expect(loose({ swirls: '2', swirlPlace: 'above' })).toBe(2)
    expect(loose({ swirls: '0' })).toBe(0)
    expect(loose({ swirls: '0', tailOver: '2' })).toBe(0)
  })

  it('a piece with loose ends is not called sound: it is said how many, and that the stone is held', () => {
    const made = plan({ stone: OVAL, family: 'bound-frame', options: FRAME, settings: DEFAULT_SETTINGS })
    if (!made.ok) throw new Error('not made')
    const { hold } = planHold(made.plan)
    expect(holdLine(hold, 900).verdict).toBe('sound')
    const line = holdLine(hold, 900, undefined, 4)
    expect(line.verdict).toBe('doubtful')
    expect(line.say).toMatch(/^The stone is held; 4 ends are not/)
  })
})
