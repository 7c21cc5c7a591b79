import { readCurve } from './typed'

const degrees = (s: { radius: number; length: number }) => (180 * s.length) / (Math.PI * Math.abs(s.radius))

describe('a typed curve', () => {
  it('one radius alone is half a circle, in either unit', () => {
    const [half] = readCurve('20', 'mm')!
    expect(half).toEqual({ radius: 20, length: 20 * Math.PI })
    const [inch] = readCurve('1', 'in')!
    expect(inch!.radius).toBeCloseTo(25.4, 9)
    expect(degrees(inch!)).toBeCloseTo(180, 9)
    expect(readCurve('1 in', 'mm')![0]!.radius).toBeCloseTo(25.4, 9)
  })

  it('stretches are parted by commas: straight ones by length, bent ones by radius and angle, the other way with a minus', () => {
    const curve = readCurve('12 mm, 6 mm x 90, -8 x 45°, 3', 'mm')!
    expect(curve).toHaveLength(4)
    expect(curve[0]).toEqual({ radius: Infinity, length: 12 })
    expect(curve[1]!.radius).toBe(6)
    expect(degrees(curve[1]!)).toBeCloseTo(90, 9)
    expect(curve[2]!.radius).toBe(-8)
    expect(degrees(curve[2]!)).toBeCloseTo(45, 9)
    expect(curve[3]).toEqual({ radius: Infinity, length: 3 })
  })

  it('is none where a part cannot be read, and never half of one', () => {
    for (const text of [
      '',
      'wide',
      '6 x',
      '6 x north',
      '6 x 0',
      '6 x -90',
      '6 x 721',
      '-6',
      '12, -6',
      '12,,6',
      '0 x 90',
    ])
      expect({ text, read: readCurve(text, 'mm') }).toEqual({ text, read: undefined })
  })

  it('turns through as much as its parts say together', () => {
    const curve = readCurve('5 x 30, 7 x 60, -9 x 90', 'mm')!
    const turned = curve.reduce((sum, s) => sum + Math.sign(s.radius) * degrees(s), 0)
    expect(turned).toBeCloseTo(0, 9)
    expect(curve.reduce((sum, s) => sum + s.length, 0)).toBeCloseTo(
      (Math.PI / 180) * (5 * 30 + 7 * 60 + 9 * 90),
      9,
    )
  })
})
