import loadHighs from 'highs'
import { wireSize, type Stock } from '../wire/index.js'
import {
  cutFromRack,
  highsSolver,
  temperNow,
  type Highs,
  type NeededWire,
  type ProgramSolver,
  type RackStock,
} from './index.js'

let solve: ProgramSolver
beforeAll(async () => {
  solve = highsSolver((await loadHighs()) as unknown as Highs)
})

const WISHES = { keep: 60, useShorts: true, keepLongest: false }
const square = (size: string, temper: Stock['temper'] = 'half hard'): Stock => ({
  alloy: 'copper',
  temper,
  profile: 'square',
  size: wireSize(size),
})
const lot = (id: string, length: number, stock: Stock, shaped = false): RackStock => ({
  id,
  length,
  stock,
  shaped,
})
const wire = (id: string, length: number, stock: Stock): NeededWire => ({ id, length, stock })
const plan = (needs: NeededWire[], racks: RackStock[]) =>
  cutFromRack(needs, racks, WISHES, solve, { now: () => performance.now(), seconds: 2 })

describe('cutting from the rack', () => {
  it('takes each wire from its own metal, profile, size and temper', () => {
    const { groups, short } = plan(
      [wire('a', 200, square('20 AWG')), wire('b', 200, square('21 AWG'))],
      [lot('r20', 400, square('20 AWG')), lot('r21', 400, square('21 AWG'))],
    )
    expect(short).toEqual([])
    expect(groups.flatMap((g) => g.from.map((f) => [f.stock, f.cuts[0]!.id]))).toEqual([
      ['r20', 'a'],
      ['r21', 'b'],
    ])
  })

  it('counts what was bent once a temper harder', () => {
    const soft = square('20 AWG', 'dead soft')
    expect(temperNow({ temper: 'half hard', shaped: true })).toBeUndefined()
    // a coil of soft wire serves as half hard, and no longer as soft
    const coil = [lot('coil', 400, soft, true)]
    expect(plan([wire('a', 200, square('20 AWG'))], coil).short).toEqual([])
    expect(plan([wire('a', 200, soft)], coil).short).toHaveLength(1)
    // what was half hard is too hard for anything planned
    expect(
      plan([wire('a', 200, square('20 AWG'))], [lot('x', 400, square('20 AWG'), true)]).short,
    ).toHaveLength(1)
  })

  it('tells of a wire that the rack has not: the longest there is, and what comes near in one thing', () => {
    const { short } = plan(
      [wire('a', 300, square('20 AWG'))],
      [
        lot('shorter', 250, square('20 AWG')),
        lot('soft', 900, square('20 AWG', 'dead soft')),
        lot('thinner', 900, square('21 AWG')),
        lot('much thinner', 900, square('26 AWG')),
        lot('silver', 900, { ...square('20 AWG'), alloy: 'fine silver' }),
        lot('thinner and too short', 200, square('21 AWG')),
      ],
    )
    expect(short).toHaveLength(1)
    expect(short[0]).toMatchObject({ id: 'a', length: 300, longest: 250 })
    expect(short[0]!.instead.map((i) => [i.rack, i.differs])).toEqual([
      ['soft', 'temper'],
      ['thinner', 'size'],
    ])
  })

  it('joins what is wound between its binds only, and no shorter than the longest of them', () => {
    const need: NeededWire = { id: 'spool-foot', length: 600, longest: 300, stock: square('20 AWG') }
    expect(plan([need], [lot('a', 350, square('20 AWG')), lot('b', 320, square('20 AWG'))]).short).toEqual([])
    expect(
      plan(
        [need],
        [1, 2, 3].map((i) => lot(`s${i}`, 250, square('20 AWG'))),
      ).short,
    ).toHaveLength(1)
  })
})
