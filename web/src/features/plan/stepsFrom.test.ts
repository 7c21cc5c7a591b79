import { stepsFrom } from './stepsFrom'

const number = { id: 'a', group: 'g', kind: 'number', unit: 'mm', min: 0, max: 1, step: 0.1 } as const

describe('one step under and over a choice', () => {
  it('of a number, without the dust of decimals, and none past the ends', () => {
    expect(stepsFrom(number, 0.3)).toEqual({ less: 0.2, more: 0.4 })
    expect(stepsFrom(number, 0)).toEqual({ less: undefined, more: 0.1 })
    expect(stepsFrom(number, 1)).toEqual({ less: 0.9, more: undefined })
  })

  it('of a length in a workshop of inches, the next fractions of an inch, as fine as the step', () => {
    const { less, more } = stepsFrom({ ...number, max: 10 }, 1.5, 'in')
    expect(less).toBeCloseTo((25.4 * 3) / 64, 9)
    expect(more).toBeCloseTo((25.4 * 4) / 64, 9)
    // from a fraction to the next, there and back
    expect(stepsFrom({ ...number, max: 10 }, more!, 'in').less).toBeCloseTo(Number(less), 9)
    // steps of half a millimetre are nearest to a sixty-fourth too, those of a whole one to a thirty-second
    expect(stepsFrom({ ...number, max: 10, step: 1 }, 25.4 / 8, 'in').more).toBeCloseTo((25.4 * 5) / 32, 9)
    expect(stepsFrom(number, 1, 'in').more).toBeUndefined()
    expect(stepsFrom({ ...number, unit: '°' }, 0.3, 'in')).toEqual({ less: 0.2, more: 0.4 })
  })

  it('of a list, its neighbours', () => {
    const choice = { id: 'a', group: 'g', kind: 'choice', values: ['x', 'y', 'z'] } as const
    expect(stepsFrom(choice, 'y')).toEqual({ less: 'x', more: 'z' })
    expect(stepsFrom(choice, 'z')).toEqual({ less: 'y', more: undefined })
  })

  it('of places, none: they are set by themselves', () => {
    expect(stepsFrom({ id: 'a', group: 'g', kind: 'places', most: 8 }, [1, 2])).toEqual({
      less: undefined,
      more: undefined,
    })
  })
})
