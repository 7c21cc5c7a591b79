import { stepsFrom } from './stepsFrom'

const number = { id: 'a', group: 'g', kind: 'number', unit: 'mm', min: 0, max: 1, step: 0.1 } as const

describe('one step under and over a choice', () => {
  it('of a number, without the dust of decimals, and none past the ends', () => {
    expect(stepsFrom(number, 0.3)).toEqual({ less: 0.2, more: 0.4 })
    expect(stepsFrom(number, 0)).toEqual({ less: undefined, more: 0.1 })
    expect(stepsFrom(number, 1)).toEqual({ less: 0.9, more: undefined })
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
