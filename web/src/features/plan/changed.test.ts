import { sayChange } from './changed'

const say = { money: (v: number) => `£${v.toFixed(2)}`, length: (v: number) => `${v.toFixed(0)} mm` }
const was = { wire: 1000, cost: 20, face: 90, pull: 900 }

describe('what the last change did', () => {
  it('names wire, cost, face and pull with their signs', () => {
    expect(sayChange(was, { wire: 1042, cost: 20.5, face: 88.9, pull: 800 }, say)).toBe(
      'wire +42 mm, cost +£0.50, face shown −1.1 %, pull −100 g',
    )
  })

  it('is silent about what would be said as nothing', () => {
    expect(sayChange(was, { wire: 1000.3, cost: 20.004, face: 90.04, pull: 900.4 }, say)).toBe('')
    expect(sayChange(was, { ...was, wire: 958 }, say)).toBe('wire −42 mm')
  })

  it('does not compare a figure that one of the two plans does not have', () => {
    expect(sayChange(was, { ...was, pull: undefined, face: undefined }, say)).toBe('')
  })
})
