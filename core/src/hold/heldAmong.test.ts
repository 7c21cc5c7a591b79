import { seatedStones, type SeatedStone } from '../design/index'
import { examples } from '../settings/channel-row/examples'
import { family } from '../settings/index'
import type { Stone } from '../stone/index'
import { FRAME, OVAL } from '../testing'
import { bareDesign, rail } from '../testingDesigns'
import { crossingWires } from './crossingWires'
import { askedOf, chiefOf, DEMANDS, heldAmong, heldSeated, settingOf, underFingertip, walkIn } from './index'

/** Three squares of 4 mm in a row, half a millimetre between two. */
const ROW: Stone = {
  kind: 'faceted',
  outline: 'square',
  length: 4,
  width: 4,
  depth: 2.6,
  mineral: 'garnet',
  group: { kind: 'row', count: 3, gap: 0.5 },
}
const seats = (pitch: number): SeatedStone[] =>
  [0, 1, 2].map((i) => ({ id: `row-${i + 1}`, of: i, turn: [0, 0, 0], shift: [(i - 1) * pitch, 0, 0] }))

describe('a stone among others', () => {
  const design = { ...bareDesign([rail('far', [-20, 30, 0], [20, 30, 0])]), stones: seats(4.5) }
  const setting = (id: string) => settingOf(design, heldAmong({ design, stone: ROW }, id))

  it('comes as far as the next one along the rails that guide it, and no farther', () => {
    const { stone, options } = examples.sound[0]!
    const whole = family('channel-row').build(stone, { ...options, gap: 0.6 })
    // nothing leads across from rail to rail: the stones six tenths off stop it first
    const joints = whole.joints.map((j) => {
      const plain = { ...j }
      Reflect.deleteProperty(plain, 'woven')
      return plain
    })
    // the stones beside the middle one moved to two tenths from it
    const near = whole.stones.map((x, i): SeatedStone => ({ ...x, shift: [(i - 2) * 4.2, 0, 0] }))
    const guided = { ...whole, joints, stones: near }
    for (const d of [
      [1, 0, 0],
      [-1, 0, 0],
    ] as const) {
      const walked = walkIn(settingOf(guided, heldAmong({ design: guided, stone }, 'row-3')), d)
      expect(walked.outcome).toBe('caught')
      expect(Math.abs(walked.travel - 0.2)).toBeLessThan(0.02)
      // by itself it would go on to the turns round the rails
      const { stone: own, seat } = seatedStones({ design: guided, stone })[2]!
      expect(walkIn(settingOf(guided, heldSeated(own, seat)), d).travel).toBeGreaterThan(0.4)
    }
  })

  it('leaves where none is', () => {
    expect(walkIn(setting('row-1'), [-1, 0, 0]).outcome).toBe('out')
    expect(walkIn(setting('row-2'), [0, 0, 1]).outcome).toBe('out')
  })

  it('has only those in its way that lie next to it', () => {
    expect(new Set(heldAmong({ design, stone: ROW }, 'row-1').beside!.map((b) => b.id))).toEqual(
      new Set(['row-2']),
    )
    expect(new Set(heldAmong({ design, stone: ROW }, 'row-2').beside!.map((b) => b.id))).toEqual(
      new Set(['row-1', 'row-3']),
    )
  })

  it('is the measured one where none is named: the largest of a graded row', () => {
    const graded: Stone = {
      ...ROW,
      group: { kind: 'row', count: 3, gap: 0.5, last: 3, order: 'largest in the middle' },
    }
    expect(chiefOf({ design, stone: graded }).id).toBe('row-2')
  })
})

describe('a fingertip', () => {
  it('lies on those stones whose middles are within half of its width', () => {
    const under = (pitch: number) => seats(pitch).map((s) => underFingertip(seats(pitch), s.id))
    expect(under(6)).toEqual([1, 1, 1])
    expect(under(4.5)).toEqual([2, 3, 2])
    expect(under(2.4)).toEqual([3, 3, 3])
  })

  it('presses each with its share, and asks nothing else less', () => {
    const [one, two] = [1, 2].map((n) => askedOf(DEMANDS, 0.1, undefined, n)) as [
      ReturnType<typeof askedOf>,
      ReturnType<typeof askedOf>,
    ]
    expect(two).toEqual({ ...one, pressed: one.pressed / 2 })
  })
})

describe('wires that lead across', () => {
  it('are none where the woven wires lie side by side', () => {
    const woven = family('bound-frame').build(OVAL, { ...FRAME, footBind: 'figure of eight' })
    expect(woven.joints.some((j) => j.woven)).toBe(true)
    expect(crossingWires(woven)).toEqual([])
  })
})
