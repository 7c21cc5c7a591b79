import { checkDesign, type Joint, type Operation } from '../design/index'
import { FAMILIES, type FamilyExamples } from '../settings/index'
import { family as boundFrame } from '../settings/bound-frame/index'
import { FRAME, OVAL } from '../testing'
import { holdsOn, liesFlat, perform, replay, seenFrom, stepOf, turnsCounted } from './index'

const design = boundFrame.build(OVAL, FRAME)
const words = boundFrame.text.steps
const op = (id: string) => design.operations.find((o) => o.id === id)!

describe('steps', () => {
  it('a piece that is turned over is spoken of as it is seen: hours and sides mirrored', () => {
    const bend = op('bend-back-4')
    expect(seenFrom(bend)).toBe('back')
    expect(stepOf(design, bend, words).say).toContain('near 8 o’clock')
    expect(stepOf(design, bend, words, 'front').say).toContain('near 4 o’clock')
    const shoulder = op('shoulder-left')
    expect(stepOf(design, shoulder, words).title).toContain('left')
    expect(stepOf(design, shoulder, words, 'back').title).toContain('right')
  })

  it('says lengths in inches where the workshop works in them, millimetres beside them', () => {
    const say = stepOf(design, op('bind-foot'), words, 'front', 'in').say
    expect(say).toContain('until it measures 3/8 in (9.0 mm), 3/16 in (4.5 mm) either side')
    expect(stepOf(design, op('roll-bail'), words, 'back', 'in').say).toContain('a rod of 3/16 in (5.0 mm)')
  })

  it('aims at a length with the count beside it, and at the count where it is few, a pattern or two sides that must match', () => {
    const count = (change: Partial<Joint>) => {
      const joints = design.joints.map((j) => (j.id === 'foot' ? { ...j, ...change } : j))
      return stepOf({ ...design, joints }, op('bind-foot'), words).count
    }
    expect(count({ turns: 19 })).toEqual({ of: 'turns', joints: ['foot'], target: 19, exact: false })
    expect(count({ turns: 8 })?.exact).toBe(true)
    expect(count({ turns: 9 })?.exact).toBe(false)
    expect(count({ turns: 19, counted: 'sides' })?.exact).toBe(true)
    expect(count({ turns: 19, counted: 'pattern' })?.exact).toBe(true)
  })

  it('knows which temporary holds are on, and what takes them off', () => {
    expect(holdsOn(design, [])).toEqual([])
    expect(holdsOn(design, ['align'])).toEqual([{ hold: 'tape', off: 'untape' }])
    expect(holdsOn(design, ['align', 'untape', 'close'])).toEqual([{ hold: 'tie', off: 'bind-neck' }])
    expect(
      holdsOn(
        design,
        design.operations.map((o) => o.id),
      ),
    ).toEqual([])
  })

  it('every check that can fail leads to a step', () => {
    const ids = design.operations.map((o) => o.id)
    for (const check of boundFrame.checks(OVAL, FRAME))
      expect({
        check,
        found: (boundFrame.mends[check] ?? []).some((start) => ids.some((id) => id.startsWith(start))),
      }).toEqual({ check, found: true })
    // a foot is bound or woven
    const woven = boundFrame.build(OVAL, { ...FRAME, binding: 'round', footBind: 'ladder' })
    const all = [...ids, ...woven.operations.map((o) => o.id)]
    for (const step of Object.keys(boundFrame.measured)) expect(all).toContain(step)
  })
})

describe('wires that lie flat', () => {
  it('do so until the first of them is formed, and never again', () => {
    for (const chosen of FAMILIES) {
      const { stone, options } = jest.requireActual<{ examples: FamilyExamples }>(
        `../settings/${chosen.id}/examples`,
      ).examples.sound[0]!
      const design = chosen.build(stone, options)
      const first = design.operations.findIndex((o) => o.forms.length > 0)
      expect(first).toBeGreaterThan(0)
      design.operations.forEach((_, at) => expect(liesFlat(design, at)).toBe(at < first))
    }
  })

  it('counts a weave by its repeats, each with all of its rows', () => {
    const woven = boundFrame.build(OVAL, { ...FRAME, binding: 'round', footBind: 'ladder' })
    const foot = woven.joints.find((j) => j.id === 'foot')!
    const step = stepOf(
      woven,
      woven.operations.find((o) => o.id === 'weave-foot')!,
      words,
    )
    expect(step.count).toEqual({ of: 'repeats', joints: ['foot'], target: foot.woven!.repeats, exact: true })
    // a ladder over three wires: two turns round one, two round two, two round three
    expect(turnsCounted(woven, step.count!, 2)).toEqual({ foot: 12 })
    expect(turnsCounted(woven, step.count!, foot.woven!.repeats)).toEqual({ foot: foot.turns })
  })

  it('counts like places of one step, each with all of its turns, and bends only what was worked', () => {
    const ties = design.joints.filter((j) => j.kind === 'bind').map((j) => j.id)
    const part = design.wires[0]!.parts[0]!
    const form = { wire: design.wires[0]!.id, s0: part.s0, s1: part.s1, to: 'path' as const }
    const step = {
      ...op('bind-foot'),
      id: 'ties',
      needs: [],
      forms: [],
      joint: undefined,
      places: ties.map((joint, i) => ({ joint, forms: i === 0 ? [form] : [] })),
    } as Operation
    const { count } = stepOf(design, step, { ...words, ties: { title: 'Ties', say: 'Tie.' } })
    expect(count).toEqual({ of: 'places', joints: ties, target: ties.length, exact: true })
    expect(turnsCounted(design, count!, 1)).toEqual(
      Object.fromEntries(ties.map((id, i) => [id, i === 0 ? Infinity : 0])),
    )
    const none = perform(replay(design, []), step, 0)
    expect([none.joints, none.formed.size]).toEqual([[], 0])
    const one = perform(replay(design, []), step, 1)
    expect([one.joints, one.formed.size]).toEqual([ties.slice(0, 1), 1])
    expect(perform(replay(design, []), step).joints).toEqual(ties)
    expect(checkDesign({ ...design, operations: [step] })).toEqual([])
    const wrong = { ...step, places: [{ joint: 'no-such', forms: [] }] }
    expect(checkDesign({ ...design, operations: [wrong] })).toEqual(['operation ties names no joint no-such'])
  })
})
