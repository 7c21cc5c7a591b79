import { seatedStones, type Design } from '../../design/index'
import { perform, replay } from '../../guide/index'
import { crossingWires } from '../../hold/crossingWires'
import { pathAt } from '../../path/index'
import { DEFAULT_SETTINGS, holdEach, plan, type Plan } from '../../plan/index'
import { groupStones, type Stone } from '../../stone/index'
import { parseWeave, strandsOf } from '../../weave/index'
import { wireSize } from '../../wire/index'
import { numberOf } from '../../working/index'
import type { Options } from '../family'
import { examples } from './examples'
import { family } from './index'

const [{ stone: SQUARES, options: OPTIONS }, { stone: GRADED }] = examples.sound as [
  (typeof examples.sound)[0],
  (typeof examples.sound)[0],
]
const planned = (stone: Stone, options: Options): Plan => {
  const made = plan({ stone, family: 'channel-row', options, settings: DEFAULT_SETTINGS })
  if (!made.ok) throw new Error(JSON.stringify(made.findings))
  return made.plan
}
const told = ({ outputs }: Plan, id: string): number => numberOf(outputs.find((o) => o.id === id)!.quantity)
const RAIL = wireSize('23 AWG').mm
const LACE = wireSize('30 AWG').mm

describe('a channel row', () => {
  const made = planned(SQUARES, OPTIONS)

  it('stands as far apart as its stones and the room between them, where that is more than the ties need', () => {
    // 4 mm and 2 mm between two
    expect(told(planned(SQUARES, { ...OPTIONS, gap: 2 }), 'pitch')).toBeCloseTo(6, 9)
    // two strands of 30 AWG by hand's packing take 0.54 mm of the rail: nearer than that no tie stands between
    expect(told(made, 'pitch')).toBeGreaterThan(4 + 2 * 1.05 * LACE)
    expect(told(made, 'pitch')).toBeLessThan(4 + 4 * LACE)
  })

  it('has its rails as far apart as their reach leaves, and a slot that the stone fills', () => {
    expect(told(made, 'betweenUpper')).toBeCloseTo(4 - 2 * 0.8, 9)
    // what is wound on the lower ones lies between them and the stone
    expect(told(made, 'betweenLower')).toBeCloseTo(4 - 2 * 0.6 + 2 * LACE, 9)
    // girdle, what the slopes rise and fall over the reach, the winding and the play; 2.6 mm deep: the estimates are of the stone
    const { girdle, crown, table } = made.measures.inputs
    const [g, c, t] = [girdle, crown, table].map((q) => numberOf(q!))
    const rise = Math.min(c!, (0.8 * c!) / (2 * (1 - t! / 100)))
    const { culet } = made.measures.inputs
    const pavilion = 2.6 - g! - c!
    const fall = (0.6 * pavilion) / (2 * (1 - (culet ? numberOf(culet) : 0) / 100))
    expect(told(made, 'slot')).toBeCloseTo(g! + rise + fall + LACE + 0.03, 1)
    expect(told(made, 'crank')).toBeCloseTo(told(made, 'slot') + RAIL, 9)
  })

  it('fills each lower rail with turns from tie to tie', () => {
    // from stone to stone, less a tie and two crossings, in wires of 30 AWG laid side by side
    const room = told(made, 'pitch') - 2 * 1.05 * LACE
    expect(told(made, 'seat')).toBe(Math.floor(room / (1.05 * LACE) - 2.6))
  })

  it('takes as much for a figure of eight as the weave of one over wires that far apart', () => {
    const eight = parseWeave('a: 8(1-2)', 2)
    if (!eight.ok) throw new Error('not read')
    const wires = { base: RAIL, weaver: LACE, packing: 1.05, pitch: told(made, 'crank') }
    const [strand] = strandsOf(eight.weave, wires)
    const binds = made.cut.spools[0]!.binds.find((b) => b.joint === 'tie-2-far')!
    expect(numberOf(binds.turns)).toBe(2)
    // an eight is two of its rows, and rises a little on the way
    const flat = Math.sqrt(strand!.length ** 2 - strand!.advance ** 2)
    expect(2 * numberOf(binds.turn)).toBeCloseTo(flat, 6)
  })

  it('leads fine wire straight across twice in each figure of eight, from one rail to the other', () => {
    const across = crossingWires(made.design)
    // five stones: four ties between of one eight and two at the ends of three, on both sides; two crossings at each seat
    expect(across).toHaveLength(2 * (2 * (4 + 2 * 3) + 5 * 2))
    for (const { wire } of across.filter((c) => c.joint.id === 'tie-2-far')) {
      const { from, to } = wire.path.segments[0] as { from: readonly number[]; to: readonly number[] }
      expect(Math.abs(from[2]! - to[2]!)).toBeGreaterThan(told(made, 'crank') / 2)
    }
  })

  it('seats every stone with its girdle in one plane, graded ones each by its own size', () => {
    const graded = planned(GRADED, OPTIONS)
    const seated = seatedStones({ design: graded.design, stone: GRADED })
    expect(seated.map((s) => s.stone.length)).toEqual(groupStones(GRADED).map((s) => s.length))
    expect(seated.every((s) => s.seat.shift[1] === 0 && s.seat.shift[2] === 0)).toBe(true)
    // over each stone the upper rail lies as far out as that stone's share of the largest's way
    const rail = graded.design.wires.find((w) => w.id === 'upper-far')!
    for (const { stone, seat } of seated) {
      let [low, high] = [0, rail.parts[rail.parts.length - 1]!.s1]
      while (high - low > 1e-9) {
        const middle = (low + high) / 2
        if (pathAt(rail.path, middle).p[0] < seat.shift[0]) low = middle
        else high = middle
      }
      expect(pathAt(rail.path, low).p[1]).toBeCloseTo((stone.length / 4) * (2 - 0.8) + RAIL / 2, 4)
    }
  })

  it('lays its stones in one after the other, each before its far tie', () => {
    const { operations } = made.design
    const at = operations.findIndex((o) => o.id === 'row')
    const before = replay(
      made.design,
      operations.slice(0, at).map((o) => o.id),
    )
    expect(operations[at]!.places).toHaveLength(15)
    const inAfter = (places: number) => perform(before, operations[at]!, places)
    expect(before.stone).toBe('out')
    expect(inAfter(1).stone).toBe('out')
    expect(inAfter(2)).toMatchObject({ stone: 'in', stones: ['row-1'] })
    expect(inAfter(7).stones).toEqual(['row-1', 'row-2'])
    expect(replay(made.design).stones).toHaveLength(5)
  })

  it('has ends of its fine wire only where the rails are bound together', () => {
    expect(made.design.joints.filter((j) => !j.runsOn).map((j) => j.id)).toEqual(['bind-left', 'bind-right'])
  })

  it('refuses what is no row of faceted stones, and says what takes it', () => {
    const refused = (stone: Stone) => family.fits(stone).map((f) => f.code)
    const single = { ...SQUARES }
    Reflect.deleteProperty(single, 'group')
    expect(refused(single)).toEqual(['channel-row.single'])
    expect(refused({ ...SQUARES, kind: 'cabochon' })).toEqual(['channel-row.not-faceted'])
    expect(refused({ ...SQUARES, group: { kind: 'row', count: 21, gap: 0 } })).toEqual([
      'channel-row.too-many',
    ])
    for (const outline of ['heart', 'drop', 'triangle'] as const)
      expect(refused({ ...SQUARES, outline, length: 5 })).toEqual(['channel-row.unlike'])
  })
})

describe('what holds a channel row', () => {
  const made = planned(SQUARES, OPTIONS)
  const each = (design: Design) => holdEach({ ...made, design }).map((x) => x.hold)
  const without = (...ids: string[]): Design => ({
    ...made.design,
    joints: made.design.joints.filter((j) => !ids.includes(j.id)),
  })

  it('holds every stone by itself', () => {
    expect(each(made.design).map((h) => h.verdict)).toEqual(Array(5).fill('sound'))
  })

  it('a tie left out on both sides lets its neighbours out, and no other stone', () => {
    const verdicts = each(without('tie-2-far', 'tie-2-near')).map((h) => h.verdict)
    expect(verdicts.map((v) => v === 'sound')).toEqual([true, false, false, true, true])
  })

  it('without the winding of the seats no stone is held, for it sinks between the rails', () => {
    const held = each(without(...[1, 2, 3, 4, 5].map((i) => `seat-${i}`)))
    expect(held.every((h) => h.verdict !== 'sound')).toBe(true)
  })

  it('without any ties the rails bear a third of it to the front at most', () => {
    const front = (hold: ReturnType<typeof each>[number]) =>
      hold.directions.find((d) => d.id === 'front')!.force
    const ties = made.design.joints.filter((j) => j.id.startsWith('tie')).map((j) => j.id)
    const [whole, loose] = [each(made.design), each(without(...ties))]
    loose.forEach((h, i) => expect(front(h)).toBeLessThan(front(whole[i]!) / 3))
  })
})
