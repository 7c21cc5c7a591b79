import { examplesOf, planOf } from '../testingPlans'
import { FRAME, OVAL } from '../testing'
import { numberOf } from '../working/index'
import { cutCounts, likeCuts } from './index'

const wiresOf = (options: Parameters<typeof planOf>[2]) =>
  planOf('bound-frame', OVAL, { ...FRAME, ...options })!.cut.wires

describe('wires that are cut and marked as one', () => {
  it('every wire is in one group, in the order of the list, longest first', () => {
    for (const wires of [wiresOf({}), wiresOf({ wires: 5 }), wiresOf({ wires: 4, frontBends: [] })]) {
      expect(likeCuts(wires).flat()).toHaveLength(wires.length)
      expect(new Set(likeCuts(wires).flat())).toEqual(new Set(wires))
      const lengths = wires.map((w) => numberOf(w.length))
      expect(lengths).toEqual([...lengths].sort((a, b) => b - a))
      expect(cutCounts(wires).reduce((sum, c) => sum + c.count, 0)).toBe(wires.length)
    }
  })

  it('middle wires of a bundle are alike; those that are bent over the stone take more and stand alone', () => {
    const groups = likeCuts(wiresOf({ wires: 5, swirls: '0' })).map((g) => g.map((w) => w.id).sort())
    expect(groups).toContainEqual(['middle-1', 'middle-2', 'middle-3'])
    expect(groups.some((g) => g.includes('rear') && g.length > 1)).toBe(false)
  })

  it('the claws of four corners are alike, whatever their joints are called', () => {
    const { stone, options } = examplesOf('corner-claws').sound[0]!
    const { wires } = planOf('corner-claws', stone, options)!.cut
    const names = likeCuts(wires).map((g) => g.map((w) => w.id))
    expect(names.some((g) => g.filter((id) => id.startsWith('claw')).length >= 2)).toBe(true)
    expect(
      names.some((g) => g.some((id) => id.startsWith('claw')) && g.some((id) => id.startsWith('seat'))),
    ).toBe(false)
  })

  it('of one length and other marks they are counted together, and marked apart', () => {
    const [first] = wiresOf({})
    const mark = first!.marks[0]!
    const moved = {
      ...first!,
      id: 'moved',
      marks: [
        { ...mark, fromEnd: { ...mark.fromEnd, value: numberOf(mark.fromEnd) + 2 } },
        ...first!.marks.slice(1),
      ],
    }
    expect(likeCuts([first!, moved])).toHaveLength(2)
    expect(cutCounts([first!, moved]).map((c) => c.count)).toEqual([2])
    const hair = {
      ...moved,
      marks: [
        { ...mark, fromEnd: { ...mark.fromEnd, value: numberOf(mark.fromEnd) } },
        ...first!.marks.slice(1),
      ],
    }
    expect(likeCuts([first!, hair])).toHaveLength(1)
  })
})
