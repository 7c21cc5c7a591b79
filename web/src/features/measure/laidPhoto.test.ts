import { moved, placedIn, scaledBy, within, type Spot } from './laidPhoto'

const apart = (a: Spot, b: Spot) => Math.hypot(a[0] - b[0], a[1] - b[1])

describe('a photograph under an outline', () => {
  const laid = { ...within({ wide: 4000, tall: 3000 }, 20), turn: 33, middle: [4, -7] as const }

  it('lies in the middle and fills the drawing until its scale is known', () => {
    const first = within({ wide: 4000, tall: 3000 }, 20)
    expect(placedIn(first, [2000, 1500])).toEqual([0, 0])
    expect(placedIn(first, [0, 1500])[0]).toBeCloseTo(-20, 9)
  })

  it('two marks on a ruler are as far apart in the drawing as they are said to be, however it is turned', () => {
    const marks: readonly [Spot, Spot] = [
      [812, 2900],
      [1430, 2711],
    ]
    for (const turn of [-90, 0, 12.5, 180]) {
      const scaled = scaledBy({ ...laid, turn }, marks, 25.4)!
      expect(apart(placedIn(scaled, marks[0]), placedIn(scaled, marks[1]))).toBeCloseTo(25.4, 9)
      expect(placedIn(scaled, [2000, 1500])).toEqual([4, -7])
    }
  })

  it('has no scale from one place', () => {
    const at: Spot = [5, 5]
    expect(scaledBy(laid, [at, at], 10)).toBeUndefined()
  })

  it('a mark follows the pointer, and stays in the picture', () => {
    const from: Spot = [1000, 1000]
    const before = placedIn(laid, from)
    const after = placedIn(laid, moved(laid, from, [1.5, -2]))
    expect([after[0] - before[0], after[1] - before[1]]).toEqual([
      expect.closeTo(1.5, 9),
      expect.closeTo(-2, 9),
    ])
    const [x, y] = moved(laid, from, [-9999, 9999])
    expect(x).toBeGreaterThanOrEqual(0)
    expect(y).toBeLessThanOrEqual(3000)
  })
})
