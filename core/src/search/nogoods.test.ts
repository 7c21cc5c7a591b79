import type { Options } from '../settings/index'
import { seeded } from '../testing'
import { Nogoods } from './nogoods'

describe('what made no difference to a failure', () => {
  it('is learnt from two that differ in it alone and fail at the same figure', () => {
    const nogoods = new Nogoods(['front', 'back'])
    expect(nogoods.learn({ front: 1, back: 1 }, 'pull 94.6')).toBe(false)
    expect(nogoods.failsAsBefore({ front: 1, back: 3 })).toBe(false)
    expect(nogoods.learn({ front: 1, back: 2 }, 'pull 94.6')).toBe(true)
    expect(nogoods.failsAsBefore({ front: 1, back: 3 })).toBe(true)
    expect(nogoods.failsAsBefore({ front: 2, back: 1 })).toBe(false)
  })

  it('is not believed of two that differ in two options, at other figures, or where there is none', () => {
    const nogoods = new Nogoods(['front', 'back', 'wires'])
    nogoods.learn({ front: 1, back: 1, wires: 3 }, 'pull 94.6')
    nogoods.learn({ front: 2, back: 2, wires: 3 }, 'pull 94.6')
    nogoods.learn({ front: 1, back: 5, wires: 3 }, 'short 94.6')
    nogoods.learn({ front: 7, back: 1, wires: 3 }, undefined)
    nogoods.learn({ front: 7, back: 2, wires: 3 }, undefined)
    for (const back of [2, 3, 5]) {
      expect(nogoods.failsAsBefore({ front: 1, back, wires: 3 })).toBe(false)
      expect(nogoods.failsAsBefore({ front: 7, back, wires: 3 })).toBe(false)
    }
  })

  it('grows by what is known of those that failed alike: places are lists', () => {
    const nogoods = new Nogoods(['front', 'back', 'bends'])
    nogoods.learn({ front: 1, back: 1, bends: [1, 11] }, 'pull 90')
    nogoods.learn({ front: 1, back: 2, bends: [1, 11] }, 'pull 90')
    expect(nogoods.failsAsBefore({ front: 1, back: 9, bends: [2, 10] })).toBe(false)
    nogoods.learn({ front: 1, back: 2, bends: [3, 9] }, 'pull 90')
    expect(nogoods.failsAsBefore({ front: 1, back: 9, bends: [2, 10] })).toBe(true)
    expect(nogoods.failsAsBefore({ front: 2, back: 9, bends: [2, 10] })).toBe(false)
  })

  it('never calls a failure what bears more, where what is borne is the least over ways that each hang on some options', () => {
    const ids = ['a', 'b', 'c', 'd']
    const random = seeded(23)
    let told = 0
    for (let world = 0; world < 60; world++) {
      // ways out, each with the options it hangs on and a figure for each of their values
      const ways = Array.from({ length: 5 }, () => {
        const on = ids.filter(() => random() < 0.4)
        const table = new Map<string, number>()
        return (o: Options) => {
          const key = on.map((id) => String(o[id])).join()
          if (!table.has(key)) table.set(key, 60 + 80 * random())
          return table.get(key)!
        }
      })
      const borne = (o: Options) => Math.min(...ways.map((way) => way(o)))
      const any = (): Options => Object.fromEntries(ids.map((id) => [id, Math.floor(4 * random())]))
      const nogoods = new Nogoods(ids)
      for (let k = 0; k < 60; k++) {
        const options = any()
        const now = borne(options)
        if (now < 100) nogoods.learn(options, now.toFixed(6))
      }
      for (let k = 0; k < 40; k++) {
        const options = any()
        if (!nogoods.failsAsBefore(options)) continue
        told++
        expect(borne(options)).toBeLessThan(100)
      }
    }
    expect(told).toBeGreaterThan(300)
  })
})
