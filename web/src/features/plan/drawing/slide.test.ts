import { family, fullStone, outlineNearest, outlineOf, type Options } from '@verger/core'
import { OVAL } from '../../../../../core/src/testing'
import { dragged, hourAt, nudged } from './slide'

const PARAMS = family('bound-frame').params(OVAL)
const OPTIONS: Options = { frontBends: [1.4, 3.9, 8.1, 10.6], frontOverlap: 1.6, foot: 10, neck: 6 }
const BENDS = { along: 'frontBends', inward: 'frontOverlap' } as const

describe('a place dragged on the drawing', () => {
  it('lies on the hour that a clock would show', () => {
    expect([hourAt([0, 5]), hourAt([5, 0]), hourAt([0, -5]), hourAt([-5, 0])]).toEqual([0, 3, 6, 9])
    expect(hourAt([Math.sin(Math.PI / 4), Math.cos(Math.PI / 4)])).toBe(1.5)
  })

  it('along the edge goes to where the finger is, and reaches in by as much as it went inward', () => {
    const outline = outlineOf(fullStone(OVAL))!
    const at = [11 - 1.6, 0] as const
    for (const [x, y] of [
      [8.4, 0],
      [8, 6],
      [7, -9],
      [10.6, 1],
    ] as const) {
      const next = dragged({ slide: BENDS, index: 1, at, options: OPTIONS }, [x, y], OVAL, PARAMS)
      const angle = (Math.PI / 2 - Math.atan2(y, x) + 2 * Math.PI) % (2 * Math.PI)
      const hours = next.frontBends as number[]
      expect(hours).toHaveLength(4)
      expect(hours.some((h) => Math.abs(h - (12 * angle) / (2 * Math.PI)) <= 0.05 + 1e-9)).toBe(true)
      expect([...hours].sort((a, b) => a - b)).toEqual(hours)
      const inward = outlineNearest(outline, ...at).distance - outlineNearest(outline, x, y).distance
      expect(Math.abs(Number(next.frontOverlap) - (1.6 + inward))).toBeLessThanOrEqual(0.05 + 1e-9)
    }
  })

  it('goes no farther than its choice does, on its own steps', () => {
    const p = PARAMS.find((x) => x.id === 'frontOverlap')!
    if (p.kind !== 'number') throw new Error('a number')
    const far = dragged({ slide: BENDS, index: 1, at: [9.4, 0], options: OPTIONS }, [0.1, 0], OVAL, PARAMS)
    expect(far.frontOverlap).toBe(p.max)
    const off = dragged({ slide: BENDS, index: 1, at: [9.4, 0], options: OPTIONS }, [30, 0], OVAL, PARAMS)
    expect(off.frontOverlap).toBe(p.min)
    // each half of a bind grows by what it is dragged
    const foot = dragged(
      { slide: { choice: 'foot', toward: 'out', times: 2 }, index: 0, at: [-5, -15], options: OPTIONS },
      [-6, -15],
      OVAL,
      PARAMS,
    )
    expect(foot).toEqual({ foot: 12 })
    const neck = dragged(
      { slide: { choice: 'neck', toward: 'up', times: 1 }, index: 0, at: [0, 20], options: OPTIONS },
      [3, 21.2],
      OVAL,
      PARAMS,
    )
    expect(neck).toEqual({ neck: 7 })
  })

  it('moves by arrow keys too', () => {
    const at = { slide: BENDS, index: 0, options: OPTIONS } as const
    expect(nudged(at, 'ArrowRight', PARAMS)).toEqual({ frontBends: [1.5, 3.9, 8.1, 10.6] })
    expect(nudged(at, 'ArrowUp', PARAMS)).toEqual({ frontOverlap: 1.7 })
    expect(nudged(at, 'ArrowDown', PARAMS)).toEqual({ frontOverlap: 1.5 })
    expect(nudged(at, 'Enter', PARAMS)).toBeUndefined()
    expect(
      nudged(
        { slide: { choice: 'foot', toward: 'out', times: 2 }, index: 0, options: OPTIONS },
        'ArrowLeft',
        PARAMS,
      ),
    ).toEqual({ foot: 9.5 })
  })
})
