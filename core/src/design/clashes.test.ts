import type { Vec3 } from '../geom/index'
import { bareDesign, rail, type BareWire } from '../testingDesigns'
import { clashes } from './index'

const crossing = (apart: number, more: Partial<BareWire> = {}) =>
  clashes(
    bareDesign([
      rail('along', [-5, 0.13, 0], [5, 0.13, 0], more),
      rail('across', [0.07, -5, apart], [0.07, 5, apart], more),
    ]),
  )

describe('wires in the same place', () => {
  it('two that cross stand in each other by what their thickness is more than their distance', () => {
    for (const apart of [0.2, 0.5, 0.8]) {
      const [found, ...others] = crossing(apart)
      expect(others).toEqual([])
      // places are 0.3 mm apart: up to 0.15 aside on either wire
      expect(found!.deep).toBeLessThanOrEqual(1 - apart + 1e-9)
      expect(found!.deep).toBeGreaterThan(1 - Math.hypot(apart, 0.15, 0.15) - 1e-9)
      expect(found!).toMatchObject({ wire: 'along', other: { kind: 'wire', id: 'across' } })
    }
    expect(crossing(0.99)).toEqual([])
    expect(crossing(1.2)).toEqual([])
  })

  it('square wires that lie flush do not, and turned on a corner they do', () => {
    const pair = (face: Vec3) => {
      const design = bareDesign([
        rail('one', [-5, 0, 0], [5, 0, 0], { profile: 'square' }),
        rail('two', [-5, 1.001, 0], [5, 1.001, 0], { profile: 'square' }),
      ])
      return clashes({
        ...design,
        wires: design.wires.map((w) => ({ ...w, roll: [{ s0: 0, s1: 10, face }] })),
      })
    }
    expect(pair([0, 0, 1])).toEqual([])
    // corner to corner: the way out is square to their sides
    expect(pair([0, 1, 1])[0]!.deep).toBeCloseTo(1 - 1.001 / Math.SQRT2, 3)
  })

  it('a wire that comes back through itself is told, one that goes round is not', () => {
    const loop = (rise: number): BareWire => ({
      id: 'loop',
      bound: [[0, 0.4]],
      path: {
        segments: [
          {
            kind: 'helix',
            centre: [0, 0, 0],
            x: [1, 0, 0],
            y: [0, 1, 0],
            radius: 4,
            sweep: 3 * Math.PI,
            rise,
          },
        ],
      },
    })
    expect(clashes(bareDesign([loop(0.6)]))[0]).toMatchObject({ wire: 'loop', other: { kind: 'itself' } })
    expect(clashes(bareDesign([loop(3)]))).toEqual([])
  })

  it('a wire through a bead that it is not threaded on', () => {
    const design = bareDesign([
      rail('past', [-5, 2.4, 0], [5, 2.4, 0]),
      rail('through', [0, -5, 0], [0, 5, 0]),
    ])
    const bead = {
      id: 'bead',
      kind: 'bead',
      centre: [0, 0, 0],
      radius: 2,
      axis: [0, 1, 0],
      wire: 'through',
    } as const
    const [found, ...others] = clashes({ ...design, accents: [bead] }).filter(
      (c) => c.other.kind === 'accent',
    )
    expect(others).toEqual([])
    expect(found!.wire).toBe('past')
    expect(found!.deep).toBeCloseTo(0.1, 1)
  })
})
